/** Edits of stencils: what they change and what they must leave, above all the picture's place on the sheet. */
import { describe, expect, it } from '@jest/globals'
import { combineAll } from '@/core/path/combine'
import { areaOf } from '@/core/path/area'
import { boundsOf } from '@/core/path/extent'
import { nodesOf, moveNodes, pathOfNodes } from '@/core/path/nodes'
import { apply, invert } from '@/core/geometry/matrix'
import { distance } from '@/core/geometry/vector'
import { polylineOf } from '@/core/path/polyline'
import { projectFaults } from '@/core/document/validate'
import { patched } from '@/core/document/history'
import {
  breakApart,
  combinable,
  framePieces,
  joinFrames,
  reshapeFrame,
  setCorners,
  setOutlineOnSheet,
  setStencils,
  setUpright,
  takeOffStencil,
} from '@/core/document/edits/stencils'
import { correctedFrames } from '@/core/document/edits/rebase'
import { newFrame } from '@/core/document/create'
import { standingOutlineOf } from '@/core/document/outline'
import { placePicture, setPlaced } from '@/core/document/edits/fills'
import { pictureMatrix } from '@/core/document/content'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf, framesOf } from '@/core/document/tree'
import { addFrame } from '@/core/document/edits/frames'
import type { Frame, Project } from '@/core/document/types'
import { isStraight, newStencil } from '@/core/stencil/stencil'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { stencils } from '@tests/helpers/arbitrary'
import { someProjects } from '@tests/helpers/documents'
import { near, nearMatrix } from '@tests/helpers/near'
import { pictureRef, sampleProject, SHEET } from '@tests/helpers/project'

const sheet = (project: Project) => sheetOf(project, SHEET)
const first = (project: Project) =>
  framesOf(sheet(project)).find(({ fill }) => fill.kind === 'taken') ?? framesOf(sheet(project))[0]
const seen = (project: Project, id: string) => pictureMatrix(project, sheet(project), frameOf(sheet(project), id))

/** The picture lies where it lay, to a millionth of its reach. */
const samePlace = (before: Project, after: Project, id: string, to = id): void => {
  const [a, b] = [seen(before, id), seen(after, to)]
  if (a && b) nearMatrix(b, a, 1e-5 * Math.max(1, Math.abs(a.e), Math.abs(a.f)), 1000)
}

/** The project as if nothing were kept covered: what was set, before it is corrected. */
const uncorrected = (project: Project): Project =>
  JSON.parse(JSON.stringify(project).replaceAll('"keepCovered":true', '"keepCovered":false')) as Project

const withFrames = (frames: readonly Frame[]): Project =>
  frames.reduce((project, frame) => addFrame(project, { sheetId: SHEET, frame }), sampleProject())

describe('stencils of a document', () => {
  it('swapped leave box and turn alone, and every picture where it was set on the sheet', () =>
    holdsFor(
      fc.tuple(someProjects, stencils),
      ([project, stencil]) => {
        const ids = sheet(project).order
        const after = setStencils(project, { sheetId: SHEET, ids, stencil })
        for (const frame of framesOf(sheet(project))) {
          const held = frameOf(sheet(after), frame.id)
          expect(held.stencil).toEqual(stencil)
          expect(held.box).toEqual(frame.box)
          const [was, is] = [shownPlaced(frame), shownPlaced(held)]
          expect([is?.pictureId, is?.turn, is?.flipX, is?.keepCovered]).toEqual([
            was?.pictureId,
            was?.turn,
            was?.flipX,
            was?.keepCovered,
          ])
          samePlace(uncorrected(project), uncorrected(after), frame.id)
        }
        expect(projectFaults(after)).toEqual([])
        expect(setStencils(after, { sheetId: SHEET, ids, stencil })).toBe(after)
      },
      40,
    ))
  it('under a turned picture: swapped there and back, its size on the sheet is that of before', () => {
    // Effective resolution is 72 over the largest stretch of picture pixels to sheet points: of the matrix alone.
    const frame = { ...newFrame('f', { kind: 'rectangle' }, { cx: 300, cy: 300, w: 240, h: 160 }), turn: 0 }
    const bare = withFrames([frame])
    const filled = placePicture(bare, { sheetId: SHEET, frameId: 'f', pictureId: 'pic-1' })
    const placed = shownPlaced(frameOf(sheet(filled), 'f'))
    if (!placed) throw new TypeError('no picture')
    const turned = setPlaced(filled, {
      sheetId: SHEET,
      frameId: 'f',
      placed: { ...placed, turn: 20, keepCovered: false },
    })
    const star = setStencils(turned, { sheetId: SHEET, ids: ['f'], stencil: newStencil('star') })
    samePlace(turned, star, 'f')
    const back = setStencils(star, { sheetId: SHEET, ids: ['f'], stencil: { kind: 'rectangle' } })
    samePlace(turned, back, 'f')
    near(shownPlaced(frameOf(sheet(back), 'f'))?.zoom ?? 0, 1, 1e-9)
    // With cornered corners and a changed value of the outline, too.
    const cornered = setCorners(star, {
      sheetId: SHEET,
      ids: ['f'],
      corners: [{ style: 'round', size: { share: 0.2 } }],
    })
    samePlace(turned, cornered, 'f')
    const thin = reshapeFrame(star, { sheetId: SHEET, frameId: 'f', stencil: { ...newStencil('star'), points: 9 } })
    samePlace(turned, thin, 'f')
  })
  it('that would not be covered by what was set are named', () => {
    const frame = newFrame('f', { kind: 'ellipse' }, { cx: 300, cy: 300, w: 200, h: 200 })
    const filled = placePicture(withFrames([frame]), { sheetId: SHEET, frameId: 'f', pictureId: 'pic-1' })
    const placed = shownPlaced(frameOf(sheet(filled), 'f'))
    if (!placed) throw new TypeError('no picture')
    const turned = setPlaced(filled, {
      sheetId: SHEET,
      frameId: 'f',
      placed: { ...placed, turn: 30, keepCovered: true },
    })
    expect(correctedFrames(turned, sheet(turned), ['f'])).toEqual([])
    const square = setStencils(turned, { sheetId: SHEET, ids: ['f'], stencil: { kind: 'rectangle' } })
    // From the circle of radius r to the corners of its square is √2·r away, across the turned picture r·(cos 30° + sin 30°).
    expect(correctedFrames(square, sheet(square), ['f'])).toEqual(['f'])
    // What is corrected is written nowhere: back in the circle it is as it was set.
    const back = setStencils(square, { sheetId: SHEET, ids: ['f'], stencil: { kind: 'ellipse' } })
    samePlace(turned, back, 'f')
  })
  it('cornered change only where there are corners', () =>
    holdsFor(
      fc.tuple(someProjects, real(0, 0.5)),
      ([project, share]) => {
        const ids = sheet(project).order
        const after = setCorners(project, { sheetId: SHEET, ids, corners: [{ style: 'scoop', size: { share } }] })
        for (const frame of framesOf(sheet(after))) {
          const had = frameOf(sheet(project), frame.id)
          if (!isStraight(frame.stencil)) expect(frame).toBe(had)
          else expect(frame.stencil.corners).toHaveLength(1)
        }
        expect(projectFaults(after)).toEqual([])
        const sharp = setCorners(after, { sheetId: SHEET, ids, corners: null })
        for (const frame of framesOf(sheet(sharp))) expect('corners' in frame.stencil).toBe(false)
      },
      40,
    ))
  it('taken off show the whole picture at its place and size', () =>
    holdsFor(
      someProjects,
      (project) => {
        const frame = first(project)
        if (!frame || frame.fill.kind !== 'taken' || shownPlaced(frame)?.fit === 'tile') return
        const { project: after } = takeOffStencil(project, { sheetId: SHEET, frameId: frame.id })
        expect(frameOf(sheet(after), frame.id).stencil).toEqual({ kind: 'rectangle' })
        if (shownPlaced(frame)?.fit !== 'stretch') samePlace(project, after, frame.id)
      },
      60,
    ))
  it('given points keep the picture where it is on the sheet; undone they are as they were', () =>
    holdsFor(
      fc.tuple(someProjects, real(-20, 20)),
      ([project, by]) => {
        const frame = first(project)
        if (!frame) return
        const outline = standingOutlineOf(frame)
        const moved = pathOfNodes(moveNodes(nodesOf(outline.path), [{ contour: 0, node: 0 }], { x: by, y: -by / 2 }))
        const recorded = setOutlineOnSheet.record(project, {
          sheetId: SHEET,
          frameId: frame.id,
          outline: { ...outline, path: moved },
          turn: frame.turn,
        })
        const after = recorded.project
        if (!recorded.forward.length) return
        const placed = shownPlaced(frame)
        if (
          placed &&
          placed.fit !== 'stretch' &&
          placed.fit !== 'tile' &&
          !shownPlaced(frameOf(sheet(after), frame.id))?.keepCovered
        )
          samePlace(project, after, frame.id)
        // The outline stands on the sheet where it was drawn.
        const [wanted, got] = [boundsOf(moved), boundsOf(standingOutlineOf(frameOf(sheet(after), frame.id)).path)]
        const reach = 1e-4 * Math.max(10, wanted.x1 - wanted.x0, wanted.y1 - wanted.y0)
        if (wanted.x1 - wanted.x0 > 1 && wanted.y1 - wanted.y0 > 1)
          for (const key of ['x0', 'y0', 'x1', 'y1'] as const) near(got[key], wanted[key], reach)
        expect(patched(after, recorded.inverse)).toEqual(project)
        expect(projectFaults(after)).toEqual([])
      },
      60,
    ))
  it('set upright along a direction leave outline and picture where they are', () =>
    holdsFor(
      fc.tuple(someProjects, real(-180, 180)),
      ([project, along]) => {
        const frame = first(project)
        if (!frame) return
        const after = setUpright(project, { sheetId: SHEET, frameId: frame.id, along }).project
        const held = frameOf(sheet(after), frame.id)
        const [before, now] = [standingOutlineOf(frame), standingOutlineOf(held)]
        near(Math.abs(areaOf(now.path)), Math.abs(areaOf(before.path)), 1e-3 * (1 + Math.abs(areaOf(before.path))))
        const off = (((held.turn - along) % 90) + 90) % 90
        near(Math.min(off, 90 - off), 0, 1e-6)
      },
      60,
    ))
  it('combined become one, the lowest with its picture; broken apart each piece shows its part', () =>
    holdsFor(
      someProjects,
      (project) => {
        const ids = framesOf(sheet(project))
          .slice(0, 3)
          .map(({ id }) => id)
        const frames = combinable(sheet(project), ids)
        const [lowest] = frames
        const { outline } = combineAll(frames.map(standingOutlineOf), 'unite')
        if (!lowest) return
        const joined = joinFrames(project, { sheetId: SHEET, ids, outline }).project
        expect(framesOf(sheet(joined))).toHaveLength(framesOf(sheet(project)).length - frames.length + 1)
        const count = framePieces(frameOf(sheet(joined), lowest.id)).length
        const newIds = Array.from({ length: Math.max(0, count - 1) }, (_, i) => `piece-${i}`)
        const apart = breakApart(joined, { sheetId: SHEET, frameId: lowest.id, newIds }).project
        expect(framesOf(sheet(apart))).toHaveLength(framesOf(sheet(joined)).length + newIds.length)
        const placed = shownPlaced(frameOf(sheet(joined), lowest.id))
        const isPlain = placed && placed.fit !== 'stretch' && placed.fit !== 'tile' && !placed.keepCovered
        if (isPlain) for (const id of newIds) samePlace(joined, apart, lowest.id, id)
        expect(projectFaults(apart)).toEqual([])
      },
      25,
    ))
  it('united cover the whole with the picture that covered its part; nowhere is a hole', () =>
    holdsFor(
      fc.tuple(real(-180, 180), real(40, 300), real(40, 300), real(-400, 400), real(-300, 300), fc.boolean()),
      ([turn, w, h, dx, dy, keepCovered]) => {
        const at = (id: string, cx: number, cy: number) => ({
          ...newFrame(id, { kind: 'ellipse' }, { cx, cy, w, h }),
          turn,
        })
        const empty = withFrames([at('a', 400, 300), at('b', 400 + dx, 300 + dy)])
        const filled = placePicture(empty, { sheetId: SHEET, frameId: 'a', pictureId: 'pic-1' })
        const placed = shownPlaced(frameOf(sheet(filled), 'a'))
        if (!placed) throw new TypeError('no picture')
        const project = setPlaced(filled, { sheetId: SHEET, frameId: 'a', placed: { ...placed, keepCovered } })
        const { outline } = combineAll(
          ['a', 'b'].map((id) => standingOutlineOf(frameOf(sheet(project), id))),
          'unite',
        )
        const joined = joinFrames(project, { sheetId: SHEET, ids: ['a', 'b'], outline }).project
        const m = seen(joined, 'a')
        const pixels = pictureRef(1).pixels
        if (!m) throw new TypeError('a picture was to be seen')
        // Every point of the outline lies on the picture.
        for (const p of polylineOf(outline.path, 1).flat()) {
          const { x, y } = apply(invert(m), p)
          expect(Math.min(x, y, pixels.w - x, pixels.h - y)).toBeGreaterThan(-1e-6 * pixels.w)
        }
        if (dx === 0 && dy === 0) samePlace(project, joined, 'a')
      },
      60,
    ))
  it('of an arc opened grow about the circle, which stays; a mirrored one too', () => {
    const arc = (sweep: number) => ({ kind: 'arc', from: -90, sweep, hole: 0 }) as const
    holdsFor(
      fc.tuple(someProjects, fc.boolean()),
      ([start, flip]) => {
        const held = framesOf(sheet(start))[0]
        if (!held) return
        const project = setStencils(start, { sheetId: SHEET, ids: [held.id], stencil: arc(90) })
        const turned: Project = JSON.parse(JSON.stringify(project))
        Object.assign(turned.sheets[SHEET]?.items[held.id] ?? {}, { flip })
        const after = reshapeFrame(turned, { sheetId: SHEET, frameId: held.id, stencil: arc(180) })
        const centreOf = (p: Project) => {
          const path = standingOutlineOf(frameOf(sheet(p), held.id)).path
          const one = path.find(({ kind }) => kind === 'arc')
          return one?.kind === 'arc' ? one.centre : { x: NaN, y: NaN }
        }
        expect(distance(centreOf(after), centreOf(turned))).toBeLessThan(1e-6 * (1 + held.box.w + held.box.h))
      },
      30,
    )
  })
  it('count the picture that masks as used', () => {
    holdsFor(
      someProjects,
      (project) => {
        const frame = framesOf(sheet(project))[0]
        if (!frame) return
        const stencil = { kind: 'mask', pictureId: 'nowhere', d: 'M-.5-.5L.5-.5L0 .5Z', fillRule: 'nonzero' } as const
        const masked = setStencils(placePicture(project, { sheetId: SHEET, frameId: frame.id, pictureId: 'pic-1' }), {
          sheetId: SHEET,
          ids: [frame.id],
          stencil,
        })
        expect(projectFaults(masked).map(({ message }) => message)).toEqual([expect.stringMatching(/not in pictures/)])
      },
      5,
    )
  })
})
