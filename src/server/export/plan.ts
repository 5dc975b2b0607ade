import { sheetOf } from '@/core/document/read'
import type { Project, Sheet } from '@/core/document/types'
import { refuse } from '@/core/failure'
import { distinctNames, nameFromPattern } from '@/core/formats/namePattern'
import { showTakesNamed } from '@/core/document/edits/takes'
import { takeNames } from '@/core/document/takes'
import { panelsOf, renderItems, renderSheet } from '@/core/render/drawList'
import { pictureOps } from '@/core/render/needs'
import type { ExportRequest } from '@/contract/api'
import { safeFileName } from '@/server/export/names'
import { outputSize } from '@/server/export/renderSheet'
import type { SetSheet } from '@/server/export/set'

const hashesOf = (project: Project, sheet: Sheet): readonly string[] =>
  pictureOps(renderSheet(project, sheet, { bleed: true })).map((op) => op.source.hash)

const ENDINGS = { png: 'png', jpeg: 'jpg', webp: 'webp' } as const

/** File names of the sheets to export, by the pattern, each once. */
const namesOf = (project: Project, request: ExportRequest): readonly string[] =>
  distinctNames(
    request.sheetIds.map((sheetId) => {
      const sheet = sheetOf(project, sheetId)
      const size = outputSize(renderSheet(project, sheet, { bleed: request.bleed }), request.ppi, request.format)
      const facts = {
        project: project.name,
        sheet: sheet.name,
        number: project.order.indexOf(sheetId) + 1,
        count: project.order.length,
        ppi: request.ppi,
        ...size,
      }
      return safeFileName(nameFromPattern(request.pattern, facts))
    }),
  )

/** Frames and groups that are to be exported alone. Refuses ids of which nothing shows. */
const checkedItems = (project: Project, sheet: Sheet, request: ExportRequest): void => {
  if (!request.itemIds) return
  const list = renderItems(project, sheet, request.itemIds)
  if (!list.items.length)
    refuse('what is exported', 'frames with a picture or colour that are not hidden', request.itemIds.length)
  outputSize(list, request.ppi, request.format)
}

/** The files that one sheet gives: itself, one for every name of its takes, or one for every panel. */
const filesOf = (
  { sheet, name }: { readonly sheet: Sheet; readonly name: string },
  { each }: ExportRequest,
  ending: string,
): readonly SetSheet[] => {
  const file = (part: string): string => `${safeFileName(part ? `${name} ${part}` : name)}.${ending}`
  const sheetId = sheet.id
  if (each === 'take') {
    const names = takeNames(sheet)
    if (names.length > 0) return names.map((take) => ({ sheetId, take: take.name, fileName: file(take.name) }))
  }
  if (each === 'panel')
    return panelsOf(sheet).map((panel, i) => ({ sheetId, panelId: panel.id, fileName: file(`${i + 1} ${panel.name}`) }))
  return [{ sheetId, fileName: file('') }]
}

/** Every take's file is needed where every take is exported. */
const shownVariants = (project: Project, sheet: Sheet, { each }: ExportRequest): readonly Project[] =>
  each === 'take'
    ? [project, ...takeNames(sheet).map(({ name }) => showTakesNamed(project, { sheetId: sheet.id, name }))]
    : [project]

export interface PlanRequest {
  readonly project: Project
  readonly request: ExportRequest
}

/** What an export will be: one file of a sheet, or a zip of several; and which pictures it needs. */
export interface ExportPlan {
  readonly fileName: string
  /** The files of a zip; none for the file of one sheet. */
  readonly set: readonly SetSheet[]
  readonly sheetId: string
  /** Hashes of the pictures that are painted. */
  readonly hashes: readonly string[]
}

/**
 * Finds out what an export will be. Refuses what would be too large, or would show nothing, before anything is painted.
 * Done apart from the server, since it unites outlines.
 */
export const planExport = ({ project, request }: PlanRequest): ExportPlan => {
  const sheets = [...new Set(request.sheetIds)].map((sheetId) => sheetOf(project, sheetId))
  const [first] = sheets
  const ending = ENDINGS[request.format]
  const names = namesOf(project, { ...request, sheetIds: sheets.map(({ id }) => id) })
  if (first) checkedItems(project, first, request)
  if (request.each === 'panel' && !sheets.some((sheet) => panelsOf(sheet).length))
    refuse('what is exported', 'a sheet with panels: frames of a span, or with a bleed of their own', sheets.length)
  const hashes = sheets.flatMap((sheet) =>
    shownVariants(project, sheet, request).flatMap((variant) => hashesOf(variant, sheetOf(variant, sheet.id))),
  )
  const isSet = sheets.length > 1 || request.each !== undefined
  const set = isSet ? sheets.flatMap((sheet, i) => filesOf({ sheet, name: names[i] ?? sheet.id }, request, ending)) : []
  const fileName = isSet ? `${safeFileName(project.name)}.zip` : `${names[0] ?? 'sheet'}.${ending}`
  return { fileName, set, sheetId: first?.id ?? '', hashes: [...new Set(hashes)] }
}
