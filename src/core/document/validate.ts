import { Failure, type Fault } from '@/core/failure'
import { migrate } from '@/core/document/migrate'
import { followFaults } from '@/core/document/follows'
import { nestingFault } from '@/core/document/sheetPictures'
import type { Project, Sheet } from '@/core/document/types'
import { RANGE } from '@/core/tolerance'
import { isId, isPlainObject, schemaFaults } from '@/core/document/schema/parts'
import { PROJECT_ROOTS, projectSchema, SHEET_ROOTS, type Root } from '@/core/document/roots'
import {
  finishFaults,
  keyFaults,
  namedFinishFaults,
  orderFaults,
  pictureFaults,
  sheetPictureFaults,
  sheetReferenceFaults,
  sheetSlotFaults,
  slotFaults,
} from '@/core/document/references'
import { letteringPictureFaults } from '@/core/document/letteringFaults'

const FORBIDDEN_KEYS: ReadonlySet<unknown> = new Set(['__proto__', 'constructor', 'prototype'])
const DEEPEST = 40

/** Keys anywhere in a value that could reach the language's own objects, and nesting beyond reason. */
const hostileFaults = (value: unknown, path: string, depth: number): Fault[] => {
  if (typeof value !== 'object' || value === null) return []
  if (depth > DEEPEST) return [{ path, message: `is nested deeper than ${DEEPEST} levels; flatten it` }]
  return Object.entries(value).flatMap(([key, inner]) => {
    const at = path ? `${path}.${key}` : key
    if (FORBIDDEN_KEYS.has(key)) return [{ path: at, message: 'is a key that is never allowed; remove it' }]
    return hostileFaults(inner, at, depth + 1)
  })
}

/** Every fault of a value as a project; none means that it is one. */
export const projectFaults = (value: unknown): readonly Fault[] => {
  const hostile = hostileFaults(value, '', 0)
  if (hostile.length) return hostile
  const shape = schemaFaults(projectSchema, value)
  if (shape.length) return shape
  // The schema has just found it to be a project.
  const project = value as Project
  return [
    ...orderFaults(project.order, project.sheets, '', 'sheets'),
    ...namedFinishFaults(project.finishes),
    ...slotFaults(project),
    ...Object.entries(project.alphabets).flatMap(([id, set]) => keyFaults(id, set, 'alphabets')),
    ...Object.values(project.sheets).flatMap((sheet) => sheetReferenceFaults(sheet, project)),
    ...sheetPictureFaults(project),
    ...followFaults(project),
  ]
}

const describe = (faults: readonly Fault[]): string => {
  const [first] = faults
  const more = faults.length > 1 ? ` (and ${faults.length - 1} more)` : ''
  return `The project has a fault: ${first?.path || 'the document'} ${first?.message}${more}. Correct it and try again.`
}

/** Reads a value as a project, of this format or an older one. Throws `format-unknown` or `document-invalid` with every fault. */
export const readProject = (value: unknown): Project => {
  const migrated = migrate(value)
  const faults = projectFaults(migrated)
  if (faults.length) throw new Failure('document-invalid', describe(faults), faults)
  return migrated as Project // projectFaults found none
}

/** Where a change was made: the keys that lead to it from the root. */
export type Touched = readonly (string | number)[]

/** What was touched below a root: all of it, or what is held under some ids with the rest of each path. */
interface Below {
  readonly isWhole: boolean
  readonly ids: ReadonlyMap<string, readonly Touched[]>
}

const belowOf = (touched: readonly Touched[]): Below => {
  const ids = new Map<string, Touched[]>()
  for (const [id, ...rest] of touched) {
    if (id === undefined) continue
    const held = ids.get(String(id))
    if (held) held.push(rest)
    else ids.set(String(id), [rest])
  }
  return { isWhole: touched.some((path) => path.length === 0), ids }
}

/** Faults of what is held by id: of its keys, its number, and of the values that were touched. */
const heldFaults = (
  held: unknown,
  { schema, each }: Pick<Root<never>, 'schema' | 'each'>,
  below: Below,
  at: string,
  faultsOf: (value: unknown, at: string, rest: readonly Touched[]) => readonly Fault[],
): readonly Fault[] => {
  if (!each || below.isWhole || !isPlainObject(held))
    return [...hostileFaults(held, at, depthOf(at)), ...schemaFaults(schema, held, at)]
  const values: Readonly<Record<string, unknown>> = held
  const count = Object.keys(values).length
  if (count > each.most) return [{ path: at, message: `may hold at most ${each.most}` }]
  return [...below.ids].flatMap(([id, rest]): readonly Fault[] => {
    if (!Object.hasOwn(values, id)) return []
    const told = id.slice(0, 40)
    if (!isId(id)) return [{ path: at, message: `has the key "${told}", which is not an id` }]
    return faultsOf(values[id], `${at}.${id}`, rest)
  })
}

const depthOf = (at: string): number => at.split('.').length

const plainFaults = (schema: Root<never>['schema'], value: unknown, at: string): readonly Fault[] => {
  const hostile = hostileFaults(value, at, depthOf(at))
  return hostile.length ? hostile : schemaFaults(schema, value, at)
}

/** Faults of a sheet by itself, in those of its parts that were touched. */
const sheetFaults = (sheet: unknown, at: string, touched: readonly Touched[]): readonly Fault[] => {
  const known = touched.every(([root]) => root !== undefined && Object.hasOwn(SHEET_ROOTS, root))
  if (!known || !isPlainObject(sheet)) return plainFaults(PROJECT_ROOTS.sheets.each?.schema ?? projectSchema, sheet, at)
  return [...belowOf(touched).ids].flatMap(([key, rest]) => {
    const root = SHEET_ROOTS[key as keyof Sheet] // just found to be one
    return heldFaults(sheet[key], root, belowOf(rest), `${at}.${key}`, (value, where) =>
      plainFaults(root.each?.schema ?? root.schema, value, where),
    )
  })
}

/** What of a frame names nothing, and is named by nothing: where it stands. */
const PLACED: ReadonlySet<unknown> = new Set(['box', 'turn'])

const isOnlyPlaced = ([items, , key]: Touched): boolean => items === 'items' && PLACED.has(key)

/** The sheets of which more was touched than where their frames stand; undefined without any. */
const relatingSheets = (below: Below | undefined): Below | undefined => {
  if (!below || below.isWhole) return below
  const ids = new Map([...below.ids].filter(([, touched]) => !touched.every(isOnlyPlaced)))
  return ids.size > 0 ? { isWhole: false, ids } : undefined
}

/** Faults of what parts that were touched say of others, and others of them. */
const relationFaults = (project: Project, roots: ReadonlyMap<string, Below>): readonly Fault[] => {
  const sheets = Object.values(project.sheets)
  const isGone = (root: 'pictures' | 'finishes' | 'slots'): boolean => {
    const below = roots.get(root)
    return (
      below !== undefined && (below.isWhole || [...below.ids.keys()].some((id) => !Object.hasOwn(project[root], id)))
    )
  }
  const below = relatingSheets(roots.get('sheets'))
  const touchedSheets = below?.isWhole ? sheets : sheets.filter(({ id }) => below?.ids.has(id))
  return [
    ...(roots.has('order') || below ? orderFaults(project.order, project.sheets, '', 'sheets') : []),
    ...(roots.has('finishes') ? namedFinishFaults(project.finishes) : []),
    ...(roots.has('alphabets')
      ? Object.entries(project.alphabets).flatMap(([id, set]) => keyFaults(id, set, 'alphabets'))
      : []),
    ...(['slots', 'finishes', 'looks'].some((root) => roots.has(root)) ? slotFaults(project) : []),
    ...touchedSheets.flatMap((sheet) => sheetReferenceFaults(sheet, project)),
    ...(below || roots.has('pictures') ? sheetPictureFaults(project) : []),
    ...(below ? followFaults(project) : []),
    // One that went may be missed on any sheet.
    ...(isGone('pictures')
      ? sheets.flatMap((sheet) => [
          ...pictureFaults(sheet, project.pictures, `sheets.${sheet.id}.`),
          ...letteringPictureFaults(sheet, project.pictures, `sheets.${sheet.id}.`),
        ])
      : []),
    ...(isGone('slots') ? sheets.flatMap((sheet) => sheetSlotFaults(sheet, project.slots, `sheets.${sheet.id}.`)) : []),
    ...(isGone('finishes')
      ? sheets.flatMap((sheet) => finishFaults(sheet, project.finishes, `sheets.${sheet.id}.`))
      : []),
  ]
}

/**
 * Faults of a project that was sound before a change, looked for only in what the change touched and in what that is
 * named by. None means that the whole is sound.
 */
export const touchedFaults = (project: Project, touched: readonly Touched[]): readonly Fault[] => {
  const isKnown = touched.every(([root]) => root !== undefined && Object.hasOwn(PROJECT_ROOTS, root))
  if (!isKnown || touched.flat().some((part) => FORBIDDEN_KEYS.has(part))) return projectFaults(project)
  const roots = new Map([...belowOf(touched).ids].map(([root, rest]) => [root, belowOf(rest)]))
  const shape = [...roots].flatMap(([key, below]) => {
    const root = PROJECT_ROOTS[key as keyof Project] // just found to be one
    const faultsOf = (value: unknown, at: string, rest: readonly Touched[]): readonly Fault[] =>
      key === 'sheets' ? sheetFaults(value, at, rest) : plainFaults(root.each?.schema ?? root.schema, value, at)
    return heldFaults(project[key as keyof Project], root, below, key, faultsOf)
  })
  return shape.length ? shape : relationFaults(project, roots)
}

/** Throws `document-invalid` for the faults that `touchedFaults` finds. */
export const checkTouched = (project: Project, touched: readonly Touched[]): void => {
  const faults = touchedFaults(project, touched)
  if (faults.length) throw new Failure('document-invalid', describe(faults), faults)
}

const held = <Whole>(
  root: Root<Whole>,
  whole: Whole,
  key: keyof Whole,
): { readonly count: number; readonly most: number } => {
  const value: unknown = whole[key]
  if (root.each) return { count: isPlainObject(value) ? Object.keys(value).length : 0, most: root.each.most }
  return { count: Array.isArray(value) ? value.length : 0, most: root.most ?? Infinity }
}

/** A sentence for the first part of the document that holds more than it may, or null. */
export const limitPassed = (project: Project): string | null => {
  const tooMany = <Whole>(roots: Readonly<Record<keyof Whole, Root<Whole>>>, whole: Whole): string | null => {
    for (const key of Object.keys(roots) as (keyof Whole)[]) {
      const { count, most } = held(roots[key], whole, key)
      if (count > most)
        return `There can be at most ${most} ${roots[key].noun}, and this would make ${count}. Remove some that are no longer needed first.`
    }
    return null
  }
  return (
    tooMany(PROJECT_ROOTS, project) ??
    Object.values(project.sheets)
      .map((sheet) => tooMany(SHEET_ROOTS, sheet))
      .find((sentence) => sentence !== null) ??
    nestingPassed(project)
  )
}

/** A sentence where sheets within sheets are not sound, or null. */
const nestingPassed = (project: Project): string | null => {
  const nesting = nestingFault(project)
  if (!nesting) return null
  const name = project.sheets[nesting.sheetId]?.name ?? ''
  return nesting.fault === 'circle'
    ? `“${name}” would come to show itself, by way of the sheets that it shows. Show another sheet here.`
    : `“${name}” would have more than ${RANGE.sheetDepth} sheets within one another. Show a sheet that has fewer within it.`
}
