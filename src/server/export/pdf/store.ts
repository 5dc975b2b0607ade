import type { Sharp } from 'sharp'
import { bareJpeg } from '@/core/formats/jpeg'
import { pngData } from '@/core/formats/png'
import { SPACE, type PdfBook, type PdfRef } from '@/painters/pdf/book'
import { sharpOf, type SheetPixels } from '@/server/export/drawn/rasters'
import type { ImageStore, PassedJpeg, PixelsToStore } from '@/server/export/drawn/store'

type Facts = Readonly<Record<string, unknown>>

const IMAGE = { Type: 'XObject', Subtype: 'Image', BitsPerComponent: 8, Interpolate: true } as const

interface JpegImage {
  readonly width: number
  readonly height: number
  readonly space: unknown
  readonly data: Uint8Array
}

/** The images of a PDF. */
export class PdfStore implements ImageStore {
  private readonly profiles = new Map<string, PdfRef>()

  constructor(private readonly book: PdfBook) {}

  passJpeg({ width, height, components, data, profile }: PassedJpeg): Promise<string> {
    const plain = components === 1 ? 'DeviceGray' : SPACE
    const space = profile ? ['ICCBased', this.profileOf(profile, components)] : plain
    return Promise.resolve(this.named(this.jpeg({ width, height, space, data })))
  }

  async storePixels({ picture, isOpaque, isLossless, quality }: PixelsToStore): Promise<string> {
    const alpha = (): Sharp => picture.clone().extractChannel('alpha').toColourspace('b-w')
    const facts = isOpaque ? {} : { SMask: await this.lossless(alpha()) }
    const colours = picture.clone().removeAlpha()
    return this.named(isLossless ? await this.lossless(colours, facts) : await this.lossy(colours, quality, facts))
  }

  async storeRaster(pixels: SheetPixels): Promise<string> {
    const mask = await this.lossless(sharpOf(pixels).extractChannel('alpha').toColourspace('b-w'))
    return this.named(await this.lossless(sharpOf(pixels).removeAlpha(), { SMask: mask }))
  }

  async storeMask(pixels: SheetPixels): Promise<string> {
    return this.named(await this.lossless(sharpOf(pixels).extractChannel('alpha').toColourspace('b-w')))
  }

  settled(): Promise<void> {
    return this.book.written()
  }

  /** Pictures of one camera share their profile. */
  private profileOf(profile: Buffer, components: number): PdfRef {
    const key = profile.toString('base64')
    const ref = this.profiles.get(key) ?? this.book.object({ N: components }, profile)
    this.profiles.set(key, ref)
    return ref
  }

  private named(ref: PdfRef): string {
    return this.book.name('XObject', ref)
  }

  /** Pixels without loss, grey or colours: the rows of a PNG as they are (ISO 32000-1, 7.4.4.4). */
  private async lossless(picture: Sharp, facts: Facts = {}): Promise<PdfRef> {
    const encoded = await picture.png({ compressionLevel: 6, adaptiveFiltering: true, palette: false }).toBuffer()
    const { width, height, bits, colourType, rows } = pngData(encoded)
    if (bits !== 8 || (colourType !== 0 && colourType !== 2)) throw new TypeError(`pixels of kind ${colourType}`)
    const colours = colourType === 0 ? 1 : 3
    return this.book.object(
      {
        ...IMAGE,
        Width: width,
        Height: height,
        ColorSpace: colours === 1 ? 'DeviceGray' : SPACE,
        Filter: 'FlateDecode',
        DecodeParms: { Predictor: 15, Colors: colours, BitsPerComponent: 8, Columns: width },
        ...facts,
      },
      rows,
    )
  }

  private async lossy(picture: Sharp, quality: number, facts: Facts): Promise<PdfRef> {
    const { data, info } = await picture
      .jpeg({ quality, chromaSubsampling: '4:4:4' })
      .toBuffer({ resolveWithObject: true })
    const { width, height, channels } = info
    const space = channels === 1 ? 'DeviceGray' : SPACE
    return this.jpeg({ width, height, space, data: bareJpeg(data) }, facts)
  }

  /** The data of a JPEG as it is (ISO 32000-1, 7.4.8). */
  private jpeg({ width, height, space, data }: JpegImage, facts: Facts = {}): PdfRef {
    return this.book.object(
      { ...IMAGE, Width: width, Height: height, ColorSpace: space, Filter: 'DCTDecode', ...facts },
      data,
    )
  }
}
