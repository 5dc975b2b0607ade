/** A large sheet is painted in bands: joined they are the sheet as it is painted at once; pictures are read once. */
import { withSheets } from '@/server/export/sheetsWithin'
import { describe, expect, it } from '@jest/globals'
import { readdir } from 'node:fs/promises'
import path from 'node:path'
import { inFolder, paintedPicture } from '@tests/helpers/files'
import { finishedSheets, paintPictures } from '@tests/helpers/finishedSheets'
import { fc, SEED } from '@tests/helpers/property'
import { pictureRef, sampleProject, SHEET } from '@tests/helpers/project'
import { newFrame } from '@/core/document/create'
import { fillFrames, setFrameEdge } from '@/core/document/edits/fills'
import { putLayer } from '@/core/document/edits/finishes'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { sheetOf } from '@/core/document/read'
import type { Need } from '@/core/render/needs'
import { setBackground } from '@/core/document/edits/sheets'
import type { Project } from '@/core/document/types'
import { newLayer } from '@/core/finish/layers'
import { coverPlaced } from '@/core/placement/placed'
import { renderSheet } from '@/core/render/drawList'
import { originalPixels, type PixelSource } from '@/server/export/pixels'
import { SharedReads } from '@/server/export/sharedReads'
import { paintSheet } from '@/server/export/sheetPixels'

const PPI = 72

/** The mean distance of two pictures, and the largest mean of a row, over all channels. */
const distance = (a: Buffer, b: Buffer, width: number): { readonly mean: number; readonly row: number } => {
  expect(a.length).toBe(b.length)
  const length = width * 4
  let [all, row] = [0, 0]
  for (let from = 0; from < a.length; from += length) {
    let sum = 0
    for (let i = from; i < from + length; i += 1) {
      const by = (a[i] ?? 0) - (b[i] ?? 0)
      sum += by < 0 ? -by : by
    }
    all += sum
    if (sum / length > row) row = sum / length
  }
  return { mean: all / a.length, row }
}

const STRIPED = pictureRef(9, 800, 600)

/** Everything whose reach is long, across the whole sheet. */
const softSheet = (): Project => {
  const known = addPicture(sampleProject(), { pictureId: 'pic', picture: STRIPED })
  const at = { sheetId: SHEET, ids: ['soft'] }
  const framed = addFrame(known, {
    sheetId: SHEET,
    frame: newFrame('soft', { kind: 'ellipse' }, { cx: 400, cy: 300, w: 560, h: 420 }),
  })
  const faded = setFrameEdge(fillFrames(framed, { ...at, fill: { kind: 'colour', colour: '#3a7f6b' } }), {
    ...at,
    feather: 60,
  })
  const layers = (['shadow', 'glow', 'relief'] as const).map((kind) => newLayer(kind, kind, 40))
  const dressed = layers.reduce((held, layer) => putLayer(held, { ...at, layer }), faded)
  return setBackground(dressed, {
    sheetId: SHEET,
    background: { kind: 'picture', placed: coverPlaced('pic'), blur: 30 },
  })
}

const whole = 1e9

describe('a sheet in bands', () => {
  const pixelsOf = async (project: Project, bandPixels: number, folder: string, pixelsFor: PixelSource) => {
    const list = renderSheet(project, sheetOf(project, SHEET))
    const aside = path.join(folder, 'sheet')
    const told: number[] = []
    const onItem = (done: number, of: number): void => void told.push(done / of)
    const { pixels, width, height, drop } = await paintSheet({ list, ppi: PPI, pixelsFor, aside, onItem, bandPixels })
    const data = await pixels.raw().toBuffer()
    expect((await readdir(folder)).some((name) => name.endsWith('.band'))).toBe(bandPixels < whole)
    await drop()
    expect((await readdir(folder)).filter((name) => name.includes('band'))).toEqual([])
    // Progress only grows, and never beyond the end.
    expect(told).toEqual([...told].sort((p, q) => p - q))
    expect(told.at(-1) ?? 1).toBeLessThanOrEqual(1)
    return { data, width, height }
  }
  const compared = async (project: Project, bands: number, folder: string, pixelsFor: PixelSource) => {
    const { data, width, height } = await pixelsOf(project, whole, folder, pixelsFor)
    const banded = await pixelsOf(project, Math.max(1, Math.floor(height / bands)) * width, folder, pixelsFor)
    return distance(data, banded.data, width)
  }
  it('is the sheet painted at once', () =>
    inFolder(async (folder) => {
      const files = await paintPictures(folder)
      const pixelsFor = withSheets(originalPixels((hash) => files[hash]))
      const check = async (project: Project, bands: number): Promise<void> => {
        const { mean, row } = await compared(project, bands, folder, pixelsFor)
        // Edges are covered in quarters of a pixel: what lies on such a line by chance falls to one side or the other.
        expect(mean).toBeLessThan(0.02)
        expect(row).toBeLessThan(2)
      }
      const some = fc.asyncProperty(finishedSheets, fc.integer({ min: 2, max: 6 }), check)
      await fc.assert(some, { seed: SEED, numRuns: 8 })
    }))
  it('shows no line where a band ends, however far shadows, glows, relief, feather and blur reach', () =>
    inFolder(async (folder) => {
      const file = path.join(folder, 'stripes.png')
      const { w, h } = STRIPED.pixels
      await paintedPicture(file, w, h, (_x, y) => (y % 80 < 40 ? [250, 240, 220] : [20, 40, 60]))
      // 600 rows in seven bands: the last is shorter than the others.
      const { row } = await compared(softSheet(), 7, folder, withSheets(originalPixels(() => file)))
      // Large blurs are reckoned from squares of pixels, which lie at the same places in every band.
      expect(row).toBeLessThan(0.05)
    }))
})

describe('what is read of pictures', () => {
  const need = (hash: string, x0 = 0, density = 0.1): Need => ({
    source: { kind: 'file', hash },
    pixels: { w: 3000, h: 2000 },
    density,
    part: { x0, y0: 0, x1: x0 + 500, y1: 500 },
  })
  const counted = (): { readonly pixelsFor: PixelSource; readonly reads: string[] } => {
    const reads: string[] = []
    const pixelsFor: PixelSource = ({ source, density, part }) => {
      reads.push(`${source.kind === 'file' && source.hash} ${density} ${part.x0}`)
      const side = Math.ceil(3000 * density)
      return Promise.resolve({ source: {} as never, width: side, height: side, part })
    }
    return { pixelsFor, reads }
  }
  it('is read once for all that need the same of it', async () => {
    const { pixelsFor, reads } = counted()
    // Small enough to be read whole, different parts of it are the same reading.
    const needs = [need('a'), need('b'), need('a', 900), need('a', 0, 0.2), need('a')]
    const { read } = new SharedReads(pixelsFor, needs)
    for (const one of needs) await read(one)
    expect(reads).toEqual(['a 0.1 0', 'b 0.1 0', 'a 0.2 0'])
  })
  it('is let go of after its last use, and asked for beyond that read anew', async () => {
    const { pixelsFor, reads } = counted()
    const { read } = new SharedReads(pixelsFor, [need('a'), need('a')])
    for (let i = 0; i < 3; i += 1) await read(need('a'))
    expect(reads).toHaveLength(2)
  })
  it('is read again where too much would be held', async () => {
    const { pixelsFor, reads } = counted()
    // 36 megapixels each: the second does not fit beside the first; the parts are those that show.
    const [first, second] = [need('a', 0, 2), need('b', 0, 2)]
    const { read } = new SharedReads(pixelsFor, [first, second, first, second])
    for (const one of [first, second, first, second]) await read(one)
    expect(reads.filter((line) => line.startsWith('b'))).toHaveLength(2)
  })
})
