import { toolOf } from '@/client/store/modes'
import { distance, type Point } from '@/core/geometry/vector'
import { firstPoint, lastPoint, type DraftPiece } from '@/core/path/draft'
import { onRay, snapPoint, type PointField } from '@/core/geometry/snapPoint'
import { snapFieldOf } from '@/core/document/snapField'
import { framesOf, isHidden } from '@/core/document/tree'
import { snapReachOf } from '@/client/gestures/heldKeys'
import type { ToolDrag, ToolHand } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { contoursOfFrame } from '@/client/store/points'
import { closeTrace, draftPieces, leaveTrace, setDraft } from '@/client/store/trace'
import { setTool } from '@/client/store/slices/mode'

/** A press this near the first point closes the outline, in table pixels. */
const CLOSE_REACH = 11
/** Points of a drawn run stand at least this far apart, in table pixels. */
const STROKE_STEP = 1.5
const isNear = (bench: Bench, p: Point | null, q: Point): boolean =>
  p !== null && distance(p, q) * bench.get().view.scale <= CLOSE_REACH

/** Points of other outlines beyond these are not looked at. */
const MOST_POINTS = 2000

/** What a traced point snaps to: its own points, those of frames' outlines, guides and edges. */
const pointField = (bench: Bench): PointField => {
  const state = bench.get()
  const sheet = heldSheet(state)
  const pieces = draftPieces(state)
  const own = pieces.flatMap((piece) => (piece.kind === 'node' ? [piece.node.at] : []))
  const others = framesOf(sheet)
    .filter(({ id }) => !isHidden(sheet, id))
    .flatMap((frame) => contoursOfFrame(frame).flatMap(({ nodes }) => nodes.map(({ at }) => at)))
  const { rects, x, y } = snapFieldOf(sheet, [])
  return {
    points: [...own.slice(0, -1), ...others.slice(0, MOST_POINTS)],
    x: [...x, ...own.map((at) => at.x), ...rects.flatMap((r) => [r.x0, (r.x0 + r.x1) / 2, r.x1])],
    y: [...y, ...own.map((at) => at.y), ...rects.flatMap((r) => [r.y0, (r.y0 + r.y1) / 2, r.y1])],
    from: lastPoint(pieces),
  }
}

/** Where a point set here falls: with Shift always level, upright or at 45° from the one before. */
const placed = (bench: Bench, at: Point, shift: boolean): Point => {
  const reach = snapReachOf(bench)
  const from = lastPoint(draftPieces(bench.get()))
  if (shift && from) return onRay(from, at)
  return reach === 0 ? at : snapPoint(at, pointField(bench), reach)
}

const corner = (at: Point): DraftPiece => ({ kind: 'node', node: { at, kind: 'corner' } })

const curve = (at: Point, to: Point): DraftPiece => ({
  kind: 'node',
  node: { at, out: to, into: { x: 2 * at.x - to.x, y: 2 * at.y - to.y }, kind: 'symmetric' },
})

/** Presses a point and pulls its handles. */
const nodeDrag = (bench: Bench, at: Point): ToolDrag => {
  const before = draftPieces(bench.get())
  const closes = before.length > 1 && isNear(bench, firstPoint(before), at)
  const [first] = before
  return {
    move: (to) => {
      // Dragging on the first point bends the side that closes.
      if (closes && first?.kind === 'node') {
        const into = { x: 2 * first.node.at.x - to.x, y: 2 * first.node.at.y - to.y }
        setDraft(bench, [{ kind: 'node', node: { ...first.node, into } }, ...before.slice(1)])
      } else setDraft(bench, [...before, curve(at, to)])
    },
    end: () => {
      if (closes) closeTrace(bench)
    },
    cancel: () => setDraft(bench, before),
  }
}

/** Draws a run by hand; coming back to the first point closes. */
const strokeDrag = (bench: Bench, at: Point): ToolDrag => {
  const before = draftPieces(bench.get())
  const end = lastPoint(before)
  // A run begun at the end of the last one goes on from there.
  const points: Point[] = [end && isNear(bench, end, at) ? end : at]
  if (end && points[0] !== end) points.unshift(end)
  return {
    move: (to) => {
      const last = points.at(-1)
      if (last && distance(last, to) * bench.get().view.scale < STROKE_STEP) return
      points.push(to)
      setDraft(bench, [...before, { kind: 'stroke', points: [...points] }])
    },
    end: () => {
      const first = firstPoint(draftPieces(bench.get()))
      if (points.length > 8 && isNear(bench, first, points.at(-1) ?? at)) closeTrace(bench)
    },
    cancel: () => setDraft(bench, before),
  }
}

/** Presses and keys while an outline is traced. */
export const traceHand = (bench: Bench): ToolHand => ({
  tap: ({ at, shift }) => {
    const tool = toolOf(bench.get())
    if (tool?.kind !== 'trace' || tool.isClosed) return
    const pieces = draftPieces(bench.get())
    if (pieces.length > 1 && isNear(bench, firstPoint(pieces), at)) return closeTrace(bench)
    setDraft(bench, [...pieces, corner(placed(bench, at, shift))])
  },
  start: ({ at, shift }) => {
    const tool = toolOf(bench.get())
    if (tool?.kind !== 'trace' || tool.isClosed)
      return { move: () => undefined, end: () => undefined, cancel: () => undefined }
    if (tool.isFreehand) return strokeDrag(bench, at)
    return nodeDrag(bench, placed(bench, at, shift))
  },
  hover: (at) => {
    const tool = toolOf(bench.get())
    if (tool?.kind === 'trace' && !tool.isClosed)
      setTool(bench, { ...tool, pointer: tool.isFreehand ? at : placed(bench, at, false) })
  },
  undo: () => {
    const tool = toolOf(bench.get())
    const pieces = draftPieces(bench.get())
    if (tool?.kind !== 'trace') return
    if (tool.isClosed) return setTool(bench, { ...tool, isClosed: false })
    if (!pieces.length) return leaveTrace(bench)
    setDraft(bench, pieces.slice(0, -1))
  },
  key: (key) => {
    const tool = toolOf(bench.get())
    if (tool?.kind !== 'trace') return false
    switch (key) {
      case 'Escape':
        if (tool.isClosed) setTool(bench, { ...tool, isClosed: false })
        else leaveTrace(bench)
        return true
      case 'Backspace':
      case 'Delete':
        setDraft(bench, draftPieces(bench.get()).slice(0, -1))
        return true
      case 'Enter':
        closeTrace(bench)
        return true
      default:
        return false
    }
  },
})
