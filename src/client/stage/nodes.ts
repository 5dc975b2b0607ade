import { frameOrBackground } from '@/core/document/background'
import { originalOf, placedIn, spanShown } from '@/core/document/content'
import { namedOf } from '@/core/document/finish'
import { planeOf } from '@/core/document/laid'
import { inkOf } from '@/core/document/lettering'
import { isSameMove, looksByPlace, movedBy, standsStill } from '@/core/document/moves'
import { sameList } from '@/core/document/lists'
import { sameButMoments } from '@/core/document/moments'
import { isSheetPicture } from '@/core/document/sheetPictures'
import { sheetView } from '@/core/document/sheetViews'
import { isHidden } from '@/core/document/tree'
import type { Frame, Group, Project, Sheet } from '@/core/document/types'
import { renderBackground, renderGroup, renderNodes } from '@/core/render/drawList'
import { renderFrame } from '@/core/render/frame'
import type { DrawGroup, DrawItem, DrawNode } from '@/core/render/ops'
import { shiftedGroup, shiftedItem } from '@/core/render/shift'
import type { Point } from '@/core/geometry/vector'

/** Something worked out, and all that it was worked out from. */
interface Known<T> {
  readonly from: readonly unknown[]
  readonly made: T
}

/** What a picture's look depends on: its file, or all that its sheet shows. */
const pictureFrom = (project: Project, pictureId: string | undefined): unknown => {
  const ref = pictureId === undefined ? undefined : project.pictures[pictureId]
  return ref && isSheetPicture(ref) ? sheetView(project, ref.sheetId) : ref
}

/** The frame that an echo shows; null of others. */
const echoed = (sheet: Sheet, frame: Frame): Frame | null => {
  const original = originalOf(sheet, frame)
  return original === frame ? null : original
}

/** What the light on a frame depends on, taken from a frame or the background. */
const shadeFrom = (project: Project, sheet: Sheet, id: string): readonly unknown[] => {
  const holder = frameOrBackground(sheet, id)
  const shown = holder ? pictureFrom(project, placedIn(sheet, holder)?.pictureId) : null
  return [sheet.items[id] ?? sheet.background, sheet.size, sheet.bleed, shown]
}

/** All that a frame's look depends on beside the frame itself. */
const frameFrom = (project: Project, sheet: Sheet, frame: Frame): readonly unknown[] => {
  const span = spanShown(sheet, frame)
  const ofBackground = span?.source.kind === 'background'
  return [
    sheet.ppi,
    inkOf(sheet, frame),
    echoed(sheet, frame),
    pictureFrom(project, placedIn(sheet, frame)?.pictureId),
    frame.stencil.kind === 'mask' ? project.pictures[frame.stencil.pictureId] : null,
    namedOf(project, frame),
    planeOf(sheet, frame),
    ...(frame.shade ? shadeFrom(project, sheet, frame.shade.of) : []),
    span,
    ...(ofBackground ? [sheet.background, sheet.size, sheet.bleed] : []),
  ]
}

/** Where a node lies beside one that it equals otherwise. */
export interface Shift {
  readonly of: DrawNode
  /** In points. */
  readonly by: Point
}

/** Frames of other sheets that may be remembered beside twice those of the sheet. */
const ROOM = 100

const HERE: Point = { x: 0, y: 0 }

/** The shown frames of a group whose outlines its finish is about. */
const membersOf = (sheet: Sheet, group: Group): readonly unknown[] =>
  group.order.flatMap((id): readonly unknown[] => {
    const item = sheet.items[id]
    if (!item || isHidden(sheet, id)) return []
    return item.kind === 'group' ? membersOf(sheet, item) : [item]
  })

/** A frame as it was rendered last, and what that gave. */
interface Rendered extends Known<DrawItem> {
  readonly frame: Frame
}

/** The sheet as nodes to paint, each the same object as long as nothing of it changed. */
export class StageNodes {
  private readonly items = new WeakMap<Frame, Known<DrawItem>>()
  private readonly groups = new WeakMap<Group, Known<DrawGroup>>()
  private readonly rendered = new Map<string, Rendered>()
  private readonly shifts = new WeakMap<DrawNode, Shift>()
  private ground: Known<readonly DrawItem[]> | null = null

  /** Where a node lies beside an earlier one that it equals otherwise: beside itself at first. */
  shiftOf(node: DrawNode): Shift {
    return this.shifts.get(node) ?? { of: node, by: HERE }
  }

  item(project: Project, sheet: Sheet, frame: Frame): DrawItem {
    const from = frameFrom(project, sheet, frame)
    const known = this.items.get(frame)
    if (known && sameList(known.from, from)) return known.made
    const made = this.movedItem(sheet, frame, from) ?? renderFrame(project, sheet, frame)
    if (known && sameButMoments(known.from, from)) this.shifts.set(made, this.shiftOf(known.made))
    this.items.set(frame, { from, made })
    if (this.shiftOf(made).of === made) this.rendered.set(frame.id, { frame, from, made })
    return made
  }

  /** A frame that was only moved since it was rendered needs no rendering. */
  private movedItem(sheet: Sheet, frame: Frame, from: readonly unknown[]): DrawItem | null {
    const before = this.rendered.get(frame.id)
    if (!before || !sameList(before.from, from)) return null
    if (looksByPlace(sheet, frame) && !standsStill(before.frame, frame)) return null
    const by = movedBy(before.frame, frame)
    if (!by) return null
    const made = shiftedItem(before.made, by)
    this.shifts.set(made, { of: before.made, by })
    return made
  }

  private group(project: Project, sheet: Sheet, group: Group, children: readonly DrawNode[]): DrawGroup {
    const from = [...children, namedOf(project, group), ...membersOf(sheet, group)]
    const known = this.groups.get(group)
    if (known && sameList(known.from, from)) return known.made
    const made =
      (known && this.movedGroup(project, group, known, children)) ?? renderGroup(project, sheet, group, children)
    this.groups.set(group, { from, made })
    return made
  }

  /** A group all of whose members were moved by as much since it was rendered. */
  private movedGroup(
    project: Project,
    group: Group,
    { made, from }: Known<DrawGroup>,
    children: readonly DrawNode[],
  ): DrawGroup | null {
    const isSameFinish = from[made.children.length] === namedOf(project, group)
    if (!isSameFinish || children.length !== made.children.length || !children.length) return null
    const moves = children.map((child, i) => this.between(made.children[i], child))
    const [by] = moves
    if (!by || !moves.every((move) => move && isSameMove(move, by))) return null
    const root = this.shiftOf(made)
    const shifted = shiftedGroup(made, children, by)
    this.shifts.set(shifted, { of: root.of, by: { x: root.by.x + by.x, y: root.by.y + by.y } })
    return shifted
  }

  /** How far one node lies from another that it equals otherwise; null where it does not. */
  between(before: DrawNode | undefined, now: DrawNode): Point | null {
    if (!before) return null
    const [was, is] = [this.shiftOf(before), this.shiftOf(now)]
    return was.of === is.of ? { x: is.by.x - was.by.x, y: is.by.y - was.by.y } : null
  }

  /** What lies on the sheet, from the bottom; items that paint nothing among it. */
  nodes(project: Project, sheet: Sheet): readonly DrawNode[] {
    if (this.rendered.size > 2 * Object.keys(sheet.items).length + ROOM) this.rendered.clear()
    return renderNodes(project, sheet, sheet.order, {
      item: (frame) => this.item(project, sheet, frame),
      group: (group, children) => this.group(project, sheet, group, children),
    })
  }

  background(project: Project, sheet: Sheet): readonly DrawItem[] {
    const { background, veil, size, bleed } = sheet
    const shown = background.kind === 'picture' ? pictureFrom(project, background.placed.pictureId) : null
    const from = [background, veil, size, bleed, sheet.ppi, shown]
    if (this.ground && sameList(this.ground.from, from)) return this.ground.made
    const made = renderBackground(project, sheet)
    const before = this.ground && sameButMoments(this.ground.from, from) ? this.ground.made : []
    if (before.length === made.length)
      made.forEach((item, i) => {
        const was = before[i]
        if (was) this.shifts.set(item, this.shiftOf(was))
      })
    this.ground = { from, made }
    return made
  }
}

/** A state of a project, with the sheet that is seen. */
export interface SheetState {
  readonly project: Project
  readonly sheet: Sheet
}

/** Does an item look otherwise now than before, or one of its members? */
export const looksChanged = (now: SheetState, before: SheetState, id: string): boolean => {
  const item = now.sheet.items[id]
  if (now.sheet === before.sheet && now.project.finishes === before.project.finishes) return false
  if (!item || item !== before.sheet.items[id]) return true
  if (namedOf(now.project, item) !== namedOf(before.project, item)) return true
  if (item.kind === 'group') return item.order.some((member) => looksChanged(now, before, member))
  return !sameList(frameFrom(now.project, now.sheet, item), frameFrom(before.project, before.sheet, item))
}
