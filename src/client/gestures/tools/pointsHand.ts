import { rectAround, rectContains } from '@/core/geometry/rect'
import { add, subtract, type Point } from '@/core/geometry/vector'
import { snapRect, type SnapField } from '@/core/geometry/snap'
import {
  addNode,
  moveHandle,
  moveNodes,
  nodeAt,
  sameAddress,
  type Contour,
  type HandleSide,
  type NodeAddress,
} from '@/core/path/nodes'
import { nearestSpot } from '@/core/path/nearest'
import { nudgeStep } from '@/core/units'
import { snapFieldOf } from '@/core/document/snapField'
import { straight } from '@/client/gestures/drags'
import { snapReachOf } from '@/client/gestures/heldKeys'
import type { ToolDrag, ToolHand, ToolPress } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import {
  chooseNeighbour,
  choosePoints,
  commitPoints,
  makeNodes,
  pointsTool,
  recordPoints,
  removeChosen,
  shiftChosen,
} from '@/client/store/points'
import { NO_MARKS } from '@/client/store/state'
import type { PointsTool } from '@/client/store/modes'
import { markSnaps, gather } from '@/client/store/slices/hand'
import { setTool, putToolDown } from '@/client/store/slices/mode'

interface Mark {
  readonly address: NodeAddress
  readonly part: 'node' | HandleSide
}

/** What a mark's name tells: `node-0-3`, `into-0-3`, `out-0-3`. */
const markOf = (named: string | null): Mark | null => {
  const [, part, contour, node] = /^(node|into|out)-(\d+)-(\d+)$/.exec(named ?? '') ?? []
  if (part === undefined) return null
  return {
    part: part === 'into' || part === 'out' ? part : 'node',
    address: { contour: Number(contour), node: Number(node) },
  }
}

/** Points snap to what frames snap to, and to the other points. */
const snapFieldFor = (bench: Bench, tool: PointsTool): SnapField => {
  const field = snapFieldOf(heldSheet(bench.get()), [tool.frameId])
  const others = tool.contours.flatMap(({ nodes }, contour) =>
    nodes.filter((_, i) => !tool.chosen.some((one) => sameAddress(one, { contour, node: i }))).map(({ at }) => at),
  )
  return { ...field, x: [...field.x, ...others.map(({ x }) => x)], y: [...field.y, ...others.map(({ y }) => y)] }
}

const snapped = (bench: Bench, field: SnapField, at: Point): Point => {
  const reach = snapReachOf(bench)
  if (reach === 0) return at
  const result = snapRect(rectAround([at]), field, reach, { x: [0], y: [0] })
  markSnaps(bench, { lines: result.lines, gaps: [] })
  return add(at, result.by)
}

/** A drag that shows new points live and makes one step of them. */
const pointsDrag = (
  bench: Bench,
  name: string,
  tool: PointsTool,
  changed: (to: Point, shift: boolean) => readonly Contour[],
): ToolDrag => {
  let last: readonly Contour[] | null = null
  return {
    move: (to, shift) => {
      last = changed(to, shift)
      const state = bench.get()
      setTool(bench, { ...tool, contours: last })
      bench.preview(recordPoints(state.project, state, last).project)
    },
    end: () => {
      markSnaps(bench, NO_MARKS)
      if (last) commitPoints(bench, name, last, tool.chosen)
    },
    cancel: () => {
      setTool(bench, tool)
      bench.preview(null)
    },
  }
}

const nodeDrag = (bench: Bench, tool: PointsTool, { at, named }: ToolPress): ToolDrag => {
  const mark = markOf(named)
  const from = (mark && nodeAt(tool.contours, mark.address)?.at) ?? at
  const field = snapFieldFor(bench, tool)
  return pointsDrag(bench, tool.chosen.length > 1 ? 'Move points' : 'Move point', tool, (to, shift) => {
    const moved = subtract(to, at)
    const by = shift ? straight(moved) : moved
    const target = snapped(bench, field, add(from, by))
    return moveNodes(tool.contours, tool.chosen, subtract(target, from))
  })
}

const gatherPoints = (bench: Bench, tool: PointsTool, { at, shift }: ToolPress): ToolDrag => {
  const before = shift ? tool.chosen : []
  return {
    move: (to) => gather(bench, rectAround([at, to])),
    end: () => {
      const rect = bench.get().gathering
      gather(bench, null)
      if (!rect) return
      const inside = tool.contours.flatMap(({ nodes }, contour) =>
        nodes.flatMap((one, node) => (rectContains(rect, one.at) ? [{ contour, node }] : [])),
      )
      choosePoints(bench, [...before, ...inside.filter((one) => !before.some((held) => sameAddress(held, one)))])
    },
    cancel: () => gather(bench, null),
  }
}

/** How near the outline a press adds a point, in table pixels. */
const LINE_REACH = 7

/** Adds a point where the outline was pressed; null if it was not. */
const addedPoint = (
  bench: Bench,
  tool: PointsTool,
  at: Point,
): { contours: readonly Contour[]; made: NodeAddress } | null => {
  const spot = nearestSpot(tool.contours, at)
  if (!spot || spot.distance * bench.get().view.scale > LINE_REACH) return null
  const { contours } = tool
  return { contours: addNode(contours, spot, spot.t), made: { contour: spot.contour, node: spot.node + 1 } }
}

const chosenWith = (tool: PointsTool, address: NodeAddress, shift: boolean): readonly NodeAddress[] => {
  const has = tool.chosen.some((one) => sameAddress(one, address))
  if (shift) return has ? tool.chosen.filter((one) => !sameAddress(one, address)) : [...tool.chosen, address]
  return has ? tool.chosen : [address]
}

const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
}

/** Presses and keys while the points of an outline are in hand. */
export const pointsHand = (bench: Bench): ToolHand => ({
  tap: ({ at, named, shift }) => {
    const tool = pointsTool(bench.get())
    if (!tool) return
    const mark = markOf(named)
    if (mark?.part === 'node') {
      const isSame = !shift && tool.chosen.length === 1 && tool.chosen.some((one) => sameAddress(one, mark.address))
      return isSame ? undefined : choosePoints(bench, shift ? chosenWith(tool, mark.address, true) : [mark.address])
    }
    if (mark) return
    const added = addedPoint(bench, tool, at)
    if (added) commitPoints(bench, 'Add point', added.contours, [added.made])
    else choosePoints(bench, [])
  },
  start: (press) => {
    const tool = pointsTool(bench.get())
    if (!tool) return null
    const mark = markOf(press.named)
    if (mark?.part === 'node') {
      const chosen = chosenWith(tool, mark.address, press.shift)
      const next = { ...tool, chosen }
      setTool(bench, next)
      return nodeDrag(bench, next, press)
    }
    if (mark) {
      const { part: side, address } = mark
      return pointsDrag(bench, 'Pull handle', tool, (to) => moveHandle(tool.contours, address, side, to, press.ctrl))
    }
    const added = addedPoint(bench, tool, press.at)
    if (!added) return gatherPoints(bench, tool, press)
    const next = { ...tool, contours: added.contours, chosen: [added.made] }
    return nodeDrag(bench, next, press)
  },
  key: (key, shift) => {
    const tool = pointsTool(bench.get())
    if (!tool) return false
    const arrow = ARROWS[key]
    if (arrow && tool.chosen.length) {
      const { unit, ppi } = heldSheet(bench.get())
      const step = nudgeStep(unit, ppi) * (shift ? 10 : 1)
      shiftChosen(bench, { x: arrow.x * step, y: arrow.y * step }, 'Nudge point')
      return true
    }
    switch (key) {
      case 'Escape':
        if (tool.chosen.length) setTool(bench, { ...tool, chosen: [] })
        else putToolDown(bench)
        return true
      case 'Delete':
      case 'Backspace':
        removeChosen(bench)
        return true
      case '.':
      case ',':
        chooseNeighbour(bench, key === '.' ? 1 : -1)
        return true
      case 'Enter':
        putToolDown(bench)
        return true
      default:
        return false
    }
  },
})

/** A second press on a point makes a corner smooth and a smooth point a corner. */
export const turnPoint = (bench: Bench, named: string | null): boolean => {
  const tool = pointsTool(bench.get())
  const mark = markOf(named)
  if (!tool || mark?.part !== 'node') return false
  setTool(bench, { ...tool, chosen: [mark.address] })
  makeNodes(bench, nodeAt(tool.contours, mark.address)?.kind === 'corner' ? 'symmetric' : 'corner')
  return true
}
