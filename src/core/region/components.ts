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

/**
 * The parts of a field at or above a level that hang together by edges or corners (two passes with union-find;
 * A. Rosenfeld, J. Pfaltz, JACM 13, 1966), the largest first.
 */
export const componentsOf = ({ values, width, height }: Field, level: number): Labelled => {
  const labels = new Int32Array(width * height)
  const parents: number[] = [0]
  for (let y = 0, i = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1, i += 1) {
      if ((values[i] ?? 0) < level) continue
      let label = 0
      // Left, and the three above.
      const left = x > 0 ? (labels[i - 1] ?? 0) : 0
      if (left) label = rootOf(parents, left)
      if (y > 0)
        for (let k = x > 0 ? i - width - 1 : i - width; k <= (x < width - 1 ? i - width + 1 : i - width); k += 1) {
          const above = labels[k] ?? 0
          if (!above) continue
          const root = rootOf(parents, above)
          if (!label) label = root
          else if (root !== label) {
            const [low, high] = root < label ? [root, label] : [label, root]
            parents[high] = low
            label = low
          }
        }
      if (!label) {
        label = parents.length
        parents.push(label)
      }
      labels[i] = label
    }
  const growing = new Map<number, Growing>()
  for (let y = 0, i = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1, i += 1) {
      const found = labels[i] ?? 0
      if (!found) continue
      const label = rootOf(parents, found)
      labels[i] = label
      const region = growing.get(label)
      if (!region) growing.set(label, { label, area: 1, x0: x, y0: y, x1: x + 1, y1: y + 1 })
      else {
        region.area += 1
        if (x < region.x0) region.x0 = x
        if (x >= region.x1) region.x1 = x + 1
        region.y1 = y + 1
      }
    }
  return { labels, components: [...growing.values()].sort((p, q) => q.area - p.area) }
}
