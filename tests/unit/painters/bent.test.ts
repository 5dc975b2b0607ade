/** What is painted on bent surfaces: beside the cylinder's closed formula, taken from solid geometry, and the hit test. */
import { describe, expect, it } from '@jest/globals'
import { paintedSheet } from '@tests/helpers/painted'
import { SHEET } from '@tests/helpers/project'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { bendFrame } from '@/core/document/edits/bend'
import { placePicture, setFramePose, setPlaced } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { layFrame } from '@/core/document/edits/laid'
import { addPicture } from '@/core/document/edits/project'
import { frameAt, frameHolder, sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import type { Project } from '@/core/document/types'
import { flatMesh, type Bend } from '@/core/geometry/bend'
import type { CylinderBend } from '@/core/geometry/cylinder'
import type { Quad } from '@/core/geometry/quad'
import { turnPicture, zoomPicture } from '@/core/placement/move'
import { renderSheet } from '@/core/render/drawList'
import { rimmed, type PixelSource } from '@/server/export/pixels'
import { paintList } from '@/server/export/renderSheet'
import sharp from 'sharp'

const [W, H] = [600, 400]
const SQUARE = 50
const { abs, cos, floor, hypot, sin } = Math

type Colour = readonly [number, number, number]
const squares = (x: number, y: number): Colour => {
  const light = (floor(x / SQUARE) + floor(y / SQUARE)) % 2 ? 255 : 0
  return [light, light, light]
}
const fields = (x: number, y: number): Colour => [128 + 70 * sin(x / 29), 128 + 90 * sin((x + y) / 41), 100 + 0.2 * x]
const white = (): Colour => [255, 255, 255]

const pixelsOf = (of: (x: number, y: number) => Colour): PixelSource => {
  const data = Buffer.alloc(W * H * 4, 255)
  for (let y = 0, i = 0; y < H; y += 1)
    for (let x = 0; x < W; x += 1, i += 4) data.set(of(x + 0.5, y + 0.5).map(Math.round), i)
  return async ({ density }) => {
    const k = Math.min(1, density * 1.25)
    const picture = sharp(data, { raw: { width: W, height: H, channels: 4 } })
    const sized = k < 1 ? picture.resize(Math.round(W * k), Math.round(H * k), { fit: 'fill' }) : picture
    return rimmed(sized, { x0: 0, y0: 0, x1: W, y1: H })
  }
}

const at = { sheetId: SHEET, frameId: 'f' }
const BOX = { cx: 300, cy: 200, w: 480, h: 320 }

/** One picture that fills a rectangle of its own shape, bent, and in four corners if they are given. */
const bent = (bend: Bend, quad?: Quad): Project => {
  const sheet = newSheet(SHEET, 'Sheet', { unit: 'px', size: { w: W, h: H }, ppi: 72, bleed: 0 })
  const bare = newProject('p', 'P', { ...sheet, background: { kind: 'none' } })
  const picture = { name: 'p', pixels: { w: W, h: H }, hash: '0'.repeat(64), tags: [] }
  const frame = newFrame('f', { kind: 'rectangle' }, BOX)
  const known = addPicture(addFrame(bare, { sheetId: SHEET, frame }), { pictureId: 'pic', picture })
  const filled = placePicture(known, { ...at, pictureId: 'pic' })
  return bendFrame(quad ? layFrame(filled, { ...at, quad }) : filled, { ...at, bend })
}

const MUG: CylinderBend = { kind: 'cylinder', arc: 120, around: 0, tilt: 20 }

const radians = (degrees: number): number => (degrees * Math.PI) / 180

/** Where a place of the frame is seen: the side of a cylinder in space from afar, its four corners brought onto the frame's. */
const seenOnMug = (u: number, v: number): { readonly x: number; readonly y: number } => {
  const half = radians(MUG.arc) / 2
  const r = BOX.w / (2 * half)
  const theta = (u - 0.5) * 2 * half
  // From solid geometry: what is as wide as 2 r sin(half) and as high as h cos(tilt) fills the frame.
  const y = BOX.h * v * cos(radians(MUG.tilt)) + r * sin(radians(MUG.tilt)) * (cos(theta) - cos(half))
  return {
    x: BOX.cx + (r * sin(theta) * BOX.w) / (2 * r * sin(half)),
    y: BOX.cy - BOX.h / 2 + y / cos(radians(MUG.tilt)),
  }
}

describe('a picture on a cylinder', () => {
  it('has its edges where the closed formula has them, to a tenth of a pixel', async () => {
    const painted = await paintedSheet(bent(MUG), pixelsOf(squares), 144)
    const light = (x: number, y: number): number => painted.at(x, y)[0]
    const offs: number[] = []
    // The picture is 600 wide in a frame of 480: an edge at every 50 of its pixels.
    for (let edge = 1; edge < 12; edge += 1) {
      const [u, v] = [edge / 12, 0.5 + 0.05]
      const foot = seenOnMug(u, v)
      const [fx, y] = [foot.x * 2, floor(foot.y * 2)]
      for (let x = floor(fx) - 4; x < fx + 4; x += 1) {
        const [p, q] = [light(x, y) - 127.5, light(x + 1, y) - 127.5]
        if (p * q > 0 || p === q) continue
        offs.push(abs(x + 0.5 + p / (p - q) - fx) / 2)
        break
      }
    }
    expect(offs).toHaveLength(11)
    expect(Math.max(...offs)).toBeLessThan(0.1)
  })

  it('shows at every place what the formula brings there, to a mean of 1.5 of 255', async () => {
    const painted = await paintedSheet(bent(MUG), pixelsOf(fields))
    let [sum, count] = [0, 0]
    for (let j = 1; j < 40; j += 1)
      for (let i = 1; i < 60; i += 1) {
        const [u, v] = [i / 60, j / 40]
        const p = seenOnMug(u, v)
        const [x, y] = [floor(p.x), floor(p.y)]
        // Fields are soft: half a pixel is next to nothing.
        const expected = fields(u * W, v * H)
        painted
          .at(x, y)
          .slice(0, 3)
          .forEach((value, k) => (sum += abs(value - (expected[k] ?? 0))))
        count += 3
      }
    expect(sum / count).toBeLessThan(1.5)
  })

  it('is hit where it is painted', async () => {
    const project = bent(MUG)
    const painted = await paintedSheet(project, pixelsOf(white))
    const sheet = sheetOf(project, SHEET)
    let checked = 0
    for (let y = 2; y < H - 2; y += 5)
      for (let x = 2; x < W - 2; x += 5) {
        const alpha = painted.at(x, y)[3]
        if (alpha > 0 && alpha < 255) continue
        const hit = frameAt(sheet, { x: x + 0.5, y: y + 0.5 }) !== null
        if (hit !== alpha > 0) throw new Error(`at ${x}, ${y}: alpha ${alpha}`)
        checked += 1
      }
    expect(checked).toBeGreaterThan(5000)
    // The foot hangs below the frame's own box.
    expect(frameAt(sheet, { x: 300, y: BOX.cy + BOX.h / 2 + 10 })?.id).toBe('f')
  })
})

const QUAD: Quad = [
  { x: 60, y: 40 },
  { x: 540, y: 110 },
  { x: 520, y: 330 },
  { x: 40, y: 350 },
]
const cloth: Bend = {
  ...flatMesh(4, 4),
  points: flatMesh(4, 4).points.map((p, i) =>
    [5, 6, 9, 10].includes(i) ? { x: p.x + 0.05 * (i % 2 ? 1 : -1), y: p.y + 0.06 } : p,
  ),
}

describe('what is bent', () => {
  it.each([
    ['a cylinder', MUG],
    ['a mesh', cloth],
  ] as const)('in perspective, on %s, that keeps covered leaves nothing uncovered', async (_name, bend) => {
    for (let i = 0; i < 6; i += 1) {
      const project = bent(bend, QUAD)
      const frame = frameOf(sheetOf(project, SHEET), 'f')
      const placed = shownPlaced(frame)
      if (!placed) throw new TypeError('filled')
      const holder = frameHolder(project, sheetOf(project, SHEET), frame, 'pic')
      const turned = turnPicture(placed, holder, i * 37)
      const zoomed = zoomPicture(turned, holder, { x: 30 * cos(i), y: 20 * sin(i) }, 1 + (i % 3) / 4).placed
      const moved = setPlaced(project, { ...at, placed: zoomed })
      const painted = await paintedSheet(moved, pixelsOf(white))
      const sheet = sheetOf(moved, SHEET)
      const isIn = (x: number, y: number): boolean => frameAt(sheet, { x, y }) !== null
      for (let y = 3; y < H - 3; y += 4)
        for (let x = 3; x < W - 3; x += 4) {
          const isWell = [-2, 2].every((d) => isIn(x + d, y) && isIn(x, y + d))
          if (isWell && painted.at(x, y).some((value) => value < 254))
            throw new Error(`turn ${i}: at ${x}, ${y} ${painted.at(x, y).join()}`)
        }
    }
  })

  it.each([
    ['a cylinder', MUG],
    ['a mesh', cloth],
  ] as const)('on %s, cut into a part is painted as the whole is there', async (_name, bend) => {
    const list = renderSheet(bent(bend, QUAD), sheetOf(bent(bend, QUAD), SHEET))
    const whole = await paintList(list, 144, pixelsOf(fields))
    const part = await paintList({ ...list, area: { x0: 200, y0: 150, x1: 420, y1: 300 } }, 144, pixelsOf(fields))
    const [a, b] = [
      whole.getContext('2d').getImageData(400, 300, part.width, part.height).data,
      part.getContext('2d').getImageData(0, 0, part.width, part.height).data,
    ]
    let sum = 0
    for (let i = 0; i < a.length; i += 1) sum += abs((a[i] ?? 0) - (b[i] ?? 0))
    expect(sum / a.length).toBeLessThan(0.05)
  })

  it('stays where it is seen when its outline is cropped', async () => {
    const before = await paintedSheet(bent(MUG, QUAD), pixelsOf(fields))
    const cropped = setFramePose(bent(MUG, QUAD), { ...at, box: { cx: 270, cy: 220, w: 300, h: 200 }, turn: 0 })
    const after = await paintedSheet(cropped, pixelsOf(fields))
    let [most, count] = [0, 0]
    for (let y = 0; y < H; y += 3)
      for (let x = 0; x < W; x += 3) {
        const [p, q] = [before.at(x, y), after.at(x, y)]
        if (q[3] < 255) continue
        count += 1
        most = Math.max(most, hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]))
      }
    expect(count).toBeGreaterThan(1500)
    expect(most).toBeLessThan(6)
  })
})
