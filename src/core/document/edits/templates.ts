import type { Draft } from 'immer'
import { freeSlotName, type Slot, type Slots } from '@/core/colour/slots'
import { refuse } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import type { LookSwitch } from '@/core/template/switches'
import { withSlotIds } from '@/core/document/colours'
import { broughtIn, picturesIn, renamed, type Renaming } from '@/core/document/bringing'
import { defineEdit, put } from '@/core/document/edit'
import { withFollowsOn } from '@/core/document/follows'
import { sheetOf } from '@/core/document/read'
import type { Project, Sheet } from '@/core/document/types'

/** Slots keep a name of their own: one that the project has in another colour gets a number. */
const withFreeNames = (held: Slots, fresh: readonly Slot[]): readonly Slot[] => {
  const there: Record<string, Slot> = { ...held }
  return fresh.map((slot) => {
    const made = { ...slot, name: freeSlotName(there, slot.name) }
    there[made.id] = made
    return made
  })
}

/** A sheet of a template as one that was made from it. */
export const sheetMadeFrom = (template: Project, sheet: Sheet, id: string): Sheet => ({
  ...sheet,
  id,
  madeFrom: {
    id: template.template?.id ?? template.id,
    version: template.template?.version ?? 1,
    sheetId: sheet.id,
    name: template.name,
  },
})

/**
 * The sheets of a template, in its order, after another sheet of the project (or first), with the finishes, looks,
 * colour slots and pictures that they use. `newIds` gives each sheet an id that is new to the project. `instead` names a
 * sheet that goes, whose id one of them may take.
 */
export const addTemplateSheets = defineEdit<{
  readonly template: Project
  readonly newIds: Readonly<Record<string, string>>
  readonly after: string | null
  readonly instead?: string
}>((draft, { template, newIds, after, instead }, project) => {
  const count = project.order.length + template.order.length - (instead === undefined ? 0 : 1)
  if (count > RANGE.sheets) refuse('sheets', `at most ${RANGE.sheets}`, count)
  const finishes = broughtIn(project.finishes, template.finishes)
  const looks = broughtIn(project.looks, template.looks)
  const slots = broughtIn(project.slots, template.slots)
  const pictures = picturesIn(project.pictures, template.pictures, (id) => newIds[id] ?? id)
  const ids: Renaming = { pictureId: pictures.ids, finishId: finishes.ids, look: looks.ids }
  const recoloured = <T>(part: T): T => withSlotIds(part, slots.ids)
  for (const slot of withFreeNames(project.slots, slots.fresh)) Object.assign(draft.slots, { [slot.id]: slot })
  for (const one of finishes.fresh) Object.assign(draft.finishes, { [one.id]: recoloured(one) })
  for (const one of looks.fresh) Object.assign(draft.looks, { [one.id]: recoloured(one) })
  Object.assign(draft.pictures, pictures.fresh)
  const sheets = template.order.map((id) => {
    const made = sheetMadeFrom(template, sheetOf(template, id), newIds[id] ?? id)
    return withFollowsOn(recoloured(renamed(made, ids)), (from) =>
      template.sheets[from] ? (newIds[from] ?? from) : null,
    )
  })
  const before = project.order.slice(0, after === null ? 0 : project.order.indexOf(after) + 1)
  const behind = project.order.slice(before.length)
  const stays = (id: string): boolean => id !== instead
  draft.order = [...before.filter(stays), ...sheets.map(({ id }) => id), ...behind.filter(stays)]
  if (instead !== undefined) delete draft.sheets[instead]
  for (const sheet of sheets) Object.assign(draft.sheets, { [sheet.id]: sheet })
})

/** A project of its own made from a template: its sheets to be filled. */
export const projectFromTemplate = (template: Project, id: string, name: string): Project => {
  const sheets = Object.entries(template.sheets).map(([key, sheet]) => [key, sheetMadeFrom(template, sheet, key)])
  const made: { -readonly [K in keyof Project]: Project[K] } = {
    ...template,
    id,
    name,
    sheets: Object.fromEntries(sheets) as Project['sheets'], // each by its id
  }
  delete made.template
  return made
}

interface SwitchAddress {
  readonly sheetId: string
  readonly switchId: string
}

/** Adds a look switch to a sheet, or puts another in the place of the one with its id. */
export const putSwitch = defineEdit<{ readonly sheetId: string; readonly look: LookSwitch }>(
  (draft, { sheetId, look }, project) => {
    sheetOf(project, sheetId)
    const sheet = draft.sheets[sheetId]
    if (sheet) put(sheet.switches, look.id, look as Draft<LookSwitch>) // a frozen value is stored as it is
  },
)

/** Switches a look of a sheet on or off; its values stay. */
export const turnSwitch = defineEdit<SwitchAddress & { readonly on: boolean }>(
  (draft, { sheetId, switchId, on }, project) => {
    sheetOf(project, sheetId)
    const look = draft.sheets[sheetId]?.switches[switchId]
    if (look) put(look, 'on', on)
  },
)

/** Takes a look switch away from a sheet. */
export const removeSwitch = defineEdit<SwitchAddress>((draft, { sheetId, switchId }, project) => {
  sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  if (sheet) delete sheet.switches[switchId]
})
