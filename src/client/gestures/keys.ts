import { goBack } from '@/client/store/shownSheets'
import type { BenchState } from '@/client/store/state'
import type { Point } from '@/core/geometry/vector'
import type { Command } from '@/client/commands/command'
import { toolHand } from '@/client/gestures/tools'
import { focusSupplies } from '@/client/gestures/focus'
import { nudge } from '@/client/gestures/nudge'
import { pageKey, TABLE_KEYS, type TableKey } from '@/client/gestures/tableKeys'
import { removeSelected } from '@/client/store/removal'
import { say } from '@/client/store/notices'
import { goDown, goUp } from '@/client/store/selection'
import { writeInSelected } from '@/client/store/writing'
import type { Bench } from '@/client/store/bench'
import { openDialog } from '@/client/store/slices/dialogs'

/** Keys that have a meaning of their own and cannot be given to anything else. */
/** Opens the search for commands, wherever nothing is typed. */
export const FIND_KEY = ';'

const RESERVED = new Set(['?', FIND_KEY, 'c', 'm', 'h', 'n', 'enter', 'escape', 'delete', 'backspace', 'tab', ' '])
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

/** The key of an action as it is shown to the person, theirs if they have changed it. */
export const shownKey = (id: string): string => {
  const entry = TABLE_KEYS.find((key) => key.id === id)
  return entry ? keyOf(entry, ownKeys()).toUpperCase() : ''
}

/** The key of a command as it is shown; empty for one without. */
export const shownKeyOf = ({ id, fixedKey }: Pick<Command, 'id' | 'fixedKey'>): string => fixedKey ?? shownKey(id)

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
  if (key === '?') return (bench) => openDialog(bench, 'shortcuts')
  const own = ownKeys()
  return TABLE_KEYS.find((each) => keyOf(each, own) === key || keyOf(each, own) === SAME[key])?.act
}

/** Nothing is held or waited for: Esc has no way up but back to another sheet. */
const isAtTop = ({ mode, selection, entered, isClean, finderMode, drawsOut }: BenchState): boolean =>
  mode.kind === 'rest' && !selection.length && entered === null && !isClean && finderMode === 'move' && !drawsOut

/** Handles a key on the table or stack; true if it was one of ours. `cancelDrag` says whether it dropped one. */
export const tableKey = (
  bench: Bench,
  event: { key: string; shiftKey: boolean; ctrlKey: boolean; metaKey: boolean; altKey: boolean },
  cancelDrag: () => boolean,
): boolean => {
  if (event.ctrlKey || event.metaKey || event.altKey) return false
  const tool = toolHand(bench)
  if (tool && ((event.key === 'Escape' && cancelDrag()) || tool.key(event.key, event.shiftKey))) return true
  const arrow = ARROWS[event.key]
  if (arrow) {
    nudge(bench, arrow, event.shiftKey)
    return true
  }
  if (pageKey(bench, event.key)) return true
  if (event.key === 'Escape') {
    if (!cancelDrag() && !(isAtTop(bench.get()) && goBack(bench))) goUp(bench)
    return true
  }
  if (event.key === 'Enter') {
    if (writeInSelected(bench)) return true
    if (goDown(bench) === 'empty') {
      focusSupplies()
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
        : element?.querySelector<HTMLElement>(
            'button:not(:disabled, [tabindex="-1"]), input:not([tabindex="-1"]), [tabindex="0"]',
          )
    if (target) return target.focus()
  }
}
