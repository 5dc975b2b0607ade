import type { Adjustments } from '@/core/adjust/adjustments'
import type { Blend } from '@/core/colour/blend'
import type { Rgb } from '@/core/colour/space'
import type { Cap, Join } from '@/core/finish/layers'
import type { SheetView } from '@/core/document/sheetViews'
import type { Container } from '@/core/film/clip'
import type { Surface } from '@/core/geometry/surface'
import { compose, type Matrix } from '@/core/geometry/matrix'
import type { Rect } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import type { Outline } from '@/core/path/path'

export interface Shape {
  readonly outline: Outline
  /** Outline's local points → sheet points. */
  readonly toSheet: Matrix
}

/** A gradient across an outline, in its local points. */
export interface DrawStop {
  readonly at: number
  readonly colour: Rgb
  /** In [0, 1]; 1 without it. That of a vignette lets through. */
  readonly alpha?: number
}

export type GradientRun =
  | { readonly shape: 'linear'; readonly from: Point; readonly to: Point }
  | { readonly shape: 'radial'; readonly centre: Point; readonly radius: number }

/** What is filled or stroked with. */
export type Style =
  | { readonly kind: 'colour'; readonly colour: Rgb }
  | { readonly kind: 'gradient'; readonly run: GradientRun; readonly stops: readonly DrawStop[] }

export interface FillOp extends Shape {
  readonly op: 'fill'
  readonly style: Style
  /** In [0, 1]; 1 without it. */
  readonly opacity?: number
}

/** A file of the library, named by the SHA-256 of its content. */
export interface FileSource {
  readonly kind: 'file'
  readonly hash: string
  /** One moment of the clip whose still the file is. */
  readonly moment?: ClipMoment
}

/** A clip at one of its moments. */
export interface ClipMoment {
  /** SHA-256 of the clip's file. */
  readonly clip: string
  readonly container: Container
  /** In seconds from its first picture on. */
  readonly at: number
}

/** A sheet of the project, to be painted as it is. */
export interface SheetSource {
  readonly kind: 'sheet'
  readonly view: SheetView
}

/** Where the pixels of a picture come from. */
export type PictureSource = FileSource | SheetSource

/** Names a file: whoever keeps what was made of it keeps it under this. */
export const sourceKey = ({ kind, hash, moment }: FileSource): string =>
  moment ? `${kind}:${moment.clip}@${moment.at}` : `${kind}:${hash}`

export interface PictureOp extends Shape {
  readonly op: 'picture'
  readonly source: PictureSource
  /** Upright size of the picture in pixels. */
  readonly pixels: Size
  /** Picture pixels → outline's local points. */
  readonly picture: Matrix
  /** The outline lies wholly over the picture, so the picture's own edges don't show. */
  readonly isCovered: boolean
  /** The picture repeats over the whole outline, with this gap in picture pixels. */
  readonly tileGap?: number
  /** Changes to the picture's pixels, to be made before it is painted. */
  readonly adjustments?: Adjustments
  /** In a plane: how much larger it is seen than it lies there, at most; 1 without it. */
  readonly stretch?: number
}

/** Something flat seen in perspective, or on a bent surface: painted in its own points, and then brought onto the sheet. */
export interface PlaneOp {
  readonly op: 'plane'
  /** In its own flat points; its mask, if it has one, lies flat too. */
  readonly item: DrawItem
  /** Its own points → sheet points. */
  readonly map: Surface
  /** What of its own points is seen. */
  readonly area: Rect
  /** Beyond the area its edge goes on, so that only a mask makes its edge, or there is nothing. */
  readonly beyond: 'edge' | 'clear'
  /** What that is seen in, in sheet points. */
  readonly outline: Outline
  /** Sheet points for one of its own where it is seen largest. */
  readonly stretch: number
}

/** What a transparency is taken of. */
export type SoftOp = PictureOp | PlaneOp

/** What is painted along an outline on both sides of it: all between two distances, in points. */
export interface Band {
  readonly from: number
  readonly to: number
}

/** Lines along the whole outline, to both sides of it. */
export interface StrokeOp extends Shape {
  readonly op: 'stroke'
  readonly style: Style
  /** From the outermost inward; one that begins at 0 is a whole line, two make a double one. */
  readonly bands: readonly Band[]
  readonly join: Join
  readonly mitreLimit: number
  readonly cap: Cap
  /** Lengths drawn and left out in turn, in points; a whole line without it. */
  readonly dash?: readonly number[]
  readonly opacity: number
}

/** The outline, or with `isInverted` all but it, in one colour: grown, shifted, blurred. */
export interface ShadeOp extends Shape {
  readonly op: 'shade'
  /** How much larger all round, in points; below 0 smaller. */
  readonly grow: number
  readonly join: Join
  /** In points of the sheet, whatever the outline's turn. */
  readonly shift: Point
  /** Standard deviation in points. */
  readonly blur: number
  readonly colour: Rgb
  readonly opacity: number
  readonly isInverted: boolean
  /** That whose transparency is the shape instead of the outline. */
  readonly soft?: SoftOp
}

/** Light and shade along the inner edge. */
export interface ReliefOp extends Shape {
  readonly op: 'relief'
  /** Where light comes from on the sheet: a unit vector. */
  readonly from: Point
  /** In points; below 0 light and shade change places. */
  readonly depth: number
  readonly softness: number
  readonly light: Rgb
  readonly shade: Rgb
  readonly opacity: number
  readonly soft?: SoftOp
}

/** One thing to paint. Painters know these, and nothing of frames or sheets. */
export type DrawOp = FillOp | PictureOp | StrokeOp | ShadeOp | ReliefOp | PlaneOp

/** What is kept of the operations: an outline, or what a transparency lets through. */
export interface Mask extends Shape {
  /** The edge fades inward over this many points. */
  readonly feather: number
  readonly soft?: SoftOp
}

/** The feather of a mask is two standard deviations long: within it the edge comes to 95% of its strength. */
const FEATHER_DEVIATIONS = 2

/** Standard deviation of the blur by which a mask's edge fades, in points. */
export const featherDeviation = ({ feather }: Mask): number => feather / FEATHER_DEVIATIONS

/** Is it one line, without anything left out along its middle? */
export const isWholeLine = ({ bands }: StrokeOp): boolean => bands.length === 1 && bands[0]?.from === 0

/** How something is composed with what lies beneath. */
export interface Composed {
  /** In [0, 1]; 1 without it. */
  readonly opacity?: number
  readonly blend?: Exclude<Blend, 'normal'>
}

/**
 * What one item of the sheet paints, isolated: first `under`, less the mask; then the operations, kept to the mask and
 * added to it; then `over`; then blur, opacity and blend.
 */
export interface DrawItem extends Composed {
  /** The frame's id, or that of the background or veil. */
  readonly id: string
  /** What it can touch, in sheet points. */
  readonly bounds: Rect
  readonly ops: readonly DrawOp[]
  readonly mask?: Mask
  readonly under?: readonly DrawOp[]
  readonly over?: readonly DrawOp[]
  /** Standard deviation of a Gaussian blur in points; edges of the bounds are repeated outward. */
  readonly blur?: number
}

/** Items composed by themselves before they meet what lies beneath. */
export interface DrawGroup extends Composed {
  readonly id: string
  readonly bounds: Rect
  readonly children: readonly DrawNode[]
  /** The members' outlines united: what the operations are about. */
  readonly silhouette: Shape
  /** Beneath the members, less what lies well within the silhouette. */
  readonly under: readonly DrawOp[]
  /** On the members, kept to the silhouette. */
  readonly inside: readonly DrawOp[]
  readonly over: readonly DrawOp[]
}

export type DrawNode = DrawItem | DrawGroup

/** Is the node a group, composed by itself before it is blended? */
export const isGroup = (node: DrawNode): node is DrawGroup => 'children' in node

export interface DrawList {
  /** What the list covers, in sheet points: the trim size, or with bleed. */
  readonly area: Rect
  /** In painting order. */
  readonly items: readonly DrawNode[]
}

/** Every item of nodes, those in groups too, in painting order. */
export const itemsOf = (nodes: readonly DrawNode[]): readonly DrawItem[] =>
  nodes.flatMap((node) => (isGroup(node) ? itemsOf(node.children) : [node]))

/** Does the item paint anything? */
export const paintsAnything = ({ ops, under = [], over = [] }: DrawItem): boolean =>
  ops.length + under.length + over.length > 0

/** Picture pixels → sheet points of a picture op. */
export const opPictureMatrix = (op: PictureOp): Matrix => compose(op.toSheet, op.picture)
