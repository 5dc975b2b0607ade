import { sameList } from '@/core/document/lists'
import { sameButMoments } from '@/core/document/moments'
import { sheetPictureIds } from '@/core/document/read'
import { sheetsShownOn } from '@/core/document/sheetPictures'
import type { Project, Sheet } from '@/core/document/types'

/**
 * A sheet as it is shown within another: the same object as long as nothing of what it shows changed, sheets within it
 * included. Whoever keeps what was painted of it keeps it under this.
 */
export interface SheetView {
  readonly sheetId: string
  readonly project: Project
  /** The same object for views that differ by nothing but the moments of clips. */
  readonly scene: object
}

interface Known {
  readonly from: readonly unknown[]
  readonly view: SheetView
}

const views = new WeakMap<Sheet, Known>()

/** Those of one state of a project, so that each sheet is looked at once, however often it is shown. */
const ofProject = new WeakMap<Project, Map<string, SheetView | null>>()

/**
 * A sheet of the project as it is shown within others; null where there is none. One that would show itself, which no
 * document may hold, is not there within itself.
 */
export const sheetView = (project: Project, sheetId: string): SheetView | null => {
  const known = ofProject.get(project) ?? new Map<string, SheetView | null>()
  ofProject.set(project, known)
  const there = known.get(sheetId)
  if (there !== undefined) return there
  known.set(sheetId, null)
  const view = viewOf(project, sheetId)
  known.set(sheetId, view)
  return view
}

const viewOf = (project: Project, sheetId: string): SheetView | null => {
  const sheet = Object.hasOwn(project.sheets, sheetId) ? project.sheets[sheetId] : undefined
  if (!sheet) return null
  const { pictures, finishes, slots } = project
  const below = sheetsShownOn(pictures, sheet).map((id) => sheetView(project, id))
  // Of what the sheet shows alone: pictures of others may change as often as they like.
  const shown = sheetPictureIds(sheet).map((id) => pictures[id])
  const from = [finishes, slots, ...shown, ...below]
  const known = views.get(sheet)
  if (known && sameList(known.from, from)) return known.view
  const scene = known && sameButMoments(known.from, from) ? known.view.scene : {}
  const view = { sheetId, project, scene }
  views.set(sheet, { from, view })
  return view
}
