import paper from 'paper/dist/paper-core.js'
import { assertNever } from '@/core/failure'
import { TOLERANCE } from '@/core/tolerance'
import { areaOf } from '@/core/path/area'
import type { Combination } from '@/core/path/combinations'
import type { Point } from '@/core/geometry/vector'
import type { Outline, Path, Segment } from '@/core/path/path'
import { withoutArcs } from '@/core/path/cubics'
import { combineFlat, filledArea, flatnessFor, sizeOf } from '@/core/path/flat'

/** An outline made of several, and whether its curves had to be flattened. */
export interface Combined {
  readonly outline: Outline
  readonly isFlattened: boolean
}

/** Arcs are given to the engines as cubics this small, which err by 4e-6 of the radius. */
const ARC_STEP = 45

const paperPath = ({ path, fillRule }: Outline): paper.PathItem => {
  const item = new paper.CompoundPath({ insert: false })
  for (const segment of withoutArcs(path, ARC_STEP)) {
    switch (segment.kind) {
      case 'move':
        item.moveTo([segment.to.x, segment.to.y])
        break
      case 'line':
        item.lineTo([segment.to.x, segment.to.y])
        break
      case 'cubic':
        item.cubicCurveTo([segment.c1.x, segment.c1.y], [segment.c2.x, segment.c2.y], [segment.to.x, segment.to.y])
        break
      case 'close':
        item.closePath()
        break
      case 'arc':
        break // none are left
      default:
        assertNever(segment)
    }
  }
  for (const child of item.children) if (child instanceof paper.Path) child.closed = true
  item.fillRule = fillRule
  return item
}

const fromPaper = (item: paper.PathItem): Path => {
  const paths = item instanceof paper.CompoundPath ? item.children : [item]
  return paths.flatMap((one): readonly Segment[] => {
    if (!(one instanceof paper.Path) || one.segments.length < 2) return []
    const [first] = one.segments
    if (!first) return []
    const at = (p: paper.Point): Point => ({ x: p.x, y: p.y })
    const sides = one.curves.map((curve): Segment =>
      curve.hasHandles()
        ? {
            kind: 'cubic',
            c1: at(curve.point1.add(curve.handle1)),
            c2: at(curve.point2.add(curve.handle2)),
            to: at(curve.point2),
          }
        : { kind: 'line', to: at(curve.point2) },
    )
    return [{ kind: 'move', to: at(first.point) }, ...sides, { kind: 'close' }]
  })
}

/** The first engine: exact on curves, but lost at times among nearly coincident ones. */
const combineCurves = (first: Outline, second: Outline, how: Combination): Outline => {
  if (!(paper.project as paper.Project | null)) paper.setup(new paper.Size(1, 1))
  const [a, b] = [paperPath(first), paperPath(second)]
  const options = { insert: false }
  const results: Record<Combination, () => paper.PathItem> = {
    unite: () => a.unite(b, options),
    subtract: () => a.subtract(b, options),
    intersect: () => a.intersect(b, options),
    exclude: () => a.exclude(b, options),
  }
  return { path: fromPaper(results[how]()), fillRule: 'evenodd' }
}

/** Does a combination have the area that it must have, by the flat engine's reckoning? */
const isSound = (curved: Outline, flat: Outline, scale: number): boolean =>
  Math.abs(filledArea(curved) - Math.abs(areaOf(flat.path))) <= TOLERANCE.combinedArea * scale

/**
 * Unites, subtracts, intersects or excludes two outlines. Curves stay curves unless the result of the first engine fails
 * the check of its area; then it is flattened to within 1/20,000 of its size.
 */
export const combineOutlines = (first: Outline, second: Outline, how: Combination): Combined => {
  if (how === 'exclude') return excluded(first, second)
  const size = Math.max(sizeOf(first), sizeOf(second))
  const flatness = flatnessFor(size)
  const flat = combineFlat(first, second, how, flatness)
  const scale = filledArea(first) + filledArea(second)
  const curved = tryCurves(first, second, how)
  return curved && isSound(curved, flat, scale)
    ? { outline: curved, isFlattened: false }
    : { outline: flat, isFlattened: true }
}

/**
 * What only one of two outlines holds, as the two differences side by side: they share no area, and both engines were
 * found to be surer of a difference than of an exclusive or.
 */
const excluded = (first: Outline, second: Outline): Combined => {
  const [there, here] = [combineOutlines(first, second, 'subtract'), combineOutlines(second, first, 'subtract')]
  return {
    outline: { path: [...there.outline.path, ...here.outline.path], fillRule: 'evenodd' },
    isFlattened: there.isFlattened || here.isFlattened,
  }
}

/** Combines outlines one after another: the second with the first, the third with what came of that. */
export const combineAll = (outlines: readonly Outline[], how: Combination): Combined => {
  const [first, ...others] = outlines
  const start: Combined = { outline: first ?? { path: [], fillRule: 'nonzero' }, isFlattened: false }
  return others.reduce((sofar, next) => {
    const made = combineOutlines(sofar.outline, next, how)
    return { outline: made.outline, isFlattened: sofar.isFlattened || made.isFlattened }
  }, start)
}

/** The first engine may fail outright on hard input; then the second one answers. */
const tryCurves = (first: Outline, second: Outline, how: Combination): Outline | null => {
  try {
    return combineCurves(first, second, how)
  } catch (error) {
    if (error instanceof Error) return null
    throw error
  }
}
