/** Ready groups: their frames lie within the whole, apart by one gap, and fill it. */
import { describe, expect, it } from '@jest/globals'
import { READY_GROUPS, readyBoxes } from '@/core/document/readyGroups'
import { fc, holdsFor, real, SEED } from '@tests/helpers/property'

const EPS = 1e-9

describe('ready groups', () => {
  it('have each its own id and name', () => {
    expect(new Set(READY_GROUPS.map(({ id }) => id)).size).toBe(READY_GROUPS.length)
    expect(new Set(READY_GROUPS.map(({ name }) => name)).size).toBe(READY_GROUPS.length)
  })
  it('reach all edges of the whole, overlap nowhere, and leave one gap between neighbours', () => {
    console.log(`seed ${SEED}`)
    const wholes = fc.record({ cx: real(-500, 500), cy: real(-500, 500), w: real(50, 950), h: real(50, 950) })
    for (const group of READY_GROUPS)
      holdsFor(wholes, (whole) => {
        const gap = 0.04 * Math.min(whole.w, whole.h)
        const boxes = readyBoxes(group, whole)
        expect(boxes).toHaveLength(group.cells.length)
        const edges = boxes.map(({ cx, cy, w, h }) => ({
          x0: cx - w / 2,
          x1: cx + w / 2,
          y0: cy - h / 2,
          y1: cy + h / 2,
        }))
        expect(Math.min(...edges.map(({ x0 }) => x0))).toBeCloseTo(whole.cx - whole.w / 2, 6)
        expect(Math.max(...edges.map(({ x1 }) => x1))).toBeCloseTo(whole.cx + whole.w / 2, 6)
        expect(Math.min(...edges.map(({ y0 }) => y0))).toBeCloseTo(whole.cy - whole.h / 2, 6)
        expect(Math.max(...edges.map(({ y1 }) => y1))).toBeCloseTo(whole.cy + whole.h / 2, 6)
        for (const [p, a] of edges.entries())
          for (const b of edges.slice(p + 1)) {
            const across = Math.max(a.x0 - b.x1, b.x0 - a.x1)
            const down = Math.max(a.y0 - b.y1, b.y0 - a.y1)
            // Two frames are parted by the gap at least, one way or the other.
            expect(Math.max(across, down)).toBeGreaterThanOrEqual(gap - EPS * whole.w - EPS * whole.h)
          }
      })
  })
})
