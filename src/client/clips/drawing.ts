import type { Planes } from '@/core/film/planes'
import { rectSize, type Rect } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import { pixelsOf, PlaneRoom } from '@/client/clips/planes'
import type { ClipPicture, DrawClip } from '@/client/clips/reader'
import { canvasOf } from '@/client/workers/pixels'
import type { PaintImage } from '@/painters/canvas/surface'

/** One picture of a clip, kept until it is closed. */
export interface KeptPicture {
  /** Puts it on a canvas that nothing was done to, stretched to a size. */
  readonly put: DrawClip
  readonly drawOnto: NonNullable<PaintImage['drawOnto']>
  readonly close: () => void
}

type Context = OffscreenCanvasRenderingContext2D

/** Where a picture lies pixel for pixel; null where it does not. */
const wholeAt = ({ x0, y0, x1, y1 }: Rect): { readonly x: number; readonly y: number; readonly size: Size } | null => {
  const [x, y, w, h] = [Math.round(x0), Math.round(y0), Math.round(x1 - x0), Math.round(y1 - y0)]
  const isWhole = [x - x0, y - y0, x + w - x1, y + h - y1].every((off) => Math.abs(off) < SAME_PIXEL)
  return isWhole ? { x, y, size: { w, h } } : null
}

/** What is this near to a pixel's edge is drawn as on it. */
const SAME_PIXEL = 0.01

/** Draws on the device what lies within a rectangle that ends on whole pixels. */
const within = (context: Context, { x0, y0, x1, y1 }: Rect, draw: () => void): void => {
  context.save()
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.beginPath()
  context.rect(Math.round(x0), Math.round(y0), Math.round(x1 - x0), Math.round(y1 - y0))
  context.clip()
  context.imageSmoothingEnabled = true
  context.imageSmoothingQuality = 'high'
  draw()
  context.restore()
}

const contextOf = (context: object): Context => context as Context // what films are painted on

/** Draws pictures of clips, also after their clips have gone on. Its colours are the same at every size. */
export class ClipDrawing {
  private readonly room = new PlaneRoom()
  /** What is drawn at another size than its own is put here first. */
  private whole: { readonly canvas: OffscreenCanvas; readonly context: Context } | null = null

  async kept(picture: ClipPicture): Promise<KeptPicture> {
    const planes = await picture.planes(this.room)
    if (planes) return this.ofPlanes(planes)
    const { draw, close } = picture.keep()
    return {
      put: draw,
      drawOnto: (on, onto, part) =>
        within(contextOf(on), part, () => draw(contextOf(on), onto.x0, onto.y0, rectSize(onto))),
      close,
    }
  }

  private ofPlanes(planes: Planes): KeptPicture {
    const drawWhole = (context: Context, x: number, y: number, { w, h }: Size): void => {
      const source = this.wholeOf(planes)
      if (source) context.drawImage(source, x, y, w, h)
    }
    return {
      put: (context, x, y, size) => {
        const own = pixelsOf(planes, size)
        if (own) context.putImageData(own, x, y)
        else drawWhole(context, x, y, size)
      },
      drawOnto: (on, onto, part) => {
        const context = contextOf(on)
        const at = wholeAt(onto)
        const own = at && pixelsOf(planes, at.size)
        const { w, h } = rectSize(part)
        if (own) context.putImageData(own, at.x, at.y, part.x0 - at.x, part.y0 - at.y, w, h)
        else within(context, part, () => drawWhole(context, onto.x0, onto.y0, rectSize(onto)))
      },
      close: () => this.room.giveBack(planes),
    }
  }

  private wholeOf(planes: Planes): OffscreenCanvas | null {
    const { w, h } = planes.size
    const own = pixelsOf(planes, planes.size)
    if (!own) return null
    if (this.whole?.canvas.width !== w || this.whole.canvas.height !== h) this.whole = canvasOf(w, h)
    this.whole.context.putImageData(own, 0, 0)
    return this.whole.canvas
  }
}
