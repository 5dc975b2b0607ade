import type { Adjustments } from '@/core/adjust/adjustments'
import type { Size } from '@/core/geometry/vector'
import type { Outline } from '@/core/path/path'
import { RANGE } from '@/core/tolerance'

/** How a picture is fitted before zoom: the words of CSS object-fit where it has one. `tile` repeats it. */
export const FITS = ['cover', 'contain', 'actual', 'stretch', 'tile'] as const
export type Fit = (typeof FITS)[number]

/** The picture point that sits at the frame's centre, as shares of width and height. */
export interface Focus {
  readonly u: number
  readonly v: number
}

/** A picture as placed in a frame. What is stored; what is seen comes from `resolvePlacement`. */
export interface Placed {
  readonly pictureId: string
  readonly fit: Fit
  /** Multiple of the scale that the fit gives. */
  readonly zoom: number
  /** Width stretched by this against height; 1 is undistorted. Not used under the fit `stretch`. */
  readonly aspect: number
  readonly focus: Focus
  /** Degrees clockwise within the frame. */
  readonly turn: number
  readonly flipX: boolean
  readonly flipY: boolean
  /** Never let the outline reach beyond the picture. */
  readonly keepCovered: boolean
  /** Under the fit `tile`: the gap between one repeat and the next, as a share of the picture's short side. */
  readonly tileGap?: number
  /** Changes to the picture's tones and colours; none without it. They stay when the picture is replaced. */
  readonly adjustments?: Adjustments
}

/** Where a picture is mounted: the outline it shows through, and its own size. */
export interface PictureHolder {
  /** In frame-local points, the box's centre as origin. */
  readonly outline: Outline
  readonly box: Size
  /** Upright picture size in pixels. */
  readonly picture: Size
  /** Output resolution of the sheet; gives the actual size. */
  readonly ppi: number
}

/** A fresh placement: covers its frame, undistorted, focus in the middle. */
export const coverPlaced = (pictureId: string): Placed => ({
  pictureId,
  fit: 'cover',
  zoom: 1,
  aspect: 1,
  focus: { u: 0.5, v: 0.5 },
  turn: 0,
  flipX: false,
  flipY: false,
  keepCovered: true,
})

/** The stretch that a picture is left with when it is no longer fitted by it: as much as can be kept. */
export const keptAspect = (aspect: number): number => Math.min(RANGE.aspect.max, Math.max(RANGE.aspect.min, aspect))
