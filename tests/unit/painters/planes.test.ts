/** What is painted in perspective: beside OpenCV's warp, closed formulas and the hit test. */
import { describe, expect, it } from '@jest/globals'
import sharp from 'sharp'
import { inFolder } from '@tests/helpers/files'
import { opencvWarp } from '@tests/helpers/opencv'
import { paintedSheet, type PaintedSheet } from '@tests/helpers/painted'
import { laidCorners } from '@tests/helpers/documents'
import { stencils } from '@tests/helpers/arbitrary'
import { fc, SEED } from '@tests/helpers/property'
import { SHEET } from '@tests/helpers/project'
import { BACKGROUND_ID, pictureBackground } from '@/core/document/background'
import { pictureMatrix } from '@/core/document/content'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { fillFrames, placePicture, setFrameEdge, setPlaced } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { layFrame, setShade } from '@/core/document/edits/laid'
import { addPicture } from '@/core/document/edits/project'
import { setBackground } from '@/core/document/edits/sheets'
import { layOf } from '@/core/document/laid'
import { frameAt, sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import type { Project } from '@/core/document/types'
import type { Colour } from '@/core/colour/colour'
import { composeHomographies, homographyOf, invertHomography, project as seen } from '@/core/geometry/homography'
import type { Quad } from '@/core/geometry/quad'
import { isBent, seenOn } from '@/core/geometry/surface'
import { renderSheet } from '@/core/render/drawList'
import { rimmed, type PixelSource } from '@/server/export/pixels'
import { paintList } from '@/server/export/renderSheet'
import { turnPicture, zoomPicture } from '@/core/placement/move'
import { frameHolder } from '@/core/document/read'

const { sin, cos, abs, floor } = Math
const [W, H] = [600, 400]

/** Fields without hard edges, as most of a photograph is; or squares of black and white. */
const fieldOf = (x: number, y: number): readonly [number, number, number] => [
  128 + 70 * sin(x / 29) + 50 * sin(y / 33 + x / 90),
  128 + 90 * sin((x + y) / 41),
  100 + 0.2 * x,
]
const SQUARE = 50
const squareOf = (x: number, y: number): readonly [number, number, number] => {
  const light = (floor(x / SQUARE) + floor(y / SQUARE)) % 2 ? 255 : 0
  return [light, light, light]
}
const greyOf = (x: number): readonly [number, number, number] => {
  const light = 100 + (100 * x) / W
  return [light, light, light]
}

const pixelsOf = (of: (x: number, y: number) => readonly [number, number, number]): Buffer => {
  const data = Buffer.alloc(W * H * 4, 255)
  for (let y = 0, i = 0; y < H; y += 1)
    for (let x = 0; x < W; x += 1, i += 4) {
      const [r, g, b] = of(x + 0.5, y + 0.5)
      data[i] = r
      data[i + 1] = g
      data[i + 2] = b
    }
  return data
}

const PICTURES = [pixelsOf(fieldOf), pixelsOf(squareOf), pixelsOf(greyOf), Buffer.alloc(W * H * 4, 255)] as const
const hashOf = (n: number): string => String(n).padStart(64, '0')

/** Pictures as the server gives them: shrunk to what is needed, with a rim. */
const pixels: PixelSource = async ({ source, density, adjustments, pixels: size }) => {
  const raw = { width: W, height: H, channels: 4 } as const
  const k = Math.min(1, density * 1.25)
  const picture = sharp(PICTURES[Number(source.kind === 'file' && source.hash)] ?? PICTURES[0], { raw })
  const sized = k < 1 ? picture.resize(Math.round(W * k), Math.round(H * k), { fit: 'fill' }) : picture
  return rimmed(sized, { x0: 0, y0: 0, x1: W, y1: H }, { pixels: size, ...(adjustments ? { adjustments } : {}) })
}

const QUAD: Quad = [
  { x: 60, y: 40 },
  { x: 540, y: 110 },
  { x: 520, y: 330 },
  { x: 40, y: 370 },
]

const blank = (): Project => {
  const sheet = newSheet(SHEET, 'Sheet', { unit: 'px', size: { w: W, h: H }, ppi: 72, bleed: 0 })
  const bare = newProject('p', 'P', { ...sheet, background: { kind: 'none' } })
  return PICTURES.reduce((project, _, n) => {
    const picture = { name: `${n}`, pixels: { w: W, h: H }, hash: hashOf(n), tags: [] }
    return addPicture(project, { pictureId: `pic-${n}`, picture })
  }, bare)
}

const at = { sheetId: SHEET, frameId: 'f' }

/** One picture that fills a rectangle, laid into four corners. */
const laid = (pictureId: string, quad: Quad = QUAD): Project => {
  const frame = newFrame('f', { kind: 'rectangle' }, { cx: 300, cy: 200, w: 480, h: 320 })
  const filled = placePicture(addFrame(blank(), { sheetId: SHEET, frame }), { ...at, pictureId })
  return layFrame(filled, { ...at, quad })
}

/** Picture pixels → sheet pixels, as the document has it. */
const mapOf = (project: Project) => {
  const sheet = sheetOf(project, SHEET)
  const frame = frameOf(sheet, 'f')
  const [matrix, lay] = [pictureMatrix(project, sheet, frame), layOf(sheet, frame)]
  if (!matrix || !lay || isBent(lay)) throw new TypeError('laid and filled')
  return composeHomographies(lay, homographyOf(matrix))
}

const isWithin = (p: { x: number; y: number }, quad: Quad, by: number): boolean =>
  quad.every((a, i) => {
    const b = quad[(i + 1) % 4] ?? a
    const length = Math.hypot(b.x - a.x, b.y - a.y)
    return ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / length >= by
  })

describe('a picture in perspective', () => {
  it('is painted as OpenCV warps it, to a mean of 1.5 of 255', () =>
    inFolder(async (folder) => {
      const project = laid('pic-0')
      const ours = await paintedSheet(project, pixels)
      const source = { data: new Uint8ClampedArray(PICTURES[0]), width: W, height: H }
      const theirs = opencvWarp(folder, source, mapOf(project), { width: W, height: H })
      let [sum, count] = [0, 0]
      for (let y = 0; y < H; y += 1)
        for (let x = 0; x < W; x += 1) {
          if (!isWithin({ x: x + 0.5, y: y + 0.5 }, QUAD, 1.5)) continue
          for (let k = 0; k < 3; k += 1) sum += abs((ours.at(x, y)[k] ?? 0) - (theirs[(y * W + x) * 4 + k] ?? 0))
          count += 3
        }
      expect(sum / count).toBeLessThan(1.5)
    }))
  it('keeps straight lines straight to 0.3 pixels, and equal widths equal in the plane to 0.2%', async () => {
    const project = laid('pic-1')
    const painted = await paintedSheet(project, pixels, 144)
    const map = composeHomographies(homographyOf({ a: 2, b: 0, c: 0, d: 2, e: 0, f: 0 }), mapOf(project))
    const back = invertHomography(map)
    // Along rows through the middles of squares, where black meets white.
    const offs: number[] = []
    const widths: number[] = []
    for (const row of [125, 175, 225, 275]) {
      const found = Array.from({ length: 9 }, (_, i) => (i + 2) * SQUARE).map((edge) => {
        const foot = seen(map, { x: edge, y: row })
        const y = floor(foot.y)
        const light = (x: number): number => painted.at(x, y)[0]
        // The crossing of the middle, between the two pixels around it.
        for (let x = floor(foot.x) - 4; x < foot.x + 4; x += 1) {
          const [p, q] = [light(x) - 127.5, light(x + 1) - 127.5]
          if (p * q > 0 || p === q) continue
          const cross = { x: x + 0.5 + p / (p - q), y: y + 0.5 }
          const there = seen(back, cross)
          offs.push(abs(seen(map, { x: edge, y: there.y }).x - cross.x))
          return there.x
        }
        return NaN
      })
      widths.push(...found.slice(1).map((x, i) => x - (found[i] ?? NaN)))
    }
    expect(Math.max(...offs)).toBeLessThan(0.3)
    const mean = widths.reduce((sum, w) => sum + w, 0) / widths.length
    expect(abs(mean / SQUARE - 1)).toBeLessThan(0.002)
  })
  it('that keeps covered leaves nothing uncovered, however it is turned, zoomed and laid', async () => {
    for (const [i, corners] of fc.sample(laidCorners, { numRuns: 12, seed: SEED }).entries()) {
      const quad = corners.map(({ x, y }) => ({ x: 120 + 360 * x, y: 90 + 220 * y })) as unknown as Quad
      const project = laid('pic-3', quad)
      const sheet = sheetOf(project, SHEET)
      const frame = frameOf(sheet, 'f')
      const placed = shownPlaced(frame)
      if (!placed) throw new TypeError('filled')
      const holder = frameHolder(project, sheet, frame, 'pic-3')
      const turned = turnPicture(placed, holder, i * 37)
      const zoomed = zoomPicture(turned, holder, { x: 30 * cos(i), y: 20 * sin(i) }, 1 + (i % 3) / 4).placed
      const painted = await paintedSheet(setPlaced(project, { ...at, placed: zoomed }), pixels)
      for (let y = 0; y < H; y += 3)
        for (let x = 0; x < W; x += 3)
          if (isWithin({ x: x + 0.5, y: y + 0.5 }, quad, 1.5) && painted.at(x, y).some((value) => value < 254))
            throw new Error(`seed ${SEED}, ${i}: at ${x}, ${y} ${painted.at(x, y).join()}`)
    }
  })
  it('cut into a part is painted as the whole is there', async () => {
    const project = laid('pic-0')
    const list = renderSheet(project, sheetOf(project, SHEET))
    const whole = await paintList(list, 144, pixels)
    const part = await paintList({ ...list, area: { x0: 200, y0: 150, x1: 420, y1: 300 } }, 144, pixels)
    const [a, b] = [
      whole.getContext('2d').getImageData(400, 300, part.width, part.height).data,
      part.getContext('2d').getImageData(0, 0, part.width, part.height).data,
    ]
    let [sum, most] = [0, 0]
    for (let i = 0; i < a.length; i += 1) {
      const off = abs((a[i] ?? 0) - (b[i] ?? 0))
      sum += off
      most = Math.max(most, off)
    }
    expect(sum / a.length).toBeLessThan(0.05)
    expect(most).toBeLessThan(8)
  })
  it('fades in its plane: as far from the nearer side as from the farther in its own points', async () => {
    const soft = setFrameEdge(laid('pic-3'), { sheetId: SHEET, ids: ['f'], feather: 60 })
    const painted = await paintedSheet(soft, pixels)
    const lay = layOf(sheetOf(soft, SHEET), frameOf(sheetOf(soft, SHEET), 'f'))
    const alphaAt = (x: number, y: number): number => {
      const p = lay ? seenOn(lay, { x, y }) : { x, y }
      return painted.at(floor(p.x), floor(p.y))[3]
    }
    expect(alphaAt(300, 200)).toBe(255)
    for (const inward of [12, 24, 36]) {
      const [left, right] = [alphaAt(60 + inward, 200), alphaAt(540 - inward, 200)]
      expect(abs(left - right)).toBeLessThan(14)
      expect(left).toBeGreaterThan(0)
      expect(left).toBeLessThan(255)
    }
  })
  it('has the shade of the surface multiplied over it, as strongly as is said', async () => {
    const background = pictureBackground({ kind: 'none' }, 'pic-2')
    const white = 0.7
    for (const strength of [1, 0.5]) {
      const shaded = setShade(setBackground(laid('pic-3'), { sheetId: SHEET, background }), {
        sheetId: SHEET,
        ids: ['f'],
        shade: { of: BACKGROUND_ID, strength, white },
      })
      const painted = await paintedSheet(shaded, pixels)
      for (const x of [120, 200, 300, 420]) {
        const light = greyOf(x + 0.5)[0] / 255
        const wanted = 255 * (1 - Math.max(0, 1 - light / white) * strength)
        expect(abs(painted.at(x, 200)[0] - wanted)).toBeLessThan(2.5)
      }
    }
  })
})

describe('the hit test of frames in perspective', () => {
  it('agrees with what is painted on 300 quads, edges apart', async () => {
    const scenes = fc.sample(
      fc.array(
        fc.record({
          stencil: stencils,
          corners: laidCorners,
          x: fc.integer({ min: 0, max: 400 }),
          y: fc.integer({ min: 0, max: 220 }),
        }),
        { minLength: 5, maxLength: 5 },
      ),
      { numRuns: 60, seed: SEED },
    )
    let checked = 0
    const blueAt = (painted: PaintedSheet, x: number, y: number): string => painted.at(x, y).join()
    for (const frames of scenes) {
      const project = frames.reduce((held, { stencil, corners, x, y }, i) => {
        const id = `n-${i}`
        const frame = newFrame(id, stencil, { cx: x + 90, cy: y + 80, w: 180, h: 160 })
        const quad = corners.map((p) => ({ x: x + 180 * p.x, y: y + 160 * p.y })) as unknown as Quad
        const added = layFrame(addFrame(held, { sheetId: SHEET, frame }), { sheetId: SHEET, frameId: id, quad })
        const colour: Colour = `#0000${((i + 1) * 40).toString(16).padStart(2, '0')}`
        return fillFrames(added, { sheetId: SHEET, ids: [id], fill: { kind: 'colour', colour } })
      }, blank())
      const painted = await paintedSheet(project)
      const sheet = sheetOf(project, SHEET)
      for (let k = 0; k < 60; k += 1) {
        const [x, y] = [1 + ((k * 7919) % (W - 2)), 1 + ((k * 104729) % (H - 2))]
        const around = [-1, 0, 1].flatMap((dx) => [-1, 0, 1].map((dy) => blueAt(painted, x + dx, y + dy)))
        if (new Set(around).size > 1) continue
        const [, , blue, alpha] = painted.at(x, y)
        const wanted = alpha === 0 ? null : `n-${Math.round(blue / 40) - 1}`
        const hit = frameAt(sheet, { x: x + 0.5, y: y + 0.5 })?.id ?? null
        if (hit !== wanted) throw new Error(`seed ${SEED}: at ${x}, ${y} hit ${hit} but ${wanted} is painted`)
        checked += 1
      }
    }
    expect(checked).toBeGreaterThan(2000)
  })
})
