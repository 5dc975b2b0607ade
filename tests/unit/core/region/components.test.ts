/** Components against a plain flood fill, and laws of traced regions, on random fields. */
import { describe, expect, it } from '@jest/globals'
import { componentsOf } from '@/core/region/components'
import { alphaField, colourField, hasSoftEdges, hasTransparency } from '@/core/region/field'
import { FIRST_CHOICE } from '@/core/region/choice'
import { straightRun } from '@/core/region/straight'
import { traceField } from '@/core/region/trace'
import { areaOf } from '@/core/path/area'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'

const fields = fc
  .tuple(
    fc.integer({ min: 1, max: 24 }),
    fc.integer({ min: 1, max: 24 }),
    real(0.1, 0.9),
    fc.infiniteStream(real(0, 1)),
  )
  .map(([width, height, share, stream]) => {
    const values = new Float32Array(width * height)
    for (let i = 0; i < values.length; i += 1) values[i] = stream.next().value < share ? 1 : 0
    return { values, width, height }
  })

/** Sizes of the parts that hang together by edges or corners, by flooding from each pixel in turn. */
const flooded = ({ values, width, height }: { values: Float32Array; width: number; height: number }): number[] => {
  const left = new Set([...values.keys()].filter((i) => values[i] === 1))
  const sizes: number[] = []
  for (const start of [...left]) {
    if (!left.delete(start)) continue
    const stack = [start]
    let size = 0
    for (let i = stack.pop(); i !== undefined; i = stack.pop()) {
      size += 1
      const [x, y] = [i % width, Math.floor(i / width)]
      for (let dy = -1; dy <= 1; dy += 1)
        for (let dx = -1; dx <= 1; dx += 1) {
          const [nx, ny] = [x + dx, y + dy]
          if (nx >= 0 && nx < width && ny >= 0 && ny < height && left.delete(ny * width + nx))
            stack.push(ny * width + nx)
        }
    }
    sizes.push(size)
  }
  return sizes.sort((p, q) => q - p)
}

describe('components of a field', () => {
  it('are those of a flood fill, each within its bounds', () =>
    holdsFor(
      fields,
      (field) => {
        const { components, labels } = componentsOf(field, 0.5)
        expect(components.map(({ area }) => area)).toEqual(flooded(field))
        labels.forEach((label, i) => {
          const part = components.find((one) => one.label === label)
          expect(part === undefined).toBe(field.values[i] === 0)
          if (!part) return
          const [x, y] = [i % field.width, Math.floor(i / field.width)]
          expect(x >= part.x0 && x < part.x1 && y >= part.y0 && y < part.y1).toBe(true)
        })
      },
      120,
    ))
  it('traced have about the area of their pixels, holes taken off', () =>
    holdsFor(
      fc.tuple(fc.integer({ min: 6, max: 40 }), fc.integer({ min: 6, max: 40 }), fc.integer({ min: 0, max: 10 })),
      ([w, h, hole]) => {
        const [width, height] = [w + 8, h + 8]
        const values = new Float32Array(width * height)
        for (let y = 4; y < h + 4; y += 1) for (let x = 4; x < w + 4; x += 1) values[y * width + x] = 1
        const inner = Math.min(hole, w - 4, h - 4)
        for (let y = 6; y < 6 + inner; y += 1) for (let x = 6; x < 6 + inner; x += 1) values[y * width + x] = 0
        const [outline] = traceField({ values, width, height })
        const area = Math.abs(areaOf(outline?.path ?? []))
        const left = w * h - (inner >= 4 ? inner * inner : 0)
        near(area, left, 0.12 * left + 20)
      },
      60,
    ))
})

describe('fields of pictures', () => {
  const filled = (alpha: (x: number, y: number) => number) => {
    const data = new Uint8ClampedArray(40 * 40 * 4).fill(120)
    for (let i = 0; i < 1600; i += 1) data[i * 4 + 3] = alpha(i % 40, Math.floor(i / 40))
    return { data, width: 40, height: 40 }
  }
  it('tell transparency, and soft edges from sharp ones', () => {
    expect(hasTransparency(filled(() => 255))).toBe(false)
    const sharp = filled((x) => (x < 20 ? 255 : x === 20 ? 128 : 0))
    const soft = filled((x) => Math.max(0, 255 - x * 9))
    expect(hasTransparency(sharp)).toBe(true)
    expect(hasSoftEdges(alphaField(sharp))).toBe(false)
    expect(hasSoftEdges(alphaField(soft))).toBe(true)
  })
  it('of a colour hold the point itself; all but it hold the rest', () =>
    holdsFor(
      fc.tuple(fc.nat(39), fc.nat(39), real(1, 40)),
      ([x, y, tolerance]) => {
        const data = new Uint8ClampedArray(40 * 40 * 4).map((_, i) => (i % 4 === 3 ? 255 : (i * 37) % 256))
        const pixels = { data, width: 40, height: 40 }
        const choice = { ...FIRST_CHOICE, tolerance }
        const inside = colourField(pixels, { x, y }, choice).values
        const outside = colourField(pixels, { x, y }, { ...choice, isInside: false }).values
        expect(inside[y * 40 + x]).toBeGreaterThan(0.5)
        inside.forEach((value, i) => near(value + (outside[i] ?? 0), 1, 1e-6))
      },
      60,
    ))
  it('know a straight run from a bent one', () => {
    const line = Array.from({ length: 30 }, (_, i) => ({ x: i, y: 2 * i + 0.1 * Math.sin(i * 9) }))
    expect(straightRun(line, 0.25, 2)?.along.y).toBeCloseTo(2 / Math.sqrt(5), 2)
    expect(
      straightRun(
        line.map(({ x, y }) => ({ x, y: y + (x * x) / 40 })),
        0.25,
        2,
      ),
    ).toBeNull()
  })
})
