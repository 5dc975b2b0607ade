import type { Adjustments } from '@/core/adjust/adjustments'
import type { Placed } from '@/core/placement/placed'
import { defineEdit } from '@/core/document/edit'
import { BACKGROUND_ID, holderOf } from '@/core/document/background'
import { placedIn } from '@/core/document/content'
import { storePlaced } from '@/core/document/edits/fills'
import { sheetOf } from '@/core/document/read'
import { framesUnder } from '@/core/document/tree'
import type { Frame, Project, Sheet } from '@/core/document/types'

/** A placement with other adjustments; what changes nothing is not stored, unless it keeps settings of its own. */
export const withAdjustments = (placed: Placed, adjustments: Adjustments): Placed => {
  const next: { -readonly [K in keyof Placed]: Placed[K] } = { ...placed }
  delete next.adjustments
  return Object.keys(adjustments).length > 0 ? { ...next, adjustments } : next
}

/** The frames among ids, groups gone into; the background as one where it is named. */
export const holdersUnder = (sheet: Sheet, ids: readonly string[]): readonly Frame[] => [
  ...(ids.includes(BACKGROUND_ID) && sheet.background.kind === 'picture' ? [holderOf(sheet, BACKGROUND_ID)] : []),
  ...framesUnder(sheet, ids),
]

/** Changes the adjustments of the pictures that frames show, those of spans and originals of echoes included. */
export const adjustPictures = defineEdit<{
  readonly sheetId: string
  readonly ids: readonly string[]
  readonly change: (adjustments: Adjustments, frameId: string) => Adjustments
}>((draft, { sheetId, ids, change }, project) => {
  const sheet = sheetOf(project, sheetId)
  for (const frame of holdersUnder(sheet, ids)) {
    const placed = placedIn(sheet, frame)
    if (placed) storePlaced(draft, sheet, frame.id, withAdjustments(placed, change(placed.adjustments ?? {}, frame.id)))
  }
})

/** The project with all look switches off. */
const withoutSwitches = (project: Project): Project => ({
  ...project,
  sheets: Object.fromEntries(Object.entries(project.sheets).map(([id, sheet]) => [id, { ...sheet, switches: {} }])),
})

const plain = new WeakMap<Project, Project>()

/** The project with all pictures as they are, to compare. The same project gives the same one. */
export const withoutAdjustments = (project: Project): Project => {
  const known = plain.get(project)
  if (known) return known
  const made = Object.values(project.sheets).reduce(
    (sofar, { id, items }) =>
      adjustPictures(sofar, { sheetId: id, ids: [BACKGROUND_ID, ...Object.keys(items)], change: () => ({}) }),
    withoutSwitches(project),
  )
  plain.set(project, made)
  return made
}
