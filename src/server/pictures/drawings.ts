import { createHash } from 'node:crypto'
import { open, readFile, stat, writeFile } from 'node:fs/promises'
import sharp, { type Sharp } from 'sharp'
import { Failure, isFailure } from '@/core/failure'
import { cleanSvg } from '@/core/formats/svg/sanitise'
import { looksLikeSvg } from '@/core/formats/svg/xml'
import { LIMITS } from '@/server/limits'

const HEAD = 4096

/** Does the file hold an SVG drawing, by its beginning? */
export const isDrawing = async (file: string): Promise<boolean> => {
  const handle = await open(file, 'r')
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(HEAD), 0, HEAD, 0)
    return looksLikeSvg(buffer.subarray(0, bytesRead).toString('utf8'))
  } finally {
    await handle.close()
  }
}

/** Long side at which a drawing comes in, in pixels. */
const LONG_SIDE = 4000

/**
 * A drawing as it is kept: without anything that runs, is fetched or leads outside, and with its size in pixels written
 * into it. Cleaning a clean one gives the same text.
 */
const cleanText = (source: string): string => {
  const { text, size } = cleanSvg(source)
  const scale = LONG_SIDE / Math.max(size.w, size.h)
  if (!(scale > 0) || !Number.isFinite(scale))
    throw new Failure('picture-unreadable', 'This SVG has no size. Give it a width and a height, and add it again.')
  const [w, h] = [size.w, size.h].map((side) => Math.max(1, Math.round(side * scale)))
  return text.replace(/ width="[^"]*" height="[^"]*"/, ` width="${w}" height="${h}"`)
}

/** Puts the clean drawing in place of one that came in; tells its bytes and hash. Throws `picture-unreadable` or `too-large`. */
export const cleanDrawing = async (file: string): Promise<{ readonly bytes: number; readonly hash: string }> => {
  const { size } = await stat(file)
  if (size > LIMITS.drawingBytes)
    throw new Failure(
      'too-large',
      `An SVG may have at most ${Math.round(LIMITS.drawingBytes / 1024 / 1024)} MB. Simplify it and add it again.`,
    )
  const text = cleanText(await readFile(file, 'utf8'))
  await writeFile(file, text)
  return { bytes: Buffer.byteLength(text), hash: createHash('sha256').update(text).digest('hex') }
}

/** Is a drawing clean as it is? One that came in a bundle must be: its content is named by its hash. */
export const isClean = async (file: string): Promise<boolean> => {
  const source = await readFile(file, 'utf8')
  try {
    return cleanText(source) === source
  } catch (error) {
    if (isFailure(error)) return false
    throw error
  }
}

/** Dots an inch at which a drawing has the pixels that it says. */
const OWN_DENSITY = 72

/** A drawing painted `scale` times as large as it says. */
export const paintDrawing = (file: string, scale = 1): Sharp =>
  sharp(file, { density: OWN_DENSITY * scale, limitInputPixels: LIMITS.exportPixels, failOn: 'error' })
