import type { Draft } from 'immer'
import { normalTurn } from '@/core/geometry/angle'
import { clampSide, type Box } from '@/core/geometry/box'
import { apply, compose, rotation, scaling, translation } from '@/core/geometry/matrix'
import { rectCentre, type Rect } from '@/core/geometry/rect'
import { add, subtract, type Point, type Size } from '@/core/geometry/vector'
import { flipPicture } from '@/core/placement/move'
import { defineEdit, put } from '@/core/document/edit'
import { dropIdleSpans, putPlaced } from '@/core/document/edits/fills'
import { putLaid } from '@/core/document/edits/frames'
import { putScaledLengths } from '@/core/document/edits/lengths'
import { followFlip, followMove, followSize } from '@/core/document/edits/lettering/follow'
import { scaleText } from '@/core/document/edits/texts'
import { keepAside, loseLetter } from '@/core/document/edits/lettering/lose'
import { layFault, mirroredLay, planeLay, planeOf, seenAt, standsAt } from '@/core/document/laid'
import { originalOf } from '@/core/document/content'
import { standingItemsRect, type Hull } from '@/core/document/extent'
import { frameHolder, sheetOf, shownPlaced } from '@/core/document/read'
import { framesOf, framesUnder, idsUnder, isLocked, itemOf, parentOf, topmostIds } from '@/core/document/tree'
import type { Frame, Project, Sheet } from '@/core/document/types'

interface ItemsAddress {
  readonly sheetId: string
  readonly ids: readonly string[]
}

/** The frames below the items that are free to move; a locked one stays where it is. */
const freeFrames = (sheet: Sheet, ids: readonly string[]): readonly Frame[] =>
  framesUnder(sheet, ids).filter((frame) => !isLocked(sheet, frame.id))

/** Runs over the drafts of the free frames below the items. */
const eachFrame = (
  draft: Draft<Project>,
  project: Project,
  { sheetId, ids }: ItemsAddress,
  change: (frame: Draft<Frame>, frameBefore: Frame, sheet: Sheet) => void,
): void => {
  const sheet = sheetOf(project, sheetId)
  for (const held of freeFrames(sheet, ids)) {
    const frame = draft.sheets[sheetId]?.items[held.id]
    if (frame?.kind === 'frame') change(frame, held, sheet)
  }
}

/** Turns the handles of the groups among the items, and of those within them. */
const turnGroups = (
  draft: Draft<Project>,
  project: Project,
  { sheetId, ids }: ItemsAddress,
  turned: (turn: number) => number,
): void => {
  const sheet = sheetOf(project, sheetId)
  for (const id of idsUnder(sheet, ids)) {
    const item = draft.sheets[sheetId]?.items[id]
    if (item?.kind === 'group' && !isLocked(sheet, id)) put(item, 'turn', normalTurn(turned(item.turn)))
  }
}

/** In whose points a way is told. */
interface Way {
  /** Of a plane, by its id; of the sheet without it. */
  readonly planeId?: string
  /** From where the way is gone, on the sheet: what lies on planes goes along them by as much as is seen from there. */
  readonly from?: Point
}

/**
 * Moves items with what they hold by `delta` points of the sheet, or of a plane. What lies on a plane stays on it: as far as
 * a point at `from`, or its own middle, goes along the plane by as much as is seen.
 */
export const moveItems = defineEdit<ItemsAddress & Way & { readonly delta: Point }>(
  (draft, { delta, planeId, from, ...at }, project) =>
    moveBy(draft, project, at, delta, {
      ...(planeId === undefined ? {} : { planeId }),
      ...(from ? { from } : {}),
    }),
)

/** What a way comes to in the points in which a frame stands; none at all to where nothing is seen. */
const wayOf = (sheet: Sheet, frame: Frame, delta: Point, { planeId, from }: Way): Point => {
  const plane = planeOf(sheet, frame)
  if (!plane || plane.id === planeId) return delta
  const lay = planeLay(plane)
  const start = from ?? seenAt(lay, { x: frame.box.cx, y: frame.box.cy })
  const [p, q] = [standsAt(lay, start), standsAt(lay, add(start, delta))]
  return p && q ? subtract(q, p) : { x: 0, y: 0 }
}

const moveBy = (draft: Draft<Project>, project: Project, at: ItemsAddress, delta: Point, way: Way = {}): void => {
  eachFrame(draft, project, at, (frame, before, sheet) => {
    const by = wayOf(sheet, before, delta, way)
    const box = { ...before.box, cx: before.box.cx + by.x, cy: before.box.cy + by.y }
    // Nothing goes over the horizon of its plane.
    if (before.planeId !== undefined && layFault(sheet, { ...before, box })) return
    put(frame.box, 'cx', box.cx)
    put(frame.box, 'cy', box.cy)
  })
  followMove(draft, project, at, translation(delta.x, delta.y))
}

/** Moves each item by a vector of its own, in points of the sheet or of a plane; both lists in the same order. */
export const shiftItems = defineEdit<ItemsAddress & Pick<Way, 'planeId'> & { readonly deltas: readonly Point[] }>(
  (draft, { sheetId, ids, deltas, planeId }, project) => {
    const way = planeId === undefined ? {} : { planeId }
    ids.forEach((id, i) => moveBy(draft, project, { sheetId, ids: [id] }, deltas[i] ?? { x: 0, y: 0 }, way))
  },
)

const growLengths = (draft: Draft<Project>, project: Project, { sheetId, ids }: ItemsAddress, k: number): void => {
  const sheet = sheetOf(project, sheetId)
  for (const id of idsUnder(sheet, ids)) {
    const item = draft.sheets[sheetId]?.items[id]
    if (item && !isLocked(sheet, id)) putScaledLengths(item, itemOf(sheet, id), k)
  }
}

/** Factors nearer than this to each other are one. */
const IN_PROPORTION = 1e-6

/**
 * Sizes items as one: the hull becomes the box `to`, of the same turn. Frames keep their share of it; pictures follow
 * by their placement. Where a frame stands neither square nor at right angles to the hull, `to` must be in proportion.
 * With `lengths`, and in proportion, their own lengths grow too: strokes, shadows, fixed corners, fading edges.
 */
export const sizeItems = defineEdit<
  ItemsAddress & { readonly from: Hull; readonly to: Box; readonly lengths?: boolean }
>((draft, { from, to, lengths = false, ...at }, project) => {
  const scale = { x: to.w / from.box.w, y: to.h / from.box.h }
  const inward = compose(rotation(-from.turn), translation(-from.box.cx, -from.box.cy))
  const outward = compose(translation(to.cx, to.cy), rotation(from.turn))
  eachFrame(draft, project, at, (frame, { box, turn, stencil }) => {
    const p = apply(inward, { x: box.cx, y: box.cy })
    const centre = apply(outward, { x: p.x * scale.x, y: p.y * scale.y })
    const lies = Math.abs(Math.abs(normalTurn(turn - from.turn)) - 90) < 45
    const [kx, ky] = lies ? [scale.y, scale.x] : [scale.x, scale.y]
    put(frame, 'box', { cx: centre.x, cy: centre.y, w: clampSide(box.w * kx), h: clampSide(box.h * ky) })
    // In proportion letters grow with their box; otherwise they wrap anew in it.
    if (stencil.kind === 'text' && Math.abs(kx / ky - 1) < IN_PROPORTION) scaleText(frame, Math.sqrt(kx * ky))
  })
  if (lengths && Math.abs(scale.x / scale.y - 1) < IN_PROPORTION) growLengths(draft, project, at, scale.x)
  const matrix = compose(outward, scaling(scale.x, scale.y), inward)
  followSize(draft, project, at, { matrix, kx: scale.x, ky: scale.y, hullTurn: from.turn })
})

/** Turns items as one about a centre, in degrees clockwise. */
export const turnItems = defineEdit<ItemsAddress & { readonly centre: Point; readonly by: number }>(
  (draft, { centre, by, ...at }, project) => {
    const about = compose(translation(centre.x, centre.y), rotation(by), translation(-centre.x, -centre.y))
    eachFrame(draft, project, at, (frame, { box, turn }) => {
      const moved = apply(about, { x: box.cx, y: box.cy })
      put(frame, 'box', { ...box, cx: moved.x, cy: moved.y })
      put(frame, 'turn', normalTurn(turn + by))
    })
    turnGroups(draft, project, at, (turn) => turn + by)
    followMove(draft, project, at, about, by)
  },
)

/**
 * Mirrors items as one, outlines and pictures, about the middle of their rectangle: 'x' left to right, 'y' top to
 * bottom. A mirror top to bottom is one left to right with a half turn.
 */
export const flipItems = defineEdit<ItemsAddress & { readonly axis: 'x' | 'y' }>((draft, { axis, ...at }, project) => {
  const sheet = sheetOf(project, at.sheetId)
  const middle = rectCentre(standingItemsRect(sheet, at.ids))
  const mirrored = (turn: number): number => (axis === 'x' ? -turn : 180 - turn)
  eachFrame(draft, project, at, (frame, frameBefore) => {
    const { box, turn } = frameBefore
    const [cx, cy] = axis === 'x' ? [2 * middle.x - box.cx, box.cy] : [box.cx, 2 * middle.y - box.cy]
    put(frame, 'box', { ...box, cx, cy })
    put(frame, 'turn', normalTurn(mirrored(turn)))
    putFlag(frame, 'flip', !frameBefore.flip)
    putLaid(frame, mirroredLay(frameBefore))
    const placed = shownPlaced(frameBefore)
    if (placed) putPlaced(frame, flipPicture(placed, frameHolder(project, sheet, frameBefore, placed.pictureId), 'x'))
  })
  turnGroups(draft, project, at, mirrored)
  const mirror = axis === 'x' ? scaling(-1, 1) : scaling(1, -1)
  const about = compose(translation(middle.x, middle.y), mirror, translation(-middle.x, -middle.y))
  followFlip(draft, project, at, about, mirrored)
})

/** Sets a mark that is left out where it is off. */
const putFlag = <K extends 'locked' | 'hidden' | 'flip'>(
  item: { locked?: boolean; hidden?: boolean; flip?: boolean },
  key: K,
  on: boolean,
): void => {
  if (on) put(item, key, true as (typeof item)[K])
  else if (item[key] !== undefined) delete item[key]
}

/** Hides or shows, locks or frees items. */
export const markItems = defineEdit<ItemsAddress & { readonly hidden?: boolean; readonly locked?: boolean }>(
  (draft, { sheetId, ids, hidden, locked }, project) => {
    const sheet = sheetOf(project, sheetId)
    for (const id of ids) {
      itemOf(sheet, id)
      const item = draft.sheets[sheetId]?.items[id]
      if (!item) continue
      if (hidden !== undefined) putFlag(item, 'hidden', hidden)
      if (locked !== undefined) putFlag(item, 'locked', locked)
    }
  },
)

/** Gives a frame or group another name. */
export const renameItem = defineEdit<{ readonly sheetId: string; readonly id: string; readonly name: string }>(
  (draft, { sheetId, id, name }, project) => {
    itemOf(sheetOf(project, sheetId), id)
    const item = draft.sheets[sheetId]?.items[id]
    if (item) put(item, 'name', name)
  },
)

/** The list that an item of the draft stands in. */
const listDraft = (sheet: Draft<Sheet>, parentId: string | null): string[] | null => {
  if (parentId === null) return sheet.order
  const parent = sheet.items[parentId]
  return parent?.kind === 'group' ? parent.order : null
}

/** Takes an id out of the list it stands in; a group left without members goes with it. */
export const takeFromList = (sheet: Draft<Sheet>, sheetBefore: Sheet, id: string): void => {
  const parentId = parentOf(sheetBefore, id)
  const list = listDraft(sheet, parentId)
  if (!list) return
  const at = list.indexOf(id)
  if (at >= 0) list.splice(at, 1)
  loseLetter(sheet, parentId, id)
  if (parentId === null || list.length) return
  takeFromList(sheet, sheetBefore, parentId)
  delete sheet.items[parentId]
}

/** Takes items off a sheet with all they hold; ids it does not have are passed over, and so are locked ones. */
export const removeItems = defineEdit<ItemsAddress>((draft, { sheetId, ids }, project) => {
  const sheetBefore = sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  if (!sheet) return
  for (const id of topmostIds(sheetBefore, ids).filter((one) => !isLocked(sheetBefore, one))) {
    keepAside(sheet, parentOf(sheetBefore, id), id)
    takeFromList(sheet, sheetBefore, id)
    for (const gone of idsUnder(sheetBefore, [id])) delete sheet.items[gone]
  }
  handOver(sheet, sheetBefore)
  dropIdleSpans(draft, sheetId)
})

/**
 * Echoes whose original went: the lowest of them takes its fill over, the others show that one. Echoes of an echo that
 * went show the original.
 */
export const handOver = (sheet: Draft<Sheet>, sheetBefore: Sheet): void => {
  const heirs = new Map<string, string>()
  for (const echo of framesOf(sheetBefore)) {
    const frame = sheet.items[echo.id]
    if (frame?.kind !== 'frame' || frame.fill.kind !== 'echo') continue
    const original = originalOf(sheetBefore, echo)
    const heir = heirs.get(original.id)
    if (sheet.items[original.id]) put(frame.fill, 'frameId', original.id)
    else if (heir !== undefined) put(frame, 'fill', { kind: 'echo', frameId: heir })
    else {
      heirs.set(original.id, echo.id)
      put(frame, 'fill', original.fill as Draft<Frame['fill']>) // a frozen value is stored as it is
    }
  }
}

/** Sets boxes of frames by id, upright where `upright`. */
export const setBoxes = defineEdit<{
  readonly sheetId: string
  readonly boxes: Readonly<Record<string, Box>>
  readonly upright?: boolean
}>((draft, { sheetId, boxes, upright }, project) =>
  eachFrame(draft, project, { sheetId, ids: Object.keys(boxes) }, (frame, frameBefore) => {
    const to = boxes[frameBefore.id] ?? frameBefore.box
    put(frame, 'box', { ...to, w: clampSide(to.w), h: clampSide(to.h) })
    if (upright) put(frame, 'turn', 0)
  }),
)

/** Gives frames the width, the height or both of `size`, about their middles. */
export const equalSizes = defineEdit<ItemsAddress & { readonly size: Partial<Size> }>(
  (draft, { size, ...at }, project) =>
    eachFrame(draft, project, at, (frame, { box }) => {
      const { w, h } = { ...box, ...size }
      put(frame, 'box', { ...box, w: clampSide(w), h: clampSide(h) })
    }),
)

/** Where a rectangle goes, as a box. */
export const boxOfRect = (r: Rect): Box => ({
  cx: (r.x0 + r.x1) / 2,
  cy: (r.y0 + r.y1) / 2,
  w: r.x1 - r.x0,
  h: r.y1 - r.y0,
})
