import { setImmediate as turn } from 'node:timers/promises'
import type { PaintImage } from '@/painters/canvas/surface'

/** What a pixel weighs while it is read and painted: as bytes, as a picture's data, and on a canvas. */
const BYTES_A_PIXEL = 3 * 4

/** So many bytes may lie about before what is young is collected, which takes a millisecond or two. */
const YOUNG_BYTES = 40e6
/** So many before all is collected, which takes as long as painting a few megapixels. */
const MOST_BYTES = 320e6

type Collect = (how: { readonly type: 'minor' | 'major' }) => void

/**
 * Pixels weigh nothing in the eyes of the collector, so it would keep those of every item to the end. Where the process
 * was started with --expose-gc they go as soon as they are many; they are freed when the event loop turns.
 */
export class Holding {
  /** Bytes since all was collected, and since what is young was. */
  private bytes = 0
  private young = 0
  /** Images that are used again weigh nothing more. */
  private readonly known = new WeakSet<PaintImage>()

  add(width: number, height: number): void {
    const bytes = width * height * BYTES_A_PIXEL
    this.bytes += bytes
    this.young += bytes
  }

  /** The same image, noted. */
  noted(image: PaintImage): PaintImage {
    if (!this.known.has(image)) this.add(image.width, image.height)
    this.known.add(image)
    return image
  }

  /** Lets go of what nothing refers to any more, if it is much. */
  async letGo(): Promise<void> {
    if (this.young >= YOUNG_BYTES) {
      const type = this.bytes >= MOST_BYTES ? 'major' : 'minor'
      this.young = 0
      if (type === 'major') this.bytes = 0
      const { gc } = globalThis as { gc?: Collect }
      gc?.({ type })
      await turn()
      await turn()
      gc?.({ type })
    }
    await turn()
  }
}
