import type { Point } from '@/core/geometry/vector'
import { nudge, zoomSelected } from '@/client/gestures/nudge'
import { removeSelected } from '@/client/store/actions'
import { say } from '@/client/store/notices'
import { goDown, goUp, selectNeighbour, setWay } from '@/client/store/selection'
import type { Bench } from '@/client/store/benchStore'
import { fitView, fullView, zoomView } from '@/client/store/view'

/** What one key does on the table or the stack. Its key can be changed by the person. */
export interface TableKey {
  readonly id: string
  readonly key: string
  readonly does: string
  readonly group: 'Moving' | 'Frames' | 'View'
  readonly act: (bench: Bench) => void
}

const ZOOM_STEP = 1.1
const VIEW_STEP = 1.25

const zoomBy = (bench: Bench, step: 1 | -1): void => {
  if (bench.get().way === 'picture') zoomSelected(bench, step > 0 ? ZOOM_STEP : 1 / ZOOM_STEP)
  else zoomView(bench, step > 0 ? VIEW_STEP : 1 / VIEW_STEP)
}

export const TABLE_KEYS: readonly TableKey[] = [
  { id: 'whole', key: 'w', does: 'A drag moves the whole', group: 'Moving', act: (b) => setWay(b, 'whole') },
  {
    id: 'picture',
    key: 'p',
    does: 'A drag moves the picture inside',
    group: 'Moving',
    act: (b) => setWay(b, 'picture'),
  },
  {
    id: 'outline',
    key: 'o',
    does: 'A drag moves the outline over the picture',
    group: 'Moving',
    act: (b) => setWay(b, 'outline'),
  },
  {
    id: 'larger',
    key: '+',
    does: 'Zoom in: the picture in the Picture way, else the view',
    group: 'Moving',
    act: (b) => zoomBy(b, 1),
  },
  { id: 'smaller', key: '-', does: 'Zoom out', group: 'Moving', act: (b) => zoomBy(b, -1) },
  { id: 'next', key: '.', does: 'Next frame in reading order', group: 'Frames', act: (b) => selectNeighbour(b, 1) },
  { id: 'previous', key: ',', does: 'Previous frame', group: 'Frames', act: (b) => selectNeighbour(b, -1) },
  { id: 'fit', key: '0', does: 'Fit the sheet', group: 'View', act: fitView },
  { id: 'full', key: '1', does: 'Show at 100%', group: 'View', act: fullView },
]

/** A shortcut that is always the same. */
export interface FixedKey {
  readonly keys: readonly string[]
  readonly does: string
  readonly group: 'Moving' | 'Frames' | 'View' | 'Everywhere'
}

export const FIXED_KEYS: readonly FixedKey[] = [
  { keys: ['Arrows'], does: 'Nudge by a step; Shift for ten', group: 'Moving' },
  { keys: ['Enter'], does: 'Down: from the frame to its picture', group: 'Moving' },
  { keys: ['Esc'], does: 'Cancel a drag, then up: picture, frame, nothing', group: 'Moving' },
  { keys: ['Delete'], does: 'Remove the frame; in the Picture way, take the picture out', group: 'Frames' },
  { keys: ['Shift'], does: 'Drawing: equal sides. Sizing a corner: freely. Turning: 15° steps', group: 'Frames' },
  { keys: ['C'], does: 'Held while drawing: from the centre', group: 'Frames' },
  { keys: ['M'], does: 'Held while drawing: move what is being drawn', group: 'Frames' },
  { keys: ['H'], does: 'Held: a drag pans anywhere', group: 'View' },
  { keys: ['Ctrl', 'Z'], does: 'Undo', group: 'Everywhere' },
  { keys: ['Ctrl', 'Shift', 'Z'], does: 'Redo', group: 'Everywhere' },
  { keys: ['Ctrl', 'S'], does: 'Save now', group: 'Everywhere' },
  { keys: ['F6'], does: 'Next region: bar, card, table, rail, stack, supplies', group: 'Everywhere' },
  { keys: ['?'], does: 'This list', group: 'Everywhere' },
]

/** Keys that have a meaning of their own and cannot be given to anything else. */
const RESERVED = new Set(['?', 'c', 'm', 'h', 'enter', 'escape', 'delete', 'backspace', 'tab', ' '])
const STORE = 'eager-stencil.keys'

/** The person's own keys by action; what is not named has its first key. */
export const ownKeys = (): Readonly<Record<string, string>> => {
  try {
    const held: unknown = JSON.parse(localStorage.getItem(STORE) ?? '{}')
    const entries = typeof held === 'object' && held !== null ? Object.entries(held) : []
    return Object.fromEntries(
      entries.filter(([id, key]) => TABLE_KEYS.some((k) => k.id === id) && typeof key === 'string' && key.length === 1),
    )
  } catch {
    // What cannot be read is let go of; the first keys count.
    localStorage.removeItem(STORE)
    return {}
  }
}

export const keyOf = ({ id, key }: TableKey, own: Readonly<Record<string, string>>): string => own[id] ?? key

/** Gives an action another key. Returns what is wrong with the key, in words, or null. */
export const changeKey = (id: string, wanted: string): string | null => {
  const key = wanted.toLowerCase()
  if (key.length !== 1 || RESERVED.has(key)) return 'Choose a letter, digit or sign that has no other meaning.'
  const own = ownKeys()
  const taken = TABLE_KEYS.find((other) => other.id !== id && keyOf(other, own) === key)
  if (taken) return `This key already means “${taken.does}”. Choose another.`
  localStorage.setItem(STORE, JSON.stringify({ ...own, [id]: key }))
  return null
}

export const firstKeys = (): void => localStorage.removeItem(STORE)

const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
}

const isRemove = (key: string): boolean => key === 'delete' || key === 'backspace'
/** Signs that share a key or a look with the one meant. */
const SAME: Readonly<Record<string, string>> = { '=': '+', '−': '-', _: '-' }

const actionOf = (pressed: string): ((bench: Bench) => void) | undefined => {
  const key = pressed.toLowerCase()
  if (isRemove(key)) return removeSelected
  if (key === '?') return (bench) => bench.set({ dialog: 'shortcuts' })
  const own = ownKeys()
  return TABLE_KEYS.find((each) => keyOf(each, own) === key || keyOf(each, own) === SAME[key])?.act
}

/** Handles a key on the table or stack; true if it was one of ours. `cancelDrag` says whether it dropped one. */
export const tableKey = (
  bench: Bench,
  event: { key: string; shiftKey: boolean; ctrlKey: boolean; metaKey: boolean; altKey: boolean },
  cancelDrag: () => boolean,
): boolean => {
  if (event.ctrlKey || event.metaKey || event.altKey) return false
  const arrow = ARROWS[event.key]
  if (arrow) {
    nudge(bench, arrow, event.shiftKey)
    return true
  }
  if (event.key === 'Escape') {
    if (!cancelDrag()) goUp(bench)
    return true
  }
  if (event.key === 'Enter') {
    if (goDown(bench) === 'empty') {
      document.querySelector<HTMLElement>('[data-region="supplies"] [data-supply]')?.focus()
      say(bench, 'This frame is empty. Choose a picture with the arrow keys and press Enter.')
    }
    return true
  }
  const act = actionOf(event.key)
  act?.(bench)
  return act !== undefined
}

const REGIONS = ['bar', 'card', 'table', 'rail', 'stack', 'supplies'] as const

/** Moves the focus to the next region (F6), or the previous one. */
export const nextRegion = (step: 1 | -1): void => {
  const active = document.activeElement?.closest('[data-region]')?.getAttribute('data-region')
  const at = REGIONS.findIndex((region) => region === active)
  for (let tried = 1; tried <= REGIONS.length; tried += 1) {
    const region = REGIONS[((((at < 0 ? 1 : at) + step * tried) % REGIONS.length) + REGIONS.length) % REGIONS.length]
    const element = document.querySelector<HTMLElement>(`[data-region="${region}"]`)
    const target =
      element?.tabIndex === 0
        ? element
        : element?.querySelector<HTMLElement>('button:not(:disabled), input, [tabindex="0"]')
    if (target) return target.focus()
  }
}
