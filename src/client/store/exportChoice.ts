import { boolean, number, object, string } from 'yup'
import type { ExportOptions } from '@/contract/api'
import { keepSetting, keptSetting } from '@/client/store/settings'

/** What was chosen for the last export in this browser; a resolution belongs to each sheet. */
export type LastExport = Pick<ExportOptions, 'format' | 'quality' | 'bleed'> & { readonly placeholders: boolean }

const STORE = 'eager-stencil-export'
const FIRST: LastExport = { format: 'png', quality: 90, bleed: false, placeholders: false }

const schema = object({
  format: string()
    .oneOf(['png', 'jpeg', 'webp'] as const)
    .required(),
  quality: number().integer().min(1).max(100).required(),
  bleed: boolean().required(),
  placeholders: boolean().required(),
})

/** What the last export was like, or the usual. */
export const lastExport = (): LastExport => {
  try {
    const held: unknown = JSON.parse(keptSetting(STORE) ?? 'null')
    return schema.isValidSync(held, { strict: true }) ? held : FIRST
  } catch {
    return FIRST
  }
}

export const noteExport = ({ format, quality, bleed, placeholders }: LastExport): void =>
  keepSetting(STORE, JSON.stringify({ format, quality, bleed, placeholders }))
