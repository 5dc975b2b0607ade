import { copyFile } from 'node:fs/promises'
import path from 'node:path'
import sharp, { type Sharp } from 'sharp'
import { levelCount, levelSize } from '@/core/render/needs'
import { readStrictly } from '@/server/pictures/damage'
import { paintDrawing } from '@/server/pictures/drawings'
import { READ_OPTIONS, type Inspected, type ReadOptions } from '@/server/pictures/inspect'

/** The picture upright, in sRGB: what everything later works from. */
export const uprightPicture = (file: string, kind = path.extname(file), options: ReadOptions = READ_OPTIONS): Sharp =>
  kind === '.svg' ? paintDrawing(file).toColourspace('srgb') : sharp(file, options).autoOrient().toColourspace('srgb')

export const levelEnding = (hasAlpha: boolean): 'png' | 'jpg' => (hasAlpha ? 'png' : 'jpg')
export const levelFile = (directory: string, level: number, hasAlpha: boolean): string =>
  path.join(directory, `level-${level}.${levelEnding(hasAlpha)}`)

/** Above this many pixels a JPEG is written as it comes: finding its best code first holds the whole picture (1.4 GB for 119 megapixels, 0.2 without). */
const MOST_OPTIMISED = 20e6

const encoded = (picture: Sharp, hasAlpha: boolean, pixels: number): Sharp =>
  hasAlpha
    ? picture.png({ compressionLevel: 4 })
    : picture.jpeg({ quality: 92, chromaSubsampling: '4:4:4', optimiseCoding: pixels <= MOST_OPTIMISED })

/** Reads every pixel of a picture. Throws `picture-unreadable` for damage anywhere in the file. */
export const readThrough = async (file: string, ending: string): Promise<void> => {
  await readStrictly((options) => uprightPicture(file, `.${ending}`, options).stats())
}

/**
 * Writes the pyramid of a picture into a folder: each level half of the one before, shrunk by Lanczos 3.
 * The file is read to its end, so damage anywhere in it shows here as `picture-unreadable`.
 * Returns how many levels there are.
 */
export const writeLevels = (file: string, picture: Inspected, directory: string): Promise<number> => {
  const pixels = { w: picture.width, h: picture.height }
  const count = levelCount(pixels)
  const write = (source: Sharp, level: number): Promise<unknown> =>
    encoded(source, picture.hasAlpha, (pixels.w * pixels.h) / 4 ** level).toFile(
      levelFile(directory, level, picture.hasAlpha),
    )
  const at = (source: Sharp, level: number): Sharp => {
    const { w, h } = levelSize(pixels, level)
    return source.resize(w, h, { fit: 'fill', kernel: 'lanczos3' })
  }
  return readStrictly(async (options) => {
    const upright = (): Sharp => uprightPicture(file, `.${picture.ending}`, options)
    // A plain JPEG is its own first level: making it anew would take longer than all the others together.
    if (picture.isPlain) await copyFile(file, levelFile(directory, 0, false))
    else await write(upright(), 0)
    if (count === 1) {
      if (picture.isPlain) await upright().stats()
      return count
    }
    const half = await at(upright(), 1).raw().toBuffer({ resolveWithObject: true })
    const { width, height, channels } = half.info
    const fromHalf = (): Sharp => sharp(half.data, { raw: { width, height, channels } }).toColourspace('srgb')
    await write(fromHalf(), 1)
    for (let level = 2; level < count; level += 1) await write(at(fromHalf(), level), level)
    return count
  })
}
