import { copyFile } from 'node:fs/promises'
import path from 'node:path'
import sharp, { type Sharp } from 'sharp'
import { isFailure } from '@/core/failure'
import { levelCount, levelSize } from '@/core/render/needs'
import { paintDrawing } from '@/server/pictures/drawings'
import { READ_OPTIONS, readThrough, unreadable, type Inspected } from '@/server/pictures/inspect'

/** The picture upright, in sRGB: what everything later works from. */
export const uprightPicture = (file: string, kind = path.extname(file)): Sharp =>
  kind === '.svg'
    ? paintDrawing(file).toColourspace('srgb')
    : sharp(file, READ_OPTIONS).autoOrient().toColourspace('srgb')

export const levelEnding = (hasAlpha: boolean): 'png' | 'jpg' => (hasAlpha ? 'png' : 'jpg')
export const levelFile = (directory: string, level: number, hasAlpha: boolean): string =>
  path.join(directory, `level-${level}.${levelEnding(hasAlpha)}`)

const encoded = (picture: Sharp, hasAlpha: boolean): Sharp =>
  hasAlpha ? picture.png({ compressionLevel: 4 }) : picture.jpeg({ quality: 92, chromaSubsampling: '4:4:4' })

/**
 * Writes the pyramid of a picture into a folder: each level half of the one before, shrunk by Lanczos 3.
 * The file is read to its end, so damage anywhere in it shows here as `picture-unreadable`.
 * Returns how many levels there are.
 */
export const writeLevels = async (file: string, picture: Inspected, directory: string): Promise<number> => {
  const pixels = { w: picture.width, h: picture.height }
  const count = levelCount(pixels)
  const kind = `.${picture.ending}`
  const write = (source: Sharp, level: number): Promise<unknown> =>
    encoded(source, picture.hasAlpha).toFile(levelFile(directory, level, picture.hasAlpha))
  const at = (source: Sharp, level: number): Sharp => {
    const { w, h } = levelSize(pixels, level)
    return source.resize(w, h, { fit: 'fill', kernel: 'lanczos3' })
  }
  try {
    // A plain JPEG is its own first level: making it anew would take longer than all the others together.
    if (picture.isPlain) await copyFile(file, levelFile(directory, 0, false))
    else await write(uprightPicture(file, kind), 0)
    if (count === 1) {
      if (picture.isPlain) await readThrough(file)
      return count
    }
    const half = await at(uprightPicture(file, kind), 1).raw().toBuffer({ resolveWithObject: true })
    const { width, height, channels } = half.info
    const fromHalf = (): Sharp => sharp(half.data, { raw: { width, height, channels } }).toColourspace('srgb')
    await write(fromHalf(), 1)
    for (let level = 2; level < count; level += 1) await write(at(fromHalf(), level), level)
    return count
  } catch (error) {
    if (isFailure(error)) throw error
    throw isDamage(error) ? unreadable() : error
  }
}

const isDamage = (error: unknown): boolean =>
  error instanceof Error && !/No space left|write error/i.test(error.message) && !('code' in error)
