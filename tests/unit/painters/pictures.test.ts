/** Pictures within outlines: pixel for pixel they come out as they are, and upright rectangles are drawn at once, nothing else. */
import { describe, expect, it } from '@jest/globals'
import { createCanvas } from '@napi-rs/canvas'
import sharp from 'sharp'
import { fc, holdsFor } from '@tests/helpers/property'
import { cornersOf, rectSize, type Rect } from '@/core/geometry/rect'
import { compose, IDENTITY, rotation, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { ellipsePath, polygonPath, type Path } from '@/core/path/path'
import type { FileSource, PictureOp } from '@/core/render/ops'
import { paintPicture } from '@/painters/canvas/picture'
import type { Painting } from '@/painters/canvas/painting'
import type { PaintContext, PaintImage } from '@/painters/canvas/surface'
import { rimmed } from '@/server/export/pixels'

const SIZE = { w: 24, h: 16 }
const DEVICE: Rect = { x0: 0, y0: 0, x1: 60, y1: 50 }

/** Noise: whatever is sampled between pixels shows. */
const NOISE = Buffer.from(Array.from({ length: SIZE.w * SIZE.h * 4 }, (_, i) => (i % 4 === 3 ? 255 : (i * 7919) % 251)))

const PART: Rect = { x0: 0, y0: 0, x1: SIZE.w, y1: SIZE.h }

const withRim = (pixels: Buffer): Promise<PaintImage> =>
  rimmed(sharp(pixels, { raw: { width: SIZE.w, height: SIZE.h, channels: 4 } }), PART)

const image = await withRim(NOISE)

const STILL: FileSource = { kind: 'file', hash: 'a'.repeat(64) }

const MOMENT = { clip: 'c'.repeat(64), container: 'mp4', at: 1 } as const

const opOf = (path: Path, picture: Matrix, source: FileSource = STILL): PictureOp => ({
  op: 'picture',
  source,
  outline: { path, fillRule: 'nonzero' },
  toSheet: IDENTITY,
  pixels: SIZE,
  picture,
  isCovered: true,
})

const rectPath = (r: Rect): Path => polygonPath(cornersOf(r))

const painted = (op: PictureOp, shown: PaintImage, isQuick = false): Uint8ClampedArray => {
  const canvas = createCanvas(DEVICE.x1, DEVICE.y1)
  const context = canvas.getContext('2d')
  const painting: Painting = {
    view: IDENTITY,
    device: DEVICE,
    imageFor: () => shown,
    createLayer: () => {
      throw new TypeError('no layer is needed')
    },
    isQuick,
  }
  paintPicture(context as unknown as PaintContext, op, painting)
  return context.getImageData(0, 0, DEVICE.x1, DEVICE.y1).data
}

const whole = fc.integer({ min: 3, max: 20 })

describe('a picture pixel for pixel', () => {
  it('is painted as it is, to its very edges', () => {
    holdsFor(
      fc.record({ x: whole, y: whole, source: fc.constantFrom<FileSource>(STILL, { ...STILL, moment: MOMENT }) }),
      ({ x, y, source }) => {
        const shown = painted(
          opOf(rectPath({ x0: x, y0: y, x1: x + SIZE.w, y1: y + SIZE.h }), translation(x, y), source),
          image,
        )
        for (let row = 0; row < SIZE.h; row += 1) {
          const from = ((y + row) * DEVICE.x1 + x) * 4
          const own = NOISE.subarray(row * SIZE.w * 4, (row + 1) * SIZE.w * 4)
          expect([...shown.subarray(from, from + SIZE.w * 4)]).toEqual([...own])
        }
      },
      20,
    )
  })
  it('of a clip that plays never shows its other side along its edges, at any size', async () => {
    // Red on the left, blue on the right.
    const sides = await withRim(
      Buffer.from(
        Array.from({ length: SIZE.w * SIZE.h }, (_, i) =>
          i % SIZE.w < SIZE.w / 2 ? [255, 0, 0, 255] : [0, 0, 255, 255],
        ).flat(),
      ),
    )
    for (const k of [0.5, 0.625, 0.75, 1.25]) {
      const [w, h] = [SIZE.w * k, SIZE.h * k]
      const path = rectPath({ x0: 10, y0: 10, x1: 10 + w, y1: 10 + h })
      const picture = compose(translation(10, 10), scaling(k))
      const shown = painted(opOf(path, picture, { ...STILL, moment: MOMENT }), sides, true)
      const at = (x: number): readonly number[] => [
        ...shown.subarray((14 * DEVICE.x1 + x) * 4, (14 * DEVICE.x1 + x) * 4 + 4),
      ]
      expect(at(10)).toEqual([255, 0, 0, 255])
      expect(at(10 + Math.floor(w) - 1)).toEqual([0, 0, 255, 255])
    }
  })
})

interface Drawn {
  readonly onto: Rect
  readonly within: Rect
}

const drawn = (path: Path, picture: Matrix): readonly Drawn[] => {
  const calls: Drawn[] = []
  const shown = {
    ...image,
    drawOnto: (_: PaintContext, onto: Rect, within: Rect) => void calls.push({ onto, within }),
  }
  painted(opOf(path, picture), shown)
  return calls
}

describe('drawing at once', () => {
  it('is done for upright pictures in upright rectangles that end on whole pixels', () => {
    holdsFor(fc.record({ x: whole, y: whole, k: fc.constantFrom(0.5, 1, 1.5) }), ({ x, y, k }) => {
      const within = { x0: x, y0: y, x1: x + 6, y1: y + 5 }
      const [call, ...more] = drawn(rectPath(within), compose(translation(x - 0.25, y - 0.5), scaling(k)))
      expect(more).toEqual([])
      expect(call?.within).toEqual(within)
      expect(call?.onto.x0).toBeCloseTo(x - 0.25, 9)
      expect(call && rectSize(call.onto)).toEqual({ w: SIZE.w * k, h: SIZE.h * k })
    })
  })
  it('is not done for anything else, which has to be filled', () => {
    const rect = { x0: 10, y0: 10, x1: 20, y1: 18 }
    const at = translation(8, 8)
    const [p, q, r, s] = cornersOf(rect)
    for (const [path, picture] of [
      [rectPath({ ...rect, x1: 20.4 }), at],
      [ellipsePath(5, 5), at],
      [polygonPath([p, q, { x: 15, y: 14 }, s]), at],
      // A bow: its corners are those of a rectangle.
      [polygonPath([p, r, q, s]), at],
      [[...rectPath(rect), ...rectPath({ x0: 12, y0: 12, x1: 14, y1: 14 })], at],
      [rectPath(rect), compose(translation(15, 5), rotation(10))],
      [rectPath(rect), compose(translation(32, 8), scaling(-1, 1))],
    ] as const)
      expect(drawn(path, picture)).toEqual([])
  })
})
