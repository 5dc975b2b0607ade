import { describe, expect, it } from '@jest/globals'
import { areaOf } from '@/core/path/area'
import { boundsOf } from '@/core/path/extent'
import { FIRST_CHOICE } from '@/core/region/choice'
import { coloursField, type Pixels } from '@/core/region/field'
import { traceField } from '@/core/region/trace'
import { near } from '@tests/helpers/near'

/** Three upright bands of one colour each, side by side: red, green, blue, 40 pixels wide and 60 high. */
const bands = (): Pixels => {
  const [width, height] = [120, 60]
  const data = new Uint8ClampedArray(width * height * 4)
  for (let i = 0; i < width * height; i += 1) {
    data[i * 4 + Math.floor((i % width) / 40)] = 230
    data[i * 4 + 3] = 255
  }
  return { data, width, height }
}

const [red, green, blue] = [20, 60, 100].map((x) => ({ x, y: 30 }))
const found = (points: readonly ({ x: number; y: number } | undefined)[], isInside = true) =>
  traceField(
    coloursField(
      bands(),
      points.flatMap((p) => p ?? []),
      { ...FIRST_CHOICE, isInside },
    ),
  )
const area = (points: Parameters<typeof found>[0], isInside = true): number =>
  found(points, isInside).reduce((sum, { path }) => sum + Math.abs(areaOf(path)), 0)

describe('areas of several colours', () => {
  it('that touch are one part, without a seam between them', () => {
    const parts = found([red, green])
    expect(parts).toHaveLength(1)
    const r = boundsOf(parts[0]?.path ?? [])
    near(r.x0, 0, 0.6)
    near(r.x1, 80, 0.6)
    near(area([red, green]), 80 * 60, 150)
  })
  it('that lie apart are parts of their own', () => {
    expect(found([red, blue])).toHaveLength(2)
    near(area([red, blue]), 80 * 60, 200)
  })
  it('with all but them chosen leave the rest', () => {
    near(area([red, green], false), 40 * 60, 100)
  })
})
