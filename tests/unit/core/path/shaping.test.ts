/** Transforming, fitting, points and pieces of outlines: laws and hand-worked cases. */
import { describe, expect, it } from '@jest/globals'
import { areaOf } from '@/core/path/area'
import { contoursOf, piecesOf } from '@/core/path/contours'
import { withoutArcs } from '@/core/path/cubics'
import { contourOfDraft, type DraftPiece } from '@/core/path/draft'
import { boundsOf } from '@/core/path/extent'
import { cornersOfRing, curvePoint, fitOpen, fitRing, type Curve } from '@/core/path/fit'
import { nearestSpot } from '@/core/path/nearest'
import {
  addNode,
  moveHandle,
  moveNodes,
  nodesOf,
  pathOfNodes,
  removeNodes,
  setNodeKind,
  setSide,
  toggleClosed,
} from '@/core/path/nodes'
import { ellipsePath, polygonPath, type Outline } from '@/core/path/path'
import { distanceToSegment } from '@tests/helpers/segment'
import { transformPath } from '@/core/path/transform'
import { compose, determinant, rotation, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { apply } from '@/core/geometry/matrix'
import { distance, type Point } from '@/core/geometry/vector'
import { polylineOf } from '@/core/path/polyline'
import { outlineOf } from '@/core/stencil/stencil'
import { randomFrom } from '@/core/random'
import { fc, holdsFor, real, SEED } from '@tests/helpers/property'
import { sizes, stencils, turns } from '@tests/helpers/arbitrary'
import { near, nearPoint } from '@tests/helpers/near'

const matrices: fc.Arbitrary<Matrix> = fc
  .record({ turn: turns, sx: real(0.1, 4), sy: real(0.1, 4), shear: real(-2, 2), flip: fc.boolean(), x: real(-50, 50) })
  .map(({ turn, sx, sy, shear, flip, x }) =>
    compose(
      translation(x, -x),
      rotation(turn),
      { a: 1, b: 0, c: shear, d: 1, e: 0, f: 0 },
      scaling(flip ? -sx : sx, sy),
    ),
  )

describe('a transformed path', () => {
  it('has the area of its determinant and the points of the map, arcs too', () =>
    holdsFor(fc.tuple(stencils, sizes, matrices), ([stencil, size, m]) => {
      const { path } = outlineOf(stencil, size)
      const mapped = transformPath(m, path)
      const scale = size.w * size.h * Math.max(1, Math.abs(determinant(m)))
      near(areaOf(mapped), areaOf(path) * determinant(m), 1e-6 * scale)
      const [one] = polylineOf(path, 1)
      const [other] = polylineOf(mapped, 1)
      if (one?.[0] && other?.[0]) nearPoint(other[0], apply(m, one[0]), 1e-6 * Math.max(size.w, size.h) * 10)
    }))
  it('keeps arcs arcs', () => {
    const turned = transformPath(compose(rotation(30), scaling(2, 0.5)), ellipsePath(10, 10))
    expect(turned.map(({ kind }) => kind)).toEqual(['move', 'arc', 'close'])
    near(areaOf(turned), Math.PI * 100, 1e-9)
  })
  it('as cubics errs by next to nothing (Goldapp 1991: 2.7e-4 of the radius at quarter turns)', () => {
    near(areaOf(withoutArcs(ellipsePath(1, 1), 90)) / Math.PI, 1, 3e-4)
    near(areaOf(withoutArcs(ellipsePath(1, 1), 45)) / Math.PI, 1, 5e-6)
  })
})

const STEPS = 100

const awayFrom = (curves: readonly Curve[], p: Point): number =>
  Math.min(
    ...curves.flatMap((c) =>
      Array.from({ length: STEPS }, (_, i) =>
        distanceToSegment(p, curvePoint(c, i / STEPS), curvePoint(c, (i + 1) / STEPS)),
      ),
    ),
  )

describe('curves fitted to what was drawn by hand', () => {
  const strokes = fc.tuple(fc.integer({ min: 1, max: 1e6 }), real(0.3, 12)).map(([seed, tolerance]) => {
    const random = randomFrom(seed)
    const [bend, wobble] = [random() * 6, random() * 2]
    const points = Array.from({ length: 20 + Math.floor(random() * 150) }, (_, i) => {
      const t = i / 20
      return {
        x: 40 * t + 30 * Math.sin(t * bend) + (random() - 0.5) * wobble,
        y: 50 * Math.cos(t * bend * 0.7) + (random() - 0.5) * wobble,
      }
    })
    return { points, tolerance }
  })
  it('pass every point within the tolerance, begin and end where it did (Schneider 1990)', () =>
    holdsFor(
      strokes,
      ({ points, tolerance }) => {
        const curves = fitOpen(points, tolerance)
        for (const p of points) expect(awayFrom(curves, p)).toBeLessThanOrEqual(tolerance + 0.02)
        nearPoint(curves[0]?.from ?? { x: NaN, y: 0 }, points[0] ?? { x: 0, y: 0 }, 1e-9)
        nearPoint(curves.at(-1)?.to ?? { x: NaN, y: 0 }, points.at(-1) ?? { x: 0, y: 0 }, 1e-9)
      },
      20,
    ))
  it('are fewer the more they may stray', () =>
    holdsFor(
      strokes,
      ({ points }) => expect(fitOpen(points, 8).length).toBeLessThanOrEqual(fitOpen(points, 0.4).length),
      40,
    ))
  it('around a ring keep its corners', () => {
    const side = (from: Point, to: Point) =>
      Array.from({ length: 20 }, (_, i) => ({
        x: from.x + ((to.x - from.x) * i) / 20,
        y: from.y + ((to.y - from.y) * i) / 20,
      }))
    const [a, b, c] = [
      { x: 0, y: 0 },
      { x: 60, y: 0 },
      { x: 20, y: 50 },
    ]
    const ring = [...side(a, b), ...side(b, c), ...side(c, a)]
    const corners = cornersOfRing(ring, 40, 4)
    expect(corners).toEqual([0, 20, 40])
    const curves = fitRing(ring, 0.5, corners)
    expect(curves).toHaveLength(3)
    curves.forEach((curve, i) => nearPoint(curve.from, [a, b, c][i] ?? a, 1e-9))
  })
  it('as a draft closes on its first point', () => {
    const pieces: DraftPiece[] = [
      { kind: 'node', node: { at: { x: 0, y: 0 }, kind: 'corner' } },
      { kind: 'node', node: { at: { x: 10, y: 0 }, kind: 'corner' } },
      {
        kind: 'stroke',
        points: [
          { x: 10, y: 0 },
          { x: 12, y: 5 },
          { x: 8, y: 10 },
          { x: 0, y: 0 },
        ],
      },
    ]
    const contour = contourOfDraft(pieces, 0.5, true)
    expect(contour.isClosed).toBe(true)
    expect(contour.nodes.filter(({ at }) => distance(at, { x: 0, y: 0 }) < 1e-9)).toHaveLength(1)
  })
})

describe('points of an outline', () => {
  const some = fc.tuple(stencils, sizes).map(([stencil, size]) => nodesOf(outlineOf(stencil, size).path))
  it('taken and written again draw the same outline', () =>
    holdsFor(
      some,
      (contours) => {
        const again = nodesOf(pathOfNodes(contours))
        near(
          areaOf(pathOfNodes(again)),
          areaOf(pathOfNodes(contours)),
          1e-6 * (1 + Math.abs(areaOf(pathOfNodes(contours)))),
        )
        expect(again.length).toBe(contours.length)
      },
      100,
    ))
  it('added on the line change nothing of it (de Casteljau)', () =>
    holdsFor(
      fc.tuple(some, real(0.05, 0.95), fc.nat(1000)),
      ([contours, t, pick]) => {
        const node = pick % (contours[0]?.nodes.length ?? 1)
        const more = addNode(contours, { contour: 0, node }, t)
        const before = areaOf(pathOfNodes(contours))
        near(areaOf(pathOfNodes(more)), before, 1e-6 * (1 + Math.abs(before)))
        expect(more[0]?.nodes.length).toBe((contours[0]?.nodes.length ?? 0) + 1)
      },
      100,
    ))
  const square = nodesOf(
    polygonPath([
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
      { x: 0, y: 10 },
    ]),
  )
  const at = (node: number) => ({ contour: 0, node })
  it('are moved with their handles', () => {
    const smooth = setNodeKind(square, [at(1)], 'symmetric')
    const [before, after] = [smooth[0]?.nodes[1], moveNodes(smooth, [at(1)], { x: 5, y: -2 })[0]?.nodes[1]]
    nearPoint(after?.out ?? { x: NaN, y: 0 }, { x: (before?.out?.x ?? 0) + 5, y: (before?.out?.y ?? 0) - 2 }, 1e-12)
  })
  it('that are smooth keep their handles in one line, symmetric ones of one length; pulled alone they are corners', () => {
    const symmetric = moveHandle(setNodeKind(square, [at(1)], 'symmetric'), at(1), 'out', { x: 13, y: 4 })
    nearPoint(symmetric[0]?.nodes[1]?.into ?? { x: NaN, y: 0 }, { x: 7, y: -4 }, 1e-9)
    const smooth = moveHandle(setNodeKind(square, [at(1)], 'smooth'), at(1), 'out', { x: 20, y: 0 })
    const { into } = smooth[0]?.nodes[1] ?? {}
    near(into?.y ?? NaN, 0, 1e-9)
    const alone = moveHandle(setNodeKind(square, [at(1)], 'symmetric'), at(1), 'out', { x: 13, y: 4 }, true)
    expect(alone[0]?.nodes[1]?.kind).toBe('corner')
  })
  it('are removed, sides made straight or curved, contours opened and closed', () => {
    expect(removeNodes(square, [at(0)])[0]?.nodes).toHaveLength(3)
    expect(removeNodes(square, [at(0), at(1), at(2)])).toEqual([])
    const curved = setSide(square, at(0), false)
    expect(curved[0]?.nodes[0]?.out).toBeDefined()
    expect(pathOfNodes(setSide(curved, at(0), true))).toEqual(pathOfNodes(square))
    const open = toggleClosed(square, at(2))
    expect(open[0]?.isClosed).toBe(false)
    expect(open[0]?.nodes[0]?.at).toEqual({ x: 10, y: 10 })
    expect(toggleClosed(open, at(0))[0]?.isClosed).toBe(true)
  })
  it('are found by the spot nearest to a press', () => {
    const spot = nearestSpot(square, { x: 4, y: -3 })
    expect(spot).toMatchObject({ contour: 0, node: 0, distance: 3 })
    near(spot?.t ?? NaN, 0.4, 1e-9)
    const circle = nodesOf(ellipsePath(10, 10))
    near(nearestSpot(circle, { x: 20, y: 20 })?.distance ?? NaN, Math.hypot(20, 20) - 10, 0.01)
  })
})

describe('pieces of an outline', () => {
  const ring = (r: number): Outline['path'] => ellipsePath(r, r)
  it('keep their holes, and islands in holes are pieces of their own', () => {
    const nested = { path: [...ring(10), ...ring(7), ...ring(4), ...ring(1)], fillRule: 'evenodd' } as const
    const pieces = piecesOf(nested)
    expect(pieces.map(({ path }) => contoursOf(path).length)).toEqual([2, 2])
    // By the non-zero rule contours of one direction are one piece.
    expect(piecesOf({ ...nested, fillRule: 'nonzero' })).toHaveLength(1)
  })
  it('of random cut-ups are as many as were cut, and have the area of the whole', () =>
    holdsFor(
      fc.integer({ min: 3, max: 30 }),
      (count) => {
        const outline = outlineOf(
          { kind: 'shards', count, gap: { share: 0.02 }, seed: SEED % 999_999 },
          { w: 300, h: 200 },
        )
        const pieces = piecesOf(outline)
        near(
          pieces.reduce((sum, { path }) => sum + Math.abs(areaOf(path)), 0),
          Math.abs(areaOf(outline.path)),
          1e-6 * 60_000,
        )
        for (const { path } of pieces) expect(boundsOf(path).x1).toBeLessThanOrEqual(150.001)
      },
      40,
    ))
})
