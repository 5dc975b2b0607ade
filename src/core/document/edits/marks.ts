import type { Draft } from 'immer'
import { defineEdit, put } from '@/core/document/edit'
import type { FrameMark, Marks } from '@/core/document/marks'
import type { Frame } from '@/core/document/types'
import type { Opening } from '@/core/template/wants'

const putMark = (frame: Draft<Frame>, { opening, field, hint }: FrameMark): void => {
  if (opening)
    put(frame, 'opening', opening as Draft<Opening>) // a frozen value is stored as it is
  else if (frame.opening) delete frame.opening
  if (field) put(frame, 'field', field)
  else if (frame.field) delete frame.field
  if (hint) put(frame, 'hint', hint)
  else if (frame.hint !== undefined) delete frame.hint
}

/** Marks a project as a template: its openings, fields, offered slots and notes. */
export const markTemplate = defineEdit<{ readonly marks: Marks }>((draft, { marks }) => {
  put(draft, 'template', { ...marks.template })
  for (const mark of marks.frames) {
    const frame = draft.sheets[mark.sheetId]?.items[mark.frameId]
    if (frame?.kind === 'frame') putMark(frame, mark)
  }
  for (const slot of Object.values(draft.slots)) {
    if (marks.offered.includes(slot.id)) put(slot, 'offered', true)
    else if (slot.offered) delete slot.offered
  }
  for (const [id, notes] of Object.entries(marks.notes)) {
    const sheet = draft.sheets[id]
    if (!sheet) continue
    if (notes) put(sheet, 'notes', notes)
    else if (sheet.notes !== undefined) delete sheet.notes
  }
})
