import { blurReach } from '@/core/adjust/blur'
import { COPY_MITRE } from '@/core/finish/layers'
import { assertNever } from '@/core/failure'
import { compose, invert, translation } from '@/core/geometry/matrix'
import { cornersOf, growRect, intersectRects, mapRect, type Rect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { polygonPath } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import {
  opPictureMatrix,
  type Composed,
  type DrawNode,
  type DrawOp,
  type FillOp,
  type Mask,
  type PictureOp,
  type ShadeOp,
  type Shape,
  type StrokeOp,
  type Style,
} from '@/core/render/ops'
import type { KnockOut, Layer, ListSink } from '@/core/render/walk'
import { ontoRect, type NeedsPixels, type Raster, type ReadyImages } from '@/painters/assets'
import { hidesMask } from '@/painters/hiding'
import { Lines, urlOf, type Definitions } from '@/painters/svg/drawing'
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

/** What stays of what lies beneath at the edge of what is laid over it, in points. */
const RIM = 0.12
/** The feather of a mask is two standard deviations long. */
const FEATHER_DEVIATIONS = 2

const WHITE = '#ffffff'
const BLACK = '#000000'

/** Paints a draw list into an SVG: everything as outlines but for what `images` has as pixels. */
export class SvgSink implements ListSink {
  readonly lines = new Lines()
  private readonly open: Lines[] = []
  private node: DrawNode | null = null

  constructor(
    private readonly definitions: Definitions,
    private readonly images: ReadyImages,
    /** What is seen, in sheet points. */
    private readonly area: Rect,
  ) {}

  /** Which node is painted next. */
  turnTo(node: DrawNode): void {
    this.node = node
  }

  private get top(): Lines {
    return this.open.at(-1) ?? this.lines
  }

  begin(layer: Layer): boolean {
    if (!intersectRects(layer.bounds, this.area)) return false
    if (layer.blur !== undefined && this.node) {
      const { name, area } = this.images.blurredOf(this.node)
      this.top.isMixing ||= layer.blend !== undefined
      this.top.add(element('g', composedOf(layer), this.imageIn(name, area)))
      return false
    }
    this.open.push(new Lines())
    return true
  }

  end(layer: Layer): void {
    const lines = this.open.pop()
    if (!lines?.painted) return
    const { mask } = layer
    const attributes = { ...composedOf(layer), ...(mask ? this.keptTo(mask) : {}) }
    const isPlain = Object.values(attributes).every((value) => value === undefined)
    this.top.isMixing ||= layer.blend !== undefined
    if (isPlain && lines.isMixing) this.top.add(element('g', { style: 'isolation:isolate' }, '\n', lines.text, '\n'))
    else if (isPlain) this.top.take(lines, (text) => text)
    else this.top.add(element('g', attributes, '\n', lines.text, '\n'))
  }

  beginKnockOut(): void {
    this.open.push(new Lines())
  }

  endKnockOut({ mask, hasRim }: KnockOut): void {
    const lines = this.open.pop()
    if (!lines?.painted) return
    // What hides all that lies beneath it needs nothing knocked out, and no edge then shows a seam.
    if (!hasRim && this.node && hidesMask(this.node, this.images)) return this.top.take(lines, (text) => text)
    this.top.add(element('g', { mask: urlOf(this.withoutMask(mask)) }, '\n', lines.text, '\n'))
  }

  paint(op: DrawOp): void {
    switch (op.op) {
      case 'fill':
        return this.paintFill(op)
      case 'picture':
        return this.paintPicture(op)
      case 'stroke':
        return this.paintStroke(op)
      case 'shade':
        return SVG_NEEDS.shade(op) ? this.putRaster(this.images.softOf(op)) : this.paintShade(op)
      case 'relief':
        return this.putRaster(this.images.softOf(op))
      default:
        return assertNever(op)
    }
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
  private faded({ outline, toSheet, feather }: Mask, fill: string): string {
    const deviation = feather / FEATHER_DEVIATIONS
    const filter = this.blurred(
      deviation,
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

  private paintFill({ outline, toSheet, style, opacity = 1 }: FillOp): void {
    const how = { ...this.styleOf(style, 'fill'), 'fill-opacity': shareOf(opacity) }
    this.top.add(element('path', { ...outlineOf(outline), transform: matrixWord(toSheet), ...how }))
  }

  private paintStroke(op: StrokeOp): void {
    const { outline, toSheet, style, bands, opacity } = op
    const [band] = bands
    if (!band) return
    const line = (width: number, how: Attributes): string =>
      element('path', { ...outlineOf(outline), fill: 'none', 'stroke-width': width, ...lineOf(op), ...how })
    const place = { transform: matrixWord(toSheet), opacity: shareOf(opacity) }
    const colours = this.styleOf(style, 'stroke')
    if (bands.length === 1 && band.from === 0) return this.top.add(line(2 * band.to, { ...colours, ...place }))
    const cut = bands.flatMap(({ from, to }) => [
      line(2 * to, { stroke: WHITE }),
      ...(from > 0 ? [line(2 * from, { stroke: BLACK })] : []),
    ])
    const reach = growRect(boundsOf(outline.path), band.to * Math.max(1, op.mitreLimit, Math.SQRT2) + 1)
    const mask = urlOf(this.mask(reach, ...cut))
    this.top.add(element('g', place, element('g', { mask }, line(2 * band.to + 1, colours))))
  }

  private paintPicture(op: PictureOp): void {
    const cut = this.clipOf(op)
    if (op.tileGap !== undefined) {
      const { name, area } = this.images.tilesOf(op)
      return this.top.add(element('g', { 'clip-path': cut }, this.imageIn(name, area)))
    }
    const { name, toPicture } = this.images.pictureOf(op)
    const place = matrixWord(compose(opPictureMatrix(op), toPicture))
    this.top.add(element('g', { 'clip-path': cut }, element('use', { 'xlink:href': `#${name}`, transform: place })))
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
  private paintShade(op: ShadeOp): void {
    const { outline, shift, grow, blur, opacity, isInverted } = op
    const toSheet = compose(translation(shift.x, shift.y), op.toSheet)
    const reach = blurReach(blur) + 1
    const seen = isInverted
      ? mapRect(invert(toSheet), growRect(this.area, 2 * reach))
      : growRect(boundsOf(outline.path), Math.abs(grow) * COPY_MITRE + 1)
    if (blur === 0 && grow === 0 && !isInverted) {
      const fill = { fill: colourWord(op.colour), 'fill-opacity': shareOf(opacity) }
      return this.top.add(element('path', { ...outlineOf(outline), transform: matrixWord(toSheet), ...fill }))
    }
    const shape = element('g', { transform: matrixWord(toSheet) }, this.shadeShape(op, seen))
    if (blur === 0) return this.top.add(element('g', { opacity: shareOf(opacity) }, shape))
    const filter = this.blurred(blur, mapRect(toSheet, seen))
    this.top.add(element('g', { filter, opacity: shareOf(opacity) }, shape))
  }

  private imageIn(name: string, area: Rect): string {
    return element('use', { 'xlink:href': `#${name}`, transform: matrixWord(ontoRect(area)) })
  }

  private putRaster({ name, area }: Raster): void {
    this.top.add(this.imageIn(name, area))
  }
}

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
