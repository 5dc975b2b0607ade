import type { Bend } from '@/core/geometry/bend'
import type { Quad } from '@/core/geometry/quad'
import type { Size } from '@/core/geometry/vector'

/**
 * A plane seen in perspective. Frames on it stand in its own points, from its left upper corner: their boxes, turns and
 * spans mean there what they mean on the sheet elsewhere.
 */
export interface Plane {
  readonly id: string
  readonly name: string
  /** Where its corners are seen, in sheet points. */
  readonly corners: Quad
  /** How large it truly is, in points. */
  readonly size: Size
}

/** Four corners a frame is laid into by itself: where the corners of its box are seen. */
export interface Laid {
  /** In units of its box, whose corners are 0, 0 and 1, 1, before its turn: they go with it wherever it goes. */
  readonly corners: Quad
  /** Between its corners it is bent: round a cylinder, or as a mesh. */
  readonly bend?: Bend
  /** It is taken up: it stands flat, and can be laid down again as it was. */
  readonly isFlat?: true
}

/** The shade of the surface that a frame is seen on, multiplied over what it shows. */
export interface SurfaceShade {
  /** Whose picture shows the surface: another frame, or the background. */
  readonly of: string
  /** In [0, 1]. */
  readonly strength: number
  /** How light the surface is where it lies in full light, in [0, 1]. */
  readonly white: number
  /**
   * What of the surface is too small to be its shade: standard deviation of a Gaussian blur of its picture, as a share of the
   * shorter side. The shade is sharp without it.
   */
  readonly smooth?: number
}
