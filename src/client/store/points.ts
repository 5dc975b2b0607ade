import { toolOf } from '@/client/store/modes'
import {
  addNode,
  nodeAt,
  moveNodes,
  nodesOf,
  pathOfNodes,
  removeNodes,
  setNodeKind,
  setSide,
  toggleClosed,
} from '@/core/path/nodes'
import type { Contour, NodeAddress, NodeKind } from '@/core/path/nodes'
import { kindsOf, withKinds } from '@/core/path/nodeKinds'
import { type Recorded, unchanged } from '@/core/document/edit'
import { setOutlineOnSheet } from '@/core/document/edits/stencils'
import { BACKGROUND_ID } from '@/core/document/background'
import { standingOutlineOf } from '@/core/document/outline'
import type { Frame, Project, Sheet } from '@/core/document/types'
import type { Point } from '@/core/geometry/vector'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { refusesPerspective } from '@/client/store/laid'
import { say } from '@/client/store/notices'
import { selectedFrame } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'
import type { PointsTool, TableTool } from '@/client/store/modes'
import { putToolDown, setTool, changeTool } from '@/client/store/slices/mode'
import { speak } from '@/client/store/slices/notices'
import { putWay } from '@/client/store/slices/selection'

/** The points tool, its points those of the frame as it is now; null when another or none is in hand. */
export const pointsTool = (state: BenchState): PointsTool | null => pointsOf(toolOf(state), heldSheet(state))

/** The points tool with the points of its frame on a sheet. */
export const pointsOf = (tool: TableTool | null, sheet: Sheet): PointsTool | null => {
  if (tool?.kind !== 'points') return null
  const item = sheet.items[tool.frameId]
  if (item?.kind !== 'frame') return null
  if (tool.of === item) return tool
  const contours = contoursOfFrame(item)
  const exists = ({ contour, node }: NodeAddress): boolean => contours[contour]?.nodes[node] !== undefined
  return { ...tool, of: item, contours, chosen: tool.chosen.filter(exists) }
}

const derived = new WeakMap<Frame, readonly Contour[]>()

/** The points of a frame's outline in sheet points; the same ones for the same frame. */
export const contoursOfFrame = (frame: Frame): readonly Contour[] => {
  const known = derived.get(frame)
  if (known) return known
  const { stencil } = frame
  const contours = withKinds(
    nodesOf(standingOutlineOf(frame).path),
    stencil.kind === 'path' ? stencil.kinds : undefined,
  )
  derived.set(frame, contours)
  return contours
}

/** Takes the points of the selected frame's outline in hand, or puts them down. */
export const togglePoints = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const frame = selectedFrame(state)
  if (toolOf(state)?.kind === 'points') {
    putToolDown(bench)
    return speak(bench, 'Points put down')
  }
  if (!frame || frame.id === BACKGROUND_ID) return say(bench, 'Select one frame to work on the points of its outline.')
  if (frame.stencil.kind === 'mask')
    return say(bench, 'A soft mask has no points. Swap the stencil, or take the outline of its picture instead.')
  if (refusesPerspective(bench, frame, 'work on its points')) return
  putWay(bench, 'whole')
  setTool(bench, { kind: 'points', frameId: frame.id, of: null, contours: [], chosen: [] })
  speak(bench, 'The points of the outline are in hand. Esc puts them down.')
}

/** The frame whose points are in hand. */
const frameInHand = (state: BenchState): Frame | null => {
  const tool = toolOf(state)
  const item = tool?.kind === 'points' ? heldSheet(state).items[tool.frameId] : null
  return item?.kind === 'frame' ? item : null
}

/** What the frame becomes with these points. */
export const recordPoints = (project: Project, state: BenchState, contours: readonly Contour[]): Recorded => {
  const held = frameInHand(state)
  if (!held) return unchanged(project)
  const { fillRule } = standingOutlineOf(held)
  const path = pathOfNodes(contours)
  const kinds = kindsOf(contours)
  const isTold = kinds === kindsOf(nodesOf(path))
  return setOutlineOnSheet.record(project, {
    sheetId: state.sheetId,
    frameId: held.id,
    outline: { path, fillRule },
    turn: held.turn,
    ...(isTold ? {} : { kinds }),
  })
}

/** Makes one step of new points; they stay in hand as they are. */
export const commitPoints = (
  bench: Bench,
  name: string,
  contours: readonly Contour[],
  chosen: readonly NodeAddress[],
): void => {
  const before = bench.get().project
  bench.commit(name, (project) => recordPoints(project, bench.get(), contours))
  const state = bench.get()
  if (state.project === before) return bench.preview(null)
  const frame = frameInHand(state)
  if (frame) changeTool(bench, 'points', { of: frame, contours, chosen })
}

const withTool = (bench: Bench, act: (tool: PointsTool) => void): void => {
  bench.endBurst()
  const tool = pointsTool(bench.get())
  if (tool) act(tool)
}

const needChosen = (bench: Bench, act: (tool: PointsTool) => void): void =>
  withTool(bench, (tool) => {
    if (!tool.chosen.length) say(bench, 'Press a point first. Shift adds more.')
    else act(tool)
  })

/** The kind that all chosen points are of; null where they differ or none is chosen. */
export const chosenKind = (state: BenchState): NodeKind | null => {
  const tool = pointsTool(state)
  const kinds = new Set(tool?.chosen.map((address) => nodeAt(tool.contours, address)?.kind))
  const [only] = kinds
  return kinds.size === 1 ? (only ?? null) : null
}

export const makeNodes = (bench: Bench, kind: NodeKind): void =>
  needChosen(bench, ({ contours, chosen }) =>
    commitPoints(bench, `Point: ${kind}`, setNodeKind(contours, chosen, kind), chosen),
  )

export const makeSides = (bench: Bench, straight: boolean): void =>
  needChosen(bench, ({ contours, chosen }) => {
    const next = chosen.reduce((all, one) => setSide(all, one, straight), contours)
    commitPoints(bench, straight ? 'Straight side' : 'Curved side', next, chosen)
  })

/** Adds a point in the middle of the side that leaves each chosen one. */
export const splitSides = (bench: Bench): void =>
  needChosen(bench, ({ contours, chosen }) => {
    const fromLast = [...chosen].sort((p, q) => q.contour - p.contour || q.node - p.node)
    const next = fromLast.reduce((all, one) => addNode(all, one, 0.5), contours)
    commitPoints(bench, 'Add point', next, [])
  })

const LEAST_POINTS = 2

export const removeChosen = (bench: Bench): void =>
  needChosen(bench, ({ contours, chosen }) => {
    const next = removeNodes(contours, chosen)
    if (!next.some(({ nodes }) => nodes.length > LEAST_POINTS || nodes.some(({ out }) => out)))
      return say(bench, 'An outline needs three points, or two with a curve. Remove the frame instead.')
    commitPoints(bench, chosen.length > 1 ? 'Remove points' : 'Remove point', next, [])
  })

export const toggleOpen = (bench: Bench): void =>
  needChosen(bench, ({ contours, chosen }) => {
    const [first] = chosen
    if (!first) return
    const wasClosed = contours[first.contour]?.isClosed
    commitPoints(bench, wasClosed ? 'Open outline' : 'Close outline', toggleClosed(contours, first), [])
  })

/** Moves the chosen points by a sheet vector. */
export const shiftChosen = (bench: Bench, by: Point, name = 'Move point'): void =>
  needChosen(bench, ({ contours, chosen }) => commitPoints(bench, name, moveNodes(contours, chosen, by), chosen))

export const choosePoints = (bench: Bench, chosen: readonly NodeAddress[]): void => {
  const tool = pointsTool(bench.get())
  if (tool) setTool(bench, { ...tool, chosen })
}

/** The next or previous point along the outline, contour after contour. */
export const chooseNeighbour = (bench: Bench, step: 1 | -1): void =>
  withTool(bench, (tool) => {
    const all = tool.contours.flatMap(({ nodes }, contour) => nodes.map((_, node) => ({ contour, node })))
    const [first] = tool.chosen
    const at = all.findIndex((one) => one.contour === first?.contour && one.node === first.node)
    const next = all[at < 0 ? 0 : (at + step + all.length) % all.length]
    if (!next) return
    setTool(bench, { ...tool, chosen: [next] })
    speak(bench, `Point ${next.node + 1}`)
  })
