import { mkdir, readdir, rm } from 'node:fs/promises'
import path from 'node:path'
import { sheetOf, sheetPictureIds } from '@/core/document/read'
import { hashOf, sheetsShownOn } from '@/core/document/sheetPictures'
import type { Project, Sheet } from '@/core/document/types'
import type { Pyramid } from '@/server/export/thumbnail'
import { picturesOf } from '@/server/pictures/catalogue'
import { openProject } from '@/server/projects/store'
import { exists, pictureDirectory, thumbnailsDirectory } from '@/server/storage/files'
import { work } from '@/server/work/work'

/** Hashes of the files that a sheet shows or keeps, those of sheets within it included. */
const hashesOf = (project: Project, sheet: Sheet, seen = new Set<string>()): readonly string[] => {
  if (seen.has(sheet.id)) return []
  seen.add(sheet.id)
  const own = sheetPictureIds(sheet).flatMap((id) => hashOf(project.pictures[id]) || [])
  const within = sheetsShownOn(project.pictures, sheet).flatMap((id) => project.sheets[id] ?? [])
  return [...own, ...within.flatMap((one) => hashesOf(project, one, seen))]
}

const pyramidsOf = async (project: Project, sheet: Sheet): Promise<Readonly<Record<string, Pyramid>>> => {
  const pictures = await picturesOf([...new Set(hashesOf(project, sheet))])
  return Object.fromEntries(pictures.map(({ hash, hasAlpha }) => [hash, { folder: pictureDirectory(hash), hasAlpha }]))
}

/** Thumbnails of earlier revisions are of no more use. */
const dropOlder = async (projectId: string, keep: string): Promise<void> => {
  const names = await readdir(thumbnailsDirectory())
  const older = names.filter((name) => name.startsWith(`${projectId}-`) && name !== path.basename(keep))
  await Promise.all(older.map((name) => rm(path.join(thumbnailsDirectory(), name), { force: true })))
}

/** One that is being painted, and how many wait for it. */
interface Painting {
  readonly done: Promise<unknown>
  readonly stop: AbortController
  askers: number
}

const underWay = new Map<string, Painting>()

const forget = (file: string, stop: AbortController): void => {
  if (underWay.get(file)?.stop === stop) underWay.delete(file)
}

/** Joins the painting of a file, or begins it; it ends when all who asked have gone. */
const painted = async (
  file: string,
  paint: (signal: AbortSignal) => Promise<unknown>,
  signal?: AbortSignal,
): Promise<void> => {
  const found = underWay.get(file)
  const stop = found?.stop ?? new AbortController()
  const painting: Painting = found ?? {
    done: paint(stop.signal).finally(() => forget(file, stop)),
    stop,
    askers: 0,
  }
  underWay.set(file, painting)
  painting.askers += 1
  const leave = (): void => {
    painting.askers -= 1
    if (painting.askers > 0) return
    forget(file, stop)
    stop.abort()
  }
  signal?.addEventListener('abort', leave, { once: true })
  try {
    await painting.done
  } finally {
    signal?.removeEventListener('abort', leave)
  }
}

/** The picture of a project's first sheet, made when first asked for at a revision. */
export const thumbnailFile = async (projectId: string, signal?: AbortSignal): Promise<string> => {
  const { project, revision } = await openProject(projectId)
  const sheet = sheetOf(project, project.order[0] ?? '')
  const file = path.join(thumbnailsDirectory(), `${projectId}-${revision}.webp`)
  if (await exists(file)) return file
  await mkdir(thumbnailsDirectory(), { recursive: true })
  const pyramids = await pyramidsOf(project, sheet)
  const job = { project, sheetId: sheet.id, pyramids, out: file }
  await painted(file, (ended) => work('thumbnail', job, { signal: ended }), signal)
  await dropOlder(projectId, file)
  return file
}
