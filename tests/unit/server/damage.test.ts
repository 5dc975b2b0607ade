/** Damage within pictures: told of each kind as far as the kind lets a reader see it. */
import { describe, expect, it } from '@jest/globals'
import { Readable } from 'node:stream'
import sharp, { type Sharp } from 'sharp'
import { randomFrom } from '@/core/random'
import { listPictures } from '@/server/pictures/catalogue'
import { takePicture } from '@/server/pictures/intake'
import { useDataFolder } from '@tests/helpers/dataFolder'

useDataFolder()

/** A picture with something in every part of it. */
const busy = (): Sharp => {
  const random = randomFrom(5)
  const data = Buffer.alloc(420 * 300 * 3)
  for (let i = 0; i < data.length; i += 1) data[i] = ((i >> 4) * 7 + random() * 60) & 255
  return sharp(data, { raw: { width: 420, height: 300, channels: 3 } })
}

const harmed = (good: Buffer, at: number, length = 64): Buffer => {
  const bad = Buffer.from(good)
  for (let i = 0; i < length; i += 1) bad[at + i] = (bad[at + i] ?? 0) ^ 0x5a
  return bad
}

const take = (data: Buffer) => takePicture(Readable.from([data]), 'a.bin')

/** How many of some places of damage are told. */
const toldOf = async (good: Buffer, places = 6): Promise<number> => {
  const random = randomFrom(29)
  let told = 0
  for (let i = 0; i < places; i += 1) {
    const at = Math.floor(good.length * (0.25 + 0.6 * random()))
    const outcome = await take(harmed(good, at)).catch((error: unknown) => error)
    if (outcome instanceof Error) {
      expect(outcome.message).toMatch(/damaged or incomplete/)
      told += 1
    }
  }
  return told
}

describe('damage', () => {
  // PNG has a checksum over everything (ISO/IEC 15948, 5.3). The others have none: there damage shows only where the
  // codes no longer fit, which was so in most places tried (a tenth without the strict reading).
  it.each([
    ['PNG', (s: Sharp) => s.png(), 6],
    ['TIFF with LZW', (s: Sharp) => s.tiff({ compression: 'lzw' }), 1],
    ['a progressive JPEG', (s: Sharp) => s.jpeg({ progressive: true }), 1],
    ['GIF', (s: Sharp) => s.gif(), 1],
  ])('anywhere in %s is told as far as its kind lets a reader see it', async (_kind, encode, least) => {
    expect(await toldOf(await encode(busy()).toBuffer())).toBeGreaterThanOrEqual(least)
  })
  it.each([
    ['TIFF with deflate', (s: Sharp) => s.tiff({ compression: 'deflate' })],
    ['TIFF', (s: Sharp) => s.tiff({ compression: 'jpeg' })],
    ['WebP', (s: Sharp) => s.webp({ lossless: true })],
  ])('of the end of %s is told', async (_kind, encode) => {
    const good = await encode(busy()).toBuffer()
    await expect(take(good.subarray(0, Math.floor(good.length * 0.7)))).rejects.toThrow(/damaged or incomplete/)
  })
  it('of a JPEG by which its codes run out, or a restart is missing, is told', async () => {
    const good = await busy().jpeg().toBuffer()
    // A marker in the midst of the codes: the scan ends there (ISO/IEC 10918-1, B.1.1.2).
    const cut = Buffer.from(good)
    cut.writeUInt16BE(0xffd9, Math.floor(good.length * 0.6))
    await expect(take(cut)).rejects.toThrow(/damaged or incomplete/)
  })
  it('of nothing is not told: padding before the end of a JPEG harms no pixel', async () => {
    const good = await busy().jpeg({ quality: 81 }).toBuffer()
    const end = good.length - 2
    const padded = Buffer.concat([good.subarray(0, end), Buffer.from([1, 2, 3, 4, 5]), good.subarray(end)])
    const before = (await listPictures()).length
    expect((await take(padded)).width).toBe(420)
    expect((await listPictures()).length).toBe(before + 1)
  })
})
