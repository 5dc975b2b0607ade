import type { Matrix } from '@/core/geometry/matrix'
import type { Size } from '@/core/geometry/vector'

/**
 * Stored pixels → upright pixels for a value of the EXIF tag Orientation (EXIF 2.32, 4.6.4 A): which side of the picture
 * its first row and first column are. Values beyond 1 to 8 mean upright.
 */
export const uprightMatrix = (orientation: number, { w, h }: Size): Matrix => {
  switch (orientation) {
    case 2:
      return { a: -1, b: 0, c: 0, d: 1, e: w, f: 0 }
    case 3:
      return { a: -1, b: 0, c: 0, d: -1, e: w, f: h }
    case 4:
      return { a: 1, b: 0, c: 0, d: -1, e: 0, f: h }
    case 5:
      return { a: 0, b: 1, c: 1, d: 0, e: 0, f: 0 }
    case 6:
      return { a: 0, b: 1, c: -1, d: 0, e: h, f: 0 }
    case 7:
      return { a: 0, b: -1, c: -1, d: 0, e: h, f: w }
    case 8:
      return { a: 0, b: -1, c: 1, d: 0, e: 0, f: w }
    default:
      return { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }
  }
}
