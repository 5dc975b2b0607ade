import type { Point } from '@/core/geometry/vector'
import { nudge, zoomSelected } from '@/client/gestures/nudge'
import { goDown, goUp, removeSelected, say, selectNeighbour, setWay } from '@/client/store/actions'
import type { Bench } from '@/client/store/benchStore'
import { fitView, fullView, zoomView } from '@/client/store/view'

/** One shortcut, as listed under `?`. */
export interface Shortcut {
  readonly keys: readonly string[]
  readonly does: string
  readonly group: 'Moving' | 'Frames' | 'View' | 'Everywhere'
}

export const SHORTCUTS: readonly Shortcut[] = [
  { keys: ['W'], does: 'A drag moves the whole', group: 'Moving' },
  { keys: ['P'], does: 'A drag moves the picture inside', group: 'Moving' },
  { keys: ['O'], does: 'A drag moves the outline over the picture', group: 'Moving' },
  { keys: ['Arrows'], does: 'Nudge by a step; Shift for ten', group: 'Moving' },
  { keys: ['+', '−'], does: 'Zoom the picture (in the Picture way), else the view', group: 'Moving' },
  { keys: ['Enter'], does: 'Down: from the frame to its picture', group: 'Moving' },
  { keys: ['Esc'], does: 'Cancel a drag, then up: picture, frame, nothing', group: 'Moving' },
  { keys: ['.'], does: 'Next frame in reading order', group: 'Frames' },
  { keys: [','], does: 'Previous frame', group: 'Frames' },
  { keys: ['Delete'], does: 'Remove the frame; in the Picture way, take the picture out', group: 'Frames' },
  {
    keys: ['Shift'],
    does: 'While drawing: equal sides; while sizing a corner: freely; while turning: 15° steps',
    group: 'Frames',
  },
  { keys: ['C'], does: 'Held while drawing: from the centre', group: 'Frames' },
  { keys: ['M'], does: 'Held while drawing: move what is being drawn', group: 'Frames' },
  { keys: ['0'], does: 'Fit the sheet', group: 'View' },
  { keys: ['1'], does: '100%', group: 'View' },
  { keys: ['H'], does: 'Held: drag pans anywhere', group: 'View' },
  { keys: ['Ctrl', 'Z'], does: 'Undo', group: 'Everywhere' },
  { keys: ['Ctrl', 'Shift', 'Z'], does: 'Redo', group: 'Everywhere' },
  { keys: ['Ctrl', 'S'], does: 'Save now', group: 'Everywhere' },
  { keys: ['F6'], does: 'Next region: bar, card, table, rail, stack, supplies', group: 'Everywhere' },
  { keys: ['?'], does: 'This list', group: 'Everywhere' },
]

const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
}

const ZOOM_STEP = 1.1
const VIEW_STEP = 1.25

const zoomBy = (bench: Bench, step: 1 | -1): void => {
  if (bench.get().way === 'picture') zoomSelected(bench, step > 0 ? ZOOM_STEP : 1 / ZOOM_STEP)
  else zoomView(bench, step > 0 ? VIEW_STEP : 1 / VIEW_STEP)
}

/** What keys do while the table or the stack has the focus. */
const TABLE_KEYS: Readonly<Record<string, (bench: Bench) => void>> = {
  w: (bench) => setWay(bench, 'whole'),
  p: (bench) => setWay(bench, 'picture'),
  o: (bench) => setWay(bench, 'outline'),
  '.': (bench) => selectNeighbour(bench, 1),
  ',': (bench) => selectNeighbour(bench, -1),
  '0': fitView,
  '1': fullView,
  '+': (bench) => zoomBy(bench, 1),
  '=': (bench) => zoomBy(bench, 1),
  '-': (bench) => zoomBy(bench, -1),
  '−': (bench) => zoomBy(bench, -1),
  delete: removeSelected,
  backspace: removeSelected,
  '?': (bench) => bench.set({ dialog: 'shortcuts' }),
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
  const act = Object.hasOwn(TABLE_KEYS, event.key.toLowerCase()) ? TABLE_KEYS[event.key.toLowerCase()] : undefined
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
