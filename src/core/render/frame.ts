import { assertNever } from '@/core/failure'
import { shownAdjustments, type Vignette } from '@/core/adjust/adjustments'
import { vignetteAt } from '@/core/adjust/vignette'
import { contentOf, originalOf, spanShown, type Content } from '@/core/document/content'
import { shownFinish, type ShownFinish } from '@/core/document/finish'
import { layOf } from '@/core/document/laid'
import { inkOf } from '@/core/document/lettering'
import { frameMatrix, frameOutline, pictureOf } from '@/core/document/read'
import { type Frame, type Project, type Sheet } from '@/core/document/types'
import { PICTURES } from '@/core/document/fill'
import { boxMatrix } from '@/core/geometry/box'
import { apply, compose, invert, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { centredRect, growRect, mapRect, rectCentre, rectSize, type Rect, unionRects } from '@/core/geometry/rect'
import { boundsOf, extentAlong } from '@/core/path/extent'
import { edgesOnly, grownFlat } from '@/core/path/flat'
import { type Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { outlineOf } from '@/core/stencil/stencil'
import { finishOps, type FinishOps } from '@/core/render/finishOps'
import { laidItem } from '@/core/render/laid'
import { aroundOutline, covers, pictureOp, sourceOf } from '@/core/render/picture'
import { shiftedItem } from '@/core/render/shift'
import { shadeOps } from '@/core/render/surfaceShade'
import type { DrawItem, DrawOp, DrawStop, FillOp, PictureOp, Shape } from '@/core/render/ops'
import { textBounds } from '@/core/text/outline'
import { isText } from '@/core/document/text'
import { fillOp } from '@/core/render/style'
import { colouredOps, lineOps, textPaint } from '@/core/render/text'

/** Stops of a vignette between its start and the corners; between them it is taken as straight. */
const VIGNETTE_STEPS = 24

const vignetteStops = (vignette: Vignette): readonly DrawStop[] => {
  const channel = vignette.amount > 0 ? 0 : 255
  const colour = { r: channel, g: channel, b: channel }
  return Array.from({ length: VIGNETTE_STEPS + 1 }, (_, i) => {
    const at = vignette.start + ((1 - vignette.start) * i) / VIGNETTE_STEPS
    return { at, colour, alpha: vignetteAt(at, vignette) }
  })
}

/** The middle of a rectangle and its half sides as a map from the square of ±1. */
const halfSides = (r: Rect): Matrix => {
  const { x, y } = rectCentre(r)
  const { w, h } = rectSize(r)
  return compose(translation(x, y), scaling(w / 2, h / 2))
}

/** A vignette over what shows: `unit` takes the square of ±1 to the shape's local points. */
const vignetteOp = (vignette: Vignette, shape: Shape, unit: Matrix): FillOp => ({
  op: 'fill',
  outline: { ...shape.outline, path: transformPath(invert(unit), shape.outline.path) },
  toSheet: compose(shape.toSheet, unit),
  style: {
    kind: 'gradient',
    run: { shape: 'radial', centre: { x: 0, y: 0 }, radius: Math.SQRT2 },
    stops: vignetteStops(vignette),
  },
})

/** What a frame shows of a picture, its vignette included. `whole` is the outline it is seen through. */
const contentOps = (
  project: Project,
  sheet: Sheet,
  frame: Frame,
  content: Content,
  whole: Outline,
  shape: Shape,
): readonly DrawOp[] => {
  const { placed, holder, at } = content
  const toFrame = compose(invert(frameMatrix(frame)), boxMatrix(at.box, at.turn))
  const picture =
    at === frame
      ? pictureOp(project, placed, holder, shape)
      : pictureOp(project, placed, holder, shape, {
          matrix: toFrame,
          isCovered: (matrix) => covers(matrix, holder.picture, whole),
        })
  const { vignette } = shownAdjustments(placed.adjustments)
  if (!vignette?.amount || vignette.of === 'picture') return [picture]
  // All windows of a span darken towards the corners of the whole.
  const unit = spanShown(sheet, frame)
    ? compose(toFrame, scaling(holder.box.w / 2, holder.box.h / 2))
    : halfSides(boundsOf(whole.path))
  return [picture, vignetteOp(vignette, shape, unit)]
}

const fillOps = (
  project: Project,
  sheet: Sheet,
  frame: Frame,
  whole: Outline,
  shape: Shape,
): { readonly back: readonly DrawOp[]; readonly front: readonly DrawOp[] } => {
  const { fill } = originalOf(sheet, frame)
  switch (fill.kind) {
    case 'none': {
      const ink = inkOf(sheet, frame)
      return { back: [], front: ink === null ? [] : [fillOp({ kind: 'colour', colour: ink }, shape, whole)] }
    }
    case 'echo':
      return { back: [], front: [] }
    case 'colour':
    case 'gradient':
      return { back: [], front: [fillOp(fill, shape, whole)] }
    case PICTURES:
    case 'span': {
      const content = contentOf(project, sheet, frame)
      if (!content) return { back: [], front: [] }
      const { backing } = frame
      const back: readonly DrawOp[] = backing === undefined ? [] : [fillOp({ kind: 'colour', colour: backing }, shape)]
      return { back, front: contentOps(project, sheet, frame, content, whole, shape) }
    }
    default:
      return assertNever(fill)
  }
}

/** The picture whose transparency masks a frame, over the frame's whole box. */
const softMask = (project: Project, frame: Frame): PictureOp | null => {
  const { stencil, box } = frame
  if (stencil.kind !== 'mask') return null
  const picture = pictureOf(project, stencil.pictureId)
  const { pixels } = picture
  const scale = scaling(((frame.flip ? -1 : 1) * box.w) / pixels.w, box.h / pixels.h)
  return {
    op: 'picture',
    source: sourceOf(project, picture),
    pixels,
    picture: compose(scale, translation(-pixels.w / 2, -pixels.h / 2)),
    isCovered: true,
    outline: outlineOf({ kind: 'rectangle' }, box),
    toSheet: frameMatrix(frame),
  }
}

/** Opacity and blend where they are not plain. */
export const composedAs = ({ opacity, blend }: ShownFinish): Pick<DrawItem, 'opacity' | 'blend'> => ({
  ...(opacity < 1 ? { opacity } : {}),
  ...(blend === 'normal' ? {} : { blend }),
})

const withSides = ({ under, over }: FinishOps): Pick<DrawItem, 'under' | 'over'> => ({
  ...(under.length > 0 ? { under } : {}),
  ...(over.length > 0 ? { over } : {}),
})

/** Upright bounds of an outline once it stands on the sheet: exact for turned curves too. */
const boundsOnSheet = ({ outline, toSheet }: Shape, turn: number): Rect => {
  const { x, y } = apply(toSheet, { x: 0, y: 0 })
  const along = extentAlong(outline.path, -turn)
  const down = extentAlong(outline.path, 90 - turn)
  return { x0: x + along.min, y0: y + down.min, x1: x + along.max, y1: y + down.max }
}

/** What fills a frame, in its outline or, where that is masked afterwards, beyond it; letters of a text in their colours. */
const paintedOps = (
  project: Project,
  sheet: Sheet,
  frame: Frame,
  whole: Shape,
  soft: Outline | null,
  isMasked: boolean,
): ReturnType<typeof fillOps> => {
  const { fill } = originalOf(sheet, frame)
  if (isText(frame) && !isMasked && fill.kind === 'colour')
    return { back: [], front: lineOps(frame, fill.colour, whole.toSheet) }
  const letters = textPaint(frame)
  const outline = isMasked ? (soft ?? aroundOutline(whole.outline)) : (letters?.plain ?? whole.outline)
  const filled = fillOps(project, sheet, frame, whole.outline, { ...whole, outline })
  if (!letters) return filled
  const own = letters.plain || isMasked ? filled.front : []
  return { back: filled.back, front: [...own, ...colouredOps(letters, whole.toSheet, isMasked)] }
}

/** What a frame's outline takes on the sheet; of a text around its box and its lines, which are measured already. */
const boundsOfFrame = (frame: Frame, whole: Shape): Rect => {
  if (!isText(frame)) return boundsOnSheet(whole, frame.turn)
  const r = unionRects([textBounds(frame.stencil, frame.box), centredRect(frame.box)])
  return mapRect(whole.toSheet, frame.flip ? { ...r, x0: -r.x1, x1: -r.x0 } : r)
}

/** What one frame paints; an empty frame without ink or a finish paints nothing. */
export const renderFrame = (project: Project, sheet: Sheet, frame: Frame): DrawItem => {
  const there = renderWhereItStands(project, sheet, frame)
  return frame.away ? shiftedItem(there, frame.away) : there
}

const renderWhereItStands = (project: Project, sheet: Sheet, frame: Frame): DrawItem => {
  const outline = frameOutline(frame)
  const whole = { outline, toSheet: frameMatrix(frame) }
  const feather = frame.feather ?? 0
  const soft = softMask(project, frame)
  const finish = shownFinish(project, frame)
  const hasBacking = frame.backing !== undefined && contentOf(project, sheet, frame) !== null
  // What meets the outline together is masked once, so that nothing shines out between at the edge.
  const lay = layOf(sheet, frame)
  const isMasked = lay !== null || soft !== null || feather > 0 || hasBacking || finish.layers.length > 0
  const { back, front } = paintedOps(project, sheet, frame, whole, soft?.outline ?? null, isMasked)
  if (lay) {
    const { layers } = finish
    const upon = shadeOps(project, sheet, frame)
    return laidItem({ id: frame.id, whole, feather, soft, back, front, layers, upon, ...composedAs(finish) }, lay)
  }
  const bounds = soft ? mapRect(soft.toSheet, boundsOf(soft.outline.path)) : boundsOfFrame(frame, whole)
  const base = {
    id: frame.id,
    ...(isMasked ? { mask: { ...whole, feather, ...(soft ? { soft } : {}) } } : {}),
    ...composedAs(finish),
  }
  if (!finish.layers.length) return { ...base, bounds, ops: [...back, ...front] }
  const edge = edgesOnly(outline)
  const made = finishOps(finish.layers, { ...whole, outline: edge, ...(soft ? { soft } : {}) })
  return {
    ...base,
    bounds: growRect(bounds, made.reach),
    ops: [...back, ...made.insideUnder, ...front, ...made.insideOver],
    ...withSides(made),
  }
}

/** What fills a frame, going on beyond its outline by its bleed; null where it has none. */
export const renderFrameBleed = (project: Project, sheet: Sheet, frame: Frame): DrawItem | null => {
  // What is cut apart lies flat.
  if (!frame.bleed || layOf(sheet, frame)) return null
  const outline = frameOutline(frame)
  const shape = { outline: grownFlat(outline, frame.bleed), toSheet: frameMatrix(frame) }
  const { back, front } = fillOps(project, sheet, frame, outline, shape)
  const ops = [...back, ...front].map((op) => (op.op === 'picture' ? { ...op, isCovered: false } : op))
  const finish = shownFinish(project, frame)
  return { id: `${frame.id}/bleed`, bounds: boundsOnSheet(shape, frame.turn), ops, ...composedAs(finish) }
}
