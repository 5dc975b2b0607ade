import { withoutIdle, type Adjustments } from '@/core/adjust/adjustments'
import { placedIn } from '@/core/document/content'
import { putSwitch, removeSwitch, turnSwitch } from '@/core/document/edits/templates'
import type { Sheet } from '@/core/document/types'
import { MOST_SWITCHES, type LookSwitch } from '@/core/template/switches'
import { newId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { freeName } from '@/client/store/names'
import { say } from '@/client/store/notices'
import { selectedFrame } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'

/** Switches a look of the sheet on or off. */
export const turnLook = (bench: Bench, switchId: string, on: boolean): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  const name = heldSheet(bench.get()).switches[switchId]?.name ?? 'Look'
  bench.commit(`${name} ${on ? 'on' : 'off'}`, (project) => turnSwitch.record(project, { sheetId, switchId, on }))
}

/** The tones of the picture that the selected frame shows, without what changes nothing; null without any. */
export const tonesToOffer = (state: BenchState): Adjustments | null => {
  const frame = selectedFrame(state)
  const tones = frame && withoutIdle(placedIn(heldSheet(state), frame)?.adjustments ?? {})
  return tones && Object.keys(tones).length ? tones : null
}

const namedLook = ({ switches }: Sheet, name: string): LookSwitch | undefined =>
  Object.values(switches).find((look) => look.name.toLowerCase() === name.toLowerCase())

/** Has the sheet as many looks as it can? Says so. */
const isFull = (bench: Bench): boolean => {
  const count = Object.keys(heldSheet(bench.get()).switches).length
  if (count < MOST_SWITCHES) return false
  say(bench, `A sheet offers at most ${MOST_SWITCHES} looks. Remove one first.`)
  return true
}

/** Offers the tones of the selected picture as a look of the sheet, for all its openings; one of that name is changed. */
export const offerLook = (bench: Bench, name: string): void => {
  bench.endBurst()
  const state = bench.get()
  const adjustments = tonesToOffer(state)
  if (!adjustments) return say(bench, 'Give a picture its tones first, then offer them as a look.')
  const { sheetId } = state
  const held = namedLook(heldSheet(state), name)
  if (!held && isFull(bench)) return
  const look = {
    id: held?.id ?? newId('sw'),
    name,
    on: true,
    adjustments,
    ...(held?.frames ? { frames: held.frames } : {}),
  }
  bench.commit(`Look “${name}”`, (project) => putSwitch.record(project, { sheetId, look }))
}

/** Takes a look away from the sheet. */
export const dropLook = (bench: Bench, switchId: string): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  bench.commit('Remove a look', (project) => removeSwitch.record(project, { sheetId, switchId }))
}

/** A new look that changes nothing yet, to be made by its sliders; gives its id, null where the sheet has no room. */
export const newLook = (bench: Bench): string | null => {
  bench.endBurst()
  if (isFull(bench)) return null
  const { sheetId } = bench.get()
  const sheet = heldSheet(bench.get())
  const id = newId('sw')
  const look = {
    id,
    name: freeName(
      Object.values(sheet.switches).map((look) => look.name),
      'Look',
    ),
    on: true,
    adjustments: {},
  }
  bench.commit('New look', (project) => putSwitch.record(project, { sheetId, look }))
  return id
}

const changeLook = (bench: Bench, switchId: string, step: string, change: (look: LookSwitch) => LookSwitch): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  const look = heldSheet(bench.get()).switches[switchId]
  if (look) bench.commit(step, (project) => putSwitch.record(project, { sheetId, look: change(look) }))
}

/** Gives a look of the sheet another name. One that another look has is refused in words. */
export const renameLook = (bench: Bench, switchId: string, name: string): void => {
  const other = namedLook(heldSheet(bench.get()), name)
  if (other && other.id !== switchId) return say(bench, `“${other.name}” is another look of this sheet.`)
  changeLook(bench, switchId, 'Rename look', (look) => ({ ...look, name }))
}

/** Which frames a look changes; null for every opening of the sheet, those that come later too. */
export const aimLook = (bench: Bench, switchId: string, frames: readonly string[] | null): void =>
  changeLook(bench, switchId, 'Openings of a look', ({ id, name, on, adjustments }) => ({
    id,
    name,
    on,
    adjustments,
    ...(frames ? { frames } : {}),
  }))
