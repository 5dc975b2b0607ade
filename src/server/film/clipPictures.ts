import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { Failure } from '@/core/failure'
import type { Container } from '@/core/film/clip'
import { splitPng, type PngPart } from '@/core/formats/pngFilm'

/** The pictures of a clip that the server can read by itself. */
export interface ClipPictures {
  /** Moments at which they begin, in seconds. */
  readonly starts: readonly number[]
  /** One of them as PNG, as large as the clip. */
  readonly png: (index: number) => Promise<Buffer>
}

/** What a picture of no length lasts, as browsers have it (common practice; from memory). */
const NO_LENGTH = 0.1
const MILLI = 1000

const startsOf = (lengths: readonly number[]): readonly number[] => {
  let at = 0
  return lengths.map((length) => {
    const start = at
    at += length > 0 ? length : NO_LENGTH
    return start
  })
}

/** GIF and WebP, whose pictures libvips composes. */
const pagesOf = async (file: string): Promise<ClipPictures> => {
  const { pages = 1, delay = [] } = await sharp(file, { animated: true }).metadata()
  const lengths = Array.from({ length: pages }, (_, k) => (delay[k] ?? 0) / MILLI)
  return { starts: startsOf(lengths), png: (page) => sharp(file, { page }).ensureAlpha().png().toBuffer() }
}

interface Rgba {
  readonly data: Buffer
  readonly width: number
  readonly height: number
}

const rgbaOf = async (png: Uint8Array): Promise<Rgba> => {
  const { data, info } = await sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  return { data, width: info.width, height: info.height }
}

/** Lays a part on a canvas: over what is there (W3C Compositing, source over), or in its place. */
const laid = (canvas: Rgba, part: Rgba, { x, y, isOver }: Pick<PngPart, 'x' | 'y' | 'isOver'>): void => {
  for (let row = 0; row < part.height; row += 1)
    for (let column = 0; column < part.width; column += 1) {
      const [from, to] = [4 * (row * part.width + column), 4 * ((y + row) * canvas.width + x + column)]
      const [a, b] = [(part.data[from + 3] ?? 0) / 255, (canvas.data[to + 3] ?? 0) / 255]
      if (!isOver || a === 1 || b === 0) {
        part.data.copy(canvas.data, to, from, from + 4)
        continue
      }
      const out = a + b * (1 - a)
      for (let channel = 0; channel < 3 && out > 0; channel += 1) {
        const mixed = (part.data[from + channel] ?? 0) * a + (canvas.data[to + channel] ?? 0) * b * (1 - a)
        canvas.data[to + channel] = Math.round(mixed / out)
      }
      canvas.data[to + 3] = Math.round(255 * out)
    }
}

const cleared = (canvas: Rgba, { x, y }: PngPart, { width, height }: Rgba): void => {
  for (let row = y; row < y + height; row += 1)
    canvas.data.fill(0, 4 * (row * canvas.width + x), 4 * (row * canvas.width + x + width))
}

/** APNG, composed here: libvips reads only the first picture of one. */
const apngOf = async (file: string): Promise<ClipPictures> => {
  const { width, height, parts } = splitPng(await readFile(file))
  const whole = await Promise.all(parts.map(({ png }) => rgbaOf(png)))
  const fits = parts.every(
    ({ x, y }, i) => x + (whole[i]?.width ?? 0) <= width && y + (whole[i]?.height ?? 0) <= height,
  )
  if (!fits || !parts.length)
    throw new Failure('picture-unreadable', 'The moving picture is damaged. Save it again and add that file.')
  const upTo = (index: number): Rgba => {
    const canvas: Rgba = { data: Buffer.alloc(4 * width * height), width, height }
    parts.slice(0, index + 1).forEach((part, k) => {
      const own = whole[k]
      if (!own) return
      const before = part.after === 'before' && k < index ? Buffer.from(canvas.data) : null
      laid(canvas, own, part)
      if (k === index) return
      if (before) before.copy(canvas.data)
      else if (part.after === 'cleared') cleared(canvas, part, own)
    })
    return canvas
  }
  return {
    starts: startsOf(parts.map(({ lasts }) => lasts)),
    png: (index) =>
      sharp(upTo(index).data, { raw: { width, height, channels: 4 } })
        .png()
        .toBuffer(),
  }
}

const READ: Readonly<Partial<Record<Container, (file: string) => Promise<ClipPictures>>>> = {
  gif: pagesOf,
  webp: pagesOf,
  apng: apngOf,
}

/** Opens a clip. Throws in words for one that only the page can play. */
export const clipPictures = (file: string, container: Container, name: string): Promise<ClipPictures> => {
  const read = READ[container]
  if (read) return read(file)
  throw new Failure(
    'picture-kind',
    `The clip “${name}” is ${container.toUpperCase()}, which only the page can play. Make the film at the bench, or render pictures, which show its still.`,
  )
}
