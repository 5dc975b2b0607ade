import { boxMatrix, HANDLES, handlePoint, type Box, type Handle } from '@/core/geometry/box'
import type { Surface } from '@/core/geometry/surface'
import { apply, type Matrix } from '@/core/geometry/matrix'
import { distance, subtract, type Point, type Size } from '@/core/geometry/vector'
import { seenAt } from '@/core/document/laid'
import { directionOf, unitVector } from '@/core/geometry/angle'
import { viewMatrix } from '@/client/store/view'
import type { View } from '@/client/store/state'

/** Boxes smaller than this on screen carry their handles outside. */
const SMALL = 64
/** So far outside that even the tips of their casing cover nothing. */
const STAND_OFF = 17
const TAB_DISTANCE = 34
const EDGE = 14

export interface HandleSpot {
  readonly index: number
  readonly handle: Handle
  readonly at: Point
}

export interface HandleLayout {
  readonly corners: readonly Point[]
  readonly handles: readonly HandleSpot[]
  readonly tab: Point
  readonly tabFoot: Point
  /** In degrees, as it is seen. */
  readonly turn: number
}

const clampTo = (p: Point, table: Size): Point => ({
  x: Math.min(table.w - EDGE, Math.max(EDGE, p.x)),
  y: Math.min(table.h - EDGE, Math.max(EDGE, p.y)),
})

/** Where the handles of a turned box stand on the table, in table pixels. With `clamp`, never out of view. */
export const handleLayout = (
  box: Box,
  turn: number,
  view: View,
  table: Size,
  clamp: boolean,
  lay: Surface | null = null,
): HandleLayout => {
  const standing = boxMatrix(box, turn)
  const at = (p: Point): Point => apply(viewMatrix(view), seenAt(lay, apply(standing, p)))
  const wide = distance(at({ x: -box.w / 2, y: 0 }), at({ x: box.w / 2, y: 0 }))
  const high = distance(at({ x: 0, y: -box.h / 2 }), at({ x: 0, y: box.h / 2 }))
  const off = { x: wide < SMALL ? STAND_OFF : 0, y: high < SMALL ? STAND_OFF : 0 }
  const along = subtract(at({ x: box.w / 2, y: 0 }), at({ x: -box.w / 2, y: 0 }))
  const seenTurn = lay ? directionOf(along) : turn
  const across = unitVector(seenTurn)
  const outward = (p: Point, { hx, hy }: Handle): Point => ({
    x: p.x + across.x * hx * off.x - across.y * hy * off.y,
    y: p.y + across.y * hx * off.x + across.x * hy * off.y,
  })
  const place = (handle: Handle): Point => {
    const spot = outward(at(handlePoint(box, handle)), handle)
    return clamp ? clampTo(spot, table) : spot
  }
  // Side handles are left out where they would crowd the corners.
  const handles = HANDLES.map((handle, index) => ({ index, handle, at: place(handle) })).filter(
    ({ handle }) => (handle.hx !== 0 && handle.hy !== 0) || (handle.hx === 0 ? wide >= SMALL : high >= SMALL),
  )
  const top = at({ x: 0, y: -box.h / 2 })
  const away = TAB_DISTANCE + off.y
  const tab = clampTo({ x: top.x + across.y * away, y: top.y - across.x * away }, table)
  const corners = [
    { x: -1, y: -1 },
    { x: 1, y: -1 },
    { x: 1, y: 1 },
    { x: -1, y: 1 },
  ].map(({ x, y }) => at({ x: (x * box.w) / 2, y: (y * box.h) / 2 }))
  return { corners, handles, tab, tabFoot: top, turn: seenTurn }
}

export const svgMatrix = (m: Matrix): string => `matrix(${m.a} ${m.b} ${m.c} ${m.d} ${m.e} ${m.f})`
export const svgPoints = (points: readonly Point[]): string => points.map((p) => `${p.x},${p.y}`).join(' ')
