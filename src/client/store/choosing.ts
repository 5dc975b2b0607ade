import { choosingOf } from '@/client/store/modes'
import type { Bench } from '@/client/store/bench'
import type { Choosing } from '@/client/store/modes'
import { endChoosing, awaitPicture } from '@/client/store/slices/mode'
import { speak } from '@/client/store/slices/notices'
import { showTab } from '@/client/store/slices/supplies'

/** What the next picture chosen is for, in words; null while none is waited for. */
export const choosingWords = (choosing: Choosing | null): string | null => {
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
export const leaveChoosing = (bench: Bench): void => {
  endChoosing(bench)
  speak(bench, 'No picture is waited for any more.')
}

const isSame = (one: Choosing | null, other: Choosing): boolean => JSON.stringify(one) === JSON.stringify(other)

/**
 * Waits for a picture of the supplies: for a frame, as its new one or one more take, for several together, or for the
 * background. The supplies show their pictures, whatever they showed. A second time leaves it again.
 */
export const choosePicture = (bench: Bench, choosing: Choosing): void => {
  bench.endBurst()
  if (isSame(choosingOf(bench.get()), choosing)) return leaveChoosing(bench)
  awaitPicture(bench, choosing)
  showTab(bench, 'Pictures')
  speak(bench, choosingWords(choosing) ?? '')
}
