/** Animated PNG and WebP, read by a chunk reader of this test and by libwebp (of sharp). */
import { describe, expect, it } from '@jest/globals'
import sharp from 'sharp'
import { crc32 } from 'node:zlib'
import { fc, holdsFor } from '@tests/helpers/property'
import { beginOf, labelledPng, PngJoiner } from '@/core/formats/pngFilm'
import { WebpJoiner } from '@/core/formats/webpFilm'

const SIDES = { width: 40, height: 30 }

const pixels = (k: number) =>
  sharp({ create: { ...SIDES, channels: 4, background: { r: 10 * k, g: 255 - 10 * k, b: 99, alpha: 1 - k / 20 } } })

interface Chunk {
  readonly type: string
  readonly data: Buffer
  readonly isSound: boolean
}

/** The chunks of a PNG, each with whether its sum is right (PNG, third edition, 5.3 and annex D; CRC-32 of zlib). */
const chunksOf = (png: Buffer): readonly Chunk[] => {
  const chunks: Chunk[] = []
  for (let at = 8; at < png.length;) {
    const length = png.readUInt32BE(at)
    const [type, data] = [png.toString('latin1', at + 4, at + 8), png.subarray(at + 8, at + 8 + length)]
    chunks.push({
      type,
      data,
      isSound: crc32(png.subarray(at + 4, at + 8 + length)) === png.readUInt32BE(at + 8 + length),
    })
    at += 12 + length
  }
  return chunks
}

const joinedPng = async (count: number, rate: number): Promise<Buffer> => {
  const joiner = new PngJoiner({ count, rate, loops: 3 })
  const parts: Uint8Array[] = []
  for (let k = 0; k < count; k += 1) parts.push(...joiner.add(await pixels(k).png().toBuffer(), k))
  return Buffer.concat([...parts, joiner.end()])
}

describe('an animated PNG', () => {
  it('has sound chunks in order: acTL before the first picture, fcTL and fdAT numbered through', async () => {
    const chunks = chunksOf(await joinedPng(5, 24))
    expect(chunks.every(({ isSound }) => isSound)).toBe(true)
    expect(chunks.map(({ type }) => type).join(' ')).toMatch(/^IHDR acTL fcTL (IDAT )+(fcTL (fdAT )+){4}IEND$/)
    const control = chunks.find(({ type }) => type === 'acTL')
    expect([control?.data.readUInt32BE(0), control?.data.readUInt32BE(4)]).toEqual([5, 3])
    const numbered = chunks
      .filter(({ type }) => type === 'fcTL' || type === 'fdAT')
      .map(({ data }) => data.readUInt32BE(0))
    expect(numbered).toEqual(numbered.map((_, i) => i))
    for (const { data } of chunks.filter(({ type }) => type === 'fcTL'))
      expect([data.readUInt32BE(4), data.readUInt32BE(8), data.readUInt32BE(12), data.readUInt32BE(16)]).toEqual([
        40, 30, 0, 0,
      ])
  })
  it('shows its pictures as long as their rate says, without an error that adds up', async () => {
    const frames = chunksOf(await joinedPng(24, 24)).filter(({ type }) => type === 'fcTL')
    const lasts = frames.map(({ data }) => data.readUInt16BE(20) / data.readUInt16BE(22))
    expect(lasts.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 9)
    holdsFor(fc.tuple(fc.integer({ min: 0, max: 5000 }), fc.integer({ min: 1, max: 60 })), ([k, rate]) =>
      expect(Math.abs(beginOf(k, rate) - (1000 * k) / rate)).toBeLessThanOrEqual(0.5),
    )
  })
  it('has as its first picture what readers of plain PNG see', async () => {
    const seen = await sharp(await joinedPng(3, 10))
      .raw()
      .toBuffer()
    expect(seen.equals(await pixels(0).raw().toBuffer())).toBe(true)
  })
  it('refuses pictures of another size', async () => {
    const joiner = new PngJoiner({ count: 2, rate: 10, loops: 0 })
    joiner.add(await pixels(0).png().toBuffer(), 0)
    const other = await sharp({ create: { width: 41, height: 30, channels: 4, background: 'red' } })
      .png()
      .toBuffer()
    expect(() => joiner.add(other, 1)).toThrow(/one size/)
  })
})

describe('a labelled PNG', () => {
  it('has the same pixels, sound chunks, and differs by what it says', async () => {
    const png = await pixels(4).png().toBuffer()
    const [a, b] = [Buffer.from(labelledPng(png, 'Clip', 'one')), Buffer.from(labelledPng(png, 'Clip', 'two'))]
    expect(a.equals(b)).toBe(false)
    expect(chunksOf(a).every(({ isSound }) => isSound)).toBe(true)
    expect(chunksOf(a)[1]).toMatchObject({ type: 'tEXt', data: Buffer.from('Clip\0one') })
    expect((await sharp(a).raw().toBuffer()).equals(await pixels(4).raw().toBuffer())).toBe(true)
  })
})

describe('an animated WebP', () => {
  it('is read with every picture, its length and its transparency', async () => {
    const count = 6
    const joiner = new WebpJoiner({ count, rate: 24, loops: 2, ...SIDES })
    const parts: Uint8Array[] = [joiner.head()]
    for (let k = 0; k < count; k += 1) parts.push(joiner.add(await pixels(k).webp({ lossless: true }).toBuffer(), k))
    const file = Buffer.concat(parts)
    file.set(joiner.sizeField(), 4)
    expect(file.readUInt32LE(4)).toBe(file.length - 8)
    const told = await sharp(file, { animated: true }).metadata()
    expect(told).toMatchObject({ pages: count, width: 40, pageHeight: 30, loop: 2, hasAlpha: true })
    expect(told.delay?.reduce((sum, one) => sum + one, 0)).toBe(250)
    for (let k = 0; k < count; k += 1) {
      const page = await sharp(file, { page: k }).ensureAlpha().raw().toBuffer()
      const wanted = await pixels(k).ensureAlpha().raw().toBuffer()
      expect(page.every((value, i) => Math.abs(value - (wanted[i] ?? 0)) <= 1)).toBe(true)
    }
  })
})
