import { createCanvas, ImageData, type SKRSContext2D } from '@napi-rs/canvas'
import sharp, { type Sharp } from 'sharp'
import { adjustedPixels } from '@/core/adjust/pixels'
import { Failure } from '@/core/failure'
import type { Rect } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import { BEST_OVERSIZE, type Need } from '@/core/render/needs'
import type { FileSource } from '@/core/render/ops'
import type { PaintImage } from '@/painters/canvas/surface'
import { paintDrawing } from '@/server/pictures/drawings'
import { uprightPicture } from '@/server/pictures/levels'

/** Repeated edge pixels around a picture, so that sampling at its edges never fades to nothing. */
const RIM = 2
/** Above this many pixels only the part that shows is read. */
const WHOLE_PIXELS = 12e6

/** Gives the pixels of a picture for a need. */
export type PixelSource = (need: Need) => Promise<PaintImage>

/** A need of a picture's file. */
export type FileNeed = Need & { readonly source: FileSource }

/** Gives the pixels of a picture's file for a need. */
export type FilePixels = (need: FileNeed) => Promise<PaintImage>

export const isOfFile = (need: Need): need is FileNeed => need.source.kind === 'file'

/** Puts a part of the rim onto the canvas that has the pixels within it: every pixel as the nearest of theirs. */
const rimOf = (pixels: Uint8ClampedArray, w: number, h: number) => {
  // Four bytes at a time, which begin where a word can.
  const aligned = pixels.byteOffset % 4 === 0 ? pixels : pixels.slice()
  const words = new Uint32Array(aligned.buffer, aligned.byteOffset, w * h)
  const nearest = (at: number, length: number): number => Math.min(length - 1, Math.max(0, at - RIM))
  return (left: number, top: number, width: number, height: number, context: SKRSContext2D): void => {
    const piece = new Uint32Array(width * height)
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1)
        piece[y * width + x] = words[nearest(top + y, h) * w + nearest(left + x, w)] ?? 0
    context.putImageData(new ImageData(new Uint8ClampedArray(piece.buffer), width, height), left, top)
  }
}

/**
 * Pixels on a canvas with the rim around them, drawn from its own edges: asking libvips for the rim makes it
 * hold the whole picture. `part` is what the pixels show, in picture pixels.
 */
export const rimmed = async (
  picture: Sharp,
  part: Rect,
  need?: Pick<Need, 'adjustments' | 'pixels'>,
): Promise<PaintImage> => {
  const { data, info } = await picture.ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  const read = new Uint8ClampedArray(data.buffer, data.byteOffset, data.length)
  return rimmedPixels(read, { w: info.width, h: info.height }, part, need)
}

/** Pixels, RGBA not multiplied by alpha, on a canvas with the rim around them. */
export const rimmedPixels = (
  read: Uint8ClampedArray,
  { w, h }: Size,
  part: Rect,
  need?: Pick<Need, 'adjustments' | 'pixels'>,
): PaintImage => {
  const seen = need?.adjustments
    ? adjustedPixels({ data: read, width: w, height: h, part, picture: need.pixels }, need.adjustments)
    : read
  const canvas = createCanvas(w + 2 * RIM, h + 2 * RIM)
  const c = canvas.getContext('2d')
  c.putImageData(new ImageData(seen, w, h), RIM, RIM)
  // Put piece by piece: a canvas that is drawn onto itself is copied whole for it.
  const rim = rimOf(seen, w, h)
  rim(0, 0, w + 2 * RIM, RIM, c)
  rim(0, h + RIM, w + 2 * RIM, RIM, c)
  rim(0, RIM, RIM, h, c)
  rim(w + RIM, RIM, RIM, h, c)
  const rimX = (RIM * (part.x1 - part.x0)) / w
  const rimY = (RIM * (part.y1 - part.y0)) / h
  return {
    source: canvas,
    width: w + 2 * RIM,
    height: h + 2 * RIM,
    part: { x0: part.x0 - rimX, y0: part.y0 - rimY, x1: part.x1 + rimX, y1: part.y1 + rimY },
  }
}

/** The part to read in whole pixels, with room for the resampling kernel. */
const wholePart = (need: Need): Rect => {
  const room = 4 / Math.min(1, need.density)
  return {
    x0: Math.max(0, Math.floor(need.part.x0 - room)),
    y0: Math.max(0, Math.floor(need.part.y0 - room)),
    x1: Math.min(need.pixels.w, Math.ceil(need.part.x1 + room)),
    y1: Math.min(need.pixels.h, Math.ceil(need.part.y1 + room)),
  }
}

/** A drawing is painted as large as it is needed, up to this many times its own size. */
const MOST_ENLARGED = 4

/** The part of a drawing that shows, painted at the size it is drawn. */
const drawingPixels = async (file: string, need: Need): Promise<PaintImage> => {
  const scale = Math.min(MOST_ENLARGED, need.density)
  const part = wholePart(need)
  const whole = paintDrawing(file, scale)
  const { width, height } = await whole.metadata()
  const [kx, ky] = [width / need.pixels.w, height / need.pixels.h]
  const left = Math.floor(part.x0 * kx)
  const top = Math.floor(part.y0 * ky)
  const [w, h] = [Math.min(width, Math.ceil(part.x1 * kx)) - left, Math.min(height, Math.ceil(part.y1 * ky)) - top]
  const seen = { x0: left / kx, y0: top / ky, x1: (left + w) / kx, y1: (top + h) / ky }
  return rimmed(whole.extract({ left, top, width: w, height: h }).toColourspace('srgb'), seen, need)
}

/** What is said where a picture's file is not there. */
export const missingPicture = (): Failure =>
  new Failure('picture-missing', 'A picture of this sheet is missing. Put it back or replace it, then export again.')

/** What of a picture is read for a need: how much it is shrunk, and which part of it, in whole pixels. */
export const readingOf = (need: Need): { readonly shrink: number; readonly part: Rect } => {
  const shrink = Math.min(1, need.density * BEST_OVERSIZE)
  const pixels = need.pixels.w * need.pixels.h * shrink * shrink
  const whole: Rect = { x0: 0, y0: 0, x1: need.pixels.w, y1: need.pixels.h }
  return { shrink, part: pixels > WHOLE_PIXELS ? wholePart(need) : whole }
}

/** Reads originals shrunk by libvips (Lanczos 3) to 1.25 times the drawn size; enlarged pictures as they are. */
export const originalPixels =
  (fileOf: (hash: string) => string | undefined): FilePixels =>
  async (need) => {
    const file = fileOf(need.source.hash)
    if (!file) throw missingPicture()
    if (file.endsWith('.svg') && need.density > 1) return drawingPixels(file, need)
    const { shrink, part } = readingOf(need)
    const w = part.x1 - part.x0
    const h = part.y1 - part.y0
    let picture = uprightPicture(file)
    if (w < need.pixels.w || h < need.pixels.h)
      picture = picture.extract({ left: part.x0, top: part.y0, width: w, height: h })
    if (shrink < 1)
      picture = picture.resize(Math.max(1, Math.round(w * shrink)), Math.max(1, Math.round(h * shrink)), {
        fit: 'fill',
        kernel: 'lanczos3',
      })
    return rimmed(picture, part, need)
  }

/** Draws from one given file of a picture, as a level of the pyramid is drawn on the bench. */
export const levelPixels =
  (fileOf: (need: FileNeed) => string): FilePixels =>
  (need) =>
    rimmed(sharp(fileOf(need)).toColourspace('srgb'), { x0: 0, y0: 0, x1: need.pixels.w, y1: need.pixels.h }, need)
