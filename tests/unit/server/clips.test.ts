/** Clips on the server: kept by content, served in parts, told from stills of the library, and carried in bundles. */
import { describe, expect, it } from '@jest/globals'
import { existsSync } from 'node:fs'
import { createWriteStream } from 'node:fs'
import { readFile, rm, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import sharp from 'sharp'
import { newClip } from '@/core/film/clip'
import { addPicture } from '@/core/document/edits/project'
import { placePicture } from '@/core/document/edits/fills'
import { storedClip, takeClip } from '@/server/clips/catalogue'
import { fileAnswer } from '@/server/http/files'
import { LIMITS } from '@/server/limits'
import { findPicture, forgetPicture, listPictures, pictureOfClip, setPictureAside } from '@/server/pictures/catalogue'
import { createProject, openProject } from '@/server/projects/store'
import { sweepFolder } from '@/server/storage/sweep'
import { bringBundleIn, writeBundle } from '@/server/useCases/bundles'
import { removePicture } from '@/server/useCases/library'
import { clipOfQuery, takeStill } from '@/server/useCases/stills'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { inFolder } from '@tests/helpers/files'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { unzip, writeZip } from '@tests/helpers/zip'

const folder = useDataFolder()

/** A moving GIF of two colours; the seed tells one from another. */
const gif = async (seed: number): Promise<Buffer> => {
  const frame = (r: number) =>
    sharp({ create: { width: 20, height: 10, channels: 3, background: { r, g: seed, b: 9 } } })
  const raw = Buffer.concat(await Promise.all([0, 255].map((r) => frame(r).raw().toBuffer())))
  return sharp(raw, { raw: { width: 20, height: 20, channels: 3, pageHeight: 10 } })
    .gif({ delay: [100, 100] })
    .toBuffer()
}

const still = (seed: number): Promise<Buffer> =>
  sharp({ create: { width: 20, height: 10, channels: 3, background: { r: 1, g: seed, b: 3 } } })
    .png()
    .toBuffer()

const take = async (seed: number) => takeClip(Readable.from([await gif(seed)]), '')

const keepStill = async (file: string, seed: number, isListed: boolean) => {
  const query = new URLSearchParams({ clip: file, duration: '0.2', rate: '10' })
  const clip = await clipOfQuery(query)
  if (!clip) throw new TypeError('no clip')
  return takeStill(Readable.from([await still(seed)]), 'kite.gif', clip, { isListed })
}

describe('a clip that comes in', () => {
  it('is kept once by its content, and served in parts', async () => {
    const [a, b] = [await take(1), await take(1)]
    expect(a).toMatchObject({ container: 'gif', picture: null })
    expect(b.file).toBe(a.file)
    const { file, type } = await storedClip(a.file)
    expect(type).toBe('image/gif')
    const whole = await gif(1)
    expect((await readFile(file)).equals(whole)).toBe(true)
    const asked = new Request('http://127.0.0.1/x', { headers: { range: 'bytes=10-19' } })
    const part = await fileAnswer(asked, file, type, { tag: a.file })
    expect(part.status).toBe(206)
    expect(Buffer.from(await part.arrayBuffer()).equals(whole.subarray(10, 20))).toBe(true)
  })
  it('is refused in words if it is none, empty, or too large, and nothing of it stays', async () => {
    await expect(takeClip(Readable.from([Buffer.from('no film')]), 'a.mp4')).rejects.toThrow(
      /not an MP4.*Convert it to MP4/,
    )
    await expect(takeClip(Readable.from([]), 'a.mp4')).rejects.toThrow(/empty/)
    await expect(takeClip(Readable.from([]), 'a.mp4', LIMITS.clipBytes + 1)).rejects.toThrow(/larger than 300 MB/)
    await expect(storedClip('f'.repeat(64))).rejects.toThrow(/no such clip/)
    await expect(storedClip('../../stencil.db')).rejects.toThrow(/no such clip/)
  })
  it('is missing in words where its file is not as it was', async () => {
    const { file } = await take(2)
    await writeFile((await storedClip(file)).file, 'cut')
    await expect(storedClip(file)).rejects.toThrow(/missing. Add the clip again/)
    // Added again it is back.
    await take(2)
    expect((await storedClip(file)).container).toBe('gif')
  })
})

describe('the stills of a clip', () => {
  it('are pictures; one stands for the clip in the library, the others are not listed', async () => {
    const { file } = await take(3)
    const [poster, other] = [await keepStill(file, 30, true), await keepStill(file, 31, false)]
    const listed = (await listPictures()).map(({ hash }) => hash)
    expect([listed.includes(poster.hash), listed.includes(other.hash)]).toEqual([true, false])
    expect(await pictureOfClip(file)).toMatchObject({
      hash: poster.hash,
      clip: { file, container: 'gif', duration: 0.2 },
    })
    expect(await findPicture(other.hash)).toMatchObject({ width: 20, height: 10 })
    expect(await take(3)).toMatchObject({ picture: { hash: poster.hash, name: 'kite' } })
    // Brought in again under another name, it is found under that.
    const again = await takeClip(Readable.from([await gif(3)]), 'gull.gif')
    expect(again).toMatchObject({ picture: { hash: poster.hash, name: 'gull' } })
  })
  it('need a clip that is there and numbers that can be', async () => {
    const { file } = await take(4)
    const said = (change: Record<string, string>) =>
      clipOfQuery(new URLSearchParams({ clip: file, duration: '1', rate: '10', ...change }))
    await expect(said({ clip: 'a'.repeat(64) })).rejects.toThrow(/no such clip/)
    const wrongs: readonly Record<string, string>[] = [
      { duration: '-1' },
      { duration: 'NaN' },
      { rate: '1e9' },
      { clip: '../x' },
    ]
    for (const wrong of wrongs) await expect(said(wrong)).rejects.toThrow(/cannot be used/)
    expect(await clipOfQuery(new URLSearchParams())).toBeNull()
  })
  it('keep their clip over a new start; one that nothing shows any more goes', async () => {
    const [shown, gone] = [await take(5), await take(6)]
    const [, lost] = [await keepStill(shown.file, 50, true), await keepStill(gone.file, 60, true)]
    await forgetPicture(lost.hash)
    await sweepFolder({ isNew: false })
    expect(existsSync((await storedClip(shown.file)).file)).toBe(true)
    await expect(storedClip(gone.file)).rejects.toThrow(/no such clip/)
    expect(existsSync(path.join(folder(), 'clips', `${gone.file}.gif`))).toBe(false)
  })
})

describe('stills that nothing shows', () => {
  it('are kept for ninety days, those of the library and of projects for ever', async () => {
    const { file } = await take(17)
    const [poster, shown, idle] = [
      await keepStill(file, 70, true),
      await keepStill(file, 71, false),
      await keepStill(file, 72, false),
    ]
    const clip = newClip({ file, container: 'gif', duration: 0.2, rate: 10 })
    const picture = { name: 'kite', pixels: { w: 20, h: 10 }, hash: shown.hash, tags: [], clip }
    const known = addPicture(sampleProject(), { pictureId: 'kite', picture })
    await createProject(placePicture(known, { sheetId: SHEET, frameId: 'f-1', pictureId: 'kite' }))
    const days = (count: number): Date => new Date(Date.now() + count * 24 * 3600 * 1000)
    const left = async () =>
      Promise.all([poster, shown, idle].map(async ({ hash }) => (await findPicture(hash)) !== null))
    // Whenever something is taken out, what is of no use any more goes with it.
    const other = async (seed: number) => (await keepStill((await take(seed)).file, seed, true)).hash
    await removePicture(await other(18), days(89))
    expect(await left()).toEqual([true, true, true])
    // One that was taken out besides is let go of once.
    await setPictureAside(idle.hash, days(0), () => Promise.resolve())
    await removePicture(await other(19), days(91))
    expect(await left()).toEqual([true, true, false])
  })
})

describe('a bundle with a clip', () => {
  const saved = async (id: string, seed: number): Promise<{ readonly file: string; readonly zip: Buffer }> => {
    const { file } = await take(seed)
    const poster = await keepStill(file, seed, true)
    const clip = { ...newClip({ file, container: 'gif', duration: 0.2, rate: 10 }), speed: 0.5 }
    const picture = { name: 'kite', pixels: { w: 20, h: 10 }, hash: poster.hash, tags: [], clip }
    const start = addPicture({ ...sampleProject(), id, pictures: {} }, { pictureId: 'pic-1', picture })
    await createProject(placePicture(start, { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' }))
    return inFolder(async (where) => {
      const out = path.join(where, 'a.zip')
      await pipeline((await writeBundle(id)).open(), createWriteStream(out))
      return { file, zip: await readFile(out) }
    })
  }

  it('carries the clip, and brings it and its picture back where they were gone', async () => {
    const { file, zip } = await saved('p-clip', 7)
    expect(Object.keys(await unzip(zip))).toContain(`clips/${file}.gif`)
    const poster = await pictureOfClip(file)
    await rm((await storedClip(file)).file)
    const { id } = await bringBundleIn(Readable.from([zip]))
    const { project } = await openProject(id)
    expect(project.pictures['pic-1']).toMatchObject({ hash: poster?.hash, clip: { file, speed: 0.5 } })
    expect((await readFile((await storedClip(file)).file)).equals(await gif(7))).toBe(true)
  })
  it('is refused where the clip is not in it, or is another', async () => {
    const { file, zip } = await saved('p-clip-2', 8)
    const entries = await unzip(zip)
    const name = `clips/${file}.gif`
    const zipped = (change: Record<string, Buffer>) =>
      inFolder(async (where) => {
        const out = path.join(where, 'b.zip')
        await writeZip(
          out,
          Object.fromEntries(Object.entries({ ...entries, ...change }).filter(([, held]) => held.length > 0)),
        )
        return readFile(out)
      })
    const missing = await zipped({ [name]: Buffer.alloc(0) })
    await expect(bringBundleIn(Readable.from([missing]))).rejects.toThrow(/which is not in the bundle/)
    const other = await zipped({ [name]: await gif(99) })
    await expect(bringBundleIn(Readable.from([other]))).rejects.toThrow(/not named by the SHA-256/)
  })
})
