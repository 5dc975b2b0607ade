import { createWriteStream } from 'node:fs'
import { open, rm } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import sharp, { type Sharp } from 'sharp'
import { ZipFile } from 'yazl'
import type { FilmPlan } from '@/core/film/plan'
import { PngJoiner } from '@/core/formats/pngFilm'
import { WebpJoiner } from '@/core/formats/webpFilm'
import type { Size } from '@/core/geometry/vector'
import { GifWriter } from '@/painters/film/gif'

/** Takes in the pictures of a film as RGBA, one after another. */
export interface FilmSink {
  readonly add: (pixels: Buffer, index: number) => Promise<void>
  readonly end: () => Promise<void>
  /** Gives the film up: nothing of its file stays. */
  readonly drop: () => Promise<void>
}

type Image = (pixels: Buffer) => Sharp

const zipSink = (out: string, image: Image): FilmSink => {
  const zip = new ZipFile()
  const stream = createWriteStream(out)
  const written = pipeline(zip.outputStream, stream)
  return {
    add: async (pixels, index) => {
      const name = `${String(index + 1).padStart(4, '0')}.png`
      zip.addBuffer(await image(pixels).png().toBuffer(), name, { compress: false })
    },
    end: async () => {
      zip.end()
      await written
    },
    drop: async () => {
      zip.end()
      await written
      await rm(out, { force: true })
    },
  }
}

/** What a format makes of each picture, before all and after all; `patch` stands at a byte of the finished file. */
interface Joined {
  readonly head?: Uint8Array
  readonly add: (pixels: Buffer, index: number) => Promise<readonly Uint8Array[]>
  readonly end?: () => Uint8Array
  readonly patch?: { readonly at: number; readonly bytes: () => Uint8Array }
}

const joinedBy = (
  { format, rate, loops, isClear, quality }: FilmPlan,
  image: Image,
  size: Size,
  count: number,
): Joined => {
  if (format === 'gif') {
    const gif = new GifWriter({ size, rate, loops, isClear })
    return { add: (pixels, index) => Promise.resolve([gif.add(pixels, index)]), end: () => gif.end() }
  }
  if (format === 'apng') {
    const joiner = new PngJoiner({ count, rate, loops })
    return {
      add: async (pixels, index) => joiner.add(await image(pixels).png().toBuffer(), index),
      end: () => joiner.end(),
    }
  }
  const joiner = new WebpJoiner({ count, rate, loops, width: size.w, height: size.h })
  return {
    head: joiner.head(),
    add: async (pixels, index) => [
      joiner.add(
        await image(pixels)
          .webp({ quality, lossless: quality === 100 })
          .toBuffer(),
        index,
      ),
    ],
    patch: { at: 4, bytes: () => joiner.sizeField() },
  }
}

/** Writes a film without a page in the format of its plan. */
export const filmSink = async (plan: FilmPlan, out: string, size: Size, count: number): Promise<FilmSink> => {
  const image: Image = (pixels) => sharp(pixels, { raw: { width: size.w, height: size.h, channels: 4 } })
  if (plan.format === 'zip') return zipSink(out, image)
  const joined = joinedBy(plan, image, size, count)
  const file = await open(out, 'w')
  const write = async (...all: readonly Uint8Array[]): Promise<void> => {
    for (const bytes of all) await file.write(bytes)
  }
  if (joined.head) await write(joined.head)
  return {
    add: async (pixels, index) => write(...(await joined.add(pixels, index))),
    end: async () => {
      if (joined.end) await write(joined.end())
      const patch = joined.patch?.bytes()
      if (patch) await file.write(patch, 0, patch.length, joined.patch?.at)
      await file.close()
    },
    drop: async () => {
      await file.close()
      await rm(out, { force: true })
    },
  }
}
