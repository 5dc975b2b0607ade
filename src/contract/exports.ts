import { array, mixed, number, object, string } from 'yup'
import { ID } from '@/contract/api'
import type { Colour } from '@/core/colour/colour'
import { RASTER_FORMATS, type RasterFormat } from '@/core/formats/rasterFormats'
import { OUTPUT_SIDES, SIZING_RANGE, type Sizing } from '@/core/render/sizing'
import { RANGE } from '@/core/tolerance'

/** What stands where a sheet is transparent: nothing, even in place of its background, or a colour. */
export type ExportGround = 'transparent' | Colour

export interface ExportOptions {
  readonly format: RasterFormat
  readonly sizing: Sizing
  /** Without it the sheet's own background, and white in JPEG where that is transparent. */
  readonly ground?: ExportGround
  /** 1 to 100, for JPEG, WebP and AVIF. */
  readonly quality: number
  readonly bleed: boolean
  /** Grey tiles with name and size in place of empty frames, which are left out without it. */
  readonly placeholders?: boolean
}

export type ExportRequest = ExportOptions & {
  /** One sheet gives a picture, several give a zip of them, in this order. */
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

export const exportRequestSchema = object({
  sheetIds: ids().min(1).required(),
  pattern: string().strict().min(1).max(200).required(),
  itemIds: ids().min(1),
  each: mixed<(typeof EXPORT_EACH)[number]>().oneOf([...EXPORT_EACH]),
  format: mixed<RasterFormat>()
    .oneOf([...RASTER_FORMATS])
    .required(),
  sizing: sizingSchema.required(),
  ground: groundSchema,
  quality: number().strict().integer().min(1).max(100).required(),
  bleed: mixed<boolean>().oneOf([true, false]).required(),
  placeholders: mixed<boolean>().oneOf([true, false]),
})
  .strict()
  .noUnknown()
