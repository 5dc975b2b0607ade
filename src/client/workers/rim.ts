import { canvasOf } from '@/client/workers/pixels'

/** Rim of repeated edge pixels that painters expect around a level, so that sampling at its edges never fades. */
export const RIM = 2

/** An image with the rim around it. */
export const withRim = (image: ImageBitmap): ImageBitmap => {
  const { canvas, context } = canvasOf(image.width + 2 * RIM, image.height + 2 * RIM)
  context.imageSmoothingEnabled = false
  context.drawImage(image, RIM, RIM)
  repeatEdges(context, image, image.width, image.height)
  return canvas.transferToImageBitmap()
}

/** Repeats the edges of an image of so many pixels, which stands in the middle of a canvas, in the rim around it. */
const repeatEdges = (c: OffscreenCanvasRenderingContext2D, of: CanvasImageSource, w: number, h: number): void => {
  // Edges, then corners: each repeats the outermost pixels.
  c.drawImage(of, 0, 0, w, 1, RIM, 0, w, RIM)
  c.drawImage(of, 0, h - 1, w, 1, RIM, RIM + h, w, RIM)
  c.drawImage(of, 0, 0, 1, h, 0, RIM, RIM, h)
  c.drawImage(of, w - 1, 0, 1, h, RIM + w, RIM, RIM, h)
  for (const [sx, sy, x, y] of [
    [0, 0, 0, 0],
    [w - 1, 0, RIM + w, 0],
    [0, h - 1, 0, RIM + h],
    [w - 1, h - 1, RIM + w, RIM + h],
  ] as const)
    c.drawImage(of, sx, sy, 1, 1, x, y, RIM, RIM)
}

/** The same line of pixels over and over: `times` rows of it, or columns where it stands upright. */
const repeated = ({ data, width, height }: ImageData, times: number): ImageData => {
  const line = new Uint32Array(data.buffer)
  const isRow = height === 1
  const out = isRow ? new ImageData(width, times) : new ImageData(times, height)
  const words = new Uint32Array(out.data.buffer)
  if (isRow) for (let i = 0; i < times; i += 1) words.set(line, i * width)
  else line.forEach((word, y) => words.fill(word, y * times, (y + 1) * times))
  return out
}

/**
 * Repeats the edges of what stands in the middle of a canvas in the rim around it, by its pixels: a canvas that is drawn
 * onto itself is copied as a whole each time.
 */
export const repeatOwnEdges = (c: OffscreenCanvasRenderingContext2D, w: number, h: number): void => {
  c.putImageData(repeated(c.getImageData(RIM, RIM, 1, h), RIM), 0, RIM)
  c.putImageData(repeated(c.getImageData(RIM + w - 1, RIM, 1, h), RIM), RIM + w, RIM)
  const across = w + 2 * RIM
  c.putImageData(repeated(c.getImageData(0, RIM, across, 1), RIM), 0, 0)
  c.putImageData(repeated(c.getImageData(0, RIM + h - 1, across, 1), RIM), 0, RIM + h)
}
