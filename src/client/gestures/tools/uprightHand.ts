import { toolOf } from '@/client/store/modes'
import { directionOf } from '@/core/geometry/angle'
import { subtract, type Point } from '@/core/geometry/vector'
import { nearestSpot } from '@/core/path/nearest'
import { nodesOf } from '@/core/path/nodes'
import { setUpright } from '@/core/document/edits/stencils'
import { standingOutlineOf } from '@/core/document/outline'
import type { ToolHand } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { refusesPerspective } from '@/client/store/laid'
import { say } from '@/client/store/notices'
import { selectedFrame } from '@/client/store/selection'
import { putWay } from '@/client/store/slices/selection'
import { setTool, putToolDown, changeTool } from '@/client/store/slices/mode'

/** The ends of the outline's edge nearest to a point. */
const edgeAt = (bench: Bench, at: Point): readonly [Point, Point] | null => {
  const tool = toolOf(bench.get())
  const item = tool?.kind === 'upright' ? heldSheet(bench.get()).items[tool.frameId] : null
  if (item?.kind !== 'frame') return null
  const contours = nodesOf(standingOutlineOf(item).path)
  const spot = nearestSpot(contours, at)
  const nodes = spot ? contours[spot.contour]?.nodes : undefined
  const [from, to] = [nodes?.[spot?.node ?? 0], nodes?.[((spot?.node ?? 0) + 1) % (nodes.length || 1)]]
  return from && to ? [from.at, to.at] : null
}

/** Asks for the edge along which the selected frame's box shall lie. */
export const startUpright = (bench: Bench): void => {
  const frame = selectedFrame(bench.get())
  if (!frame) return say(bench, 'Select a frame first.')
  if (refusesPerspective(bench, frame, 'turn its box')) return
  putWay(bench, 'whole')
  setTool(bench, { kind: 'upright', frameId: frame.id, edge: null })
}

/** One press on an edge of the outline turns the frame's box along it. */
export const uprightHand = (bench: Bench): ToolHand => ({
  tap: ({ at }) => {
    const state = bench.get()
    const tool = toolOf(state)
    const edge = edgeAt(bench, at)
    if (tool?.kind !== 'upright' || !edge) return
    const { frameId } = tool
    const along = directionOf(subtract(edge[1], edge[0]))
    putToolDown(bench)
    bench.commit('Set upright', (project) => setUpright(project, { sheetId: state.sheetId, frameId, along }))
    say(bench, 'The box lies along that edge. Turn it to 0° to stand the frame upright.')
  },
  start: () => null,
  undo: () => putToolDown(bench),
  hover: (at) => {
    changeTool(bench, 'upright', { edge: edgeAt(bench, at) })
  },
  key: (key) => {
    if (key !== 'Escape') return false
    putToolDown(bench)
    return true
  },
})
