/** What the finish of a group is about, and what was only moved: the same as worked out anew, without being so. */
import { describe, expect, it } from '@jest/globals'
import { finishedSheets } from '@tests/helpers/finishedSheets'
import { near } from '@tests/helpers/near'
import { SHEET } from '@tests/helpers/project'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { looksByPlace, movedBy } from '@/core/document/moves'
import { framesOf } from '@/core/document/tree'
import { sheetOf } from '@/core/document/read'
import type { Frame } from '@/core/document/types'
import { newLayer } from '@/core/finish/layers'
import { newStencil, type Stencil } from '@/core/stencil/stencil'
import { translation } from '@/core/geometry/matrix'
import { transformPath } from '@/core/path/transform'
import { renderFrame } from '@/core/render/frame'
import { shiftedItem } from '@/core/render/shift'
import { silhouetteOf, silhouetteOps } from '@/core/render/silhouette'

const sheet = newSheet('s', 'S', { unit: 'pt', size: { w: 500, h: 500 }, ppi: 72, bleed: 0 })
const star: Stencil = newStencil('star')
const frames = [
  newFrame('a', { kind: 'ellipse' }, { cx: 100, cy: 100, w: 80, h: 60 }),
  newFrame('b', { kind: 'ellipse' }, { cx: 150, cy: 110, w: 80, h: 60 }),
  { ...newFrame('c', { kind: 'rectangle' }, { cx: 300, cy: 100, w: 80, h: 60 }), turn: 20 },
  { ...newFrame('d', { kind: 'ellipse' }, { cx: 330, cy: 120, w: 90, h: 20 }), flip: true },
]
const moved = (by: { x: number; y: number }): readonly Frame[] =>
  frames.map((frame) => ({ ...frame, box: { ...frame.box, cx: frame.box.cx + by.x, cy: frame.box.cy + by.y } }))

/** Every number of two values of one form, told apart by where it stands. */
const nearly = (got: unknown, wanted: unknown, where = ''): void => {
  if (typeof wanted === 'number' && typeof got === 'number') return near(got, wanted, 1e-6 * (1 + Math.abs(wanted)))
  if (typeof wanted !== 'object' || wanted === null || typeof got !== 'object' || got === null) {
    if (got !== wanted) expect(`${where}: ${String(got)}`).toBe(`${where}: ${String(wanted)}`)
    return
  }
  expect(`${where}: ${Object.keys(got).toSorted().join()}`).toBe(`${where}: ${Object.keys(wanted).toSorted().join()}`)
  for (const [key, value] of Object.entries(wanted))
    nearly((got as Record<string, unknown>)[key], value, `${where}.${key}`)
}

describe('a silhouette', () => {
  it('is the same outline as long as members keep their places to one another, put where they lie', () => {
    const [here, there] = [silhouetteOf(sheet, frames), silhouetteOf(sheet, moved({ x: 37.3, y: -12.9 }))]
    expect(there.outline).toBe(here.outline)
    expect(there.toSheet.e - here.toSheet.e).toBeCloseTo(37.3, 9)
    expect(there.toSheet.f - here.toSheet.f).toBeCloseTo(-12.9, 9)
  })
  it('is another when a member moves, grows, turns or changes its stencil', () => {
    const { outline } = silhouetteOf(sheet, frames)
    const [a, ...others] = frames
    if (!a) throw new TypeError('no frame')
    const changed: readonly Frame[] = [
      { ...a, box: { ...a.box, cx: a.box.cx + 0.01 } },
      { ...a, box: { ...a.box, w: a.box.w + 1 } },
      { ...a, turn: 1 },
      { ...a, stencil: star },
    ]
    for (const frame of changed) expect(silhouetteOf(sheet, [frame, ...others]).outline).not.toBe(outline)
    expect(silhouetteOf(sheet, others).outline).not.toBe(outline)
  })
  it('has its operations worked out once, and put where it lies', () => {
    const layers = [newLayer('shadow', 's', 8), newLayer('stroke', 't', 6)]
    const there = silhouetteOf(sheet, moved({ x: 5, y: 6 }))
    const [before, now] = [silhouetteOps(layers, silhouetteOf(sheet, frames)), silhouetteOps([...layers], there)]
    expect(now.under.length).toBeGreaterThan(0)
    now.under.forEach((op, i) => {
      const was = before.under[i]
      if (op.op === 'plane' || was?.op === 'plane' || !was) throw new TypeError('not flat')
      expect(op.outline).toBe(was.outline)
      expect(op.toSheet).toEqual(there.toSheet)
    })
    const [first] = layers
    if (first) expect(silhouetteOps([first], there).under).toHaveLength(1)
  })
})

describe('what was only moved', () => {
  it('is what rendering it anew gives, for random frames with finishes', () => {
    const cases = fc.record({ project: finishedSheets, x: real(-200, 200), y: real(-200, 200) })
    holdsFor(
      cases,
      ({ project, x, y }) => {
        const on = sheetOf(project, SHEET)
        for (const frame of framesOf(on)) {
          const now = { ...frame, box: { ...frame.box, cx: frame.box.cx + x, cy: frame.box.cy + y } }
          const by = movedBy(frame, now)
          const item = renderFrame(project, on, frame)
          if (!by || looksByPlace(on, frame)) continue
          const there = { ...on, items: { ...on.items, [frame.id]: now } }
          nearly(shiftedItem(item, by), renderFrame(project, there, now), frame.id)
        }
      },
      60,
    )
  })
  it('is told from what changed otherwise', () => {
    const [a] = frames
    if (!a) throw new TypeError('no frame')
    expect(movedBy(a, { ...a, box: { ...a.box, cx: 1 } })).toEqual({ x: -99, y: 0 })
    expect(movedBy(a, { ...a, box: { ...a.box, w: 1 } })).toBeNull()
    expect(movedBy(a, { ...a, turn: 1 })).toBeNull()
    expect(movedBy(a, { ...a, name: 'other' })).toBeNull()
    expect(movedBy(a, { ...a, feather: 1 })).toBeNull()
  })
})

// Outlines stand where `transformPath` would put them: the silhouette's own matrix is a translation alone.
describe('the matrix of a silhouette', () => {
  it('brings its outline onto the members', () => {
    const [a] = frames
    if (!a) throw new TypeError('no frame')
    const { outline, toSheet } = silhouetteOf(newProjectSheet(), [a])
    const xs = transformPath(toSheet, outline.path).flatMap((part) => ('to' in part ? [part.to.x] : []))
    expect(toSheet).toEqual(translation(100, 100))
    for (const x of xs) expect(x >= 60 - 1e-9 && x <= 140 + 1e-9).toBe(true)
  })
})

const newProjectSheet = () => sheetOf(newProject('p', 'P', sheet), 's')
