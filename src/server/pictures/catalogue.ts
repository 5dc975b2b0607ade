import { rm } from 'node:fs/promises'
import path from 'node:path'
import { Failure } from '@/core/failure'
import type { PictureAnswer, PictureChange } from '@/contract/api'
import { database } from '@/server/db/open'
import { PictureRow } from '@/server/db/models'
import { levelFile } from '@/server/pictures/levels'
import { exists, pictureDirectory } from '@/server/storage/files'

/** A picture of the library, as it is also told to the client. */
export type StoredPicture = PictureAnswer

const readTags = (text: string): readonly string[] => JSON.parse(text) as readonly string[] // written by this file

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
})

const notThere = (): Failure =>
  new Failure('not-found', 'There is no such picture in the library. Reload the page and choose another.')

/** The picture with this content, if the library has it. */
export const findPicture = async (hash: string): Promise<StoredPicture | null> => {
  await database()
  const row = await PictureRow.findByPk(hash)
  return row ? plain(row) : null
}

export type NewPicture = Omit<StoredPicture, 'tags' | 'addedAt' | 'usedAt'>

/** Lists a picture in the library; one that is listed already stays as it is. */
export const rememberPicture = async (picture: NewPicture): Promise<StoredPicture> => {
  const db = await database()
  const row = await db.write(async (transaction) => {
    const known = await PictureRow.findByPk(picture.hash, { transaction })
    return known ?? PictureRow.create({ ...picture, tags: '[]', usedAt: null, addedAt: new Date() }, { transaction })
  })
  return plain(row)
}

/** All pictures, newest first. */
export const listPictures = async (): Promise<readonly StoredPicture[]> => {
  await database()
  const rows = await PictureRow.findAll({
    order: [
      ['addedAt', 'DESC'],
      ['hash', 'ASC'],
    ],
  })
  return rows.map(plain)
}

/** Tags as they are kept: trimmed, once each, none empty. */
const cleanTags = (tags: readonly string[]): readonly string[] => [
  ...new Set(tags.map((tag) => tag.trim()).filter(Boolean)),
]

/** Gives a picture another name or other tags. Throws `not-found`. */
export const changePicture = async (hash: string, { name, tags }: PictureChange): Promise<StoredPicture> => {
  const db = await database()
  const row = await db.write(async (transaction) => {
    const held = await PictureRow.findByPk(hash, { transaction })
    if (!held) throw notThere()
    const wanted = name?.trim()
    return held.update(
      {
        ...(wanted ? { name: wanted } : {}),
        ...(tags ? { tags: JSON.stringify(cleanTags(tags)) } : {}),
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

/** Takes a picture out of the list, then its files off the disk. */
export const forgetPicture = async (hash: string): Promise<void> => {
  const db = await database()
  const count = await db.write((transaction) => PictureRow.destroy({ where: { hash }, transaction }))
  if (!count) throw notThere()
  await rm(pictureDirectory(hash), { recursive: true, force: true })
}

const missing = (): Failure =>
  new Failure('picture-missing', 'The file of this picture is missing. Add the picture again.')

/** The original file of a picture. Throws `picture-missing` when it is gone. */
export const originalFile = async (hash: string): Promise<string> => {
  const picture = await findPicture(hash)
  const file = picture ? path.join(pictureDirectory(hash), `original.${picture.kind}`) : ''
  if (!picture || !(await exists(file))) throw missing()
  return file
}

/** The file of one pyramid level. */
export const storedLevel = async (
  hash: string,
  level: number,
): Promise<{ readonly file: string; readonly type: string }> => {
  const picture = await findPicture(hash)
  if (!picture || !Number.isInteger(level) || level < 0 || level >= picture.levels)
    throw new Failure('not-found', 'There is no such picture here. Reload the page.')
  const file = levelFile(pictureDirectory(hash), level, picture.hasAlpha)
  if (!(await exists(file))) throw missing()
  return { file, type: picture.hasAlpha ? 'image/png' : 'image/jpeg' }
}
