import type { Bench } from '@/client/store/bench'
import { placedFrame } from '@/client/store/placed'
import { putSession } from '@/client/store/slices/hand'
import type { BenchState, PictureSession } from '@/client/store/state'

const begun = (state: BenchState): PictureSession | null => {
  const held = state.way === 'picture' ? placedFrame({ ...state, preview: null }) : null
  return held && { frameId: held.frame.id, placed: held.placed }
}

/** Notes what is met whenever the hand goes into a picture, or on to another one. */
export const followSessions = (bench: Bench): void => {
  bench.store.subscribe((now, before) => {
    if (now.way === before.way && now.selection === before.selection) return
    putSession(bench, begun(now))
  })
}

/** Has the picture been moved, zoomed, turned or fitted since the hand went into it? */
export const hasMovedOn = (state: BenchState): boolean => {
  const { session } = state
  const held = session && placedFrame(state)
  return !!held && held.frame.id === session.frameId && JSON.stringify(held.placed) !== JSON.stringify(session.placed)
}
