import { PICTURES, type Fill } from '@/core/document/fill'
import type { Frame, Item, Sheet, Span } from '@/core/document/types'
import type { Placed } from '@/core/placement/placed'
import { underSwitches, type LookSwitch } from '@/core/template/switches'

/** The switches of a sheet that are on. */
const onOf = ({ switches }: Sheet): readonly LookSwitch[] => Object.values(switches).filter(({ on }) => on)

/** Is this frame's picture changed by the switch? */
export const isUnder = ({ frames }: LookSwitch, { id, takesPictures }: Frame): boolean =>
  frames ? frames.includes(id) : takesPictures

const placedUnder = (placed: Placed, on: readonly LookSwitch[]): Placed => {
  const adjustments = underSwitches(placed.adjustments, on)
  return adjustments ? { ...placed, adjustments } : placed
}

const filledUnder = (fill: Fill, on: readonly LookSwitch[]): Fill =>
  fill.kind === PICTURES
    ? { ...fill, takes: fill.takes.map((take) => ({ ...take, placed: placedUnder(take.placed, on) })) }
    : fill

/** What a part was made into, and under which switches, so that it stays the same object while they are the same. */
const known = new WeakMap<object, { readonly on: readonly LookSwitch[]; readonly made: object }>()

const remembered = <T extends object>(of: T, on: readonly LookSwitch[], make: () => T): T => {
  const held = known.get(of)
  if (held && held.on.length === on.length && held.on.every((one, i) => one === on[i])) return held.made as T // made of this very object
  const made = make()
  known.set(of, { on, made })
  return made
}

const itemUnder = (item: Item, on: readonly LookSwitch[]): Item => {
  if (item.kind !== 'frame' || item.fill.kind !== PICTURES) return item
  const mine = on.filter((one) => isUnder(one, item))
  return mine.length ? remembered(item, mine, () => ({ ...item, fill: filledUnder(item.fill, mine) })) : item
}

/** A span's picture is changed as a whole by what changes one of its windows. */
const spanUnder = (span: Span, windows: readonly Frame[], on: readonly LookSwitch[]): Span => {
  const { source } = span
  const mine = on.filter((one) => windows.some((frame) => isUnder(one, frame)))
  if (source.kind !== 'placed' || !mine.length) return span
  return remembered(span, mine, () => ({ ...span, source: { ...source, placed: placedUnder(source.placed, mine) } }))
}

/**
 * A sheet as it is seen under its switches: the adjustments of those that are on are those of its pictures. Without any
 * the same object; what none of them changes is the same too.
 */
export const switchedSheet = (sheet: Sheet): Sheet => {
  const on = onOf(sheet)
  if (!on.length) return sheet
  return remembered(sheet, on, () => {
    const windows = new Map<string, Frame[]>()
    for (const item of Object.values(sheet.items))
      if (item.kind === 'frame' && item.fill.kind === 'span')
        windows.set(item.fill.spanId, [...(windows.get(item.fill.spanId) ?? []), item])
    return {
      ...sheet,
      items: Object.fromEntries(Object.entries(sheet.items).map(([id, item]) => [id, itemUnder(item, on)])),
      spans: Object.fromEntries(
        Object.entries(sheet.spans).map(([id, span]) => [id, spanUnder(span, windows.get(id) ?? [], on)]),
      ),
    }
  })
}
