import type { StoreApi } from 'zustand/vanilla'
import { placedFrame } from '@/client/store/placed'
import type { BenchState } from '@/client/store/state'

/** What the hand met when it went into a picture: that can be had back as a whole. */
export interface PictureSession {
  readonly frameId: string
  readonly placed: NonNullable<ReturnType<typeof placedFrame>>['placed']
}

const begun = (state: BenchState): PictureSession | null => {
  const held = state.way === 'picture' ? placedFrame({ ...state, preview: null }) : null
  return held && { frameId: held.frame.id, placed: held.placed }
}

/** Notes what is met whenever the hand goes into a picture, or on to another one. */
export const followSessions = (store: StoreApi<BenchState>): void => {
  store.subscribe((now, before) => {
    if (now.way === before.way && now.selection === before.selection) return
    store.setState({ session: begun(now) })
  })
}

/** Has the picture been moved, zoomed, turned or fitted since the hand went into it? */
export const hasMovedOn = (state: BenchState): boolean => {
  const { session } = state
  const held = session && placedFrame(state)
  return !!held && held.frame.id === session.frameId && JSON.stringify(held.placed) !== JSON.stringify(session.placed)
}
