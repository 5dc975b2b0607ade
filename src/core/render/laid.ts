import { IDENTITY } from '@/core/geometry/matrix'
import { stretchOn, type Surface } from '@/core/geometry/surface'
import { growRect } from '@/core/geometry/rect'
import type { Rgb } from '@/core/colour/space'
import type { FinishLayer } from '@/core/finish/layers'
import { boundsOf } from '@/core/path/extent'
import { edgesOnly } from '@/core/path/flat'
import type { Outline } from '@/core/path/path'
import { projectOutline } from '@/core/path/project'
import { transformPath } from '@/core/path/transform'
import { finishOps } from '@/core/render/finishOps'
import type { Composed, DrawItem, DrawOp, FillOp, PictureOp, PlaneOp, Shape } from '@/core/render/ops'

const BLACK: Rgb = { r: 0, g: 0, b: 0 }
/** What a frame paints within its outline before it is seen in perspective, in the points in which it stands. */
export interface FlatFrame extends Composed {
  readonly id: string
  readonly whole: Shape
  /** How the edge fades, and the picture whose transparency is the mask. */
  readonly feather: number
  readonly soft: PictureOp | null
  readonly back: readonly DrawOp[]
  readonly front: readonly DrawOp[]
  readonly layers: readonly FinishLayer[]
  /** What lies over all of it within its outline, in points of the sheet. */
  readonly upon?: readonly DrawOp[]
}

const withStretch = (ops: readonly DrawOp[], stretch: number): readonly DrawOp[] =>
  ops.map((op) => (op.op === 'picture' ? { ...op, stretch } : op))

/** Plain colours stay outlines in perspective; null where there is anything else. */
const projectedFills = (ops: readonly DrawOp[], map: Surface): readonly DrawOp[] | null => {
  const fills = ops.filter((op) => op.op === 'fill' && op.style.kind === 'colour') as readonly FillOp[] // just told
  if (fills.length < ops.length) return null
  return fills.map((op) => ({
    ...op,
    outline: projectOutline(map, { ...op.outline, path: transformPath(op.toSheet, op.outline.path) }),
    toSheet: IDENTITY,
  }))
}

/** The mask of a frame in perspective: its outline as seen, or its soft edge, painted flat and seen as the rest. */
const softEdge = (
  flat: FlatFrame,
  soft: PictureOp | null,
  of: Omit<PlaneOp, 'item' | 'op' | 'beyond'>,
): PlaneOp | null => {
  const { feather, whole, id } = flat
  if (!soft && feather <= 0) return null
  const bounds = growRect(of.area, feather)
  const fill: DrawOp = { op: 'fill', ...whole, style: { kind: 'colour', colour: BLACK } }
  const item: DrawItem = soft ? { id, bounds, ops: [soft] } : { id, bounds, ops: [fill], mask: { ...whole, feather } }
  return { op: 'plane', ...of, item, beyond: 'clear' }
}

/**
 * A frame in perspective. What lies within its outline goes through the map; the outline itself stays one of curves, and what
 * its finish paints outside it stays flat about the outline as it is seen.
 */
export const laidItem = (flat: FlatFrame, map: Surface): DrawItem => {
  const { id, whole, layers, opacity, blend } = flat
  const standing: Outline = { ...whole.outline, path: transformPath(whole.toSheet, whole.outline.path) }
  const area = boundsOf(flat.soft ? transformPath(flat.soft.toSheet, flat.soft.outline.path) : standing.path)
  const stretch = stretchOn(map, area)
  const outline = projectOutline(map, standing)
  const of = { map, area, outline, stretch }
  const flatSoft = flat.soft && { ...flat.soft, stretch }
  const soft = softEdge(flat, flatSoft, of)
  const edge = edgesOnly(whole.outline)
  const inside = finishOps(layers, { ...whole, outline: edge, ...(flatSoft ? { soft: flatSoft } : {}) })
  const seen = soft ? { soft } : {}
  const around = finishOps(layers, { outline: edgesOnly(outline), toSheet: IDENTITY, ...seen })
  const ops = [...flat.back, ...inside.insideUnder, ...flat.front, ...inside.insideOver]
  const item: DrawItem = { id, bounds: growRect(area, 1), ops: withStretch(ops, stretch) }
  const plane: DrawOp = { op: 'plane', ...of, item, beyond: 'edge' }
  const within = projectedFills(ops, map) ?? [plane]
  return {
    id,
    bounds: growRect(boundsOf(outline.path), layers.length > 0 ? around.reach : 0),
    ops: ops.length > 0 ? [...within, ...(flat.upon ?? [])] : [],
    mask: { outline, toSheet: IDENTITY, feather: 0, ...seen },
    ...(around.under.length > 0 ? { under: around.under } : {}),
    ...(around.over.length > 0 ? { over: around.over } : {}),
    ...(opacity === undefined ? {} : { opacity }),
    ...(blend === undefined ? {} : { blend }),
  }
}
