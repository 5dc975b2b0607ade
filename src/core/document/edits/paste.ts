import type { Draft } from 'immer'
import { assertNever, refuse } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { freeSlotName, slotNamed, type Slot, type Slots } from '@/core/colour/slots'
import { picturesIn, renamed } from '@/core/document/bringing'
import { withSlotIds } from '@/core/document/colours'
import { defineEdit, sameValue } from '@/core/document/edit'
import { withFollowsOn } from '@/core/document/follows'
import { sheetOf } from '@/core/document/read'
import {
  type Frame,
  type Item,
  type Lettering,
  type Plane,
  type Project,
  type Sheet,
  type Span,
} from '@/core/document/types'
import { PICTURES, type PictureFill, type Fill } from '@/core/document/fill'
import { placeAbove } from '@/core/document/lists'
import type { Placed } from '@/core/placement/placed'
import type { Point } from '@/core/geometry/vector'

import type { Fragment, SameNamed } from '@/core/document/fragment'

/**
 * What the sheets of a fragment are called where it is put: those that the project has as they are keep their ids, as do all
 * of its own; others get ids that are new to it.
 */
const sheetIdsFor = (project: Project, { projectId, sheets }: Fragment, seed: string): ReadonlyMap<string, string> =>
  new Map(
    Object.values(sheets).map((sheet, i) => {
      const held = project.sheets[sheet.id]
      const isKnown = held !== undefined && (projectId === project.id || sameValue(held, sheet))
      return [sheet.id, isKnown ? sheet.id : `sheet-${seed}-${i}`.slice(-64)]
    }),
  )

/** Adds the sheets of a fragment that the project does not have, after all others. */
const addSheets = (
  draft: Draft<Project>,
  project: Project,
  { sheets, projectId }: Fragment,
  sheetIds: ReadonlyMap<string, string>,
  pictureIds: ReadonlyMap<string, string>,
): void => {
  const isHome = projectId === project.id
  const fresh = Object.values(sheets).filter(({ id }) => !project.sheets[sheetIds.get(id) ?? id])
  const count = project.order.length + fresh.length
  if (count > RANGE.sheets) refuse('sheets', `at most ${RANGE.sheets}`, count)
  for (const sheet of fresh) {
    const id = sheetIds.get(sheet.id) ?? sheet.id
    const made = renamed({ ...sheet, id }, { pictureId: pictureIds, finishId: new Map(), look: new Map() })
    const followed = withFollowsOn(made, (from) => sheetIds.get(from) ?? (isHome ? from : null))
    Object.assign(draft.sheets, { [id]: followed })
    draft.order.push(id)
  }
}

/** What a fragment's ids become where it is put. */
interface NewIds {
  readonly item: (id: string) => string
  readonly picture: (id: string) => string
  readonly span: (id: string) => string
  readonly plane: (id: string) => string
}

const placedWith = (placed: Placed, ids: NewIds): Placed => ({ ...placed, pictureId: ids.picture(placed.pictureId) })

const picturesWith = (fill: PictureFill, ids: NewIds): PictureFill => ({
  ...fill,
  takes: fill.takes.map((take) => ({ ...take, placed: placedWith(take.placed, ids) })),
})

/** A text with its letters' new ids; those without a frame get theirs by the text's own, since no item has them. */
const copyOfLettering = (lettering: Lettering, groupId: string, ids: NewIds, by: Point): Lettering => {
  const frameless = [
    ...lettering.letters.flatMap(({ id, rest }) => (rest ? [] : [id])),
    ...lettering.aside.map((one) => one.letterId),
  ]
  const standing = new Set(lettering.letters.flatMap(({ id, rest }) => (rest ? [id] : [])))
  const idOf = (id: string): string =>
    standing.has(id) ? ids.item(id) : `${groupId.slice(0, 56)}-l${frameless.indexOf(id)}`
  return {
    ...lettering,
    pose: { ...lettering.pose, cx: lettering.pose.cx + by.x, cy: lettering.pose.cy + by.y },
    letters: lettering.letters.map((letter) => ({ ...letter, id: idOf(letter.id) })),
    aside: lettering.aside.map((kept) => ({
      ...kept,
      letterId: idOf(kept.letterId),
      fill: picturesWith(kept.fill, ids),
    })),
    ...(lettering.across ? { across: placedWith(lettering.across, ids) } : {}),
  }
}

const withNewIds = (fill: Fill, ids: NewIds, by: Point): Fill => {
  switch (fill.kind) {
    case PICTURES:
      return picturesWith(fill, ids)
    case 'span': {
      const { pinned } = fill
      const moved = pinned ? { pinned: { ...pinned, cx: pinned.cx + by.x, cy: pinned.cy + by.y } } : {}
      return { ...fill, ...moved, spanId: ids.span(fill.spanId) }
    }
    case 'echo':
      return { ...fill, frameId: ids.item(fill.frameId) }
    case 'none':
    case 'colour':
    case 'gradient':
      return fill
    default:
      return assertNever(fill)
  }
}

const onPlane = (planeId: string | undefined, ids: NewIds): { readonly planeId?: string } =>
  planeId === undefined ? {} : { planeId: ids.plane(planeId) }

/** What another project's frame followed stays there. */
const withoutLead = (item: Item): Item => {
  if (item.kind === 'group' || !item.follows) return item
  const alone: { -readonly [K in keyof Frame]: Frame[K] } = { ...item }
  delete alone.follows
  return alone
}

const copyOf = (item: Item, ids: NewIds, by: Point): Item =>
  item.kind === 'group'
    ? {
        ...item,
        id: ids.item(item.id),
        order: item.order.map(ids.item),
        ...(item.lettering ? { lettering: copyOfLettering(item.lettering, ids.item(item.id), ids, by) } : {}),
      }
    : {
        ...item,
        id: ids.item(item.id),
        ...onPlane(item.planeId, ids),
        ...(item.shade ? { shade: { ...item.shade, of: ids.item(item.shade.of) } } : {}),
        box: { ...item.box, cx: item.box.cx + by.x, cy: item.box.cy + by.y },
        fill: withNewIds(item.fill, ids, by),
        stencil:
          item.stencil.kind === 'mask'
            ? { ...item.stencil, pictureId: ids.picture(item.stencil.pictureId) }
            : item.stencil,
      }

const copyOfSpan = (span: Span, ids: NewIds, by: Point): Span => ({
  ...span,
  id: ids.span(span.id),
  ...onPlane(span.planeId, ids),
  box: { ...span.box, cx: span.box.cx + by.x, cy: span.box.cy + by.y },
  source:
    span.source.kind === 'placed'
      ? {
          ...span.source,
          placed: placedWith(span.source.placed, ids),
        }
      : span.source,
})

/** What the slots of a fragment become in a project: the id of each there, and those that are new to it. */
const slotsThere = (project: Project, slots: Slots, same: SameNamed) => {
  const there: Record<string, Slot> = { ...project.slots }
  const ids = new Map<string, string>()
  for (const slot of Object.values(slots)) {
    if (Object.hasOwn(project.slots, slot.id)) continue
    const held = slotNamed(project.slots, slot.name)
    if (held && (same === 'join' || held.colour === slot.colour)) ids.set(slot.id, held.id)
    else there[slot.id] = { ...slot, name: freeSlotName(there, slot.name) }
  }
  const fresh = Object.values(there).filter(({ id }) => !Object.hasOwn(project.slots, id))
  return { ids, fresh }
}

const isWindowOf = (item: Item, spanId: string): boolean =>
  item.kind === 'frame' && item.fill.kind === 'span' && item.fill.spanId === spanId

/** Under which id a plane is found where a fragment is put: on its own sheet it is the one that is there. */
const planeIdFor = (
  sheet: Sheet,
  { sheetId, items }: Fragment,
  plane: Plane,
  newId: (id: string) => string,
): string => {
  const held = sheet.planes[plane.id]
  if (!held || sheet.id === sheetId || sameValue(held, plane)) return plane.id
  // Named after a frame that lies on it, whose id is new.
  const member = Object.values(items).find((item) => item.kind === 'frame' && item.planeId === plane.id)
  return `plane-${newId(member?.id ?? plane.id)}`.slice(0, 64)
}

/**
 * Puts a fragment on a sheet, moved by `delta` points: on top, or just above the item `above`. `newIds` gives each of
 * its items an id that is new to the sheet. Pictures keep their settings; the project learns those it did not know, and
 * so it does with colour slots: `same` says what becomes of one whose name it has.
 */
export const pasteFragment = defineEdit<{
  readonly sheetId: string
  readonly fragment: Fragment
  readonly newIds: Readonly<Record<string, string>>
  readonly delta: Point
  readonly above?: string
  readonly same?: SameNamed
}>((draft, { sheetId, fragment: copied, newIds, delta, above, same = 'join' }, project) => {
  const sheetBefore = sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  if (!sheet) return
  const { ids: slotIds, fresh } = slotsThere(project, copied.slots, same)
  const fragment = withSlotIds(copied, slotIds)
  for (const slot of fresh) Object.assign(draft.slots, { [slot.id]: slot })
  const newId = (id: string): string => newIds[id] ?? id
  const sheetIds = sheetIdsFor(project, fragment, newId(fragment.order[0] ?? ''))
  const pictures = picturesIn(project.pictures, fragment.pictures, (id) => sheetIds.get(id) ?? id)
  const pictureIds = pictures.ids
  Object.assign(draft.pictures, pictures.fresh)
  addSheets(draft, project, fragment, sheetIds, pictureIds)
  // A plane that the sheet has is used, whatever became of it; another of its id gets one of its own.
  const planeIds = new Map(
    Object.values(fragment.planes).map((plane) => [plane.id, planeIdFor(sheetBefore, fragment, plane, newId)]),
  )
  for (const plane of Object.values(fragment.planes)) {
    const id = planeIds.get(plane.id) ?? plane.id
    if (!sheetBefore.planes[id]) Object.assign(sheet.planes, { [id]: { ...plane, id } })
  }
  const ids: NewIds = {
    item: newId,
    picture: (id) => pictureIds.get(id) ?? id,
    // A span is named after a frame of its own, whose id is new.
    span: (id) =>
      `span-${newId(Object.values(fragment.items).find((item) => isWindowOf(item, id))?.id ?? id)}`.slice(0, 64),
    plane: (id) => planeIds.get(id) ?? id,
  }
  const isHome = fragment.projectId === project.id
  const copies = Object.values(fragment.items).map((item) => copyOf(isHome ? item : withoutLead(item), ids, delta))
  if (copies.some((item) => sheetBefore.items[item.id])) return
  for (const span of Object.values(fragment.spans)) {
    const copy = copyOfSpan(span, ids, delta)
    Object.assign(sheet.spans, { [copy.id]: copy })
  }
  for (const [id, finish] of Object.entries(fragment.finishes))
    if (!project.finishes[id]) Object.assign(draft.finishes, { [id]: finish })
  for (const item of copies) Object.assign(sheet.items, { [item.id]: item })
  placeAbove(sheet, fragment.order.map(newId), above)
})
