import { assertNever } from '@/core/failure'
import { atTime } from '@/core/document/atTime'
import { BACKGROUND_ID } from '@/core/document/background'
import { resolved, resolvedSheet } from '@/core/document/colours'
import { shownFinish } from '@/core/document/finish'
import { originalOf } from '@/core/document/content'
import { inkOf, vacantFrames } from '@/core/document/lettering'
import { backgroundBox, backgroundHolder, frameRect, readingOrder, sheetOf } from '@/core/document/read'
import type { SheetView } from '@/core/document/sheetViews'
import { frameOf, framesOf, framesUnder, isHidden, topmostIds } from '@/core/document/tree'
import type { Frame, Group, Project, Sheet } from '@/core/document/types'
import { boxMatrix } from '@/core/geometry/box'
import { readingRows } from '@/core/geometry/reading'
import { growRect, mapRect, rectSize, unionRects } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import type { Outline } from '@/core/path/path'
import { outlineOf } from '@/core/stencil/stencil'
import { composedAs, renderFrame, renderFrameBleed } from '@/core/render/frame'
import { needsOf, pictureOps, type Need } from '@/core/render/needs'
import { pictureOp } from '@/core/render/picture'
import {
  isGroup,
  paintsAnything,
  type DrawGroup,
  type DrawItem,
  type DrawList,
  type DrawNode,
  type DrawOp,
  type FileSource,
} from '@/core/render/ops'
import { renderPlaceholder } from '@/core/render/placeholder'
import { silhouetteOf, silhouetteOps } from '@/core/render/silhouette'
import { fillOp } from '@/core/render/style'

export const VEIL_ID = '@veil'
export const PAPER_ID = '@paper'

/** What a background picture that lets something through stands on. */
const PAPER = '#ffffff'

/** What lies under everything: the background and its veil, from the bottom. */
export const renderBackground = (project: Project, sheet: Sheet): readonly DrawItem[] => {
  const { background, veil } = sheet
  const box = backgroundBox(sheet)
  const shape = { toSheet: boxMatrix(box, 0), outline: outlineOf({ kind: 'rectangle' }, box) }
  const item = (id: string, op: DrawOp, effects: Pick<DrawItem, 'blur' | 'opacity'> = {}): DrawItem => ({
    id,
    bounds: mapRect(shape.toSheet, boundsOf(shape.outline.path)),
    ops: [op],
    ...effects,
  })
  const washes = veil
    ? [item(VEIL_ID, fillOp({ kind: 'colour', colour: veil.colour }, shape), { opacity: veil.opacity })]
    : []
  switch (background.kind) {
    case 'none':
      return washes
    case 'colour':
    case 'gradient':
      return [item(BACKGROUND_ID, fillOp(background, shape)), ...washes]
    case 'picture': {
      const { placed, opacity = 1, blur = 0, beneath } = background
      const isPapered = opacity < 1 && beneath !== 'none'
      const paper = isPapered ? [item(PAPER_ID, fillOp({ kind: 'colour', colour: PAPER }, shape))] : []
      const op = pictureOp(project, placed, backgroundHolder(project, sheet, placed.pictureId), shape)
      const effects = { ...(blur > 0 ? { blur } : {}), ...(opacity < 1 ? { opacity } : {}) }
      return [...paper, item(BACKGROUND_ID, op, effects), ...washes]
    }
    default:
      return assertNever(background)
  }
}

/** A group that changes how its members meet what lies beneath; others let them pass through. */
export const isIsolated = (project: Pick<Project, 'finishes'>, group: Group): boolean => {
  const { layers, opacity, blend } = shownFinish(project, group)
  return layers.length > 0 || opacity < 1 || blend !== 'normal'
}

/** A group around what its members paint. Its finish is about their outlines, united. */
export const renderGroup = (project: Project, sheet: Sheet, group: Group, children: readonly DrawNode[]): DrawGroup => {
  const finish = shownFinish(project, group)
  const members = finish.layers.length > 0 ? framesUnder(sheet, [group.id]) : []
  const seen = members.filter((frame) => !isHidden(sheet, frame.id))
  const silhouette = silhouetteOf(sheet, seen)
  const ops = silhouetteOps(finish.layers, silhouette)
  const edge =
    seen.length > 0 ? [growRect(mapRect(silhouette.toSheet, boundsOf(silhouette.outline.path)), ops.reach)] : []
  return {
    id: group.id,
    bounds: unionRects([...children.map(({ bounds }) => bounds), ...edge]),
    children,
    silhouette,
    under: ops.under,
    inside: [...ops.insideUnder, ...ops.insideOver],
    over: ops.over,
    ...composedAs(finish),
  }
}

/** How a frame and a group become nodes; a stage remembers what it made. */
export interface NodeMaker {
  readonly item: (frame: Frame) => DrawItem
  readonly group: (group: Group, children: readonly DrawNode[]) => DrawGroup
}

/** The words on the tile in place of an empty frame, as an outline; null for a bare tile. */
export type PlaceholderWords = (frame: Frame) => Outline | null

const makerFor = (project: Project, sheet: Sheet, words?: PlaceholderWords): NodeMaker => {
  const vacant = new Set(words ? vacantFrames(sheet).map(({ id }) => id) : [])
  return {
    item: (frame) =>
      words && vacant.has(frame.id)
        ? renderPlaceholder(sheet, frame, words(frame))
        : renderFrame(project, sheet, frame),
    group: (group, children) => renderGroup(project, sheet, group, children),
  }
}

/** What the items of a list paint, from the bottom: groups that pass through give way to their members. Hidden ones stay out. */
export const renderNodes = (
  project: Project,
  sheet: Sheet,
  ids: readonly string[],
  maker: NodeMaker = makerFor(project, sheet),
): readonly DrawNode[] =>
  ids.flatMap((id): readonly DrawNode[] => {
    const item = sheet.items[id]
    if (!item || isHidden(sheet, id)) return []
    if (item.kind === 'frame') return [maker.item(item)]
    const children = renderNodes(project, sheet, item.order, maker)
    return isIsolated(project, item) ? [maker.group(item, children)] : children
  })

/** Without what paints nothing. */
const busy = (nodes: readonly DrawNode[]): readonly DrawNode[] =>
  nodes.flatMap((node): readonly DrawNode[] => {
    if (!isGroup(node)) return paintsAnything(node) ? [node] : []
    const children = busy(node.children)
    const isIdle = !children.length && !node.under.length && !node.inside.length && !node.over.length
    return isIdle ? [] : [{ ...node, children }]
  })

/** Colours are resolved once before anything is rendered: the parts below know nothing of slots. */
const resolvedScene = (project: Project, sheet: Sheet): { readonly project: Project; readonly sheet: Sheet } => ({
  project: resolved(project),
  sheet: resolvedSheet(sheet, project.slots),
})

const sceneAt = (of: Project, on: Sheet, time: number): ReturnType<typeof resolvedScene> => {
  const now = atTime(of, on.id, time)
  return resolvedScene(now, sheetOf(now, on.id))
}

/** The sheet as a list of things to paint, with tiles in place of empty frames if words for them are given. The only place that knows paint order. */
export const renderSheet = (
  of: Project,
  on: Sheet,
  options: {
    readonly bleed?: boolean
    /** Without the background and its veil. */
    readonly isBare?: boolean
    readonly placeholders?: PlaceholderWords
    /** As it looks so many seconds after it began to play; stills without it. */
    readonly time?: number
  } = {},
): DrawList => {
  const { project, sheet } = options.time === undefined ? resolvedScene(of, on) : sceneAt(of, on, options.time)
  const beyond = options.bleed ? sheet.bleed : 0
  return {
    area: { x0: -beyond, y0: -beyond, x1: sheet.size.w + beyond, y1: sheet.size.h + beyond },
    items: [
      ...(options.isBare ? [] : renderBackground(project, sheet)),
      // Panels that are cut apart bleed beneath everything, so that none bleeds over its neighbour.
      ...(options.bleed ? panelBleeds(project, sheet) : []),
      ...busy(renderNodes(project, sheet, sheet.order, makerFor(project, sheet, options.placeholders))),
    ],
  }
}

const viewLists = new WeakMap<SheetView, DrawList>()

/** What a sheet paints that is shown within another, without its bleed: the same list as long as it is the same view. */
export const listOfView = (view: SheetView): DrawList => {
  const known = viewLists.get(view)
  if (known) return known
  const list = renderSheet(view.project, sheetOf(view.project, view.sheetId))
  viewLists.set(view, list)
  return list
}

/** Hashes of all files that a list is painted from, those of sheets within it included. */
export const fileHashes = (list: Pick<DrawList, 'items'>, seen = new Set<SheetView>()): ReadonlySet<string> => {
  const hashes = new Set<string>()
  for (const { source } of pictureOps(list)) {
    if (source.kind === 'file') hashes.add(source.hash)
    else if (!seen.has(source.view)) {
      seen.add(source.view)
      for (const hash of fileHashes(listOfView(source.view), seen)) hashes.add(hash)
    }
  }
  return hashes
}

/** Output pixels for a point of a sheet that is shown as a picture, where one of its own output pixels takes `density`. */
export const viewScale = ({ area }: DrawList, { pixels, density }: Pick<Need, 'pixels' | 'density'>): number =>
  density * Math.max(pixels.w / rectSize(area).w, pixels.h / rectSize(area).h)

/** A picture of a file that is painted, with how densely at most: at `scale` output pixels a point, sheets within included. */
export const fileNeeds = (list: DrawList, scale: number): readonly (Need & { readonly source: FileSource })[] => {
  const scales = new Map<SheetView, number>()
  const walk = (within: DrawList, at: number): readonly (Need & { readonly source: FileSource })[] =>
    needsOf(within, at).flatMap((need) => {
      const { source } = need
      if (source.kind === 'file') return [{ ...need, source }]
      const below = listOfView(source.view)
      const wanted = viewScale(below, need)
      if ((scales.get(source.view) ?? 0) >= wanted) return []
      scales.set(source.view, wanted)
      return walk(below, wanted)
    })
  return walk(list, scale)
}

const panelBleeds = (project: Project, sheet: Sheet): readonly DrawItem[] =>
  framesOf(sheet)
    .filter((frame) => !isHidden(sheet, frame.id))
    .flatMap((frame) => renderFrameBleed(project, sheet, frame) ?? [])

/** A panel alone: what it shows within its outline, and with `bleed` its own bleed around that. */
export const renderPanel = (
  of: Project,
  on: Sheet,
  frameId: string,
  options: { readonly bleed?: boolean } = {},
): DrawList => {
  const { project, sheet } = resolvedScene(of, on)
  const frame = frameOf(sheet, frameId)
  const beyond = options.bleed ? (frame.bleed ?? 0) : 0
  const bleeds = options.bleed ? renderFrameBleed(project, sheet, frame) : null
  const items = [...(bleeds ? [bleeds] : []), renderFrame(project, sheet, frame)]
  return { area: growRect(frameRect(sheet, frame), beyond), items: busy(items) }
}

/** The panels of a sheet: shown frames that look onto a span or have a bleed of their own, in reading order. */
export const panelsOf = (sheet: Sheet): readonly Frame[] =>
  readingOrder(sheet).filter((frame) => frame.fill.kind === 'span' || frame.bleed !== undefined)

/** The frames that paint something by themselves, in reading order. Hidden ones stay out. */
export const shownFrames = (sheet: Sheet): readonly Frame[] =>
  readingRows(
    framesOf(sheet).filter(
      (frame) =>
        !isHidden(sheet, frame.id) && (originalOf(sheet, frame).fill.kind !== 'none' || inkOf(sheet, frame) !== null),
    ),
  ).flat()

/** Only some frames and groups, without the background, cropped to what they paint. Hidden ones stay out. */
export const renderItems = (of: Project, on: Sheet, ids: readonly string[]): DrawList => {
  const { project, sheet } = resolvedScene(of, on)
  const items = busy(renderNodes(project, sheet, topmostIds(sheet, ids)))
  const frames = framesUnder(sheet, ids).filter((frame) => !isHidden(sheet, frame.id))
  const finished = items.filter((item) => isGroup(item) || item.under || item.over)
  return {
    area: unionRects([...frames.map((frame) => frameRect(sheet, frame)), ...finished.map(({ bounds }) => bounds)]),
    items,
  }
}
