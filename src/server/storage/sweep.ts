import { mkdir, readdir, rm } from 'node:fs/promises'
import path from 'node:path'
import { Op } from 'sequelize'
import { dataDirectory } from '@/server/config'
import { ClipRow, FaceRow, JobRow, PictureRow, ProjectRow } from '@/server/db/models'
import { exportsDirectory, temporaryDirectory, thumbnailsDirectory } from '@/server/storage/files'

/** Removes the entries of a folder that are not wanted; a folder that is not there has none. */
const removeUnless = async (folder: string, isWanted: (name: string) => boolean): Promise<void> => {
  await mkdir(folder, { recursive: true })
  const unwanted = (await readdir(folder)).filter((name) => !isWanted(name))
  await Promise.all(unwanted.map((name) => rm(path.join(folder, name), { recursive: true, force: true })))
}

/** Folders of pictures that no row tells of: their files were moved into place, then the power went. */
const sweepPictures = async (): Promise<void> => {
  const known = new Set((await PictureRow.findAll({ attributes: ['hash'] })).map(({ hash }) => hash))
  const root = path.join(dataDirectory(), 'pictures')
  await mkdir(root, { recursive: true })
  for (const part of await readdir(root)) await removeUnless(path.join(root, part), (name) => known.has(name))
}

/** Clips whose pictures are all gone, and files that no row tells of. */
const sweepClips = async (): Promise<void> => {
  const rows = await PictureRow.findAll({ attributes: ['clip'], where: { clip: { [Op.ne]: null } } })
  const shown = new Set(rows.map(({ clip }) => (JSON.parse(clip ?? '{}') as { readonly file?: string }).file)) // written by the catalogue
  const clips = await ClipRow.findAll({ attributes: ['file', 'container', 'addedAt'] })
  const gone = clips.filter(({ file }) => !shown.has(file)).map(({ file }) => file)
  if (gone.length) await ClipRow.destroy({ where: { file: gone } })
  const known = new Set(
    clips.filter(({ file }) => shown.has(file)).map(({ file, container }) => `${file}.${container}`),
  )
  await removeUnless(path.join(dataDirectory(), 'clips'), (name) => known.has(name))
}

const sweepFaces = async (): Promise<void> => {
  const rows = await FaceRow.findAll({ attributes: ['hash', 'ending'] })
  const known = new Set(rows.map(({ hash, ending }) => `${hash}.${ending}`))
  await removeUnless(path.join(dataDirectory(), 'faces'), (name) => known.has(name))
}

/** Work that was under way when the server ended will not be finished; what was finished can still be fetched. */
const sweepJobs = async (): Promise<void> => {
  await JobRow.update(
    {
      state: 'failed',
      message: 'The server was stopped before this was finished. Export it again.',
      endedAt: new Date(),
    },
    { where: { state: { [Op.in]: ['waiting', 'running'] } } },
  )
  const done = new Set((await JobRow.findAll({ where: { state: 'done' }, attributes: ['id'] })).map(({ id }) => id))
  await removeUnless(exportsDirectory(), (name) => done.has(name))
}

const sweepThumbnails = async (): Promise<void> => {
  const rows = await ProjectRow.findAll({ attributes: ['id', 'revision'] })
  const known = new Set(rows.map(({ id, revision }) => `${id}-${revision}.webp`))
  await removeUnless(thumbnailsDirectory(), (name) => known.has(name))
}

/**
 * Clears what a run that was killed has left behind. Only for the one who holds the folder's lock. Beside a database
 * that `isNew` pictures stay: they may be all that is left of an older one.
 */
export const sweepFolder = async ({ isNew }: { readonly isNew: boolean }): Promise<void> => {
  await removeUnless(temporaryDirectory(), () => false)
  await sweepJobs()
  await sweepThumbnails()
  if (isNew) return
  await sweepPictures()
  await sweepClips()
  await sweepFaces()
}
