import type { Rect } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'

/** Pixels of a picture, or of a part of it, at any size. */
export interface Plate {
  /** RGBA, not multiplied by alpha. */
  readonly data: Uint8ClampedArray
  readonly width: number
  readonly height: number
  /** The part of the picture that the pixels show, in picture pixels. */
  readonly part: Rect
  /** Upright size of the whole picture in pixels. */
  readonly picture: Size
}

/** Pixels of the plate for one picture pixel, along its width. */
export const plateScale = ({ width, part }: Plate): number => width / (part.x1 - part.x0)

/** A share of the picture's short side in pixels of the plate. */
export const plateLength = (share: number, plate: Plate): number =>
  share * Math.min(plate.picture.w, plate.picture.h) * plateScale(plate)

export const CHANNELS = 4
