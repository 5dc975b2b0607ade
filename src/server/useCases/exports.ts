import { mkdir, readdir, rm } from 'node:fs/promises'
import path from 'node:path'
import { POINTS_PER_INCH } from '@/core/units'
import { sheetOf } from '@/core/document/read'
import type { Project, Sheet } from '@/core/document/types'
import { refuse } from '@/core/failure'
import { distinctNames, nameFromPattern } from '@/core/formats/namePattern'
import { showTakesNamed, takeNames } from '@/core/document/edits/takes'
import { panelsOf, renderItems, renderSheet } from '@/core/render/drawList'
import { levelCount, levelFor, pictureOps, needOf } from '@/core/render/needs'
import type { ExportRequest } from '@/contract/api'
import { queueExport, runQuietly } from '@/server/export/queue'
import type { SetSheet } from '@/server/export/set'
import { outputSize } from '@/server/export/renderSheet'
import { LIMITS } from '@/server/limits'
import { originalFile, storedLevel } from '@/server/pictures/catalogue'
import { openProject } from '@/server/projects/store'
import { exists, thumbnailsDirectory } from '@/server/storage/files'

const hashesOf = (project: Project, sheet: Sheet): readonly string[] => [
  ...new Set(pictureOps(renderSheet(project, sheet, { bleed: true })).map((op) => op.hash)),
]

/** Names that some systems keep for devices, whatever their ending. */
const DEVICES = /^(con|prn|aux|nul|com\d|lpt\d)$/i

/** A name that is safe as a file name on every system. */
export const safeFileName = (name: string): string => {
  const plain = name
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9 _-]+/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .slice(0, 80)
  if (!plain) return 'sheet'
  return DEVICES.test(plain) ? `${plain}-sheet` : plain
}

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

/** Queues an export of sheets as they are now. Refuses what would be too large before anything starts. */
export const startExport = async (projectId: string, request: ExportRequest): Promise<string> => {
  const { project } = await openProject(projectId)
  const { sheetIds, itemIds, format, ppi, quality, bleed } = request
  const options = { format, ppi, quality, bleed }
  const sheets = [...new Set(sheetIds)].map((sheetId) => sheetOf(project, sheetId))
  const [first] = sheets
  const ending = ENDINGS[request.format]
  const names = namesOf(project, { ...request, sheetIds: sheets.map(({ id }) => id) })
  if (first) checkedItems(project, first, request)
  const files: Record<string, string> = {}
  if (request.each === 'panel' && !sheets.some((sheet) => panelsOf(sheet).length))
    refuse('what is exported', 'a sheet with panels: frames of a span, or with a bleed of their own', sheets.length)
  for (const sheet of sheets)
    for (const variant of shownVariants(project, sheet, request))
      for (const hash of hashesOf(variant, sheetOf(variant, sheet.id))) files[hash] ??= await originalFile(hash)
  if (sheets.length > 1 || request.each) {
    const plain = sheets.map((sheet, i) => ({ sheet, name: names[i] ?? sheet.id }))
    const set = plain.flatMap((one) => filesOf(one, request, ending))
    return queueExport({ project, sheets: set, options, files }, `${safeFileName(project.name)}.zip`)
  }
  return queueExport(
    { project, sheetId: first?.id ?? '', options, files, ...(itemIds ? { itemIds } : {}) },
    `${names[0] ?? 'sheet'}.${ending}`,
  )
}

/** Pyramid levels that suffice to draw a sheet at `ppi`. Throws `picture-missing`. */
const levelFiles = async (project: Project, sheet: Sheet, ppi: number): Promise<Record<string, string>> => {
  const files: Record<string, string> = {}
  for (const op of pictureOps(renderSheet(project, sheet))) {
    const { density } = needOf(op, ppi / POINTS_PER_INCH)
    const level = levelFor(density, levelCount(op.pixels))
    files[op.hash] ??= (await storedLevel(op.hash, level)).file
  }
  return files
}

const underWay = new Map<string, Promise<unknown>>()

/** Thumbnails of earlier revisions are of no more use. */
const dropOlder = async (projectId: string, keep: string): Promise<void> => {
  const names = await readdir(thumbnailsDirectory())
  const older = names.filter((name) => name.startsWith(`${projectId}-`) && name !== path.basename(keep))
  await Promise.all(older.map((name) => rm(path.join(thumbnailsDirectory(), name), { force: true })))
}

/** The picture of a project's first sheet, made when first asked for at a revision. */
export const thumbnailFile = async (projectId: string): Promise<string> => {
  const { project, revision } = await openProject(projectId)
  const sheet = sheetOf(project, project.order[0] ?? '')
  const file = path.join(thumbnailsDirectory(), `${projectId}-${revision}.webp`)
  if (await exists(file)) return file
  await mkdir(thumbnailsDirectory(), { recursive: true })
  const longest = Math.max(sheet.size.w, sheet.size.h)
  const ppi = (LIMITS.thumbnailSide / longest) * POINTS_PER_INCH
  const making =
    underWay.get(file) ??
    levelFiles(project, sheet, ppi)
      .then((files) =>
        runQuietly({
          project,
          sheetId: sheet.id,
          files,
          options: { format: 'webp', ppi, quality: 88, bleed: false },
          out: file,
        }),
      )
      .finally(() => underWay.delete(file))
  underWay.set(file, making)
  await making
  await dropOlder(projectId, file)
  return file
}
