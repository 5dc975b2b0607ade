import { RASTER, RASTER_FORMATS, type RasterFormat } from '@/core/formats/rasterFormats'

/** All formats that sheets are written in: pictures of pixels, layers of pixels, and pages of outlines. */
export const OUTPUT_FORMATS = [...RASTER_FORMATS, 'ora', 'pdf', 'svg'] as const
export type OutputFormat = (typeof OUTPUT_FORMATS)[number]

export interface OutputFacts {
  readonly name: string
  /** Of its files, without the dot. */
  readonly ending: string
  readonly type: string
  readonly hasQuality: boolean
  readonly holdsTransparency: boolean
  /** What it is good for, on one line. */
  readonly words: string
  /** Made of outlines, as large as the sheet: pixels have no say. */
  readonly isDrawn: boolean
  /** Several sheets become one file. */
  readonly hasPages: boolean
}

const raster = (format: RasterFormat): OutputFacts => ({ ...RASTER[format], isDrawn: false, hasPages: false })

export const OUTPUT: Readonly<Record<OutputFormat, OutputFacts>> = {
  png: raster('png'),
  jpeg: raster('jpeg'),
  webp: raster('webp'),
  avif: raster('avif'),
  tiff: raster('tiff'),
  ora: {
    name: 'OpenRaster',
    ending: 'ora',
    type: 'image/openraster',
    hasQuality: false,
    holdsTransparency: true,
    words: 'each frame a layer, to be worked on',
    isDrawn: false,
    hasPages: false,
  },
  pdf: {
    name: 'PDF',
    ending: 'pdf',
    type: 'application/pdf',
    hasQuality: true,
    holdsTransparency: true,
    words: 'for print: true size, sharp outlines, pictures as they came',
    isDrawn: true,
    hasPages: true,
  },
  svg: {
    name: 'SVG',
    ending: 'svg',
    type: 'image/svg+xml',
    hasQuality: true,
    holdsTransparency: true,
    words: 'outlines for the web and for drawing on',
    isDrawn: true,
    hasPages: false,
  },
}

export const isRaster = (format: OutputFormat): format is RasterFormat => format in RASTER

/** What a printer may want around the pages of a PDF. */
export const PRINT_MARKS = ['trim', 'registration', 'bars', 'slug'] as const
export type PrintMark = (typeof PRINT_MARKS)[number]

/** Room around the bleed of a page where any marks are asked for, in points. */
export const MARKS_ROOM = 30

/** The longest side of a page, in points (ISO 32000-1, annex C). */
export const LONGEST_PAGE = 14_400
