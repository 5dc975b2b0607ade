import { choosingOf } from '@/client/store/modes'
import { BACKGROUND_ID } from '@/core/document/background'
import { freePlace } from '@/core/document/arrange'
import { fillingOf } from '@/core/document/filling'
import { nextEmptyFrame } from '@/core/document/read'
import type { Point } from '@/core/geometry/vector'
import type { PictureAnswer } from '@/contract/api'
import {
  fillFrame,
  pictureSize,
  putPictureFrame,
  setBackgroundPicture,
  severalFrames,
  takeSupply,
} from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { dropAcross } from '@/client/store/letterPictures'
import { fillOpenings, isToBeFilled } from '@/client/store/filling'
import { say } from '@/client/store/notices'
import { select, selectedFrame } from '@/client/store/selection'
import { viewMiddle } from '@/client/store/view'

/** Where pictures that come in are to go: all of one sheet. */
export type Landing =
  | { readonly kind: 'frame'; readonly sheetId: string; readonly frameId: string }
  /** Several frames, in order. */
  | { readonly kind: 'frames'; readonly sheetId: string; readonly frameIds: readonly string[] }
  | { readonly kind: 'background'; readonly sheetId: string }
  | { readonly kind: 'word'; readonly sheetId: string; readonly groupId: string }
  | { readonly kind: 'sheet'; readonly sheetId: string; readonly at: Point }
  /** What was waited for in the supplies. */
  | { readonly kind: 'chosen'; readonly sheetId: string }

/** Where a pasted picture goes: to what waits for one, into the selected frames, else onto the middle of the view. */
export const pasteLanding = (bench: Bench): Landing => {
  const state = bench.get()
  const { sheetId } = state
  if (choosingOf(state)) return { kind: 'chosen', sheetId }
  const several = severalFrames(state)
  if (several.length > 1) return { kind: 'frames', sheetId, frameIds: several.map(({ id }) => id) }
  const frame = selectedFrame(state)
  if (frame?.id === BACKGROUND_ID) return { kind: 'background', sheetId }
  if (frame?.takesPictures) return { kind: 'frame', sheetId, frameId: frame.id }
  return { kind: 'sheet', sheetId, at: viewMiddle(state) }
}

/** Where files chosen in a dialog go: into several selected frames in order; else they are only added to the pictures. */
export const severalLanding = (bench: Bench): Landing | null => {
  const landing = pasteLanding(bench)
  return landing.kind === 'frames' ? landing : null
}

/** Where files dropped on one of several selected frames go: into all of these in order, beginning with that one. */
export const amongSelected = (bench: Bench, frameId: string): Landing => {
  const state = bench.get()
  const ids = severalFrames(state).map(({ id }) => id)
  const at = ids.indexOf(frameId)
  if (ids.length < 2 || at < 0) return { kind: 'frame', sheetId: state.sheetId, frameId }
  return { kind: 'frames', sheetId: state.sheetId, frameIds: [...ids.slice(at), ...ids.slice(0, at)] }
}

const isThere = (bench: Bench, { sheetId }: Landing, frameId?: string): boolean => {
  const sheet = bench.get().project.sheets[sheetId]
  return sheet !== undefined && (frameId === undefined || sheet.items[frameId] !== undefined)
}

/**
 * Puts pictures down one after another as they come in: the first where it was meant to go, the others beside it. On a
 * sheet that is to be filled they wait for one another, so that each goes where it fits best.
 */
export class Landings {
  private count = 0
  private readonly waiting: PictureAnswer[] = []
  /** The frame that was filled last. */
  private last: string | null = null

  constructor(
    private readonly bench: Bench,
    private readonly landing: Landing,
    private readonly of: number,
  ) {}

  /** Do several pictures come to a sheet that is to be filled and has empty openings? */
  private isFilling(): boolean {
    const { landing, bench } = this
    const sheet = bench.get().project.sheets[landing.sheetId]
    const fits = landing.kind === 'sheet' || landing.kind === 'frame'
    return fits && this.of > 1 && sheet !== undefined && isToBeFilled(sheet) && fillingOf(sheet).empty.length > 0
  }

  /** All have come in, or could not: those that waited for one another go where they fit. */
  end(): void {
    if (this.waiting.length) fillOpenings(this.bench, this.landing.sheetId, this.waiting)
  }

  put(picture: PictureAnswer): void {
    const first = this.count === 0
    this.count += 1
    if (this.landing.kind === 'frames') return this.putInto(this.landing.frameIds[this.count - 1], picture)
    if (this.isFilling() && !(first && this.landing.kind === 'frame')) {
      this.waiting.push(picture)
      return
    }
    if (first) return this.putFirst(picture)
    this.putInto(this.nextEmpty(), picture)
  }

  private putFirst(picture: PictureAnswer): void {
    const { bench, landing } = this
    switch (landing.kind) {
      case 'frame':
        return this.putInto(landing.frameId, picture)
      case 'sheet':
        return this.putBeside(picture, landing.at)
      case 'chosen':
        return takeSupply(bench, picture)
      case 'background':
      case 'word':
        if (!this.isShown()) return this.left(picture)
        if (landing.kind === 'background') return setBackgroundPicture(bench, picture)
        return dropAcross(bench, landing.groupId, { kind: 'picture', picture })
      case 'frames':
        return
    }
  }

  /** Is the sheet it was meant for the one that shows? */
  private isShown(): boolean {
    return isThere(this.bench, this.landing) && this.bench.get().sheetId === this.landing.sheetId
  }

  private nextEmpty(): string | undefined {
    const sheet = this.bench.get().project.sheets[this.landing.sheetId]
    return sheet ? nextEmptyFrame(sheet, this.last)?.id : undefined
  }

  private putInto(frameId: string | undefined, picture: PictureAnswer): void {
    const { bench, landing } = this
    if (frameId === undefined) return this.putBeside(picture)
    if (!isThere(bench, landing, frameId)) return this.left(picture)
    fillFrame(bench, frameId, picture, landing.sheetId)
    this.last = frameId
    if (this.isShown() && this.count === 1 && landing.kind === 'frame') select(bench, frameId)
  }

  /** A frame of its own shape: at a spot, or in the free place nearest to where the first went. */
  private putBeside(picture: PictureAnswer, at?: Point): void {
    const { bench, landing } = this
    if (!this.isShown()) return this.left(picture)
    const sheet = shownSheet(bench.get())
    const near = landing.kind === 'sheet' ? landing.at : this.lastPlace()
    putPictureFrame(bench, picture, at ?? middleOf(freePlace(sheet, pictureSize(sheet, picture), near)))
    this.last = bench.get().selection[0] ?? null
  }

  private lastPlace(): Point {
    const item = shownSheet(this.bench.get()).items[this.last ?? '']
    return item?.kind === 'frame' ? { x: item.box.cx, y: item.box.cy } : viewMiddle(this.bench.get())
  }

  private left(picture: PictureAnswer): void {
    say(this.bench, `${picture.name} is among the pictures; the place it was meant for is gone.`)
  }
}

const middleOf = ({ cx, cy }: { readonly cx: number; readonly cy: number }): Point => ({ x: cx, y: cy })
