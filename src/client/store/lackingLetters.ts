import type { Bench } from '@/client/store/bench'
import { holdersOf } from '@/client/store/faces'
import { tellMissing } from '@/client/store/slices/card'

/** Says which letters a face does not have, and offers faces that have them; `ownerId` is the text's group or frame. */
export const tellLacking = async (
  bench: Bench,
  ownerId: string,
  text: string,
  missing: readonly string[],
): Promise<void> => {
  const told = bench.get().missingLetters
  if (!missing.length) {
    if (told?.groupId === ownerId) tellMissing(bench, null)
    return
  }
  if (told?.groupId === ownerId && told.letters.join() === missing.join()) return
  tellMissing(bench, { groupId: ownerId, letters: missing, offered: null })
  const offered = await holdersOf(bench, text)
  if (bench.get().missingLetters?.letters === missing)
    tellMissing(bench, { groupId: ownerId, letters: missing, offered })
}
