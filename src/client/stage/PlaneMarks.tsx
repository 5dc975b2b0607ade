'use client'
import { apply } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { planeLay, planeOf, seenAt } from '@/core/document/laid'
import type { Plane } from '@/core/document/types'
import { useBench } from '@/client/binding/useBench'
import { QuadPins } from '@/client/stage/QuadPins'
import { svgPoints } from '@/client/stage/overlayGeometry'
import { shownSheet } from '@/client/store/benchStore'
import { planeInHand } from '@/client/store/planes'
import { selectedFrame } from '@/client/store/selection'
import { viewMatrix } from '@/client/store/view'
import { LOOKS } from '@/client/stage/looks'

/** Lines along each way of a plane, so that it is seen how it recedes. */
const LINES = 8

const useSeen = (plane: Plane | null): ((p: Point) => Point) => {
  const view = useBench((state) => state.view)
  const lay = plane && planeLay(plane)
  return (p) => apply(viewMatrix(view), seenAt(lay, p))
}

const Net = ({ plane }: { readonly plane: Plane }) => {
  const seen = useSeen(plane)
  const { w, h } = plane.size
  const lines = Array.from({ length: LINES - 1 }, (_, i) => (i + 1) / LINES).flatMap((share) => [
    [seen({ x: w * share, y: 0 }), seen({ x: w * share, y: h })],
    [seen({ x: 0, y: h * share }), seen({ x: w, y: h * share })],
  ])
  return lines.map((line, i) => (
    <g key={i}>
      <polyline points={svgPoints(line)} {...LOOKS.casing} strokeWidth={2} strokeOpacity={0.5} />
      <polyline points={svgPoints(line)} {...LOOKS.whole} strokeWidth={0.8} strokeOpacity={0.7} />
    </g>
  ))
}

/** The plane in hand with a net and its corners; else, faintly, the one on which the selected frame lies. */
export const PlaneMarks = () => {
  const held = useBench(planeInHand)
  const own = useBench((state) => {
    const frame = selectedFrame(state)
    return frame ? planeOf(shownSheet(state), frame) : null
  })
  const plane = held ?? own
  const view = useBench((state) => state.view)
  if (!plane) return null
  const quad = plane.corners.map((p) => apply(viewMatrix(view), p))
  if (!held)
    return (
      <g data-plane={plane.id}>
        <polygon points={svgPoints(quad)} {...LOOKS.casing} strokeWidth={3} strokeOpacity={0.5} />
        <polygon points={svgPoints(quad)} {...LOOKS.member} />
      </g>
    )
  return (
    <g data-plane={plane.id}>
      <Net plane={plane} />
      <QuadPins quad={quad} name={plane.name} grip={{ corner: 'plane-corner', side: 'plane-side' }} />
    </g>
  )
}
