import { assertNever } from '@/core/failure'
import type { ColourRef } from '@/core/colour/slots'
import type { Gradient } from '@/core/colour/gradient'
import { RANGE } from '@/core/tolerance'

/** What a stroke is painted with. A gradient runs across the outline's bounds. */
export type Paint = { readonly kind: 'colour'; readonly colour: ColourRef } | ({ readonly kind: 'gradient' } & Gradient)

export const STROKE_SIDES = ['inside', 'centre', 'outside'] as const
export type StrokeSide = (typeof STROKE_SIDES)[number]

/** The words of SVG 2, 13.5.4 stroke-linejoin, and 13.5.3 stroke-linecap. */
export const JOINS = ['miter', 'round', 'bevel'] as const
export type Join = (typeof JOINS)[number]
export const CAPS = ['butt', 'round', 'square'] as const
export type Cap = (typeof CAPS)[number]

/** How the line of a stroke is drawn. Lengths are in points. */
export type StrokeLine =
  | { readonly kind: 'solid' }
  /** Dashes and gaps are stretched a little, so that a whole number of them goes round. */
  | { readonly kind: 'dashes'; readonly dash: number; readonly gap: number; readonly cap: Cap }
  /** Round dots as wide as the stroke, with this gap between them. */
  | { readonly kind: 'dots'; readonly gap: number }
  /** Two lines with a gap between them, which is this share of the width. */
  | { readonly kind: 'double'; readonly gap: number }
  /** As a brush leaves it: bristles along the line, each its own. */
  | { readonly kind: 'brushed'; readonly bristles: number; readonly dryness: number; readonly seed: number }

interface LayerBase {
  readonly id: string
  /** Under the picture or over it. */
  readonly at: 'under' | 'over'
  /** In [0, 1]. */
  readonly opacity: number
  /** Kept, but not shown. */
  readonly hidden?: boolean
}

export interface Stroke extends LayerBase {
  readonly kind: 'stroke'
  readonly paint: Paint
  readonly width: number
  readonly side: StrokeSide
  readonly join: Join
  /** A mitre longer than this many half widths is cut off (SVG 2, stroke-miterlimit). */
  readonly mitreLimit: number
  readonly line: StrokeLine
}

/** The words of CSS Backgrounds and Borders 3, box-shadow, but `blur` is a standard deviation. Offsets are the sheet's. */
export interface Shadow extends LayerBase {
  readonly kind: 'shadow'
  readonly dx: number
  readonly dy: number
  readonly blur: number
  readonly spread: number
  readonly colour: ColourRef
  /** Falls into the frame rather than out of it. */
  readonly inset: boolean
}

/** Light around the outline, or from its edge inward. */
export interface Glow extends LayerBase {
  readonly kind: 'glow'
  readonly side: 'out' | 'in'
  readonly blur: number
  readonly spread: number
  readonly colour: ColourRef
}

/** The outline once more in one colour: larger by `grow` all round, and shifted on the sheet. */
export interface Copy extends LayerBase {
  readonly kind: 'copy'
  readonly grow: number
  readonly dx: number
  readonly dy: number
  readonly join: Join
  readonly colour: ColourRef
}

/** Light and shade at the edge, as if the frame stood out of the sheet, or below 0 of `depth` were sunk into it. */
export interface Relief extends LayerBase {
  readonly kind: 'relief'
  /** Where the light comes from: degrees clockwise from the right. */
  readonly direction: number
  readonly depth: number
  readonly softness: number
  readonly light: ColourRef
  readonly shade: ColourRef
}

export type FinishLayer = Stroke | Shadow | Glow | Copy | Relief
export type LayerKind = FinishLayer['kind']
export const LAYER_KINDS = ['stroke', 'shadow', 'glow', 'copy', 'relief'] as const satisfies readonly LayerKind[]

/** Every range of a layer's numbers; lengths in points. */
export const LAYER_RANGE = {
  width: { min: 0.1, max: 720 },
  mitreLimit: { min: 1, max: 20 },
  dash: { min: 0.1, max: 1440 },
  gap: { min: 0, max: 1440 },
  doubleGap: { min: 0.05, max: 0.9 },
  bristles: { min: 3, max: 60 },
  dryness: { min: 0, max: 1 },
  seed: { min: 0, max: RANGE.seed },
  offset: { min: -1440, max: 1440 },
  blur: { min: 0, max: 360 },
  spread: { min: -360, max: 360 },
  grow: { min: -360, max: 720 },
  depth: { min: -144, max: 144 },
  softness: { min: 0, max: 144 },
  /** Layers of one finish. */
  layers: 24,
} as const

/** A layer of each kind as it is first added. `scale` is a length that looks well on the sheet, in points. */
export const newLayer = (kind: LayerKind, id: string, scale: number): FinishLayer => {
  switch (kind) {
    case 'stroke':
      return {
        id,
        kind,
        at: 'over',
        opacity: 1,
        paint: { kind: 'colour', colour: '#ffffff' },
        width: scale,
        side: 'inside',
        join: 'miter',
        mitreLimit: 4,
        line: { kind: 'solid' },
      }
    case 'shadow':
      return {
        id,
        kind,
        at: 'under',
        opacity: 0.45,
        dx: scale * 0.5,
        dy: scale,
        blur: scale,
        spread: 0,
        colour: '#22282b',
        inset: false,
      }
    case 'glow':
      return { id, kind, at: 'under', opacity: 0.8, side: 'out', blur: scale, spread: scale * 0.25, colour: '#f0b429' }
    case 'copy':
      return {
        id,
        kind,
        at: 'under',
        opacity: 1,
        grow: 0,
        dx: scale * 1.5,
        dy: scale * 1.5,
        join: 'miter',
        colour: '#8e2a5b',
      }
    case 'relief':
      return {
        id,
        kind,
        at: 'over',
        opacity: 0.6,
        direction: -135,
        depth: scale * 0.4,
        softness: scale * 0.5,
        light: '#ffffff',
        shade: '#22282b',
      }
    default:
      return assertNever(kind)
  }
}

/** Does a layer lie within the outline alone, so that it is masked together with the picture? */
export const isInside = (layer: FinishLayer): boolean => {
  switch (layer.kind) {
    case 'stroke':
      return layer.side === 'inside'
    case 'shadow':
      return layer.inset
    case 'glow':
      return layer.side === 'in'
    case 'copy':
      return false
    case 'relief':
      return true
    default:
      return assertNever(layer)
  }
}

/** Of a Gaussian blur, no more than 0.3% of the strength lies beyond this many standard deviations. */
const REACH = 3

/** How far a layer reaches beyond the outline, in points. */
export const layerReach = (layer: FinishLayer): number => {
  if (isInside(layer)) return 0
  switch (layer.kind) {
    case 'stroke': {
      const out = layer.side === 'centre' ? layer.width / 2 : layer.width
      return out * (layer.join === 'miter' && layer.line.kind !== 'dots' ? layer.mitreLimit : 1.5)
    }
    case 'shadow':
      return Math.hypot(layer.dx, layer.dy) + REACH * layer.blur + Math.max(0, layer.spread)
    case 'glow':
      return REACH * layer.blur + Math.max(0, layer.spread)
    case 'copy':
      return Math.hypot(layer.dx, layer.dy) + Math.max(0, layer.grow) * (layer.join === 'miter' ? COPY_MITRE : 1)
    case 'relief':
      return 0
    default:
      return assertNever(layer)
  }
}

/** The mitre limit of enlarged copies. */
export const COPY_MITRE = 4
