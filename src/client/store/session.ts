import { PICTURES } from '@/core/document/fill'
import type { Bench } from '@/client/store/bench'
import { placedFrame } from '@/client/store/placed'
import { putSession } from '@/client/store/slices/hand'
import type { BenchState, PictureSession } from '@/client/store/state'

/** What the hand has before it in the Picture way: a frame's picture, which take of it, and how it is placed. */
const metNow = (state: BenchState): PictureSession | null => {
  const held = placedFrame(state)
  if (!held) return null
  const { frame, placed } = held
  return { frameId: frame.id, takeId: frame.fill.kind === PICTURES ? frame.fill.shown : null, placed }
}

/** Notes what is met whenever the hand goes into a picture, or on to another one. */
export const followSessions = (bench: Bench): void => {
  bench.store.subscribe((now, before) => {
    if (now.way === before.way && now.selection === before.selection) return
    putSession(bench, now.way === 'picture' ? metNow({ ...now, preview: null }) : null)
  })
}

/** What the hand met when it went into the picture; null where it has come to another one, or another take, since. */
export const sessionOf = (state: BenchState): PictureSession | null => {
  const { session } = state
  const now = session && metNow(state)
  const isSame =
    now?.frameId === session?.frameId &&
    now?.takeId === session?.takeId &&
    now?.placed.pictureId === session?.placed.pictureId
  return isSame ? session : null
}

/** Has the picture been moved, zoomed, turned or fitted since the hand went into it? */
export const hasMovedOn = (state: BenchState): boolean => {
  const session = sessionOf(state)
  return session !== null && JSON.stringify(placedFrame(state)?.placed) !== JSON.stringify(session.placed)
}
