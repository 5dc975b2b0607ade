import { blurReach } from '@/core/adjust/blur'
import { COPY_MITRE } from '@/core/finish/layers'
import { compose, invert, translation } from '@/core/geometry/matrix'
import { cornersOf, growRect, intersectRects, mapRect, type Rect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { polygonPath } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import {
  featherDeviation,
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
import { OutlineSink, Pile, RIM } from '@/painters/outlines'
import { urlOf, type Definitions } from '@/painters/svg/drawing'
import {
  boxOf,
  clipOutline,
  colourWord,
  element,
  matrixWord,
  numberText,
  outlineOf,
  shareOf,
  type Attributes,
} from '@/painters/svg/words'

/** What a picture lets through is no outline; blurs and fading edges are filters, and exact. */
export const SVG_NEEDS: NeedsPixels = {
  shade: ({ soft }) => soft !== undefined,
  mask: ({ soft }) => soft !== undefined,
}

const WHITE = '#ffffff'
const BLACK = '#000000'

/** Paints a draw list into an SVG. */
export class SvgSink extends OutlineSink<Pile> {
  constructor(
    private readonly definitions: Definitions,
    images: ReadyImages,
    area: Rect,
  ) {
    super(new Pile(), () => new Pile(), SVG_NEEDS, images, area)
  }

  protected close(pile: Pile, layer: Layer): void {
    const { mask } = layer
    const attributes = { ...composedOf(layer), ...(mask ? this.keptTo(mask) : {}) }
    const isPlain = Object.values(attributes).every((value) => value === undefined)
    if (isPlain && !pile.isMixing) return this.top.take(pile)
    this.top.paint(groupOf(pile, isPlain ? { style: 'isolation:isolate' } : attributes))
  }

  protected knockOut(pile: Pile, mask: Mask): void {
    this.top.paint(groupOf(pile, { mask: urlOf(this.withoutMask(mask)) }))
  }

  /** A mask over a rectangle; white keeps. */
  private mask(area: Rect, ...content: readonly string[]): string {
    return this.definitions.keep('mask', { maskUnits: 'userSpaceOnUse', ...boxOf(area) }, ...content)
  }

  /** Keeps something to a mask. */
  private keptTo(mask: Mask): Attributes {
    if (mask.soft) {
      const { name, area } = this.images.maskOf(mask, 'kept')
      return { mask: urlOf(this.mask(growRect(area, 1), this.imageIn(name, area))) }
    }
    if (mask.feather > 0) return { mask: urlOf(this.mask(growRect(this.area, 1), this.faded(mask, WHITE))) }
    return { 'clip-path': this.clipOf(mask) }
  }

  private clipOf({ outline, toSheet }: Shape): string {
    const clip = { ...outline, path: transformPath(toSheet, outline.path) }
    return urlOf(this.definitions.keep('clipPath', {}, element('path', clipOutline(clip))))
  }

  /** A Gaussian blur of what lies in some bounds, as far as any of it is seen. */
  private blurred(stdDeviation: number, bounds: Rect, ...more: readonly string[]): string {
    const reach = blurReach(stdDeviation) + 1
    const seen = growRect(this.area, reach)
    const region = intersectRects(growRect(bounds, reach), seen) ?? seen
    const units = { filterUnits: 'userSpaceOnUse', 'color-interpolation-filters': 'sRGB' }
    const blur = element('feGaussianBlur', { stdDeviation })
    return urlOf(this.definitions.keep('filter', { ...units, ...boxOf(region) }, blur, ...more))
  }

  /** The outline of a mask in a colour, fading inward: alpha is 2b − 1, b being the outline blurred. */
  private faded(mask: Mask, fill: string): string {
    const { outline, toSheet } = mask
    const filter = this.blurred(
      featherDeviation(mask),
      mapRect(toSheet, boundsOf(outline.path)),
      element('feComponentTransfer', {}, element('feFuncA', { type: 'linear', slope: 2, intercept: -1 })),
    )
    const path = element('path', { ...outlineOf(outline), transform: matrixWord(toSheet), fill })
    return element('g', { filter }, path)
  }

  /** A mask that keeps all but what lies within another. */
  private withoutMask(mask: Mask): string {
    const area = growRect(this.area, 1)
    const all = element('rect', { ...boxOf(area), fill: WHITE })
    if (mask.soft) {
      const { name, area: within } = this.images.maskOf(mask, 'inverted')
      const path = [...polygonPath(cornersOf(area)), ...polygonPath(cornersOf(within))]
      const rest = element('path', { ...outlineOf({ path, fillRule: 'evenodd' }), fill: WHITE })
      return this.mask(area, rest, this.imageIn(name, within))
    }
    if (mask.feather > 0) return this.mask(area, all, this.faded(mask, BLACK))
    const path = element('path', {
      ...outlineOf(mask.outline),
      transform: matrixWord(mask.toSheet),
      fill: BLACK,
      stroke: WHITE,
      'stroke-width': 2 * RIM,
    })
    return this.mask(area, all, path)
  }

  private styleOf(style: Style, use: 'fill' | 'stroke'): Attributes {
    if (style.kind === 'colour') return { [use]: colourWord(style.colour) }
    const { run, stops } = style
    const sorted = [...stops].sort((p, q) => p.at - q.at)
    const content = sorted.map(({ at, colour, alpha = 1 }) =>
      element('stop', { offset: numberText(at, 5), 'stop-color': colourWord(colour), 'stop-opacity': shareOf(alpha) }),
    )
    const name = run.shape === 'linear' ? 'linearGradient' : 'radialGradient'
    const place =
      run.shape === 'linear'
        ? { x1: run.from.x, y1: run.from.y, x2: run.to.x, y2: run.to.y }
        : { cx: run.centre.x, cy: run.centre.y, r: run.radius }
    return { [use]: urlOf(this.definitions.keep(name, { gradientUnits: 'userSpaceOnUse', ...place }, ...content)) }
  }

  protected paintFill({ outline, toSheet, style, opacity = 1 }: FillOp): void {
    const how = { ...this.styleOf(style, 'fill'), 'fill-opacity': shareOf(opacity) }
    this.top.paint(element('path', { ...outlineOf(outline), transform: matrixWord(toSheet), ...how }))
  }

  protected paintStroke(op: StrokeOp): void {
    const { outline, toSheet, style, bands, opacity } = op
    const [band] = bands
    if (!band) return
    const line = (width: number, how: Attributes): string =>
      element('path', { ...outlineOf(outline), fill: 'none', 'stroke-width': width, ...lineOf(op), ...how })
    const place = { transform: matrixWord(toSheet), opacity: shareOf(opacity) }
    const colours = this.styleOf(style, 'stroke')
    if (isWholeLine(op)) return this.top.paint(line(2 * band.to, { ...colours, ...place }))
    const cut = bands.flatMap(({ from, to }) => [
      line(2 * to, { stroke: WHITE }),
      ...(from > 0 ? [line(2 * from, { stroke: BLACK })] : []),
    ])
    const reach = growRect(boundsOf(outline.path), band.to * Math.max(1, op.mitreLimit, Math.SQRT2) + 1)
    const mask = urlOf(this.mask(reach, ...cut))
    this.top.paint(element('g', place, element('g', { mask }, line(2 * band.to + 1, colours))))
  }

  protected paintPicture(op: PictureOp): void {
    const cut = this.clipOf(op)
    if (op.tileGap !== undefined) {
      const { name, area } = this.images.tilesOf(op)
      return this.top.paint(element('g', { 'clip-path': cut }, this.imageIn(name, area)))
    }
    const { name, toPicture } = this.images.pictureOf(op)
    const place = matrixWord(compose(opPictureMatrix(op), toPicture))
    this.top.paint(element('g', { 'clip-path': cut }, element('use', { 'xlink:href': `#${name}`, transform: place })))
  }

  private shadeShape(op: ShadeOp, seen: Rect): string {
    const { outline, grow, join, isInverted, colour } = op
    const fill = colourWord(colour)
    const by = isInverted ? -grow : grow
    const line = { 'stroke-width': 2 * Math.abs(by), 'stroke-linejoin': join, 'stroke-miterlimit': COPY_MITRE }
    if (!isInverted && by >= 0)
      return element('path', { ...outlineOf(outline), fill, ...(by > 0 ? { stroke: fill, ...line } : {}) })
    const [within, without] = isInverted ? [BLACK, WHITE] : [WHITE, BLACK]
    const edge = by === 0 ? {} : { stroke: by > 0 ? within : without, ...line }
    const shape = element('path', { ...outlineOf(outline), fill: within, ...edge })
    const all = element('rect', { ...boxOf(seen), fill: without })
    return element('rect', { ...boxOf(seen), fill, mask: urlOf(this.mask(seen, all, shape)) })
  }

  /** A shape in one colour: larger or smaller, shifted, blurred, or all but it. */
  protected paintShade(op: ShadeOp): void {
    const { outline, shift, grow, blur, opacity, isInverted } = op
    const toSheet = compose(translation(shift.x, shift.y), op.toSheet)
    const reach = blurReach(blur) + 1
    const seen = isInverted
      ? mapRect(invert(toSheet), growRect(this.area, 2 * reach))
      : growRect(boundsOf(outline.path), Math.abs(grow) * COPY_MITRE + 1)
    if (blur === 0 && grow === 0 && !isInverted) {
      const fill = { fill: colourWord(op.colour), 'fill-opacity': shareOf(opacity) }
      return this.top.paint(element('path', { ...outlineOf(outline), transform: matrixWord(toSheet), ...fill }))
    }
    const shape = element('g', { transform: matrixWord(toSheet) }, this.shadeShape(op, seen))
    if (blur === 0) return this.top.paint(element('g', { opacity: shareOf(opacity) }, shape))
    const filter = this.blurred(blur, mapRect(toSheet, seen))
    this.top.paint(element('g', { filter, opacity: shareOf(opacity) }, shape))
  }

  private imageIn(name: string, area: Rect): string {
    return element('use', { 'xlink:href': `#${name}`, transform: matrixWord(ontoRect(area)) })
  }

  protected putRaster({ name, area }: Raster, how: Composed = {}): void {
    const image = this.imageIn(name, area)
    const attributes = composedOf(how)
    const isPlain = Object.values(attributes).every((value) => value === undefined)
    this.top.paint(isPlain ? image : element('g', attributes, image))
  }
}

const groupOf = ({ text }: Pile, attributes: Attributes): string => element('g', attributes, '\n', text, '\n')

const composedOf = ({ opacity = 1, blend }: Composed): Attributes => ({
  opacity: shareOf(opacity),
  style: blend === undefined ? undefined : `mix-blend-mode:${blend}`,
})

const lineOf = ({ join, mitreLimit, cap, dash }: StrokeOp): Attributes => ({
  'stroke-linejoin': join,
  'stroke-miterlimit': mitreLimit,
  'stroke-linecap': cap,
  'stroke-dasharray': dash?.map((length) => numberText(length)).join(' '),
})
