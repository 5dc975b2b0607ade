import { readFile, rm } from 'node:fs/promises'
import type { Readable } from 'node:stream'
import { Failure } from '@/core/failure'
import { SHIPPED_FACES, type ShippedFace } from '@/faces/shipped'
import type { FaceAnswer } from '@/contract/api'
import { shippedFaceFile } from '@/server/faces/shippedFile'
import { FaceRow } from '@/server/db/models'
import { database } from '@/server/db/open'
import { LIMITS } from '@/server/limits'
import { exists, faceFile, moveIntoPlace, receive, type Received } from '@/server/storage/files'
import { work } from '@/server/work/work'

/**
 * May a file be put into a bundle, where it can be used to set text anew? Only where its fsType allows installing or
 * editing (OpenType 1.9, OS/2, fsType: bits 0 to 3; 0 is installable, 8 editable); with bitmaps alone it may not.
 */
export const canTravel = (embedding: number): boolean => {
  const usage = embedding & 0xf
  return (usage === 0 || (usage & 8) !== 0) && (embedding & 0x200) === 0
}

const ownFace = (row: FaceRow): FaceAnswer => ({
  id: row.hash,
  name: row.name,
  kind: 'own',
  canTravel: canTravel(row.embedding),
})

const asAnswer = ({ id, name, kind, bold, regular }: ShippedFace): FaceAnswer => ({
  id,
  name,
  kind,
  canTravel: false,
  ...(bold === undefined ? {} : { bold }),
  ...(regular === undefined ? {} : { regular }),
})

/** Every typeface: those that ship with the program, then one's own by name. */
export const listFaces = async (): Promise<readonly FaceAnswer[]> => {
  await database()
  const rows = await FaceRow.findAll({ order: [['name', 'ASC']] })
  const shipped = SHIPPED_FACES.map(asAnswer)
  return [...shipped, ...rows.map(ownFace)]
}

const notThere = (): Failure =>
  new Failure('not-found', 'This typeface is not here. Choose another one, or add its file again.')

/** The file of a typeface. Throws `not-found`. */
export const faceFileOf = async (id: string): Promise<string> => {
  const shipped = shippedFaceFile(id)
  if (shipped !== null) return shipped
  await database()
  const row = await FaceRow.findByPk(id)
  const file = row && faceFile(row.hash, row.ending)
  if (!file || !(await exists(file))) throw notThere()
  return file
}

/** The bytes of a typeface, for programs that set text without a browser. */
export const faceBytes = async (id: string): Promise<Uint8Array> => readFile(await faceFileOf(id))

/** The rows of one's own typefaces among these. */
export const ownFaces = async (ids: readonly string[]): Promise<readonly FaceRow[]> => {
  await database()
  return FaceRow.findAll({ where: { hash: [...ids] } })
}

/** Keeps a received file as a typeface of one's own; the same content is kept once. Throws `face-unreadable` or `too-large`. */
export const keepFace = async (received: Received, signal?: AbortSignal): Promise<FaceAnswer> => {
  const db = await database()
  const known = await FaceRow.findByPk(received.hash)
  if (known && (await exists(faceFile(known.hash, known.ending)))) {
    await rm(received.file, { force: true })
    return ownFace(known)
  }
  try {
    if ((await FaceRow.count()) >= LIMITS.faces)
      throw new Failure('too-large', `${LIMITS.faces} typefaces can be kept. Remove some you no longer need first.`)
    const { name, ending, embedding } = await work('read-face', { file: received.file }, { signal })
    await moveIntoPlace(received.file, faceFile(received.hash, ending))
    const row = await db.write(async (transaction) => {
      const held = { hash: received.hash, name: name.slice(0, 120), ending, bytes: received.bytes, embedding }
      await FaceRow.upsert({ ...held, addedAt: new Date() }, { transaction })
      return FaceRow.findByPk(received.hash, { transaction })
    })
    if (!row) throw notThere()
    return ownFace(row)
  } catch (error) {
    await rm(received.file, { force: true })
    throw error
  }
}

/** Takes a typeface in from a stream. */
export const takeFace = async (body: Readable, declared?: number, signal?: AbortSignal): Promise<FaceAnswer> => {
  await database()
  return keepFace(await receive(body, LIMITS.faceBytes, declared === undefined ? {} : { declared }), signal)
}

/** Forgets a typeface of one's own. Texts set in it stay as they are; they cannot be set anew in it. Throws `not-found`. */
export const forgetFace = async (id: string): Promise<void> => {
  const db = await database()
  const row = await FaceRow.findByPk(id)
  if (!row) throw notThere()
  await db.write((transaction) => FaceRow.destroy({ where: { hash: id }, transaction }))
  await rm(faceFile(row.hash, row.ending), { force: true })
}
