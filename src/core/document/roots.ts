import { RANGE } from '@/core/tolerance'
import { sheetPictureIds } from '@/core/document/read'
import {
  coloursSchema,
  formatSchema,
  guidesSchema,
  itemSchema,
  pictureRefSchema,
  planeSchema,
  sheetFields,
  sheetOrderSchema,
  slotSchema,
  spanSchema,
} from '@/core/document/schema'
import { namedFinishSchema } from '@/core/document/schema/finish'
import { alphabetSchema } from '@/core/document/schema/lettering'
import { byId, id, name, shape, type Node } from '@/core/document/schema/parts'
import { namedLookSchema } from '@/core/document/schema/placed'
import { switchSchema, templateMarkSchema } from '@/core/document/schema/template'
import { MOST_SWITCHES } from '@/core/template/switches'
import type { Project, Sheet } from '@/core/document/types'

/** How one part of a document is held, counted, checked, and what it names. */
export interface Root<Whole> {
  /** What it holds, as a person would call it when there are too many. */
  readonly noun: string
  /** Describes the part as a whole. */
  readonly schema: Node
  /** Held by id: each value follows this schema, and there are at most so many. */
  readonly each?: { readonly schema: Node; readonly most: number }
  /** The list that gives the ids their order, if there is one. */
  readonly orderedBy?: keyof Whole
  /** A list by number, with at most so many entries. */
  readonly most?: number
  /** Ids of the pictures that it shows or keeps, as often as it does. */
  readonly pictures?: (whole: Whole) => readonly string[]
}

const held = <Whole>(
  noun: string,
  schema: Node,
  most: number,
  more: Pick<Root<Whole>, 'orderedBy' | 'pictures'> = {},
): Root<Whole> => ({ noun, schema: byId(schema, most), each: { schema, most }, ...more })

const value = <Whole>(noun: string, schema: Node, most?: number): Root<Whole> => ({
  noun,
  schema,
  ...(most === undefined ? {} : { most }),
})

/**
 * Every root of a sheet. The type asks for all of them: one that is forgotten does not compile, and a test compares the
 * table with the schema.
 */
export const SHEET_ROOTS: Readonly<Record<keyof Sheet, Root<Sheet>>> = {
  id: value('id', sheetFields.id),
  name: value('name', sheetFields.name),
  unit: value('unit', sheetFields.unit),
  size: value('size', sheetFields.size),
  ppi: value('resolution', sheetFields.ppi),
  bleed: value('bleed', sheetFields.bleed),
  safe: value('safe margin', sheetFields.safe),
  background: value('background', sheetFields.background),
  veil: value('veil', sheetFields.veil),
  order: value('frames and groups on one sheet', sheetFields.order, RANGE.items),
  items: held('frames and groups on one sheet', itemSchema, RANGE.items, { orderedBy: 'order' }),
  spans: held('pictures over several frames on one sheet', spanSchema, RANGE.items),
  planes: held('planes on one sheet', planeSchema, RANGE.planes),
  guides: value('guides', guidesSchema),
  grid: value('grid', sheetFields.grid),
  switches: held('look switches on one sheet', switchSchema, MOST_SWITCHES),
  notes: value('notes', sheetFields.notes),
  madeFrom: value('template it was made of', sheetFields.madeFrom),
  film: value('part of the film', sheetFields.film),
}

/** Every root of a project. Validation of steps, use counts and what the page may do read it. */
export const PROJECT_ROOTS: Readonly<Record<keyof Project, Root<Project>>> = {
  format: value('format', formatSchema),
  id: value('id', id()),
  name: value('name', name()),
  order: value('sheets', sheetOrderSchema, RANGE.sheets),
  sheets: held('sheets', shape(sheetFields), RANGE.sheets, {
    orderedBy: 'order',
    pictures: ({ sheets }) => Object.values(sheets).flatMap(sheetPictureIds),
  }),
  finishes: held('named finishes', namedFinishSchema, RANGE.finishes),
  looks: held('named looks', namedLookSchema, RANGE.looks),
  alphabets: held('alphabet sets', alphabetSchema, RANGE.alphabets),
  colours: value('kept colours', coloursSchema, RANGE.colours),
  slots: held('colour slots', slotSchema, RANGE.slots),
  pictures: held('pictures', pictureRefSchema, RANGE.pictures),
  template: value('what it tells as a template', templateMarkSchema),
}

/** The description of a whole project, made of its roots. */
export const projectSchema = shape(
  Object.fromEntries(Object.entries(PROJECT_ROOTS).map(([key, { schema }]) => [key, schema])),
)

/** How often each picture of the project is shown or kept, by its id; unused ones are left out. */
export const pictureUses = (project: Project): ReadonlyMap<string, number> => {
  const uses = new Map<string, number>()
  for (const { pictures } of Object.values(PROJECT_ROOTS))
    for (const pictureId of pictures?.(project) ?? []) uses.set(pictureId, (uses.get(pictureId) ?? 0) + 1)
  return uses
}
