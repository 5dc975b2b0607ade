import { sheetsShownOn } from '@/core/document/sheetPictures'
import type { Project, Sheet } from '@/core/document/types'

/**
 * A sheet as it is shown within another: the same object as long as nothing of what it shows changed, sheets within it
 * included. Whoever keeps what was painted of it keeps it under this.
 */
export interface SheetView {
  readonly sheetId: string
  readonly project: Project
}

interface Known {
  readonly from: readonly unknown[]
  readonly view: SheetView
}

const views = new WeakMap<Sheet, Known>()

const isSame = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i])

/**
 * A sheet of the project as it is shown within others; null where there is none. `within` names the sheets that it lies in:
 * one that would show itself, which no document may hold, is not there.
 */
export const sheetView = (
  project: Project,
  sheetId: string,
  within: ReadonlySet<string> = new Set(),
): SheetView | null => {
  const sheet = Object.hasOwn(project.sheets, sheetId) ? project.sheets[sheetId] : undefined
  if (!sheet || within.has(sheetId)) return null
  const { pictures, finishes, slots } = project
  const below = sheetsShownOn(pictures, sheet).map((id) => sheetView(project, id, new Set([...within, sheetId])))
  const from = [pictures, finishes, slots, ...below]
  const known = views.get(sheet)
  if (known && isSame(known.from, from)) return known.view
  const view = { sheetId, project }
  views.set(sheet, { from, view })
  return view
}
