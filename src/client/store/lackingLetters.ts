import { settingOf, wordAround, type Word } from '@/core/document/lettering'
import type { Layout } from '@/core/lettering/layout'
import { faceUrl } from '@/client/http/api'
import { askFaces } from '@/client/workers/faces'
import { shownSheet } from '@/client/store/benchStore'
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

/** Has a text letters without an outline of their own? They are joined to others, or its face lacks them. */
export const mayLack = ({ lettering }: Word): boolean => lettering.letters.some(({ rest }) => !rest)

/** The text as its face sets it, where the face lacks letters; also tells of them, as after a reload. Null for others. */
export const lackingOf = async (bench: Bench, groupId: string): Promise<Layout | null> => {
  const word = wordAround(shownSheet(bench.get()), groupId)
  if (!word || !mayLack(word)) return null
  const setting = settingOf(word)
  try {
    const layout = await askFaces(bench, { job: 'layout', url: faceUrl(setting.face.id), setting })
    if (bench.get().selection[0] === groupId || !bench.get().missingLetters)
      await tellLacking(bench, groupId, setting.text, layout.missing)
    return layout.missing.length ? layout : null
  } catch (error) {
    // A face that is not here is told of elsewhere: without it nothing is known of its letters.
    console.warn('Letters that are lacking could not be looked up.', error)
    return null
  }
}
