import { describe, expect, it } from '@jest/globals'
import { stencilFaults } from '@/core/document/schema'
import { rectCentre, rectSize } from '@/core/geometry/rect'
import { add, distance } from '@/core/geometry/vector'
import { boundsOf } from '@/core/path/extent'
import { carryKnob, knobsOf } from '@/core/stencil/knobs'
import { aspectOf, aspectSize, isStencilFound, presetOf, PRESET_GROUPS, PRESETS } from '@/core/stencil/presets'
import { outlineOf, reshapedRect, type Stencil } from '@/core/stencil/stencil'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { sizes, stencils } from '@tests/helpers/arbitrary'
import { near } from '@tests/helpers/near'

const check = (stencil: Stencil) => stencilFaults(stencil)

describe('the stencils of the supplies', () => {
  it('are at least forty, each with a name of its own in one of the groups', () => {
    expect(PRESETS.length).toBeGreaterThanOrEqual(40)
    expect(new Set(PRESETS.map(({ name }) => name)).size).toBe(PRESETS.length)
    for (const group of PRESET_GROUPS) expect(PRESETS.filter((one) => one.group === group).length).toBeGreaterThan(0)
  })
  it.each(PRESETS.map(({ name, stencil, aspect }) => ({ name, stencil, aspect })))(
    '$name is sound and can be drawn',
    ({ stencil, aspect }) => {
      expect(check(stencil)).toEqual([])
      const { x0, x1 } = boundsOf(outlineOf(stencil, aspectSize(aspect, 100)).path)
      expect(x1 - x0).toBeGreaterThan(10)
      expect(presetOf(structuredClone(stencil))?.stencil).toEqual(stencil)
    },
  )
  it('are found by name, group and other words', () => {
    const found = (search: string) => PRESETS.filter((one) => isStencilFound(one, search)).map(({ name }) => name)
    expect(found('moon')).toEqual(['Crescent'])
    expect(found('TORN  edge')).toEqual(['Torn paper', 'Torn foot'])
    expect(found('')).toHaveLength(PRESETS.length)
    expect(found('zeppelin')).toEqual([])
  })
  it('take the room that their outline asks for', () => {
    near(aspectOf({ kind: 'path', d: 'M0 0L30 0L30 10Z', fillRule: 'nonzero' }), 3, 1e-12)
    const { w, h } = aspectSize(4, 10)
    near(w / h, 4, 1e-12)
    near(w * h, 100, 1e-9)
  })
})

describe('knobs', () => {
  it('stand on every stencil with values, each within reach of its box', () => {
    for (const { stencil, aspect } of PRESETS) {
      const size = aspectSize(aspect, 200)
      if (stencil.kind === 'ellipse') continue
      const knobs = knobsOf(stencil, size)
      expect(knobs.length).toBeGreaterThan(0)
      for (const { at } of knobs) {
        expect(Math.abs(at.x)).toBeLessThanOrEqual(size.w / 2 + 1e-6)
        expect(Math.abs(at.y)).toBeLessThanOrEqual(size.h / 2 + 1e-6)
      }
    }
  })
  it('carried to where they stand change nothing that is seen', () =>
    holdsFor(fc.tuple(stencils, sizes), ([stencil, size]) => {
      for (const { param, at } of knobsOf(stencil, size)) {
        const carried = carryKnob(stencil, size, param, at)
        const r = reshapedRect(stencil, carried, size)
        const knob = knobsOf(carried, rectSize(r)).find((one) => one.param === param)?.at ?? { x: Infinity, y: 0 }
        const there = add(knob, rectCentre(r))
        // Corners and bites are limited by the box: their knob may stand beyond what can be reached.
        const isLimited = ['corners', 'round', 'bite', 'tooth', 'gap', 'at'].includes(param)
        if (!isLimited) expect(distance(there, at)).toBeLessThan(0.02 * Math.max(size.w, size.h))
        expect(check(carried)).toEqual([])
      }
    }))
  it('stay with their value where a squeezed box brings the knob of another one near', () => {
    // In a box 4 wide the arc's end stands at 174° beside where it stands at 6°.
    const sliver: Stencil = { kind: 'arc', from: 0, sweep: 5.693060221631265, hole: 0 }
    const size = { w: 4, h: 354.6169855457879 }
    for (const { param, at } of knobsOf(sliver, size)) {
      const carried = carryKnob(sliver, size, param, at)
      near(carried.kind === 'arc' ? carried.sweep : 0, 5.693060221631265, 1e-4)
    }
  })
  it('follow the hand: a ring’s hole, a star’s inner corners', () => {
    const size = { w: 200, h: 200 }
    const ring = carryKnob({ kind: 'ring', hole: 0.2 }, size, 'hole', { x: 70, y: 3 })
    expect(ring).toEqual({ kind: 'ring', hole: expect.closeTo(0.7, 3) })
    const corners = carryKnob({ kind: 'rectangle' }, size, 'corners', { x: -60, y: -60 })
    expect(corners.kind === 'rectangle' && corners.corners?.[0]?.style).toBe('round')
  })
  it('keep a length fixed that was fixed', () => {
    const ticket = carryKnob({ kind: 'ticket', bite: { points: 10 }, at: 0.5 }, { w: 100, h: 100 }, 'bite', {
      x: 20,
      y: 0,
    })
    expect(ticket).toEqual({ kind: 'ticket', bite: { points: expect.closeTo(30, 3) }, at: 0.5 })
  })
})

describe('an arc that opens', () => {
  it('keeps its circle where it is', () =>
    holdsFor(fc.tuple(real(20, 340), real(20, 340), real(-180, 180)), ([before, after, from]) => {
      const [a, b]: Stencil[] = [before, after].map((sweep) => ({ kind: 'arc', from, sweep, hole: 0 }) as const)
      if (!a || !b) return
      const size = { w: 120, h: 90 }
      const r = reshapedRect(a, b, size)
      const first = outlineOf(a, size).path[0]
      const second = outlineOf(b, { w: r.x1 - r.x0, h: r.y1 - r.y0 }).path[0]
      if (first?.kind !== 'move' || second?.kind !== 'move') return expect(first).toBe(second)
      near(second.to.x + (r.x0 + r.x1) / 2, first.to.x, 1e-6)
      near(second.to.y + (r.y0 + r.y1) / 2, first.to.y, 1e-6)
    }))
})
