import { describe, expect, it } from '@jest/globals'
import { apply, applyVector, compose, invert, rotation, scaling } from '@/core/geometry/matrix'
import { boxMatrix } from '@/core/geometry/box'
import {
  flipPicture,
  panPicture,
  replacePlaced,
  setKeepCovered,
  setZoom,
  turnPicture,
  zoomPicture,
} from '@/core/placement/move'
import type { Size } from '@/core/geometry/vector'
import { coverPlaced, type PictureHolder, type Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import { isCoveredAt, moveFramePose, wholePicturePose } from '@/core/placement/pose'
import { outlineOf } from '@/core/stencil/stencil'
import { RANGE } from '@/core/tolerance'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { boxes, covering, holders, pictures, placements, points, stencils, turns } from '@tests/helpers/arbitrary'
import { near, nearMatrix, nearPoint } from '@tests/helpers/near'

const loose = placements.map((placed): Placed => ({ ...placed, keepCovered: false }))
const zoomed = (placed: Placed, holder: PictureHolder): number => resolvePlacement(placed, holder).scale

describe('zooming', () => {
  it('keeps the picture point under the pointer', () => {
    holdsFor(fc.tuple(loose, holders, points, real(0.5, 2)), ([placed, holder, p, factor]) => {
      const before = apply(invert(resolvePlacement(placed, holder).matrix), p)
      const { placed: after } = zoomPicture(placed, holder, p, factor)
      const there = apply(resolvePlacement(after, holder).matrix, before)
      nearPoint(there, p, 1e-5 * (1 + Math.hypot(p.x, p.y)))
    })
  })
  it('keeps it also while keep-covered holds, when zooming in', () => {
    holdsFor(
      fc.tuple(covering, holders, real(-0.4, 0.4), real(-0.4, 0.4), real(1, 3)),
      ([placed, holder, x, y, factor]) => {
        const p = { x: x * holder.box.w, y: y * holder.box.h }
        const before = apply(invert(resolvePlacement(placed, holder).matrix), p)
        const after = zoomPicture(placed, holder, p, factor)
        if (!after.stopped)
          nearPoint(
            apply(resolvePlacement(after.placed, holder).matrix, before),
            p,
            1e-5 * (holder.box.w + holder.box.h),
          )
      },
    )
  })
  it('never uncovers while keep-covered holds, and says when it stops', () => {
    holdsFor(fc.tuple(covering, holders, points, real(0.1, 0.9)), ([placed, holder, p, factor]) => {
      const { placed: after, stopped } = zoomPicture({ ...placed, zoom: 1 }, holder, p, factor)
      expect(stopped).toBe(true)
      expect(resolvePlacement(after, holder).isCovered).toBe(true)
      near(zoomed(after, holder), resolvePlacement({ ...placed, zoom: 1 }, holder).scale, 1e-9)
    })
  })
  it('typed below what covers becomes what covers, says so, and keep-covered stays on', () => {
    holdsFor(fc.tuple(covering, holders), ([placed, holder]) => {
      const { placed: after, stopped } = setZoom(placed, holder, 0.5)
      expect([after.keepCovered, stopped]).toEqual([true, true])
      near(after.zoom, 1, 1e-9)
      const twice = setZoom(placed, holder, 2)
      expect([twice.placed.keepCovered, twice.stopped]).toEqual([true, false])
      near(twice.placed.zoom, 2, 1e-9)
      // With gaps allowed it is what was typed.
      near(setZoom({ ...placed, keepCovered: false }, holder, 0.5).placed.zoom, 0.5, 1e-9)
    })
  })
})

describe('panning', () => {
  it('moves every picture point by the drag', () => {
    holdsFor(fc.tuple(loose, holders, points, points), ([placed, holder, delta, q]) => {
      const before = apply(resolvePlacement(placed, holder).matrix, q)
      const { placed: after } = panPicture(placed, holder, delta)
      nearPoint(
        apply(resolvePlacement(after, holder).matrix, q),
        { x: before.x + delta.x, y: before.y + delta.y },
        1e-6 * (1 + Math.hypot(before.x, before.y)),
      )
    })
  })
  it('stops at the picture’s edge while keep-covered holds', () => {
    holdsFor(fc.tuple(covering, holders), ([placed, holder]) => {
      const far = panPicture(placed, holder, { x: 1e12, y: 1e12 })
      expect(far.stopped).toBe(true)
      expect(resolvePlacement(far.placed, holder).isCovered).toBe(true)
    })
  })
  it('that is stopped where it began is no change at all, so that it makes no step; nor is such a zoom', () => {
    holdsFor(fc.tuple(covering, holders), ([placed, holder]) => {
      // Far beyond the picture as it is seen, and not so far that sums lose what is small beside it.
      const reach = 10 * resolvePlacement(placed, holder).scale * (holder.picture.w + holder.picture.h)
      // Along both axes of the picture, however it is turned.
      const away = applyVector(rotation(placed.turn), { x: reach, y: reach })
      const { placed: edge } = panPicture(placed, holder, away)
      expect(panPicture(edge, holder, away)).toEqual({ placed: edge, stopped: true })
      expect(panPicture(edge, holder, away).placed).toBe(edge)
      // Set smaller than what covers, as another outline may leave it, and zoomed out: what was set stays.
      const small: Placed = { ...edge, zoom: edge.zoom / 1e3, keepCovered: true }
      const out = zoomPicture(small, holder, { x: 0, y: 0 }, 0.5)
      if (edge.fit !== 'tile') expect(out.stopped).toBe(true)
      if (out.stopped) expect(out.placed.zoom).toBe(small.zoom)
    })
  })
  it('stores what is seen, so that the next drag starts there', () => {
    holdsFor(fc.tuple(covering, holders), ([placed, holder]) => {
      const { placed: after } = panPicture(placed, holder, { x: 0, y: 0 })
      nearMatrix(
        resolvePlacement({ ...after, keepCovered: false }, holder).matrix,
        resolvePlacement(placed, holder).matrix,
        1e-6 * (holder.box.w + holder.box.h),
        100,
      )
    })
  })
})

describe('turning', () => {
  it('keeps the scale and raises it only where cover needs it', () => {
    holdsFor(fc.tuple(covering, holders, turns), ([placed, holder, turn]) => {
      const start = zoomed(placed, holder)
      const after = turnPicture(placed, holder, turn)
      const { scale, coverScale, isCovered } = resolvePlacement(after, holder)
      near(scale, Math.max(start, coverScale), 1e-9 * scale)
      expect(isCovered).toBe(true)
    })
  })
  it('comes back to the same scale after a full turn from where it began', () => {
    holdsFor(fc.tuple(covering, holders), ([placed, holder]) => {
      const from = zoomed(placed, holder)
      const there = turnPicture(placed, holder, 45)
      const back = turnPicture(there, holder, placed.turn)
      near(zoomed(back, holder), from, 1e-9 * from)
      // All that was set is as it was: nothing of what keep-covered corrected was written over it.
      if (placed.fit !== 'stretch') {
        near(back.zoom, placed.zoom, 1e-9 * placed.zoom)
        expect(back.focus).toEqual(placed.focus)
      }
    })
  })
})

describe('flipping', () => {
  it('mirrors what is seen, and twice brings it back', () => {
    holdsFor(
      fc.tuple(loose, holders, fc.constantFrom('x' as const, 'y' as const), points),
      ([placed, holder, axis, q]) => {
        if (placed.fit === 'stretch') return
        const before = apply(resolvePlacement(placed, holder).matrix, q)
        const once = flipPicture(placed, holder, axis)
        const mirrored = apply(scaling(axis === 'x' ? -1 : 1, axis === 'y' ? -1 : 1), before)
        const size = 1e-6 * (1 + Math.hypot(before.x, before.y))
        nearPoint(apply(resolvePlacement(once, holder).matrix, q), mirrored, size)
        nearPoint(apply(resolvePlacement(flipPicture(once, holder, axis), holder).matrix, q), before, size)
      },
    )
  })
})

describe('resizing the frame', () => {
  it('and back shows exactly the same placement, since nothing stored is rewritten', () => {
    holdsFor(fc.tuple(placements, stencils, pictures, boxes, boxes), ([placed, stencil, picture, small, large]) => {
      const holder = (box: { w: number; h: number }): PictureHolder => ({
        outline: outlineOf(stencil, box),
        box,
        picture,
        ppi: 72,
      })
      const before = resolvePlacement(placed, holder(small))
      resolvePlacement(placed, holder(large))
      expect(resolvePlacement(placed, holder(small))).toEqual(before)
    })
  })
})

describe('replacing the picture', () => {
  it('keeps fit, zoom, turn, flips and relative focus', () => {
    holdsFor(placements, (placed) => expect(replacePlaced(placed, 'pic-2')).toEqual({ ...placed, pictureId: 'pic-2' }))
  })
})

describe('keep-covered', () => {
  it('switched on covers, and moves nothing that was covered', () => {
    holdsFor(fc.tuple(placements, holders), ([placed, holder]) => {
      const before = resolvePlacement({ ...placed, keepCovered: false }, holder)
      const after = resolvePlacement(setKeepCovered({ ...placed, keepCovered: false }, holder, true), holder)
      expect(after.isCovered).toBe(true)
      if (before.isCovered) nearMatrix(after.matrix, before.matrix, 1e-6 * (holder.box.w + holder.box.h), 100)
    })
  })
})

describe('the window over a picture', () => {
  const anyScene = fc.tuple(placements, stencils, pictures, boxes, turns, boxes, turns)
  const aspectOf = (placed: Placed, stencil: Parameters<typeof outlineOf>[0], box: Size, picture: Size): number =>
    resolvePlacement(placed, mountOf(stencil, box, picture)).aspect
  const mountOf = (stencil: Parameters<typeof outlineOf>[0], box: Size, picture: Size): PictureHolder => ({
    outline: outlineOf(stencil, box),
    box,
    picture,
    ppi: 96,
  })
  // A picture that is stretched more than can be kept gives way, see below.
  const scene = anyScene.filter(([placed, stencil, picture, box]) => {
    const aspect = aspectOf(placed, stencil, box, picture)
    return aspect >= RANGE.aspect.min && aspect <= RANGE.aspect.max
  })

  it('or turned never leaves a stretch that cannot be kept', () => {
    const picture = { w: 300, h: 900 }
    const placed: Placed = { ...coverPlaced('pic'), fit: 'stretch' }
    for (const box of [
      { cx: 0, cy: 0, w: 1334, h: 4 },
      { cx: 0, cy: 0, w: 14_000, h: 4 },
      { cx: 0, cy: 0, w: 1, h: 9000 },
    ]) {
      const holder = mountOf({ kind: 'rectangle' }, box, picture)
      const pose = { box, turn: 0 }
      for (const { aspect } of [
        moveFramePose(placed, holder, pose, { ...pose, turn: 9 }, holder.outline).placed,
        turnPicture(placed, holder, 20),
      ]) {
        expect(aspect).toBeGreaterThanOrEqual(RANGE.aspect.min)
        expect(aspect).toBeLessThanOrEqual(RANGE.aspect.max)
      }
    }
  })

  it('moves, crops and turns while the picture stays where it was on the sheet', () => {
    holdsFor(scene, ([placed, stencil, picture, from, fromTurn, to, toTurn]) => {
      const holder = mountOf(stencil, from, picture)
      const before = compose(boxMatrix(from, fromTurn), resolvePlacement(placed, holder).matrix)
      const changed = moveFramePose(
        placed,
        holder,
        { box: from, turn: fromTurn },
        { box: to, turn: toTurn },
        outlineOf(stencil, to),
      )
      const free = { ...changed.placed, keepCovered: false }
      const after = compose(boxMatrix(to, toTurn), resolvePlacement(free, changed.holder).matrix)
      nearMatrix(after, before, 1e-5, Math.max(picture.w, picture.h))
    })
  })

  it('opened to the whole picture leaves the picture where it was', () => {
    holdsFor(scene, ([placed, stencil, picture, from, fromTurn]) => {
      const holder = mountOf(stencil, from, picture)
      const before = compose(boxMatrix(from, fromTurn), resolvePlacement(placed, holder).matrix)
      const whole = wholePicturePose(placed, holder, { box: from, turn: fromTurn })
      const changed = moveFramePose(
        placed,
        holder,
        { box: from, turn: fromTurn },
        whole,
        outlineOf({ kind: 'rectangle' }, whole.box),
      )
      near(changed.placed.turn, 0, 1e-9)
      near(changed.placed.focus.u, 0.5, 1e-9)
      const exact = { ...changed.placed, turn: 0, focus: { u: 0.5, v: 0.5 } }
      expect(isCoveredAt(exact, changed.holder)).toBe(true)
      nearMatrix(
        compose(boxMatrix(whole.box, whole.turn), resolvePlacement(exact, changed.holder).matrix),
        before,
        1e-5,
        Math.max(picture.w, picture.h),
      )
    })
  })
})

describe('a pattern', () => {
  it('is panned by just what the hand moves, with nothing to keep covered', () => {
    const tiled = placements.map((placed): Placed => ({ ...placed, fit: 'tile', keepCovered: true }))
    holdsFor(fc.tuple(tiled, holders, points), ([placed, holder, by]) => {
      const before = apply(resolvePlacement(placed, holder).matrix, { x: 0, y: 0 })
      const moved = panPicture(placed, holder, by)
      const after = apply(resolvePlacement(moved.placed, holder).matrix, { x: 0, y: 0 })
      expect(moved.stopped).toBe(false)
      nearPoint(after, { x: before.x + by.x, y: before.y + by.y }, 1e-6 * (1 + Math.hypot(by.x, by.y)))
    })
  })
})
