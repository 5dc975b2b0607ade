import type { Field } from '@/core/region/contours'

/** A part of a field that hangs together: its size in pixels and where it lies. */
export interface Component {
  readonly label: number
  readonly area: number
  readonly x0: number
  readonly y0: number
  /** One beyond the last column and row. */
  readonly x1: number
  readonly y1: number
}

export interface Labelled {
  /** 0 outside; else the label of the component, by pixel. */
  readonly labels: Int32Array
  readonly components: readonly Component[]
}

interface Growing {
  label: number
  area: number
  x0: number
  y0: number
  x1: number
  y1: number
}

/** The smallest label that a label was found to be one with. */
const rootOf = (parents: number[], label: number): number => {
  let root = label
  while (parents[root] !== root) root = parents[root] ?? root
  for (let at = label; at !== root;) {
    const next = parents[at] ?? root
    parents[at] = root
    at = next
  }
  return root
}

/** Notes that two labels are one part; gives the one that stands for both. */
const united = (parents: number[], p: number, q: number): number => {
  const [a, b] = [rootOf(parents, p), rootOf(parents, q)]
  if (a < b) parents[b] = a
  else parents[a] = b
  return a < b ? a : b
}

/** Adds a run of a row to what is known of a part. */
const grow = (
  parts: (Growing | undefined)[],
  label: number,
  { from, to, y }: { readonly from: number; readonly to: number; readonly y: number },
): void => {
  const part = (parts[label] ??= { label, area: 0, x0: from, y0: y, x1: to, y1: y + 1 })
  part.area += to - from
  if (from < part.x0) part.x0 = from
  if (to > part.x1) part.x1 = to
  part.y1 = y + 1
}

/** First pass: each pixel takes the label of one that was met before beside it; labels that meet are united. */
const labelled = ({ values, width, height }: Field, level: number, parents: number[]): Int32Array => {
  const labels = new Int32Array(width * height)
  for (let y = 0, i = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1, i += 1) {
      if ((values[i] ?? 0) < level) continue
      let label = x > 0 ? (labels[i - 1] ?? 0) : 0
      if (y > 0) {
        // What is left has met the other two above already.
        const from = label !== 0 ? i - width + 1 : x > 0 ? i - width - 1 : i - width
        const to = x < width - 1 ? i - width + 1 : i - width
        for (let k = from; k <= to; k += 1) {
          const above = labels[k] ?? 0
          if (above !== 0 && above !== label) label = label === 0 ? above : united(parents, label, above)
        }
      }
      if (label === 0) {
        label = parents.length
        parents.push(label)
      }
      labels[i] = label
    }
  return labels
}

/**
 * The parts of a field at or above a level that hang together by edges or corners (two passes with union-find;
 * A. Rosenfeld, J. Pfaltz, JACM 13, 1966), the largest first.
 */
export const componentsOf = (field: Field, level: number): Labelled => {
  const { width, height } = field
  const parents: number[] = [0]
  const labels = labelled(field, level, parents)
  const roots = Int32Array.from(parents, (_, label) => rootOf(parents, label))
  const growing: (Growing | undefined)[] = []
  for (let y = 0; y < height; y += 1) {
    const row = y * width
    // Run by run, since a part is met in long ones.
    for (let x = 0; x < width;) {
      const found = labels[row + x] ?? 0
      const from = x
      const label = roots[found] ?? 0
      while (x < width && labels[row + x] === found) x += 1
      if (label !== found) labels.fill(label, row + from, row + x)
      if (label !== 0) grow(growing, label, { from, to: x, y })
    }
  }
  return { labels, components: growing.flatMap((region) => region ?? []).sort((p, q) => q.area - p.area) }
}
