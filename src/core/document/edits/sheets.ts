import type { Unit } from '@/core/units'
import type { Size } from '@/core/geometry/vector'
import { defineEdit, put } from '@/core/document/edit'
import { sheetOf } from '@/core/document/read'
import type { Background } from '@/core/document/types'

export interface SheetChange {
  readonly sheetId: string
  readonly name?: string
  readonly unit?: Unit
  readonly size?: Size
  readonly ppi?: number
  readonly bleed?: number
}

/** Changes what a sheet is: name, unit, trim size and bleed in points, ppi. Items stay where they are. */
export const changeSheet = defineEdit<SheetChange>((draft, { sheetId, ...change }, project) => {
  sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  if (!sheet) return
  if (change.name !== undefined) put(sheet, 'name', change.name)
  if (change.unit !== undefined) put(sheet, 'unit', change.unit)
  if (change.size !== undefined) put(sheet, 'size', { ...change.size })
  if (change.ppi !== undefined) put(sheet, 'ppi', change.ppi)
  if (change.bleed !== undefined) put(sheet, 'bleed', change.bleed)
})

/** Sets what lies under everything: nothing, a colour or a placed picture of the project. */
export const setBackground = defineEdit<{ readonly sheetId: string; readonly background: Background }>(
  (draft, { sheetId, background }, project) => {
    sheetOf(project, sheetId)
    const sheet = draft.sheets[sheetId]
    if (sheet) put(sheet, 'background', background)
  },
)
