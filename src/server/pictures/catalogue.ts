import { rename, rm } from 'node:fs/promises'
import path from 'node:path'
import { Op, type Transaction } from 'sequelize'
import { Failure } from '@/core/failure'
import type { ClipFile } from '@/core/film/clip'
import { spelledAlike } from '@/core/document/library'
import type { PictureAnswer, PictureChange } from '@/contract/api'
import { database } from '@/server/db/open'
import { PictureRow } from '@/server/db/models'
import { levelFile } from '@/server/pictures/levels'
import { exists, flushAll, moveIntoPlace, pictureDirectory, sizeOf, temporaryPath } from '@/server/storage/files'

/** A picture of the library, as it is also told to the client. */
export type StoredPicture = PictureAnswer

const readTags = (text: string): readonly string[] => JSON.parse(text) as readonly string[] // written by this file

const levelBytesOf = ({ levelBytes }: PictureRow): readonly number[] =>
  levelBytes === null ? [] : (JSON.parse(levelBytes) as readonly number[]) // written by this file

const plain = (row: PictureRow): StoredPicture => ({
  hash: row.hash,
  name: row.name,
  kind: row.kind,
  bytes: row.bytes,
  width: row.width,
  height: row.height,
  levels: row.levels,
  hasAlpha: row.hasAlpha,
  tags: readTags(row.tags),
  addedAt: row.addedAt.toISOString(),
  usedAt: row.usedAt?.toISOString() ?? null,
  ...(row.clip ? { clip: JSON.parse(row.clip) as ClipFile } : {}), // written by this file
})

const notThere = (): Failure =>
  new Failure('not-found', 'There is no such picture in the library. Reload the page and choose another.')

/** The picture with this content, if the library has it. */
export const findPicture = async (hash: string): Promise<StoredPicture | null> => {
  await database()
  const row = await PictureRow.findOne({ where: { hash, removedAt: null } })
  return row ? plain(row) : null
}

/** The pictures with these contents that the library has. */
export const picturesOf = async (hashes: readonly string[]): Promise<readonly StoredPicture[]> => {
  await database()
  return (await PictureRow.findAll({ where: { hash: [...hashes], removedAt: null } })).map(plain)
}

/** A picture with its files in a folder, to be kept. */
export interface NewPicture extends Omit<StoredPicture, 'tags' | 'addedAt' | 'usedAt' | 'clip'> {
  readonly levelBytes: readonly number[]
}

/** Are the original and all levels of a listed picture there, each as large as it was written? */
const isWhole = async (row: PictureRow): Promise<boolean> => {
  const folder = pictureDirectory(row.hash)
  const levelBytes = levelBytesOf(row)
  const sizes = await Promise.all([
    sizeOf(path.join(folder, `original.${row.kind}`)),
    ...Array.from({ length: row.levels }, (_, level) => sizeOf(levelFile(folder, level, row.hasAlpha))),
  ])
  const wanted = [row.bytes, ...levelBytes]
  return sizes.every((size, i) => size !== null && size > 0 && (wanted[i] === undefined || wanted[i] === size))
}

/** The picture with this content, if the library has it with all its files. */
export const wholePicture = async (hash: string): Promise<StoredPicture | null> => {
  const db = await database()
  // In its turn with what adds and removes: half of a picture is never seen.
  return db.write(async (transaction) => {
    const row = await PictureRow.findOne({ where: { hash, removedAt: null }, transaction })
    return row && (await isWhole(row)) ? plain(row) : null
  })
}

/**
 * Puts a folder with the files of a picture into place and lists it, as one: the files are on the disk before the row
 * is. The same content is kept once; what is left of one whose files are partly gone makes room.
 */
export const keepFiles = async (
  folder: string,
  { levelBytes, ...picture }: NewPicture,
): Promise<{ readonly picture: StoredPicture; readonly isNew: boolean }> => {
  const db = await database()
  await flushAll(folder)
  const place = pictureDirectory(picture.hash)
  return db.write(async (transaction) => {
    const known = await PictureRow.findByPk(picture.hash, { transaction })
    if (known && (await isWhole(known))) {
      await rm(folder, { recursive: true, force: true })
      // Added again, one that was taken out is back.
      const back = known.removedAt ? await known.update({ removedAt: null }, { transaction }) : known
      return { picture: plain(back), isNew: false }
    }
    await rm(place, { recursive: true, force: true })
    await moveIntoPlace(folder, place)
    const held = { ...picture, levelBytes: JSON.stringify(levelBytes) }
    const row = known
      ? await known.update({ ...held, name: known.name, removedAt: null }, { transaction })
      : await PictureRow.create({ ...held, tags: '[]', usedAt: null, addedAt: new Date() }, { transaction })
    return { picture: plain(row), isNew: !known }
  })
}

/** All pictures, newest first. */
export const listPictures = async (): Promise<readonly StoredPicture[]> => {
  await database()
  const rows = await PictureRow.findAll({
    where: { removedAt: null, isStill: false },
    order: [
      ['addedAt', 'DESC'],
      ['hash', 'ASC'],
    ],
  })
  return rows.map(plain)
}

/** Says of a picture that it is a still of a clip; one that the library does not list unless it did before. */
export const markStill = async (
  hash: string,
  clip: ClipFile,
  { isListed, since }: { readonly isListed: boolean; readonly since: Date },
): Promise<StoredPicture> => {
  const db = await database()
  return db.write(async (transaction) => {
    const row = await PictureRow.findByPk(hash, { transaction })
    if (!row) throw notThere()
    // A picture that stood in the library before stays there.
    const isStill = !isListed && (row.isStill || row.addedAt >= since)
    return plain(await row.update({ clip: JSON.stringify(clip), isStill }, { transaction }))
  })
}

/** The picture that stands for a clip in the library; null where none does. */
export const pictureOfClip = async (file: string): Promise<StoredPicture | null> => {
  await database()
  const rows = await PictureRow.findAll({ where: { removedAt: null, isStill: false, clip: { [Op.ne]: null } } })
  return rows.map(plain).find(({ clip }) => clip?.file === file) ?? null
}

/** Gives a picture another name or other tags. Throws `not-found`. */
export const changePicture = async (hash: string, { name, tags }: PictureChange): Promise<StoredPicture> => {
  const db = await database()
  const row = await db.write(async (transaction) => {
    const held = await PictureRow.findOne({ where: { hash, removedAt: null }, transaction })
    if (!held) throw notThere()
    const wanted = name?.trim()
    const known = tags
      ? (await PictureRow.findAll({ attributes: ['tags'], transaction })).map((row) => readTags(row.tags))
      : []
    return held.update(
      {
        ...(wanted ? { name: wanted } : {}),
        ...(tags ? { tags: JSON.stringify(spelledAlike(tags, known.flat())) } : {}),
      },
      { transaction },
    )
  })
  return plain(row)
}

/** Notes that pictures were put to use now; hashes the library does not have are passed over. */
export const markUsed = async (hashes: readonly string[], now: Date): Promise<void> => {
  const db = await database()
  await db.write((transaction) => PictureRow.update({ usedAt: now }, { where: { hash: [...hashes] }, transaction }))
}

/** For so long what was taken out of the library can be brought back. */
const ASIDE_MS = 24 * 60 * 60 * 1000
/** For so long a still that nothing shows is kept for steps to be undone. */
const STILL_MS = 90 * ASIDE_MS

/** Takes a picture out of the library, unless `check` throws; its files are kept for a day. Throws `not-found`. */
export const setPictureAside = async (
  hash: string,
  now: Date,
  check: (transaction: Transaction) => Promise<void>,
): Promise<void> => {
  const db = await database()
  await db.write(async (transaction) => {
    const row = await PictureRow.findOne({ where: { hash, removedAt: null }, transaction })
    if (!row) throw notThere()
    await check(transaction)
    await row.update({ removedAt: now }, { transaction })
  })
}

/** Brings a picture back into the library. Throws `not-found` where its files are gone. */
export const bringPictureBack = async (hash: string): Promise<StoredPicture> => {
  const db = await database()
  return db.write(async (transaction) => {
    const row = await PictureRow.findByPk(hash, { transaction })
    if (!row || !(await isWhole(row))) throw notThere()
    return plain(await row.update({ removedAt: null }, { transaction }))
  })
}

/** Hashes of pictures taken out so long ago that they are not brought back any more. */
export const longAside = async (now: Date): Promise<readonly string[]> => {
  await database()
  const before = new Date(now.getTime() - ASIDE_MS)
  const rows = await PictureRow.findAll({ attributes: ['hash'], where: { removedAt: { [Op.lt]: before } } })
  return rows.map(({ hash }) => hash)
}

/** Hashes of stills that the library doesn't list and that came in so long ago that no step to be undone shows them any more. */
export const oldStills = async (now: Date): Promise<readonly string[]> => {
  await database()
  const before = new Date(now.getTime() - STILL_MS)
  const rows = await PictureRow.findAll({
    attributes: ['hash'],
    where: { isStill: true, addedAt: { [Op.lt]: before } },
  })
  return rows.map(({ hash }) => hash)
}

/**
 * Takes a picture out of the library with its files, unless `check` throws, as one: nothing can be added or put to use in
 * between. Throws `not-found`.
 */
export const forgetPicture = async (
  hash: string,
  check: (transaction: Transaction) => Promise<void> = () => Promise.resolve(),
): Promise<void> => {
  const db = await database()
  const place = pictureDirectory(hash)
  const aside = await temporaryPath('.gone')
  let isAside = false
  try {
    await db.write(async (transaction) => {
      const row = await PictureRow.findByPk(hash, { transaction })
      if (!row) throw notThere()
      await check(transaction)
      await row.destroy({ transaction })
      if (await exists(place)) {
        await rename(place, aside)
        isAside = true
      }
    })
  } catch (error) {
    if (isAside) await rename(aside, place)
    throw error
  }
  await rm(aside, { recursive: true, force: true })
}

const missing = (): Failure =>
  new Failure('picture-missing', 'The file of this picture is missing. Add the picture again.')

/** The original file of a picture. Throws `picture-missing` when it is gone. */
export const originalFile = async (hash: string): Promise<string> => {
  const picture = await findPicture(hash)
  const file = picture ? path.join(pictureDirectory(hash), `original.${picture.kind}`) : ''
  // A file of another size is what a loss of power has left of it.
  if (!picture || (await sizeOf(file)) !== picture.bytes) throw missing()
  return file
}

/** The file of one pyramid level. Throws `not-found`, or `picture-missing` where it is not as it was written. */
export const storedLevel = async (
  hash: string,
  level: number,
): Promise<{ readonly file: string; readonly type: string }> => {
  await database()
  const row = await PictureRow.findByPk(hash)
  if (!row || !Number.isInteger(level) || level < 0 || level >= row.levels)
    throw new Failure('not-found', 'There is no such picture here. Reload the page.')
  const file = levelFile(pictureDirectory(hash), level, row.hasAlpha)
  const size = await sizeOf(file)
  if (!size || size !== (levelBytesOf(row)[level] ?? size)) throw missing()
  return { file, type: row.hasAlpha ? 'image/png' : 'image/jpeg' }
}
