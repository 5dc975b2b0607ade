import type { Bench } from '@/client/store/benchStore'
import type { BenchState, Choosing } from '@/client/store/state'

/** What the next picture chosen is for, in words; null while none is waited for. */
export const choosingWords = ({ choosing }: Pick<BenchState, 'choosing'>): string | null => {
  switch (choosing?.kind) {
    case undefined:
      return null
    case 'background':
      return 'Choose the background picture.'
    case 'take':
      return 'Choose a picture for the new take.'
    case 'frame':
      return 'Choose the new picture. All settings stay.'
    case 'together':
      return `Choose the picture that these ${choosing.ids.length} frames show together.`
  }
}

/** No picture is waited for any more. */
export const leaveChoosing = (bench: Bench): void =>
  bench.set({ choosing: null, spoken: 'No picture is waited for any more.' })

const isSame = (one: Choosing | null, other: Choosing): boolean => JSON.stringify(one) === JSON.stringify(other)

/**
 * Waits for a picture of the supplies: for a frame, as its new one or one more take, for several together, or for the
 * background. The supplies show their pictures, whatever they showed. A second time leaves it again.
 */
export const choosePicture = (bench: Bench, choosing: Choosing): void => {
  bench.endBurst()
  if (isSame(bench.get().choosing, choosing)) return leaveChoosing(bench)
  bench.set({ choosing, suppliesTab: 'Pictures', armed: null, spoken: choosingWords({ choosing }) ?? '' })
}
