import { boolean, number, object, string } from 'yup'
import type { ExportOptions } from '@/contract/exports'
import { groundSchema, sizingSchema } from '@/contract/exports'
import { RASTER_FORMATS } from '@/core/formats/rasterFormats'
import type { Sizing } from '@/core/render/sizing'
import { keepSetting, keptSetting } from '@/client/store/settings'

/** What a file is like: its format, size and quality, on which ground, with bleed or without. */
export type ExportLook = Pick<ExportOptions, 'format' | 'quality' | 'bleed' | 'ground'> & { readonly sizing: Sizing }

/** What was chosen for the last export in this browser; a resolution belongs to each sheet. */
export type LastExport = Pick<ExportOptions, 'format' | 'quality' | 'bleed' | 'ground' | 'sizing'> & {
  readonly placeholders: boolean
}

const STORE = 'eager-stencil-export'
const FIRST: LastExport = { format: 'png', quality: 90, bleed: false, placeholders: false }

const schema = object({
  format: string()
    .oneOf([...RASTER_FORMATS])
    .required(),
  quality: number().integer().min(1).max(100).required(),
  bleed: boolean().required(),
  placeholders: boolean().required(),
  sizing: sizingSchema,
  ground: groundSchema,
})

/** What the last export was like, or the usual. */
export const lastExport = (): LastExport => {
  try {
    const held: unknown = JSON.parse(keptSetting(STORE) ?? 'null')
    return schema.isValidSync(held, { strict: true }) ? (held as LastExport) : FIRST // checked just now
  } catch {
    return FIRST
  }
}

export const noteExport = ({
  format,
  quality,
  bleed,
  ground,
  sizing,
  placeholders,
}: ExportLook & { readonly placeholders: boolean }): void =>
  keepSetting(
    STORE,
    JSON.stringify({ format, quality, bleed, ground, placeholders, ...(sizing.by === 'ppi' ? {} : { sizing }) }),
  )
