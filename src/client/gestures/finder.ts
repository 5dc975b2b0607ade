import { apply } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { levelPicture, panPicture } from '@/core/placement/move'
import { resolvePlacement } from '@/core/placement/resolve'
import { subjectAround, subjectWithLine } from '@/core/placement/subject'
import type { Recorded } from '@/core/document/edit'
import { setPlaced } from '@/core/document/edits/fills'
import { markSubject } from '@/core/document/edits/subjects'
import { onEscape } from '@/client/gestures/escape'
import { dropCarried, hoverCarried, putDown } from '@/client/gestures/useCarry'
import { placedFrame, type PlacedFrame } from '@/client/store/placed'
import type { Bench } from '@/client/store/bench'
import type { FinderMode } from '@/client/store/state'
import type { Carried } from '@/client/store/modes'

/** What a press in the viewfinder is for, in each mode. */
export const MODE_WORDS: Readonly<Record<FinderMode, string>> = {
  move: 'Drag to move the part that shows; out to the sheet to carry the picture',
  subject: 'Draw a box around what matters, such as a head',
  line: 'Press at the height of the eyes',
  level: 'Draw along the horizon, or along something upright',
}

/** A hand that has moved less than this, in window pixels, has only pressed. */
const PRESS = 3

/** From where a drag began to where it is, in picture pixels. */
interface Span {
  readonly from: Point
  readonly to: Point
}

const STEP_NAMES = {
  move: 'Move picture',
  subject: 'Mark subject',
  line: 'Mark eye line',
  level: 'Level picture',
} as const

/** A drag in the viewfinder, from its press to its end. */
export class FinderHand {
  private carrying = false
  private isDropped = false
  private readonly stopFollowing: () => void

  private constructor(
    private readonly bench: Bench,
    private readonly mode: FinderMode,
    private readonly held: PlacedFrame,
    private readonly box: DOMRect,
  ) {
    this.stopFollowing = onEscape(() => this.cancel())
  }

  static start(bench: Bench, mode: FinderMode, box: DOMRect): FinderHand | null {
    bench.endBurst()
    const state = bench.get()
    const held = placedFrame(state)
    return held ? new FinderHand(bench, mode, held, box) : null
  }

  /** The picture has left the viewfinder and is carried over the table. */
  get isCarrying(): boolean {
    return this.carrying
  }

  /** Window pixels → picture pixels; the viewfinder shows the whole picture in its middle. */
  toPicture(at: Point): Point {
    const { w, h } = this.held.holder.picture
    const scale = Math.min(this.box.width / w, this.box.height / h)
    const left = this.box.left + (this.box.width - w * scale) / 2
    const top = this.box.top + (this.box.height - h * scale) / 2
    return { x: (at.x - left) / scale, y: (at.y - top) / scale }
  }

  /** Is this a press rather than a drag? */
  isNear(from: Point, to: Point): boolean {
    return Math.hypot(to.x - from.x, to.y - from.y) < PRESS
  }

  /** Drops what is under way: the project stays as it was, whatever the hand does until it lets go. */
  cancel(): void {
    this.isDropped = true
    putDown(this.bench)
  }

  /** The hand has let go. */
  end(): void {
    this.stopFollowing()
  }

  /** Takes the picture along over the table; with `copy` it also stays in its frame. */
  carry(at: Point, copy: boolean, isLast: boolean): void {
    if (this.isDropped) return
    if (!this.carrying) this.bench.preview(null)
    this.carrying = true
    const carried: Carried = { kind: 'fill', frameId: this.held.frame.id, pictureId: this.held.placed.pictureId }
    if (isLast) dropCarried(this.bench, carried, at, copy)
    else hoverCarried(this.bench, carried, at, copy)
  }

  move(span: Span, isLast: boolean): void {
    if (this.isDropped) return
    const recorded = this.record(span)
    if (isLast) this.bench.commit(STEP_NAMES[this.mode], () => recorded)
    else this.bench.preview(recorded.project)
  }

  private record({ from, to }: Span): Recorded {
    const { project, sheetId } = this.bench.get()
    const { frame, placed, holder, at } = this.held
    const { pictureId } = placed
    const { w, h } = holder.picture
    const place = (next: typeof placed): Recorded =>
      setPlaced.record(project, { sheetId, frameId: frame.id, placed: next })
    switch (this.mode) {
      case 'move': {
        const { matrix } = resolvePlacement(placed, holder)
        // The window moves with the hand, so the picture moves the other way.
        const a = apply(matrix, from)
        const b = apply(matrix, to)
        return place(panPicture(placed, holder, { x: a.x - b.x, y: a.y - b.y }).placed)
      }
      case 'level':
        return place(levelPicture(placed, holder, at.turn, from, to))
      case 'subject': {
        const shares = (p: Point): Point => ({ x: p.x / w, y: p.y / h })
        const line = project.pictures[pictureId]?.subject?.line
        return markSubject.record(project, { pictureId, subject: subjectAround(shares(from), shares(to), line) })
      }
      case 'line': {
        const subject = project.pictures[pictureId]?.subject
        return markSubject.record(project, { pictureId, subject: subjectWithLine(subject, to.y / h) })
      }
    }
  }
}
