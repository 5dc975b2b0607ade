import { FORMAT } from '@/core/document/types'
import { describe, expect, it } from '@jest/globals'
import { createWriteStream } from 'node:fs'
import { readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { examineBundle, readBundle } from '@/server/bundle/read'
import { examinePictures } from '@/server/pictures/examine'
import { listPictures } from '@/server/pictures/catalogue'
import { takePicture } from '@/server/pictures/intake'
import { createProject, openProject } from '@/server/projects/store'
import { bringBundleIn, writeBundle } from '@/server/useCases/bundles'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { inFolder } from '@tests/helpers/files'
import { bombPng, quarters } from '@tests/helpers/images'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { renamedInZip, writeZip } from '@tests/helpers/zip'

useDataFolder()

/** A bundle as a person would write it by hand: no hash, no pixel sizes. */
const handWritten = (change: (document: Record<string, any>) => void = () => undefined): string => {
  const project = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
  const document = JSON.parse(JSON.stringify(project)) as Record<string, any>
  document['pictures'] = { 'pic-1': { name: 'Kite', file: 'pictures/kite.png' } }
  change(document)
  return JSON.stringify(document)
}
const kite = (): Promise<Buffer> => quarters(120, 90).png().toBuffer()

const examined = (entries: Record<string, Buffer | string>, harm: (zip: Buffer) => Buffer = (zip) => zip) =>
  inFolder(async (folder) => {
    const file = path.join(folder, 'a.zip')
    await writeZip(file, entries)
    await writeFile(file, harm(await readFile(file)))
    return examineBundle(file, path.join(folder, 'out'), { examine: examinePictures }).then(
      ({ faults }) => faults.map((fault) => `${fault.path}: ${fault.message}`),
      (error: unknown) => [String(error)],
    )
  })

describe('a bundle', () => {
  it('written by hand is read, its hashes and sizes filled in', async () => {
    await inFolder(async (folder) => {
      const file = path.join(folder, 'a.zip')
      await writeZip(file, {
        'project.json': handWritten(),
        'pictures/kite.png': await kite(),
        'notes.txt': 'passed over',
      })
      const { project, files } = await readBundle(file, path.join(folder, 'out'), { examine: examinePictures })
      expect(project.pictures['pic-1']).toMatchObject({ name: 'Kite', pixels: { w: 120, h: 90 } })
      expect([...files.keys()]).toEqual(['pictures/kite.png'])
    })
  })

  it('saved and brought in again is the same project, on another installation too', async () => {
    const stored = await takePicture(Readable.from([await quarters(300, 200).jpeg().toBuffer()]), 'kite.jpg')
    const start = addPicture(
      { ...sampleProject(), id: 'p-source', pictures: {} },
      { pictureId: 'pic-1', picture: { name: 'kite', pixels: { w: 300, h: 200 }, hash: stored.hash, tags: ['sea'] } },
    )
    const project = placePicture(start, { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
    await createProject(project)
    await inFolder(async (folder) => {
      const { open, fileName } = await writeBundle('p-source')
      expect(fileName).toBe('Sample.zip')
      const file = path.join(folder, fileName)
      await pipeline(open(), createWriteStream(file))
      const { id } = await bringBundleIn(Readable.from([await readFile(file)]))
      expect((await openProject(id)).project).toEqual({ ...project, id })
      expect((await listPictures()).filter((p) => p.hash === stored.hash)).toHaveLength(1)
    })
  })
})

describe('a bundle with faults names each with its path', () => {
  it.each([
    [
      'a missing file',
      handWritten(),
      {},
      /^pictures\.pic-1\.file: names "pictures\/kite\.png", which is not in the bundle/,
    ],
    [
      'a path that leads out',
      handWritten((d) => (d['pictures']['pic-1'].file = 'pictures/../../x.png')),
      {},
      /^pictures\.pic-1\.file: must be a file directly in/,
    ],
    [
      'a wrong hash',
      handWritten((d) => (d['pictures']['pic-1'].hash = 'a'.repeat(64))),
      { 'pictures/kite.png': 'kite' },
      /^pictures\.pic-1\.hash: is not the SHA-256/,
    ],
    [
      'a wrong size',
      handWritten((d) => (d['pictures']['pic-1'].pixels = { w: 7, h: 7 })),
      { 'pictures/kite.png': 'kite' },
      /^pictures\.pic-1\.pixels: is 7×7 but/,
    ],
    [
      'a later format',
      handWritten((d) => (d['format'] = FORMAT + 1)),
      { 'pictures/kite.png': 'kite' },
      new RegExp(`^format: is ${FORMAT + 1}; this program reads formats 1 to ${FORMAT}`),
    ],
    [
      'a dangling picture',
      handWritten((d) => (d['sheets'][SHEET].items['f-1'].fill.takes[0].placed.pictureId = 'ghost')),
      { 'pictures/kite.png': 'kite' },
      /pictureId: names the picture "ghost"/,
    ],
    [
      'a hostile key',
      handWritten().replace('"pictures":{', '"pictures":{"__proto__":{"name":"x","file":"pictures/kite.png"},'),
      { 'pictures/kite.png': 'kite' },
      /__proto__/,
    ],
    ['text for a document', 'no json', {}, /project\.json is not JSON/],
  ] as const)('%s', async (_what, document, files, words) => {
    const withKite = Object.fromEntries(
      await Promise.all(Object.keys(files).map(async (name) => [name, await kite()] as const)),
    )
    expect((await examined({ 'project.json': document, ...withKite })).join('\n')).toMatch(words)
  })

  it('a broken picture in it', async () => {
    const broken = (await kite()).subarray(0, 90)
    expect((await examined({ 'project.json': handWritten(), 'pictures/kite.png': broken })).join('\n')).toMatch(
      /^pictures\/kite\.png: /,
    )
    expect((await examined({ 'project.json': handWritten(), 'pictures/kite.png': bombPng() })).join('\n')).toMatch(
      /900 megapixels/,
    )
  })
  it('no document', async () =>
    expect((await examined({ 'pictures/kite.png': await kite() })).join()).toMatch(/has no project\.json/))
  it('no zip at all', async () =>
    expect((await examined({ a: 'b' }, () => Buffer.from('hello'))).join()).toMatch(/not a whole zip/))
  it('an entry that leads out of the bundle', async () => {
    const entries = { 'project.json': handWritten(), 'aaa/kite.png': await kite() }
    expect((await examined(entries, (zip) => renamedInZip(zip, 'aaa/kite.png', '../../x.png_'))).join()).toMatch(
      /leads outside/,
    )
  })
  it('a bomb: far more comes out than is allowed', async () => {
    const zeros = Buffer.alloc(70 * 1024 * 1024)
    expect((await examined({ 'project.json': handWritten(), 'pictures/kite.png': zeros })).join()).toMatch(
      /unpacks to more/,
    )
  })
  it('and nothing of it is brought in', async () => {
    const before = (await listPictures()).length
    await expect(bringBundleIn(Readable.from([Buffer.from('PK nonsense')]))).rejects.toThrow(/cannot be read/)
    expect((await listPictures()).length).toBe(before)
  })
})
