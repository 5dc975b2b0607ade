import { directionOf, normalTurn, snapTurn } from '@/core/geometry/angle'
import { boxMatrix, handlePoint, resizeBox, type Handle } from '@/core/geometry/box'
import { apply, applyVector, compose, invert, rotation } from '@/core/geometry/matrix'
import { subtract, type Point } from '@/core/geometry/vector'
import type { Recorded } from '@/core/document/edit'
import { moveFrames, setFrameBox } from '@/core/document/edits/frames'
import { setPlaced } from '@/core/document/edits/fills'
import { dragWindow } from '@/core/document/edits/window'
import { frameMatrix, frameMount, frameOf, sheetOf, shownPlaced } from '@/core/document/read'
import type { Frame, Project } from '@/core/document/types'
import { panPicture, turnPicture, zoomPicture } from '@/core/placement/move'
import type { Mount, Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import { wholePictureWindow } from '@/core/placement/window'
import type { Way } from '@/client/store/state'

/** Keys held during a drag. */
export interface Held {
  readonly shift: boolean
}

export interface Proposal {
  readonly recorded: Recorded
  readonly stopped: boolean
}

/** A drag under way: from where the hand is now to what the project would become. */
export interface Drag {
  readonly name: string
  propose(to: Point, held: Held): Proposal
}

/** What was pressed, and where (sheet points). */
export interface Grip {
  readonly project: Project
  readonly sheetId: string
  readonly frameId: string
  readonly from: Point
}

const TURN_STEP = 15

const free = (recorded: Recorded): Proposal => ({ recorded, stopped: false })

interface Start extends Grip {
  readonly frame: Frame
  readonly placed: Placed | null
  readonly mount: Mount | null
}

const startOf = (grip: Grip): Start => {
  const sheet = sheetOf(grip.project, grip.sheetId)
  const frame = frameOf(sheet, grip.frameId)
  const placed = shownPlaced(frame)
  return { ...grip, frame, placed, mount: placed && frameMount(grip.project, sheet, frame, placed.pictureId) }
}

/** Turn in degrees between two spots as seen from a centre. */
const turnBetween = (centre: Point, from: Point, to: Point): number =>
  directionOf(subtract(to, centre)) - directionOf(subtract(from, centre))

const turned = (base: number, by: number, { shift }: Held): number =>
  shift ? snapTurn(base + by, TURN_STEP) : normalTurn(base + by)

const toLocal = (frame: Frame, delta: Point): Point => applyVector(rotation(-frame.turn), delta)

const placedProposal = (start: Start, moved: { placed: Placed; stopped: boolean }): Proposal => ({
  recorded: setPlaced.record(start.project, { sheetId: start.sheetId, frameId: start.frameId, placed: moved.placed }),
  stopped: moved.stopped,
})

/** A drag on the body of a frame, by way. */
export const bodyDrag = (way: Way, grip: Grip): Drag => {
  const start = startOf(grip)
  const { placed, mount, frame, project, sheetId, frameId, from } = start
  if (way === 'picture' && placed && mount)
    return {
      name: 'Move picture',
      propose: (to) => placedProposal(start, panPicture(placed, mount, toLocal(frame, subtract(to, from)))),
    }
  if (way === 'outline' && placed)
    return {
      name: 'Move outline',
      propose: (to) =>
        dragWindow(project, sheetId, frameId, subtract(to, from), (d) => ({
          turn: frame.turn,
          box: { ...frame.box, cx: frame.box.cx + d.x, cy: frame.box.cy + d.y },
        })),
    }
  return {
    name: 'Move frame',
    propose: (to) => free(moveFrames.record(project, { sheetId, frameIds: [frameId], delta: subtract(to, from) })),
  }
}

/** Zooms the picture about the corner opposite to the one held (Shift: about its centre). */
const pictureHandleDrag = (start: Start, placed: Placed, mount: Mount, handle: Handle): Drag => {
  const whole = wholePictureWindow(placed, mount, start.frame)
  const toFrame = compose(invert(frameMatrix(start.frame)), boxMatrix(whole.box, whole.turn))
  return {
    name: 'Zoom picture',
    propose: (to, { shift }) => {
      const sized = resizeBox(whole.box, whole.turn, handle, subtract(to, start.from), { fromCentre: shift })
      const factor = handle.hx === 0 ? sized.h / whole.box.h : sized.w / whole.box.w
      const anchor = shift
        ? { x: 0, y: 0 }
        : handlePoint(whole.box, { hx: -handle.hx as Handle['hx'], hy: -handle.hy as Handle['hy'] })
      return placedProposal(start, zoomPicture(placed, mount, apply(toFrame, anchor), factor))
    },
  }
}

/** A drag on a corner or side handle, by way. */
export const handleDrag = (way: Way, grip: Grip, handle: Handle): Drag => {
  const start = startOf(grip)
  const { placed, mount, frame, project, sheetId, frameId, from } = start
  if (way === 'picture' && placed && mount) return pictureHandleDrag(start, placed, mount, handle)
  if (way === 'outline' && placed)
    return {
      name: 'Crop by outline',
      propose: (to, { shift }) =>
        dragWindow(project, sheetId, frameId, subtract(to, from), (d) => ({
          turn: frame.turn,
          box: resizeBox(frame.box, frame.turn, handle, d, { free: shift }),
        })),
    }
  return {
    name: 'Size frame',
    propose: (to, { shift }) => {
      const box = resizeBox(frame.box, frame.turn, handle, subtract(to, from), { free: shift })
      return free(setFrameBox.record(project, { sheetId, frameId, box }))
    },
  }
}

/** A drag on the turn tab, by way. */
export const turnDrag = (way: Way, grip: Grip): Drag => {
  const start = startOf(grip)
  const { placed, mount, frame, project, sheetId, frameId, from } = start
  const centre = { x: frame.box.cx, y: frame.box.cy }
  if (way === 'picture' && placed && mount) {
    const scale = resolvePlacement(placed, mount).scale
    return {
      name: 'Turn picture',
      propose: (to, held) => {
        const turn = turned(placed.turn, turnBetween(centre, from, to), held)
        return placedProposal(start, { placed: turnPicture(placed, mount, turn, scale), stopped: false })
      },
    }
  }
  if (way === 'outline' && placed)
    return {
      name: 'Turn outline',
      propose: (to, held) => {
        const by = normalTurn(turned(frame.turn, turnBetween(centre, from, to), held) - frame.turn)
        return dragWindow(project, sheetId, frameId, { x: by, y: 0 }, (d) => ({
          box: frame.box,
          turn: normalTurn(frame.turn + d.x),
        }))
      },
    }
  return {
    name: 'Turn frame',
    propose: (to, held) =>
      free(
        setFrameBox.record(project, {
          sheetId,
          frameId,
          turn: turned(frame.turn, turnBetween(centre, from, to), held),
        }),
      ),
  }
}
