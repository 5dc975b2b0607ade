/** Typefaces of one's own: checked apart, kept once, listed, travelling in bundles as far as they may. */
import { beforeAll, describe, expect, it } from '@jest/globals'
import { execFileSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { readdir } from 'node:fs/promises'
import path from 'node:path'
import { Readable } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import { addWord } from '@/core/document/edits/lettering/words'
import { newProject, newSheet } from '@/core/document/create'
import { faceIdsOf } from '@/core/document/lettering'
import { newSetting } from '@/core/lettering/settings'
import { SHIPPED_FACES } from '@/faces/shipped'
import { dataDirectory } from '@/server/config'
import { faceFileOf, forgetFace, listFaces, takeFace } from '@/server/faces/catalogue'
import { LIMITS } from '@/server/limits'
import { temporaryDirectory } from '@/server/storage/files'
import { bringBundleIn, writeBundle } from '@/server/useCases/bundles'
import { adoptProject } from '@/server/useCases/projects'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { cyclicFont, embeddingFont } from '@tests/helpers/fontFiles'
import { bytesOfFace } from '@tests/helpers/lettering'
import { unzip } from '@tests/helpers/zip'

useDataFolder()

beforeAll(() => {
  // The process that reads typefaces is built with the program.
  if (!existsSync('dist/work.mjs')) execFileSync('node', ['scripts/bundle-programs.mjs'])
})

const take = (bytes: Uint8Array) => takeFace(Readable.from([Buffer.from(bytes)]), bytes.length)
const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')
const own = async () => (await listFaces()).filter(({ kind }) => kind === 'own')

/** A project with an empty text set in a face. */
const setIn = async (faceId: string): Promise<string> => {
  const blank = newProject(
    'p-set',
    'Set',
    newSheet('s', 'Sheet', { unit: 'px', size: { w: 80, h: 60 }, ppi: 72, bleed: 0 }),
  )
  const setting = newSetting('', { id: faceId, name: 'Mine' }, 20)
  const layout = { size: 20, letters: [], carets: [], missing: [], bounds: { x0: 0, y0: 0, x1: 0, y1: 0 } }
  const pose = { cx: 10, cy: 10, turn: 0 }
  const project = addWord(blank, { sheetId: 's', groupId: 'g', setting, layout, letterIds: [], pose })
  expect(faceIdsOf(project)).toEqual([faceId])
  return adoptProject(project)
}

describe('typefaces', () => {
  it('that ship are listed first, each with a file that is there', async () => {
    const all = await listFaces()
    expect(all.slice(0, SHIPPED_FACES.length).map(({ id }) => id)).toEqual(SHIPPED_FACES.map(({ id }) => id))
    for (const { id } of SHIPPED_FACES) expect(existsSync(await faceFileOf(id))).toBe(true)
  })
  it('of one’s own are kept once, by their content', async () => {
    const bytes = bytesOfFace('titan-one')
    const [first, second] = [await take(bytes), await take(bytes)]
    expect(second).toEqual(first)
    expect(first).toEqual({ id: hashOf(bytes), name: 'Titan One', kind: 'own', canTravel: true })
    expect(await own()).toEqual([first])
    expect(await faceFileOf(first.id)).toMatch(/\.ttf$/)
  })
  it('that are damaged, made to harm, too large or cut short are refused, and nothing of them stays', async () => {
    const before = await own()
    const whole = bytesOfFace('anton')
    await expect(take(whole.slice(0, 5000))).rejects.toThrow(/cannot be (read|used)/)
    await expect(take(cyclicFont(whole))).rejects.toThrow(/damaged/)
    await expect(take(new TextEncoder().encode('not a typeface'))).rejects.toThrow(/no typeface/)
    await expect(takeFace(Readable.from([Buffer.alloc(LIMITS.faceBytes + 1)]))).rejects.toThrow(/larger than 30 MB/)
    await expect(takeFace(Readable.from([Buffer.from(whole)]), whole.length + 9)).rejects.toThrow(/incomplete/)
    expect(await own()).toEqual(before)
    expect((await readdir(temporaryDirectory())).filter((name) => !name.startsWith('.'))).toEqual([])
  })
  it('are forgotten; an id that leads elsewhere is no typeface', async () => {
    const { id } = await take(embeddingFont(bytesOfFace('bungee'), 0x108))
    await forgetFace(id)
    await expect(faceFileOf(id)).rejects.toThrow(/not here/)
    await expect(forgetFace(id)).rejects.toThrow(/not here/)
    for (const wrong of ['../stencil.db', '..%2f..', 'anton/../../x'])
      await expect(faceFileOf(wrong)).rejects.toThrow(/not here/)
    expect(existsSync(path.join(dataDirectory(), 'faces', `${id}.ttf`))).toBe(false)
  })
})

describe('a bundle', () => {
  const facesIn = async (projectId: string): Promise<readonly string[]> => {
    const { open } = await writeBundle(projectId)
    return Object.keys(await unzip(await buffer(open()))).filter((name) => name.startsWith('faces/'))
  }
  it('carries the typefaces that its texts are set in, if their licences let it', async () => {
    const free = await take(embeddingFont(bytesOfFace('chango'), 8))
    const bound = await take(embeddingFont(bytesOfFace('chango'), 2))
    expect([free.canTravel, bound.canTravel]).toEqual([true, false])
    expect(await facesIn(await setIn(free.id))).toEqual([`faces/${free.id}.ttf`])
    expect(await facesIn(await setIn(bound.id))).toEqual([])
    expect(await facesIn(await setIn('anton'))).toEqual([])
  })
  it('brings its typefaces along', async () => {
    const face = await take(embeddingFont(bytesOfFace('shrikhand'), 8))
    const { open } = await writeBundle(await setIn(face.id))
    const bytes = await buffer(open())
    await forgetFace(face.id)
    await bringBundleIn(Readable.from([bytes]), bytes.length)
    expect((await own()).some(({ id }) => id === face.id)).toBe(true)
  })
})
