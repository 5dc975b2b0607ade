import { boolean, number, object, string } from 'yup'
import type { Sheet } from '@/core/document/types'
import { OUTPUT_FORMATS } from '@/core/formats/outputFormats'
import { groundSchema, drawnSchema, sizingSchema, type ExportOptions, type ExportRequest } from '@/contract/exports'
import { keepSetting, keptSetting } from '@/client/store/settings'

/** What a file is like: its format, size and quality, on which ground, with bleed or without. */
export type ExportLook = Pick<ExportOptions, 'format' | 'quality' | 'bleed' | 'ground' | 'sizing' | 'drawn'>

/** What becomes a file: each sheet, what is selected, or every set of takes, panel or frame of the sheets. */
export type ExportEach = 'sheet' | 'selection' | NonNullable<ExportRequest['each']>

/** What was chosen for the last export in this browser; a resolution belongs to each sheet. */
export type LastExport = Omit<ExportLook, 'sizing'> & {
  readonly sizing?: ExportLook['sizing']
  readonly placeholders: boolean
}

const STORE = 'eager-stencil-export'
const FIRST: LastExport = { format: 'png', quality: 90, bleed: false, placeholders: false }

/** What is kept of an export's choices. */
export const exportSchema = object({
  format: string()
    .oneOf([...OUTPUT_FORMATS])
    .required(),
  quality: number().integer().min(1).max(100).required(),
  bleed: boolean().required(),
  placeholders: boolean().required(),
  sizing: sizingSchema,
  ground: groundSchema,
  drawn: drawnSchema,
})

/** What the last export was like, or the usual. */
export const lastExport = (): LastExport => {
  try {
    const held: unknown = JSON.parse(keptSetting(STORE) ?? 'null')
    return exportSchema.isValidSync(held, { strict: true }) ? (held as LastExport) : FIRST // checked just now
  } catch {
    return FIRST
  }
}

export const noteExport = ({ sizing, ...look }: ExportLook, placeholders: boolean): void =>
  keepSetting(STORE, JSON.stringify({ ...look, placeholders, ...(sizing.by === 'ppi' ? {} : { sizing }) }))

/** What a sheet's file is like at first: as the last one was, at the sheet's own resolution unless a size was given. */
export const firstLook = ({ ppi, bleed }: Sheet, last: LastExport): ExportLook => ({
  format: last.format,
  quality: last.quality,
  sizing: last.sizing ?? { by: 'ppi', ppi },
  bleed: last.bleed && bleed > 0,
  ...(last.ground === undefined ? {} : { ground: last.ground }),
  ...(last.drawn ? { drawn: last.drawn } : {}),
})

interface ExportChoice {
  readonly look: ExportLook
  readonly each: ExportEach
  /** What is selected, of the only sheet. */
  readonly selected: readonly string[]
  readonly sheetIds: readonly string[]
  readonly pattern: string
  readonly placeholders: boolean
}

/** What the server is asked for. */
export const exportRequestOf = ({ look, each, selected, ...more }: ExportChoice): ExportRequest => {
  const request = { ...more, ...look }
  if (each === 'selection') return { ...request, itemIds: selected }
  return each === 'sheet' ? request : { ...request, each }
}
