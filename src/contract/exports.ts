import { array, mixed, number, object, string } from 'yup'
import { ID } from '@/contract/api'
import type { Colour } from '@/core/colour/colour'
import { OUTPUT_FORMATS, PRINT_MARKS, type OutputFormat, type PrintMark } from '@/core/formats/outputFormats'
import type { RasterFormat } from '@/core/formats/rasterFormats'
import { OUTPUT_SIDES, SIZING_RANGE, type Sizing } from '@/core/render/sizing'
import { RANGE } from '@/core/tolerance'

/** What stands where a sheet is transparent: nothing, even in place of its background, or a colour. */
export type ExportGround = 'transparent' | Colour

/** What is asked only of files of outlines. */
export interface DrawnOptions {
  /** Around the pages of a PDF. */
  readonly marks: readonly PrintMark[]
  /** Parts of pictures that no frame shows are left out. */
  readonly isCropped: boolean
  /** Pictures have at most so many pixels an inch; all they came with without it. */
  readonly ceiling?: number
  /** The pictures of an SVG lie in a folder beside it, in one zip with it, rather than inside. */
  readonly areBeside?: boolean
}

export interface ExportOptions {
  readonly format: OutputFormat
  /** Of no matter for what is drawn in outlines, which is as large as the sheet. */
  readonly sizing: Sizing
  /** Without it the sheet's own background, and white in JPEG where that is transparent. */
  readonly ground?: ExportGround
  /** 1 to 100, for JPEG, WebP and AVIF, and for pictures in a PDF that are written anew. */
  readonly quality: number
  readonly bleed: boolean
  /** Grey tiles with name and size in place of empty frames, which are left out without it. */
  readonly placeholders?: boolean
  readonly drawn?: DrawnOptions
}

/** Do pictures lie in a folder beside the file? Only beside an SVG. */
export const hasPicturesBeside = ({ format, drawn }: ExportOptions): boolean =>
  format === 'svg' && drawn?.areBeside === true

/** Options of a picture of pixels. */
export type RasterOptions = ExportOptions & { readonly format: RasterFormat }

export type ExportRequest = ExportOptions & {
  /** One sheet gives a picture, several give a zip of them or the pages of one file, in this order. */
  readonly sheetIds: readonly string[]
  /** Names of the files, see `nameFromPattern`. */
  readonly pattern: string
  /** Only these frames and groups, without the background, cropped to them. With one sheet. */
  readonly itemIds?: readonly string[]
  /** Each sheet as several files: one for every name of takes on it, for every panel, or for every frame that shows. */
  readonly each?: (typeof EXPORT_EACH)[number]
}

export const EXPORT_EACH = ['take', 'panel', 'frame'] as const

export type ExportState =
  | { readonly state: 'waiting' }
  | {
      readonly state: 'running'
      /** How much of all is done, in parts of one size; may be broken. */
      readonly done: number
      readonly of: number
      readonly phase: 'painting' | 'writing'
    }
  | {
      readonly state: 'done'
      readonly bytes: number
      readonly width: number
      readonly height: number
      readonly fileName: string
    }
  | { readonly state: 'failed'; readonly message: string }
  | { readonly state: 'cancelled' }

/** How large a file will be. */
export interface ExportTrial {
  readonly bytes: number
  /** Of the file itself rather than of strips of it. */
  readonly isExact: boolean
  /** The one that was found for a wished size. */
  readonly quality?: number
  /** Of several files in a zip: how many; `bytes` are the zip's. */
  readonly files?: number
}

/** An export that is done, to be fetched again. */
export interface MadeExport {
  readonly id: string
  readonly fileName: string
  readonly bytes: number
  /** When it was asked for, as ISO 8601. */
  readonly madeAt: string
}

const ids = () => array(string().strict().matches(ID).required()).strict().max(2000)

const GROUND = /^#[0-9a-f]{6}$/

const inRange = ({ min, max }: { readonly min: number; readonly max: number }) =>
  number().strict().min(min).max(max).required()

const SIZINGS = [
  object({ by: mixed().oneOf(['ppi']).required(), ppi: inRange(RANGE.ppi) }).noUnknown(),
  object({ by: mixed().oneOf(['scale']).required(), scale: inRange(SIZING_RANGE.scale) }).noUnknown(),
  object({
    by: mixed().oneOf(['side']).required(),
    side: mixed()
      .oneOf([...OUTPUT_SIDES])
      .required(),
    pixels: inRange(SIZING_RANGE.pixels).integer(),
  }).noUnknown(),
]

export const sizingSchema = mixed<Sizing>().test(
  'sizing',
  'must be a resolution, a factor or a side in pixels that can be written',
  (value) => value === undefined || SIZINGS.some((one) => one.isValidSync(value, { strict: true })),
)

export const groundSchema = mixed<ExportGround>().test(
  'ground',
  'must be transparent or a colour such as #e8b04a',
  (value: unknown) =>
    value === undefined || value === 'transparent' || (typeof value === 'string' && GROUND.test(value)),
)

/** A file size that may be wished for, in bytes. */
export const WISH_RANGE = { min: 1, max: 1e10 } as const

/** The resolutions that pictures in files of outlines may be held to. */
export const CEILING_RANGE = { min: 36, max: 2400 } as const

const DRAWN = object({
  marks: array(
    mixed<PrintMark>()
      .oneOf([...PRINT_MARKS])
      .required(),
  )
    .strict()
    .max(PRINT_MARKS.length)
    .required(),
  isCropped: mixed<boolean>().oneOf([true, false]).required(),
  ceiling: number().strict().min(CEILING_RANGE.min).max(CEILING_RANGE.max),
  areBeside: mixed<boolean>().oneOf([true, false]),
})
  .strict()
  .noUnknown()

export const drawnSchema = mixed<DrawnOptions>().test(
  'drawn',
  'must be marks, whether pictures are cropped, a resolution they are held to, and whether they lie beside the file',
  (value) => value === undefined || DRAWN.isValidSync(value, { strict: true }),
)

export const exportRequestSchema = object({
  sheetIds: ids().min(1).required(),
  pattern: string().strict().min(1).max(200).required(),
  itemIds: ids().min(1),
  each: mixed<(typeof EXPORT_EACH)[number]>().oneOf([...EXPORT_EACH]),
  format: mixed<OutputFormat>()
    .oneOf([...OUTPUT_FORMATS])
    .required(),
  sizing: sizingSchema.required(),
  ground: groundSchema,
  quality: number().strict().integer().min(1).max(100).required(),
  bleed: mixed<boolean>().oneOf([true, false]).required(),
  placeholders: mixed<boolean>().oneOf([true, false]),
  drawn: drawnSchema,
})
  .strict()
  .noUnknown()

export interface TrialRequest {
  readonly request: ExportRequest
  /** In bytes: the best quality at which the file is no larger is found. */
  readonly wish?: number
}

export const trialRequestSchema = object({
  request: exportRequestSchema.required(),
  wish: number().strict().min(WISH_RANGE.min).max(WISH_RANGE.max),
})
  .strict()
  .noUnknown()
