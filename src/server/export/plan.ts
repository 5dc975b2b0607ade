import { sheetOf } from '@/core/document/read'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { refuse } from '@/core/failure'
import { distinctNames, nameFromPattern } from '@/core/formats/namePattern'
import { RASTER } from '@/core/formats/rasterFormats'
import { takeNames } from '@/core/document/takes'
import { rectSize } from '@/core/geometry/rect'
import { panelsOf, shownFrames } from '@/core/render/drawList'
import { pictureOps } from '@/core/render/needs'
import { ppiFor } from '@/core/render/sizing'
import { outputPixels } from '@/core/units'
import type { ExportRequest } from '@/contract/exports'
import { listOfPart, type ExportPart } from '@/server/export/lists'
import { safeFileName } from '@/server/export/names'
import { outputSize } from '@/server/export/renderSheet'
import type { SetSheet } from '@/server/export/set'

/** File names of sheets by the pattern, each once; width and height are those of the whole sheet. */
const namesOf = (project: Project, sheets: readonly Sheet[], request: ExportRequest): readonly string[] =>
  distinctNames(
    sheets.map((sheet) => {
      const { w, h } = rectSize(listOfPart(project, { sheetId: sheet.id }, request).area)
      const ppi = ppiFor(request.sizing, { w, h }, sheet.ppi)
      const facts = {
        project: project.name,
        sheet: sheet.name,
        number: project.order.indexOf(sheet.id) + 1,
        count: project.order.length,
        ppi: Math.round(ppi),
        width: outputPixels(w, ppi),
        height: outputPixels(h, ppi),
      }
      return safeFileName(nameFromPattern(request.pattern, facts))
    }),
  )

/** Frames with what they are called in the names of their files, each once. */
const named = (frames: readonly Frame[]): readonly { readonly id: string; readonly name: string }[] => {
  const names = distinctNames(frames.map(({ name }) => safeFileName(name)))
  return frames.map(({ id }, i) => ({ id, name: names[i] ?? id }))
}

/** One file, and what its name has beside that of the sheet. */
interface NamedPart {
  readonly part: ExportPart
  readonly name: string
}

/** The files that one sheet gives: itself, what of it is chosen, one for every name of its takes, every panel or frame. */
const partsOf = (sheet: Sheet, { each, itemIds }: ExportRequest): readonly NamedPart[] => {
  const sheetId = sheet.id
  if (itemIds) {
    const item = itemIds.length === 1 ? sheet.items[itemIds[0] ?? ''] : undefined
    return [{ part: { sheetId, itemIds }, name: item?.name ?? '' }]
  }
  if (each === 'take' && takeNames(sheet).length)
    return takeNames(sheet).map(({ name }) => ({ part: { sheetId, take: name }, name }))
  if (each === 'panel')
    return panelsOf(sheet).map(({ id, name }, i) => ({ part: { sheetId, panelId: id }, name: `${i + 1} ${name}` }))
  if (each === 'frame')
    return named(shownFrames(sheet)).map(({ id, name }) => ({ part: { sheetId, itemIds: [id] }, name }))
  return [{ part: { sheetId }, name: '' }]
}

/** What is refused where nothing of what was asked for is there. */
const NOTHING = {
  panel: 'a sheet with panels: frames of a span, or with a bleed of their own',
  frame: 'a sheet with frames that show something',
  take: 'a sheet',
} as const

export interface PlanRequest {
  readonly project: Project
  readonly request: ExportRequest
}

/** What an export will be: one file, or a zip of several; and which pictures it needs. */
export interface ExportPlan {
  readonly fileName: string
  /** What becomes the only file; null for a zip. */
  readonly only: ExportPart | null
  /** The files of a zip. */
  readonly set: readonly SetSheet[]
  /** Hashes of the pictures that are painted. */
  readonly hashes: readonly string[]
}

/** The pictures that a part is painted from. Refuses one that shows nothing by itself, or would be too large. */
const checkedHashes = (project: Project, part: ExportPart, request: ExportRequest): readonly string[] => {
  const list = listOfPart(project, part, request)
  if (part.itemIds && !list.items.length)
    refuse('what is exported', 'frames with a picture or colour that are not hidden', part.itemIds.length)
  outputSize(list, ppiFor(request.sizing, rectSize(list.area), sheetOf(project, part.sheetId).ppi), request.format)
  return pictureOps(list).map(({ source }) => source.hash)
}

/**
 * Finds out what an export will be. Refuses what would be too large, or would show nothing, before anything is painted.
 * Done apart from the server, since it unites outlines.
 */
export const planExport = ({ project, request }: PlanRequest): ExportPlan => {
  const sheets = [...new Set(request.sheetIds)].map((sheetId) => sheetOf(project, sheetId))
  const { ending } = RASTER[request.format]
  const names = namesOf(project, sheets, request)
  const files = sheets.flatMap((sheet, i) =>
    partsOf(sheet, request).map(({ part, name }) => ({
      ...part,
      fileName: `${safeFileName(`${names[i] ?? sheet.id} ${name}`)}.${ending}`,
    })),
  )
  const [first] = files
  if (!first) return refuse('what is exported', NOTHING[request.each ?? 'take'], sheets.length)
  const hashes = files.flatMap((part) => checkedHashes(project, part, request))
  const isSet = sheets.length > 1 || request.each !== undefined
  return {
    fileName: isSet ? `${safeFileName(project.name)}.zip` : first.fileName,
    only: isSet ? null : first,
    set: isSet ? files : [],
    hashes: [...new Set(hashes)],
  }
}
