import { assertNever } from '@/core/failure'
import { unitVector } from '@/core/geometry/angle'
import { isInside, layerReach, type FinishLayer, type Stroke } from '@/core/finish/layers'
import { dashesAlong } from '@/core/finish/dashes'
import { bristlesAlong, dotsAlong, fittedDashes } from '@/core/finish/lines'
import type { Band, DrawOp, ReliefOp, ShadeOp, Shape, SoftOp, StrokeOp } from '@/core/render/ops'
import { rgbOf, styleOf } from '@/core/render/style'

/** The operations of a finish, by where they belong. */
export interface FinishOps {
  readonly under: readonly DrawOp[]
  /** Within the outline: beneath the picture, and on it. */
  readonly insideUnder: readonly DrawOp[]
  readonly insideOver: readonly DrawOp[]
  readonly over: readonly DrawOp[]
  /** How far they reach beyond the outline, in points. */
  readonly reach: number
}

/** What a finish is about: the outline, or the picture whose transparency is the shape. */
export interface Subject extends Shape {
  readonly soft?: SoftOp
}

/** A whole line of a width. */
export const lineBand = (width: number): Band => ({ from: 0, to: width / 2 })

/** The bands of a stroke: an inner or outer one is half of a line twice as wide. */
const bandsOf = ({ width, side, line }: Stroke): readonly Band[] => {
  if (line.kind !== 'double') return [lineBand(side === 'centre' ? width : 2 * width)]
  if (side === 'centre') return [{ from: (width * line.gap) / 2, to: width / 2 }]
  return [{ from: (width * (1 + line.gap)) / 2, to: width }, lineBand(width * (1 - line.gap))]
}

/** One stroke for each contour, its dashes fitted to the contour's sides and whole at its corners. */
const dashedOps = (whole: StrokeOp, dash: number, gap: number): readonly StrokeOp[] =>
  dashesAlong(whole.outline, dash, gap).map(({ contour, length, dashes }) => {
    const { fillRule } = whole.outline
    if (dashes) return { ...whole, outline: { path: dashes, fillRule } }
    return { ...whole, outline: { path: contour, fillRule }, dash: fittedDashes(length, dash, gap) }
  })

const strokeOps = (layer: Stroke, { outline, toSheet }: Shape): readonly DrawOp[] => {
  const { line, width, side, opacity } = layer
  const style = styleOf(layer.paint, outline)
  const whole: StrokeOp = {
    op: 'stroke',
    outline,
    toSheet,
    style,
    bands: bandsOf(layer),
    join: layer.join,
    mitreLimit: layer.mitreLimit,
    cap: line.kind === 'dashes' ? line.cap : 'butt',
    opacity,
  }
  switch (line.kind) {
    case 'solid':
    case 'double':
      return [whole]
    case 'dashes':
      return dashedOps(whole, line.dash, line.gap)
    case 'dots':
      return [{ op: 'fill', outline: dotsAlong(outline, width, line.gap, side), toSheet, style, opacity }]
    case 'brushed':
      return bristlesAlong(outline, width, side, line).map((bristle): StrokeOp => ({
        ...whole,
        outline: { path: bristle.path, fillRule: 'nonzero' },
        bands: [lineBand(bristle.width)],
        join: 'round',
        cap: 'round',
        opacity: opacity * bristle.strength,
      }))
    default:
      return assertNever(line)
  }
}

const softOf = ({ soft }: Subject): Pick<Subject, 'soft'> => (soft ? { soft } : {})

/** The operations of one layer. */
const layerOps = (layer: FinishLayer, subject: Subject): readonly DrawOp[] => {
  const { outline, toSheet } = subject
  const common = { outline, toSheet, opacity: layer.opacity, ...softOf(subject) }
  const shade = (of: Omit<ShadeOp, 'op' | keyof typeof common>): ShadeOp => ({ op: 'shade', ...common, ...of })
  switch (layer.kind) {
    case 'stroke':
      return strokeOps(layer, subject)
    case 'shadow': {
      const { spread: grow, blur, inset: isInverted } = layer
      const colour = rgbOf(layer.colour)
      return [shade({ grow, join: 'round', shift: { x: layer.dx, y: layer.dy }, blur, colour, isInverted })]
    }
    case 'glow': {
      const { spread: grow, blur } = layer
      const colour = rgbOf(layer.colour)
      return [shade({ grow, join: 'round', shift: { x: 0, y: 0 }, blur, colour, isInverted: layer.side === 'in' })]
    }
    case 'copy': {
      const { grow, join } = layer
      const colour = rgbOf(layer.colour)
      return [shade({ grow, join, shift: { x: layer.dx, y: layer.dy }, blur: 0, colour, isInverted: false })]
    }
    case 'relief': {
      const { depth, softness } = layer
      const op: ReliefOp = {
        op: 'relief',
        ...common,
        from: unitVector(layer.direction),
        depth,
        softness,
        light: rgbOf(layer.light),
        shade: rgbOf(layer.shade),
      }
      return [op]
    }
    default:
      return assertNever(layer)
  }
}

/** A stroke outside never touches the picture: it is laid beneath, where the picture meets it without a gap. */
const isBeneath = (layer: FinishLayer): boolean =>
  layer.at === 'under' || (layer.kind === 'stroke' && layer.side === 'outside')

/** A stroke on the edge is painted in two halves that share the mask's edge, so that they meet the picture without a gap. */
const isHalved = (layer: FinishLayer): boolean =>
  layer.at === 'over' &&
  layer.kind === 'stroke' &&
  layer.side === 'centre' &&
  (layer.line.kind === 'solid' || layer.line.kind === 'dashes' || layer.line.kind === 'double')

/** The operations of layers about a subject, in the layers' order. */
export const finishOps = (layers: readonly FinishLayer[], subject: Subject): FinishOps => {
  const of = (wanted: (layer: FinishLayer) => boolean): readonly DrawOp[] =>
    layers.filter(wanted).flatMap((layer) => layerOps(layer, subject))
  // What lies beneath by its kind comes after what was put there.
  const laid = (layer: FinishLayer): boolean => !isInside(layer) && (isBeneath(layer) || isHalved(layer))
  return {
    under: [
      ...of((layer) => laid(layer) && layer.at === 'under'),
      ...of((layer) => laid(layer) && layer.at === 'over'),
    ],
    insideUnder: of((layer) => isInside(layer) && layer.at === 'under'),
    insideOver: of((layer) => isHalved(layer) || (isInside(layer) && layer.at === 'over')),
    over: of((layer) => !isInside(layer) && !isBeneath(layer) && !isHalved(layer)),
    reach: Math.max(0, ...layers.map(layerReach)),
  }
}
