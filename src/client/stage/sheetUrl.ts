import { resolved } from '@/core/document/colours'
import { isSheetPicture } from '@/core/document/sheetPictures'
import { sheetView, type SheetView } from '@/core/document/sheetViews'
import type { PictureRef, Project } from '@/core/document/types'
import { IDENTITY } from '@/core/geometry/matrix'
import { cornersOf } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import { polygonPath } from '@/core/path/path'
import type { PictureOp } from '@/core/render/ops'
import { levelUrl } from '@/client/http/api'
import { borrowLevels, type LevelImages } from '@/client/stage/images'

/** Pictures that do not come leave their places as they are after this. */
const PATIENCE_MS = 5000

const settled = (images: LevelImages): Promise<void> =>
  new Promise((done) => {
    if (!images.isWaiting) return done()
    const end = (): void => {
      clearTimeout(timer)
      stop()
      done()
    }
    const timer = setTimeout(end, PATIENCE_MS)
    const stop = images.onArrive(() => {
      if (!images.isWaiting) end()
    })
  })

const wholeOp = (view: SheetView, pixels: Size): PictureOp => ({
  op: 'picture',
  source: { kind: 'sheet', view },
  pixels,
  picture: IDENTITY,
  isCovered: true,
  outline: { path: polygonPath(cornersOf({ x0: 0, y0: 0, x1: pixels.w, y1: pixels.h })), fillRule: 'nonzero' },
  toSheet: IDENTITY,
})

/** A sheet painted as a picture of its own at a pyramid level, as a PNG's address; whoever asked revokes it. */
export const sheetUrl = async (view: SheetView, pixels: Size, level: number): Promise<string> => {
  const { images, release } = borrowLevels()
  try {
    const op = wholeOp(view, pixels)
    const scale = 2 ** -level
    images.sheets.of(op, view, scale)
    await settled(images)
    const { source, width, height, part } = images.sheets.of(op, view, scale)
    const size = {
      w: Math.max(1, Math.round((width * pixels.w) / (part.x1 - part.x0))),
      h: Math.max(1, Math.round((height * pixels.h) / (part.y1 - part.y0))),
    }
    const bare = new OffscreenCanvas(size.w, size.h)
    // The rim stays outside.
    bare.getContext('2d')?.drawImage(source as OffscreenCanvas, (size.w - width) / 2, (size.h - height) / 2) // our own layer
    return URL.createObjectURL(await bare.convertToBlob())
  } finally {
    release()
  }
}

/** What a picture's pixels at a level are taken for; the address is good until it has ended. Null of a sheet that is gone. */
export const withPictureUrl = async <T>(
  project: Project,
  ref: PictureRef,
  level: number,
  ask: (url: string) => Promise<T>,
): Promise<T | null> => {
  if (!isSheetPicture(ref)) return ask(levelUrl(ref.hash, level))
  const view = sheetView(resolved(project), ref.sheetId)
  if (!view) return null
  const url = await sheetUrl(view, ref.pixels, level)
  try {
    return await ask(url)
  } finally {
    URL.revokeObjectURL(url)
  }
}
