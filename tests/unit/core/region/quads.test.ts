/** Plain things on rendered walls, whose corners are known from how the walls were made. */
import { describe, expect, it } from '@jest/globals'
import { distance } from '@/core/geometry/vector'
import { quadAt, quadsLike } from '@/core/region/quads'
import { renderWall, type Wall, type WallLook } from '@tests/helpers/walls'

const WALLS = 60

const lookOf = (i: number): WallLook => ({
  noise: [0, 3, 6, 10][i % 4] ?? 0,
  shade: [0, 0.15, 0.3][i % 3] ?? 0,
  blur: [0, 0.8, 1.5][(i >> 1) % 3] ?? 0,
  rounded: [0, 0, 0.08, 0.16][(i >> 2) % 4] ?? 0,
  isHidden: i % 5 === 0,
})

const walls: readonly Wall[] = Array.from({ length: WALLS }, (_, i) => renderWall(1000 + i, lookOf(i)))

describe('a plain picture, screen or card in a photograph', () => {
  it('is found by a press within it, its corners to 1.5 pixels', () => {
    const offs: number[] = []
    const wrong: string[] = []
    for (const [i, { pixels, quads, presses }] of walls.entries())
      for (const [k, press] of presses.entries()) {
        // Of every second wall both are pressed.
        if (i % 2 === 1 && k === 1) continue
        const found = quadAt(pixels, press)
        const truth = quads[k]
        const off = found && truth ? Math.max(...truth.map((p, n) => distance(p, found.corners[n] ?? p))) : Infinity
        offs.push(off)
        if (!(off <= 1.5)) wrong.push(`wall ${i}, ${k}: ${off.toFixed(2)} ${JSON.stringify(lookOf(i))}`)
      }
    console.log(`corners off by ${Math.max(...offs.filter(Number.isFinite)).toFixed(2)} px at most`)
    expect(wrong).toEqual([])
  })
  it('is not invented where only wall is', () => {
    for (const { pixels, bare } of walls) expect(quadAt(pixels, bare)).toBeNull()
  })
  it('has its corners rounded as it has, where they are by ten pixels and more', () => {
    const offs = [0, 0.16].flatMap((rounded) =>
      Array.from({ length: 5 }, (_, i) => {
        const { pixels, presses } = renderWall(700 + i, { noise: 3, shade: 0.1, blur: 0.8, rounded, isHidden: false })
        const found = presses[1] && quadAt(pixels, presses[1])
        return Math.abs((found?.rounded ?? NaN) - rounded)
      }),
    )
    expect(Math.max(...offs)).toBeLessThan(0.08)
  })
  it('is found with all that are alike, once each', () => {
    for (const { pixels, presses } of walls.filter((_, i) => i % 12 === 1)) {
      const found = presses[0] ? quadsLike(pixels, presses[0]) : []
      // The two of a wall are of nearly one colour.
      expect([1, 2]).toContain(found.length)
    }
  })
})
