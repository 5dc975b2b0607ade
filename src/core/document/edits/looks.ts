import type { Draft } from 'immer'
import { switched, valuesOf, type Adjustments } from '@/core/adjust/adjustments'
import { PICTURES, type PictureFill } from '@/core/document/fill'
import { refuse } from '@/core/failure'
import { defineEdit } from '@/core/document/edit'
import { withAdjustments } from '@/core/document/edits/adjust'
import type { NamedLook, Project, Sheet } from '@/core/document/types'
import type { Placed } from '@/core/placement/placed'

/** Changes every placement of a picture on a sheet: of takes, spans, the background, and those kept aside by texts. */
const eachPlaced = (sheet: Draft<Sheet>, change: (placed: Placed) => Placed): void => {
  const put = (holder: { placed: Draft<Placed> }): void => {
    const next = change(holder.placed as Placed) // drafts are read as what they are drafts of
    if (next !== holder.placed) holder.placed = next as Draft<Placed>
  }
  const takes = (fill: Draft<PictureFill>): void => fill.takes.forEach(put)
  for (const item of Object.values(sheet.items)) {
    if (item.kind === 'frame' && item.fill.kind === PICTURES) takes(item.fill)
    if (item.kind !== 'group' || !item.lettering) continue
    const { aside, across } = item.lettering
    for (const kept of aside) takes(kept.fill)
    if (across) item.lettering.across = change(across as Placed) as Draft<Placed> // read as what it is a draft of
  }
  for (const span of Object.values(sheet.spans)) if (span.source.kind === 'placed') put(span.source)
  if (sheet.background.kind === 'picture') put(sheet.background)
}

const users = (draft: Draft<Project>, lookId: string, change: (adjustments: Adjustments) => Adjustments): void => {
  for (const sheet of Object.values(draft.sheets))
    eachPlaced(sheet, (placed) =>
      placed.adjustments?.look === lookId ? withAdjustments(placed, change(placed.adjustments)) : placed,
    )
}

interface LookAddress {
  readonly lookId: string
}

const lookOf = (project: Project, lookId: string): NamedLook =>
  project.looks[lookId] ?? refuse('a look', 'one of the project', lookId)

/** Adds a look to the project; one whose id is known stays as it is. */
export const addLook = defineEdit<{ readonly look: NamedLook }>((draft, { look }, project) => {
  if (!project.looks[look.id])
    Object.assign(draft.looks, { [look.id]: { ...look, adjustments: valuesOf(look.adjustments) } })
})

/** Changes the values of a look; every picture of the project that has it follows, switched off or on as it was. */
export const changeLook = defineEdit<LookAddress & { readonly adjustments: Adjustments }>(
  (draft, { lookId, adjustments }, project) => {
    const values = valuesOf(adjustments)
    Object.assign(draft.looks, { [lookId]: { ...lookOf(project, lookId), adjustments: values } })
    users(draft, lookId, (held) => switched({ ...values, look: lookId }, held.off === true))
  },
)

export const renameLook = defineEdit<LookAddress & { readonly name: string }>((draft, { lookId, name }, project) => {
  Object.assign(draft.looks, { [lookId]: { ...lookOf(project, lookId), name } })
})

/** Forgets a look; pictures that have it keep its values. */
export const removeLook = defineEdit<LookAddress>((draft, { lookId }) => {
  delete draft.looks[lookId]
  users(draft, lookId, (held) => switched(valuesOf(held), held.off === true))
})
