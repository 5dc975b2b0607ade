import { MARK } from '@/client/theme/colours'
import { compose, scaling, translation } from '@/core/geometry/matrix'
import { growRect, rectSize, type Rect } from '@/core/geometry/rect'
import { sheetRect } from '@/core/document/extent'
import { inkOf } from '@/core/document/lettering'
import { outlineOnSheet } from '@/core/document/outline'
import { frameRect } from '@/core/document/read'
import type { ExportGround } from '@/contract/exports'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { unionRects } from '@/core/geometry/rect'
import { renderBackground, renderNodes } from '@/core/render/drawList'
import { renderFrame } from '@/core/render/frame'
import { isGroup, type DrawItem, type DrawNode } from '@/core/render/ops'
import { paintItem, paintNode } from '@/painters/canvas/paint'
import { createLayer, painterContext } from '@/client/stage/canvas'
import { paintEmptyFrame } from '@/client/stage/emptyFrame'
import type { LevelImages } from '@/client/stage/images'

/** What a thumbnail shows: some frames by themselves, or a whole sheet with its background. */
export interface ThumbnailScene {
  readonly project: Project
  readonly sheet: Sheet
  /** Null for all that the sheet shows. */
  readonly frames: readonly Frame[] | null
  /** Nothing in place of the background, or a colour where all is clear; the background and paper without it. */
  readonly ground?: ExportGround
}

/** Of what a finish paints beyond the outline, this much of the frame's size is shown. */
const MOST_BEYOND = 0.1

/** A frame with a little of what its finish paints around it. */
const rectWithFinish = (sheet: Sheet, frame: Frame, { bounds }: DrawItem): Rect => {
  const r = frameRect(sheet, frame)
  const most = MOST_BEYOND * Math.max(r.x1 - r.x0, r.y1 - r.y0)
  return growRect(r, Math.min(most, Math.max(0, r.x0 - bounds.x0, bounds.x1 - r.x1)))
}

const areaOf = ({ project, sheet, frames }: ThumbnailScene): Rect =>
  frames?.length
    ? unionRects(frames.map((frame) => rectWithFinish(sheet, frame, renderFrame(project, sheet, frame))))
    : sheetRect(sheet.size)

/** Paints a scene as large as the canvas allows, in its middle. */
export const paintThumbnail = (
  canvas: HTMLCanvasElement | OffscreenCanvas,
  images: LevelImages,
  scene: ThumbnailScene,
): void => {
  const context = canvas.getContext('2d') as CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D | null // either
  if (!context) return
  const { project, sheet } = scene
  const area = areaOf(scene)
  const size = rectSize(area)
  const { width, height } = canvas
  const scale = Math.min(width / Math.max(size.w, 1), height / Math.max(size.h, 1))
  const view = compose(
    translation((width - size.w * scale) / 2, (height - size.h * scale) / 2),
    scaling(scale),
    translation(-area.x0, -area.y0),
  )
  const device = { x0: 0, y0: 0, x1: width, y1: height }
  const on = painterContext(context)
  const painting = {
    view,
    device,
    imageFor: (op: Parameters<LevelImages['imageFor']>[0]) => images.imageFor(op, scale),
    createLayer,
  }
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.clearRect(0, 0, width, height)
  const { ground, frames } = scene
  const colour = ground === 'transparent' ? undefined : ground
  if (!frames || colour !== undefined) {
    context.fillStyle = colour ?? MARK.casing
    context.fillRect((width - size.w * scale) / 2, (height - size.h * scale) / 2, size.w * scale, size.h * scale)
  }
  if (!frames && ground !== 'transparent')
    for (const item of renderBackground(project, sheet)) paintItem(on, item, painting)
  const hatch = (node: DrawNode): void => {
    if (isGroup(node)) return node.children.forEach(hatch)
    const frame = sheet.items[node.id]
    if (frame?.kind !== 'frame' || frame.fill.kind !== 'none' || inkOf(sheet, frame) !== null) return
    context.save()
    paintEmptyFrame(on, outlineOnSheet(sheet, frame), view, 0.5, false)
    context.restore()
  }
  const nodes: readonly DrawNode[] = scene.frames
    ? scene.frames.map((frame) => renderFrame(project, sheet, frame))
    : renderNodes(project, sheet, sheet.order)
  for (const node of nodes) {
    hatch(node)
    paintNode(on, node, painting)
  }
}
