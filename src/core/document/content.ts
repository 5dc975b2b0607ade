import { refuse } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { normalTurn } from '@/core/geometry/angle'
import { boxMatrix } from '@/core/geometry/box'
import { apply, compose, invert, type Matrix } from '@/core/geometry/matrix'
import type { Outline } from '@/core/path/path'
import { parseSvgPath } from '@/core/path/svgPath'
import type { PictureHolder, Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import type { FramePose } from '@/core/placement/pose'
import { BACKGROUND_ID } from '@/core/document/background'
import { backgroundBox, backgroundHolder, frameMatrix, frameHolder, pictureOf, shownPlaced } from '@/core/document/read'
import { type Frame, type Project, type Sheet, type Span } from '@/core/document/types'
import { PICTURES, type Fill, type Pose } from '@/core/document/fill'

/** A picture as a frame shows it, wherever its placement is stored. */
export interface Content {
  readonly placed: Placed
  readonly holder: PictureHolder
  /** Where on the sheet the holder stands. For a frame's own picture that is the frame itself. */
  readonly at: FramePose
}

/** Does the fill show a picture: of its own, of a span, or of another frame? */
export const holdsPicture = (fill: Fill | undefined): boolean =>
  fill?.kind === PICTURES || fill?.kind === 'span' || fill?.kind === 'echo'

/** The frame whose fill an echo shows; a frame that is no echo is its own. A chain that ends nowhere ends at its last frame. */
export const originalOf = (sheet: Sheet, frame: Frame): Frame => {
  let at = frame
  for (let i = 0; at.fill.kind === 'echo' && i < RANGE.items; i += 1) {
    const next = sheet.items[at.fill.frameId]
    if (next?.kind !== 'frame') return at
    at = next
  }
  return at
}

/** The span with this id. Refuses an id that the sheet does not have. */
export const spanOf = (sheet: Sheet, spanId: string): Span =>
  sheet.spans[spanId] ?? refuse('a span', 'one of the sheet', spanId)

/** The span that a frame is a window of, by itself or as an echo; or null. */
export const spanShown = (sheet: Sheet, frame: Frame): Span | null => {
  const { fill } = originalOf(sheet, frame)
  return fill.kind === 'span' ? (sheet.spans[fill.spanId] ?? null) : null
}

/** The frames that are windows of a span, from bottom to top of the ids given by the sheet. */
export const spanMembers = (sheet: Sheet, spanId: string): readonly Frame[] =>
  Object.values(sheet.items).filter(
    (item): item is Frame => item.kind === 'frame' && item.fill.kind === 'span' && item.fill.spanId === spanId,
  )

const hulls = new WeakMap<Span, Outline>()

/** What a span's picture must cover, in points about its box's centre. */
export const spanHull = (span: Span): Outline => {
  const known = hulls.get(span)
  if (known) return known
  const hull: Outline = { path: parseSvgPath(span.hull), fillRule: 'nonzero' }
  hulls.set(span, hull)
  return hull
}

/** The picture of a span as it is placed on the sheet, before any frame looks at it. */
export const spanContent = (project: Project, sheet: Sheet, span: Span): Content | null => {
  if (span.source.kind === 'placed') {
    const { placed } = span.source
    const picture = pictureOf(project, placed.pictureId).pixels
    return {
      placed,
      holder: { outline: spanHull(span), box: span.box, picture, ppi: sheet.ppi },
      at: { box: span.box, turn: span.turn },
    }
  }
  const { background } = sheet
  if (background.kind !== 'picture') return null
  return {
    placed: background.placed,
    holder: backgroundHolder(project, sheet, background.placed.pictureId),
    at: { box: backgroundBox(sheet), turn: 0 },
  }
}

const poseMatrix = ({ cx, cy, turn }: Pose): Matrix => boxMatrix({ cx, cy, w: 1, h: 1 }, turn)

/** The place from which a window looks: where it was pinned, or where it stands less the gaps that it skips. */
export const poseOf = ({ box, turn, fill }: Frame): Pose => {
  if (fill.kind !== 'span') return { cx: box.cx, cy: box.cy, turn }
  const { x, y } = fill.shift ?? { x: 0, y: 0 }
  const from = fill.pinned ?? { cx: box.cx, cy: box.cy, turn }
  return { cx: from.cx - x, cy: from.cy - y, turn: from.turn }
}

/** A window moved rigidly by `to` over the inverse of `from`. */
const carried = (at: FramePose, from: Matrix, frame: Frame, fromTurn: number): FramePose => {
  const carry = compose(frameMatrix(frame), invert(from))
  const centre = apply(carry, { x: at.box.cx, y: at.box.cy })
  return {
    box: { ...at.box, cx: centre.x, cy: centre.y },
    turn: normalTurn(at.turn + frame.turn - fromTurn),
  }
}

/** A plain window of a span looks from where it stands: its picture lies just where the span's does. */
const isPlainWindow = ({ fill }: Frame): boolean => fill.kind === 'span' && !fill.shift && !fill.pinned

/** The picture that a frame shows, as its own, as a window of a span or as an echo; null if it shows none. */
export const contentOf = (project: Project, sheet: Sheet, frame: Frame): Content | null => {
  const original = originalOf(sheet, frame)
  const { fill } = original
  if (fill.kind === PICTURES) {
    const placed = shownPlaced(original)
    return placed && { placed, holder: frameHolder(project, sheet, frame, placed.pictureId), at: frame }
  }
  if (fill.kind !== 'span') return null
  const span = sheet.spans[fill.spanId]
  const content = span ? spanContent(project, sheet, span) : null
  if (!content || (original === frame && isPlainWindow(frame))) return content
  const pose = poseOf(original)
  return { ...content, at: carried(content.at, poseMatrix(pose), frame, pose.turn) }
}

/** The placement of what a frame shows; null if it shows no picture. */
export const placedIn = (sheet: Sheet, frame: Frame): Placed | null => {
  const original = originalOf(sheet, frame)
  if (original.fill.kind !== 'span') return shownPlaced(original)
  const source = sheet.spans[original.fill.spanId]?.source
  if (source?.kind === 'placed') return source.placed
  return source && sheet.background.kind === 'picture' ? sheet.background.placed : null
}

/** Picture pixels → sheet points for what shows in the frame; null if it shows no picture. */
export const pictureMatrix = (project: Project, sheet: Sheet, frame: Frame): Matrix | null => {
  const content = contentOf(project, sheet, frame)
  if (!content) return null
  const { placed, holder, at } = content
  return compose(boxMatrix(at.box, at.turn), resolvePlacement(placed, holder).matrix)
}

/** Where the placement of what a frame shows is stored: a frame, a span, or the background. */
export type Store =
  | { readonly kind: 'frame'; readonly frameId: string }
  | { readonly kind: 'span'; readonly spanId: string }
  | { readonly kind: 'background' }

/** Where what a frame shows is stored, by the frame's id or that of the background. */
export const storeOf = (sheet: Sheet, frameId: string): Store => {
  if (frameId === BACKGROUND_ID) return { kind: 'background' }
  const item = sheet.items[frameId]
  if (item?.kind !== 'frame') return refuse('a frame', 'one of the sheet', frameId)
  const original = originalOf(sheet, item)
  if (original.fill.kind !== 'span') return { kind: 'frame', frameId: original.id }
  const span = spanOf(sheet, original.fill.spanId)
  return span.source.kind === 'background' ? { kind: 'background' } : { kind: 'span', spanId: span.id }
}

/** Every frame that shows what is stored there, so that a change of it changes them all. */
export const sharersOf = (sheet: Sheet, frameId: string): readonly Frame[] => {
  const key = JSON.stringify(storeOf(sheet, frameId))
  return Object.values(sheet.items).filter(
    (item): item is Frame =>
      item.kind === 'frame' && holdsPicture(item.fill) && JSON.stringify(storeOf(sheet, item.id)) === key,
  )
}

/** The frames that are windows onto the sheet's background. */
export const windowsOnto = (sheet: Sheet): readonly Frame[] =>
  Object.values(sheet.spans)
    .filter(({ source }) => source.kind === 'background')
    .flatMap(({ id }) => spanMembers(sheet, id))
