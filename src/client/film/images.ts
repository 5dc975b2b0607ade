import { adjustmentText } from '@/core/adjust/adjustments'
import { adjustedPixels } from '@/core/adjust/pixels'
import type { Size } from '@/core/geometry/vector'
import { listOfView } from '@/core/render/drawList'
import { levelCount, levelFor, levelSize, needOf, pictureOps } from '@/core/render/needs'
import type { ClipMoment, DrawList, FileSource, PictureOp } from '@/core/render/ops'
import type { PaintImage } from '@/painters/canvas/surface'
import { openClip } from '@/client/clips/open'
import type { ClipReader } from '@/client/clips/reader'
import { ClipDrawing } from '@/client/clips/drawing'
import { clipUrl, levelUrl } from '@/client/http/api'
import { scaleFor, SheetImages } from '@/client/stage/sheetImages'
import { canvasOf, fetched } from '@/client/workers/pixels'
import { repeatOwnEdges, RIM } from '@/client/workers/rim'

/** Pixels that are kept from one picture of the film to the next. */
const MOST_BYTES = 240e6

interface Pixels {
  readonly image: PaintImage
  readonly bytes: number
  /** Gives back what it holds. */
  readonly close: () => void
}

interface Held extends Pixels {
  /** Of a clip: it shows from here until before there. */
  readonly start: number
  readonly end: number
  usedAt: number
}

/** Pictures for a film: each is there before it is painted, exactly that of its moment. */
export class FilmImages {
  private readonly held = new Map<string, readonly Held[]>()
  private readonly readers = new Map<string, Promise<ClipReader>>()
  /** Pictures of the film so far: what belongs to the newest two is never let go of. */
  private clock = 0
  /** Canvases that nothing shows any more: getting a new one takes longer than all that is done with it. */
  private readonly spare: OffscreenCanvas[] = []
  private readonly drawing = new ClipDrawing()
  private readonly sheets = new SheetImages(
    (op, scale) => this.imageFor(op, scale),
    () => this.clock,
  )

  /** `base` is the address of the program. */
  constructor(private readonly base: string) {}

  /** Brings all pictures that one picture of the film is painted from, those of sheets within too. Throws in words where one is gone. */
  async bring(lists: readonly { readonly list: Pick<DrawList, 'items'>; readonly scale: number }[]): Promise<void> {
    this.clock += 1
    await this.bringAll(lists)
  }

  private async bringAll(
    lists: readonly { readonly list: Pick<DrawList, 'items'>; readonly scale: number }[],
  ): Promise<void> {
    for (const { list, scale } of lists)
      for (const op of pictureOps(list)) {
        if (op.source.kind === 'file') await this.bringFile(op, op.source, scale)
        else {
          const below = listOfView(op.source.view)
          await this.bringAll([{ list: below, scale: scaleFor(below, op, scale) }])
        }
      }
  }

  imageFor(op: PictureOp, scale: number): PaintImage | null {
    if (op.source.kind === 'sheet') return this.sheets.of(op, op.source.view, scale)
    return this.found(op, op.source, scale)?.image ?? null
  }

  async close(): Promise<void> {
    for (const held of this.held.values()) for (const one of held) one.close()
    this.held.clear()
    for (const reader of this.readers.values()) (await reader).close()
    this.readers.clear()
  }

  private found(op: PictureOp, source: FileSource, scale: number): Held | undefined {
    const all = this.held.get(slotOf(op, source, scale))
    return all?.find((one) => !source.moment || shows(one, source.moment.at))
  }

  private async bringFile(op: PictureOp, source: FileSource, scale: number): Promise<void> {
    const known = this.found(op, source, scale)
    if (known) {
      known.usedAt = this.clock
      return
    }
    const level = levelFor(needOf(op, scale).density, levelCount(op.pixels))
    const now = source.moment
      ? await this.ofClip(op, source.moment, level)
      : { ...(await this.ofFile(op, source, level)), start: 0, end: Infinity }
    const slot = slotOf(op, source, scale)
    this.held.set(slot, [...(this.held.get(slot) ?? []), { ...now, usedAt: this.clock }])
    this.letGo()
  }

  private async ofFile(op: PictureOp, { hash }: FileSource, level: number): Promise<Pixels> {
    const blob = await fetched(`${this.base}${levelUrl(hash, level)}`)
    const image = await createImageBitmap(blob, { colorSpaceConversion: 'none' })
    const size = { w: image.width, h: image.height }
    const canvas = this.rimmed(op, size, (on) => on.drawImage(image, RIM, RIM))
    image.close()
    return { image: { ...sized(op, size), source: canvas }, bytes: bytesOf(size), close: () => this.keepSpare(canvas) }
  }

  private async ofClip(op: PictureOp, { clip, container, at }: ClipMoment, level: number) {
    const reader = this.readers.get(clip) ?? openClip({ url: `${this.base}${clipUrl(clip)}` }, container)
    this.readers.set(clip, reader)
    const size = levelSize(op.pixels, level)
    const picture = await (await reader).pictureAt(at)
    const kept = await this.drawing.kept(picture)
    let canvas: OffscreenCanvas | null = null
    const image: PaintImage = {
      ...sized(op, size),
      // Only where it is not drawn at once: on the way over a canvas it takes twice as long.
      get source() {
        canvas ??= rimmed()
        return canvas
      },
      drawOnto: level > 0 || op.adjustments ? null : kept.drawOnto,
    }
    const rimmed = (): OffscreenCanvas => this.rimmed(op, size, (on) => kept.put(on, RIM, RIM, size))
    const close = (): void => {
      kept.close()
      if (canvas) this.keepSpare(canvas)
    }
    return { image, bytes: bytesOf(size), start: picture.start, end: picture.end, close }
  }

  private keepSpare(canvas: OffscreenCanvas): void {
    this.spare.push(canvas)
    if (this.spare.length > MOST_SPARE) this.spare.shift()
  }

  private canvasOf(width: number, height: number): OffscreenCanvas {
    const at = this.spare.findIndex((one) => one.width === width && one.height === height)
    return (at >= 0 && this.spare.splice(at, 1)[0]) || canvasOf(width, height).canvas
  }

  /** A picture with its rim, its pixels changed where its op asks for that. */
  private rimmed(
    { adjustments, pixels }: PictureOp,
    { w, h }: Size,
    draw: (context: OffscreenCanvasRenderingContext2D) => void,
  ): OffscreenCanvas {
    const canvas = this.canvasOf(w + 2 * RIM, h + 2 * RIM)
    const context = canvas.getContext('2d', { willReadFrequently: true })
    if (!context) return canvas
    context.clearRect(0, 0, canvas.width, canvas.height)
    draw(context)
    if (adjustments) {
      const read = context.getImageData(RIM, RIM, w, h)
      const part = { x0: 0, y0: 0, x1: pixels.w, y1: pixels.h }
      read.data.set(adjustedPixels({ data: read.data, width: w, height: h, part, picture: pixels }, adjustments))
      context.putImageData(read, RIM, RIM)
    }
    repeatOwnEdges(context, w, h)
    return canvas
  }

  /** Moments of clips that are over, then what was not used for longest where there is too much. */
  private letGo(): void {
    const all = [...this.held].flatMap(([slot, held]) => held.map((one) => ({ slot, one })))
    let bytes = all.reduce((sum, { one }) => sum + one.bytes, 0)
    for (const { slot, one } of all.sort((p, q) => p.one.usedAt - q.one.usedAt)) {
      if (one.usedAt >= this.clock - 1) return
      if (bytes <= MOST_BYTES && one.end === Infinity) continue
      const rest = (this.held.get(slot) ?? []).filter((held) => held !== one)
      if (rest.length) this.held.set(slot, rest)
      else this.held.delete(slot)
      bytes -= one.bytes
      one.close()
    }
  }
}

const MOST_SPARE = 12

const bytesOf = ({ w, h }: Size): number => w * h * 4

/** How a level of so many pixels lies on its picture, with its rim. */
const sized = ({ pixels }: PictureOp, { w, h }: Size) => {
  const [rimX, rimY] = [(RIM * pixels.w) / w, (RIM * pixels.h) / h]
  const part = { x0: -rimX, y0: -rimY, x1: pixels.w + rimX, y1: pixels.h + rimY }
  return { width: w + 2 * RIM, height: h + 2 * RIM, part }
}

const shows = ({ start, end }: Held, at: number): boolean => at >= start && at < end

/** A picture or a clip at one size, changed in one way. */
const slotOf = (op: PictureOp, { hash, moment }: FileSource, scale: number): string => {
  const level = levelFor(needOf(op, scale).density, levelCount(op.pixels))
  return `${moment ? moment.clip : hash}/${level}/${adjustmentText(op.adjustments)}`
}
