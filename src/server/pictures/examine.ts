import { isFailure } from '@/core/failure'
import type { Size } from '@/core/geometry/vector'
import { inspectPicture } from '@/server/pictures/inspect'
import { readThrough } from '@/server/pictures/levels'

export interface PictureToExamine {
  readonly file: string
  /** Reads it to its end; else only what it says of itself. */
  readonly thorough: boolean
}

/** The upright size of a picture, or what is wrong with it. */
export type ExaminedPicture =
  { readonly pixels: Size; readonly fault?: undefined } | { readonly pixels?: undefined; readonly fault: string }

const examine = async ({ file, thorough }: PictureToExamine): Promise<ExaminedPicture> => {
  try {
    const { width, height, ending } = await inspectPicture(file)
    if (thorough) await readThrough(file, ending)
    return { pixels: { w: width, h: height } }
  } catch (error) {
    if (isFailure(error)) return { fault: error.message }
    throw error
  }
}

/** Examines pictures one after another, telling each as it is done. Done apart from the server. */
export const examinePictures = async (
  pictures: readonly PictureToExamine[],
  tell: (done: number, of: number, phase: 'reading') => void = () => undefined,
): Promise<readonly ExaminedPicture[]> => {
  const examined: ExaminedPicture[] = []
  for (const picture of pictures) {
    examined.push(await examine(picture))
    tell(examined.length, pictures.length, 'reading')
  }
  return examined
}
