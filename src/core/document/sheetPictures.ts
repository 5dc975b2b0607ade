import { RANGE } from '@/core/tolerance'
import { outputPixels } from '@/core/units'
import type { Size } from '@/core/geometry/vector'
import type { FilePicture, PictureRef, Project, Sheet, SheetPicture } from '@/core/document/types'
import { freeId } from '@/core/document/ids'
import { sheetPictureIds } from '@/core/document/read'

/** Is the picture a sheet of the project, rather than a file? */
export const isSheetPicture = (ref: PictureRef): ref is SheetPicture => 'sheetId' in ref

/** The picture if it is of a file; null of a sheet, or of none. */
export const filePicture = (ref: PictureRef | undefined): FilePicture | null =>
  ref && !isSheetPicture(ref) ? ref : null

/** The hash of a picture's file; empty for a sheet, or for none. */
export const hashOf = (ref: PictureRef | undefined): string => filePicture(ref)?.hash ?? ''

const side = (points: number, ppi: number): number => Math.min(RANGE.picturePixels.max, outputPixels(points, ppi))

/** A sheet's size as a picture, in pixels: those of its output without bleed. */
export const sheetPixelsOf = ({ size, ppi }: Pick<Sheet, 'size' | 'ppi'>): Size => ({
  w: side(size.w, ppi),
  h: side(size.h, ppi),
})

/** A sheet as a picture. */
export const pictureOfSheet = (sheet: Pick<Sheet, 'id' | 'name' | 'size' | 'ppi'>): SheetPicture => ({
  name: sheet.name,
  pixels: sheetPixelsOf(sheet),
  sheetId: sheet.id,
  tags: [],
})

/** The id that a sheet has among the pictures, or would have. */
export const sheetPictureId = ({ pictures }: Pick<Project, 'pictures'>, sheetId: string): string =>
  Object.entries(pictures).find(([, ref]) => isSheetPicture(ref) && ref.sheetId === sheetId)?.[0] ??
  freeId(`sheet-${sheetId}`.slice(0, 58), pictures)

const shownFrom = new WeakMap<Sheet, { readonly pictures: Project['pictures']; readonly ids: readonly string[] }>()

/** What tells a picture from others: its file, or its sheet. */
type Identity = Pick<FilePicture, 'hash'> | Pick<SheetPicture, 'sheetId'>

/** Are both the same file, or the same sheet of one project? */
export const samePicture = (a: Identity, b: Identity): boolean =>
  'sheetId' in a ? 'sheetId' in b && a.sheetId === b.sheetId : 'hash' in b && a.hash === b.hash

/** The sheets that a sheet shows or keeps as pictures, each once: in frames with all their takes, spans, its background. */
export const sheetsShownOn = (pictures: Project['pictures'], sheet: Sheet): readonly string[] => {
  const known = shownFrom.get(sheet)
  if (known?.pictures === pictures) return known.ids
  const shown = sheetPictureIds(sheet).flatMap((id) => {
    const ref = Object.hasOwn(pictures, id) ? pictures[id] : undefined
    return ref && isSheetPicture(ref) ? [ref.sheetId] : []
  })
  const ids = [...new Set(shown)]
  shownFrom.set(sheet, { pictures, ids })
  return ids
}

type Sheets = Pick<Project, 'sheets' | 'pictures'>

/** The sheets that show a sheet, by themselves. */
export const sheetsShowing = ({ sheets, pictures }: Sheets, sheetId: string): readonly Sheet[] =>
  Object.values(sheets).filter((sheet) => sheetsShownOn(pictures, sheet).includes(sheetId))

/** What is wrong with sheets within sheets: one that comes to show itself, or more below one another than may be. */
export type NestingFault = 'circle' | 'deep'

/**
 * How many sheets lie below each other beneath every sheet; `circle` for one from which a circle is reached. Each sheet is
 * looked at once, however often it is shown.
 */
const depthsOf = ({ sheets, pictures }: Sheets): ReadonlyMap<string, number | 'circle'> => {
  const depths = new Map<string, number | 'circle'>()
  const open = new Set<string>()
  const depthOf = (sheetId: string): number | 'circle' => {
    const known = depths.get(sheetId)
    if (known !== undefined) return known
    if (open.has(sheetId)) return 'circle'
    const sheet = Object.hasOwn(sheets, sheetId) ? sheets[sheetId] : undefined
    open.add(sheetId)
    const below = sheet ? sheetsShownOn(pictures, sheet).map(depthOf) : []
    open.delete(sheetId)
    const depth = below.includes('circle') ? 'circle' : Math.max(0, ...below.map((one) => 1 + Number(one)))
    depths.set(sheetId, depth)
    return depth
  }
  return new Map(Object.keys(sheets).map((id) => [id, depthOf(id)]))
}

/** Does a project have any sheet as a picture? Most have none, and need no looking. */
const withSheets = new WeakMap<Project['pictures'], boolean>()

export const showsSheets = ({ pictures }: Pick<Project, 'pictures'>): boolean => {
  const known = withSheets.get(pictures)
  if (known !== undefined) return known
  const found = Object.values(pictures).some(isSheetPicture)
  withSheets.set(pictures, found)
  return found
}

/** The first sheet, in the project's order, whose sheets within sheets are not sound, and why; null where all are. */
export const nestingFault = (
  project: Pick<Project, 'sheets' | 'pictures' | 'order'>,
): { readonly sheetId: string; readonly fault: NestingFault } | null => {
  if (!showsSheets(project)) return null
  const depths = depthsOf(project)
  for (const sheetId of project.order) {
    const depth = depths.get(sheetId)
    if (depth === 'circle') return { sheetId, fault: 'circle' }
    if (depth !== undefined && depth > RANGE.sheetDepth) return { sheetId, fault: 'deep' }
  }
  return null
}

/** Would a sheet that shows another one come to show itself? */
export const wouldCircle = ({ sheets, pictures }: Sheets, on: string, shown: string): boolean => {
  const seen = new Set<string>()
  const reaches = (sheetId: string): boolean => {
    if (sheetId === on) return true
    if (seen.has(sheetId)) return false
    seen.add(sheetId)
    const sheet = sheets[sheetId]
    return sheet !== undefined && sheetsShownOn(pictures, sheet).some(reaches)
  }
  return reaches(shown)
}
