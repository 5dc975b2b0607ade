import { CHANNELS } from '@/core/adjust/plate'
import { element } from '@/painters/svg/words'
import { sharpOf, type SheetPixels } from '@/server/export/drawn/rasters'
import type { ImageStore, PassedJpeg, PixelsToStore } from '@/server/export/drawn/store'

/** Takes an image in, and says how a drawing refers to it. */
export type KeepImage = (ending: 'jpg' | 'png', data: Uint8Array) => Promise<string>

/** What profiles of sRGB say of themselves somewhere, as bytes or as two-byte characters. */
const isSrgb = (profile: Buffer): boolean => profile.toString('latin1').replaceAll('\0', '').includes('sRGB')

const TYPES = { jpg: 'image/jpeg', png: 'image/png' } as const

/** Images go into the drawing itself. */
export const insideDrawing: KeepImage = (ending, data) =>
  Promise.resolve(
    `data:${TYPES[ending]};base64,${Buffer.from(data.buffer, data.byteOffset, data.length).toString('base64')}`,
  )

/** The images of an SVG: each an element in the unit square, written at once and used where it is seen. */
export class SvgStore implements ImageStore {
  private count = 0

  constructor(
    private readonly keep: KeepImage,
    /** Takes the text of an element. */
    private readonly write: (text: string) => Promise<void>,
  ) {}

  /** Viewers of SVG differ in whether they heed a profile; sRGB is what they all take colours for. */
  passJpeg({ data, profile }: PassedJpeg): Promise<string | null> {
    return profile && !isSrgb(profile) ? Promise.resolve(null) : this.add('jpg', data)
  }

  async storePixels({ picture, isOpaque, isLossless, quality }: PixelsToStore): Promise<string> {
    if (isOpaque && !isLossless)
      return this.add('jpg', await picture.removeAlpha().jpeg({ quality, chromaSubsampling: '4:4:4' }).toBuffer())
    const plain = isOpaque ? picture.removeAlpha() : picture
    return this.add('png', await plain.png({ compressionLevel: 6, adaptiveFiltering: true }).toBuffer())
  }

  async storeRaster(pixels: SheetPixels): Promise<string> {
    return this.add('png', await sharpOf(pixels).png({ compressionLevel: 6, adaptiveFiltering: true }).toBuffer())
  }

  /** White, as strong as the mask keeps: however a viewer reckons luminance, it is the same. */
  storeMask({ data, ...more }: SheetPixels): Promise<string> {
    const white = data.slice().fill(255)
    for (let i = 3; i < data.length; i += CHANNELS) white[i] = data[i] ?? 0
    return this.storeRaster({ ...more, data: white })
  }

  settled(): Promise<void> {
    return Promise.resolve()
  }

  private async add(ending: 'jpg' | 'png', data: Uint8Array): Promise<string> {
    const id = `i${this.count}`
    this.count += 1
    const href = await this.keep(ending, data)
    await this.write(element('image', { id, width: 1, height: 1, preserveAspectRatio: 'none', 'xlink:href': href }))
    return id
  }
}
