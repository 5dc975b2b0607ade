/** Bundles that are made to harm, damaged, or left half-way. */
import { describe, expect, it } from '@jest/globals'
import { readdir, readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { Readable } from 'node:stream'
import { placePicture } from '@/core/document/edits/fills'
import { examineBundle } from '@/server/bundle/read'
import { listFaces } from '@/server/faces/catalogue'
import { LIMITS } from '@/server/limits'
import { listPictures } from '@/server/pictures/catalogue'
import { examinePictures, type PictureToExamine } from '@/server/pictures/examine'
import { createProject, listProjects } from '@/server/projects/store'
import { temporaryDirectory } from '@/server/storage/files'
import { listStencils } from '@/server/stencils/catalogue'
import { bringBundleIn } from '@/server/useCases/bundles'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { inFolder } from '@tests/helpers/files'
import { endlessNoise, widePng } from '@tests/helpers/hostile'
import { quarters } from '@tests/helpers/images'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { writeZip } from '@tests/helpers/zip'

useDataFolder()

type Entries = Readonly<Record<string, Buffer | string>>

const document = (names: readonly string[]): string => {
  const project = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
  const pictures = Object.fromEntries(names.map((name, i) => [`pic-${i + 1}`, { name, file: `pictures/${name}` }]))
  return JSON.stringify({ ...project, pictures })
}

const zipped = (entries: Entries): Promise<Buffer> =>
  inFolder(async (folder) => {
    const file = path.join(folder, 'a.zip')
    await writeZip(file, entries)
    return readFile(file)
  })

/** Examines a zip; tells its faults, and which pictures were looked at. */
const examined = (zip: Buffer) =>
  inFolder(async (folder) => {
    const file = path.join(folder, 'a.zip')
    await writeFile(file, zip)
    const looked: PictureToExamine[] = []
    const examine = (pictures: readonly PictureToExamine[]) => {
      looked.push(...pictures)
      return examinePictures(pictures)
    }
    const { faults } = await examineBundle(file, path.join(folder, 'out'), { examine })
    return { faults, looked, unpacked: await readdir(path.join(folder, 'out')) }
  })

const kite = (w = 90): Promise<Buffer> => quarters(w, 60).png().toBuffer()

/** Offset of the nth central directory header (APPNOTE.TXT, 4.3.12) in a zip. */
const centralHeader = (zip: Buffer, n: number): number => {
  let at = -1
  for (let i = 0; i <= n; i += 1) at = zip.indexOf('PK\u0001\u0002', at + 1, 'latin1')
  return at
}

describe('a bundle', () => {
  it('is unpacked only as far as its document names: what else is in it stays there', async () => {
    const { faults, looked, unpacked } = await examined(
      await zipped({
        'pictures/bomb.png': widePng(),
        'project.json': document(['kite.png']),
        'pictures/kite.png': await kite(),
        'pictures/also.svg': endlessNoise(),
      }),
    )
    expect(faults).toEqual([])
    expect(new Set(looked.map(({ file }) => file)).size).toBe(1)
    expect(unpacked).toHaveLength(1)
  })
  it('with a wrong checksum is refused by the name of the file', async () => {
    const zip = await zipped({ 'project.json': document(['kite.png']), 'pictures/kite.png': await kite() })
    // The checksum of the second entry, at byte 16 of its central header.
    zip.writeUInt32LE(123456789, centralHeader(zip, 1) + 16)
    const { faults } = await examined(zip)
    expect(faults.map(({ path: at, message }) => `${at} ${message}`).join()).toMatch(
      /^pictures\/kite\.png is damaged: its checksum is wrong/,
    )
  })
  it('whose files lie on one another is refused', async () => {
    const zip = await zipped({
      'project.json': document(['a.png', 'b.png']),
      'pictures/a.png': await kite(),
      'pictures/b.png': await kite(91),
    })
    // The third entry is said to begin where the second does (byte 42 of its central header).
    const [second, third] = [centralHeader(zip, 1), centralHeader(zip, 2)]
    zip.writeUInt32LE(zip.readUInt32LE(second + 42), third + 42)
    await expect(examined(zip)).rejects.toMatchObject({
      code: 'bundle-unreadable',
      message: expect.stringMatching(/on top of one another/),
    })
  })
  it('lists a hundred faults at most, and how many more there are', async () => {
    const names = Array.from({ length: 160 }, (_, i) => `lost-${i}.png`)
    const { faults } = await examined(await zipped({ 'project.json': document(names) }))
    expect(faults).toHaveLength(LIMITS.faultsListed)
    expect(faults.at(-1)?.message).toMatch(/^has \d+ more faults/)
  })
  it('whose pictures claim more pixels than may be read together is refused before any is read', async () => {
    const wide = widePng()
    const names = Array.from({ length: 102 }, (_, i) => `w-${i}.png`)
    const entries = Object.fromEntries(names.map((name) => [`pictures/${name}`, wide]))
    const zip = await zipped({ 'project.json': document(names), ...entries })
    const start = performance.now()
    await expect(examined(zip)).rejects.toMatchObject({ code: 'too-large', message: expect.stringMatching(/Split it/) })
    // Reading one of them takes seconds.
    expect(performance.now() - start).toBeLessThan(20_000)
  })
  it('with a drawing that never ends has a fault of that name; the others are looked at all the same', async () => {
    const svg = Buffer.from(String(endlessNoise()).replace('width="400" height="400">', 'width="4000" height="4000">'))
    const zip = await zipped({
      'project.json': document(['kite.png', 'endless.svg', 'broken.png']),
      'pictures/kite.png': await kite(),
      'pictures/endless.svg': svg,
      'pictures/broken.png': (await kite()).subarray(0, 70),
    })
    const refused = await bringBundleIn(Readable.from([zip])).catch((error: unknown) => error)
    const faults = (refused as { faults?: readonly { path: string }[] }).faults ?? []
    expect(faults.map(({ path: at }) => at)).toEqual(['pictures/endless.svg', 'pictures/broken.png'])
  })
})

describe('what a bundle brought in', () => {
  it('goes again when its project cannot be stored', async () => {
    const before = { pictures: (await listPictures()).length, stencils: (await listStencils()).length }
    const kept = await kite(97)
    const ids = await listProjects()
    const stencil = { kind: 'path', d: 'M0 0L9 0L9 9Z', fillRule: 'nonzero' }
    const zip = await zipped({
      // Sound as a document, but larger than may be stored by then.
      'project.json': document(['kite.png']),
      'pictures/kite.png': kept,
      'stencils.json': JSON.stringify({ stencils: [{ name: 'S', category: 'C', stencil, aspect: 1 }] }),
    })
    const { ProjectRow } = await import('@/server/db/models')
    const create = ProjectRow.create.bind(ProjectRow)
    const full = (): Promise<never> => Promise.reject(Object.assign(new Error('full'), { code: 'SQLITE_FULL' }))
    ProjectRow.create = full as unknown as typeof ProjectRow.create
    try {
      await expect(bringBundleIn(Readable.from([zip]))).rejects.toMatchObject({ code: 'disk-full' })
    } finally {
      ProjectRow.create = create as unknown as typeof ProjectRow.create
    }
    expect((await listPictures()).length).toBe(before.pictures)
    expect((await listStencils()).length).toBe(before.stencils)
    expect((await listProjects()).length).toBe(ids.length)
    expect(await readdir(temporaryDirectory())).toEqual([])
    expect((await bringBundleIn(Readable.from([zip]))).id).toMatch(/^p-/)
    expect((await listPictures()).length).toBe(before.pictures + 1)
  })
  it('goes again when its sender goes away, and what was there before stays', async () => {
    await createProject({ ...sampleProject(), id: 'before' })
    const before = (await listPictures()).length
    const faces = (await listFaces()).length
    const stop = new AbortController()
    const names = Array.from({ length: 12 }, (_, i) => `k-${i}.png`)
    const entries = Object.fromEntries(
      await Promise.all(names.map(async (name, i) => [`pictures/${name}`, await kite(300 + i)] as const)),
    )
    const zip = await zipped({ 'project.json': document(names), ...entries })
    const bringing = bringBundleIn(Readable.from([zip]), undefined, stop.signal).catch((error: unknown) => error)
    for (let i = 0; i < 600 && (await listPictures()).length <= before; i += 1)
      await new Promise((resolve) => setTimeout(resolve, 5))
    stop.abort()
    expect(await bringing).toMatchObject({ code: 'cancelled' })
    expect((await listPictures()).length).toBe(before)
    expect((await listFaces()).length).toBe(faces)
    expect(await readdir(temporaryDirectory())).toEqual([])
  })
})
