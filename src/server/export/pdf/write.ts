import sharp from 'sharp'
import { translation } from '@/core/geometry/matrix'
import { growRect, moveRect, rectSize, type Rect } from '@/core/geometry/rect'
import type { Outline } from '@/core/path/path'
import { itemsOf, isGroup, type DrawList } from '@/core/render/ops'
import { walkList } from '@/core/render/walk'
import { Content, PdfBook } from '@/painters/pdf/book'
import { MARKS_ROOM, type PrintMark } from '@/core/formats/outputFormats'
import { addMarks } from '@/painters/pdf/marks'
import { kept, matrixText } from '@/painters/pdf/operators'
import { PDF_NEEDS, PdfSink } from '@/painters/pdf/sink'
import { streamed } from '@/server/export/streamed'
import type { PixelSource } from '@/server/export/pixels'
import { MadeReady } from '@/server/export/drawn/assets'
import { StoredPictures, type PictureTreatment } from '@/server/export/drawn/pictures'
import { Rasters } from '@/server/export/drawn/rasters'
import { PdfStore } from '@/server/export/pdf/store'

/** One page: what is painted, and around it what a printer wants. */
export interface PdfPage {
  readonly list: DrawList
  /** How far the list goes beyond what is trimmed, in points. */
  readonly bleed: number
  /** What the slug says, as an outline. */
  readonly words: Outline
}

export interface PdfWork {
  readonly title: string
  readonly made: Date
  readonly pages: readonly PdfPage[]
  readonly marks: readonly PrintMark[]
  readonly pictures: PictureTreatment
  readonly fileOf: (hash: string) => string | undefined
  readonly pixelsFor: PixelSource
}

const srgbProfile = async (): Promise<Buffer> => {
  const pixel = sharp({ create: { width: 1, height: 1, channels: 3, background: '#000000' } })
  const { icc } = await sharp(await pixel.withIccProfile('srgb').png().toBuffer()).metadata()
  if (!icc) throw new TypeError('There is no profile of sRGB.')
  return icc
}

class PdfWriter {
  private readonly pictures: StoredPictures
  private readonly store: PdfStore
  private done = 0
  constructor(
    private readonly book: PdfBook,
    private readonly work: PdfWork,
    private readonly tell: (done: number) => void,
  ) {
    const lists = work.pages.map(({ list }) => list)
    this.store = new PdfStore(book)
    this.pictures = new StoredPictures(this.store, lists, work.fileOf, work.pictures)
  }

  async addPage(page: PdfPage): Promise<void> {
    const { list, bleed, words } = page
    const marks = new Set(this.work.marks)
    const margin = marks.size ? MARKS_ROOM : 0
    const size = rectSize(list.area)
    const onPage: Rect = moveRect({ x0: 0, y0: 0, x1: size.w, y1: size.h }, { x: margin, y: margin })
    const boxes = { bleed: onPage, trim: growRect(onPage, -bleed) }
    const sheet = await this.paintList(list)
    const content = new Content()
    const move = matrixText(translation(margin - list.area.x0, margin - list.area.y0))
    if (sheet.painted) {
      const form = this.book.name('XObject', this.book.form(sheet, list.area))
      content.paint(kept(move, `${content.use(form)} Do`))
    }
    if (marks.size) addMarks(content, this.book, marks, { ...boxes, words })
    this.book.page({ width: size.w + 2 * margin, height: size.h + 2 * margin, ...boxes }, content)
    await this.book.written()
  }

  private async paintList(list: DrawList): Promise<Content> {
    const rasters = new Rasters(this.work.pixelsFor, list.area)
    const assets = new MadeReady(this.store, this.pictures, rasters, PDF_NEEDS)
    const sink = new PdfSink(this.book, assets, list.area)
    for (const node of walkList(list, sink)) {
      await assets.ready(node)
      sink.turnTo(node)
      if (isGroup(node)) continue
      this.tell(this.done)
      this.done += 1
    }
    return sink.whole
  }
}

/** Writes pages as one PDF into a file. `tell` is called before each item with how many are done. */
export const writePdf = async (work: PdfWork, file: string, tell: (done: number) => void): Promise<void> => {
  const book = new PdfBook({ title: work.title, made: work.made, profile: await srgbProfile() })
  await streamed(book.bytes, file, async () => {
    const writer = new PdfWriter(book, work, tell)
    for (const page of work.pages) await writer.addPage(page)
    book.end()
  })
}

/** How many items a list of pages has. */
export const itemsOnPages = (pages: readonly PdfPage[]): number =>
  pages.reduce((sum, { list }) => sum + itemsOf(list.items).length, 0)
