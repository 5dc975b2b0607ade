import { Failure, type Fault } from '@/core/failure'
import { FORMAT, type Project, type Sheet } from '@/core/document/types'
import { pictureRefSchema, projectSchema, schemaFaults, sheetSchema } from '@/core/document/schema'

const FORBIDDEN_KEYS = new Set(['__proto__', 'constructor', 'prototype'])
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

/** A list of ids and the objects it orders must name the same things, once each. */
const orderFaults = (
  order: readonly string[],
  held: Readonly<Record<string, { id: string }>>,
  at: string,
  list: string,
): Fault[] => {
  const faults: Fault[] = []
  const seen = new Set<string>()
  order.forEach((id, i) => {
    if (seen.has(id)) faults.push({ path: `${at}order[${i}]`, message: `names "${id}" a second time; name it once` })
    else if (!Object.hasOwn(held, id))
      faults.push({ path: `${at}order[${i}]`, message: `names "${id}", which is not in ${list}` })
    seen.add(id)
  })
  for (const [id, item] of Object.entries(held)) {
    if (!seen.has(id))
      faults.push({ path: `${at}${list}.${id}`, message: `is not named in ${at}order; add it there or remove it` })
    if (item.id !== id)
      faults.push({
        path: `${at}${list}.${id}.id`,
        message: `is "${item.id}" but its key is "${id}"; make them the same`,
      })
  }
  return faults
}

/** Every picture a sheet shows must be one of the project. */
const pictureFaults = (sheet: Sheet, pictures: Project['pictures'], at: string): Fault[] => {
  const faults: Fault[] = []
  const need = (pictureId: string, path: string): void => {
    if (!Object.hasOwn(pictures, pictureId))
      faults.push({ path, message: `names the picture "${pictureId}", which is not in pictures` })
  }
  if (sheet.background.kind === 'picture') need(sheet.background.placed.pictureId, `${at}background.placed.pictureId`)
  for (const frame of Object.values(sheet.items)) {
    const fill = frame.fill
    if (fill.kind !== 'taken') continue
    const base = `${at}items.${frame.id}.fill`
    fill.takes.forEach((take, i) => need(take.placed.pictureId, `${base}.takes[${i}].placed.pictureId`))
    if (!fill.takes.some((take) => take.id === fill.shown))
      faults.push({ path: `${base}.shown`, message: `names the take "${fill.shown}", which is not in takes` })
    if (new Set(fill.takes.map((take) => take.id)).size < fill.takes.length)
      faults.push({ path: `${base}.takes`, message: 'has two takes of one id; give each its own' })
  }
  return faults
}

const sheetReferenceFaults = (sheet: Sheet, project: Project): Fault[] => [
  ...orderFaults(sheet.order, sheet.items, `sheets.${sheet.id}.`, 'items'),
  ...pictureFaults(sheet, project.pictures, `sheets.${sheet.id}.`),
]

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
    ...Object.values(project.sheets).flatMap((sheet) => sheetReferenceFaults(sheet, project)),
  ]
}

const describe = (faults: readonly Fault[]): string => {
  const [first] = faults
  const more = faults.length > 1 ? ` (and ${faults.length - 1} more)` : ''
  return `The project has a fault: ${first?.path || 'the document'} ${first?.message}${more}. Correct it and try again.`
}

const formatOf = (value: unknown): unknown =>
  typeof value === 'object' && value !== null && 'format' in value ? value.format : undefined

/** Reads a value as a project. Throws `format-unknown` or `document-invalid` with every fault. */
export const readProject = (value: unknown): Project => {
  const format = formatOf(value)
  if (typeof format === 'number' && format !== FORMAT)
    throw new Failure(
      'format-unknown',
      `This project is of format ${format}; this program reads format ${FORMAT}. Open it with a newer version of the program.`,
    )
  const faults = projectFaults(value)
  if (faults.length) throw new Failure('document-invalid', describe(faults), faults)
  return value as Project // projectFaults found none
}

/** Checks only what a change touched: the named sheets and pictures, and the orders. */
export const checkTouched = (project: Project, touched: readonly (readonly (string | number)[])[]): void => {
  const roots = new Set(touched.map(([root]) => root))
  const deep = touched.some(([, id]) => id === undefined)
  const idsUnder = (root: string): string[] => [
    ...new Set(touched.filter(([r]) => r === root).map(([, id]) => String(id))),
  ]
  const hostile = touched.flatMap((path) => path.filter((part) => typeof part === 'string' && FORBIDDEN_KEYS.has(part)))
  if (deep || roots.has('format') || roots.has('order') || roots.has('id') || roots.has('name') || hostile.length) {
    readProject(project)
    return
  }
  const faults: Fault[] = []
  for (const id of idsUnder('pictures')) {
    const picture = project.pictures[id]
    if (picture)
      faults.push(
        ...hostileFaults(picture, `pictures.${id}`, 0),
        ...schemaFaults(pictureRefSchema, picture, `pictures.${id}`),
      )
    else
      faults.push(
        ...Object.values(project.sheets).flatMap((sheet) =>
          pictureFaults(sheet, project.pictures, `sheets.${sheet.id}.`),
        ),
      )
  }
  for (const id of idsUnder('sheets')) {
    const sheet = project.sheets[id]
    if (!sheet) {
      readProject(project)
      continue
    }
    const shape = [...hostileFaults(sheet, `sheets.${id}`, 0), ...schemaFaults(sheetSchema, sheet, `sheets.${id}`)]
    faults.push(...(shape.length ? shape : sheetReferenceFaults(sheet, project)))
  }
  if (![...roots].every((root) => root === 'sheets' || root === 'pictures')) readProject(project)
  if (faults.length) throw new Failure('document-invalid', describe(faults), faults)
}
