import { Failure } from '@/core/failure'
import { defineEdit } from '@/core/document/edit'
import { framePictureIds, sheetOf } from '@/core/document/read'
import { framesUnder, idsUnder, topmostIds } from '@/core/document/tree'
import { itemSchema, pictureRefSchema, schemaFaults, isId } from '@/core/document/schema'
import { FORMAT, type Fill, type Item, type PictureRef, type Project } from '@/core/document/types'
import { treeFaults } from '@/core/document/validate'
import { placeAbove } from '@/core/document/lists'
import type { Point } from '@/core/geometry/vector'

/** Items taken along, with all they hold and the pictures they show: what copying puts on the clipboard. */
export interface Fragment {
  readonly format: typeof FORMAT
  /** Where it was taken from, so that pasting there can step aside. */
  readonly sheetId: string
  readonly order: readonly string[]
  readonly items: Readonly<Record<string, Item>>
  readonly pictures: Readonly<Record<string, PictureRef>>
}

/** The items, as a fragment of their own. */
export const fragmentOf = (project: Project, sheetId: string, ids: readonly string[]): Fragment => {
  const sheet = sheetOf(project, sheetId)
  const order = topmostIds(sheet, ids)
  const inside = [...idsUnder(sheet, order)]
  const used = new Set(framesUnder(sheet, order).flatMap(framePictureIds))
  return {
    format: FORMAT,
    sheetId,
    order,
    items: Object.fromEntries(inside.flatMap((id) => (sheet.items[id] ? [[id, sheet.items[id]]] : []))),
    pictures: Object.fromEntries(Object.entries(project.pictures).filter(([id]) => used.has(id))),
  }
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
  const { items, pictures, order, sheetId } = value
  if (!isRecord(items) || !isRecord(pictures) || !Array.isArray(order) || typeof sheetId !== 'string')
    throw unreadable()
  if (!order.length || !order.every(isId)) throw unreadable()
  if (!sound(itemSchema, items) || !sound(pictureRefSchema, pictures)) throw unreadable()
  const fragment = value as unknown as Fragment // its parts were just checked
  const known = Object.values(fragment.items).every(
    (item) => item.kind === 'group' || framePictureIds(item).every((id) => Object.hasOwn(fragment.pictures, id)),
  )
  if (!known || treeFaults(fragment, '').length) throw unreadable()
  return fragment
}

/** The id under which the project knows a picture, or one that is free for it. */
const pictureIdFor = (project: Project, id: string, ref: PictureRef): string => {
  const known = Object.entries(project.pictures).find(([, held]) => held.hash === ref.hash)
  if (known) return known[0]
  return project.pictures[id] ? `pic-${ref.hash.slice(0, 40)}` : id
}

const withPictureIds = (fill: Fill, idFor: (id: string) => string): Fill =>
  fill.kind === 'taken'
    ? {
        ...fill,
        takes: fill.takes.map((take) => ({
          ...take,
          placed: { ...take.placed, pictureId: idFor(take.placed.pictureId) },
        })),
      }
    : fill

const copyOf = (item: Item, newId: (id: string) => string, pictureId: (id: string) => string, by: Point): Item =>
  item.kind === 'group'
    ? { ...item, id: newId(item.id), order: item.order.map(newId) }
    : {
        ...item,
        id: newId(item.id),
        box: { ...item.box, cx: item.box.cx + by.x, cy: item.box.cy + by.y },
        fill: withPictureIds(item.fill, pictureId),
        stencil:
          item.stencil.kind === 'mask'
            ? { ...item.stencil, pictureId: pictureId(item.stencil.pictureId) }
            : item.stencil,
      }

/**
 * Puts a fragment on a sheet, moved by `delta` points: on top, or just above the item `above`. `newIds` gives each of
 * its items an id that is new to the sheet. Pictures keep their settings; the project learns those it did not know.
 */
export const pasteFragment = defineEdit<{
  readonly sheetId: string
  readonly fragment: Fragment
  readonly newIds: Readonly<Record<string, string>>
  readonly delta: Point
  readonly above?: string
}>((draft, { sheetId, fragment, newIds, delta, above }, project) => {
  const held = sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  if (!sheet) return
  const newId = (id: string): string => newIds[id] ?? id
  const pictureIds = new Map(Object.entries(fragment.pictures).map(([id, ref]) => [id, pictureIdFor(project, id, ref)]))
  for (const [id, ref] of Object.entries(fragment.pictures)) {
    const known = pictureIds.get(id) ?? id
    if (!project.pictures[known]) Object.assign(draft.pictures, { [known]: ref })
  }
  const copies = Object.values(fragment.items).map((item) =>
    copyOf(item, newId, (id) => pictureIds.get(id) ?? id, delta),
  )
  if (copies.some((item) => held.items[item.id])) return
  for (const item of copies) Object.assign(sheet.items, { [item.id]: item })
  placeAbove(sheet, fragment.order.map(newId), above)
})
