/**
 * Fetches and decodes pyramid levels away from the page's main thread, and adds the rim of repeated
 * edge pixels that painters expect.
 */
const RIM = 2

export interface LevelRequest {
  readonly key: string
  readonly url: string
}

export type LevelAnswer =
  | { readonly key: string; readonly bitmap: ImageBitmap; readonly width: number; readonly height: number }
  /** `isGone`: the server has no such file; otherwise asking again may help. */
  | { readonly key: string; readonly failed: true; readonly isGone: boolean }

const withRim = (image: ImageBitmap): ImageBitmap => {
  const { width: w, height: h } = image
  const canvas = new OffscreenCanvas(w + 2 * RIM, h + 2 * RIM)
  const c = canvas.getContext('2d')
  if (!c) return image
  c.imageSmoothingEnabled = false
  c.drawImage(image, RIM, RIM)
  // Edges, then corners: each repeats the outermost pixels.
  c.drawImage(image, 0, 0, w, 1, RIM, 0, w, RIM)
  c.drawImage(image, 0, h - 1, w, 1, RIM, RIM + h, w, RIM)
  c.drawImage(image, 0, 0, 1, h, 0, RIM, RIM, h)
  c.drawImage(image, w - 1, 0, 1, h, RIM + w, RIM, RIM, h)
  for (const [sx, sy, x, y] of [
    [0, 0, 0, 0],
    [w - 1, 0, RIM + w, 0],
    [0, h - 1, 0, RIM + h],
    [w - 1, h - 1, RIM + w, RIM + h],
  ] as const)
    c.drawImage(image, sx, sy, 1, 1, x, y, RIM, RIM)
  image.close()
  return canvas.transferToImageBitmap()
}

const load = async ({ key, url }: LevelRequest): Promise<void> => {
  let isGone = false
  try {
    const response = await fetch(url)
    isGone = response.status === 404 || response.status === 410
    if (!response.ok) throw new TypeError(`status ${response.status}`)
    const bitmap = withRim(await createImageBitmap(await response.blob(), { colorSpaceConversion: 'none' }))
    const answer: LevelAnswer = { key, bitmap, width: bitmap.width, height: bitmap.height }
    postMessage(answer, { transfer: [bitmap] })
  } catch {
    // The page shows the picture as missing and may ask again.
    const answer: LevelAnswer = { key, failed: true, isGone }
    postMessage(answer)
  }
}

addEventListener('message', (event: MessageEvent<LevelRequest>) => void load(event.data))
