/** Tracing a part of a 12-megapixel picture by its colour, and finding openings of as large art, beside one pass over its bytes. */
import { FIRST_CHOICE } from '@/core/region/choice'
import { colourField, openField, type Pixels } from '@/core/region/field'
import { findOpenings } from '@/core/region/openings'
import { traceField } from '@/core/region/trace'
import { median } from './numbers'

const SIZE = { width: 4000, height: 3000 }
const RUNS = 3

/** A red disc with a wavy edge on a ground of slowly changing colour. */
const painted = (): Pixels => {
  const { width, height } = SIZE
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0, i = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1, i += 4) {
      const [dx, dy] = [x - 2000, y - 1500]
      const edge = 1100 + 60 * Math.sin(9 * Math.atan2(dy, dx))
      const share = Math.min(1, Math.max(0, edge - Math.hypot(dx, dy) + 0.5))
      data[i] = 190 * share + (60 + x / 80) * (1 - share)
      data[i + 1] = 40 * share + (120 + y / 60) * (1 - share)
      data[i + 2] = 50 * share + 150 * (1 - share)
      data[i + 3] = 255
    }
  return { data, ...SIZE }
}

/** Art with three round holes. */
const overlay = (): Pixels => {
  const { width, height } = SIZE
  const data = new Uint8ClampedArray(width * height * 4).fill(255)
  for (const [cx, cy, r] of [
    [1000, 900, 600],
    [2800, 900, 700],
    [2000, 2200, 650],
  ] as const)
    for (let y = cy - r; y <= cy + r; y += 1)
      for (let x = cx - r; x <= cx + r; x += 1) {
        const share = Math.min(1, Math.max(0, r - Math.hypot(x - cx, y - cy) + 0.5))
        data[(y * width + x) * 4 + 3] = 255 * (1 - share)
      }
  return { data, ...SIZE }
}

const timed = (work: () => unknown): number => {
  const started = performance.now()
  work()
  return performance.now() - started
}

export const measureRegion = (): readonly string[] => {
  const pixels = painted()
  const onePass = (): number => {
    let sum = 0
    for (let i = 0; i < pixels.data.length; i += 1) sum += pixels.data[i] ?? 0
    return sum
  }
  const floor = median(Array.from({ length: RUNS }, () => timed(onePass)))
  let points = 0
  const all = median(
    Array.from({ length: RUNS }, () =>
      timed(() => {
        const outlines = traceField(colourField(pixels, { x: 2000, y: 1500 }, FIRST_CHOICE))
        points = outlines.reduce((sum, { path }) => sum + path.length, 0)
      }),
    ),
  )
  const art = overlay()
  let found = 0
  const openings = median(
    Array.from({ length: RUNS }, () =>
      timed(() => {
        found = findOpenings(openField(art), { by: 'transparency', grow: 1 }).openings.length
      }),
    ),
  )
  return [
    `openings of a 12-megapixel overlay | ${(openings / 1000).toFixed(2)} s, ${found} found | one pass over its bytes ${(floor / 1000).toFixed(3)} s, ${(openings / floor).toFixed(0)}×`,
    `tracing a part of 12 megapixels by colour | ${(all / 1000).toFixed(2)} s, ${points} points | one pass over its bytes ${(floor / 1000).toFixed(3)} s, ${(all / floor).toFixed(0)}×`,
  ]
}
