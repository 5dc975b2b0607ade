import { describe, expect, it } from '@jest/globals'
import {
  fillFrames,
  emptyFrame,
  openToWhole,
  placePicture,
  replacePicture,
  setPlaced,
  setFramePose,
  isCoveredThere,
} from '@/core/document/edits/fills'
import { dragWindow } from '@/core/document/edits/pose'
import { addFrame, setFrameBox } from '@/core/document/edits/frames'
import { reshapeFrame, setStencils } from '@/core/document/edits/stencils'
import { moveItems, removeItems, renameItem } from '@/core/document/edits/items'
import { addPicture, renameProject } from '@/core/document/edits/project'
import { changeSheet, setBackground } from '@/core/document/edits/sheets'
import { newFrame } from '@/core/document/create'
import type { Recorded } from '@/core/document/edit'
import { patched } from '@/core/document/history'
import { pictureMatrix } from '@/core/document/content'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { pictureUses } from '@/core/document/roots'
import { frameOf } from '@/core/document/tree'
import type { Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { coverPlaced } from '@/core/placement/placed'
import { fc, holdsFor } from '@tests/helpers/property'
import { boxes, placements, points, stencils, turns } from '@tests/helpers/arbitrary'
import { deepFreeze, pictureRef, sampleProject, SHEET } from '@tests/helpers/project'
import { nearMatrix } from '@tests/helpers/near'

const at = (frameId: string) => ({ sheetId: SHEET, frameId })
const frame = (project: Project, id: string) => frameOf(sheetOf(project, SHEET), id)
const filled = (): Project => placePicture(sampleProject(), { ...at('f-1'), pictureId: 'pic-1' })

/** Any edit of the program, on whatever frames and pictures there are. */
const change: fc.Arbitrary<(project: Project) => Recorded> = fc.oneof(
  fc.tuple(points, fc.constantFrom('f-1', 'f-2', 'f-3')).map(
    ([delta, id]) =>
      (p: Project) =>
        moveItems.record(p, { sheetId: SHEET, ids: sheetOf(p, SHEET).items[id] ? [id] : [], delta }),
  ),
  fc.tuple(boxes, turns, fc.nat(9)).map(
    ([box, turn, n]) =>
      (p: Project) =>
        withFrame(p, n, (id) => setFrameBox.record(p, { ...at(id), box, turn })),
  ),
  fc.tuple(stencils, fc.nat(9)).map(
    ([stencil, n]) =>
      (p: Project) =>
        withFrame(p, n, (id) => setStencils.record(p, { sheetId: SHEET, ids: [id], stencil })),
  ),
  fc.tuple(fc.constantFrom('pic-1', 'pic-2', 'pic-3'), fc.nat(9)).map(
    ([pictureId, n]) =>
      (p: Project) =>
        withFrame(p, n, (id) => placePicture.record(p, { ...at(id), pictureId })),
  ),
  fc.tuple(fc.constantFrom('pic-1', 'pic-2', 'pic-3'), fc.nat(9)).map(
    ([pictureId, n]) =>
      (p: Project) =>
        withFrame(p, n, (id) => replacePicture.record(p, { ...at(id), pictureId })),
  ),
  fc.tuple(placements, fc.nat(9)).map(
    ([placed, n]) =>
      (p: Project) =>
        withFrame(p, n, (id) => setPlaced.record(p, { ...at(id), placed })),
  ),
  fc.nat(9).map((n) => (p: Project) => withFrame(p, n, (id) => emptyFrame.record(p, at(id)))),
  fc.nat(9).map((n) => (p: Project) => withFrame(p, n, (id) => openToWhole.record(p, at(id)))),
  fc.tuple(boxes, turns, fc.nat(9)).map(
    ([box, turn, n]) =>
      (p: Project) =>
        withFrame(p, n, (id) => setFramePose.record(p, { ...at(id), box, turn, allowGaps: true })),
  ),
  fc.nat(9).map((n) => (p: Project) => withFrame(p, n, (id) => removeItems.record(p, { sheetId: SHEET, ids: [id] }))),
  fc.tuple(stencils, boxes, fc.nat(1000)).map(
    ([stencil, box, n]) =>
      (p: Project) =>
        addFrame.record(p, { sheetId: SHEET, frame: newFrame(`n-${n}`, stencil, box) }),
  ),
  fc.string({ maxLength: 20 }).map((name) => (p: Project) => renameProject.record(p, { name })),
  fc.tuple(fc.string({ maxLength: 20 }), fc.nat(9)).map(
    ([name, n]) =>
      (p: Project) =>
        withFrame(p, n, (id) => renameItem.record(p, { sheetId: SHEET, id, name })),
  ),
  fc
    .constantFrom('#112233', '#aabbcc')
    .map(
      (colour) => (p: Project) => setBackground.record(p, { sheetId: SHEET, background: { kind: 'colour', colour } }),
    ),
  fc
    .constantFrom('pic-1', 'pic-2')
    .map(
      (id) => (p: Project) =>
        setBackground.record(p, { sheetId: SHEET, background: { kind: 'picture', placed: coverPlaced(id) } }),
    ),
  fc.tuple(fc.constantFrom('#445566'), fc.nat(9)).map(
    ([colour, n]) =>
      (p: Project) =>
        withFrame(p, n, (id) =>
          fillFrames.record(p, { sheetId: at(id).sheetId, ids: [id], fill: { kind: 'colour', colour } }),
        ),
  ),
  fc.constantFrom(72, 150, 300).map((ppi) => (p: Project) => changeSheet.record(p, { sheetId: SHEET, ppi })),
)

const withFrame = (project: Project, n: number, make: (id: string) => Recorded): Recorded => {
  const { order } = sheetOf(project, SHEET)
  const id = order[n % Math.max(1, order.length)]
  return id === undefined ? { project, forward: [], inverse: [] } : make(id)
}

describe('edits', () => {
  it('in any sequence keep the document sound, undo exactly and never change their argument', () => {
    holdsFor(
      fc.array(change, { minLength: 1, maxLength: 40 }),
      (changes) => {
        const start = deepFreeze(sampleProject())
        let project = start
        const made: Recorded[] = []
        for (const make of changes) {
          const recorded = make(project)
          expect(patched(project, recorded.forward)).toEqual(recorded.project)
          project = deepFreeze(recorded.project)
          made.push(recorded)
        }
        expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
        for (const { inverse } of made.toReversed()) project = patched(project, inverse)
        expect(project).toEqual(start)
      },
      60,
    )
  })

  it('that change nothing return the same object and no patch', () => {
    const project = filled()
    const { box, turn, stencil } = frame(project, 'f-1')
    const placed = shownPlaced(frame(project, 'f-1')) ?? coverPlaced('pic-1')
    expect(setFrameBox(project, { ...at('f-1'), box, turn })).toBe(project)
    expect(setStencils(project, { sheetId: SHEET, ids: ['f-1'], stencil })).toBe(project)
    expect(setPlaced(project, { ...at('f-1'), placed })).toBe(project)
    expect(moveItems(project, { sheetId: SHEET, ids: ['f-1'], delta: { x: 0, y: 0 } })).toBe(project)
    expect(renameProject(project, { name: project.name })).toBe(project)
    expect(addPicture(project, { pictureId: 'pic-1', picture: pictureRef(9) })).toBe(project)
    expect(removeItems.record(project, { sheetId: SHEET, ids: ['nobody'] }).forward).toEqual([])
  })

  it('leave what they do not touch as the same objects', () => {
    const project = filled()
    const after = moveItems(project, { sheetId: SHEET, ids: ['f-2'], delta: { x: 3, y: 4 } })
    expect(frame(after, 'f-1')).toBe(frame(project, 'f-1'))
    expect(after.pictures).toBe(project.pictures)
  })

  it.each([
    ['a sheet', () => moveItems(sampleProject(), { sheetId: 'other', ids: ['f-1'], delta: { x: 1, y: 1 } })],
    ['a frame', () => reshapeFrame(sampleProject(), { ...at('other'), stencil: { kind: 'ellipse' } })],
    ['a picture', () => placePicture(sampleProject(), { ...at('f-1'), pictureId: 'other' })],
  ])('refuse %s that is not there', (_what, make) => expect(make).toThrow(/must be one of the/))
})

describe('pictures in frames', () => {
  it('replaced keep every setting', () => {
    const start = filled()
    const placed = { ...coverPlaced('pic-1'), zoom: 2, turn: 30, flipX: true, focus: { u: 0.4, v: 0.6 } }
    const set = setPlaced(start, { ...at('f-1'), placed })
    const after = replacePicture(set, { ...at('f-1'), pictureId: 'pic-2' })
    expect(shownPlaced(frame(after, 'f-1'))).toEqual({ ...placed, pictureId: 'pic-2' })
  })
  it('taken out leave the frame', () => {
    const after = emptyFrame(filled(), at('f-1'))
    expect(frame(after, 'f-1').fill).toEqual({ kind: 'none' })
    expect(sheetOf(after, SHEET).order).toContain('f-1')
  })
  it('stay when the stencil changes', () => {
    const after = setStencils(filled(), { sheetId: SHEET, ids: ['f-1'], stencil: { kind: 'polygon', sides: 7 } })
    expect(frame(after, 'f-1').fill).toEqual(frame(filled(), 'f-1').fill)
  })
})

describe('the outline way by hand', () => {
  it('stops at the picture’s edge while keep-covered holds, and the picture stays put', () => {
    holdsFor(
      fc.tuple(points, placements),
      ([drag, placed]) => {
        const start = setPlaced(filled(), {
          ...at('f-1'),
          placed: { ...placed, pictureId: 'pic-1', keepCovered: true },
        })
        const { box, turn } = frame(start, 'f-1')
        const { recorded } = dragWindow(start, SHEET, 'f-1', drag, (d) => ({
          turn,
          box: { ...box, cx: box.cx + d.x, cy: box.cy + d.y },
        }))
        const sheet = sheetOf(recorded.project, SHEET)
        const before = pictureMatrix(start, sheetOf(start, SHEET), frame(start, 'f-1'))
        const after = pictureMatrix(recorded.project, sheet, frame(recorded.project, 'f-1'))
        if (before && after) nearMatrix(after, before, 1e-3, 1200)
        expect(shownPlaced(frame(recorded.project, 'f-1'))?.keepCovered).toBe(true)
      },
      100,
    )
  })
  it('goes all the way where gaps are allowed', () => {
    const start = setPlaced(filled(), { ...at('f-1'), placed: { ...coverPlaced('pic-1'), keepCovered: false } })
    const { box, turn } = frame(start, 'f-1')
    const { recorded, stopped } = dragWindow(start, SHEET, 'f-1', { x: 500, y: 0 }, (d) => ({
      turn,
      box: { ...box, cx: box.cx + d.x, cy: box.cy + d.y },
    }))
    expect(stopped).toBe(false)
    expect(frame(recorded.project, 'f-1').box.cx).toBe(box.cx + 500)
    expect(isCoveredThere(recorded.project, SHEET, 'f-1', frame(recorded.project, 'f-1'))).toBe(false)
  })
})

describe('uses of a picture', () => {
  it('are counted over frames and background, and unused ones are left out', () => {
    const twice = placePicture(filled(), { ...at('f-2'), pictureId: 'pic-1' })
    const project = setBackground(twice, {
      sheetId: SHEET,
      background: { kind: 'picture', placed: coverPlaced('pic-2') },
    })
    expect(Object.fromEntries(pictureUses(project))).toEqual({ 'pic-1': 2, 'pic-2': 1 })
  })
})
