import type { Draft } from 'immer'
import { refuse } from '@/core/failure'
import { isCoveredAt, moveFramePose } from '@/core/placement/pose'
import { defineEdit, put } from '@/core/document/edit'
import { contentOf, originalOf } from '@/core/document/content'
import { placeAbove } from '@/core/document/lists'
import { dropIdleSpans } from '@/core/document/edits/fills'
import { frameDraft } from '@/core/document/edits/frames'
import { frameOutline, sheetOf } from '@/core/document/read'
import { frameOf, framesUnder, topmostIds } from '@/core/document/tree'
import { frameAt, leaderOf, sameAddress } from '@/core/document/follows'
import { type Follows, type Frame, type Project, type Sheet } from '@/core/document/types'
import { PICTURES, type Fill } from '@/core/document/fill'
import type { Point } from '@/core/geometry/vector'

interface ItemsAddress {
  readonly sheetId: string
  readonly ids: readonly string[]
}

const ECHO = / echo(?: \d+)?$/

/** A name for an echo: that of what is echoed, once, and a number where there is one already. */
const echoName = (name: string, sheet: Sheet): string => {
  const base = `${name.replace(ECHO, '')} echo`
  const taken = new Set(Object.values(sheet.items).map((item) => item.name))
  let free = base
  for (let n = 2; taken.has(free); n += 1) free = `${base} ${n}`
  return free
}

/**
 * Duplicates of frames, those within groups too, that show what those show from now on; moved by `delta`, with size, turn
 * and finish of their own. `newIds` gives each frame's echo its id.
 */
export const echoFrames = defineEdit<
  ItemsAddress & { readonly newIds: Readonly<Record<string, string>>; readonly delta: Point }
>((draft, { sheetId, ids, newIds, delta }, project) => {
  const sheetBefore = sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  if (!sheet) return
  const made: string[] = []
  for (const frame of framesUnder(sheetBefore, ids)) {
    const id = newIds[frame.id]
    if (id === undefined || sheetBefore.items[id]) continue
    const box = { ...frame.box, cx: frame.box.cx + delta.x, cy: frame.box.cy + delta.y }
    const fill: Fill = { kind: 'echo', frameId: originalOf(sheetBefore, frame).id }
    const echo: Frame = { ...frame, id, name: echoName(frame.name, sheet), box, fill }
    Object.assign(sheet.items, { [id]: echo })
    made.push(id)
  }
  placeAbove(sheet, made, topmostIds(sheetBefore, ids).at(-1))
})

/** Lets a frame show what another one shows. Refuses a circle. */
export const echoOf = defineEdit<{ readonly sheetId: string; readonly frameId: string; readonly of: string }>(
  (draft, { sheetId, frameId, of }, project) => {
    const sheet = sheetOf(project, sheetId)
    const original = originalOf(sheet, frameOf(sheet, of))
    if (original.id === frameId) refuse('the frame to echo', 'one that does not itself show this frame', original.name)
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (frame) put(frame, 'fill', { kind: 'echo', frameId: original.id })
    dropIdleSpans(draft, sheetId)
  },
)

/** What a frame shows, as a fill of its own that looks the same. */
export const ownFill = (project: Project, sheet: Sheet, frame: Frame): Fill => {
  const original = originalOf(sheet, frame)
  if (original.fill.kind !== 'span') return original.fill.kind === 'echo' ? { kind: 'none' } : original.fill
  const content = contentOf(project, sheet, frame)
  if (!content) return { kind: 'none' }
  const { placed, holder } = moveFramePose(content.placed, content.holder, content.at, frame, frameOutline(frame))
  const keepCovered = placed.keepCovered && isCoveredAt(placed, holder)
  const own = { ...placed, keepCovered }
  return { kind: PICTURES, shown: 'take-1', takes: [{ id: 'take-1', name: '', placed: own }] }
}

/** Lets a window of a span show what it shows as its own, before it leaves the points in which the span stands. */
export const putUnspanned = (frame: Draft<Frame>, project: Project, sheet: Sheet, before: Frame): void => {
  if (before.fill.kind === 'span') put(frame, 'fill', ownFill(project, sheet, before) as Draft<Fill>) // frozen: stored as it is
}

/** Does a frame show what is kept elsewhere: as an echo, a window or a follower? */
export const isLinked = ({ fill, follows }: Frame): boolean =>
  fill.kind === 'echo' || fill.kind === 'span' || follows !== undefined

/**
 * Lets frames show from now on what a frame of another sheet shows. What that one shares with others of its sheet as an echo
 * is shared with these; a frame in a span is refused, and so is one that shows one of these.
 */
export const followFrame = defineEdit<ItemsAddress & { readonly of: Follows }>(
  (draft, { sheetId, ids, of }, project) => {
    const sheet = sheetOf(project, sheetId)
    const asked = frameOf(sheetOf(project, of.sheetId), of.frameId)
    const leader = leaderOf(project, of)
    const frame = leader && frameAt(project, leader)
    if (!leader || !frame || frame.fill.kind === 'span')
      return refuse('the frame to follow', 'one with a picture of its own, in no span', asked.name)
    for (const { id } of framesUnder(sheet, ids)) {
      if (sameAddress(leader, { sheetId, frameId: id }))
        refuse('the frame to follow', 'one that does not itself show this frame', asked.name)
      const follower = frameDraft(draft, project, sheetId, id)
      if (!follower) continue
      put(follower, 'fill', frame.fill as Draft<Fill>) // a frozen value is stored as it is
      put(follower, 'follows', { ...leader })
    }
    dropIdleSpans(draft, sheetId)
  },
)

/** Echoes, followers and windows of spans get a picture of their own that looks the same; other frames stay as they are. */
export const makeIndependent = defineEdit<ItemsAddress>((draft, { sheetId, ids }, project) => {
  const sheet = sheetOf(project, sheetId)
  for (const frameBefore of framesUnder(sheet, ids)) {
    if (!isLinked(frameBefore)) continue
    const frame = frameDraft(draft, project, sheetId, frameBefore.id)
    if (!frame) continue
    put(frame, 'fill', ownFill(project, sheet, frameBefore) as Draft<Fill>) // a frozen value is stored as it is
    delete frame.follows
  }
  dropIdleSpans(draft, sheetId)
})
