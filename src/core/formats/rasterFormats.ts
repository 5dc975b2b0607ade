/** The picture formats that sheets are written in. */
export const RASTER_FORMATS = ['png', 'jpeg', 'webp', 'avif', 'tiff'] as const
export type RasterFormat = (typeof RASTER_FORMATS)[number]

export interface RasterFacts {
  readonly name: string
  /** Of its files, without the dot. */
  readonly ending: string
  readonly type: string
  /** The longest side that a file can have, in pixels. */
  readonly longestSide: number
  /** Does a file grow and shrink with a quality? */
  readonly hasQuality: boolean
  readonly holdsTransparency: boolean
  /** What it is good for, on one line. */
  readonly words: string
}

/**
 * What is known of each format. Longest sides: PNG by its specification (W3C, 11.2.1), JPEG by ISO/IEC 10918-1 (16 bits),
 * WebP by its container specification (14 bits), TIFF by its 32-bit fields; AVIF by the encoder used, which is stricter
 * than the format.
 */
export const RASTER: Readonly<Record<RasterFormat, RasterFacts>> = {
  png: {
    name: 'PNG',
    ending: 'png',
    type: 'image/png',
    longestSide: 2 ** 31 - 1,
    hasQuality: false,
    holdsTransparency: true,
    words: 'lossless; for screens and anything that stays transparent',
  },
  jpeg: {
    name: 'JPEG',
    ending: 'jpg',
    type: 'image/jpeg',
    longestSide: 65535,
    hasQuality: true,
    holdsTransparency: false,
    words: 'small, read everywhere; never transparent',
  },
  webp: {
    name: 'WebP',
    ending: 'webp',
    type: 'image/webp',
    longestSide: 16383,
    hasQuality: true,
    holdsTransparency: true,
    words: 'smaller; stays transparent',
  },
  avif: {
    name: 'AVIF',
    ending: 'avif',
    type: 'image/avif',
    longestSide: 16384,
    hasQuality: true,
    holdsTransparency: true,
    words: 'smallest, slower to write; stays transparent',
  },
  tiff: {
    name: 'TIFF',
    ending: 'tif',
    type: 'image/tiff',
    longestSide: 2 ** 31 - 1,
    hasQuality: false,
    holdsTransparency: true,
    words: 'lossless; for printers and further work',
  },
}
