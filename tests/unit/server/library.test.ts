import { describe, expect, it } from '@jest/globals'
import { rm } from 'node:fs/promises'
import { Readable } from 'node:stream'
import sharp from 'sharp'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { quarters } from '@tests/helpers/images'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { patched } from '@/core/document/history'
import type { PictureAnswer } from '@/contract/api'
import {
  bringPictureBack,
  changePicture,
  listPictures,
  markUsed,
  originalFile,
  storedLevel,
} from '@/server/pictures/catalogue'
import { takePicture } from '@/server/pictures/intake'
import { createProject, historyOf, openProject } from '@/server/projects/store'
import { pictureDirectory } from '@/server/storage/files'
import { removePicture, replaceEverywhere, usedPictures, usesOfPicture } from '@/server/useCases/library'
import { bringStockIn, searchStock, stockPreview } from '@/server/useCases/stock'

useDataFolder()

const take = async (w: number, h: number, name: string): Promise<PictureAnswer> =>
  takePicture(Readable.from([await quarters(w, h).png().toBuffer()]), name)

/** A stored project that shows a picture in its first frame. */
const showing = async (picture: PictureAnswer, id: string) => {
  const ref = { name: picture.name, pixels: { w: picture.width, h: picture.height }, hash: picture.hash, tags: [] }
  const known = addPicture({ ...sampleProject(), id, name: `Project ${id}` }, { pictureId: 'mine', picture: ref })
  return createProject(placePicture(known, { sheetId: SHEET, frameId: 'f-1', pictureId: 'mine' }))
}

describe('the library', () => {
  it('keeps names and tags, trimmed and once each, and notes when pictures are used', async () => {
    const picture = await take(61, 40, 'kite.png')
    const changed = await changePicture(picture.hash, { name: ' Gull Steps ', tags: [' dusk', 'dusk', '', 'sea '] })
    expect(changed).toMatchObject({ name: 'Gull Steps', tags: ['dusk', 'sea'], usedAt: null })
    await markUsed([picture.hash, 'f'.repeat(64)], new Date('2026-05-01T08:00:00Z'))
    const held = (await listPictures()).find(({ hash }) => hash === picture.hash)
    expect(held?.usedAt).toBe('2026-05-01T08:00:00.000Z')
  })

  it('refuses to remove a picture that a project shows, naming it; and removes one that none shows', async () => {
    const used = await take(62, 40, 'used.png')
    await showing(used, 'p-uses')
    expect(await usesOfPicture(used.hash)).toEqual([{ projectId: 'p-uses', name: 'Project p-uses', count: 1 }])
    await expect(removePicture(used.hash)).rejects.toMatchObject({ code: 'picture-used' })
    await expect(removePicture(used.hash)).rejects.toThrow(/Project p-uses.*Replace it/)
    const free = await take(63, 40, 'free.png')
    await removePicture(free.hash)
    expect((await listPictures()).some(({ hash }) => hash === free.hash)).toBe(false)
    await expect(originalFile(free.hash)).rejects.toMatchObject({ code: 'picture-missing' })
    await expect(removePicture(free.hash)).rejects.toMatchObject({ code: 'not-found' })
  })

  it('brings back what was removed within a day, also when it is added again; later its files are gone', async () => {
    const picture = await take(71, 40, 'aside.png')
    await changePicture(picture.hash, { tags: ['dusk'] })
    const day = (n: number): Date => new Date(Date.UTC(2026, 4, n, 12))
    await removePicture(picture.hash, day(1))
    expect((await bringPictureBack(picture.hash)).tags).toEqual(['dusk'])
    await removePicture(picture.hash, day(2))
    expect((await take(71, 40, 'again.png')).hash).toBe(picture.hash)
    expect((await listPictures()).some(({ hash }) => hash === picture.hash)).toBe(true)
    await removePicture(picture.hash, day(3))
    // The next removal, more than a day after, lets go of it.
    const other = await take(72, 40, 'other.png')
    await removePicture(other.hash, day(5))
    await expect(bringPictureBack(picture.hash)).rejects.toMatchObject({ code: 'not-found' })
    expect((await bringPictureBack(other.hash)).hash).toBe(other.hash)
  })

  it('knows what no project uses', async () => {
    const [shown, idle] = [await take(73, 40, 'shown.png'), await take(74, 40, 'idle.png')]
    await showing(shown, 'p-shown')
    const used = await usedPictures()
    expect(used).toContain(shown.hash)
    expect(used).not.toContain(idle.hash)
  })

  it('spells tags alike, whatever their capitals', async () => {
    const [one, two] = [await take(75, 40, 'one.png'), await take(76, 40, 'two.png')]
    await changePicture(one.hash, { tags: ['Gull Steps'] })
    expect((await changePicture(two.hash, { tags: ['gull steps', 'GULL STEPS', 'new'] })).tags).toEqual([
      'Gull Steps',
      'new',
    ])
  })

  it('replaces a file in every project as one step that each can take back', async () => {
    const [old, fresh] = [await take(64, 40, 'old.png'), await take(40, 64, 'fresh.png')]
    const before = await showing(old, 'p-one')
    await showing(old, 'p-two')
    await showing(fresh, 'p-three')
    expect((await replaceEverywhere(old.hash, fresh.hash)).map(({ projectId }) => projectId).sort()).toEqual([
      'p-one',
      'p-two',
    ])
    const { project } = await openProject('p-one')
    expect(project.pictures['mine']).toMatchObject({ hash: fresh.hash, pixels: { w: 40, h: 64 } })
    expect(project.sheets).toEqual(before.project.sheets)
    const step = (await historyOf('p-one')).undo.at(-1)
    expect(step?.name).toBe('Replace picture file')
    expect(patched(project, step?.inverse ?? [])).toEqual(before.project)
    expect(await usesOfPicture(old.hash)).toEqual([])
    await expect(replaceEverywhere(old.hash, 'f'.repeat(64))).rejects.toMatchObject({ code: 'not-found' })
  })

  it('takes a picture in again whose files are partly gone', async () => {
    const picture = await take(65, 40, 'gone.png')
    await rm(pictureDirectory(picture.hash), { recursive: true })
    await expect(storedLevel(picture.hash, 0)).rejects.toMatchObject({ code: 'picture-missing' })
    const again = await take(65, 40, 'again.png')
    // It appears under the name it was brought in with now.
    expect(again).toMatchObject({ hash: picture.hash, name: 'again' })
    expect((await sharp((await storedLevel(picture.hash, 0)).file).metadata()).width).toBe(65)
  })
})

describe('the stand-in for a stock service', () => {
  it('finds by all words, in pages that hold everything once', async () => {
    const all = await searchStock('', 1)
    const ids: string[] = []
    for (let page = 1; page <= all.pages; page += 1)
      ids.push(...(await searchStock('', page)).items.map(({ id }) => id))
    expect(new Set(ids).size).toBe(all.total)
    expect(ids).toHaveLength(all.total)
    const found = await searchStock('SKY dusk', 1)
    expect(found.items.map(({ title }) => title)).toEqual(['Clouds at dusk'])
    expect(await searchStock('submarine', 1)).toMatchObject({ total: 0, items: [], pages: 1 })
    expect((await searchStock('', 999)).page).toBe(all.pages)
    expect((await searchStock('', Number.NaN)).page).toBe(1)
  })

  it('shows previews of the shape it tells, and the same picture each time', async () => {
    const { items } = await searchStock('', 1)
    const [item] = items
    if (!item) throw new TypeError('an empty catalogue')
    const preview = await stockPreview(item.id)
    const meta = await sharp(preview).metadata()
    expect(meta.width / meta.height).toBeCloseTo(item.width / item.height, 1)
    expect(await stockPreview(item.id)).toEqual(preview)
    await expect(stockPreview('../../etc/passwd')).rejects.toMatchObject({ code: 'not-found' })
  })

  it('brings a picture in with its words as tags, once however often it is asked', async () => {
    const picture = await bringStockIn('bunting-2')
    expect(picture).toMatchObject({ name: 'Bunting at noon', kind: 'jpg' })
    expect(picture.tags).toContain('festival')
    await changePicture(picture.hash, { tags: ['mine'] })
    expect(await bringStockIn('bunting-2')).toMatchObject({ hash: picture.hash, tags: ['mine'] })
    await expect(bringStockIn('nothing')).rejects.toMatchObject({ code: 'not-found' })
  })
})
