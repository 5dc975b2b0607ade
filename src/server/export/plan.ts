import { sheetOf } from '@/core/document/read'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { refuse } from '@/core/failure'
import { distinctNames, nameFromPattern } from '@/core/formats/namePattern'
import { showTakesNamed } from '@/core/document/edits/takes'
import { takeNames } from '@/core/document/takes'
import { panelsOf, renderItems, renderSheet, shownFrames } from '@/core/render/drawList'
import { pictureOps } from '@/core/render/needs'
import type { ExportRequest } from '@/contract/exports'
import { safeFileName } from '@/server/export/names'
import { outputSize, ppiOf } from '@/server/export/renderSheet'
import { RASTER } from '@/core/formats/rasterFormats'
import type { SetSheet } from '@/server/export/set'

const hashesOf = (project: Project, sheet: Sheet): readonly string[] =>
  pictureOps(renderSheet(project, sheet, { bleed: true })).map((op) => op.source.hash)

/** File names of the sheets to export, by the pattern, each once. */
const namesOf = (project: Project, request: ExportRequest): readonly string[] =>
  distinctNames(
    request.sheetIds.map((sheetId) => {
      const sheet = sheetOf(project, sheetId)
      const list = renderSheet(project, sheet, { bleed: request.bleed })
      const ppi = ppiOf(request, list, sheet)
      const size = outputSize(list, ppi, request.format)
      const facts = {
        project: project.name,
        sheet: sheet.name,
        number: project.order.indexOf(sheetId) + 1,
        count: project.order.length,
        ppi: Math.round(ppi),
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
  outputSize(list, ppiOf(request, list, sheet), request.format)
}

/** Frames with what they are called in the names of their files, each once. */
const named = (frames: readonly Frame[]): readonly { readonly id: string; readonly name: string }[] => {
  const names = distinctNames(frames.map(({ name }) => safeFileName(name)))
  return frames.map(({ id }, i) => ({ id, name: names[i] ?? id }))
}

/** Refuses sheets of which no frame shows, and frames that would be too large by themselves. */
const checkedFrames = (project: Project, sheets: readonly Sheet[], request: ExportRequest): void => {
  const lists = sheets.flatMap((sheet) =>
    shownFrames(sheet).map(({ id }) => ({ sheet, list: renderItems(project, sheet, [id]) })),
  )
  if (!lists.length) refuse('what is exported', 'a sheet with frames that show something', 0)
  for (const { sheet, list } of lists) outputSize(list, ppiOf(request, list, sheet), request.format)
}

/** The files that one sheet gives: itself, one for every name of its takes, for every panel, or for every frame. */
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
  if (each === 'frame')
    return named(shownFrames(sheet)).map((frame) => ({ sheetId, itemIds: [frame.id], fileName: file(frame.name) }))
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
  const { ending } = RASTER[request.format]
  const names = namesOf(project, { ...request, sheetIds: sheets.map(({ id }) => id) })
  if (first) checkedItems(project, first, request)
  if (request.each === 'panel' && !sheets.some((sheet) => panelsOf(sheet).length))
    refuse('what is exported', 'a sheet with panels: frames of a span, or with a bleed of their own', sheets.length)
  if (request.each === 'frame') checkedFrames(project, sheets, request)
  const hashes = sheets.flatMap((sheet) =>
    shownVariants(project, sheet, request).flatMap((variant) => hashesOf(variant, sheetOf(variant, sheet.id))),
  )
  const isSet = sheets.length > 1 || request.each !== undefined
  const set = isSet ? sheets.flatMap((sheet, i) => filesOf({ sheet, name: names[i] ?? sheet.id }, request, ending)) : []
  const [name = 'sheet'] = names
  const [itemId] = request.itemIds?.length === 1 ? request.itemIds : []
  const item = itemId === undefined ? undefined : first?.items[itemId]
  const fileName = isSet
    ? `${safeFileName(project.name)}.zip`
    : `${safeFileName(item ? `${name} ${item.name}` : name)}.${ending}`
  return { fileName, set, sheetId: first?.id ?? '', hashes: [...new Set(hashes)] }
}
