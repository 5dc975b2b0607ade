/** Several at once: what is removed, brought in again and replaced while others work on it. */
import { describe, expect, it, jest } from '@jest/globals'
import { readdir, truncate, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { Readable } from 'node:stream'
import { placePicture } from '@/core/document/edits/fills'
import { moveItems } from '@/core/document/edits/items'
import { addPicture } from '@/core/document/edits/project'
import { isFailure } from '@/core/failure'
import type { PictureAnswer } from '@/contract/api'
import { PictureRow } from '@/server/db/models'
import { findPicture, listPictures, originalFile, storedLevel } from '@/server/pictures/catalogue'
import { takePicture } from '@/server/pictures/intake'
import { appendSteps, createProject, openProject } from '@/server/projects/store'
import { pictureDirectory, temporaryDirectory } from '@/server/storage/files'
import { removePicture, replaceEverywhere, usesOfPicture } from '@/server/useCases/library'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { quarters } from '@tests/helpers/images'
import { sampleProject, SHEET } from '@tests/helpers/project'

useDataFolder()

const bytesOf = (w: number): Promise<Buffer> => quarters(w, 43).png().toBuffer()
const take = async (w: number): Promise<PictureAnswer> => takePicture(Readable.from([await bytesOf(w)]), `p-${w}.png`)

const showing = async (picture: PictureAnswer, id: string) => {
  const ref = { name: picture.name, pixels: { w: picture.width, h: picture.height }, hash: picture.hash, tags: [] }
  const known = addPicture({ ...sampleProject(), id, name: id }, { pictureId: 'mine', picture: ref })
  return createProject(placePicture(known, { sheetId: SHEET, frameId: 'f-1', pictureId: 'mine' }))
}

/** Listed and readable, or neither: nothing in between. */
const isWhole = async (hash: string, levels: number): Promise<boolean> => {
  const row = await findPicture(hash)
  const file = await originalFile(hash).catch(() => null)
  expect(Boolean(row)).toBe(Boolean(file))
  if (!row) return false
  for (let level = 0; level < levels; level += 1) expect((await storedLevel(hash, level)).file).toBeTruthy()
  return true
}

describe('a picture', () => {
  it('removed while the same file is brought in again is whole or gone, at every try', async () => {
    const { hash, levels } = await take(150)
    const outcomes: boolean[] = []
    for (let round = 0; round < 12; round += 1) {
      const acts: readonly (() => Promise<unknown>)[] = [
        () => removePicture(hash),
        () => take(150),
        () => take(150),
        () => removePicture(hash),
      ]
      const started = acts.map(async (act, i) => {
        await new Promise((resolve) => setTimeout(resolve, (i * round) % 7))
        return act()
      })
      for (const outcome of await Promise.allSettled(started))
        if (outcome.status === 'rejected') expect(isFailure(outcome.reason) && outcome.reason.code).toBe('not-found')
      outcomes.push(await isWhole(hash, levels))
      await take(150)
    }
    expect((await listPictures()).filter((one) => one.hash === hash)).toHaveLength(1)
    expect(await readdir(temporaryDirectory())).toEqual([])
    expect(outcomes.length).toBe(12)
  })
  it('removed while a project begins to show it is refused, or missing there; never half', async () => {
    for (let i = 0; i < 6; i += 1) {
      const picture = await take(160 + i)
      const [shown] = await Promise.all([
        showing(picture, `shows-${i}`),
        removePicture(picture.hash).catch((error: unknown) => expect(error).toMatchObject({ code: 'picture-used' })),
      ])
      expect(shown.revision).toBe(0)
      await isWhole(picture.hash, picture.levels)
      expect((await usesOfPicture(picture.hash)).map(({ projectId }) => projectId)).toEqual([`shows-${i}`])
    }
  })
  it('is on the disk with all its files before it is listed', async () => {
    const { open } = await import('node:fs/promises')
    const handle = await open('/dev/null', 'r')
    const prototype = Object.getPrototypeOf(handle) as { sync: () => Promise<void> }
    await handle.close()
    const told: string[] = []
    const sync = jest.spyOn(prototype, 'sync').mockImplementation(() => Promise.resolve(void told.push('flushed')))
    const create = PictureRow.create.bind(PictureRow)
    const listing = ((...row: Parameters<typeof create>) => {
      told.push('listed')
      return create(...row)
    }) as unknown as typeof PictureRow.create
    PictureRow.create = listing
    try {
      const { levels } = await take(640)
      const before = told.slice(0, told.indexOf('listed'))
      // Each level, the original, their folder and the one it was moved into.
      expect(before.filter((one) => one === 'flushed').length).toBeGreaterThanOrEqual(levels + 3)
    } finally {
      sync.mockRestore()
      PictureRow.create = create as unknown as typeof PictureRow.create
    }
  })
  it('of whose files one has another size is not there, until it is brought in again', async () => {
    const picture = await take(180)
    const file = await originalFile(picture.hash)
    await truncate(file, picture.bytes - 5)
    await expect(originalFile(picture.hash)).rejects.toMatchObject({ code: 'picture-missing' })
    await take(180)
    expect(await originalFile(picture.hash)).toBe(file)
    const level = path.join(pictureDirectory(picture.hash), 'level-0.jpg')
    await writeFile(level, '')
    await expect(storedLevel(picture.hash, 0)).rejects.toMatchObject({ code: 'picture-missing' })
    await take(180)
    await truncate(level, 40)
    await expect(storedLevel(picture.hash, 0)).rejects.toMatchObject({ code: 'picture-missing' })
    await take(180)
    expect((await storedLevel(picture.hash, 0)).file).toBe(level)
  })
})

describe('replacing everywhere', () => {
  it('while a hand goes on saving changes every project, eight times of eight', async () => {
    const [a, b] = [await take(190), await take(191)]
    await showing(a, 'busy')
    await showing(a, 'calm')
    let isOver = false
    let saved = 0
    const hand = (async () => {
      for (let i = 0; !isOver; i += 1) {
        const { project, revision } = await openProject('busy')
        const { forward, inverse } = moveItems.record(project, { sheetId: SHEET, ids: ['f-1'], delta: { x: 1, y: 0 } })
        const step = { id: `h-${i}`, kind: 'do', name: 'Move', forward, inverse } as const
        // A hand that saves as fast as it can, but for the pace of a network.
        await new Promise((resolve) => setTimeout(resolve, 3))
        await appendSteps('busy', revision, [step]).then(
          () => (saved += 1),
          (error: unknown) => expect(error).toMatchObject({ code: 'conflict' }),
        )
      }
    })()
    for (let round = 0; round < 8; round += 1) {
      const [from, to] = round % 2 ? [b, a] : [a, b]
      const replaced = await replaceEverywhere(from.hash, to.hash)
      expect(replaced.map(({ projectId, fault }) => [projectId, fault]).sort()).toEqual([
        ['busy', undefined],
        ['calm', undefined],
      ])
      expect(await usesOfPicture(from.hash)).toEqual([])
    }
    isOver = true
    await hand
    expect(saved).toBeGreaterThan(8)
  })
})
