import { originalOf, placedIn, spanShown } from '@/core/document/content'
import { namedOf } from '@/core/document/finish'
import { planeOf } from '@/core/document/laid'
import { inkOf } from '@/core/document/lettering'
import { sameList } from '@/core/document/lists'
import { isSheetPicture } from '@/core/document/sheetPictures'
import { sheetView } from '@/core/document/sheetViews'
import { isHidden } from '@/core/document/tree'
import type { Frame, Group, Project, Sheet } from '@/core/document/types'
import { renderBackground, renderGroup, renderNodes } from '@/core/render/drawList'
import { renderFrame } from '@/core/render/frame'
import type { DrawGroup, DrawItem, DrawNode } from '@/core/render/ops'

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

/** All that a frame's look depends on beside the frame itself. */
const frameFrom = (project: Project, sheet: Sheet, frame: Frame): readonly unknown[] => {
  const span = spanShown(sheet, frame)
  const ofBackground = span?.source.kind === 'background'
  return [
    sheet.ppi,
    inkOf(sheet, frame),
    originalOf(sheet, frame),
    pictureFrom(project, placedIn(sheet, frame)?.pictureId),
    frame.stencil.kind === 'mask' ? project.pictures[frame.stencil.pictureId] : null,
    namedOf(project, frame),
    planeOf(sheet, frame),
    ...(frame.shade ? [sheet.items[frame.shade.of] ?? sheet.background, sheet.size, sheet.bleed] : []),
    span,
    ...(ofBackground ? [sheet.background, sheet.size, sheet.bleed] : []),
  ]
}

/** The shown frames of a group whose outlines its finish is about. */
const membersOf = (sheet: Sheet, group: Group): readonly unknown[] =>
  group.order.flatMap((id): readonly unknown[] => {
    const item = sheet.items[id]
    if (!item || isHidden(sheet, id)) return []
    return item.kind === 'group' ? membersOf(sheet, item) : [item]
  })

/** The sheet as nodes to paint, each the same object as long as nothing of it changed. */
export class StageNodes {
  private readonly items = new WeakMap<Frame, Known<DrawItem>>()
  private readonly groups = new WeakMap<Group, Known<DrawGroup>>()
  private ground: Known<readonly DrawItem[]> | null = null

  item(project: Project, sheet: Sheet, frame: Frame): DrawItem {
    const from = frameFrom(project, sheet, frame)
    const known = this.items.get(frame)
    if (known && sameList(known.from, from)) return known.made
    const made = renderFrame(project, sheet, frame)
    this.items.set(frame, { from, made })
    return made
  }

  private group(project: Project, sheet: Sheet, group: Group, children: readonly DrawNode[]): DrawGroup {
    const from = [...children, namedOf(project, group), ...membersOf(sheet, group)]
    const known = this.groups.get(group)
    if (known && sameList(known.from, from)) return known.made
    const made = renderGroup(project, sheet, group, children)
    this.groups.set(group, { from, made })
    return made
  }

  /** What lies on the sheet, from the bottom; items that paint nothing among it. */
  nodes(project: Project, sheet: Sheet): readonly DrawNode[] {
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
