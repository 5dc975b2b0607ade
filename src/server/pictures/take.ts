import { mkdir, stat } from 'node:fs/promises'
import { cleanDrawing } from '@/server/pictures/drawings'
import { inspectPicture, type Inspected } from '@/server/pictures/inspect'
import { levelFile, writeLevels } from '@/server/pictures/levels'

/** A file that came in, and a folder that is made for its pyramid. */
export interface PictureToTake {
  readonly file: string
  readonly folder: string
}

export interface TakenPicture extends Inspected {
  readonly levels: number
  /** Bytes of each level. */
  readonly levelBytes: readonly number[]
  /** What a cleaned drawing has become. */
  readonly cleaned?: { readonly bytes: number; readonly hash: string }
}

/** Reads a picture and writes its pyramid. Done apart from the server. Throws `picture-kind`, `picture-unreadable`, `too-large`. */
export const takePictureApart = async ({ file, folder }: PictureToTake): Promise<TakenPicture> => {
  const inspected = await inspectPicture(file)
  await mkdir(folder)
  const levels = await writeLevels(file, inspected, folder)
  const sizes = Array.from({ length: levels }, (_, level) => stat(levelFile(folder, level, inspected.hasAlpha)))
  return { ...inspected, levels, levelBytes: (await Promise.all(sizes)).map(({ size }) => size) }
}

/** The same for a drawing, which is cleaned in its place first. */
export const takeDrawingApart = async (taken: PictureToTake): Promise<TakenPicture> => {
  const cleaned = await cleanDrawing(taken.file)
  return { ...(await takePictureApart(taken)), cleaned }
}
