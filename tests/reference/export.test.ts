/**
 * The exporter against two independent answers: the closed formula of the picture, and the same
 * picture placed by libvips (vips_affine, bicubic). The placement's matrix is worked out here by hand.
 */
import { describe, expect, it } from '@jest/globals'
import path from 'node:path'
import sharp from 'sharp'
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { addFrame, setFrameBox } from '@/core/document/edits/frames'
import { placePicture, setPlaced } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import type { Project } from '@/core/document/types'
import { coverPlaced } from '@/core/placement/placed'
import { exportSheet } from '@/server/export/write'
import { inFolder, paintedPicture, readPixels, type Pixels } from '@tests/helpers/files'

const SHEET = 'sheet-1'
const PICTURE = { w: 1800, h: 1200 }
const BOX = { cx: 300.3, cy: 220.7, w: 420, h: 330 }
const PPI = 144
const ZOOM = 1.6
const TURN = 17
const FRAME_TURN = 9

/** Output pixels for one picture pixel: the ellipse's reach decides what covers (closed formula). */
const scale = (() => {
  const [cos, sin] = [Math.cos((TURN * Math.PI) / 180), Math.sin((TURN * Math.PI) / 180)]
  const wide = 2 * Math.hypot((BOX.w / 2) * cos, (BOX.h / 2) * sin)
  const high = 2 * Math.hypot((BOX.w / 2) * sin, (BOX.h / 2) * cos)
  return Math.max(wide / PICTURE.w, high / PICTURE.h) * ZOOM * (PPI / 72)
})()

// Reached once: a global is slow to reach from within a test's own context.
const { sin: sine, cos: cosine, abs, PI } = Math
const TWO_PI = 2 * PI

/** Sines with periods of 12 to 25 output pixels. */
const wave = (x: number, y: number, period: number, angle: number, phase: number): number =>
  sine((TWO_PI * scale * (x * cosine(angle) + y * sine(angle))) / period + phase)
const picture = (x: number, y: number): readonly [number, number, number] => [
  128 + 90 * wave(x, y, 12, 0.4, 0.3),
  128 + 90 * wave(x, y, 18, 1.3, 1.1),
  128 + 90 * wave(x, y, 25, 2.4, 2),
]

const projectOf = (hash: string): Project => {
  const blank = newProject(
    'p-1',
    'Waves',
    newSheet(SHEET, 'Sheet', { unit: 'px', size: { w: 640, h: 460 }, ppi: 72, bleed: 0 }),
  )
  const known = addPicture(blank, { pictureId: 'pic', picture: { name: 'waves', pixels: PICTURE, hash, tags: [] } })
  const at = { sheetId: SHEET, frameId: 'f' }
  const framed = setFrameBox(addFrame(known, { sheetId: SHEET, frame: newFrame('f', { kind: 'ellipse' }, BOX) }), {
    ...at,
    turn: FRAME_TURN,
  })
  return setPlaced(placePicture(framed, { ...at, pictureId: 'pic' }), {
    ...at,
    placed: { ...coverPlaced('pic'), zoom: ZOOM, turn: TURN },
  })
}

const angle = ((TURN + FRAME_TURN) * Math.PI) / 180
const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
const centre = { x: (BOX.cx * PPI) / 72, y: (BOX.cy * PPI) / 72 }

const FRAME_AXIS = { x: Math.cos((FRAME_TURN * Math.PI) / 180), y: Math.sin((FRAME_TURN * Math.PI) / 180) }

/** Output pixel centres at least 3 px inside the ellipse. */
const isInside = (x: number, y: number): boolean => {
  const dx = x - centre.x
  const dy = y - centre.y
  const px = dx * FRAME_AXIS.x + dy * FRAME_AXIS.y
  const py = -dx * FRAME_AXIS.y + dy * FRAME_AXIS.x
  const k = PPI / 144
  return (px / (BOX.w * k - 3)) ** 2 + (py / (BOX.h * k - 3)) ** 2 < 1
}

interface Difference {
  readonly mean: number
  readonly max: number
}

const compare = (got: Pixels, wanted: (x: number, y: number, channel: number) => number): Difference => {
  let sum = 0
  let count = 0
  let max = 0
  for (let y = 0; y < got.height; y += 1)
    for (let x = 0; x < got.width; x += 1) {
      if (!isInside(x + 0.5, y + 0.5)) continue
      for (let c = 0; c < 3; c += 1) {
        const off = abs((got.data[(y * got.width + x) * got.channels + c] ?? 0) - wanted(x, y, c))
        sum += off
        count += 1
        if (off > max) max = off
      }
    }
  return { mean: sum / count, max }
}

/** The closed formula at an output pixel, through the inverse placement. */
const formula =
  (shift: number) =>
  (x: number, y: number, channel: number): number => {
    const dx = x + 0.5 + shift - centre.x
    const dy = y + 0.5 - centre.y
    const px = (dx * cos + dy * sin) / scale + PICTURE.w / 2
    const py = (-dx * sin + dy * cos) / scale + PICTURE.h / 2
    return picture(px, py)[channel] ?? 0
  }

/** The same picture placed by libvips, onto the same output grid. `shift` is in output pixels. */
const byLibvips = async (file: string, width: number, height: number, shift: number): Promise<Pixels> => {
  const [a, b, c, d] = [scale * cos, -scale * sin, scale * sin, scale * cos]
  // libvips counts samples from 0 where we count pixel centres from ½.
  const e = centre.x - a * (PICTURE.w / 2) - b * (PICTURE.h / 2) + (a + b) / 2 - 0.5 - shift
  const f = centre.y - c * (PICTURE.w / 2) - d * (PICTURE.h / 2) + (c + d) / 2 - 0.5
  // The output area of vips_affine is the whole-pixel bounding box of the transformed image.
  const corners = [
    [0, 0],
    [PICTURE.w, 0],
    [0, PICTURE.h],
    [PICTURE.w, PICTURE.h],
  ].map(([x = 0, y = 0]) => ({ x: a * x + b * y, y: c * x + d * y }))
  const left = Math.round(Math.min(...corners.map((p) => p.x)))
  const top = Math.round(Math.min(...corners.map((p) => p.y)))
  const whole = { x: Math.floor(e), y: Math.floor(f) }
  const { data, info } = await sharp(file)
    .affine(
      [
        [a, b],
        [c, d],
      ],
      { odx: e - whole.x, ody: f - whole.y, interpolator: 'bicubic', background: '#000' },
    )
    .raw()
    .toBuffer({ resolveWithObject: true })
  const placed = Buffer.alloc(width * height * 3)
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const sx = x - whole.x - left
      const sy = y - whole.y - top
      if (sx < 0 || sy < 0 || sx >= info.width || sy >= info.height) continue
      data.copy(
        placed,
        (y * width + x) * 3,
        (sy * info.width + sx) * info.channels,
        (sy * info.width + sx) * info.channels + 3,
      )
    }
  return { data: placed, width, height, channels: 3 }
}

describe('a smooth picture, turned and zoomed in an ellipse', () => {
  it('comes out as its formula and as libvips place it, and a shift of a quarter pixel shows', async () => {
    await inFolder(async (folder) => {
      const source = path.join(folder, 'waves.png')
      await paintedPicture(source, PICTURE.w, PICTURE.h, picture)
      const hash = createHash('sha256').update(readFileSync(source)).digest('hex')
      const out = path.join(folder, 'out.png')
      await exportSheet({
        project: projectOf(hash),
        sheetId: SHEET,
        files: { [hash]: source },
        out,
        options: { format: 'png', sizing: { by: 'ppi', ppi: PPI }, quality: 90, bleed: false },
      })
      const got = await readPixels(out)
      const exact = compare(got, formula(0))
      const vips = await byLibvips(source, got.width, got.height, 0)
      const placed = compare(got, (x, y, c) => vips.data[(y * vips.width + x) * 3 + c] ?? 0)
      const shifted = compare(got, formula(0.25))
      const shiftedVips = await byLibvips(source, got.width, got.height, 0.25)
      const placedShifted = compare(got, (x, y, c) => shiftedVips.data[(y * shiftedVips.width + x) * 3 + c] ?? 0)
      for (const difference of [exact, placed]) {
        expect(difference.mean).toBeLessThanOrEqual(1.2)
        expect(difference.max).toBeLessThanOrEqual(6)
      }
      for (const difference of [shifted, placedShifted]) expect(difference.mean).toBeGreaterThan(1.2)
    })
  })
})
