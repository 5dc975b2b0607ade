/**
 * Every kind of picture through intake and export against libvips (sharp) as reader after conversion to sRGB, and,
 * where there is no loss, against the pixels it was made from.
 */
import { describe, expect, it } from '@jest/globals'
import ExifReader from 'exifreader'
import { readFile } from 'node:fs/promises'
import path from 'node:path'
import { Readable } from 'node:stream'
import sharp, { type Sharp } from 'sharp'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture, setFrameEdge } from '@/core/document/edits/fills'
import { setBackground } from '@/core/document/edits/sheets'
import { addPicture } from '@/core/document/edits/project'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import type { Project } from '@/core/document/types'
import type { PictureAnswer } from '@/contract/api'
import { RASTER_FORMATS, type RasterFormat } from '@/core/formats/rasterFormats'
import { exportSheet } from '@/server/export/write'
import { originalFile, storedLevel } from '@/server/pictures/catalogue'
import { takePicture } from '@/server/pictures/intake'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { inFolder, readPixels, type Pixels } from '@tests/helpers/files'

useDataFolder()

const W = 240
const H = 160

/** Soft colour fields within the gamut of printing, so that CMYK can hold them. */
const pixels = (channels: 3 | 4): Buffer => {
  const data = Buffer.alloc(W * H * channels)
  for (let y = 0; y < H; y += 1)
    for (let x = 0; x < W; x += 1) {
      const i = (y * W + x) * channels
      data[i] = 90 + (110 * x) / W
      data[i + 1] = 100 + (90 * y) / H
      data[i + 2] = 120 + 40 * Math.sin((x + y) / 40)
      if (channels === 4) data[i + 3] = (255 * x) / W
    }
  return data
}

const base = (channels: 3 | 4 = 3): Sharp => sharp(pixels(channels), { raw: { width: W, height: H, channels } })
const frames = (): Sharp => {
  // Two pictures one below the other make two frames of an animation; the second is all black.
  const both = Buffer.concat([pixels(3), Buffer.alloc(W * H * 3)])
  return sharp(both, { raw: { width: W, height: 2 * H, channels: 3, pageHeight: H } })
}

const KINDS: readonly (readonly [string, () => Sharp, string])[] = [
  ['JPEG', () => base().jpeg({ quality: 95 }), 'jpg'],
  ['progressive JPEG', () => base().jpeg({ quality: 95, progressive: true }), 'jpg'],
  ['grey JPEG', () => base().greyscale().jpeg({ quality: 95 }), 'jpg'],
  ['CMYK JPEG', () => base().toColourspace('cmyk').jpeg({ quality: 98 }), 'jpg'],
  ['PNG', () => base().png(), 'png'],
  ['PNG of 16 bits', () => base().toColourspace('rgb16').png(), 'png'],
  ['PNG with a palette', () => base().png({ palette: true, colours: 256 }), 'png'],
  ['PNG with alpha', () => base(4).png(), 'png'],
  ['WebP', () => base().webp({ quality: 95 }), 'webp'],
  ['lossless WebP with alpha', () => base(4).webp({ lossless: true }), 'webp'],
  ['animated WebP', () => frames().webp({ quality: 95 }), 'webp'],
  ['AVIF', () => base().avif({ quality: 90 }), 'avif'],
  ['GIF', () => base().gif(), 'gif'],
  ['animated GIF', () => frames().gif(), 'gif'],
  ['TIFF', () => base().tiff({ compression: 'lzw' }), 'tif'],
  ['TIFF of 16 bits', () => base().toColourspace('rgb16').tiff({ compression: 'deflate' }), 'tif'],
  ['CMYK TIFF', () => base().toColourspace('cmyk').tiff({ compression: 'lzw' }), 'tif'],
  ['JPEG in a wide gamut', () => base().withIccProfile('p3').jpeg({ quality: 98 }), 'jpg'],
  ['PNG in a wide gamut', () => base().withIccProfile('p3').png(), 'png'],
]

const take = async (source: Sharp): Promise<PictureAnswer> =>
  takePicture(Readable.from([await source.toBuffer()]), 'kind')

/** A sheet that shows the picture pixel for pixel, on nothing. */
const projectOf = (picture: PictureAnswer): Project => {
  const sheet = newSheet('s', 'Sheet', {
    unit: 'px',
    size: { w: picture.width, h: picture.height },
    ppi: 72,
    bleed: 0,
  })
  const blank = setBackground(newProject('p', 'Kinds', sheet), { sheetId: 's', background: { kind: 'none' } })
  const ref = { name: 'kind', pixels: { w: picture.width, h: picture.height }, hash: picture.hash, tags: [] }
  const known = addPicture(blank, { pictureId: 'pic', picture: ref })
  const box = { cx: picture.width / 2, cy: picture.height / 2, w: picture.width, h: picture.height }
  const framed = addFrame(known, { sheetId: 's', frame: newFrame('f', { kind: 'rectangle' }, box) })
  return placePicture(framed, { sheetId: 's', frameId: 'f', pictureId: 'pic' })
}

const exported = async (project: Project, hash: string, format: RasterFormat, ppi = 72): Promise<Buffer> =>
  inFolder(async (folder) => {
    const out = path.join(folder, 'out')
    await exportSheet({
      project,
      sheetId: 's',
      options: { format, sizing: { by: 'ppi', ppi }, quality: 95, bleed: false },
      files: { [hash]: await originalFile(hash) },
      out,
    })
    return readFile(out)
  })

const rgba = async (source: Sharp): Promise<Pixels> => {
  const { data, info } = await source.ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  return { data, width: info.width, height: info.height, channels: info.channels }
}

/** Mean difference of colours, weighed by alpha, and of alpha itself. */
const meanOff = (got: Pixels, wanted: Pixels): { readonly colour: number; readonly alpha: number } => {
  let [colour, alpha, weight] = [0, 0, 0]
  for (let i = 0; i < wanted.data.length; i += 4) {
    const a = (wanted.data[i + 3] ?? 0) / 255
    for (let c = 0; c < 3; c += 1) colour += (a * Math.abs((got.data[i + c] ?? 0) - (wanted.data[i + c] ?? 0))) / 3
    alpha += Math.abs((got.data[i + 3] ?? 0) - (wanted.data[i + 3] ?? 0))
    weight += a
  }
  return { colour: colour / weight, alpha: alpha / (wanted.data.length / 4) }
}

describe('each kind of picture', () => {
  it.each(KINDS)('%s is exported as libvips reads it, mean within 1 of 255', async (_kind, make, ending) => {
    const picture = await take(make())
    expect(picture).toMatchObject({ width: W, height: H, kind: ending })
    const file = await originalFile(picture.hash)
    const wanted = await rgba(sharp(file).autoOrient().toColourspace('srgb'))
    const got = await rgba(sharp(await exported(projectOf(picture), picture.hash, 'png')))
    expect([got.width, got.height]).toEqual([W, H])
    const off = meanOff(got, wanted)
    expect(off.colour).toBeLessThanOrEqual(1)
    expect(off.alpha).toBeLessThanOrEqual(1)
  })

  it.each(KINDS.filter(([kind]) => /wide gamut|16 bits|^PNG$|^TIFF$/.test(kind)))(
    '%s comes back as the pixels it was made from, mean within 1.5 of 255',
    async (_kind, make) => {
      const picture = await take(make())
      const got = await rgba(sharp(await exported(projectOf(picture), picture.hash, 'png')))
      expect(meanOff(got, await rgba(base())).colour).toBeLessThanOrEqual(1.5)
    },
  )

  it('the first frame of an animation is what shows', async () => {
    const picture = await take(frames().gif())
    expect(picture).toMatchObject({ width: W, height: H })
    const level = await readPixels((await storedLevel(picture.hash, 0)).file)
    expect(level.data[0]).toBeGreaterThan(60)
  })

  it('alpha has no fringe: shrunk over transparent black, no dark rim appears', async () => {
    // A white disc on transparent black; its edge must stay white however it is shrunk.
    const side = 600
    const data = Buffer.alloc(side * side * 4)
    for (let y = 0; y < side; y += 1)
      for (let x = 0; x < side; x += 1)
        if (Math.hypot(x - 300, y - 300) < 250) data.set([255, 255, 255, 255], (y * side + x) * 4)
    const picture = await take(sharp(data, { raw: { width: side, height: side, channels: 4 } }).png())
    for (let level = 0; level < picture.levels; level += 1) {
      const held = await readPixels((await storedLevel(picture.hash, level)).file)
      let darkest = 255
      for (let i = 0; i < held.data.length; i += 4)
        // Fainter pixels say their colour in too few steps.
        if ((held.data[i + 3] ?? 0) > 32) darkest = Math.min(darkest, held.data[i] ?? 0)
      expect(darkest).toBeGreaterThanOrEqual(245)
    }
  })
})

describe('exports', () => {
  it.each(RASTER_FORMATS)('as %s pass on no place data', async (format) => {
    const withPlace = await base()
      .withExif({ IFD0: { Make: 'Skyline' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
      .jpeg()
      .toBuffer()
    const tags = ExifReader.load(withPlace)
    expect(tags['GPSLatitude']).toBeDefined()
    const picture = await takePicture(Readable.from([withPlace]), 'place')
    const out = ExifReader.load(await exported(projectOf(picture), picture.hash, format))
    expect(Object.keys(out).filter((tag) => /^GPS|^Make$/.test(tag))).toEqual([])
  })

  it('at 72 and at 288 ppi agree when the larger is shrunk, soft edges and blur included', async () => {
    const picture = await take(base().png())
    const placed = projectOf(picture)
    const soft = setFrameEdge(placed, { sheetId: 's', ids: ['f'], feather: 16, backing: '#f0b429' })
    const sheet = soft.sheets['s']
    const fill = sheet?.items['f']
    if (fill?.kind !== 'frame' || fill.fill.kind !== 'taken') throw new TypeError('filled above')
    const [take1] = fill.fill.takes
    if (!take1) throw new TypeError('filled above')
    const project = setBackground(soft, {
      sheetId: 's',
      background: { kind: 'picture', placed: take1.placed, blur: 8, opacity: 0.6 },
    })
    const small = await rgba(sharp(await exported(project, picture.hash, 'png', 72)))
    const large = await exported(project, picture.hash, 'png', 288)
    const shrunk = await rgba(sharp(large).resize(W, H, { kernel: 'lanczos3' }))
    const off = meanOff(small, shrunk)
    expect(off.colour).toBeLessThanOrEqual(1)
    expect(off.alpha).toBeLessThanOrEqual(1)
  })
})
