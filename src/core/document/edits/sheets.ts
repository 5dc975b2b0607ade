import type { Draft } from 'immer'
import { refuse } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import type { Unit } from '@/core/units'
import type { Box } from '@/core/geometry/box'
import { scaling } from '@/core/geometry/matrix'
import { scaledLengths } from '@/core/lettering/settings'
import { mapQuad } from '@/core/geometry/quad'
import type { Size } from '@/core/geometry/vector'
import { parseSvgPath } from '@/core/path/svgPath'
import { svgTextOf } from '@/core/path/svgText'
import { transformPath } from '@/core/path/transform'
import { defineEdit, put } from '@/core/document/edit'
import { scaledLengthsOf } from '@/core/document/edits/lengths'
import { scaledText } from '@/core/document/edits/texts'
import { sheetOf } from '@/core/document/read'
import type { Background, Guides, Item, Lettering, Plane, Sheet, Span, Veil } from '@/core/document/types'
import type { Fill } from '@/core/document/fill'

export interface SheetChange {
  readonly sheetId: string
  readonly name?: string
  readonly unit?: Unit
  readonly size?: Size
  readonly ppi?: number
  readonly bleed?: number
  readonly safe?: number
  /** Step in points, or null for no grid. */
  readonly grid?: number | null
}

/** Changes what a sheet is: name, unit, trim size, bleed and safe margin in points, ppi, grid. Items stay where they are. */
export const changeSheet = defineEdit<SheetChange>((draft, { sheetId, grid, ...change }, project) => {
  sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  if (!sheet) return
  if (change.name !== undefined) put(sheet, 'name', change.name)
  if (change.unit !== undefined) put(sheet, 'unit', change.unit)
  if (change.size !== undefined) put(sheet, 'size', { ...change.size })
  if (change.ppi !== undefined) put(sheet, 'ppi', change.ppi)
  if (change.bleed !== undefined) put(sheet, 'bleed', change.bleed)
  if (change.safe !== undefined) put(sheet, 'safe', change.safe)
  if (grid) put(sheet, 'grid', grid)
  else if (grid === null && sheet.grid !== undefined) delete sheet.grid
})

/** Sets what lies under everything: nothing, a colour, a gradient or a placed picture of the project. */
export const setBackground = defineEdit<{ readonly sheetId: string; readonly background: Background }>(
  (draft, { sheetId, background }, project) => {
    sheetOf(project, sheetId)
    const sheet = draft.sheets[sheetId]
    if (sheet) put(sheet, 'background', background as Draft<Background>) // a frozen value is stored as it is
  },
)

/** Sets the wash over the background, or with null takes it away. */
export const setVeil = defineEdit<{ readonly sheetId: string; readonly veil: Veil | null }>(
  (draft, { sheetId, veil }, project) => {
    sheetOf(project, sheetId)
    const sheet = draft.sheets[sheetId]
    if (!sheet) return
    if (veil) put(sheet, 'veil', veil)
    else if (sheet.veil) delete sheet.veil
  },
)

/** Sets the lines to snap to, in points. */
export const setGuides = defineEdit<{ readonly sheetId: string; readonly guides: Guides }>(
  (draft, { sheetId, guides }, project) => {
    sheetOf(project, sheetId)
    const sheet = draft.sheets[sheetId]
    if (Math.max(guides.x.length, guides.y.length) > RANGE.guides)
      refuse('guides', `at most ${RANGE.guides} each way`, Math.max(guides.x.length, guides.y.length))
    if (sheet) put(sheet, 'guides', { x: [...guides.x], y: [...guides.y] })
  },
)

/** Puts a sheet after another one, or first. */
export const addSheet = defineEdit<{ readonly sheet: Sheet; readonly after: string | null }>(
  (draft, { sheet, after }, project) => {
    if (project.sheets[sheet.id]) return
    if (project.order.length >= RANGE.sheets) refuse('sheets', `at most ${RANGE.sheets}`, project.order.length + 1)
    Object.assign(draft.sheets, { [sheet.id]: sheet })
    draft.order.splice(after === null ? 0 : project.order.indexOf(after) + 1, 0, sheet.id)
  },
)

/** Takes a sheet away with all on it. The last one stays: a project has a sheet. */
export const removeSheet = defineEdit<{ readonly sheetId: string }>((draft, { sheetId }, project) => {
  sheetOf(project, sheetId)
  if (project.order.length < 2)
    refuse('the sheet', 'one of several; a project keeps one at least', project.order.length)
  delete draft.sheets[sheetId]
  draft.order = project.order.filter((id) => id !== sheetId)
})

/** Moves a sheet to a place in the order, counted from 0. */
export const moveSheet = defineEdit<{ readonly sheetId: string; readonly to: number }>(
  (draft, { sheetId, to }, project) => {
    sheetOf(project, sheetId)
    const others = project.order.filter((id) => id !== sheetId)
    others.splice(Math.max(0, Math.min(others.length, to)), 0, sheetId)
    if (others.some((id, i) => id !== project.order[i])) draft.order = others
  },
)

/** How points of one sheet come to lie on another. */
interface Scaling {
  readonly k: number
  readonly dx: number
  readonly dy: number
}

const scaledBox = ({ cx, cy, w, h }: Box, { k, dx, dy }: Scaling): Box => ({
  cx: cx * k + dx,
  cy: cy * k + dy,
  w: w * k,
  h: h * k,
})

const scaledFill = (fill: Fill, { k, dx, dy }: Scaling): Fill => {
  if (fill.kind !== 'span') return fill
  const { shift, pinned } = fill
  return {
    ...fill,
    ...(shift ? { shift: { x: shift.x * k, y: shift.y * k } } : {}),
    ...(pinned ? { pinned: { ...pinned, cx: pinned.cx * k + dx, cy: pinned.cy * k + dy } } : {}),
  }
}

const scaledLettering = (lettering: Lettering, { k, dx, dy }: Scaling): Lettering => {
  const { pose, letters } = lettering
  return {
    ...lettering,
    ...scaledLengths(lettering, k, k),
    pose: { ...pose, cx: pose.cx * k + dx, cy: pose.cy * k + dy },
    letters: letters.map((letter) => {
      const { rest } = letter
      return rest
        ? { ...letter, rest: { ...rest, cx: rest.cx * k, cy: rest.cy * k, w: rest.w * k, h: rest.h * k } }
        : letter
    }),
  }
}

/** Lengths of a sheet's items scale with it; those of named finishes are shared and stay. */
const scaledItem = (item: Item, onSheet: Scaling): Item => {
  const by = item.kind === 'frame' && item.planeId !== undefined ? { ...onSheet, dx: 0, dy: 0 } : onSheet
  const lengths = scaledLengthsOf(item, by.k)
  if (item.kind === 'group')
    return { ...item, ...lengths, ...(item.lettering ? { lettering: scaledLettering(item.lettering, by) } : {}) }
  return {
    ...item,
    ...lengths,
    box: scaledBox(item.box, by),
    ...(item.stencil.kind === 'text' ? { stencil: scaledText(item.stencil, by.k) } : {}),
    fill: scaledFill(item.fill, by),
  }
}

const scaledPlane = (plane: Plane, { k, dx, dy }: Scaling): Plane => {
  const corners = mapQuad(plane.corners, ({ x, y }) => ({ x: x * k + dx, y: y * k + dy }))
  return { ...plane, corners, size: { w: plane.size.w * k, h: plane.size.h * k } }
}

const scaledSpan = (span: Span, by: Scaling): Span => ({
  ...span,
  box: scaledBox(span.box, span.planeId === undefined ? by : { ...by, dx: 0, dy: 0 }),
  hull: svgTextOf(transformPath(scaling(by.k), parseSvgPath(span.hull)), 9),
})

const mapped = <T>(held: Readonly<Record<string, T>>, change: (one: T) => T): Readonly<Record<string, T>> =>
  Object.fromEntries(Object.entries(held).map(([key, one]) => [key, change(one)]))

/** A copy of a sheet; at another size its contents are scaled in proportion to fit, and centred. */
export const copiedSheet = (sheet: Sheet, id: string, name: string, size: Size = sheet.size): Sheet => {
  const k = Math.min(size.w / sheet.size.w, size.h / sheet.size.h)
  const dx = (size.w - sheet.size.w * k) / 2
  const dy = (size.h - sheet.size.h * k) / 2
  const by: Scaling = { k, dx, dy }
  const { background } = sheet
  const blur = background.kind === 'picture' && background.blur ? { blur: background.blur * k } : {}
  return {
    ...sheet,
    id,
    name,
    size: { ...size },
    background: { ...background, ...blur },
    items: mapped(sheet.items, (item) => scaledItem(item, by)),
    spans: mapped(sheet.spans, (span) => scaledSpan(span, by)),
    planes: mapped(sheet.planes, (plane) => scaledPlane(plane, by)),
    guides: { x: sheet.guides.x.map((x) => x * k + dx), y: sheet.guides.y.map((y) => y * k + dy) },
  }
}

/**
 * Another output resolution. A sheet in pixels keeps its pixels, and all that is on it keeps its place among them, so its
 * lengths in points change; any other keeps its lengths. Lengths of named finishes are shared and stay.
 */
export const changeResolution = defineEdit<{ readonly sheetId: string; readonly ppi: number }>(
  (draft, { sheetId, ppi }, project) => {
    const sheetBefore = sheetOf(project, sheetId)
    if (sheetBefore.ppi === ppi) return
    if (sheetBefore.unit !== 'px') {
      const sheet = draft.sheets[sheetId]
      if (sheet) sheet.ppi = ppi
      return
    }
    const k = sheetBefore.ppi / ppi
    const size = { w: sheetBefore.size.w * k, h: sheetBefore.size.h * k }
    const scaled: Sheet = {
      ...copiedSheet(sheetBefore, sheetId, sheetBefore.name, size),
      ppi,
      bleed: Math.min(RANGE.bleed.max, sheetBefore.bleed * k),
      safe: Math.min(RANGE.bleed.max, sheetBefore.safe * k),
      ...(sheetBefore.grid === undefined
        ? {}
        : { grid: Math.min(RANGE.grid.max, Math.max(RANGE.grid.min, sheetBefore.grid * k)) }),
    }
    draft.sheets[sheetId] = scaled as Draft<Sheet> // a frozen value is stored as it is
  },
)
