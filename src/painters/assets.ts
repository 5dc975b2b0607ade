import type { Matrix } from '@/core/geometry/matrix'
import type { Rect } from '@/core/geometry/rect'
import type { DrawNode, Mask, PictureOp, PlaneOp, ReliefOp, ShadeOp } from '@/core/render/ops'

/** A picture in a file of outlines. */
export interface PlacedImage {
  /** What the file knows it by. */
  readonly name: string
  /** The unit square, y downward, in which the stored picture is taken to lie → upright picture pixels. */
  readonly toPicture: Matrix
  readonly isOpaque: boolean
}

/** Something painted as pixels: the name of its image and where that lies, in sheet points. */
export interface Raster {
  readonly name: string
  readonly area: Rect
}

/** What was written before a node is painted, since it takes waiting: pictures, and what is painted as pixels. */
export interface ReadyImages {
  pictureOf(op: PictureOp): PlacedImage
  /** Of a picture that repeats. */
  tilesOf(op: PictureOp): Raster
  softOf(op: ShadeOp | ReliefOp): Raster
  /** What is seen in perspective, without its outline. */
  planeOf(op: PlaneOp): Raster
  /** How much a mask keeps; `inverted`, how much it takes away. */
  maskOf(mask: Mask, how: 'kept' | 'inverted'): Raster
  /** The whole node, blurred. */
  blurredOf(node: DrawNode): Raster
}

/** What a format of outlines cannot say by itself, so that it is painted as pixels. */
export interface NeedsPixels {
  readonly shade: (op: ShadeOp) => boolean
  readonly mask: (mask: Mask) => boolean
}

/** A deviation below this, in points, is taken for an edge rather than for something soft. */
const EDGE = 1
/** Pixels an inch of what is painted as pixels. */
export const RASTER_PPI = { edge: 300, soft: 150 } as const

/** The resolution for something softened by this deviation, in points. */
export const rasterPpi = (deviation: number): number => (deviation < EDGE ? RASTER_PPI.edge : RASTER_PPI.soft)

/** The unit square, y downward, onto a rectangle. */
export const ontoRect = ({ x0, y0, x1, y1 }: Rect): Matrix => ({ a: x1 - x0, b: 0, c: 0, d: y1 - y0, e: x0, f: y0 })
