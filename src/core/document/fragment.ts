import { assertNever, Failure } from '@/core/failure'
import { freeSlotName, slotNamed, type Slot, type Slots } from '@/core/colour/slots'
import { slotsUsedIn, withSlotIds } from '@/core/document/colours'
import { defineEdit } from '@/core/document/edit'
import { itemPictureIds, sheetOf } from '@/core/document/read'
import { idsUnder, itemOf, topmostIds } from '@/core/document/tree'
import { itemSchema, pictureRefSchema, schemaFaults, isId, slotSchema, spanSchema } from '@/core/document/schema'
import { namedFinishSchema } from '@/core/document/schema/finish'
import {
  FORMAT,
  type Item,
  type Lettering,
  type PictureRef,
  type Project,
  type Sheet,
  type Span,
} from '@/core/document/types'
import { PICTURES, type PictureFill, type Fill } from '@/core/document/fill'
import { letteringFaults } from '@/core/document/letteringFaults'
import { recordSlotFaults, sharingFaults, treeFaults } from '@/core/document/references'
import { originalOf } from '@/core/document/content'
import { ownFill } from '@/core/document/edits/echoes'
import { placeAbove } from '@/core/document/lists'
import type { Placed } from '@/core/placement/placed'
import type { Point } from '@/core/geometry/vector'

/** Items taken along, with all they hold and the pictures they show: what copying puts on the clipboard. */
export interface Fragment {
  readonly format: typeof FORMAT
  /** Where it was taken from, so that pasting there can step aside. */
  readonly sheetId: string
  readonly order: readonly string[]
  readonly items: Readonly<Record<string, Item>>
  readonly pictures: Readonly<Record<string, PictureRef>>
  readonly spans: Sheet['spans']
  /** The named finishes that they use. */
  readonly finishes: Project['finishes']
  /** The colour slots that all of this uses. */
  readonly slots: Slots
}

/** The items, as a fragment of their own. */
export const fragmentOf = (project: Project, sheetId: string, ids: readonly string[]): Fragment => {
  const sheet = sheetOf(project, sheetId)
  const order = topmostIds(sheet, ids)
  const inside = [...idsUnder(sheet, order)]
  const items = Object.fromEntries(
    inside.flatMap((id) => (sheet.items[id] ? [[id, copied(project, sheet, id, inside)]] : [])),
  )
  const spanIds = new Set(
    Object.values(items).flatMap((item) =>
      item.kind === 'frame' && item.fill.kind === 'span' ? [item.fill.spanId] : [],
    ),
  )
  const spans = only(sheet.spans, spanIds)
  const finishIds = new Set(Object.values(items).flatMap(({ finish }) => finish?.finishId ?? []))
  const used = new Set([
    ...Object.values(items).flatMap(itemPictureIds),
    ...Object.values(spans).flatMap(({ source }) => (source.kind === 'placed' ? [source.placed.pictureId] : [])),
  ])
  const finishes = only(project.finishes, finishIds)
  return {
    format: FORMAT,
    sheetId,
    order,
    items,
    spans,
    finishes,
    slots: slotsUsedIn(project.slots, [items, spans, finishes]),
    pictures: only(project.pictures, used),
  }
}

const only = <T>(held: Readonly<Record<string, T>>, ids: ReadonlySet<string>): Readonly<Record<string, T>> =>
  Object.fromEntries(Object.entries(held).filter(([id]) => ids.has(id)))

/** An item as it is taken along: what it shows of frames or backgrounds that stay behind becomes its own. */
const copied = (project: Project, sheet: Sheet, id: string, inside: readonly string[]): Item => {
  const item = itemOf(sheet, id)
  if (item.kind === 'group') return item
  const isLeft = item.fill.kind === 'echo' && !inside.includes(originalOf(sheet, item).id)
  const isOnGround = item.fill.kind === 'span' && sheet.spans[item.fill.spanId]?.source.kind === 'background'
  return isLeft || isOnGround ? { ...item, fill: ownFill(project, sheet, item) } : item
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const unreadable = (): Failure =>
  new Failure('document-invalid', 'What was copied cannot be pasted here. Copy the frames again on this bench.')

const sound = (schema: Parameters<typeof schemaFaults>[0], values: Readonly<Record<string, unknown>>): boolean =>
  Object.entries(values).every(([id, value]) => isId(id) && !schemaFaults(schema, value).length)

/** Reads what came from a clipboard, which may hold anything. Throws `document-invalid`. */
export const readFragment = (value: unknown): Fragment => {
  if (!isRecord(value) || value['format'] !== FORMAT) throw unreadable()
  const { items, pictures, spans, finishes, slots, order, sheetId } = value
  if (
    !isRecord(items) ||
    !isRecord(pictures) ||
    !isRecord(spans) ||
    !isRecord(finishes) ||
    !isRecord(slots) ||
    !Array.isArray(order) ||
    typeof sheetId !== 'string'
  )
    throw unreadable()
  if (!order.length || !order.every(isId)) throw unreadable()
  if (!sound(itemSchema, items) || !sound(pictureRefSchema, pictures)) throw unreadable()
  if (!sound(spanSchema, spans) || !sound(namedFinishSchema, finishes) || !sound(slotSchema, slots)) throw unreadable()
  const fragment = value as unknown as Fragment // its parts were just checked
  const known = Object.values(fragment.items).every((item) =>
    itemPictureIds(item).every((id) => Object.hasOwn(fragment.pictures, id)),
  )
  const finished = Object.values(fragment.items).every(
    ({ finish }) => finish?.finishId === undefined || Object.hasOwn(fragment.finishes, finish.finishId),
  )
  const placed = Object.values(fragment.spans).every(
    ({ source }) => source.kind === 'background' || Object.hasOwn(fragment.pictures, source.placed.pictureId),
  )
  const coloured = !['items', 'spans', 'finishes'].some(
    (key) => recordSlotFaults(value[key] as Fragment['items'], fragment.slots, key).length,
  )
  if (!known || !finished || !placed || !coloured) throw unreadable()
  if ([...treeFaults(fragment, ''), ...sharingFaults(fragment, ''), ...letteringFaults(fragment, '')].length)
    throw unreadable()
  return fragment
}

/** The id under which the project knows a picture, or one that is free for it. */
const pictureIdFor = (project: Project, id: string, ref: PictureRef): string => {
  const known = Object.entries(project.pictures).find(([, held]) => held.hash === ref.hash)
  if (known) return known[0]
  return project.pictures[id] ? `pic-${ref.hash.slice(0, 40)}` : id
}

/** What a fragment's ids become where it is put. */
interface NewIds {
  readonly item: (id: string) => string
  readonly picture: (id: string) => string
  readonly span: (id: string) => string
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
  box: { ...span.box, cx: span.box.cx + by.x, cy: span.box.cy + by.y },
  source:
    span.source.kind === 'placed'
      ? {
          ...span.source,
          placed: placedWith(span.source.placed, ids),
        }
      : span.source,
})

/** What becomes of a slot whose name the project has, in another colour: one slot for both, or each its own. */
export type SameNamed = 'join' | 'apart'

/** The slots of a fragment that the project has by another id under the same name, but in another colour. */
export const slotsToChoose = (project: Project, { slots }: Pick<Fragment, 'slots'>): readonly Slot[] =>
  Object.values(slots).filter((slot) => {
    const held = Object.hasOwn(project.slots, slot.id) ? undefined : slotNamed(project.slots, slot.name)
    return held !== undefined && held.colour !== slot.colour
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
  const pictureIds = new Map(Object.entries(fragment.pictures).map(([id, ref]) => [id, pictureIdFor(project, id, ref)]))
  for (const [id, ref] of Object.entries(fragment.pictures)) {
    const known = pictureIds.get(id) ?? id
    if (!project.pictures[known]) Object.assign(draft.pictures, { [known]: ref })
  }
  const ids: NewIds = {
    item: newId,
    picture: (id) => pictureIds.get(id) ?? id,
    // A span is named after a frame of its own, whose id is new.
    span: (id) =>
      `span-${newId(Object.values(fragment.items).find((item) => isWindowOf(item, id))?.id ?? id)}`.slice(0, 64),
  }
  const copies = Object.values(fragment.items).map((item) => copyOf(item, ids, delta))
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
