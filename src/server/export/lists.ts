import { showTakesNamed } from '@/core/document/edits/takes'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { renderItems, renderPanel, renderSheet, type PlaceholderWords } from '@/core/render/drawList'
import type { DrawList } from '@/core/render/ops'
import { IDENTITY } from '@/core/geometry/matrix'
import { cornersOf } from '@/core/geometry/rect'
import { polygonPath } from '@/core/path/path'
import { fillOp } from '@/core/render/style'
import type { ExportGround, ExportOptions } from '@/contract/exports'

/** What becomes one file: a sheet, with the takes of one name, or one panel of it, or some of its frames alone. */
export interface ExportPart {
  readonly sheetId: string
  readonly take?: string
  /** Only this panel, with its own bleed if that is asked for. */
  readonly panelId?: string
  /** Only these frames and groups, without the background, cut to their outline. */
  readonly itemIds?: readonly string[]
}

export const GROUND_ID = '@ground'

/** A list on a ground of one colour, as what is drawn in outlines has it. */
export const groundUnder = (list: DrawList, ground: ExportGround | undefined): DrawList => {
  if (ground === undefined || ground === 'transparent') return list
  const outline = { path: polygonPath(cornersOf(list.area)), fillRule: 'nonzero' as const }
  const op = fillOp({ kind: 'colour', colour: ground }, { outline, toSheet: IDENTITY })
  return { ...list, items: [{ id: GROUND_ID, bounds: list.area, ops: [op] }, ...list.items] }
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
