import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { covering, holders, placements } from '@tests/helpers/arbitrary'
import { near } from '@tests/helpers/near'
import { apply } from '@/core/geometry/matrix'
import { outlineOf } from '@/core/stencil/stencil'
import { coverPlaced, type PictureHolder } from '@/core/placement/placed'
import { levelPicture } from '@/core/placement/move'
import { resolvePlacement } from '@/core/placement/resolve'
import {
  focusOnSubject,
  matchSubjects,
  placeOfSubject,
  subjectAround,
  subjectWithLine,
  type Matched,
  type SubjectMark,
} from '@/core/placement/subject'

const subjects: fc.Arbitrary<SubjectMark> = fc
  .tuple(real(0.1, 0.6), real(0.1, 0.6), real(0.1, 0.35), real(0.1, 0.35), fc.option(real(0.2, 0.8)))
  .map(([u, v, w, h, line]) => ({
    box: { u0: u, v0: v, u1: u + w, v1: v + h },
    ...(line === null ? {} : { line: v + h * line }),
  }))

const matched: fc.Arbitrary<Matched> = fc.record({ placed: covering, holder: holders, subject: subjects })

/** Pictures as they come, all of usual shapes, in frames that are not slivers. */
const usual: fc.Arbitrary<Matched> = fc
  .record({
    w: fc.integer({ min: 900, max: 4000 }),
    share: real(0.6, 1.6),
    box: fc.record({ w: real(80, 300), h: real(80, 300) }),
    subject: subjects,
  })
  .map(({ w, share, box, subject }) => ({
    placed: coverPlaced('p'),
    subject,
    holder: {
      outline: outlineOf({ kind: 'ellipse' }, box),
      box,
      picture: { w, h: Math.round(w * share) },
      ppi: 72,
    },
  }))

describe('matching subjects', () => {
  it('uncovers no frame', () => {
    holdsFor(fc.array(matched, { minLength: 2, maxLength: 5 }), (each) => {
      matchSubjects(each).placed.forEach((placed, i) => {
        const one = each[i]
        if (one) expect(resolvePlacement(placed, one.holder).isCovered).toBe(true)
      })
    })
  })

  it('gives every subject one height and line within 0.5%, or says truly how much is left', () => {
    holdsFor(fc.array(usual, { minLength: 2, maxLength: 5 }), (each) => {
      const result = matchSubjects(each)
      each.forEach(({ holder, subject }, i) => {
        const placed = result.placed[i]
        const left = result.left[i]
        if (!placed || !left) throw new TypeError('one each')
        const seen = placeOfSubject(placed, holder, subject)
        near(seen.height, result.to.height + left.height, 1e-6)
        near(seen.line, result.to.line + left.line, 1e-6)
        // Heights can always be reached: every picture can be enlarged.
        near(seen.height / result.to.height, 1, 0.005)
      })
      const reached = result.left.filter(({ line }) => Math.abs(line) <= 0.005).length
      if (reached === each.length) {
        const lines = each.map(
          ({ holder, subject }, i) => placeOfSubject(result.placed[i] ?? coverPlaced('p'), holder, subject).line,
        )
        near(Math.max(...lines) - Math.min(...lines), 0, 0.01)
      }
    })
  })

  it('again changes nothing more', () => {
    holdsFor(fc.array(usual, { minLength: 2, maxLength: 4 }), (each) => {
      const once = matchSubjects(each)
      const twice = matchSubjects(each.map((one, i) => ({ ...one, placed: once.placed[i] ?? one.placed })))
      near(twice.to.height, once.to.height, 1e-6)
      near(twice.to.line, once.to.line, 1e-6)
    })
  })

  it('two portraits worked out by hand', () => {
    // Frames of 100 × 100. Picture a: 1000 × 1000, its head 200 tall; b: 1000 × 1000, its head 400 tall.
    // Cover is 0.1 for both: heads of 20 and 40. The common height is 40%, so a is zoomed by 2 and b stays.
    const holder: PictureHolder = {
      outline: outlineOf({ kind: 'rectangle' }, { w: 100, h: 100 }),
      box: { w: 100, h: 100 },
      picture: { w: 1000, h: 1000 },
      ppi: 72,
    }
    const a = { placed: coverPlaced('a'), holder, subject: { box: { u0: 0.4, v0: 0.4, u1: 0.6, v1: 0.6 }, line: 0.5 } }
    const b = { placed: coverPlaced('b'), holder, subject: { box: { u0: 0.3, v0: 0.3, u1: 0.7, v1: 0.7 }, line: 0.5 } }
    const result = matchSubjects([a, b])
    near(result.to.height, 0.4, 1e-9)
    near(result.placed[0]?.zoom ?? 0, 2, 1e-9)
    near(result.placed[1]?.zoom ?? 0, 1, 1e-9)
    // b fills its frame exactly, so its line stays at a half.
    near(result.to.line, 0.5, 1e-9)
  })
})

describe('a marked subject', () => {
  it('steers the first placement without uncovering', () => {
    holdsFor(matched, ({ placed, holder, subject }) => {
      const steered = focusOnSubject({ ...placed, keepCovered: true }, holder, subject)
      expect(resolvePlacement(steered, holder).isCovered).toBe(true)
    })
  })

  it('drawn any way round is a box with sides, within the picture', () => {
    const point = fc.record({ x: real(-0.5, 1.5), y: real(-0.5, 1.5) })
    holdsFor(fc.tuple(point, point, real(-0.2, 1.2)), ([p, q, line]) => {
      const { box } = subjectAround(p, q)
      expect(box.u1 - box.u0).toBeGreaterThan(0)
      expect(box.v1 - box.v0).toBeGreaterThan(0)
      expect(Math.min(box.u0, box.v0)).toBeGreaterThanOrEqual(0)
      expect(Math.max(box.u1, box.v1)).toBeLessThanOrEqual(1)
      const lined = subjectWithLine(undefined, line)
      expect(lined.line).toBeGreaterThanOrEqual(0)
      expect(lined.box.v1).toBeGreaterThan(lined.box.v0)
    })
  })
})

describe('levelling by a line', () => {
  it('lays the line level or upright on the sheet, whichever is nearer, and uncovers nothing', () => {
    const point = fc.record({ x: real(0, 900), y: real(0, 900) })
    holdsFor(fc.tuple(placements, holders, real(-179, 180), point, point), ([held, holder, turn, from, to]) => {
      const placed = { ...held, aspect: 1, fit: 'cover' as const }
      if (Math.hypot(to.x - from.x, to.y - from.y) < 1) return
      const levelled = levelPicture(placed, holder, turn, from, to)
      const { matrix } = resolvePlacement(levelled, holder)
      const [a, b] = [apply(matrix, from), apply(matrix, to)]
      const onSheet = (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI + turn
      near(Math.abs(Math.round(onSheet / 90) * 90 - onSheet), 0, 1e-6)
      const by = Math.abs(((((levelled.turn - placed.turn) % 360) + 540) % 360) - 180)
      expect(by).toBeLessThanOrEqual(45 + 1e-6)
      if (placed.keepCovered) expect(resolvePlacement(levelled, holder).isCovered).toBe(true)
    })
  })
})
