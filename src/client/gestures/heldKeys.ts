import { owned } from '@/client/store/owned'
import { type Bench } from '@/client/store/bench'

/** Held during a drag: nothing snaps. */
const NO_SNAP_KEY = 'n'

/** How near something must be to snap to it, in table pixels. */
const SNAP_PIXELS = 6

const HELD = owned(() => new Set<string>())

/** Letters held down now, for gestures that a held key changes (C, M, H, N). */
export const heldKeys = (bench: Bench): Set<string> => bench.own(HELD)

/** How near something must be to snap to it, in points of the sheet; 0 while nothing snaps. */
export const snapReachOf = (bench: Bench): number => {
  const { snaps, view } = bench.get()
  return snaps && !heldKeys(bench).has(NO_SNAP_KEY) ? SNAP_PIXELS / view.scale : 0
}

/** Inputs in which no text is typed. */
const UNTYPED = new Set(['checkbox', 'radio', 'range', 'button', 'submit', 'color', 'file'])

/** Is a field being typed in? Letters then are text, and go to nothing else. */
const isTyping = (target: EventTarget | null): boolean => {
  if (target instanceof HTMLInputElement) return !UNTYPED.has(target.type)
  return target instanceof HTMLElement && (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName))
}

/** Follows held keys; returns how to stop. */
export const followHeldKeys = (bench: Bench): (() => void) => {
  const held = heldKeys(bench)
  const down = (event: KeyboardEvent): void => {
    if (!isTyping(event.target) && !event.ctrlKey && !event.metaKey) held.add(event.key.toLowerCase())
  }
  const up = (event: KeyboardEvent): void => void held.delete(event.key.toLowerCase())
  const clear = (): void => held.clear()
  window.addEventListener('keydown', down)
  window.addEventListener('keyup', up)
  window.addEventListener('blur', clear)
  return () => {
    window.removeEventListener('keydown', down)
    window.removeEventListener('keyup', up)
    window.removeEventListener('blur', clear)
  }
}

export { isTyping }
