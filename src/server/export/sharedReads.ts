import type { Need } from '@/core/render/needs'
import type { PaintImage } from '@/painters/canvas/surface'
import { isOfFile, readingOf, type FileNeed, type PixelSource } from '@/server/export/pixels'

/** Images that are held to be used again weigh at most so much together. */
const MOST_BYTES = 128e6

const weightOf = ({ width, height }: PaintImage): number => width * height * 4

/** What is read for a need: needs of one reading get the same image. */
const keyOf = (need: FileNeed): string => JSON.stringify([need.source, need.adjustments, readingOf(need)])

/**
 * Reads a picture once for all frames, and all bands of a sheet, that need the same of it. An image is held while it is
 * still to be used, as far as there is room.
 */
export class SharedReads {
  private readonly uses = new Map<string, number>()
  private readonly held = new Map<string, PaintImage>()
  private bytes = 0

  /** `needs`: all that will be read, each as often as it will be. */
  constructor(
    private readonly pixelsFor: PixelSource,
    needs: readonly Need[],
  ) {
    for (const key of needs.filter(isOfFile).map(keyOf)) this.uses.set(key, (this.uses.get(key) ?? 0) + 1)
  }

  readonly read: PixelSource = async (need) => {
    // Painted sheets are held by whoever paints them.
    if (!isOfFile(need)) return this.pixelsFor(need)
    const key = keyOf(need)
    const left = (this.uses.get(key) ?? 1) - 1
    this.uses.set(key, left)
    const known = this.held.get(key)
    if (known) {
      if (left <= 0) this.drop(key, known)
      return known
    }
    const image = await this.pixelsFor(need)
    if (left > 0 && this.bytes + weightOf(image) <= MOST_BYTES) {
      this.held.set(key, image)
      this.bytes += weightOf(image)
    }
    return image
  }

  private drop(key: string, image: PaintImage): void {
    this.held.delete(key)
    this.bytes -= weightOf(image)
  }
}
