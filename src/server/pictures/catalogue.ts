import path from 'node:path'
import { Failure } from '@/core/failure'
import type { PictureAnswer } from '@/contract/api'
import { database } from '@/server/db/open'
import { PictureRow } from '@/server/db/models'
import { levelFile } from '@/server/pictures/levels'
import { exists, pictureDirectory } from '@/server/storage/files'

/** A picture of the library, as it is also told to the client. */
export type StoredPicture = PictureAnswer

const plain = (row: PictureRow): StoredPicture => ({
  hash: row.hash,
  name: row.name,
  kind: row.kind,
  bytes: row.bytes,
  width: row.width,
  height: row.height,
  levels: row.levels,
  hasAlpha: row.hasAlpha,
})

/** The picture with this content, if the library has it. */
export const findPicture = async (hash: string): Promise<StoredPicture | null> => {
  await database()
  const row = await PictureRow.findByPk(hash)
  return row ? plain(row) : null
}

export const rememberPicture = async (picture: StoredPicture): Promise<StoredPicture> => {
  const db = await database()
  await db.write(async (transaction) => {
    const known = await PictureRow.findByPk(picture.hash, { transaction })
    if (!known) await PictureRow.create({ ...picture, addedAt: new Date() }, { transaction })
  })
  return picture
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
