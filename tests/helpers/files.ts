import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import sharp from 'sharp'

/** A folder that is gone after the task. */
export const inFolder = async <T>(task: (folder: string) => Promise<T>): Promise<T> => {
  const folder = await mkdtemp(path.join(tmpdir(), 'stencil-test-'))
  try {
    return await task(folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

export interface Pixels {
  readonly data: Buffer
  readonly width: number
  readonly height: number
  readonly channels: number
}

export const readPixels = async (file: string): Promise<Pixels> => {
  const { data, info } = await sharp(file).raw().toBuffer({ resolveWithObject: true })
  return { data, width: info.width, height: info.height, channels: info.channels }
}

/** Writes a picture whose value at each pixel is given by a function of its centre. */
export const paintedPicture = async (
  file: string,
  w: number,
  h: number,
  value: (x: number, y: number) => readonly [number, number, number],
): Promise<void> => {
  const data = Buffer.alloc(w * h * 3)
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const [r, g, b] = value(x + 0.5, y + 0.5)
      const i = (y * w + x) * 3
      data[i] = r + 0.5
      data[i + 1] = g + 0.5
      data[i + 2] = b + 0.5
    }
  await sharp(data, { raw: { width: w, height: h, channels: 3 } })
    .png({ compressionLevel: 1 })
    .toFile(file)
}
