import { describe, expect, it } from '@jest/globals'
import { createHash } from 'node:crypto'
import { createWriteStream, existsSync, readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { Readable } from 'node:stream'
import sharp, { type Sharp } from 'sharp'
import { findPicture, listPictures, originalFile, storedLevel } from '@/server/pictures/catalogue'
import { pictureName, takePicture } from '@/server/pictures/intake'
import { LIMITS } from '@/server/limits'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { bombPng, quarters } from '@tests/helpers/images'

const folder = useDataFolder()
const take = (data: Buffer, name = 'a.jpg') => takePicture(Readable.from([data]), name)
const leftovers = (): string[] => readdirSync(path.join(folder(), 'tmp'))

const colourAt = async (file: string, left: number, top: number): Promise<string> => {
  const { data } = await sharp(file)
    .extract({ left, top, width: 1, height: 1 })
    .raw()
    .toBuffer({ resolveWithObject: true })
  return [...data.subarray(0, 3)].map((v) => (v > 180 ? 1 : v < 75 ? 0 : '?')).join('')
}

describe('pictures that come in', () => {
  it.each([
    ['JPEG', (s: Sharp) => s.jpeg({ quality: 95 })],
    ['PNG', (s: Sharp) => s.png()],
    ['WebP', (s: Sharp) => s.webp({ quality: 95 })],
  ])('as %s are kept with their levels', async (_kind, encode) => {
    const stored = await take(await encode(quarters(700, 500)).toBuffer(), 'some kite.xyz')
    expect(stored).toMatchObject({ name: 'some kite', width: 700, height: 500, levels: 4 })
    const { file, type } = await storedLevel(stored.hash, 2)
    expect(type).toBe('image/jpeg')
    expect(await sharp(file).metadata()).toMatchObject({ width: 175, height: 125 })
    expect(existsSync(await originalFile(stored.hash))).toBe(true)
    expect(leftovers()).toEqual([])
  })

  // EXIF 2.3, tag 0x0112: where row 0 and column 0 of the stored picture belong on the upright one.
  const UPRIGHT = { 1: 'RG', 2: 'GR', 3: 'WB', 4: 'BW', 5: 'RB', 6: 'BR', 7: 'WG', 8: 'GW' } as const
  const LETTERS: Readonly<Record<string, string>> = { '100': 'R', '010': 'G', '001': 'B', '111': 'W' }
  it.each(Object.entries(UPRIGHT))('with EXIF orientation %s are turned upright once', async (orientation, top) => {
    const file = await quarters(80, 60)
      .withMetadata({ orientation: Number(orientation) })
      .jpeg({ quality: 98 })
      .toBuffer()
    const stored = await take(file)
    const isTurned = Number(orientation) > 4
    expect([stored.width, stored.height]).toEqual(isTurned ? [60, 80] : [80, 60])
    const level = (await storedLevel(stored.hash, 0)).file
    const left = await colourAt(level, 4, 4)
    const right = await colourAt(level, stored.width - 5, 4)
    expect(`${LETTERS[left]}${LETTERS[right]}`).toBe(top)
    expect((await sharp(level).metadata()).orientation ?? 1).toBe(1)
  })

  it('twice are stored once', async () => {
    const file = await quarters(90, 50).png().toBuffer()
    const before = (await listPictures()).length
    const [one, two] = await Promise.all([take(file, 'one.png'), take(file, 'two.png')])
    expect(two.hash).toBe(one.hash)
    expect((await listPictures()).length).toBe(before + 1)
  })

  it('with alpha keep it', async () => {
    const clear = await sharp({
      create: { width: 400, height: 300, channels: 4, background: { r: 200, g: 10, b: 10, alpha: 0.5 } },
    })
      .png()
      .toBuffer()
    const stored = await take(clear, 'veil.png')
    expect(stored.hasAlpha).toBe(true)
    const { data } = await sharp((await storedLevel(stored.hash, 1)).file)
      .raw()
      .toBuffer({ resolveWithObject: true })
    // One level of rounding: the shrink works on premultiplied colours.
    for (const [i, wanted] of [200, 10, 10, 128].entries())
      expect(Math.abs((data[i] ?? 0) - wanted)).toBeLessThanOrEqual(1)
  })
})

describe('a drawing', () => {
  const drawing = (inner: string) =>
    Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20">${inner}</svg>`)
  it('comes in 4000 px long, without what runs in it, named by what is kept', async () => {
    const stored = await take(drawing('<script>run()</script><rect width="20" height="20" fill="#f00"/>'), 'sign.svg')
    expect(stored).toMatchObject({ width: 4000, height: 2000, kind: 'svg', hasAlpha: true, name: 'sign' })
    const file = await originalFile(stored.hash)
    const text = readFileSync(file, 'utf8')
    expect(text).not.toContain('script')
    expect(createHash('sha256').update(text).digest('hex')).toBe(stored.hash)
    // The left half is red, the right one clear: read by libvips from a level.
    const { file: level } = await storedLevel(stored.hash, 3)
    const { data, info } = await sharp(level).raw().toBuffer({ resolveWithObject: true })
    const at = (x: number) => [...data.subarray((10 * info.width + x) * 4, (10 * info.width + x) * 4 + 4)]
    expect(at(5)).toEqual([255, 0, 0, 255])
    expect(at(info.width - 5)[3]).toBe(0)
  })
  it('brought in again as it was kept is the same one', async () => {
    const first = await take(drawing('<circle r="9" onclick="run()"/>'), 'a.svg')
    const again = await take(readFileSync(await originalFile(first.hash)), 'b.svg')
    expect(again.hash).toBe(first.hash)
  })
})

describe('what cannot come in is refused in words, and nothing of it stays', () => {
  const refused = async (data: Buffer, words: RegExp, name = 'a.jpg'): Promise<void> => {
    const before = (await listPictures()).length
    await expect(take(data, name)).rejects.toThrow(words)
    expect((await listPictures()).length).toBe(before)
    expect(leftovers()).toEqual([])
  }
  it('text named .jpg', () =>
    refused(
      Buffer.from('This is no picture at all. '.repeat(40)),
      /not a JPEG, PNG, WebP, AVIF, GIF, TIFF or SVG.*Save it/,
    ))
  it('a file of nothing', () => refused(Buffer.alloc(0), /empty.*Choose another/))
  it('a drawing that is none', () => refused(Buffer.from('<svg><g></svg>'), /cannot be read.*once more/, 'a.svg'))
  it('a drawing of an endless size', () =>
    refused(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="0" height="0"/>'), /no size|damaged/, 'a.svg'))
  it('a truncated JPEG', async () => {
    const whole = await sharp({
      create: {
        width: 900,
        height: 700,
        channels: 3,
        background: '#a33',
        noise: { type: 'gaussian', mean: 120, sigma: 40 },
      },
    })
      .jpeg()
      .toBuffer()
    await refused(whole.subarray(0, Math.floor(whole.length * 0.6)), /damaged or incomplete.*save it again/)
  })
  it('a truncated PNG', async () => {
    const whole = await quarters(900, 700).png().toBuffer()
    await refused(whole.subarray(0, Math.floor(whole.length * 0.7)), /damaged or incomplete/)
  })
  it('a bomb of 30,000 × 30,000', () => refused(bombPng(), /900 megapixels.*smaller/))
  it('a file of 61 MB, before it is read when its length is told, and while it comes when not', async () => {
    const chunk = Buffer.alloc(1024 * 1024, 7)
    const body = () =>
      Readable.from(
        (function* () {
          for (let i = 0; i < 61; i += 1) yield chunk
        })(),
      )
    await expect(takePicture(body(), 'big.jpg', { declared: 61 * chunk.length })).rejects.toThrow(/larger than 60 MB/)
    await expect(takePicture(body(), 'big.jpg')).rejects.toThrow(/larger than 60 MB/)
    expect(LIMITS.pictureBytes).toBe(60 * 1024 * 1024)
    expect(leftovers()).toEqual([])
  })
  it('a body shorter than it said', async () => {
    const file = await quarters().png().toBuffer()
    await expect(takePicture(Readable.from([file]), 'a.png', { declared: file.length + 10 })).rejects.toThrow(
      /arrived incomplete/,
    )
    expect(leftovers()).toEqual([])
  })
  it('anything while the disk is full', async () => {
    // /dev/full answers every write with ENOSPC (Linux, full(4)).
    const file = await quarters(61, 47).png().toBuffer()
    const openSink = (): ReturnType<typeof createWriteStream> => createWriteStream('/dev/full')
    await expect(takePicture(Readable.from([file]), 'a.png', { openSink })).rejects.toThrow(
      /disk is full.*Free some space/,
    )
    expect((await take(file)).width).toBe(61)
  })
})

describe('names of files', () => {
  it.each([
    ['../../etc/passwd', 'passwd'],
    ['C:\\pictures\\kite day.JPG', 'kite day'],
    ['<script>.png', 'script'],
    ['', 'Picture'],
    ['.jpg', 'Picture'],
    ['a\u0000b.png', 'ab'],
    ['x'.repeat(1e6), 'x'.repeat(120)],
  ])('%j lose what is not a name', (name, wanted) => expect(pictureName(name)).toBe(wanted))
})

describe('a picture that is not there', () => {
  it('is said to be missing', async () => {
    expect(await findPicture('0'.repeat(64))).toBeNull()
    await expect(originalFile('0'.repeat(64))).rejects.toThrow(/missing.*Add/)
    await expect(storedLevel('0'.repeat(64), 0)).rejects.toThrow(/no such picture/)
    await expect(storedLevel('../../x', 0)).rejects.toThrow()
  })
})
