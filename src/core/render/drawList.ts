import {
  backgroundBox,
  backgroundMount,
  frameMatrix,
  frameMount,
  framesOf,
  pictureOf,
  shownPlaced,
} from '@/core/document/read'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { boxMatrix } from '@/core/geometry/box'
import { compose, type Matrix } from '@/core/geometry/matrix'
import { mapRect, type Rect } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import { boundsOf } from '@/core/path/extent'
import type { Outline } from '@/core/path/path'
import { outlineOf } from '@/core/stencil/stencil'
import type { Mount, Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'

/** One thing to paint. Painters know these, and nothing of frames or sheets. */
export type DrawOp =
  | { readonly op: 'colour'; readonly outline: Outline; readonly toSheet: Matrix; readonly colour: string }
  | {
      readonly op: 'picture'
      readonly outline: Outline
      /** Outline's local points → sheet points. */
      readonly toSheet: Matrix
      readonly hash: string
      /** Upright size of the picture in pixels. */
      readonly pixels: Size
      /** Picture pixels → outline's local points. */
      readonly picture: Matrix
      /** The outline lies wholly over the picture, so the picture's own edges don't show. */
      readonly isCovered: boolean
    }

/** What one item of the sheet paints, isolated. */
export interface DrawItem {
  /** The frame's id, or `background`. */
  readonly id: string
  /** What it can touch, in sheet points. */
  readonly bounds: Rect
  readonly ops: readonly DrawOp[]
}

export interface DrawList {
  /** What the list covers, in sheet points: the trim size, or with bleed. */
  readonly area: Rect
  /** In painting order. */
  readonly items: readonly DrawItem[]
}

export const BACKGROUND_ID = 'background'

const pictureOp = (project: Project, placed: Placed, mount: Mount, toSheet: Matrix): DrawOp => {
  const picture = pictureOf(project, placed.pictureId)
  const seen = resolvePlacement(placed, mount)
  return {
    op: 'picture',
    outline: mount.outline,
    toSheet,
    hash: picture.hash,
    pixels: picture.pixels,
    picture: seen.matrix,
    isCovered: seen.isCovered,
  }
}

const item = (id: string, outline: Outline, toSheet: Matrix, ops: readonly DrawOp[]): DrawItem => ({
  id,
  bounds: mapRect(toSheet, boundsOf(outline.path)),
  ops,
})

/** What lies under everything; null if the sheet has no background. */
export const renderBackground = (project: Project, sheet: Sheet): DrawItem | null => {
  const { background } = sheet
  if (background.kind === 'none') return null
  const box = backgroundBox(sheet)
  const toSheet = boxMatrix(box, 0)
  const outline = outlineOf({ kind: 'rectangle' }, box)
  const op: DrawOp =
    background.kind === 'colour'
      ? { op: 'colour', outline, toSheet, colour: background.colour }
      : pictureOp(project, background.placed, backgroundMount(project, sheet, background.placed.pictureId), toSheet)
  return item(BACKGROUND_ID, outline, toSheet, [op])
}

/** What one frame paints; an empty frame paints nothing. */
export const renderFrame = (project: Project, sheet: Sheet, frame: Frame): DrawItem => {
  const outline = outlineOf(frame.stencil, frame.box)
  const toSheet = frameMatrix(frame)
  const placed = shownPlaced(frame)
  const ops: DrawOp[] = []
  if (frame.fill.kind === 'colour') ops.push({ op: 'colour', outline, toSheet, colour: frame.fill.colour })
  if (placed) ops.push(pictureOp(project, placed, frameMount(project, sheet, frame, placed.pictureId), toSheet))
  return item(frame.id, outline, toSheet, ops)
}

/** The sheet as a list of things to paint. The only place that knows paint order. */
export const renderSheet = (project: Project, sheet: Sheet, options: { readonly bleed?: boolean } = {}): DrawList => {
  const beyond = options.bleed ? sheet.bleed : 0
  const background = renderBackground(project, sheet)
  return {
    area: { x0: -beyond, y0: -beyond, x1: sheet.size.w + beyond, y1: sheet.size.h + beyond },
    items: [
      ...(background ? [background] : []),
      ...framesOf(sheet)
        .map((frame) => renderFrame(project, sheet, frame))
        .filter(({ ops }) => ops.length > 0),
    ],
  }
}

/** Picture pixels → sheet points of a picture op. */
export const opPictureMatrix = (op: Extract<DrawOp, { op: 'picture' }>): Matrix => compose(op.toSheet, op.picture)
