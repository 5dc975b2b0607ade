import type { Blend } from '@/core/colour/blend'
import { COPY_MITRE } from '@/core/finish/layers'
import { compose, invert, translation, type Matrix } from '@/core/geometry/matrix'
import { growRect, intersectRects, mapRect, type Rect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { transformPath } from '@/core/path/transform'
import {
  isWholeLine,
  opPictureMatrix,
  type Composed,
  type FillOp,
  type Mask,
  type PictureOp,
  type ShadeOp,
  type Shape,
  type StrokeOp,
  type Style,
} from '@/core/render/ops'
import type { Layer } from '@/core/render/walk'
import { ontoRect, type NeedsPixels, type Raster, type ReadyImages } from '@/painters/assets'
import { Content, type PdfBook } from '@/painters/pdf/book'
import { isOpaque } from '@/painters/hiding'
import { OutlineSink, RIM } from '@/painters/outlines'
import {
  clipText,
  fillColour,
  fillText,
  greyText,
  kept,
  lineText,
  matrixText,
  pathText,
  rectText,
  strokeColour,
  type Line,
} from '@/painters/pdf/operators'
import { alphaShading, colourShading } from '@/painters/pdf/shading'

/** `multiply` is Multiply, `color-dodge` ColorDodge (ISO 32000-1, tables 136 and 137; W3C names the same functions). */
const blendName = (blend: Blend): string =>
  blend
    .split('-')
    .map((word) => `${word.charAt(0).toUpperCase()}${word.slice(1)}`)
    .join('')

/** Blurs and what pictures let through have no words in a PDF. */
export const PDF_NEEDS: NeedsPixels = {
  shade: ({ blur, soft }) => blur > 0 || soft !== undefined,
  mask: ({ feather, soft }) => feather > 0 || soft !== undefined,
}

/** Images of a PDF lie in the unit square with y upward (ISO 32000-1, 8.9.5.1). */
const UPWARD: Matrix = { a: 1, b: 0, c: 0, d: -1, e: 0, f: 1 }
const inRect = (area: Rect): string => matrixText(compose(ontoRect(area), UPWARD))

const ROUND: Omit<Line, 'width'> = { join: 'round', mitreLimit: COPY_MITRE, cap: 'butt' }

/** Paints a draw list into a content of a PDF. */
export class PdfSink extends OutlineSink<Content> {
  constructor(
    private readonly book: PdfBook,
    images: ReadyImages,
    area: Rect,
  ) {
    super(new Content(), () => new Content(), PDF_NEEDS, images, area)
  }

  protected close(content: Content, layer: Layer): void {
    const { top } = this
    const { mask, bounds } = layer
    const isSoft = mask !== undefined && PDF_NEEDS.mask(mask)
    const clip = mask && !isSoft ? [this.clipOf(mask)] : []
    const states = [
      ...this.composedStates(layer),
      ...(mask && isSoft ? [this.softState(this.images.maskOf(mask, 'kept'))] : []),
    ]
    // One thing alone needs no group: what cuts it cuts it once.
    if (!states.length && !content.isMixing && (!mask || content.painted === 1))
      return top.take(content, (text) => kept(...clip, text))
    const form = this.book.name('XObject', this.book.form(content, intersectRects(bounds, this.area) ?? bounds))
    top.paint(kept(...clip, ...states.map((name) => `${top.use(name)} gs`), `${top.use(form)} Do`))
  }

  protected knockOut(content: Content, mask: Mask): void {
    const { top } = this
    const state = PDF_NEEDS.mask(mask)
      ? this.softState(this.images.maskOf(mask, 'inverted'), true)
      : this.hollowState(mask)
    const form = this.book.name('XObject', this.book.form(content, this.area))
    top.paint(kept(`${top.use(state)} gs`, `${top.use(form)} Do`))
  }

  private composedStates({ opacity = 1, blend }: Composed): readonly string[] {
    if (opacity >= 1 && blend === undefined) return []
    return [this.book.state({ ca: opacity, ...(blend ? { BM: blendName(blend) } : {}) })]
  }

  private clipOf({ toSheet, outline }: Shape): string {
    return clipText({ ...outline, path: transformPath(toSheet, outline.path) })
  }

  /** Paints what is drawn in the colours of a style within the bounds of a shape. */
  private styled(content: Content, style: Style, bounds: Rect): readonly string[] {
    if (style.kind === 'colour') return [fillColour(style.colour), rectText(bounds), 'f']
    return [rectText(bounds), 'W n', `${content.use(colourShading(this.book, style))} sh`]
  }

  private strengthOf(opacity: number): readonly string[] {
    return opacity < 1 ? [`${this.top.use(this.book.state({ ca: opacity, CA: opacity }))} gs`] : []
  }

  protected paintFill({ outline, toSheet, style, opacity = 1 }: FillOp): void {
    const { top } = this
    const strength = this.strengthOf(opacity)
    const before = [...strength, matrixText(toSheet)]
    if (style.kind === 'colour')
      return top.paint(kept(...before, fillColour(style.colour), pathText(outline.path), fillText(outline)))
    const bounds = boundsOf(outline.path)
    const through = isOpaque(style) ? [] : [`${top.use(this.alphaState(style, bounds))} gs`]
    const shading = top.use(colourShading(this.book, style))
    top.paint(kept(...before, clipText(outline), ...through, `${shading} sh`))
  }

  /** A mask in grey that lets through what a gradient does; in the coordinates that hold where it is set. */
  private alphaState(style: Extract<Style, { kind: 'gradient' }>, bounds: Rect): string {
    const mask = new Content()
    mask.paint(`${mask.use(alphaShading(this.book, style))} sh`)
    return this.book.maskState(mask, bounds)
  }

  protected paintStroke(op: StrokeOp): void {
    const { outline, toSheet, style, bands, join, mitreLimit, cap, dash, opacity } = op
    const [band] = bands
    if (!band) return
    const line = (width: number): string => lineText({ width, join, mitreLimit, cap, ...(dash ? { dash } : {}) })
    const { top } = this
    const before = [...this.strengthOf(opacity), matrixText(toSheet)]
    if (style.kind === 'colour' && isWholeLine(op))
      return top.paint(kept(...before, strokeColour(style.colour), line(2 * band.to), pathText(outline.path), 'S'))
    // What a plain line can't say is said by a mask in grey: what is drawn white is painted.
    const mask = new Content()
    for (const { from, to } of bands) {
      mask.paint(kept(greyText(1), line(2 * to), pathText(outline.path), 'S'))
      if (from > 0) mask.paint(kept(greyText(0), line(2 * from), pathText(outline.path), 'S'))
    }
    const reach = growRect(boundsOf(outline.path), band.to * Math.max(1, mitreLimit, Math.SQRT2) + 1)
    const state = this.book.maskState(mask, reach)
    top.paint(kept(...before, `${top.use(state)} gs`, ...this.styled(top, style, reach)))
  }

  protected paintPicture(op: PictureOp): void {
    const { top } = this
    const cut = this.clipOf(op)
    if (op.tileGap !== undefined) {
      const { name, area } = this.images.tilesOf(op)
      return top.paint(kept(cut, inRect(area), `${top.use(name)} Do`))
    }
    const { name, toPicture } = this.images.pictureOf(op)
    top.paint(kept(cut, matrixText(compose(opPictureMatrix(op), toPicture, UPWARD)), `${top.use(name)} Do`))
  }

  /** A shape in one colour without a blur: larger or smaller, shifted, or all but it. */
  protected paintShade(op: ShadeOp): void {
    const { outline, shift, grow, join, colour, opacity, isInverted } = op
    const toSheet = compose(translation(shift.x, shift.y), op.toSheet)
    const { top } = this
    const before = [...this.strengthOf(opacity), matrixText(toSheet)]
    if (!isInverted && grow === 0)
      return top.paint(kept(...before, fillColour(colour), pathText(outline.path), fillText(outline)))
    const reach = growRect(boundsOf(outline.path), Math.abs(grow) * COPY_MITRE + 1)
    const seen = isInverted ? mapRect(invert(toSheet), growRect(this.area, 1)) : reach
    const [within, without] = isInverted ? [0, 1] : [1, 0]
    const by = isInverted ? -grow : grow
    const mask = new Content()
    if (isInverted) mask.paint(kept(greyText(1), rectText(seen), 'f'))
    mask.paint(kept(greyText(within), pathText(outline.path), fillText(outline)))
    if (by !== 0) {
      const line = lineText({ ...ROUND, join, width: 2 * Math.abs(by) })
      mask.paint(kept(greyText(by > 0 ? within : without), line, pathText(outline.path), 'S'))
    }
    const state = this.book.maskState(mask, seen)
    top.paint(kept(...before, `${top.use(state)} gs`, fillColour(colour), rectText(seen), 'f'))
  }

  protected putRaster({ name, area }: Raster, how: Composed = {}): void {
    const { top } = this
    const states = this.composedStates(how).map((state) => `${top.use(state)} gs`)
    top.paint(kept(...states, inRect(area), `${top.use(name)} Do`))
  }

  /** A mask from pixels; where they end it keeps nothing, or with `isKeptAround` all. */
  private softState({ name, area }: Raster, isKeptAround = false): string {
    const mask = new Content()
    if (isKeptAround) mask.paint(kept(greyText(1), rectText(this.area), 'f'))
    mask.paint(kept(inRect(area), `${mask.use(name)} Do`))
    return this.book.maskState(mask, this.area)
  }

  /** A mask that keeps all but what lies well within an outline. */
  private hollowState({ outline, toSheet }: Mask): string {
    const mask = new Content()
    mask.paint(kept(greyText(1), rectText(this.area), 'f'))
    const line = lineText({ ...ROUND, join: 'miter', width: 2 * RIM })
    mask.paint(
      kept(
        matrixText(toSheet),
        greyText(0),
        pathText(outline.path),
        fillText(outline),
        greyText(1),
        line,
        pathText(outline.path),
        'S',
      ),
    )
    return this.book.maskState(mask, this.area)
  }
}
