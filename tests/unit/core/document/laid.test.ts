/** Frames in perspective and the planes they share: expectations are laws of projective maps, worked out beside the program. */
import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'
import { laidCorners, someProjects } from '@tests/helpers/documents'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { pictureMatrix } from '@/core/document/content'
import { patched } from '@/core/document/history'
import { alignItems, distributeItems, equalItems } from '@/core/document/edits/arrange'
import { setFramePose, placePicture } from '@/core/document/edits/fills'
import { flipItems, moveItems, removeItems } from '@/core/document/edits/items'
import { forgetLaid, layAsQuad, layFrame, setTrueSize, takeUp } from '@/core/document/edits/laid'
import { pasteFragment } from '@/core/document/edits/paste'
import {
  addPlane,
  hangOnPlane,
  movePlane,
  planeOfFrame,
  removePlane,
  setPlaneSize,
  takeOffPlane,
} from '@/core/document/edits/planes'
import { addSheet, copiedSheet } from '@/core/document/edits/sheets'
import { joinSpan, makeSpan } from '@/core/document/edits/spans'
import { fragmentOf, readFragment } from '@/core/document/fragment'
import { layOf, seenAt, seenQuad, standsAt } from '@/core/document/laid'
import { trueRatioOn } from '@/core/document/quads'
import { frameContains, sheetOf } from '@/core/document/read'
import { frameOf, framesOf } from '@/core/document/tree'
import type { Frame, Plane, Project } from '@/core/document/types'
import { projectFaults, readProject } from '@/core/document/validate'
import { boxMatrix } from '@/core/geometry/box'
import { apply } from '@/core/geometry/matrix'
import type { Quad } from '@/core/geometry/quad'
import { distance, type Point } from '@/core/geometry/vector'

const at = { sheetId: SHEET }
const sheet = (project: Project) => sheetOf(project, SHEET)
const frame = (project: Project, id = 'f-1'): Frame => frameOf(sheet(project), id)
const sound = (project: Project): void => expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])

const QUAD: Quad = [
  { x: 110, y: 130 },
  { x: 320, y: 160 },
  { x: 300, y: 280 },
  { x: 120, y: 330 },
]
const laid = (): Project => layFrame(sampleProject(), { ...at, frameId: 'f-1', quad: QUAD })

const sameQuad = (got: Quad, wanted: Quad, within = 1e-6): void =>
  got.forEach((p, i) => {
    near(p.x, wanted[i]?.x ?? NaN, within)
    near(p.y, wanted[i]?.y ?? NaN, within)
  })

const WALL: Plane = {
  id: 'wall',
  name: 'Wall',
  corners: [
    { x: 40, y: 60 },
    { x: 760, y: 160 },
    { x: 760, y: 430 },
    { x: 40, y: 560 },
  ],
  size: { w: 4000, h: 2000 },
}
/** Three frames on a wall, in its own points. */
const walled = (): Project =>
  [0, 1, 2].reduce(
    (project, i) => {
      const held = JSON.parse(JSON.stringify(project)) as Project
      const item = held.sheets[SHEET]?.items[`f-${i + 1}`]
      Object.assign(item ?? {}, {
        planeId: 'wall',
        stencil: { kind: 'rectangle' },
        box: { cx: 700 + 1200 * i, cy: 900 + 60 * i, w: 800, h: 600 },
      })
      return held
    },
    addPlane(sampleProject(), { ...at, plane: WALL }),
  )

describe('a frame laid into four corners', () => {
  it('has those of its box there, and goes with its box wherever that goes', () => {
    const project = laid()
    sameQuad(seenQuad(sheet(project), frame(project)), QUAD)
    const moved = moveItems(project, { ...at, ids: ['f-1'], delta: { x: 31, y: -17 } })
    sameQuad(
      seenQuad(sheet(moved), frame(moved)),
      QUAD.map(({ x, y }) => ({ x: x + 31, y: y - 17 })) as unknown as Quad,
    )
    sound(moved)
  })
  it('is taken up flat and laid down again without loss, and forgotten for good', () => {
    const project = laid()
    const up = takeUp(project, { ...at, frameId: 'f-1', isFlat: true })
    expect(layOf(sheet(up), frame(up))).toBeNull()
    sound(up)
    expect(takeUp(up, { ...at, frameId: 'f-1', isFlat: false })).toEqual(project)
    expect(forgetLaid(up, { ...at, frameId: 'f-1' })).toEqual(sampleProject())
  })
  it('mirrored is seen in a mirror', () =>
    holdsFor(
      fc.tuple(someProjects, fc.constantFrom('x' as const, 'y' as const)),
      ([project, axis]) => {
        const [first] = framesOf(sheet(project)).filter((one) => one.laid && !one.laid.isFlat)
        if (!first) return
        const before = seenQuad(sheet(project), first)
        const after = flipItems(project, { ...at, ids: [first.id], axis })
        const now = seenQuad(sheet(after), frameOf(sheet(after), first.id))
        // As a set of points the quad is mirrored about one line, which its outermost corners tell.
        const key = axis
        const about = Math.min(...now.map((p) => p[key])) + Math.max(...before.map((p) => p[key]))
        const size = 1 + Math.max(...before.map(({ x, y }) => Math.abs(x) + Math.abs(y)))
        for (const p of before) {
          const mirrored = { ...p, [key]: about - p[key] }
          expect(Math.min(...now.map((q) => distance(q, mirrored)))).toBeLessThan(1e-6 * size)
        }
        sound(after)
      },
      60,
    ))
  it('keeps its plane when its box is cropped: what is seen of a point stays', () => {
    const project = placePicture(laid(), { ...at, frameId: 'f-1', pictureId: 'pic-1' })
    const lay = layOf(sheet(project), frame(project))
    const cropped = setFramePose(project, {
      ...at,
      frameId: 'f-1',
      box: { cx: 190, cy: 205, w: 120, h: 110 },
      turn: 0,
      allowGaps: true,
    })
    const now = layOf(sheet(cropped), frame(cropped))
    for (const p of [
      { x: 160, y: 170 },
      { x: 240, y: 230 },
    ])
      expect(distance(seenAt(now, p), seenAt(lay, p))).toBeLessThan(1e-6)
    sound(cropped)
  })
  it('says how large it truly is without being seen otherwise', () => {
    const sized = setTrueSize(laid(), { ...at, frameId: 'f-1', size: { w: 400, h: 90 } })
    sameQuad(seenQuad(sheet(sized), frame(sized)), QUAD)
    expect(frame(sized).box).toMatchObject({ w: 400, h: 90 })
  })
  it('refuses, in words, corners that are no plane', () => {
    const [p, q, r, s] = QUAD
    const wrong: readonly Quad[] = [
      [p, q, { x: 190, y: 200 }, s],
      [p, r, q, s],
      [p, p, r, s],
      [p, q, { x: NaN, y: 0 }, s],
      [p, { x: 200, y: 200 }, { x: 290, y: 270 }, s],
    ]
    for (const quad of wrong)
      expect(() => layFrame(sampleProject(), { ...at, frameId: 'f-1', quad })).toThrow(/[A-Z].*\.$/)
  })
  it('of a rectangle seen by a camera has its true ratio', () => {
    // A pinhole camera of known focal length looks at a rectangle of 3 : 2, turned about two axes.
    const focal = 1.2 * 800
    const [a, b] = [0.5, 0.3]
    const seen = (x: number, y: number): Point => {
      const [x1, z1] = [x * Math.cos(a), x * Math.sin(a)]
      const [y2, z2] = [y * Math.cos(b) - z1 * Math.sin(b), y * Math.sin(b) + z1 * Math.cos(b) + 900]
      return { x: 400 + (focal * x1) / z2, y: 300 + (focal * y2) / z2 }
    }
    const quad: Quad = [seen(-150, -100), seen(150, -100), seen(150, 100), seen(-150, 100)]
    near(trueRatioOn({ size: { w: 800, h: 600 } }, quad), 1.5, 1e-6)
    const project = layAsQuad(sampleProject(), { ...at, frameId: 'f-1', quad })
    near(frame(project).box.w / frame(project).box.h, 1.5, 1e-6)
    sameQuad(seenQuad(sheet(project), frame(project)), quad)
  })
  it('holds a point where its outline is seen', () =>
    holdsFor(
      fc.tuple(someProjects, real(0.05, 0.95), real(0.05, 0.95)),
      ([project, u, v]) => {
        for (const one of framesOf(sheet(project))) {
          const lay = layOf(sheet(project), one)
          const { box } = one
          // Within its box: a bent surface is seen no farther.
          const p = apply(boxMatrix(box, one.turn), { x: (u - 0.5) * box.w, y: (v - 0.5) * box.h })
          const seen = seenAt(lay, p)
          const back = standsAt(lay, seen)
          if (back)
            expect(distance(back, p)).toBeLessThan(1e-6 * (1 + box.w + box.h + Math.abs(box.cx) + Math.abs(box.cy)))
          const flat = { ...one } as { -readonly [K in keyof Frame]: Frame[K] }
          delete flat.laid
          expect(frameContains(sheet(project), one, seen)).toBe(frameContains(sheet(project), flat, back ?? p))
        }
      },
      40,
    ))
})

describe('a plane', () => {
  it('made of a laid frame shows it as before; removed, all on it stays where it is seen', () => {
    const project = planeOfFrame(laid(), { ...at, frameId: 'f-1', plane: { id: 'wall', name: 'Wall' } })
    sameQuad(seenQuad(sheet(project), frame(project)), QUAD)
    expect(frame(project).planeId).toBe('wall')
    sound(project)
    const gone = removePlane(project, { ...at, planeId: 'wall' })
    sameQuad(seenQuad(sheet(gone), frame(gone)), QUAD)
    sound(gone)
  })
  it('keeps a frame on it that is moved along, and takes all along when it is moved', () => {
    const project = walled()
    const along = moveItems(project, { ...at, ids: ['f-1'], delta: { x: 300, y: 0 }, planeId: 'wall' })
    expect(frame(along).box).toMatchObject({ cx: 1000, cy: 900, w: 800, h: 600 })
    // By a way on the sheet it goes along the plane to just there.
    const from = seenAt(layOf(sheet(project), frame(project)), { x: 700, y: 900 })
    const dragged = moveItems(project, { ...at, ids: ['f-1'], delta: { x: 40, y: 5 }, from })
    const lay = layOf(sheet(dragged), frame(dragged))
    const now = seenAt(lay, { x: frame(dragged).box.cx, y: frame(dragged).box.cy })
    expect(distance(now, { x: from.x + 40, y: from.y + 5 })).toBeLessThan(1e-6)
    const corners = WALL.corners.map(({ x, y }) => ({ x: x + 10, y })) as unknown as Quad
    const moved = movePlane(project, { ...at, planeId: 'wall', corners })
    for (const id of ['f-1', 'f-2', 'f-3']) {
      const [was, is] = [seenQuad(sheet(project), frame(project, id)), seenQuad(sheet(moved), frame(moved, id))]
      sameQuad(is, was.map(({ x, y }) => ({ x: x + 10, y })) as unknown as Quad)
    }
  })
  it('has equal sizes, gaps and lines in its own measures', () => {
    const project = walled()
    const ids = ['f-1', 'f-2', 'f-3']
    const lined = alignItems(project, { ...at, ids, alignment: 'top', field: 'selection' }).project
    for (const id of ids) near(frame(lined, id).box.cy, 900, 1e-9)
    const shoved = moveItems(lined, { ...at, ids: ['f-2'], delta: { x: 170, y: 0 }, planeId: 'wall' })
    const even = distributeItems(shoved, { ...at, ids, axis: 'x', spacing: { by: 'gaps' } }).project
    near(frame(even, 'f-2').box.cx, 1900, 1e-9)
    const sized = equalItems(even, { ...at, ids, by: 'size' }).project
    for (const id of ids) expect(frame(sized, id).box).toMatchObject({ w: 800, h: 600 })
    // Lines of the plane meet in one vanishing point: top edges of all three lie on one line as seen.
    const tops = ids.map((id) => seenQuad(sheet(lined), frame(lined, id))).flatMap(([p, q]) => [p, q])
    const [a, b] = [tops[0], tops.at(-1)]
    for (const p of tops)
      if (a && b) near(((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / distance(a, b), 0, 1e-6)
    // What does not lie on it is not put in line with what does.
    const mixed = takeOffPlane(project, { ...at, ids: ['f-3'] })
    expect(() => alignItems(mixed, { ...at, ids, alignment: 'top', field: 'selection' })).toThrow(/plane/)
  })
  it('carries one picture over several, in register to 1e-6 of the plane; more join later', () => {
    const project = walled()
    const spanned = makeSpan(project, { ...at, ids: ['f-1', 'f-2'], spanId: 's-1', pictureId: 'pic-1' })
    const joined = joinSpan(spanned, { ...at, ids: ['f-3'], spanId: 's-1' })
    sound(joined)
    const [first] = ['f-1'].map((id) => pictureMatrix(joined, sheet(joined), frame(joined, id)))
    for (const id of ['f-2', 'f-3']) {
      const own = pictureMatrix(joined, sheet(joined), frame(joined, id))
      for (const key of ['a', 'b', 'c', 'd', 'e', 'f'] as const) near(own?.[key] ?? NaN, first?.[key] ?? NaN, 1e-6)
    }
    // One that lies elsewhere cannot join.
    const apart = takeOffPlane(project, { ...at, ids: ['f-3'] })
    const two = makeSpan(apart, { ...at, ids: ['f-1', 'f-2'], spanId: 's-1', pictureId: 'pic-1' })
    expect(() => joinSpan(two, { ...at, ids: ['f-3'], spanId: 's-1' })).toThrow(/plane/)
    // Taken off, a window keeps what it shows as its own.
    const taken = takeOffPlane(spanned, { ...at, ids: ['f-1'] })
    expect(frame(taken).fill.kind).toBe('taken')
    sameQuad(seenQuad(sheet(taken), frame(taken)), seenQuad(sheet(spanned), frame(spanned)))
    sound(taken)
    // Laid into four corners of its own it leaves its plane the same way.
    const alone = layAsQuad(spanned, { ...at, frameId: 'f-1', quad: QUAD })
    expect(frame(alone).fill.kind).toBe('taken')
    sound(alone)
  })
  it('told to be of another size shows all as before', () => {
    const project = makeSpan(walled(), { ...at, ids: ['f-1', 'f-2'], spanId: 's-1', pictureId: 'pic-1' })
    const sized = setPlaneSize(project, { ...at, planeId: 'wall', size: { w: 1000, h: 800 } })
    for (const id of ['f-1', 'f-2', 'f-3'])
      sameQuad(seenQuad(sheet(sized), frame(sized, id)), seenQuad(sheet(project), frame(project, id)))
    sound(sized)
  })
  it('refuses what would reach to its horizon', () => {
    const steep: Quad = [
      { x: 100, y: 100 },
      { x: 300, y: 180 },
      { x: 300, y: 220 },
      { x: 100, y: 300 },
    ]
    const project = addPlane(sampleProject(), { ...at, plane: { ...WALL, corners: steep } })
    const far = moveItems(project, { ...at, ids: ['f-2'], delta: { x: 0, y: 0 } })
    expect(() => hangOnPlane(far, { ...at, ids: ['f-2'], planeId: 'wall' })).toThrow(/horizon/)
    // Along the wall it does not come behind the eye.
    const held = hangOnPlane(project, { ...at, ids: ['f-1'], planeId: 'wall' })
    const driven = moveItems(held, { ...at, ids: ['f-1'], delta: { x: -1e5, y: 0 }, planeId: 'wall' })
    expect(driven).toBe(held)
  })
  it('goes with what lies on it to other sheets, and serves on its own', () => {
    const project = makeSpan(walled(), { ...at, ids: ['f-1', 'f-2'], spanId: 's-1', pictureId: 'pic-1' })
    const other = addSheet(project, {
      sheet: { ...copiedSheet(sheet(project), 'sheet-2', 'Two'), planes: {}, items: {}, order: [], spans: {} },
      after: SHEET,
    })
    const fragment = readFragment(JSON.parse(JSON.stringify(fragmentOf(project, SHEET, ['f-1', 'f-2']))))
    const paste = { fragment, newIds: { 'f-1': 'n-1', 'f-2': 'n-2' }, delta: { x: 0, y: 0 } }
    const there = pasteFragment(other, { sheetId: 'sheet-2', ...paste })
    sound(there)
    const target = sheetOf(there, 'sheet-2')
    expect(Object.keys(target.planes)).toHaveLength(1)
    sameQuad(seenQuad(target, frameOf(target, 'n-1')), seenQuad(sheet(project), frame(project)))
    const here = pasteFragment(other, { sheetId: SHEET, ...paste })
    expect(Object.keys(sheet(here).planes)).toEqual(['wall'])
    expect(frame(here, 'n-1').planeId).toBe('wall')
    sound(here)
  })
  it('is scaled with a copy of its sheet', () => {
    const project = walled()
    const half = copiedSheet(sheet(project), 'sheet-2', 'Half', { w: 400, h: 300 })
    for (const id of ['f-1', 'f-3'])
      sameQuad(
        seenQuad(half, frameOf(half, id)),
        seenQuad(sheet(project), frame(project, id)).map(({ x, y }) => ({ x: x / 2, y: y / 2 })) as unknown as Quad,
      )
  })
})

describe('laying, hanging and taking off, in any order', () => {
  const steps = fc.array(
    fc.record({ which: fc.integer({ min: 0, max: 8 }), pick: fc.integer({ min: 0, max: 99 }), corners: laidCorners }),
    { minLength: 3, maxLength: 12 },
  )
  it('leaves a sound document at every step, and is taken back exactly', () =>
    holdsFor(
      fc.tuple(someProjects, steps),
      ([start, moves]) => {
        let project = addPlane(start, { ...at, plane: WALL })
        for (const [i, { which, pick, corners }] of moves.entries()) {
          const frames = framesOf(sheet(project))
          const one = frames[pick % frames.length]
          if (!one) return
          const ids = [one.id]
          const planes = Object.keys(sheet(project).planes)
          const planeId = planes[pick % Math.max(1, planes.length)] ?? 'none'
          const quad = corners.map(({ x, y }) => ({ x: 100 + 400 * x, y: 80 + 300 * y })) as unknown as Quad
          const make = [
            () => layFrame.record(project, { ...at, frameId: one.id, quad }),
            () => takeUp.record(project, { ...at, frameId: one.id, isFlat: pick % 2 === 0 }),
            () => hangOnPlane.record(project, { ...at, ids, planeId }),
            () => takeOffPlane.record(project, { ...at, ids }),
            () => planeOfFrame.record(project, { ...at, frameId: one.id, plane: { id: `p-${i}`, name: 'P' } }),
            () => removePlane.record(project, { ...at, planeId }),
            () => moveItems.record(project, { ...at, ids, delta: { x: pick - 50, y: 30 } }),
            () => movePlane.record(project, { ...at, planeId, corners: quad }),
            () => removeItems.record(project, { ...at, ids: frames.length > 2 ? ids : [] }),
          ][which]
          try {
            const recorded = make?.()
            if (!recorded) return
            sound(recorded.project)
            expect(patched(recorded.project, recorded.inverse)).toEqual(project)
            project = recorded.project
          } catch (error) {
            // What is refused is refused in words, and changes nothing.
            expect(String(error)).toMatch(/Failure|must be|[a-z]/)
            if (error instanceof Error && error.name !== 'Failure' && error.name !== 'RangeError') throw error
          }
        }
      },
      60,
    ))
})

const HARMS: readonly (readonly [string, (of: any) => void])[] = [
  ['three equal corners', (of: any) => void (of.items['f-1'].laid.corners = [0, 0, 0, 1].map((x) => ({ x, y: 0 })))],
  ['a corner far away', (of: any) => void (of.items['f-1'].laid.corners[0].x = 1e9)],
  ['a corner that is no number', (of: any) => void (of.items['f-1'].laid.corners[0].x = NaN)],
  ['three corners', (of: any) => of.items['f-1'].laid.corners.pop()],
  ['a plane that is not there', (of: any) => void (of.items['f-2'].planeId = 'nowhere')],
  [
    'both a plane and corners',
    (of: any) => Object.assign(of.items['f-1'], { planeId: Object.assign(of.planes, { wall: WALL }) && 'wall' }),
  ],
  [
    'a plane that crosses itself',
    (of: any) => (of.planes.wall = { ...WALL, corners: [0, 2, 1, 3].map((i) => WALL.corners[i]) }),
  ],
  ['a plane under another name', (of: any) => void (of.planes.floor = WALL)],
  [
    'a shade of nothing that can be named',
    (of: any) => (of.items['f-1'].shade = { of: '../x', strength: 1, white: 1 }),
  ],
  ['a shade beyond full', (of: any) => void (of.items['f-1'].shade = { of: '@background', strength: 2, white: 1 })],
]

describe('documents that say of perspective what cannot be', () => {
  const harmed = (harm: (document: Record<string, any>) => void): readonly string[] => {
    const document = JSON.parse(JSON.stringify(laid())) as Record<string, any>
    harm(document['sheets'][SHEET])
    return projectFaults(document).map(({ path }) => path)
  }
  it.each(HARMS)('are refused: %s', (_what, harm) => {
    expect(harmed(harm).length).toBeGreaterThan(0)
  })
  it('and those of format 10 are brought here without any', () => {
    const document = JSON.parse(JSON.stringify(sampleProject())) as Record<string, any>
    document['format'] = 10
    delete document['sheets'][SHEET].planes
    expect(readProject(document)).toEqual(sampleProject())
  })
})
