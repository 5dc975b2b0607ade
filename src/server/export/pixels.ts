import { createCanvas, ImageData } from '@napi-rs/canvas'
import sharp, { type Sharp } from 'sharp'
import { adjustedPixels } from '@/core/adjust/pixels'
import { Failure } from '@/core/failure'
import type { Rect } from '@/core/geometry/rect'
import { BEST_OVERSIZE, type Need } from '@/core/render/needs'
import type { PaintImage } from '@/painters/canvas/surface'
import { paintDrawing } from '@/server/pictures/drawings'
import { uprightPicture } from '@/server/pictures/levels'

/** Repeated edge pixels around a picture, so that sampling at its edges never fades to nothing. */
const RIM = 2
/** Above this many pixels only the part that shows is read. */
const WHOLE_PIXELS = 12e6

/** Gives the pixels of a picture for a need. */
export type PixelSource = (need: Need) => Promise<PaintImage>

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
  const { width: w, height: h } = info
  const read = new Uint8ClampedArray(data.buffer, data.byteOffset, data.length)
  const seen = need?.adjustments
    ? adjustedPixels({ data: read, width: w, height: h, part, picture: need.pixels }, need.adjustments)
    : read
  const canvas = createCanvas(w + 2 * RIM, h + 2 * RIM)
  const c = canvas.getContext('2d')
  c.imageSmoothingEnabled = false
  c.putImageData(new ImageData(seen, w, h), RIM, RIM)
  // Rows first; the columns then take the corners along.
  c.drawImage(canvas, RIM, RIM, w, 1, RIM, 0, w, RIM)
  c.drawImage(canvas, RIM, RIM + h - 1, w, 1, RIM, RIM + h, w, RIM)
  c.drawImage(canvas, RIM, 0, 1, h + 2 * RIM, 0, 0, RIM, h + 2 * RIM)
  c.drawImage(canvas, RIM + w - 1, 0, 1, h + 2 * RIM, RIM + w, 0, RIM, h + 2 * RIM)
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

/** Reads originals shrunk by libvips (Lanczos 3) to 1.25 times the drawn size; enlarged pictures as they are. */
export const originalPixels =
  (fileOf: (hash: string) => string | undefined): PixelSource =>
  async (need) => {
    const file = fileOf(need.source.hash)
    if (!file) throw missingPicture()
    if (file.endsWith('.svg') && need.density > 1) return drawingPixels(file, need)
    const shrink = Math.min(1, need.density * BEST_OVERSIZE)
    const whole: Rect = { x0: 0, y0: 0, x1: need.pixels.w, y1: need.pixels.h }
    const pixels = need.pixels.w * need.pixels.h * shrink * shrink
    const part = pixels > WHOLE_PIXELS ? wholePart(need) : whole
    const w = part.x1 - part.x0
    const h = part.y1 - part.y0
    let picture = uprightPicture(file)
    if (part !== whole) picture = picture.extract({ left: part.x0, top: part.y0, width: w, height: h })
    if (shrink < 1)
      picture = picture.resize(Math.max(1, Math.round(w * shrink)), Math.max(1, Math.round(h * shrink)), {
        fit: 'fill',
        kernel: 'lanczos3',
      })
    return rimmed(picture, part, need)
  }

/** Draws from one given file of a picture, as a level of the pyramid is drawn on the bench. */
export const levelPixels =
  (fileOf: (need: Need) => string): PixelSource =>
  (need) =>
    rimmed(sharp(fileOf(need)).toColourspace('srgb'), { x0: 0, y0: 0, x1: need.pixels.w, y1: need.pixels.h }, need)
