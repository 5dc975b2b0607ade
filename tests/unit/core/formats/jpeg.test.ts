/**
 * JPEG and PNG taken apart, against sharp (libjpeg, libpng) as reader and writer, and the orientations of EXIF against
 * sharp's own turning.
 */
import { describe, expect, it } from '@jest/globals'
import ExifReader from 'exifreader'
import sharp, { type Sharp } from 'sharp'
import { inflateSync } from 'node:zlib'
import { fc, SEED } from '@tests/helpers/property'
import { bareJpeg, jpegFacts, type JpegFacts } from '@/core/formats/jpeg'
import { uprightMatrix } from '@/core/formats/orientation'
import { pngData } from '@/core/formats/png'
import { apply } from '@/core/geometry/matrix'

const [W, H] = [37, 23]
const fields = Buffer.from(Array.from({ length: W * H * 3 }, (_, i) => (i * 7 + Math.floor(i / (3 * W)) * 11) % 256))
const picture = () => sharp(fields, { raw: { width: W, height: H, channels: 3 } })
const PLACE = { IFD0: { Artist: 'Marit Ose', Orientation: '6' }, IFD3: { GPSLatitude: '60/1 10/1 0/1' } }

/** The data of all scans, as it stands between the first scan's header and the end of the picture. */
const scanData = (data: Uint8Array): string => {
  const text = Buffer.from(data).toString('latin1')
  return text.slice(text.indexOf('\u00ff\u00da'), text.lastIndexOf('\u00ff\u00d9'))
}

type Kind = readonly [string, () => Sharp, Partial<JpegFacts>]

const KINDS: readonly Kind[] = [
  ['baseline', () => picture().jpeg({ quality: 90 }), { components: 3, isCommon: true, isPlain: true }],
  ['progressive', () => picture().jpeg({ progressive: true }), { components: 3, isCommon: true, isPlain: true }],
  ['grey', () => picture().toColourspace('b-w').jpeg(), { components: 1, isCommon: true, isPlain: true }],
  ['full colour', () => picture().jpeg({ chromaSubsampling: '4:4:4' }), { components: 3, isPlain: true }],
  ['of four inks', () => picture().toColourspace('cmyk').jpeg(), { components: 4, isPlain: false }],
]

describe('a JPEG', () => {
  it.each(KINDS)('%s is told by its markers', async (_name, make, facts) => {
    expect(jpegFacts(await make().toBuffer())).toMatchObject({ width: W, height: H, bits: 8, ...facts })
  })
  it.each(KINDS.slice(0, 4))('%s without its notes shows the same pixels from the same data', async (_name, make) => {
    const noted = await make().withExif(PLACE).withIccProfile('p3').toBuffer()
    const bare = bareJpeg(noted)
    expect(scanData(bare)).toBe(scanData(noted))
    expect(await sharp(bare).raw().toBuffer()).toEqual(await sharp(noted, { ignoreIcc: true }).raw().toBuffer())
    expect((await sharp(noted).metadata()).exif).toBeDefined()
    const { exif, icc, xmp } = await sharp(bare).metadata()
    expect([exif, icc, xmp]).toEqual([undefined, undefined, undefined])
    expect(Object.keys(ExifReader.load(Buffer.from(bare)))).not.toContain('Artist')
  })
  it('loses comments and what follows its end', async () => {
    const plain = await picture().jpeg().toBuffer()
    const comment = Buffer.concat([Buffer.from([0xff, 0xfe, 0, 8]), Buffer.from('secret')])
    const told = Buffer.concat([plain.subarray(0, 2), comment, plain.subarray(2), Buffer.from('a second picture')])
    expect(Buffer.from(bareJpeg(told)).includes('sec')).toBe(false)
    expect(Buffer.from(bareJpeg(told)).includes('second')).toBe(false)
    expect(Buffer.from(bareJpeg(told))).toEqual(Buffer.from(bareJpeg(plain)))
  })
  it('of red, green and blue, as it says in its marker or by its names, is not plain', async () => {
    // The note of colours in APP14 (ISO/IEC 10918-6; from memory): transform 0 means that colours are kept as they are.
    const note = Buffer.from([0xff, 0xee, 0, 14, 0x41, 0x64, 0x6f, 0x62, 0x65, 0, 100, 0, 0, 0, 0, 0])
    const plain = await picture().jpeg().toBuffer()
    const stated = Buffer.concat([plain.subarray(0, 2), note, plain.subarray(2)])
    expect(jpegFacts(stated)?.isPlain).toBe(false)
    note[15] = 1
    expect(jpegFacts(Buffer.concat([plain.subarray(0, 2), note, plain.subarray(2)]))?.isPlain).toBe(true)
  })
  it('cut off, damaged or none at all is told as none; no bytes make it fail', async () => {
    const plain = await picture().jpeg().toBuffer()
    expect(jpegFacts(plain.subarray(0, plain.length - 2))).toBeNull()
    expect(jpegFacts(plain.subarray(0, 30))).toBeNull()
    expect(jpegFacts(await picture().png().toBuffer())).toBeNull()
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 80 }), fc.nat(plain.length - 1), (noise, at) => {
        const harmed = Buffer.concat([plain.subarray(0, at), noise, plain.subarray(at + noise.length)])
        const facts = jpegFacts(harmed)
        if (facts) expect(bareJpeg(harmed).length).toBeLessThanOrEqual(harmed.length)
      }),
      { seed: SEED },
    )
  })
})

describe('the orientation of a picture', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8])('%i takes stored pixels where another reader turns them', async (orientation) => {
    const stored = await picture().withMetadata({ orientation }).tiff({ compression: 'deflate' }).toBuffer()
    const { data, info } = await sharp(stored).autoOrient().raw().toBuffer({ resolveWithObject: true })
    const matrix = uprightMatrix(orientation, { w: W, h: H })
    for (const [x, y] of [
      [0, 0],
      [W - 1, 0],
      [5, 17],
      [W - 1, H - 1],
    ] as const) {
      const to = apply(matrix, { x: x + 0.5, y: y + 0.5 })
      const at = (Math.floor(to.y) * info.width + Math.floor(to.x)) * info.channels
      expect([...data.subarray(at, at + 3)]).toEqual([...fields.subarray((y * W + x) * 3, (y * W + x) * 3 + 3)])
    }
  })
})

describe('a PNG', () => {
  it('gives its rows as they are compressed', async () => {
    const { rows, ...facts } = pngData(
      await picture().png({ adaptiveFiltering: false, compressionLevel: 9 }).toBuffer(),
    )
    expect(facts).toEqual({ width: W, height: H, bits: 8, colourType: 2, isInterlaced: false })
    // A filter byte before each row (W3C PNG, 9).
    expect(inflateSync(rows)).toHaveLength(H * (1 + 3 * W))
    expect(() => pngData(Buffer.from('GIF89a, or so'))).toThrow()
  })
})
