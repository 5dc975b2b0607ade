/**
 * What is written into exported files, read back by independent readers: ExifReader (PNG pHYs, JFIF, EXIF,
 * ICC) and pngjs (pixels). PNG: ISO/IEC 15948, pHYs in pixels a metre. JFIF 1.02: density in dots an inch.
 * EXIF 2.3: XResolution 0x011A. ICC.1:2010: profile description.
 */
import { describe, expect, it } from '@jest/globals'
import ExifReader from 'exifreader'
import { readFile } from 'node:fs/promises'
import path from 'node:path'
import { PNG } from 'pngjs'
import sharp from 'sharp'
import { addFrame } from '@/core/document/edits/frames'
import { fillFrames } from '@/core/document/edits/fills'
import { setBackground } from '@/core/document/edits/sheets'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import type { Background, Project } from '@/core/document/types'
import type { ExportOptions } from '@/contract/api'
import { exportSheet } from '@/server/export/write'
import { inFolder } from '@tests/helpers/files'

const SHEET = 'sheet-1'
const MM = 72 / 25.4

/** A card of 50 × 30 mm with 3 mm bleed and a plum rectangle over its left half. */
const card = (background: Background): Project => {
  const blank = newProject(
    'p-1',
    'Card',
    newSheet(SHEET, 'Card', { unit: 'mm', size: { w: 50 * MM, h: 30 * MM }, ppi: 300, bleed: 3 * MM }),
  )
  const framed = addFrame(blank, {
    sheetId: SHEET,
    frame: newFrame('f', { kind: 'rectangle' }, { cx: 10 * MM, cy: 15 * MM, w: 30 * MM, h: 40 * MM }),
  })
  return setBackground(
    fillFrames(framed, { sheetId: SHEET, ids: ['f'], fill: { kind: 'colour', colour: '#8e2a5b' } }),
    {
      sheetId: SHEET,
      background,
    },
  )
}

const exported = (
  background: Background,
  options: Partial<ExportOptions>,
): Promise<{ bytes: Buffer; file: { width: number; height: number } }> =>
  inFolder(async (folder) => {
    const out = path.join(folder, 'out')
    const file = await exportSheet({
      project: card(background),
      sheetId: SHEET,
      files: {},
      out,
      options: { format: 'png', ppi: 300, quality: 90, bleed: false, ...options },
    })
    return { bytes: await readFile(out), file }
  })

const WHITE: Background = { kind: 'colour', colour: '#ffffff' }
const NONE: Background = { kind: 'none' }

describe('exported files', () => {
  it.each([
    ['png', 300],
    ['png', 72],
    ['jpeg', 300],
    ['jpeg', 150],
    ['webp', 300],
  ] as const)('%s at %d ppi have the size, resolution and profile asked for', async (format, ppi) => {
    const { bytes } = await exported(WHITE, { format, ppi })
    const tags = await ExifReader.load(bytes, { expanded: true, async: true })
    const width =
      tags.pngFile?.['Image Width']?.value ?? tags.file?.['Image Width']?.value ?? (await sharp(bytes).metadata()).width
    expect(width).toBe(Math.round((50 / 25.4) * ppi))
    expect(
      tags.icc?.['ICC Description']?.value ?? tags.icc?.['Profile Description']?.value ?? JSON.stringify(tags.icc),
    ).toMatch(/sRGB/)
    if (format === 'png') expect(Number(tags.png?.['Pixels Per Unit X']?.value)).toBe(Math.round(ppi / 0.0254))
    else {
      const [over, under] = (tags.exif?.XResolution?.value ?? [0, 1]) as [number, number]
      expect(over / under).toBeCloseTo(ppi, 2)
      // EXIF 2.3, tag 0x0128: 2 is inches.
      expect(tags.exif?.ResolutionUnit?.value).toBe(2)
    }
  })

  it('with bleed are larger by it on every side, and show what lies there', async () => {
    const trim = PNG.sync.read((await exported(WHITE, {})).bytes)
    const bled = PNG.sync.read((await exported(WHITE, { bleed: true })).bytes)
    expect([trim.width, trim.height]).toEqual([591, 354])
    expect([bled.width, bled.height]).toEqual([661, 425])
    const at = (png: PNG, x: number, y: number): number[] => [
      ...png.data.subarray((y * png.width + x) * 4, (y * png.width + x) * 4 + 4),
    ]
    expect(at(bled, 10, 200)).toEqual([0x8e, 0x2a, 0x5b, 255])
    expect(at(bled, 650, 200)).toEqual([255, 255, 255, 255])
  })

  it('without background are transparent in PNG and WebP, and white in JPEG', async () => {
    const png = PNG.sync.read((await exported(NONE, {})).bytes)
    expect(png.data[(100 * png.width + 500) * 4 + 3]).toBe(0)
    expect(png.data[(100 * png.width + 100) * 4 + 3]).toBe(255)
    const read = async (format: 'webp' | 'jpeg') =>
      sharp((await exported(NONE, { format })).bytes)
        .raw()
        .toBuffer({ resolveWithObject: true })
    const webp = await read('webp')
    expect(webp.info.channels).toBe(4)
    expect(webp.data[(100 * webp.info.width + 500) * 4 + 3]).toBe(0)
    const jpeg = await read('jpeg')
    expect(jpeg.info.channels).toBe(3)
    expect(jpeg.data[(100 * jpeg.info.width + 500) * 3]).toBeGreaterThanOrEqual(253)
  })

  it('in a lower quality are smaller', async () => {
    const size = async (quality: number): Promise<number> =>
      (await exported(WHITE, { format: 'jpeg', quality })).bytes.length
    expect(await size(20)).toBeLessThan(await size(95))
  })

  // WebP container specification (canvas sides of 14 bits), ISO/IEC 10918-1 (16 bits).
  it('are refused in a format that cannot hold their sides', async () => {
    await expect(exported(WHITE, { format: 'webp', ppi: 8400 })).rejects.toThrow(/WEBP holds at most 16383.*or PNG/)
  })

  it('of more pixels than can be written are refused with what to do', async () => {
    const blank = newProject(
      'p-1',
      'Vast',
      newSheet(SHEET, 'Vast', { unit: 'in', size: { w: 14400, h: 14400 }, ppi: 300, bleed: 0 }),
    )
    await expect(
      exportSheet({
        project: blank,
        sheetId: SHEET,
        files: {},
        out: '/tmp/never',
        options: { format: 'png', ppi: 300, quality: 90, bleed: false },
      }),
    ).rejects.toThrow(/megapixels.*lower resolution/)
  })
})
