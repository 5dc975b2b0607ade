import { isFailure } from '@/core/failure'
import { resolved, resolvedSheet } from '@/core/document/colours'
import { withSamples } from '@/core/document/samples'
import type { Project, Sheet } from '@/core/document/types'
import type { PictureAnswer } from '@/contract/api'
import { templateDocument } from '@/client/http/templates'
import { LevelImages } from '@/client/stage/images'
import { paintThumbnail } from '@/client/stage/thumbnail'
import { recordFilling } from '@/client/templates/filled'
import type { Reply, Request } from '@/client/workers/workerClient'

/** Paints the thumbnails of templates away from the page's main thread, so that the gallery scrolls smoothly. */
export interface GalleryJob {
  readonly template: { readonly id: string; readonly version: number }
  /** What its first sheet is filled with; samples stand in openings that stay empty. */
  readonly pictures: readonly PictureAnswer[]
  /** Device pixels. */
  readonly width: number
  readonly height: number
}

export interface GalleryAnswer {
  readonly bitmap: ImageBitmap
}

/** A picture that does not come leaves its place as it is: the thumbnail is shown without it. */
const PATIENCE_MS = 5000
/** Of pictures, small levels of which are kept for the next thumbnails. */
const MOST_BYTES = 80e6

let levels: LevelImages | null = null

const arrival = (images: LevelImages): Promise<void> =>
  new Promise((done) => {
    const end = (): void => {
      clearTimeout(timer)
      stop()
      done()
    }
    const timer = setTimeout(end, PATIENCE_MS)
    const stop = images.onArrive(end)
  })

const sceneOf = (template: Project, pictures: readonly PictureAnswer[]): { project: Project; sheet: Sheet } | null => {
  const [sheetId = ''] = template.order
  const project = pictures.length ? recordFilling(template, [sheetId], pictures).project : template
  const sheet = project.sheets[sheetId]
  return sheet ? { project: resolved(project), sheet: resolvedSheet(withSamples(sheet), project.slots) } : null
}

const painted = async ({ template, pictures, width, height }: GalleryJob): Promise<ImageBitmap> => {
  const canvas = new OffscreenCanvas(width, height)
  const scene = sceneOf(await templateDocument(template), pictures)
  if (!scene) return canvas.transferToImageBitmap()
  const images = (levels ??= new LevelImages(MOST_BYTES))
  const until = performance.now() + PATIENCE_MS
  paintThumbnail(canvas, images, { ...scene, frames: null })
  while (images.isWaiting && performance.now() < until) {
    await arrival(images)
    paintThumbnail(canvas, images, { ...scene, frames: null })
  }
  return canvas.transferToImageBitmap()
}

self.onmessage = async ({ data: { id, job } }: MessageEvent<Request<GalleryJob>>) => {
  try {
    const bitmap = await painted(job)
    self.postMessage({ id, answer: { bitmap } } satisfies Reply<GalleryAnswer>, { transfer: [bitmap] })
  } catch (error) {
    const failed = isFailure(error) ? error.message : 'It cannot be read now.'
    self.postMessage({ id, failed } satisfies Reply<GalleryAnswer>)
  }
}
