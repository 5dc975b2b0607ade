import type { ColourRef } from '@/core/colour/slots'
import type { Box } from '@/core/geometry/box'
import { addText } from '@/core/document/edits/texts'
import { newText } from '@/core/document/text'
import type { Project } from '@/core/document/types'
import { SHEET } from '@tests/helpers/project'
import { type LookRun, FIRST_LAYOUT, type TextLayout, type TextLook, type TextStencil } from '@/core/text/block'
import { cleanText } from '@/core/text/edit'
import { setText } from '@/core/text/setting'
import { faceNamed } from '@tests/helpers/lettering'

export const look = (id = 'lora', size = 12, colour?: ColourRef): TextLook => ({
  face: { id, name: id },
  size,
  ...(colour === undefined ? {} : { colour }),
})

/** A text set in shipped faces: of one look, or of stretches of several that lie end to end. */
export const textOf = (
  said: string,
  looks: TextLook | readonly LookRun[] = look(),
  layout: Partial<TextLayout> = {},
): TextStencil => {
  const text = cleanText(said)
  const runs = Array.isArray(looks) ? (looks as readonly LookRun[]) : [{ ...(looks as TextLook), length: text.length }]
  const set = setText(text, runs, faceNamed)
  return { kind: 'text', text, runs: set.runs, drawings: set.drawings, ...FIRST_LAYOUT, ...layout }
}

/** The project with a text on its sheet, called `t-1`. */
export const withText = (
  project: Project,
  stencil: TextStencil,
  { id = 't-1', box = { cx: 400, cy: 300, w: 300, h: 160 } }: { id?: string; box?: Box } = {},
): Project => addText(project, { sheetId: SHEET, frame: newText(id, stencil, box, '#22282b') })
