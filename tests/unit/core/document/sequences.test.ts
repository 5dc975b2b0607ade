import type { Colour } from '@/core/colour/colour'
import { slotRef } from '@/core/colour/slots'
import { addSlot, changeSlot, removeSlot } from '@/core/document/edits/slots'
import { setCorners, setStencils, setUpright, takeOffStencil } from '@/core/document/edits/stencils'
import { PRESETS } from '@/core/stencil/presets'
import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { deepFreeze, SHEET } from '@tests/helpers/project'
import { PICTURE_IDS, someProjects } from '@tests/helpers/documents'
import { ALIGNMENTS } from '@/core/geometry/align'
import { alignItems, arrangeItems, distributeItems, equalItems } from '@/core/document/edits/arrange'
import { LAYOUTS } from '@/core/document/arrange'
import { carryFill, clearPictures, shufflePictures } from '@/core/document/edits/carry'
import { fillFrames, placePicture, setFrameEdge } from '@/core/document/edits/fills'
import { groupItems, reorderItems, restackItems, STACK_MOVES, ungroupItems } from '@/core/document/edits/groups'
import { flipItems, markItems, moveItems, removeItems, turnItems } from '@/core/document/edits/items'
import { addSheet, copiedSheet, removeSheet, setBackground, setGuides, setVeil } from '@/core/document/edits/sheets'
import { markSubject, matchFrames } from '@/core/document/edits/subjects'
import { setColours } from '@/core/document/edits/project'
import type { Recorded } from '@/core/document/edit'
import { patched } from '@/core/document/history'
import { sheetOf } from '@/core/document/read'
import { framesOf } from '@/core/document/tree'
import { projectFaults } from '@/core/document/validate'
import type { Project } from '@/core/document/types'

interface Dice {
  readonly which: number
  readonly pick: number
  readonly many: number
  readonly a: number
  readonly b: number
}

const dice: fc.Arbitrary<Dice> = fc.record({
  which: fc.nat({ max: 30 }),
  pick: fc.nat({ max: 99 }),
  many: fc.integer({ min: 1, max: 4 }),
  a: real(-80, 80),
  b: real(0, 1),
})

const oneOf = <T>(list: readonly T[], pick: number): T => list[pick % list.length] as T // never empty here

/** One random edit of every kind there is. */
const edited = (project: Project, { which, pick, many, a, b }: Dice, n: number): Recorded => {
  const sheet = sheetOf(project, SHEET)
  const all = Object.keys(sheet.items)
  const frames = framesOf(sheet).map(({ id }) => id)
  const nothing = { project, forward: [], inverse: [] }
  if (frames.length < 2) return nothing
  const ids = Array.from({ length: many }, (_none, i) => oneOf(all, pick + i * 7))
  const at = { sheetId: SHEET, ids }
  const frameId = oneOf(frames, pick)
  const colour = `#${(pick * 1234567).toString(16).padStart(6, '0').slice(0, 6)}` as Colour
  const edits: readonly (() => Recorded)[] = [
    () => moveItems.record(project, { ...at, delta: { x: a, y: -a } }),
    () => turnItems.record(project, { ...at, centre: { x: 100, y: 100 }, by: a }),
    () => flipItems.record(project, { ...at, axis: pick % 2 ? 'x' : 'y' }),
    () => alignItems(project, { ...at, alignment: oneOf(ALIGNMENTS, pick), field: 'sheet' }),
    () => distributeItems(project, { ...at, axis: 'x', spacing: { by: 'gaps' } }),
    () => equalItems(project, { ...at, by: 'size' }),
    () => arrangeItems(project, { ...at, layout: oneOf(LAYOUTS, pick), gap: 2, field: 'sheet' }),
    () => groupItems.record(project, { ...at, groupId: `g-${n}`, name: 'Group' }),
    () => ungroupItems.record(project, at),
    () => restackItems.record(project, { ...at, move: oneOf(STACK_MOVES, pick) }),
    () => reorderItems.record(project, { ...at, parentId: null, below: oneOf(sheet.order, pick + 1) }),
    () => markItems.record(project, { ...at, hidden: b > 0.5, locked: b > 0.8 }),
    () => carryFill.record(project, { sheetId: SHEET, from: frameId, to: oneOf(frames, pick + 1), copy: b > 0.7 }),
    () => shufflePictures.record(project, { sheetId: SHEET, ids: sheet.order, seed: pick }),
    () => placePicture.record(project, { sheetId: SHEET, frameId, pictureId: oneOf(PICTURE_IDS, pick) }),
    () => fillFrames.record(project, { ...at, fill: { kind: 'colour', colour } }),
    () => setFrameEdge.record(project, { ...at, feather: b * 10 || null, backing: b > 0.5 ? colour : null }),
    () =>
      markSubject.record(project, {
        pictureId: oneOf(PICTURE_IDS, pick),
        subject: { box: { u0: 0.2, v0: 0.2, u1: 0.3 + b * 0.5, v1: 0.4 + b * 0.5 } },
      }),
    () => matchFrames(project, { sheetId: SHEET, ids: frames, rows: b > 0.5 }).recorded,
    () =>
      setBackground.record(project, {
        sheetId: SHEET,
        background: b > 0.5 ? { kind: 'colour', colour } : { kind: 'none' },
      }),
    () => setVeil.record(project, { sheetId: SHEET, veil: b > 0.3 ? { colour, opacity: b } : null }),
    () =>
      setStencils.record(project, { ...at, stencil: PRESETS[pick % PRESETS.length]?.stencil ?? { kind: 'ellipse' } }),
    () => setCorners.record(project, { ...at, corners: b > 0.3 ? [{ style: 'notch', size: { share: b / 2 } }] : null }),
    () => takeOffStencil(project, { sheetId: SHEET, frameId }),
    () => setUpright(project, { sheetId: SHEET, frameId, along: a }),
    () => setGuides.record(project, { sheetId: SHEET, guides: { x: [a], y: [b, a] } }),
    () => addSlot.record(project, { slot: { id: `slot-${pick % 4}`, name: `Slot ${pick % 4}`, colour } }),
    () => {
      const [slotId] = Object.keys(project.slots).slice(pick % 2)
      const ref = slotId === undefined ? colour : slotRef(slotId, Math.round(a))
      return pick % 2
        ? fillFrames.record(project, { ...at, fill: { kind: 'colour', colour: ref } })
        : setBackground.record(project, { sheetId: SHEET, background: { kind: 'colour', colour: ref } })
    },
    () => changeSlot.record(project, { slotId: `slot-${pick % 4}`, change: { colour, name: `Named ${n}` } }),
    () => removeSlot.record(project, { slotId: `slot-${pick % 4}` }),
    () =>
      pick % 3 === 0
        ? setColours.record(project, { colours: [colour] })
        : pick % 3 === 1
          ? addSheet.record(project, { sheet: copiedSheet(sheet, `sheet-${n + 2}`, 'Copy'), after: SHEET })
          : project.order.length > 1
            ? removeSheet.record(project, { sheetId: project.order.find((id) => id !== SHEET) ?? '' })
            : clearPictures.record(project, { ...at }),
  ]
  return pick % 17 === 0 && frames.length > 4
    ? removeItems.record(project, { sheetId: SHEET, ids: [frameId] })
    : (edits[which]?.() ?? nothing)
}

describe('a random sequence of edits', () => {
  it('leaves a sound document at every step, and is taken back and made again exactly', () => {
    holdsFor(
      fc.tuple(someProjects, fc.array(dice, { minLength: 5, maxLength: 25 })),
      ([start, rolls]) => {
        const states: Project[] = [deepFreeze(start)]
        const steps: Recorded[] = []
        rolls.forEach((roll, n) => {
          const step = edited(states.at(-1) ?? start, roll, n)
          steps.push(step)
          states.push(deepFreeze(step.project))
        })
        expect(projectFaults(states.at(-1))).toEqual([])
        let back = states.at(-1) ?? start
        for (let i = steps.length - 1; i >= 0; i -= 1) {
          back = patched(back, steps[i]?.inverse ?? [])
          expect(back).toEqual(states[i])
        }
        const again = steps.reduce((project, step) => patched(project, step.forward), back)
        expect(again).toEqual(states.at(-1))
      },
      60,
    )
  })
})
