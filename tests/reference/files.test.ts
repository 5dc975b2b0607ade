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
import { decode } from 'tiff'
import type { Sizing } from '@/core/render/sizing'
import { addFrame } from '@/core/document/edits/frames'
import { fillFrames } from '@/core/document/edits/fills'
import { setBackground } from '@/core/document/edits/sheets'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import type { Background, Project } from '@/core/document/types'
import type { RasterOptions } from '@/contract/exports'
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
  { ppi = 300, ...options }: Partial<RasterOptions> & { readonly ppi?: number },
): Promise<{ bytes: Buffer; file: { width: number; height: number } }> =>
  inFolder(async (folder) => {
    const out = path.join(folder, 'out')
    const file = await exportSheet({
      project: card(background),
      sheetId: SHEET,
      files: {},
      out,
      options: { format: 'png', sizing: { by: 'ppi', ppi }, quality: 90, bleed: false, ...options },
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
    ['avif', 300],
    ['tiff', 300],
    ['tiff', 96],
  ] as const)('%s at %d ppi have the size, resolution and profile asked for', async (format, ppi) => {
    const { bytes } = await exported(WHITE, { format, ppi })
    const tags = await ExifReader.load(bytes, { expanded: true, async: true })
    if (format === 'tiff') {
      // TIFF 6.0: XResolution 282, ResolutionUnit 296 with 2 for inches; both as tags of the file itself.
      const [page] = decode(bytes)
      expect(page?.width).toBe(Math.round((50 / 25.4) * ppi))
      expect(Number(page?.xResolution)).toBeCloseTo(ppi, 1)
      expect(page?.resolutionUnit).toBe(2)
      expect(JSON.stringify(tags.icc)).toMatch(/sRGB/)
      return
    }
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

  it('of one side in pixels, or a factor of the sheet, have exactly that size', async () => {
    const size = async (
      sizing: Sizing,
      more: { readonly bleed?: boolean; readonly ppi?: number } = {},
    ): Promise<readonly number[]> => {
      const { width, height } = PNG.sync.read((await exported(WHITE, { sizing, ...more })).bytes)
      return [width, height]
    }
    // The card is 50 × 30 mm at 300 ppi, 56 × 36 mm with its bleed.
    expect(await size({ by: 'side', side: 'longest', pixels: 2048 })).toEqual([2048, 1229])
    expect(await size({ by: 'side', side: 'width', pixels: 1500 })).toEqual([1500, 900])
    expect(await size({ by: 'side', side: 'height', pixels: 99 })).toEqual([165, 99])
    expect(await size({ by: 'side', side: 'width', pixels: 560 }, { bleed: true })).toEqual([560, 360])
    expect(await size({ by: 'scale', scale: 2 })).toEqual([1181, 709])
    expect(await size({ by: 'ppi', ppi: 254 }, { ppi: 72 })).toEqual([500, 300])
  })

  it('as TIFF hold the very pixels of the PNG, and as AVIF nearly', async () => {
    const png = PNG.sync.read((await exported(NONE, {})).bytes)
    const [tiff] = decode((await exported(NONE, { format: 'tiff' })).bytes)
    expect([tiff?.width, tiff?.height, tiff?.compression]).toEqual([png.width, png.height, 8])
    expect(Buffer.compare(Buffer.from(tiff?.data as Uint8Array), png.data)).toBe(0)
    const avif = await sharp((await exported(NONE, { format: 'avif', quality: 95 })).bytes)
      .raw()
      .toBuffer({ resolveWithObject: true })
    expect(avif.info.channels).toBe(4)
    const off = [...Array(200).keys()].map((i) => {
      const at = (100 * png.width + i * 2) * 4
      return Math.max(...[0, 1, 2].map((c) => Math.abs((avif.data[at + c] ?? 0) - (png.data[at + c] ?? 0))))
    })
    expect(Math.max(...off)).toBeLessThanOrEqual(4)
    expect(avif.data[(100 * png.width + 500) * 4 + 3]).toBe(0)
  })

  it('on another ground are transparent in spite of a background, or on a colour where they are clear', async () => {
    const at = (png: PNG, x: number): readonly number[] => [
      ...png.data.subarray((100 * png.width + x) * 4).subarray(0, 4),
    ]
    const clear = PNG.sync.read((await exported(WHITE, { ground: 'transparent' })).bytes)
    expect(at(clear, 500)[3]).toBe(0)
    expect(at(clear, 100)).toEqual([0x8e, 0x2a, 0x5b, 255])
    const gold = PNG.sync.read((await exported(NONE, { ground: '#e8b04a' })).bytes)
    expect(at(gold, 500)).toEqual([0xe8, 0xb0, 0x4a, 255])
    expect(at(gold, 100)).toEqual([0x8e, 0x2a, 0x5b, 255])
    // Where nothing is clear a ground changes nothing.
    expect(at(PNG.sync.read((await exported(WHITE, { ground: '#e8b04a' })).bytes), 500)).toEqual([255, 255, 255, 255])
    const jpeg = await sharp((await exported(WHITE, { format: 'jpeg', ground: 'transparent' })).bytes)
      .raw()
      .toBuffer()
    expect(jpeg[(100 * 591 + 500) * 3]).toBeGreaterThanOrEqual(253)
  })

  it('in a lower quality are smaller', async () => {
    const size = async (quality: number): Promise<number> =>
      (await exported(WHITE, { format: 'jpeg', quality })).bytes.length
    expect(await size(20)).toBeLessThan(await size(95))
  })

  // WebP container specification (canvas sides of 14 bits), ISO/IEC 10918-1 (16 bits).
  it('are refused in a format that cannot hold their sides', async () => {
    await expect(exported(WHITE, { format: 'webp', ppi: 8400 })).rejects.toThrow(/WebP holds at most 16383.*or PNG/)
    await expect(exported(WHITE, { format: 'jpeg', ppi: 40000 })).rejects.toThrow(/JPEG holds at most 65535/)
    await expect(
      exported(WHITE, { format: 'avif', sizing: { by: 'side', side: 'longest', pixels: 16385 } }),
    ).rejects.toThrow(/16385 pixels; AVIF holds at most 16384/)
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
        options: { format: 'png', sizing: { by: 'ppi', ppi: 300 }, quality: 90, bleed: false },
      }),
    ).rejects.toThrow(/megapixels.*lower resolution/)
  })
})
