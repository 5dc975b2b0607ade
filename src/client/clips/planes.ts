import type { VideoSample } from 'mediabunny'
import { planeColours, type Planes } from '@/core/film/planes'
import type { Size } from '@/core/geometry/vector'

/** Kinds of colour that need no more than the weights of their matrix on the way to a screen. */
const MATRIX: Readonly<Record<string, Planes['matrix']>> = { bt709: 'bt709', smpte170m: 'bt601', bt470bg: 'bt601' }
const PRIMARIES: readonly unknown[] = ['bt709', 'smpte170m']
const TRANSFERS: readonly unknown[] = ['bt709', 'smpte170m', 'iec61966-2-1']

const isUpright = ({ rotation, flip, visibleRect, displayWidth, displayHeight }: VideoSample): boolean =>
  rotation === 0 && !flip && visibleRect.width === displayWidth && visibleRect.height === displayHeight

/** Larger ones are drawn: memory in which colours are made stays as large as it once was. */
const MOST_PIXELS = 16e6

/** Memory for planes, used again and again: getting it anew takes longer than copying into it. */
export class PlaneRoom {
  private readonly free: Uint8Array[] = []

  take(bytes: number): Uint8Array {
    const at = this.free.findIndex(({ length }) => length === bytes)
    return (at >= 0 && this.free.splice(at, 1)[0]) || new Uint8Array(bytes)
  }

  giveBack({ bytes }: Planes): void {
    this.free.push(bytes)
    if (this.free.length > MOST_FREE) this.free.shift()
  }
}

const MOST_FREE = 8

/**
 * A picture as it was decoded, where that is in this machine's own memory and of a usual kind; null for others, which the
 * browser draws. Made of it, colours come in a fraction of the time, and as their standards have them: browsers round off the
 * bluest blue.
 */
export const planesOf = async (sample: VideoSample, room: PlaneRoom): Promise<Planes | null> => {
  const { colorSpace, displayWidth: w, displayHeight: h } = sample
  const matrix = MATRIX[colorSpace.matrix ?? '']
  const isUsual = PRIMARIES.includes(colorSpace.primaries) && TRANSFERS.includes(colorSpace.transfer)
  if (sample.format !== 'I420' || !matrix || !isUsual || !isUpright(sample) || w * h > MOST_PIXELS) return null
  const bytes = room.take(sample.allocationSize())
  const [luma, u, v] = await sample.copyTo(bytes)
  return luma && u && v ? { bytes, size: { w, h }, luma, u, v, matrix, isFull: colorSpace.fullRange === true } : null
}

/** Its pixels at a size; null where they can't be made so. To be used before others are asked for. */
export const pixelsOf = (planes: Planes | null, size: Size): ImageData | null => {
  const colours = planes && planeColours(planes, size)
  return colours && new ImageData(colours, size.w, size.h)
}
