import { describe, expect, it } from '@jest/globals'
import { apply, invert, rotation } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { polylineOf } from '@/core/path/polyline'
import type { PictureHolder, Placed } from '@/core/placement/placed'
import { effectiveResolution, isStretched, middleFocus, resolvePlacement } from '@/core/placement/resolve'
import { containScale } from '@/core/placement/scale'
import { setFit } from '@/core/placement/move'
import { outlineOf } from '@/core/stencil/stencil'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { covering, holders, pictures, placements, sizes, turns } from '@tests/helpers/arbitrary'
import { near, nearPoint } from '@tests/helpers/near'

/** 256 points and more spread along the outline, corners among them. */
const boundary = (holder: PictureHolder): Point[] =>
  polylineOf(holder.outline.path, 0.001).flatMap((line) => spreadAlong(line, holder))

const spreadAlong = (line: readonly Point[], holder: PictureHolder): Point[] => {
  const closed = [...line, line[0] ?? { x: 0, y: 0 }]
  const contours = holder.outline.path.filter(({ kind }) => kind === 'move').length
  const perSide = Math.ceil(256 / contours / (closed.length - 1))
  return closed.slice(1).flatMap((to, i) => {
    const from = closed[i] ?? to
    return Array.from({ length: perSide }, (_, k) => ({
      x: from.x + ((to.x - from.x) * k) / perSide,
      y: from.y + ((to.y - from.y) * k) / perSide,
    }))
  })
}

/** How far the worst boundary point lies outside the picture, in shares of its sides. */
const uncovered = (placed: Placed, holder: PictureHolder, shrink = 1): number => {
  const { matrix } = resolvePlacement(placed, holder)
  const back = invert(matrix)
  const reach = boundary(holder).map((p) => {
    const q = apply(back, { x: p.x / shrink, y: p.y / shrink })
    const u = q.x / holder.picture.w
    const v = q.y / holder.picture.h
    return Math.max(-u, u - 1, -v, v - 1)
  })
  return Math.max(...reach)
}

describe('cover', () => {
  it('leaves none of 256 boundary points uncovered, for any outline, turn, flip and picture', () => {
    holdsFor(fc.tuple(covering, holders), ([placed, holder]) => {
      expect(uncovered(placed, holder)).toBeLessThanOrEqual(1e-7)
    })
  })

  it('at 0.999 of the scale leaves at least one uncovered', () => {
    holdsFor(fc.tuple(covering, holders), ([placed, holder]) => {
      const tight = { ...placed, zoom: 1 }
      const seen = resolvePlacement(tight, holder)
      const loose = { ...tight, keepCovered: false, zoom: 0.999, focus: { u: seen.u, v: seen.v } }
      expect(uncovered(loose, holder)).toBeGreaterThan(0)
    })
  })

  it('costs a circle nothing when its picture turns, and a square at 45° the root of two', () => {
    const size = { w: 100, h: 100 }
    const at = (kind: 'ellipse' | 'rectangle', turn: number): number => {
      const holder: PictureHolder = {
        outline: outlineOf({ kind }, size),
        box: size,
        picture: { w: 500, h: 500 },
        ppi: 72,
      }
      return resolvePlacement(
        {
          pictureId: 'a',
          fit: 'cover',
          zoom: 1,
          aspect: 1,
          focus: { u: 0.5, v: 0.5 },
          turn,
          flipX: false,
          flipY: false,
          keepCovered: true,
        },
        holder,
      ).scale
    }
    near(at('ellipse', 33), at('ellipse', 0), 1e-12)
    near(at('rectangle', 45), at('rectangle', 0) * Math.SQRT2, 1e-12)
  })

  it('holds at both ends of the focus interval and fails just beyond', () => {
    holdsFor(
      fc.tuple(covering, holders, fc.constantFrom('u', 'v'), fc.constantFrom('min', 'max')),
      ([placed, holder, axis, end]) => {
        const { allowed, u, v } = resolvePlacement(placed, holder)
        const extent = allowed[axis as 'u' | 'v']
        const edge = extent[end as 'min' | 'max']
        const at = (value: number): Placed => ({
          ...placed,
          keepCovered: false,
          zoom: Math.max(placed.zoom, 1),
          focus: { u, v, [axis]: value },
        })
        expect(uncovered(at(edge), holder)).toBeLessThanOrEqual(1e-6)
        expect(uncovered(at(edge + (end === 'min' ? -0.01 : 0.01)), holder)).toBeGreaterThan(1e-3)
      },
    )
  })

  it('clamps any stored focus and zoom without rewriting them', () => {
    // Tiles go on for ever and are never clamped.
    const single = placements.filter(({ fit }) => fit !== 'tile')
    holdsFor(fc.tuple(single, holders), ([placed, holder]) => {
      const frozen = Object.freeze({ ...placed, focus: Object.freeze({ ...placed.focus }) })
      const kept = { ...frozen, keepCovered: true }
      expect(resolvePlacement(kept, holder).isCovered).toBe(true)
      expect(uncovered(kept, holder)).toBeLessThanOrEqual(1e-6)
      expect(frozen.focus).toEqual(placed.focus)
    })
  })

  it('starts from the middle of what covers, also for an outline off its centre', () => {
    const size = { w: 200, h: 120 }
    const holder: PictureHolder = {
      outline: outlineOf({ kind: 'triangle', apex: 0.5 }, size),
      box: size,
      picture: { w: 900, h: 400 },
      ppi: 72,
    }
    const turned: Placed = {
      pictureId: 'a',
      fit: 'cover',
      zoom: 1,
      aspect: 1,
      focus: { u: 0.5, v: 0.5 },
      turn: 45,
      flipX: false,
      flipY: false,
      keepCovered: true,
    }
    const { u, v } = middleFocus(turned, holder)
    expect(Math.abs(u - 0.5) + Math.abs(v - 0.5)).toBeGreaterThan(0.01)
    expect(uncovered({ ...turned, keepCovered: false, focus: { u, v } }, holder)).toBeLessThanOrEqual(1e-9)
  })
})

describe('the other fits', () => {
  it('contain: the turned picture just fits the box', () => {
    holdsFor(fc.tuple(sizes, pictures, turns), ([box, picture, turn]) => {
      const s = containScale(box, picture, turn)
      const corners = [
        [-1, -1],
        [1, -1],
        [1, 1],
        [-1, 1],
      ].map(([x = 0, y = 0]) => apply(rotation(turn), { x: (x * s * picture.w) / 2, y: (y * s * picture.h) / 2 }))
      const wide = Math.max(...corners.map((p) => p.x)) * 2
      const high = Math.max(...corners.map((p) => p.y)) * 2
      expect(wide).toBeLessThanOrEqual(box.w * (1 + 1e-9))
      expect(high).toBeLessThanOrEqual(box.h * (1 + 1e-9))
      expect(Math.max(wide / box.w, high / box.h)).toBeGreaterThan(1 - 1e-9)
    })
  })
  it('actual size: one picture pixel is one output pixel', () => {
    holdsFor(fc.tuple(placements, holders), ([placed, holder]) => {
      const seen = resolvePlacement({ ...placed, fit: 'actual', zoom: 1, aspect: 1, keepCovered: false }, holder)
      near(effectiveResolution(seen.matrix), holder.ppi, 1e-6 * holder.ppi)
    })
  })
  it('stretch: both axes meet the outline, and it is reported', () => {
    holdsFor(fc.tuple(sizes, pictures), ([box, picture]) => {
      const holder: PictureHolder = { outline: outlineOf({ kind: 'rectangle' }, box), box, picture, ppi: 72 }
      const placed = setFit(
        {
          pictureId: 'a',
          fit: 'cover',
          zoom: 1,
          aspect: 1,
          focus: { u: 0.5, v: 0.5 },
          turn: 0,
          flipX: false,
          flipY: false,
          keepCovered: true,
        },
        holder,
        'stretch',
      )
      const seen = resolvePlacement(placed, holder)
      nearPoint(apply(seen.matrix, { x: 0, y: 0 }), { x: -box.w / 2, y: -box.h / 2 }, 1e-6)
      nearPoint(apply(seen.matrix, { x: picture.w, y: picture.h }), { x: box.w / 2, y: box.h / 2 }, 1e-6)
      expect(isStretched(seen)).toBe(Math.abs(box.w / box.h / (picture.w / picture.h) - 1) > 1e-6)
    })
  })
  it('only cover and stretch keep the frame covered', () => {
    holdsFor(
      fc.tuple(placements, holders),
      ([placed, holder]) => {
        expect(setFit(placed, holder, 'contain').keepCovered).toBe(false)
        expect(setFit(placed, holder, 'actual').keepCovered).toBe(false)
        expect(setFit(placed, holder, 'cover').keepCovered).toBe(true)
      },
      30,
    )
  })
  it('effective resolution takes the worst direction of a stretch', () => {
    near(effectiveResolution({ a: 0.5, b: 0, c: 0, d: 0.25, e: 0, f: 0 }), 144, 1e-9)
  })
  it('undistorted fits use one scale for both axes', () => {
    holdsFor(fc.tuple(placements, holders, real(0.2, 4)), ([placed, holder, zoom]) => {
      if (placed.fit === 'stretch') return
      const { matrix: m } = resolvePlacement({ ...placed, aspect: 1, zoom }, holder)
      near(Math.hypot(m.a, m.b), Math.hypot(m.c, m.d), 1e-9 * Math.hypot(m.a, m.b))
    })
  })
})
