/** Outlines in perspective: what lies on the image lies on the outline when it is taken back. */
import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { invertHomography, project, quadToQuad, unitToQuad } from '@/core/geometry/homography'
import { quadFault, type Quad } from '@/core/geometry/quad'
import { ellipsePath, polygonPath, type Path, type Segment } from '@/core/path/path'
import { projectPath } from '@/core/path/project'
import { distance, type Point } from '@/core/geometry/vector'

const { abs, atan2, cos, sin } = Math

const side = fc.integer({ min: -6000, max: 6000 }).map((whole) => whole / 10)
const corner = fc.record({ x: side, y: side })
const quads = fc
  .tuple(corner, corner, corner, corner)
  .filter((quad: Quad) => quadFault(quad) === null && Math.max(...quad.map((p) => distance(p, quad[0]))) > 50)

const box = (w: number, h: number): Quad => [
  { x: -w, y: -h },
  { x: w, y: -h },
  { x: w, y: h },
  { x: -w, y: h },
]

const cubicPoint = (from: Point, { c1, c2, to }: Extract<Segment, { kind: 'cubic' }>, t: number): Point => {
  const at = (a: number, b: number, c: number, d: number): number =>
    (1 - t) ** 3 * a + 3 * (1 - t) ** 2 * t * b + 3 * (1 - t) * t * t * c + t ** 3 * d
  return { x: at(from.x, c1.x, c2.x, to.x), y: at(from.y, c1.y, c2.y, to.y) }
}

/** How far a point is from a line between two others. */
const fromLine = (p: Point, a: Point, b: Point): number => {
  const [w, h] = [b.x - a.x, b.y - a.y]
  const t = Math.min(1, Math.max(0, ((p.x - a.x) * w + (p.y - a.y) * h) / (w * w + h * h || 1)))
  return distance(p, { x: a.x + t * w, y: a.y + t * h })
}

/** Points along the curves of a path. */
const along = (path: Path): readonly Point[] => {
  let pen: Point = { x: 0, y: 0 }
  return path.flatMap((segment) => {
    if (segment.kind === 'close' || segment.kind === 'arc') return []
    const from = pen
    pen = segment.to
    return segment.kind === 'cubic' ? [0.13, 0.37, 0.62, 0.91].map((t) => cubicPoint(from, segment, t)) : [segment.to]
  })
}

describe('an outline in perspective', () => {
  it('of an ellipse lies within a fiftieth of a point of the ellipse’s image', () => {
    holdsFor(
      quads,
      (quad) => {
        const map = quadToQuad(box(150, 90), quad)
        const back = invertHomography(map)
        const path = projectPath(map, ellipsePath(150, 90))
        for (const p of along(path)) {
          const q = project(back, p)
          // The nearest point of the image comes from about where the ray from the middle meets the ellipse.
          const towards = atan2(q.y / 90, q.x / 150)
          const near = Array.from({ length: 41 }, (_, i) => {
            const angle = towards + (i - 20) * 1e-3
            return project(map, { x: 150 * cos(angle), y: 90 * sin(angle) })
          })
          expect(Math.min(...near.slice(1).map((b, i) => fromLine(p, near[i]!, b)))).toBeLessThan(0.02)
        }
        expect(path.length).toBeLessThan(400)
      },
      100,
    )
  })
  it('of a polygon has its corners where the plane has them, and no more', () => {
    holdsFor(
      fc.tuple(quads, fc.array(fc.record({ x: real(0, 1), y: real(0, 1) }), { minLength: 3, maxLength: 9 })),
      ([quad, points]) => {
        const map = unitToQuad(quad)
        const path = projectPath(map, polygonPath(points))
        expect(path).toHaveLength(points.length + 1)
        path.slice(0, -1).forEach((segment, i) => {
          if (segment.kind === 'close' || segment.kind === 'arc') throw new TypeError('lines stay lines')
          expect(distance(segment.to, project(map, points[i]!))).toBeLessThan(1e-9)
        })
      },
    )
  })
  it('of a plane that only leans keeps its areas’ ratio', () => {
    const leaning: Quad = [
      { x: 10, y: 20 },
      { x: 110, y: 60 },
      { x: 150, y: 190 },
      { x: 50, y: 150 },
    ]
    const path = projectPath(quadToQuad(box(100, 100), leaning), ellipsePath(100, 100))
    const points = along(path)
    const area = points.reduce((sum, p, i) => {
      const q = points[(i + 1) % points.length]!
      return sum + (p.x * q.y - p.y * q.x) / 2
    }, 0)
    // A parallelogram of |(100, 40) × (40, 130)| = 11,400; the ellipse in it is a quarter of π of that.
    expect(abs(area / ((11_400 * Math.PI) / 4) - 1)).toBeLessThan(0.02)
  })
})
