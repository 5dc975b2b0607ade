import type { Draft } from 'immer'
import { picturesIn, renamed, type Renaming } from '@/core/document/bringing'
import { slotsUsedIn } from '@/core/document/colours'
import { defineEdit, type Recorded } from '@/core/document/edit'
import { withFollowsOn } from '@/core/document/follows'
import { forgetPicture } from '@/core/document/following'
import { sheetOf } from '@/core/document/read'
import { isSheetPicture } from '@/core/document/sheetPictures'
import { mergeVersions } from '@/core/document/versionMerge'
import type { Project, Sheet } from '@/core/document/types'

const NONE: ReadonlyMap<string, string> = new Map()

/** What the sheets of a template are called in a project that was made of it. */
const sheetIdsIn =
  (project: Project, template: Project) =>
  (id: string): string =>
    Object.values(project.sheets).find(
      ({ madeFrom }) => madeFrom?.id === template.template?.id && madeFrom?.sheetId === id,
    )?.id ?? id

interface Takeover {
  readonly sheet: Sheet
  readonly theirs: Project
}

/** Puts a merged sheet in the place of its own, with what the new version brings along that the project does not know. */
const putMerged = defineEdit<Takeover>((draft, { sheet, theirs }, project) => {
  const slots = slotsUsedIn(theirs.slots, [sheet, ...Object.values(theirs.finishes)])
  for (const [id, slot] of Object.entries(slots)) if (!project.slots[id]) Object.assign(draft.slots, { [id]: slot })
  for (const [id, one] of Object.entries(theirs.finishes))
    if (!project.finishes[id]) Object.assign(draft.finishes, { [id]: one })
  for (const [id, one] of Object.entries(theirs.looks))
    if (!project.looks[id]) Object.assign(draft.looks, { [id]: one })
  const { fresh } = picturesIn(project.pictures, theirs.pictures, sheetIdsIn(project, theirs))
  Object.assign(draft.pictures, fresh)
  draft.sheets[sheet.id] = sheet as Draft<Sheet> // a frozen value is stored as it is
  // A sheet that was taken away, or is new to the template, is not there to be shown.
  for (const [id, ref] of Object.entries(fresh))
    if (isSheetPicture(ref) && !project.sheets[ref.sheetId]) forgetPicture(draft, id)
})

export interface TakenOver {
  readonly recorded: Recorded
  /** What both changed, in sentences: what was done by hand stays. */
  readonly conflicts: readonly string[]
}

/**
 * A new version of a template taken over into a sheet that was made of an older one: what only the template changed is
 * taken, what was filled and changed by hand stays. Colours and finishes that the project has under their ids stay as
 * they are in it. Null where the new version has no such sheet any more.
 */
export const takeVersionOver = (
  project: Project,
  { sheetId, base, theirs }: { readonly sheetId: string; readonly base: Project; readonly theirs: Project },
): TakenOver | null => {
  const mine = sheetOf(project, sheetId)
  const of = mine.madeFrom?.sheetId ?? ''
  const [before, after] = [base.sheets[of], theirs.sheets[of]]
  if (!before || !after || !mine.madeFrom) return null
  const inProject = (template: Project, sheet: Sheet): Sheet => {
    const ids: Renaming = {
      pictureId: picturesIn(project.pictures, template.pictures, sheetIdsIn(project, template)).ids,
      finishId: NONE,
      look: NONE,
    }
    const there = sheetIdsIn(project, template)
    return withFollowsOn(renamed(sheet, ids), (id) => (template.sheets[id] ? there(id) : id))
  }
  const { sheet, conflicts } = mergeVersions({ base: inProject(base, before), mine, theirs: inProject(theirs, after) })
  const version = theirs.template?.version ?? mine.madeFrom.version
  const made: Sheet = { ...sheet, madeFrom: { ...mine.madeFrom, version, name: theirs.name } }
  return { recorded: putMerged.record(project, { sheet: made, theirs }), conflicts }
}
