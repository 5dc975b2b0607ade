import { showTakesNamed } from '@/core/document/edits/takes'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { renderItems, renderPanel, renderSheet, type PlaceholderWords } from '@/core/render/drawList'
import type { DrawList } from '@/core/render/ops'
import type { ExportOptions } from '@/contract/exports'

/** What becomes one file: a sheet, with the takes of one name, or one panel of it, or some of its frames alone. */
export interface ExportPart {
  readonly sheetId: string
  readonly take?: string
  /** Only this panel, with its own bleed if that is asked for. */
  readonly panelId?: string
  /** Only these frames and groups, without the background, cut to their outline. */
  readonly itemIds?: readonly string[]
}

/** What is painted for one file. */
export const listOfPart = (
  held: Project,
  { sheetId, take, panelId, itemIds }: ExportPart,
  { bleed, ground }: Pick<ExportOptions, 'bleed' | 'ground'>,
  placeholders?: PlaceholderWords,
): DrawList => {
  const project = take === undefined ? held : showTakesNamed(held, { sheetId, name: take })
  const sheet = sheetOf(project, sheetId)
  if (panelId !== undefined) return renderPanel(project, sheet, panelId, { bleed })
  if (itemIds) return renderItems(project, sheet, itemIds)
  return renderSheet(project, sheet, {
    bleed,
    isBare: ground === 'transparent',
    ...(placeholders ? { placeholders } : {}),
  })
}
