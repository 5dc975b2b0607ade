/** Edges and corners whose places are known by how they were drawn. */
import { describe, expect, it } from '@jest/globals'
import { snapToEdge } from '@/core/region/edgeSnap'
import { blurPlane } from '@/core/adjust/blur'

const [W, H] = [120, 90]
const SUB = 4

/** What lies on one side of all lines is light, the rest dark; anti-aliased, and blurred a little. */
const field = (isLight: (x: number, y: number) => boolean, blur = 0.8) => {
  const values = new Float32Array(W * H)
  for (let y = 0, i = 0; y < H; y += 1)
    for (let x = 0; x < W; x += 1, i += 1) {
      let sum = 0
      for (let k = 0; k < SUB * SUB; k += 1)
        sum += isLight(x + ((k % SUB) + 0.5) / SUB, y + (Math.floor(k / SUB) + 0.5) / SUB) ? 1 : 0
      values[i] = 0.2 + (0.6 * sum) / (SUB * SUB)
    }
  return { values: blurPlane(values, W, H, blur), width: W, height: H }
}

describe('a point near something in a picture', () => {
  it('falls on the strong edge beside it, square to that, to a quarter of a pixel', () => {
    // The line 0.6·x + 0.8·y = 70.
    const slanted = field((x, y) => 0.6 * x + 0.8 * y < 70)
    for (const off of [-4, -2, 1, 3.5]) {
      const on = { x: 58, y: (70 - 0.6 * 58) / 0.8 }
      const found = snapToEdge(slanted, { x: on.x + 0.6 * off, y: on.y + 0.8 * off }, 7)
      expect(Math.abs(0.6 * (found?.x ?? 0) + 0.8 * (found?.y ?? 0) - 70)).toBeLessThan(0.25)
      expect(Math.abs(0.8 * ((found?.x ?? 0) - on.x) - 0.6 * ((found?.y ?? 0) - on.y))).toBeLessThan(0.6)
    }
  })
  it('falls on the corner where two edges meet, to half a pixel', () => {
    const card = field((x, y) => x > 40.3 && y + 0.15 * (x - 40.3) > 30.7)
    for (const [dx, dy] of [
      [2, 1],
      [-2, 2],
      [1, -3],
    ] as const) {
      const found = snapToEdge(card, { x: 40.3 + dx, y: 30.7 + dy }, 8)
      expect(Math.hypot((found?.x ?? 0) - 40.3, (found?.y ?? 0) - 30.7)).toBeLessThan(0.5)
    }
  })
  it('falls on nothing where nothing strong is, or where it is too far', () => {
    const slanted = field((x) => x < 60)
    expect(snapToEdge(slanted, { x: 30, y: 40 }, 7)).toBeNull()
    expect(
      snapToEdge(
        field(() => true),
        { x: 60, y: 40 },
        7,
      ),
    ).toBeNull()
    const noise = field(() => true)
    noise.values.forEach((v, i) => (noise.values[i] = v + 0.01 * Math.sin(i * 12.9898)))
    expect(snapToEdge(noise, { x: 60, y: 40 }, 7)).toBeNull()
  })
})
