import { Failure } from '@/core/failure'

/** A file of the server, at once as its bytes. Throws `picture-missing` in words, with the `status` among its facts. */
export const fetched = async (url: string): Promise<Blob> => {
  const answer = await fetch(url)
  if (!answer.ok)
    throw new Failure('picture-missing', 'The picture did not come. Try again in a moment.', [], {
      status: answer.status,
    })
  return answer.blob()
}

/** A canvas out of sight, of a size in pixels, to draw on and read from. Throws `job-failed` where the browser gives none. */
export const canvasOf = (
  width: number,
  height: number,
): { readonly canvas: OffscreenCanvas; readonly context: OffscreenCanvasRenderingContext2D } => {
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (!context)
    throw new Failure(
      'job-failed',
      'This browser has no memory left to read pictures. Close other pages and try again.',
    )
  return { canvas, context }
}

/** The pixels of an image, which is closed. */
export const pixelsOfImage = (image: ImageBitmap): ImageData => {
  const { width, height } = image
  const { context } = canvasOf(width, height)
  context.drawImage(image, 0, 0)
  image.close()
  return context.getImageData(0, 0, width, height)
}
