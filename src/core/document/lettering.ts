import { refuse } from '@/core/failure'
import { TOLERANCE } from '@/core/tolerance'
import { normalTurn } from '@/core/geometry/angle'
import { clampSide, type Box } from '@/core/geometry/box'
import { apply, compose, invert, rotation, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { rectCentre, unionRects, type Rect } from '@/core/geometry/rect'
import { rectOfRest, type Rest } from '@/core/lettering/layout'
import type { ColourRef } from '@/core/colour/slots'
import type { Setting } from '@/core/lettering/settings'
import { slotsOf, type Slot } from '@/core/lettering/slots'
import { graphemesOf } from '@/core/lettering/graphemes'
import { originalOf } from '@/core/document/content'
import { readingRows } from '@/core/geometry/reading'
import { isText } from '@/core/document/text'
import { framesOf, isHidden, parentOf } from '@/core/document/tree'
import type { Frame, Group, Item, Lettering, LetterPose, Project, Sheet } from '@/core/document/types'
import { type Alphabet, type AlphabetMember } from '@/core/document/types'

/** Where a text is. */
export interface WordAddress {
  readonly sheetId: string
  readonly groupId: string
}

/** A group that is a text. */
export interface Word extends Group {
  readonly lettering: Lettering
}

/** Is the group a text? */
export const isWord = (item: Item | undefined): item is Word => item?.kind === 'group' && item.lettering !== undefined

/** The text with this id. Refuses what is none. */
export const wordOf = (sheet: Sheet, groupId: string): Word => {
  const item = sheet.items[groupId]
  return isWord(item) ? item : refuse('a lettering', 'one of the sheet', groupId)
}

/** The text that an item is a letter of, or is itself; null for anything else. */
export const wordAround = (sheet: Sheet, id: string | undefined): Word | null => {
  const item = id === undefined ? undefined : sheet.items[id]
  if (isWord(item)) return item
  const parent = item ? sheet.items[parentOf(sheet, item.id) ?? ''] : undefined
  return isWord(parent) && parent.lettering.letters.some((letter) => letter.id === id) ? parent : null
}

/** What an empty letter of a text is painted in; null for a frame that is filled, or no letter, or of a text without ink. */
export const inkOf = (sheet: Sheet, frame: Frame): ColourRef | null =>
  frame.fill.kind === 'none' ? (wordAround(sheet, frame.id)?.lettering.ink ?? null) : null

/** Waits a frame for a picture? */
export const isVacant = (sheet: Sheet, frame: Frame): boolean =>
  frame.takesPictures && originalOf(sheet, frame).fill.kind === 'none' && inkOf(sheet, frame) === null

/** Frames that show nothing in a file: they wait for a picture. In reading order; hidden ones are not among them. */
export const vacantFrames = (sheet: Sheet): readonly Frame[] =>
  readingRows(framesOf(sheet).filter((frame) => isVacant(sheet, frame) && !isHidden(sheet, frame.id))).flat()

/** Every typeface that a project's texts and alphabets are set in. */
export const faceIdsOf = (project: Pick<Project, 'sheets' | 'alphabets'>): readonly string[] => [
  ...new Set([
    ...Object.values(project.sheets).flatMap(({ items }) =>
      Object.values(items).flatMap((item) => {
        if (isWord(item)) return [item.lettering.face.id]
        return isText(item) ? item.stencil.runs.map(({ face }) => face.id) : []
      }),
    ),
    ...Object.values(project.alphabets).map(({ face }) => face.id),
  ]),
]

/** The frames of a text's letters, in the order of the text. */
export const letterFrames = (sheet: Sheet, { lettering }: Word): readonly Frame[] =>
  lettering.letters.flatMap(({ id, rest }) => {
    const item = rest ? sheet.items[id] : undefined
    return item?.kind === 'frame' ? [item] : []
  })

/** The places of a text as it stands, each with its letter's id. */
export const wordSlots = ({ lettering }: Word): readonly Slot[] =>
  slotsOf(
    graphemesOf(lettering.text),
    lettering.letters.map(({ id }) => id),
  )

/** How a text is set, without what is kept beside it. */
export const settingOf = ({ lettering }: Word): Setting => {
  const { pictures, pose, letters, aside, across, ...setting } = lettering
  void [pictures, pose, letters, aside, across]
  return setting
}

/** The text's own points → sheet points. */
export const poseMatrix = ({ cx, cy, turn, flip }: LetterPose): Matrix =>
  compose(translation(cx, cy), rotation(turn), scaling(flip ? -1 : 1, 1))

/** A letter moved away from its rest: in ems and degrees of its own upright, and by factors of its sides. */
export interface Nudge {
  readonly dx: number
  readonly dy: number
  readonly sx: number
  readonly sy: number
  readonly turn: number
}

const NO_NUDGE: Nudge = { dx: 0, dy: 0, sx: 1, sy: 1, turn: 0 }

const isNothing = ({ dx, dy, sx, sy, turn }: Nudge): boolean =>
  [dx, dy, sx - 1, sy - 1, turn / 360].every((value) => Math.abs(value) < TOLERANCE.nudge)

type Standing = Pick<Frame, 'box' | 'turn'>

/** How far a frame stands from where its letter rests. A letter at rest has exactly none. */
export const nudgeOf = ({ box, turn }: Standing, rest: Rest, { pose, size }: Lettering): Nudge => {
  const own = apply(invert(poseMatrix(pose)), { x: box.cx, y: box.cy })
  const away = apply(rotation(-rest.turn), { x: own.x - rest.cx, y: own.y - rest.cy })
  const local = (pose.flip ? -1 : 1) * (turn - pose.turn)
  const nudge = {
    dx: away.x / size,
    dy: away.y / size,
    sx: box.w / clampSide(rest.w),
    sy: box.h / clampSide(rest.h),
    turn: normalTurn(local - rest.turn),
  }
  return isNothing(nudge) ? NO_NUDGE : nudge
}

/** Does the letter stand elsewhere than its text would set it? */
export const isNudged = (frame: Frame, { lettering }: Word): boolean => {
  const rest = lettering.letters.find(({ id }) => id === frame.id)?.rest
  return rest !== undefined && nudgeOf(frame, rest, lettering) !== NO_NUDGE
}

/** Where a frame stands whose letter rests there, nudged. */
export const standingAt = (
  rest: Rest,
  { pose, size }: Pick<Lettering, 'pose' | 'size'>,
  nudge: Nudge = NO_NUDGE,
): { readonly box: Box; readonly turn: number } => {
  const away = apply(rotation(rest.turn), { x: nudge.dx * size, y: nudge.dy * size })
  const centre = apply(poseMatrix(pose), { x: rest.cx + away.x, y: rest.cy + away.y })
  const local = rest.turn + nudge.turn
  return {
    box: {
      cx: centre.x,
      cy: centre.y,
      w: clampSide(clampSide(rest.w) * nudge.sx),
      h: clampSide(clampSide(rest.h) * nudge.sy),
    },
    turn: normalTurn(pose.turn + (pose.flip ? -local : local)),
  }
}

/** Around all letters at rest, in the text's own points; null where there are none. */
export const restBounds = ({ letters }: Pick<Lettering, 'letters'>): Rect | null => {
  const rests = letters.flatMap(({ rest }) => rest ?? [])
  return rests.length ? unionRects(rests.map(rectOfRest)) : null
}

/** The pose under which the middle of the new bounds lies where that of the old ones does. */
export const poseKeepingMiddle = (pose: LetterPose, before: Rect, after: Rect): LetterPose => {
  const at = apply(poseMatrix(pose), rectCentre(before))
  const moved = apply(poseMatrix(pose), rectCentre(after))
  return { ...pose, cx: pose.cx + at.x - moved.x, cy: pose.cy + at.y - moved.y }
}

/** The id of the span that shows one picture across a text; null while none does. */
export const acrossSpan = (sheet: Sheet, word: Word): string | null => {
  if (word.lettering.pictures !== 'across') return null
  // Windows onto the background are not the text's: they stay with that.
  for (const { fill } of letterFrames(sheet, word))
    if (fill.kind === 'span' && sheet.spans[fill.spanId]?.source.kind === 'placed') return fill.spanId
  return null
}

/** The letter that waits for a picture: the one given, else the next in the text, going round; null if none waits. */
export const nextEmptyLetter = (sheet: Sheet, word: Word, id: string | undefined): Frame | null => {
  const frames = letterFrames(sheet, word)
  const at = Math.max(
    0,
    frames.findIndex((frame) => frame.id === id),
  )
  const turned = [...frames.slice(at), ...frames.slice(0, at)]
  return turned.find(({ fill, takesPictures }) => takesPictures && fill.kind === 'none') ?? null
}

/** The letters after and before one, going round; the first or last where it is none of them. */
export const neighbourLetter = (sheet: Sheet, word: Word, id: string | undefined, step: 1 | -1): Frame | null => {
  const frames = letterFrames(sheet, word)
  const at = frames.findIndex((frame) => frame.id === id)
  if (at < 0) return frames.at(step > 0 ? 0 : -1) ?? null
  return frames.at((at + step) % frames.length) ?? null
}

/** The members of a set that are still there, with what they say now. */
export const membersOf = (project: Project, set: Alphabet): readonly AlphabetMember[] =>
  set.members.flatMap((member) => {
    const word = project.sheets[member.sheetId]?.items[member.groupId]
    return isWord(word) ? [{ ...member, text: word.lettering.text }] : []
  })
