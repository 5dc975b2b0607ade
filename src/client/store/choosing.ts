import { BACKGROUND_ID } from '@/core/document/background'
import type { Bench } from '@/client/store/benchStore'
import type { BenchState } from '@/client/store/state'

type Choosing = Pick<BenchState, 'replacing' | 'isAddingTake'>

/** What the next picture chosen is for, in words; null while none is waited for. */
export const choosingWords = ({ replacing, isAddingTake }: Choosing): string | null => {
  if (replacing === null) return null
  if (replacing === BACKGROUND_ID) return 'Choose the background picture.'
  return isAddingTake ? 'Choose a picture for the new take.' : 'Choose the new picture. All settings stay.'
}

/** No picture is waited for any more. */
export const leaveChoosing = (bench: Bench): void =>
  bench.set({ replacing: null, isAddingTake: false, spoken: 'No picture is waited for any more.' })

/**
 * Waits for a picture of the supplies: for a frame, as its new one or one more take, or for the background. The supplies show
 * their pictures, whatever they showed. A second time leaves it again.
 */
export const choosePicture = (bench: Bench, frameId: string, isTake = false): void => {
  bench.endBurst()
  const state = bench.get()
  if (state.replacing === frameId && state.isAddingTake === isTake) return leaveChoosing(bench)
  const next = { replacing: frameId, isAddingTake: isTake }
  bench.set({ ...next, suppliesTab: 'Pictures', armed: null, spoken: choosingWords(next) ?? '' })
}
