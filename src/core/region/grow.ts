import { componentsOf, type Component, type Labelled } from '@/core/region/components'
import type { Field } from '@/core/region/contours'
import { distancesFrom } from '@/core/region/distance'

/** A part of a field by itself, from `x`, `y` of the whole. */
export interface GrownPart {
  readonly field: Field
  readonly x: number
  readonly y: number
}

/** From the middle of a pixel to its farther side. */
const TO_EDGE = 0.5

/** Pixels beyond an edge at which art that fades is followed no further. */
const REACH = 32

const within01 = (value: number): number => (value > 1 ? 1 : value > 0 ? value : 0)

/** The eight pixels beside one. */
const beside = (i: number, w: number, h: number): readonly number[] => {
  const [x, y] = [i % w, Math.floor(i / w)]
  const found: number[] = []
  for (let row = Math.max(0, y - 1); row <= Math.min(h - 1, y + 1); row += 1)
    for (let column = Math.max(0, x - 1); column <= Math.min(w - 1, x + 1); column += 1)
      if (row !== y || column !== x) found.push(row * w + column)
  return found
}

/** The marked pixels that have one beside them that is not. */
const edgeOf = (marked: Uint8Array, w: number, h: number): readonly number[] => {
  const edge: number[] = []
  for (let y = 0, i = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1, i += 1) {
      if (!marked[i]) continue
      const isWithin =
        x > 0 && y > 0 && x < w - 1 && y < h - 1 && marked[i - 1] && marked[i + 1] && marked[i - w] && marked[i + w]
      if (!isWithin) edge.push(i)
    }
  return edge
}

interface Growth {
  /** Pixels by which the edge is moved outwards. */
  readonly by: number
  /** What lets through more than that counts to the part, where it lies along its edge. */
  readonly seen: number
  readonly level: number
}

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
  for (let row = Math.max(0, -y); row < Math.min(h, height - y); row += 1)
    for (let column = Math.max(0, -x); column < Math.min(w, width - x); column += 1) {
      const [i, from] = [row * w + column, (y + row) * width + x + column]
      const label = labels[from] ?? 0
      owners[i] = label === 0 ? 0 : label === part.label ? 1 : 2
      open[i] = values[from] ?? 0
    }
  return { x, y, w, h, owners, open }
}

/** Marks what fades along the edge of what is marked and hangs together with it; specks of noise farther off do not. */
const markFading = (marked: Uint8Array, { w, h, owners, open }: Crop, seen: number): void => {
  const near = distancesFrom(marked, w, h)
  const isFade = (i: number): boolean =>
    !marked[i] && (near[i] ?? Infinity) <= REACH && owners[i] === 0 && (open[i] ?? 0) > seen
  let front = edgeOf(marked, w, h)
  while (front.length) {
    const next: number[] = []
    for (const i of front)
      for (const k of beside(i, w, h))
        if (isFade(k)) {
          marked[k] = 1
          next.push(k)
        }
    front = next
  }
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

/**
 * One part of a field with its edge moved outwards, first over what fades beyond it, but nowhere into another part: what
 * lies between two parts may be narrower than what both would take. It may reach beyond the field.
 */
export const grownPart = (
  field: Field,
  labelled: Labelled,
  part: Component,
  { by, seen, level }: Growth,
): GrownPart => {
  const crop = cropAround(field, labelled, part, Math.ceil(by) + REACH + 2)
  const { w, h, owners } = crop
  const marked = owners.map((owner) => (owner === 1 ? 1 : 0))
  markFading(marked, crop, seen)
  const away = distancesFrom(marked, w, h)
  const values = new Float32Array(w * h)
  for (let i = 0; i < values.length; i += 1)
    values[i] = owners[i] === 2 ? 0 : within01(level + by + TO_EDGE - (away[i] ?? Infinity))
  fillHoles(values, crop, level)
  return { field: { values, width: w, height: h }, x: crop.x, y: crop.y }
}
