/**
 * A sheet shown within another beside its own export: as it is, and warped by OpenCV where it lies in perspective; in PNG,
 * and in PDF and SVG as readers from elsewhere show them (poppler, librsvg).
 */
import { describe, expect, it } from '@jest/globals'
import path from 'node:path'
import { opencvWarp, type Plain } from '@tests/helpers/opencv'
import { onWhite, PDF_READERS, SVG_READERS, type Rgb8 } from '@tests/helpers/readers'
import { inFolder, paintedPicture } from '@tests/helpers/files'
import { pictureRef } from '@tests/helpers/project'
import { projectOfSheets, sheetName, withFileShown, withSheetShown } from '@tests/helpers/sheets'
import { fillFrames } from '@/core/document/edits/fills'
import { setFrameBox } from '@/core/document/edits/frames'
import { layFrame } from '@/core/document/edits/laid'
import { changeSheet } from '@/core/document/edits/sheets'
import { quadToQuad } from '@/core/geometry/homography'
import { sizeQuad } from '@/core/document/laid'
import type { Quad } from '@/core/geometry/quad'
import type { Project } from '@/core/document/types'
import type { OutputFormat } from '@/core/formats/outputFormats'
import { exportFile } from '@/server/export/file'

const [MOCKUP, DESIGN, INNER] = [sheetName(0), sheetName(1), sheetName(2)] as const
const [W, H] = [420, 300]

/** A design of a picture and a plain colour; within it a sheet of its own, turned; on the mock-up, in a frame of its shape. */
const shown = (): Project => {
  const design = withFileShown(projectOfSheets(3), DESIGN, `a-${DESIGN}`, 1)
  const inner = fillFrames(design, { sheetId: INNER, ids: [`a-${INNER}`], fill: { kind: 'colour', colour: '#8e2a5b' } })
  const nested = withSheetShown(inner, DESIGN, `b-${DESIGN}`, INNER)
  const turned = setFrameBox(nested, { sheetId: DESIGN, frameId: `b-${DESIGN}`, turn: 12 })
  const sized = changeSheet(turned, { sheetId: MOCKUP, size: { w: 600, h: 400 } })
  const framed = setFrameBox(sized, {
    sheetId: MOCKUP,
    frameId: `a-${MOCKUP}`,
    box: { cx: 300, cy: 200, w: W, h: H },
  })
  const square = structuredClone(framed) as { sheets: Record<string, { items: Record<string, { stencil?: object }> }> }
  const frame = square.sheets[MOCKUP]?.items[`a-${MOCKUP}`]
  if (frame) frame.stencil = { kind: 'rectangle' }
  return withSheetShown(square as unknown as Project, MOCKUP, `a-${MOCKUP}`, DESIGN)
}

const QUAD: Quad = [
  { x: 60, y: 40 },
  { x: 540, y: 110 },
  { x: 520, y: 330 },
  { x: 40, y: 370 },
]

const laid = (): Project => layFrame(shown(), { sheetId: MOCKUP, frameId: `a-${MOCKUP}`, quad: QUAD })

/** Soft fields, so that no reader's way of shrinking shows. */
const photographs = async (folder: string): Promise<Readonly<Record<string, string>>> => {
  const file = path.join(folder, 'field.png')
  const { w, h } = pictureRef(1).pixels
  await paintedPicture(file, w, h, (x, y) => [128 + 90 * Math.sin(x / 70), 128 + 80 * Math.cos(y / 55), 110])
  return { [pictureRef(1).hash]: file }
}

interface Wanted {
  readonly sheetId: string
  readonly ppi: number
  readonly format?: OutputFormat
}

const exporter = (folder: string, files: Readonly<Record<string, string>>) => {
  const file = async (project: Project, { sheetId, ppi, format = 'png' }: Wanted): Promise<string> => {
    const out = path.join(folder, `${sheetId}-${ppi}.${format}`)
    const drawn = { marks: [], isCropped: false }
    const options = { format, sizing: { by: 'ppi' as const, ppi }, quality: 95, bleed: false, drawn }
    await exportFile({ project, parts: [{ sheetId }], options, files, out })
    return out
  }
  return { file, shown: async (project: Project, wanted: Wanted) => onWhite(await file(project, wanted)) }
}

const isWithin = (x: number, y: number, quad: Quad, by: number): boolean =>
  quad.every((a, i) => {
    const b = quad[(i + 1) % 4] ?? a
    return ((b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x)) / Math.hypot(b.x - a.x, b.y - a.y) >= by
  })

/** The mean difference of two pictures well within a quad, a pixel a point. */
const meanWithin = (ours: Rgb8, theirs: (x: number, y: number, k: number) => number, quad: Quad): number => {
  let [sum, count] = [0, 0]
  for (let y = 0; y < ours.height; y += 1)
    for (let x = 0; x < ours.width; x += 1) {
      if (!isWithin(x + 0.5, y + 0.5, quad, 1.5)) continue
      for (let k = 0; k < 3; k += 1, count += 1)
        sum += Math.abs((ours.data[(y * ours.width + x) * 3 + k] ?? 0) - theirs(x, y, k))
    }
  return sum / count
}

const withAlpha = ({ data, width, height }: Rgb8): Plain => {
  const pixels = new Uint8ClampedArray(width * height * 4).fill(255)
  for (let i = 0; i < width * height; i += 1) pixels.set(data.subarray(i * 3, i * 3 + 3), i * 4)
  return { data: pixels, width, height }
}

const UPRIGHT: Quad = [
  { x: 90, y: 50 },
  { x: 510, y: 50 },
  { x: 510, y: 350 },
  { x: 90, y: 350 },
]

/** The mock-up as pixels, and as readers show its PDF and its SVG. */
const inAllFormats = async (made: ReturnType<typeof exporter>, project: Project): Promise<readonly Rgb8[]> => {
  const at = { sheetId: MOCKUP, ppi: 72 } as const
  return [
    await made.shown(project, at),
    await PDF_READERS.cairo(await made.file(project, { ...at, format: 'pdf' }), 72),
    await SVG_READERS.librsvg(await made.file(project, { ...at, format: 'svg' }), 600),
  ]
}

describe('a sheet within a frame', () => {
  it('shows what its own export shows, in pictures of pixels and in files of outlines', () =>
    inFolder(async (folder) => {
      const files = await photographs(folder)
      const made = exporter(folder, files)
      const project = shown()
      const own = await made.shown(project, { sheetId: DESIGN, ppi: 72 })
      const at = (x: number, y: number, k: number): number => own.data[((y - 50) * own.width + x - 90) * 3 + k] ?? 0
      for (const seen of await inAllFormats(made, project)) expect(meanWithin(seen, at, UPRIGHT)).toBeLessThan(1)
    }))

  it('lies in perspective as OpenCV warps its own export, in all of them', () =>
    inFolder(async (folder) => {
      const files = await photographs(folder)
      const made = exporter(folder, files)
      const project = laid()
      // Near the size at which it is seen, so that both take it linearly.
      const own = await made.shown(project, { sheetId: DESIGN, ppi: 72 })
      const map = quadToQuad(sizeQuad({ w: W, h: H }), QUAD)
      const warped = opencvWarp(folder, withAlpha(own), map, { width: 600, height: 400 })
      const at = (x: number, y: number, k: number): number => warped[(y * 600 + x) * 4 + k] ?? 0
      for (const seen of await inAllFormats(made, project)) expect(meanWithin(seen, at, QUAD)).toBeLessThan(1)
    }))
})
