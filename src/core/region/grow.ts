import { componentsOf, type Component, type Labelled } from '@/core/region/components'
import type { Field } from '@/core/region/contours'
import { TRACE, traceLargest, type TraceOptions } from '@/core/region/trace'
import type { Outline } from '@/core/path/path'

interface Growth {
  /** Pixels by which the edge is moved outwards. */
  readonly by: number
  /** What lets through more than that counts to the part, where it lies along its edge. */
  readonly seen: number
}

const LINES: TraceOptions = { ...TRACE, as: 'lines' }

/** From the middle of a pixel to its farther side. */
const TO_EDGE = 0.5

/** Pixels beyond an edge at which art that fades is followed no further. */
const REACH = 32

/** What a crop sees of the whole; beyond the whole nothing is. */
interface Crop {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  /** 0 between parts, 1 the part itself, 2 any other. */
  readonly owners: Uint8Array
  readonly open: Float32Array
}

const cropAround = ({ values, width, height }: Field, { labels }: Labelled, part: Component, room: number): Crop => {
  const [x, y] = [part.x0 - room, part.y0 - room]
  const [w, h] = [part.x1 + room - x, part.y1 + room - y]
  const owners = new Uint8Array(w * h)
  const open = new Float32Array(w * h)
  const [top, foot] = [Math.max(0, -y), Math.min(h, height - y)]
  const [left, right] = [Math.max(0, -x), Math.min(w, width - x)]
  for (let row = top; row < foot; row += 1) {
    const from = (y + row) * width + x
    open.set(values.subarray(from + left, from + right), row * w + left)
    for (let column = left; column < right; column += 1) {
      const label = labels[from + column] ?? 0
      if (label !== 0) owners[row * w + column] = label === part.label ? 1 : 2
    }
  }
  return { x, y, w, h, owners, open }
}

/** The marked pixels that have one beside them that is not. A crop has room around what is marked. */
const edgeOf = (marked: Uint8Array, w: number): readonly number[] => {
  const edge: number[] = []
  for (let i = 0; i < marked.length; i += 1)
    if (marked[i] && !(marked[i - 1] && marked[i + 1] && marked[i - w] && marked[i + w])) edge.push(i)
  return edge
}

/** Marks what fades along the edge of what is marked and hangs together with it; specks of noise farther off do not. */
const markFading = (marked: Uint8Array, { w, owners, open }: Crop, seen: number): void => {
  const beside = [-w - 1, -w, -w + 1, -1, 1, w - 1, w, w + 1]
  let front = edgeOf(marked, w)
  for (let step = 0; step < REACH && front.length; step += 1) {
    const next: number[] = []
    for (const i of front)
      for (const by of beside) {
        const k = i + by
        if (marked[k] || owners[k] !== 0 || (open[k] ?? 0) <= seen) continue
        marked[k] = 1
        next.push(k)
      }
    front = next
  }
}

/** The places within a distance, as steps in a crop, each with how far it is. */
const disc = (reach: number, w: number): readonly (readonly [step: number, away: number])[] => {
  const whole = Math.ceil(reach)
  const found: (readonly [number, number])[] = []
  for (let y = -whole; y <= whole; y += 1)
    for (let x = -whole; x <= whole; x += 1) {
      const away = Math.sqrt(x * x + y * y)
      if (away > 0 && away < reach) found.push([y * w + x, away])
    }
  return found
}

/** What is marked is 1; beyond its edge the value falls by 1 a pixel and is `level` where the edge is moved to. */
const spreadOut = (marked: Uint8Array, { w, owners }: Crop, by: number, level: number): Float32Array => {
  const values = Float32Array.from(marked)
  const top = level + by + TO_EDGE
  const steps = disc(top, w)
  for (const i of edgeOf(marked, w))
    for (const [step, away] of steps) {
      const k = i + step
      const value = top - away < 1 ? top - away : 1
      if (value > (values[k] ?? 0) && owners[k] !== 2) values[k] = value
    }
  return values
}

/** Fills the holes of a part but those in which another one lies: beneath solid art nothing is seen. */
const fillHoles = (values: Float32Array, { w, h, owners }: Crop, level: number): void => {
  const solid = { values: values.map((value) => 1 - value), width: w, height: h }
  const { labels, components } = componentsOf(solid, 1 - level)
  const kept = new Set(
    components.filter(({ x0, y0, x1, y1 }) => x0 === 0 || y0 === 0 || x1 === w || y1 === h).map(({ label }) => label),
  )
  if (kept.size === components.length) return
  for (let i = 0; i < labels.length; i += 1) if (owners[i] === 2) kept.add(labels[i] ?? 0)
  for (let i = 0; i < labels.length; i += 1) if (labels[i] !== 0 && !kept.has(labels[i] ?? 0)) values[i] = 1
}

const hasHoles = ({ path }: Outline): boolean => path.filter(({ kind }) => kind === 'move').length > 1

/**
 * The outline, in straight lines, of one part of a field with its edge moved outwards, first over what fades beyond it,
 * but nowhere into another part: what lies between two parts may be narrower than what both would take. It may reach
 * beyond the field. Null where nothing of it is larger than a speck.
 */
export const grownOutline = (
  field: Field,
  labelled: Labelled,
  part: Component,
  { by, seen }: Growth,
): Outline | null => {
  const crop = cropAround(field, labelled, part, Math.ceil(by) + REACH + 3)
  const marked = crop.owners.map((owner) => (owner === 1 ? 1 : 0))
  markFading(marked, crop, seen)
  const values = spreadOut(marked, crop, by, TRACE.level)
  const own = { values, width: crop.w, height: crop.h }
  const outline = traceLargest(own, LINES, crop)
  if (!outline || !hasHoles(outline)) return outline
  fillHoles(values, crop, TRACE.level)
  return traceLargest(own, LINES, crop)
}
