import type { Fault } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { BEND_FAULT_WORDS, bendFault } from '@/core/geometry/bend'
import { QUAD_FAULT_WORDS, quadFault, type Quad } from '@/core/geometry/quad'
import { isKnownColour } from '@/core/colour/slots'
import { slotRefsIn } from '@/core/document/colours'
import { letteringFaults, letteringPictureFaults } from '@/core/document/letteringFaults'
import { type Project, type Sheet } from '@/core/document/types'
import { PICTURES } from '@/core/document/fill'
import { isSheetPicture, nestingFault, sheetPixelsOf, showsSheets } from '@/core/document/sheetPictures'

/** What parts of a document say of one another. Each part has been checked by itself before. */
interface Named {
  readonly id: string
}

/** A list of ids and the objects it orders must name the same things, once each. */
export const orderFaults = (
  order: readonly string[],
  held: Readonly<Record<string, Named>>,
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
    faults.push(...keyFaults(id, item, `${at}${list}`))
  }
  return faults
}

/** What is kept under another key than its id. */
export const keyFaults = (key: string, { id }: Named, at: string): Fault[] =>
  id === key ? [] : [{ path: `${at}.${key}.id`, message: `is "${id}" but its key is "${key}"; make them the same` }]

/** Every item stands in exactly one list: the sheet's own or that of one group, and no group within itself. */
export const treeFaults = (sheet: Pick<Sheet, 'order' | 'items'>, at: string): Fault[] => {
  const faults: Fault[] = []
  const seen = new Set<string>()
  const visit = (order: readonly string[], path: string, depth: number): void =>
    order.forEach((id, i) => {
      const item = Object.hasOwn(sheet.items, id) ? sheet.items[id] : undefined
      const here = `${path}[${i}]`
      if (!item) faults.push({ path: here, message: `names "${id}", which is not in items` })
      else if (seen.has(id)) faults.push({ path: here, message: `names "${id}" a second time; name it once` })
      seen.add(id)
      if (item?.kind !== 'group') return
      if (depth >= RANGE.groupDepth)
        faults.push({ path: here, message: `lies in more than ${RANGE.groupDepth} groups; flatten them` })
      else if (faults.length === 0) visit(item.order, `${at}items.${id}.order`, depth + 1)
    })
  visit(sheet.order, `${at}order`, 0)
  for (const [id, item] of Object.entries(sheet.items)) {
    if (!seen.has(id) && !faults.length)
      faults.push({ path: `${at}items.${id}`, message: `is named in no order; add it to ${at}order or remove it` })
    faults.push(...keyFaults(id, item, `${at}items`))
  }
  return faults
}

/** Every picture a sheet shows must be one of the project. */
export const pictureFaults = (sheet: Sheet, pictures: Project['pictures'], at: string): Fault[] => {
  const faults: Fault[] = []
  const need = (pictureId: string, path: string): void => {
    if (!Object.hasOwn(pictures, pictureId))
      faults.push({ path, message: `names the picture "${pictureId}", which is not in pictures` })
  }
  for (const { id, source } of Object.values(sheet.spans))
    if (source.kind === 'placed') need(source.placed.pictureId, `${at}spans.${id}.source.placed.pictureId`)
  if (sheet.background.kind === 'picture') need(sheet.background.placed.pictureId, `${at}background.placed.pictureId`)
  for (const frame of Object.values(sheet.items)) {
    if (frame.kind !== 'frame') continue
    if (frame.stencil.kind === 'mask') {
      const path = `${at}items.${frame.id}.stencil.pictureId`
      const mask = Object.hasOwn(pictures, frame.stencil.pictureId) ? pictures[frame.stencil.pictureId] : undefined
      need(frame.stencil.pictureId, path)
      if (mask && isSheetPicture(mask))
        faults.push({ path, message: 'names a sheet; only the picture of a file masks' })
    }
    const { fill } = frame
    if (fill.kind !== PICTURES) continue
    const base = `${at}items.${frame.id}.fill`
    fill.takes.forEach((take, i) => need(take.placed.pictureId, `${base}.takes[${i}].placed.pictureId`))
    if (!fill.takes.some((take) => take.id === fill.shown))
      faults.push({ path: `${base}.shown`, message: `names the take "${fill.shown}", which is not in takes` })
    if (new Set(fill.takes.map((take) => take.id)).size < fill.takes.length)
      faults.push({ path: `${base}.takes`, message: 'has two takes of one id; give each its own' })
  }
  return faults
}

const NESTING_WORDS = {
  circle: 'shows itself, by way of the sheets that it shows; let it show another sheet',
  deep: `has more than ${RANGE.sheetDepth} sheets within one another; show fewer`,
} as const

/** Sheets that are pictures must be there, as large as they are, and none may come to show itself. */
export const sheetPictureFaults = (project: Pick<Project, 'sheets' | 'pictures' | 'order'>): Fault[] => {
  if (!showsSheets(project)) return []
  const faults = Object.entries(project.pictures).flatMap(([id, ref]): Fault[] => {
    if (!isSheetPicture(ref)) return []
    const sheet = Object.hasOwn(project.sheets, ref.sheetId) ? project.sheets[ref.sheetId] : undefined
    const path = `pictures.${id}`
    if (!sheet)
      return [{ path: `${path}.sheetId`, message: `names the sheet "${ref.sheetId}", which is not in sheets` }]
    const { w, h } = sheetPixelsOf(sheet)
    const isSame = ref.pixels.w === w && ref.pixels.h === h
    return isSame ? [] : [{ path: `${path}.pixels`, message: `must be those of its sheet, ${w} × ${h}` }]
  })
  const nesting = nestingFault(project)
  return nesting ? [...faults, { path: `sheets.${nesting.sheetId}`, message: NESTING_WORDS[nesting.fault] }] : faults
}

/** An echo must come to a frame that is none: where its chain goes wrong, or null. */
const echoFault = (items: Sheet['items'], from: string): string | null => {
  const seen = new Set([from])
  for (let item = items[from]; item?.kind === 'frame' && item.fill.kind === 'echo'; item = items[item.fill.frameId]) {
    const { frameId } = item.fill
    if (seen.has(frameId)) return `goes round in a circle over "${frameId}"; let it show another frame`
    if (items[frameId]?.kind !== 'frame') return `names "${frameId}", which is no frame of the sheet`
    seen.add(frameId)
  }
  return null
}

/** What frames show of one another must be there: spans and the originals of echoes. */
export const sharingFaults = ({ items, spans }: Pick<Sheet, 'items' | 'spans'>, at: string): Fault[] => {
  const faults: Fault[] = []
  for (const item of Object.values(items)) {
    if (item.kind !== 'frame') continue
    const path = `${at}items.${item.id}.fill`
    if (item.fill.kind === 'span' && !Object.hasOwn(spans, item.fill.spanId))
      faults.push({ path: `${path}.spanId`, message: `names the span "${item.fill.spanId}", which is not in spans` })
    const wrong = item.fill.kind === 'echo' ? echoFault(items, item.id) : null
    if (wrong) faults.push({ path: `${path}.frameId`, message: wrong })
  }
  for (const [id, span] of Object.entries(spans)) faults.push(...keyFaults(id, span, `${at}spans`))
  return faults
}

/** A finish that is named must be one of the project; layers of one finish have ids of their own. */
export const finishFaults = (sheet: Sheet, finishes: Project['finishes'], at: string): Fault[] =>
  Object.values(sheet.items).flatMap(({ id, finish }): Fault[] => {
    const path = `${at}items.${id}.finish`
    const named = finish?.finishId
    return [
      ...(named !== undefined && !Object.hasOwn(finishes, named)
        ? [{ path: `${path}.finishId`, message: `names the finish "${named}", which is not in finishes` }]
        : []),
      ...layerFaults(finish?.layers ?? [], `${path}.layers`),
    ]
  })

const layerFaults = (layers: readonly Named[], path: string): Fault[] =>
  new Set(layers.map(({ id }) => id)).size < layers.length
    ? [{ path, message: 'has two layers of one id; give each its own' }]
    : []

/** What is wrong with named finishes beyond their shape. */
export const namedFinishFaults = (finishes: Project['finishes']): Fault[] =>
  Object.entries(finishes).flatMap(([id, finish]) => [
    ...keyFaults(id, finish, 'finishes'),
    ...layerFaults(finish.layers, `finishes.${id}.layers`),
  ])

/** What a part of a document says of slots must be so: each that it refers to is one of the project. */
const slotFaultsIn = (part: object, slots: Project['slots'], path: string): Fault[] => {
  const missing = new Set(slotRefsIn(part).filter((ref) => !isKnownColour(ref, slots)))
  return [...missing].map((ref) => ({ path, message: `names the colour slot "${ref}", which is not in slots` }))
}

/** Slots that the parts of a sheet refer to must be there. */
export const sheetSlotFaults = (
  { items, spans, background, veil, switches }: Sheet,
  slots: Project['slots'],
  at: string,
): Fault[] => [
  ...recordSlotFaults(switches, slots, `${at}switches`),
  ...slotFaultsIn(background, slots, `${at}background`),
  ...(veil ? slotFaultsIn(veil, slots, `${at}veil`) : []),
  ...recordSlotFaults(items, slots, `${at}items`),
  ...recordSlotFaults(spans, slots, `${at}spans`),
]

/** Slots that what is held by id refers to must be there. */
export const recordSlotFaults = (
  held: Readonly<Record<string, object>>,
  slots: Project['slots'],
  at: string,
): Fault[] => Object.entries(held).flatMap(([id, part]) => slotFaultsIn(part, slots, `${at}.${id}`))

/** What is wrong with slots and with what finishes and looks say of them, beyond their shape. */
export const slotFaults = ({ slots, finishes, looks }: Project): Fault[] => [
  ...Object.entries(slots).flatMap(([id, slot]) => keyFaults(id, slot, 'slots')),
  ...recordSlotFaults(finishes, slots, 'finishes'),
  ...recordSlotFaults(looks, slots, 'looks'),
]

/** Only texts that wrap are fields, and only frames that take pictures are openings. */
const fieldFaults = ({ items }: Sheet, at: string): Fault[] =>
  Object.values(items).flatMap((item) => {
    if (item.kind !== 'frame') return []
    const path = `${at}items.${item.id}`
    return [
      ...(item.field && item.stencil.kind !== 'text'
        ? [{ path: `${path}.field`, message: 'marks a frame that is no text; mark a text' }]
        : []),
      ...(item.opening && !item.takesPictures
        ? [{ path: `${path}.opening`, message: 'marks a frame that takes no pictures; mark one that does' }]
        : []),
    ]
  })

/** Planes must be seen as such and be there for what lies on them; a frame lies in one way only. */
export const planeFaults = (
  { items, spans, planes }: Pick<Sheet, 'items' | 'spans' | 'planes'>,
  at: string,
): Fault[] => {
  const faults: Fault[] = []
  const seen = (quad: Quad, path: string): void => {
    const fault = quadFault(quad)
    if (fault) faults.push({ path, message: `are no plane. ${QUAD_FAULT_WORDS[fault]}` })
  }
  const need = (planeId: string | undefined, path: string): void => {
    if (planeId !== undefined && !Object.hasOwn(planes, planeId))
      faults.push({ path, message: `names the plane "${planeId}", which is not in planes` })
  }
  for (const [id, plane] of Object.entries(planes)) {
    faults.push(...keyFaults(id, plane, `${at}planes`))
    seen(plane.corners, `${at}planes.${id}.corners`)
  }
  for (const { id, planeId } of Object.values(spans)) need(planeId, `${at}spans.${id}.planeId`)
  for (const item of Object.values(items)) {
    if (item.kind !== 'frame') continue
    const path = `${at}items.${item.id}`
    need(item.planeId, `${path}.planeId`)
    const span = item.fill.kind === 'span' ? spans[item.fill.spanId] : undefined
    if (span && span.planeId !== item.planeId)
      faults.push({ path: `${path}.planeId`, message: 'is another plane than that of its span; let both be the same' })
    if (item.laid) seen(item.laid.corners, `${path}.laid.corners`)
    const bent = item.laid?.bend ? bendFault(item.laid.bend) : null
    if (bent) faults.push({ path: `${path}.laid.bend`, message: `cannot be seen so. ${BEND_FAULT_WORDS[bent]}` })
    if (item.laid && item.planeId !== undefined)
      faults.push({ path: `${path}.laid`, message: 'stands beside planeId; leave one of them out' })
  }
  return faults
}

/** What a sheet names that is not there, and what stands in no list or in two. */
export const sheetReferenceFaults = (
  sheet: Sheet,
  project: Pick<Project, 'pictures' | 'finishes' | 'slots'>,
): Fault[] => {
  const at = `sheets.${sheet.id}.`
  return [
    ...treeFaults(sheet, at),
    ...pictureFaults(sheet, project.pictures, at),
    ...letteringPictureFaults(sheet, project.pictures, at),
    ...letteringFaults(sheet, at),
    ...sharingFaults(sheet, at),
    ...planeFaults(sheet, at),
    ...finishFaults(sheet, project.finishes, at),
    ...sheetSlotFaults(sheet, project.slots, at),
    ...Object.entries(sheet.switches).flatMap(([id, one]) => keyFaults(id, one, `${at}switches`)),
    ...fieldFaults(sheet, at),
  ]
}
