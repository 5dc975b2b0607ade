import { object, string } from 'yup'
import { refuse } from '@/core/failure'
import { exportSchema, type LastExport } from '@/client/store/exportChoice'
import { keepSetting, keptSetting } from '@/client/store/settings'

/** Choices of an export under a name. */
export interface ExportPreset {
  readonly name: string
  readonly choice: LastExport
}

const STORE = 'eager-stencil-export-presets'
export const PRESET_LIMITS = { count: 30, name: 60 } as const

const presetSchema = object({
  name: string().strict().min(1).max(PRESET_LIMITS.name).required(),
  choice: exportSchema.required(),
})
const isPreset = (held: unknown): held is ExportPreset => presetSchema.isValidSync(held, { strict: true })

/** The presets kept in this browser, by name; what is none of them is passed over. */
export const exportPresets = (): readonly ExportPreset[] => {
  try {
    const held: unknown = JSON.parse(keptSetting(STORE) ?? '[]')
    return Array.isArray(held) ? held.filter(isPreset).slice(0, PRESET_LIMITS.count) : []
  } catch {
    return []
  }
}

const keep = (presets: readonly ExportPreset[]): readonly ExportPreset[] => {
  const sorted = [...presets].sort((p, q) => p.name.localeCompare(q.name))
  keepSetting(STORE, JSON.stringify(sorted))
  return sorted
}

/** Keeps choices under a name; the ones under that name before give way. Refuses a name that is empty or too long, and one preset too many. */
export const keepPreset = (name: string, choice: LastExport): readonly ExportPreset[] => {
  const plain = name.trim()
  if (!plain || plain.length > PRESET_LIMITS.name)
    return refuse('the name of a preset', `1 to ${PRESET_LIMITS.name} characters`, plain.length)
  const others = exportPresets().filter((preset) => preset.name !== plain)
  if (others.length >= PRESET_LIMITS.count)
    return refuse('the presets', `at most ${PRESET_LIMITS.count}; forget one first`, others.length + 1)
  return keep([...others, { name: plain, choice }])
}

export const forgetPreset = (name: string): readonly ExportPreset[] =>
  keep(exportPresets().filter((preset) => preset.name !== name))
