'use client'
import { toolOf } from '@/client/store/modes'
import { apply } from '@/core/geometry/matrix'
import { contourOfDraft, firstPoint, lastPoint } from '@/core/path/draft'
import { useBench } from '@/client/binding/useBench'
import { WorkLine } from '@/client/stage/PointMarks'
import { draftPieces, traceTolerance } from '@/client/store/trace'
import { viewMatrix } from '@/client/store/view'
import { LOOKS } from '@/client/stage/looks'

/** What is being traced: the line so far, its points, the first one larger, and where the next would lead. */
export const TraceMarks = () => {
  const tool = useBench((state) => toolOf(state))
  const draft = useBench((state) => state.draft)
  const sheetId = useBench((state) => state.sheetId)
  const view = useBench((state) => state.view)
  const smoothness = useBench((state) => state.smoothness)
  if (tool?.kind !== 'trace') return null
  const pieces = draftPieces({ draft, sheetId })
  const toTable = viewMatrix(view)
  const contour = contourOfDraft(pieces, traceTolerance({ smoothness, view }), tool.isClosed)
  const [first, last] = [firstPoint(pieces), lastPoint(pieces)]
  const start = first && apply(toTable, first)
  const end = last && apply(toTable, last)
  const next = tool.pointer && apply(toTable, tool.pointer)
  return (
    <g data-tracing={pieces.length}>
      <WorkLine contours={[contour]} toTable={toTable} />
      {end && next && !tool.isFreehand && !tool.isClosed && (
        <line x1={end.x} y1={end.y} x2={next.x} y2={next.y} {...LOOKS.nextLine} />
      )}
      {contour.nodes.map((node, i) => {
        const at = apply(toTable, node.at)
        return <circle key={i} cx={at.x} cy={at.y} r={3.6} {...LOOKS.node} />
      })}
      {start && !tool.isClosed && (
        <g role="img" aria-label="First point: press it to close" transform={`translate(${start.x} ${start.y})`}>
          <circle r={8} {...LOOKS.node} />
          <circle r={3.4} {...LOOKS.nodeDot} />
        </g>
      )}
    </g>
  )
}

/** The edge along which a frame's box would lie. */
export const UprightMark = () => {
  const tool = useBench((state) => toolOf(state))
  const view = useBench((state) => state.view)
  if (tool?.kind !== 'upright' || !tool.edge) return null
  const [from, to] = [apply(viewMatrix(view), tool.edge[0]), apply(viewMatrix(view), tool.edge[1])]
  return (
    <>
      <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} {...LOOKS.casing} strokeWidth={8} />
      <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} {...LOOKS.whole} strokeWidth={5} />
    </>
  )
}
