import { assertNever } from '@/core/failure'
import { BACKGROUND_ID } from '@/core/document/background'
import {
  backgroundBox,
  backgroundMount,
  frameMatrix,
  frameMount,
  frameOutline,
  frameRect,
  pictureOf,
  shownPlaced,
} from '@/core/document/read'
import { framesOf, framesUnder, isHidden } from '@/core/document/tree'
import type { Frame, Gradient, GradientStop, Project, Sheet } from '@/core/document/types'
import { unitVector } from '@/core/geometry/angle'
import { boxMatrix } from '@/core/geometry/box'
import { compose, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { cornersOf, growRect, mapRect, unionRects, type Rect } from '@/core/geometry/rect'
import { dot, type Point, type Size } from '@/core/geometry/vector'
import { boundsOf, extentAlong } from '@/core/path/extent'
import { polygonPath, type Outline } from '@/core/path/path'
import { outlineOf } from '@/core/stencil/stencil'
import type { Mount, Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'

interface Shape {
  readonly outline: Outline
  /** Outline's local points → sheet points. */
  readonly toSheet: Matrix
}

/** A gradient across an outline, in its local points. */
export type GradientRun =
  | { readonly shape: 'linear'; readonly from: Point; readonly to: Point }
  | { readonly shape: 'radial'; readonly centre: Point; readonly radius: number }

/** One thing to paint. Painters know these, and nothing of frames or sheets. */
export type DrawOp =
  | ({ readonly op: 'colour'; readonly colour: string } & Shape)
  | ({ readonly op: 'gradient'; readonly run: GradientRun; readonly stops: readonly GradientStop[] } & Shape)
  | ({
      readonly op: 'picture'
      readonly hash: string
      /** Upright size of the picture in pixels. */
      readonly pixels: Size
      /** Picture pixels → outline's local points. */
      readonly picture: Matrix
      /** The outline lies wholly over the picture, so the picture's own edges don't show. */
      readonly isCovered: boolean
      /** The picture repeats over the whole outline, with this gap in picture pixels. */
      readonly tileGap?: number
    } & Shape)

export type PictureOp = Extract<DrawOp, { op: 'picture' }>

/** What one item of the sheet paints, isolated: its operations on a layer, then mask, blur and opacity in this order. */
export interface DrawItem {
  /** The frame's id, or that of the background or veil. */
  readonly id: string
  /** What it can touch, in sheet points. */
  readonly bounds: Rect
  readonly ops: readonly DrawOp[]
  /**
   * What is kept of the operations: the outline, its edge fading inward over `feather` points; or, if there is one, what
   * the transparency of a picture lets through.
   */
  readonly mask?: Shape & { readonly feather: number; readonly soft?: PictureOp }
  /** Standard deviation of a Gaussian blur in points; edges of the bounds are repeated outward. */
  readonly blur?: number
  /** In [0, 1]; 1 without it. */
  readonly opacity?: number
}

export interface DrawList {
  /** What the list covers, in sheet points: the trim size, or with bleed. */
  readonly area: Rect
  /** In painting order. */
  readonly items: readonly DrawItem[]
}

export const VEIL_ID = '@veil'

const pictureOp = (project: Project, placed: Placed, mount: Mount, shape: Shape): DrawOp => {
  const picture = pictureOf(project, placed.pictureId)
  const seen = resolvePlacement(placed, mount)
  const gap = (placed.tileGap ?? 0) * Math.min(picture.pixels.w, picture.pixels.h)
  return {
    op: 'picture',
    ...shape,
    hash: picture.hash,
    pixels: picture.pixels,
    picture: seen.matrix,
    isCovered: seen.isCovered,
    ...(placed.fit === 'tile' ? { tileGap: gap } : {}),
  }
}

/** A linear gradient runs over the outline's extent along its turn; a radial one from the middle to the corners. */
const gradientRun = ({ shape, turn }: Gradient, { path }: Outline): GradientRun => {
  const { x0, y0, x1, y1 } = boundsOf(path)
  const centre = { x: (x0 + x1) / 2, y: (y0 + y1) / 2 }
  if (shape === 'radial') return { shape, centre, radius: Math.hypot(x1 - x0, y1 - y0) / 2 }
  const along = unitVector(turn)
  const { min, max } = extentAlong(path, turn)
  const at = dot(centre, along)
  const spot = (share: number): Point => ({
    x: centre.x + along.x * (share - at),
    y: centre.y + along.y * (share - at),
  })
  return { shape, from: spot(min), to: spot(max) }
}

const gradientOp = (gradient: Gradient, shape: Shape, of: Outline = shape.outline): DrawOp => ({
  op: 'gradient',
  ...shape,
  run: gradientRun(gradient, of),
  stops: gradient.stops,
})

const boundsOnSheet = ({ outline, toSheet }: Shape): Rect => mapRect(toSheet, boundsOf(outline.path))

/** What lies under everything: the background and its veil, from the bottom. */
export const renderBackground = (project: Project, sheet: Sheet): readonly DrawItem[] => {
  const { background, veil } = sheet
  const box = backgroundBox(sheet)
  const shape = { toSheet: boxMatrix(box, 0), outline: outlineOf({ kind: 'rectangle' }, box) }
  const item = (id: string, op: DrawOp, effects: Pick<DrawItem, 'blur' | 'opacity'> = {}): DrawItem => ({
    id,
    bounds: boundsOnSheet(shape),
    ops: [op],
    ...effects,
  })
  const washes = veil ? [item(VEIL_ID, { op: 'colour', ...shape, colour: veil.colour }, { opacity: veil.opacity })] : []
  switch (background.kind) {
    case 'none':
      return washes
    case 'colour':
      return [item(BACKGROUND_ID, { op: 'colour', ...shape, colour: background.colour }), ...washes]
    case 'gradient':
      return [item(BACKGROUND_ID, gradientOp(background, shape)), ...washes]
    case 'picture': {
      const { placed, opacity = 1, blur = 0 } = background
      const op = pictureOp(project, placed, backgroundMount(project, sheet, placed.pictureId), shape)
      const effects = { ...(blur > 0 ? { blur } : {}), ...(opacity < 1 ? { opacity } : {}) }
      return [item(BACKGROUND_ID, op, effects), ...washes]
    }
    default:
      return assertNever(background)
  }
}

/** Beyond the outline a masked item is painted a little further, so that only the mask makes its edge. */
const UNDER_MASK = 1

const aroundOutline = (outline: Outline): Outline => ({
  path: polygonPath(cornersOf(growRect(boundsOf(outline.path), UNDER_MASK))),
  fillRule: 'nonzero',
})

const fillOps = (project: Project, sheet: Sheet, frame: Frame, outline: Outline, shape: Shape): DrawOp[] => {
  const { fill, backing } = frame
  switch (fill.kind) {
    case 'none':
      return []
    case 'colour':
      return [{ op: 'colour', ...shape, colour: fill.colour }]
    case 'gradient':
      return [gradientOp(fill, shape, outline)]
    case 'taken': {
      const placed = shownPlaced(frame)
      if (!placed) return []
      const picture = pictureOp(project, placed, frameMount(project, sheet, frame, placed.pictureId), shape)
      return backing === undefined ? [picture] : [{ op: 'colour', ...shape, colour: backing }, picture]
    }
    default:
      return assertNever(fill)
  }
}

/** The picture whose transparency masks a frame, over the frame's whole box. */
const softMask = (project: Project, frame: Frame): PictureOp | null => {
  const { stencil, box } = frame
  if (stencil.kind !== 'mask') return null
  const { hash, pixels } = pictureOf(project, stencil.pictureId)
  const scale = scaling(((frame.flip ? -1 : 1) * box.w) / pixels.w, box.h / pixels.h)
  return {
    op: 'picture',
    hash,
    pixels,
    picture: compose(scale, translation(-pixels.w / 2, -pixels.h / 2)),
    isCovered: true,
    outline: outlineOf({ kind: 'rectangle' }, box),
    toSheet: frameMatrix(frame),
  }
}

/** What one frame paints; an empty frame paints nothing. */
export const renderFrame = (project: Project, sheet: Sheet, frame: Frame): DrawItem => {
  const outline = frameOutline(frame)
  const whole = { outline, toSheet: frameMatrix(frame) }
  const feather = frame.feather ?? 0
  // A backing and its picture meet the outline together, masked once, so that neither shines out at the edge.
  const soft = softMask(project, frame)
  const isMasked = soft !== null || feather > 0 || (frame.backing !== undefined && frame.fill.kind === 'taken')
  const shape = isMasked ? { ...whole, outline: soft ? soft.outline : aroundOutline(outline) } : whole
  return {
    id: frame.id,
    bounds: boundsOnSheet(soft ?? whole),
    ops: fillOps(project, sheet, frame, outline, shape),
    ...(isMasked ? { mask: { ...whole, feather, ...(soft ? { soft } : {}) } } : {}),
  }
}

/** The sheet as a list of things to paint. The only place that knows paint order. */
export const renderSheet = (project: Project, sheet: Sheet, options: { readonly bleed?: boolean } = {}): DrawList => {
  const beyond = options.bleed ? sheet.bleed : 0
  return {
    area: { x0: -beyond, y0: -beyond, x1: sheet.size.w + beyond, y1: sheet.size.h + beyond },
    items: [
      ...renderBackground(project, sheet),
      ...framesOf(sheet)
        .filter((frame) => !isHidden(sheet, frame.id))
        .map((frame) => renderFrame(project, sheet, frame))
        .filter(({ ops }) => ops.length > 0),
    ],
  }
}

/** Only some frames and groups, without the background, cropped to their outlines. Hidden ones stay out. */
export const renderItems = (project: Project, sheet: Sheet, ids: readonly string[]): DrawList => {
  const frames = framesUnder(sheet, ids).filter((frame) => !isHidden(sheet, frame.id))
  return {
    area: unionRects(frames.map(frameRect)),
    items: frames.map((frame) => renderFrame(project, sheet, frame)).filter(({ ops }) => ops.length > 0),
  }
}

/** Picture pixels → sheet points of a picture op. */
export const opPictureMatrix = (op: PictureOp): Matrix => compose(op.toSheet, op.picture)
