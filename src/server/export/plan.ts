import { sheetOf } from '@/core/document/read'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { Failure, refuse } from '@/core/failure'
import { distinctNames, nameFromPattern } from '@/core/formats/namePattern'
import { isRaster, LONGEST_PAGE, MARKS_ROOM, OUTPUT } from '@/core/formats/outputFormats'
import { takeNames } from '@/core/document/takes'
import { rectSize } from '@/core/geometry/rect'
import { fileHashes, panelsOf, shownFrames } from '@/core/render/drawList'
import type { DrawList } from '@/core/render/ops'
import { ppiFor } from '@/core/render/sizing'
import { outputPixels } from '@/core/units'
import { hasPicturesBeside, type ExportRequest } from '@/contract/exports'
import { listOfPart, type ExportPart } from '@/server/export/lists'
import { safeFileName } from '@/core/formats/fileName'
import { outputSize } from '@/server/export/renderSheet'
import type { SetFile } from '@/server/export/set'

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
  readonly only: readonly ExportPart[] | null
  /** The files of a zip. */
  readonly set: readonly SetFile[]
  /** Hashes of the pictures that are painted. */
  readonly hashes: readonly string[]
}

/** Refuses what would be too large to be written. */
const checkSize = (list: DrawList, ppi: number, { format, sizing, drawn }: ExportRequest): void => {
  const { w, h } = rectSize(list.area)
  if (isRaster(format)) return void outputSize(list, ppiFor(sizing, { w, h }, ppi), format)
  if (format === 'ora') return void outputSize(list, ppiFor(sizing, { w, h }, ppi))
  if (format !== 'pdf') return
  const room = drawn?.marks.length ? 2 * MARKS_ROOM : 0
  if (Math.max(w, h) + room > LONGEST_PAGE)
    throw new Failure(
      'too-large',
      'A page of a PDF is at most 5080 mm long, with its bleed and marks. Leave out marks and bleed, or export a picture.',
    )
}

/** The pictures that a part is painted from. Refuses one that shows nothing by itself, or would be too large. */
const checkedHashes = (project: Project, part: ExportPart, request: ExportRequest): readonly string[] => {
  const list = listOfPart(project, part, request)
  if (part.itemIds && !list.items.length)
    refuse('what is exported', 'frames with a picture or colour that are not hidden', part.itemIds.length)
  checkSize(list, sheetOf(project, part.sheetId).ppi, request)
  return [...fileHashes(list)]
}

/**
 * Finds out what an export will be. Refuses what would be too large, or would show nothing, before anything is painted.
 * Done apart from the server, since it unites outlines.
 */
export const planExport = ({ project, request }: PlanRequest): ExportPlan => {
  const sheets = [...new Set(request.sheetIds)].map((sheetId) => sheetOf(project, sheetId))
  const { ending, hasPages } = OUTPUT[request.format]
  const names = namesOf(project, sheets, request)
  const named = sheets.flatMap((sheet, i) =>
    partsOf(sheet, request).map(({ part, name }) => ({
      parts: [part],
      name: safeFileName(`${names[i] ?? sheet.id} ${name}`),
    })),
  )
  // Names of sheets and of frames are distinct each for itself; put together, two may read the same.
  const distinct = distinctNames(named.map(({ name }) => name))
  const files = named.map(({ parts }, i) => ({ parts, fileName: `${distinct[i] ?? i}.${ending}` }))
  const [first] = files
  if (!first) return refuse('what is exported', NOTHING[request.each ?? 'take'], sheets.length)
  const parts = files.flatMap((file) => file.parts)
  const hashes = [...new Set(parts.flatMap((part) => checkedHashes(project, part, request)))]
  const whole = safeFileName(project.name)
  if (hasPages && sheets.length > 1 && request.each === undefined)
    return { fileName: `${whole}.${ending}`, only: parts, set: [], hashes }
  const isMany = sheets.length > 1 || request.each !== undefined
  const isSet = isMany || hasPicturesBeside(request)
  return {
    fileName: isSet ? `${isMany ? whole : (distinct[0] ?? whole)}.zip` : first.fileName,
    only: isSet ? null : first.parts,
    set: isSet ? files : [],
    hashes,
  }
}
