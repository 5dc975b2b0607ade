/** Layered art that comes in and goes out, through a zip writer and reader of its own (fflate) and libvips. */
import { describe, expect, it } from '@jest/globals'
import { XMLParser } from 'fast-xml-parser'
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate'
import { readdir } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import sharp from 'sharp'
import { openRasterStream } from '@/server/art/write'
import { LIMITS } from '@/server/limits'
import { listPictures, storedLevel } from '@/server/pictures/catalogue'
import { temporaryDirectory } from '@/server/storage/files'
import { bringArtIn } from '@/server/useCases/art'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { widePng } from '@tests/helpers/hostile'
import { renamedInZip } from '@tests/helpers/zip'

useDataFolder()

const plain = (width: number, height: number, background: string): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 4, background } })
    .png()
    .toBuffer()

const stackOf = (inner: string, size = 'w="60" h="40"'): string =>
  `<?xml version="1.0" encoding="UTF-8"?><image version="0.0.5" ${size}><stack>${inner}</stack></image>`

const zipped = (stack: string, files: Zippable): Buffer =>
  Buffer.from(zipSync({ mimetype: [strToU8('image/openraster'), { level: 0 }], 'stack.xml': strToU8(stack), ...files }))

const bring = (data: Buffer) => bringArtIn(Readable.from([data]), 'gull frame.ora')

/** The first level's pixel, red to alpha. */
const pixelAt = async (hash: string, left: number, top: number): Promise<readonly number[]> => {
  const { file } = await storedLevel(hash, 0)
  return [...(await sharp(file).ensureAlpha().extract({ left, top, width: 1, height: 1 }).raw().toBuffer())]
}

describe('an OpenRaster file', () => {
  it('comes in as pictures as large as the whole, each layer where it lies, cut where it reaches beyond', async () => {
    const stack = stackOf(
      '<layer name="Cord" src="data/cord.png" x="50" y="-5" opacity="0.25" composite-op="svg:multiply"/>' +
        '<layer name="Ground" src="data/ground.png" x="10" y="10" visibility="hidden"/>' +
        '<layer name="Lost" src="data/cord.png" x="500" y="0"/>',
    )
    const art = await bring(
      zipped(stack, { 'data/cord.png': await plain(20, 20, '#00f'), 'data/ground.png': await plain(30, 20, '#f00') }),
    )
    expect(art).toMatchObject({ name: 'gull frame', width: 60, height: 40, notes: [] })
    expect(art.layers.map(({ name, opacity, blend, isVisible }) => [name, opacity, blend, isVisible])).toEqual([
      ['Ground', 1, 'normal', false],
      ['Cord', 0.25, 'multiply', true],
    ])
    const [ground = '', cord = ''] = art.layers.map(({ picture }) => picture.hash)
    expect(art.layers.map(({ picture }) => [picture.width, picture.height, picture.hasAlpha])).toEqual([
      [60, 40, true],
      [60, 40, true],
    ])
    expect(await pixelAt(ground, 9, 15)).toEqual([0, 0, 0, 0])
    expect(await pixelAt(ground, 10, 10)).toEqual([255, 0, 0, 255])
    expect(await pixelAt(ground, 39, 29)).toEqual([255, 0, 0, 255])
    expect(await pixelAt(ground, 40, 29)).toEqual([0, 0, 0, 0])
    expect(await pixelAt(cord, 59, 14)).toEqual([0, 0, 255, 255])
    expect(await pixelAt(cord, 59, 15)).toEqual([0, 0, 0, 0])
    expect(await pixelAt(cord, 49, 0)).toEqual([0, 0, 0, 0])
  })

  it('is written as the specification asks: what it is first and plain, and all that its stack names', async () => {
    const [below, above, merged] = await Promise.all([
      plain(60, 40, '#0a0'),
      plain(8, 6, '#fff'),
      plain(600, 400, '#0a0'),
    ])
    const layers = [
      { name: 'Ground', png: below, x: 0, y: 0, opacity: 1, blend: 'normal', isVisible: true },
      { name: 'Tag & string', png: above, x: 7, y: -2, opacity: 0.5, blend: 'screen', isVisible: false },
    ] as const
    const data = await buffer(await openRasterStream({ w: 60, h: 40 }, layers, merged))
    // APPNOTE.TXT 4.3.7: compression at byte 8, length of the name at 26, name from 30, then the content.
    expect([data.readUInt16LE(8), data.toString('latin1', 30, 38)]).toEqual([0, 'mimetype'])
    const from = 38 + data.readUInt16LE(28)
    expect(data.toString('latin1', from, from + 16)).toBe('image/openraster')
    const files = unzipSync(data)
    const { image } = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '' }).parse(
      strFromU8(files['stack.xml'] ?? new Uint8Array()),
    ) as { image: { stack: { layer: readonly { name: string; src: string }[] } } }
    expect(
      image.stack.layer.map(({ name, src }) => [
        name,
        Buffer.from(files[src] ?? []).equals(name === 'Ground' ? below : above),
      ]),
    ).toEqual([
      ['Tag & string', true],
      ['Ground', true],
    ])
    expect(await sharp(files['mergedimage.png']).metadata()).toMatchObject({ format: 'png', width: 600, height: 400 })
    expect(await sharp(files['Thumbnails/thumbnail.png']).metadata()).toMatchObject({ width: 256, height: 171 })
    const back = await bring(data)
    expect(back.layers.map(({ name, opacity, blend, isVisible }) => ({ name, opacity, blend, isVisible }))).toEqual(
      layers.map(({ name, opacity, blend, isVisible }) => ({ name, opacity, blend, isVisible })),
    )
  })

  const one = '<layer name="A" src="data/a.png"/>'
  const own = { 'data/a.png': plain(60, 40, '#123') }
  it.each([
    ['is no zip', () => Buffer.from('PK no zip'), /not a whole zip file/],
    ['does not say what it is', () => Buffer.from(zipSync({ 'stack.xml': strToU8(stackOf(one)) })), /does not say/],
    ['has no stack', () => Buffer.from(zipSync({ mimetype: strToU8('image/openraster') })), /has no stack\.xml/],
    ['names a layer that is not in it', () => zipped(stackOf(one), {}), /“A” names “data\/a\.png”, which is not in it/],
    ['names a file of the machine', () => zipped(stackOf('<layer name="A" src="/etc/passwd"/>'), {}), /not in it/],
    [
      'holds a path that leads outside',
      async () =>
        renamedInZip(zipped(stackOf(one), { 'data/a.png': await own['data/a.png'] }), 'data/a.png', '../../a.pn'),
      /leads outside/,
    ],
    [
      'has a layer that is no picture',
      () => zipped(stackOf(one), { 'data/a.png': strToU8('not a picture') }),
      /not a JPEG, PNG/,
    ],
    [
      'has a layer that claims more pixels than there may be',
      () => zipped(stackOf(one), { 'data/a.png': widePng(11_000) }),
      /megapixels/,
    ],
    [
      'would be larger than may be',
      async () => zipped(stackOf(one, 'w="20000" h="20000"'), { 'data/a.png': await own['data/a.png'] }),
      /Make it smaller/,
    ],
    [
      'has more pixels in all its layers than may be',
      async () => zipped(stackOf(one.repeat(8), 'w="12000" h="10000"'), { 'data/a.png': await own['data/a.png'] }),
      new RegExp(`more than ${LIMITS.artPixels / 1e6} together`),
    ],
    [
      'is nested 1,000 deep',
      () => zipped(stackOf('<stack>'.repeat(1000) + one + '</stack>'.repeat(1000)), {}),
      /nested/,
    ],
    [
      'has a stack that unpacks to more than there may be',
      () => zipped(stackOf(' '.repeat(LIMITS.documentBytes + 1)), {}),
      /unpacks to more than is allowed/,
    ],
    [
      'has a sound layer and a broken one',
      async () =>
        zipped(stackOf(`<layer name="B" src="b.png"/><layer name="New" src="n.png"/>`), {
          'n.png': await plain(60, 40, '#7c3'),
          'b.png': (await plain(60, 40, '#456')).subarray(0, 60),
        }),
      /damaged|cannot be read/,
    ],
  ])('that %s is refused in words, and nothing of it stays', async (_what, make, words) => {
    const before = (await listPictures()).map(({ hash }) => hash)
    await expect(bring(await make())).rejects.toThrow(words)
    expect((await listPictures()).map(({ hash }) => hash)).toEqual(before)
    expect(await readdir(temporaryDirectory())).toEqual([])
  })
})
