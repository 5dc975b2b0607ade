import { isFailure } from '@/core/failure'
import { nudgeStep } from '@/core/units'
import { closeDialog, holdPaste } from '@/client/store/slices/dialogs'
import { fragmentOf, readFragment, type Fragment, slotsToChoose, type SameNamed } from '@/core/document/fragment'
import { pasteFragment } from '@/core/document/edits/paste'
import { removeItems } from '@/core/document/edits/items'
import { withAdjustments } from '@/core/document/edits/adjust'
import { setPlacements } from '@/core/document/edits/subjects'
import { placedSchema } from '@/core/document/schema'
import { BACKGROUND_ID } from '@/core/document/background'
import { placedIn } from '@/core/document/content'
import { isHidden, topmostIds } from '@/core/document/tree'
import type { Placed } from '@/core/placement/placed'
import { newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { keepCopy, keptCopy } from '@/client/store/keptCopy'
import { say } from '@/client/store/notices'
import { selectedFrame, selectedFrames, selectItems } from '@/client/store/selection'
import { speak } from '@/client/store/slices/notices'
import { owned } from '@/client/store/owned'

/** The name under which frames lie on the clipboard. */
export const FRAGMENT_TYPE = 'application/vnd.eager-stencil.items+json'
const PLACEMENT_STORE = 'eager-stencil-placement'

/** How often the same fragment was pasted on the sheet it came from: each copy steps further aside. */
const PASTED = owned(() => ({ text: '', times: 0 }))

/** What is selected as text for the clipboard, or null. */
export const copySelected = (bench: Bench): string | null => {
  bench.endBurst()
  const state = bench.get()
  const ids = state.selection.filter((id) => id !== BACKGROUND_ID)
  const holder = selectedFrame(state)
  const placed = holder && placedIn(shownSheet(state), holder)
  // Where the browser keeps no more, frames are copied all the same, only their placement alone cannot be pasted.
  if (placed) keepCopy(PLACEMENT_STORE, placed, state.project.slots)
  if (!ids.length) return null
  Object.assign(bench.own(PASTED), { text: '', times: 0 })
  speak(bench, `${ids.length} copied`)
  return JSON.stringify(fragmentOf(state.project, state.sheetId, ids))
}

/** Takes what is selected away after it was copied. */
export const cutSelected = (bench: Bench): void => {
  const { sheetId, selection } = bench.get()
  bench.commit('Cut', (project) => removeItems.record(project, { sheetId, ids: selection }))
}

const freshIds = (fragment: Fragment): Readonly<Record<string, string>> =>
  Object.fromEntries(
    Object.values(fragment.items).map(({ id, kind }) => [
      id,
      kind === 'group' ? newItemId().replace(/^f-/, 'g-') : newItemId(),
    ]),
  )

const putFragment = (
  bench: Bench,
  name: string,
  fragment: Fragment,
  steps: number,
  { above, same }: { readonly above?: string; readonly same?: SameNamed } = {},
): void => {
  const state = bench.get()
  const { unit, ppi } = shownSheet(state)
  const by = nudgeStep(unit, ppi) * 10 * steps
  const newIds = freshIds(fragment)
  bench.commit(name, (project) =>
    pasteFragment.record(project, {
      sheetId: state.sheetId,
      fragment,
      newIds,
      delta: { x: by, y: by },
      ...(above === undefined ? {} : { above }),
      ...(same === undefined ? {} : { same }),
    }),
  )
  selectItems(
    bench,
    fragment.order.map((id) => newIds[id] ?? id),
  )
}

/** Pastes frames that were copied on this or another bench; says so where the text holds none. */
export const pasteText = (bench: Bench, text: string): void => {
  bench.endBurst()
  try {
    const fragment = readFragment(JSON.parse(text))
    const isSame = fragment.sheetId === bench.get().sheetId
    const pasted = bench.own(PASTED)
    Object.assign(pasted, { text, times: pasted.text === text ? pasted.times + 1 : 1 })
    const steps = isSame ? pasted.times : 0
    if (slotsToChoose(bench.get().project, fragment).length) holdPaste(bench, { fragment, steps })
    else putFragment(bench, 'Paste', fragment, steps)
  } catch (error) {
    const words = isFailure(error) ? error.message : 'What was copied cannot be pasted here. Copy the frames again.'
    say(bench, words, 'fault')
  }
}

/** Pastes what waited for an answer about its colour slots. */
export const pasteHeld = (bench: Bench, same: SameNamed): void => {
  const { heldPaste } = bench.get()
  closeDialog(bench)
  if (heldPaste) putFragment(bench, 'Paste', heldPaste.fragment, heldPaste.steps, { same })
}

/** A copy of what is selected, just above it and a step aside, with pictures and placement. */
export const duplicateSelected = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const sheet = shownSheet(state)
  const ids = topmostIds(
    sheet,
    state.selection.filter((id) => id !== BACKGROUND_ID),
  )
  const top = ids.at(-1)
  if (top === undefined) return say(bench, 'Select a frame first, then duplicate it.')
  if (ids.every((id) => isHidden(sheet, id))) return say(bench, 'What is selected is hidden. Show it first.')
  putFragment(bench, 'Duplicate', fragmentOf(state.project, state.sheetId, ids), 1, { above: top })
}

/** Gives the selected pictures the zoom, focus, turn, flips and fit that were copied last; the pictures stay. */
export const pastePlacement = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const kept = keptCopy<Placed>(PLACEMENT_STORE, placedSchema, state.project.slots)
  if (!kept) return say(bench, 'No placement was copied yet. Select a filled frame and copy it with Ctrl C.')
  const holder = selectedFrame(state)
  const frames = holder ? [holder] : selectedFrames(state)
  const placements = Object.fromEntries(
    frames.flatMap((frame) => {
      const placed = placedIn(shownSheet(state), frame)
      // Picture and tones stay; only where and how large it lies is taken over.
      const placement = withAdjustments({ ...kept, pictureId: placed?.pictureId ?? '' }, placed?.adjustments ?? {})
      return placed ? [[frame.id, placement]] : []
    }),
  )
  if (!Object.keys(placements).length) return say(bench, 'Select filled frames to give them the copied placement.')
  bench.commit('Paste placement', (project) => setPlacements.record(project, { sheetId: state.sheetId, placements }))
}
