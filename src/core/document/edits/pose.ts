import type { Point } from '@/core/geometry/vector'
import { setFramePose, isCoveredThere } from '@/core/document/edits/fills'
import type { Recorded } from '@/core/document/edit'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import type { Project } from '@/core/document/types'
import type { FramePose } from '@/core/placement/pose'

const HALVINGS = 24

/** The largest share of the way, in [0, 1], for which `holds`; it holds at 0. */
const reachable = (holds: (share: number) => boolean): number => {
  if (holds(1)) return 1
  let low = 0
  let high = 1
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2
    if (holds(middle)) low = middle
    else high = middle
  }
  return low
}

export interface WindowChange {
  readonly recorded: Recorded
  /** Keep-covered stopped the outline at the picture's edge. */
  readonly stopped: boolean
}

/**
 * The outline way as a hand does it: `windowAt` gives the window for a drag by some vector; the drag goes
 * as far along each axis of it as the picture reaches when keep-covered is on, and all the way when it is off.
 */
export const dragWindow = (
  project: Project,
  sheetId: string,
  frameId: string,
  drag: Point,
  poseAt: (drag: Point) => FramePose,
): WindowChange => {
  const frame = frameOf(sheetOf(project, sheetId), frameId)
  const kept = shownPlaced(frame)?.keepCovered ?? false
  const covered = (p: Point): boolean => isCoveredThere(project, sheetId, frameId, poseAt(p))
  if (!kept || covered(drag))
    return {
      recorded: setFramePose.record(project, { sheetId, frameId, ...poseAt(drag), allowGaps: true }),
      stopped: false,
    }
  // First together, then each axis on by itself: the outline slides along the edge it meets.
  const both = reachable((k) => covered({ x: drag.x * k, y: drag.y * k }))
  const base = { x: drag.x * both, y: drag.y * both }
  const alongX = reachable((k) => covered({ x: base.x + (drag.x - base.x) * k, y: base.y }))
  const x = base.x + (drag.x - base.x) * alongX
  const alongY = reachable((k) => covered({ x, y: base.y + (drag.y - base.y) * k }))
  const end = { x, y: base.y + (drag.y - base.y) * alongY }
  return { recorded: setFramePose.record(project, { sheetId, frameId, ...poseAt(end) }), stopped: true }
}
