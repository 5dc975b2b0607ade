import { Failure } from '@/core/failure'
import { slotNamed, type Slot, type Slots } from '@/core/colour/slots'
import { slotsUsedIn } from '@/core/document/colours'
import { itemPictureIds, sheetOf, sheetPictureIds } from '@/core/document/read'
import { isSheetPicture, sheetsShownOn } from '@/core/document/sheetPictures'
import { idsUnder, itemOf, topmostIds } from '@/core/document/tree'
import {
  itemSchema,
  pictureRefSchema,
  schemaFaults,
  isId,
  planeSchema,
  sheetSchema,
  slotSchema,
  spanSchema,
} from '@/core/document/schema'
import { namedFinishSchema } from '@/core/document/schema/finish'
import { FORMAT, type Item, type PictureRef, type Project, type Sheet } from '@/core/document/types'
import { letteringFaults } from '@/core/document/letteringFaults'
import {
  planeFaults,
  recordSlotFaults,
  sharingFaults,
  sheetPictureFaults,
  sheetReferenceFaults,
  treeFaults,
} from '@/core/document/references'
import { originalOf } from '@/core/document/content'
import { ownFill } from '@/core/document/edits/echoes'

/** Items taken along, with all they hold and the pictures they show: what copying puts on the clipboard. */
export interface Fragment {
  readonly format: typeof FORMAT
  /** Where it was taken from, so that pasting there can step aside. */
  readonly projectId: string
  readonly sheetId: string
  readonly order: readonly string[]
  readonly items: Readonly<Record<string, Item>>
  readonly pictures: Readonly<Record<string, PictureRef>>
  readonly spans: Sheet['spans']
  /** The planes that they lie on. */
  readonly planes: Sheet['planes']
  /** The named finishes that they use. */
  readonly finishes: Project['finishes']
  /** The colour slots that all of this uses. */
  readonly slots: Slots
  /** The sheets that they show as pictures, with those that these show. */
  readonly sheets: Project['sheets']
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
  const planeIds = new Set(
    Object.values(items).flatMap((item) => (item.kind === 'frame' && item.planeId !== undefined ? [item.planeId] : [])),
  )
  const own = [
    ...Object.values(items).flatMap(itemPictureIds),
    ...Object.values(spans).flatMap(({ source }) => (source.kind === 'placed' ? [source.placed.pictureId] : [])),
  ]
  const sheets = sheetsBelow(project, own)
  const within = Object.values(sheets)
  const used = new Set([...own, ...within.flatMap(sheetPictureIds)])
  const finished = [...Object.values(items), ...within.flatMap((one) => Object.values(one.items))]
  const finishes = only(project.finishes, new Set(finished.flatMap(({ finish }) => finish?.finishId ?? [])))
  return {
    format: FORMAT,
    projectId: project.id,
    sheetId,
    order,
    items,
    spans,
    planes: only(sheet.planes, planeIds),
    finishes,
    slots: slotsUsedIn(project.slots, [items, spans, finishes, sheets]),
    sheets,
    pictures: only(project.pictures, used),
  }
}

/** The sheets among pictures, and all that are shown on them. */
const sheetsBelow = (project: Project, pictureIds: readonly string[]): Project['sheets'] => {
  const found: Record<string, Sheet> = {}
  const add = (id: string): void => {
    const sheet = project.sheets[id]
    if (!sheet || found[id]) return
    found[id] = sheet
    sheetsShownOn(project.pictures, sheet).forEach(add)
  }
  for (const id of pictureIds) {
    const ref = project.pictures[id]
    if (ref && isSheetPicture(ref)) add(ref.sheetId)
  }
  return found
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
  const { items, pictures, spans, planes, finishes, slots, sheets, order, sheetId, projectId } = value
  if (
    !isRecord(items) ||
    !isRecord(pictures) ||
    !isRecord(spans) ||
    !isRecord(planes) ||
    !isRecord(finishes) ||
    !isRecord(slots) ||
    !isRecord(sheets) ||
    !Array.isArray(order) ||
    typeof sheetId !== 'string' ||
    typeof projectId !== 'string'
  )
    throw unreadable()
  if (!order.length || !order.every(isId)) throw unreadable()
  if (!sound(itemSchema, items) || !sound(pictureRefSchema, pictures) || !sound(planeSchema, planes)) throw unreadable()
  if (!sound(sheetSchema, sheets)) throw unreadable()
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
  const faults = [
    ...treeFaults(fragment, ''),
    ...sharingFaults(fragment, ''),
    ...planeFaults(fragment, ''),
    ...letteringFaults(fragment, ''),
    ...Object.values(fragment.sheets).flatMap((sheet) => sheetReferenceFaults(sheet, fragment)),
    ...sheetPictureFaults({ ...fragment, order: Object.keys(fragment.sheets) }),
  ]
  if (faults.length) throw unreadable()
  return fragment
}

/** What becomes of a slot whose name the project has, in another colour: one slot for both, or each its own. */
export type SameNamed = 'join' | 'apart'

/** The slots of a fragment that the project has by another id under the same name, but in another colour. */
export const slotsToChoose = (project: Project, { slots }: Pick<Fragment, 'slots'>): readonly Slot[] =>
  Object.values(slots).filter((slot) => {
    const held = Object.hasOwn(project.slots, slot.id) ? undefined : slotNamed(project.slots, slot.name)
    return held !== undefined && held.colour !== slot.colour
  })
