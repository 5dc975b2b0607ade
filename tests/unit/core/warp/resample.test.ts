/** Pixels through projective maps: OpenCV's linear warp, closed formulas, and what shrinks in one direction only. */
import { describe, expect, it } from '@jest/globals'
import { inFolder } from '@tests/helpers/files'
import { opencvWarp, type Plain } from '@tests/helpers/opencv'
import { homographyOf, invertHomography, project, quadToQuad, type Homography } from '@/core/geometry/homography'
import { compose, rotation, scaling, translation } from '@/core/geometry/matrix'
import type { Quad } from '@/core/geometry/quad'
import { resample, SAMPLING } from '@/core/warp/resample'

const { sin, abs, hypot } = Math

const painted = (
  width: number,
  height: number,
  colour: (x: number, y: number) => readonly [number, number, number, number],
): Plain => {
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) data.set(colour(x + 0.5, y + 0.5), (y * width + x) * 4)
  return { data, width, height }
}

const rectangle = (w: number, h: number): Quad => [
  { x: 0, y: 0 },
  { x: w, y: 0 },
  { x: w, y: h },
  { x: 0, y: h },
]

/** Fields of many sizes, as a photograph has them. */
const fields = painted(300, 200, (x, y) => [
  128 + 70 * sin(x / 9) + 50 * sin(y / 13 + x / 40),
  128 + 90 * sin(hypot(x - 150, y - 100) / 7),
  100 + 0.4 * x,
  255,
])

const QUADS: readonly (readonly [string, Quad])[] = [
  [
    'a wall to the right',
    [
      { x: 20, y: 10 },
      { x: 380, y: 60 },
      { x: 370, y: 250 },
      { x: 10, y: 290 },
    ],
  ],
  [
    'a screen from below',
    [
      { x: 90, y: 20 },
      { x: 310, y: 25 },
      { x: 395, y: 280 },
      { x: 5, y: 270 },
    ],
  ],
  [
    'turned by a third',
    [
      { x: 200, y: 5 },
      { x: 390, y: 160 },
      { x: 190, y: 295 },
      { x: 15, y: 140 },
    ],
  ],
]

/** How far two pictures differ on the mean, where `isIn` says that both show the source. */
const meanDistance = (
  a: ArrayLike<number>,
  b: ArrayLike<number>,
  width: number,
  isIn: (x: number, y: number) => boolean,
) => {
  let [sum, count] = [0, 0]
  for (let i = 0; i < a.length; i += 1) {
    const at = i >> 2
    if (!isIn((at % width) + 0.5, ((at / width) | 0) + 0.5)) continue
    sum += abs((a[i] ?? 0) - (b[i] ?? 0))
    count += 1
  }
  return sum / count
}

describe('pixels in perspective', () => {
  it.each(QUADS)('are those of OpenCV where nothing shrinks: %s', (_name, quad) =>
    inFolder((folder) => {
      // Enlarged, so that its linear interpolation is all there is to do.
      const [width, height] = [800, 600]
      const large = quad.map(({ x, y }) => ({ x: 2 * x, y: 2 * y })) as unknown as Quad // of four, as it was
      const map = quadToQuad(rectangle(fields.width, fields.height), large)
      const inverse = invertHomography(map)
      const ours = resample(fields, { width, height, inverse })
      const theirs = opencvWarp(folder, fields, map, { width, height })
      const isIn = (x: number, y: number): boolean => {
        const { x: u, y: v } = project(inverse, { x, y })
        return u > 0 && v > 0 && u < fields.width && v < fields.height
      }
      // Its weights are whole 32nds (OpenCV, INTER_BITS), ours are not.
      expect(meanDistance(ours.data, theirs, width, isIn)).toBeLessThan(0.5)
      return Promise.resolve()
    }),
  )
  it.each([SAMPLING.best, SAMPLING.quick])(
    'stay what they are under the map that changes nothing, at step %d',
    (step) => {
      const { data } = resample(fields, { width: 300, height: 200, inverse: homographyOf(scaling(1)), step })
      expect(data).toEqual(fields.data)
    },
  )
  it('follow the closed formula of a smooth field, wherever the plane lies', () => {
    const formula = (x: number, y: number): number => 128 + 100 * sin(x / 30) * sin(y / 25)
    const smooth = painted(300, 200, (x, y) => [formula(x, y), 0, 0, 255])
    for (const [, quad] of QUADS) {
      const inverse = invertHomography(quadToQuad(rectangle(300, 200), quad))
      const { data } = resample(smooth, { width: 400, height: 300, inverse })
      for (let y = 0; y < 300; y += 7)
        for (let x = 0; x < 400; x += 7) {
          const { x: u, y: v } = project(inverse, { x: x + 0.5, y: y + 0.5 })
          if (u < 1 || v < 1 || u > 299 || v > 199) continue
          expect(abs((data[(y * 400 + x) * 4] ?? 0) - formula(u, v))).toBeLessThan(2)
        }
    }
  })
  it('shrunk eight times in one direction are the mean over what each pixel covers, without ripples', () => {
    // Stripes of a pixel each, which any sampling by points turns into others.
    const stripes = painted(800, 60, (x, y) => [(x | 0) % 2 ? 255 : 0, 4 * y, 0, 255])
    // Half a pixel aside: the middle of each pixel lies on one stripe, not between two.
    const inverse = homographyOf(compose(translation(0.5, 0), scaling(8, 1)))
    const { data } = resample(stripes, { width: 100, height: 60, inverse })
    for (let x = 1; x < 99; x += 1) {
      expect(abs((data[(30 * 100 + x) * 4] ?? 0) - 127.5)).toBeLessThanOrEqual(1)
      // The other direction is as sharp as it was.
      expect(abs((data[(30 * 100 + x) * 4 + 1] ?? 0) - 122)).toBeLessThanOrEqual(1)
    }
  })
  it('that recede are the mean of the area that each covers, reckoned by itself', () => {
    const fine = painted(600, 400, (x, y) => [
      127.5 + 127 * sin(x * 1.9) * sin(y * 0.4),
      (x * 7 + y * 3) % 256,
      90,
      255,
    ])
    const quad: Quad = [
      { x: 5, y: 5 },
      { x: 75, y: 30 },
      { x: 75, y: 50 },
      { x: 5, y: 75 },
    ]
    const inverse = invertHomography(quadToQuad(rectangle(600, 400), quad))
    const { data } = resample(fine, { width: 80, height: 80, inverse })
    let [sum, count] = [0, 0]
    for (let y = 36; y < 44; y += 1)
      for (let x = 8; x < 70; x += 1) {
        // 32 × 32 points of the pixel, each as the pixel of the source that it lies in.
        let mean = 0
        for (let j = 0; j < 32; j += 1)
          for (let i = 0; i < 32; i += 1) {
            const { x: u, y: v } = project(inverse, { x: x + (i + 0.5) / 32, y: y + (j + 0.5) / 32 })
            mean += (fine.data[((v | 0) * 600 + (u | 0)) * 4] ?? 0) / 1024
          }
        sum += abs((data[(y * 80 + x) * 4] ?? 0) - mean)
        count += 1
      }
    expect(sum / count).toBeLessThan(2)
  })
  it('keep the colour of what is half clear: clear pixels beside it lend none', () => {
    const cut = painted(40, 40, (x) => (x < 20 ? [200, 60, 20, 255] : [0, 255, 255, 0]))
    const turned = homographyOf(compose(translation(20, 20), rotation(30), scaling(0.7), translation(-20, -20)))
    const { data } = resample(cut, { width: 40, height: 40, inverse: turned })
    for (let i = 0; i < data.length; i += 4)
      if ((data[i + 3] ?? 0) > 3) expect(abs((data[i] ?? 0) - 200)).toBeLessThanOrEqual(1)
  })
  it('behind the eye stay clear, and numbers that are none do no harm', () => {
    const beyond: Homography = [1, 0, 0, 0, 1, 0, 0, 0.1, -2]
    const { data } = resample(fields, { width: 10, height: 40, inverse: beyond })
    expect(data[(5 * 10 + 5) * 4 + 3]).toBe(0)
    expect(data[(35 * 10 + 5) * 4 + 3]).toBe(255)
    const none = resample(fields, { width: 4, height: 4, inverse: [NaN, 0, 0, 0, NaN, 0, 0, 0, 1] })
    expect(none.data).toHaveLength(64)
  })
})
