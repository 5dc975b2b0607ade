import type { Draft } from 'immer'
import { withoutAlike } from '@/core/document/alike'
import { recordAlike } from '@/core/document/edits/alike'
import { withoutIdle } from '@/core/adjust/adjustments'
import { freed } from '@/core/document/colours'
import { keepTones } from '@/core/document/edits/project'
import type { SetText } from '@/core/text/setting'
import type { Placed } from '@/core/placement/placed'
import { readingRows } from '@/core/geometry/reading'
import { holdsPicture } from '@/core/document/content'
import { wordAround } from '@/core/document/lettering'
import { PICTURES, type Fill, type PictureFill } from '@/core/document/fill'
import { freshPlaced, givenFrames, openingsOf } from '@/core/document/filling'
import { fragmentOf } from '@/core/document/fragment'
import { pasteFragment } from '@/core/document/edits/paste'
import { defineEdit, joinRecorded, put, unchanged, type Recorded } from '@/core/document/edit'
import { ownFill } from '@/core/document/edits/echoes'
import { markItems } from '@/core/document/edits/items'
import { addTemplateSheets } from '@/core/document/edits/templates'
import { retype } from '@/core/document/edits/texts'
import { sheetOf } from '@/core/document/read'
import { isText, type TextFrame } from '@/core/document/text'
import { framesOf, framesUnder, isLocked } from '@/core/document/tree'
import type { Frame, Project, Sheet } from '@/core/document/types'

/** A place on a sheet that was added. */
interface Place {
  readonly sheetId: string
  readonly frame: Frame
}

/** What an opening of the sheet of before holds. */
interface Content {
  readonly name: string
  readonly fill: PictureFill
  readonly pictureId: string
}

const keyOf = (name: string): string => name.trim().toLowerCase()

/**
 * The frames that give their pictures to the new template, in reading order. Of a sheet that was marked every opening
 * does; of any other whatever holds a picture or waits for one, letters apart.
 */
const givers = (sheet: Sheet): readonly Frame[] => {
  const isMarked = framesOf(sheet).some(({ opening }) => opening !== undefined)
  return openingsOf(sheet).filter((frame) =>
    isMarked
      ? frame.opening !== undefined
      : wordAround(sheet, frame.id) === null && (frame.fill.kind === 'none' || holdsPicture(frame.fill)),
  )
}

/** What givers hold. Windows and echoes hold what they show, as pictures of their own. */
const contentsOf = (project: Project, sheet: Sheet): readonly Content[] =>
  withoutAlike(givers(sheet)).flatMap((frame) => {
    const fill = ownFill(project, sheet, frame)
    const shown = fill.kind === PICTURES ? fill.takes.find(({ id }) => id === fill.shown) : undefined
    return fill.kind === PICTURES && shown ? [{ name: frame.name, fill, pictureId: shown.placed.pictureId }] : []
  })

/** What of a placement is the person's: how it is fitted, enlarged, turned and toned; where it lies is for the new place. */
const movedPlaced = ({ focus }: Placed, held: Placed): Placed => ({ ...held, focus })

const movedFill = (project: Project, { sheetId, frame }: Place, fill: PictureFill): PictureFill => ({
  ...fill,
  takes: fill.takes.map((take) => ({
    ...take,
    placed: movedPlaced(freshPlaced(project, sheetOf(project, sheetId), frame, take.placed.pictureId), take.placed),
  })),
})

/** Places and contents of one name, each once; and those that found none. */
const byName = <T extends { readonly name: string }>(places: readonly Place[], held: readonly T[]) => {
  const free = [...places]
  const pairs: (readonly [Place, T])[] = []
  const left = held.filter((one) => {
    const at = free.findIndex(({ frame }) => keyOf(frame.name) === keyOf(one.name))
    const [place] = at < 0 ? [] : free.splice(at, 1)
    if (place) pairs.push([place, one])
    return !place
  })
  return { pairs, free, left }
}

/** Which content goes into which opening: by name, then as it fits best, in the order of before among equals. */
const matched = (project: Project, places: readonly Place[], contents: readonly Content[]) => {
  const { pairs, free, left } = byName(places, contents)
  let waiting = left
  for (const sheetId of new Set(free.map((place) => place.sheetId))) {
    const here = free.filter((place) => place.sheetId === sheetId)
    const given = givenFrames(
      project,
      sheetOf(project, sheetId),
      here.map(({ frame }) => frame),
      waiting.map(({ pictureId }) => pictureId),
    )
    waiting.forEach((content, i) => {
      const place = here[given[i] ?? -1]
      if (place) pairs.push([place, content])
    })
    waiting = waiting.filter((_, i) => given[i] === null || given[i] === undefined)
  }
  return { pairs, spare: waiting }
}

/** Every text that is to be written, in reading order; one that found no field before stands hidden and is among them. */
const fieldsOf = (sheet: Sheet): readonly TextFrame[] =>
  readingRows(framesOf(sheet).filter((frame) => frame.field !== undefined))
    .flat()
    .filter(isText)

/** A text of the sheet of before, and the field that it goes to. */
export interface TextMove {
  readonly sheetId: string
  readonly field: TextFrame
  readonly from: TextFrame
}

export interface TextMoves {
  readonly moves: readonly TextMove[]
  /** Fields for which the new template has none. */
  readonly spare: readonly TextFrame[]
}

/**
 * Which field takes which text, by name, then in reading order. `written` tells which texts are the person's: what the
 * template itself said is not carried on.
 */
export const textMoves = (
  sheet: Sheet,
  template: Project,
  newIds: Readonly<Record<string, string>>,
  written: (frame: TextFrame) => boolean,
): TextMoves => {
  const places = template.order.flatMap((id) =>
    fieldsOf(sheetOf(template, id)).map((frame): Place & { readonly frame: TextFrame } => ({
      sheetId: newIds[id] ?? id,
      frame,
    })),
  )
  const { pairs, free, left } = byName(places, fieldsOf(sheet).filter(written))
  const rest = left.slice(0, free.length).map((from, i) => [free[i], from] as const)
  const moves = [...pairs, ...rest].flatMap(([place, from]) =>
    place && isText(place.frame) ? [{ sheetId: place.sheetId, field: place.frame, from }] : [],
  )
  return { moves, spare: left.slice(free.length) }
}

/**
 * What a person put on a sheet beside its openings and fields: it stays where it is. Of a sheet made of a template what is
 * locked is the template's, unless the version it was made of is known and has no such item.
 */
const ownItems = (sheet: Sheet, base: Sheet | null): readonly string[] => {
  const isTheirs = (id: string): boolean =>
    sheet.madeFrom !== undefined && isLocked(sheet, id) && (!base || Object.hasOwn(base.items, id))
  const giving = new Set(givers(sheet).map(({ id }) => id))
  const isEmpty = ({ opening, fill }: Frame): boolean => opening !== undefined && fill.kind === 'none'
  const goes = (frame: Frame): boolean =>
    giving.has(frame.id) || isEmpty(frame) || frame.field !== undefined || isTheirs(frame.id)
  const own = (id: string): readonly string[] => {
    const going = framesUnder(sheet, [id]).filter(goes)
    if (!going.length) return isTheirs(id) ? [] : [id]
    const item = sheet.items[id]
    return item?.kind === 'group' ? item.order.flatMap(own) : []
  }
  return sheet.order.flatMap(own)
}

const putFill = defineEdit<{ readonly at: Place; readonly fill: Fill }>((draft, { at, fill }) => {
  const frame = draft.sheets[at.sheetId]?.items[at.frame.id]
  if (frame?.kind === 'frame') put(frame, 'fill', fill as Draft<Fill>) // a frozen value is stored as it is
})

/** Looks of one name are on as they were. */
const keepSwitches = defineEdit<{ readonly before: Sheet; readonly sheetIds: readonly string[] }>(
  (draft, { before, sheetIds }) => {
    const on = new Map(Object.values(before.switches).map((look) => [keyOf(look.name), look.on]))
    for (const id of sheetIds)
      for (const look of Object.values(draft.sheets[id]?.switches ?? {})) {
        const was = on.get(keyOf(look.name))
        if (was !== undefined) put(look, 'on', was)
      }
  },
)

/** Items of the sheet of before put onto the new one, where they were. */
const carryOver = (
  now: Recorded,
  before: Project,
  sheetId: string,
  ids: readonly string[],
  hidden: boolean,
): Recorded => {
  if (!ids.length) return now
  const fragment = fragmentOf(before, sheetId, ids)
  const there = sheetOf(now.project, sheetId).items
  const newIds = Object.fromEntries(
    Object.keys(fragment.items).map((id, i) => [id, Object.hasOwn(there, id) ? `k${i}-${id}`.slice(0, 64) : id]),
  )
  const pasted = joinRecorded(now, (project) =>
    pasteFragment.record(project, { sheetId, fragment, newIds, delta: { x: 0, y: 0 } }),
  )
  if (!hidden) return pasted
  const kept = fragment.order.map((id) => newIds[id] ?? id)
  return joinRecorded(pasted, (project) => markItems.record(project, { sheetId, ids: kept, hidden: true }))
}

export interface Retemplating {
  readonly sheetId: string
  readonly template: Project
  /** The sheet as the template had it that it was made of; null where that is not known. */
  readonly base: Sheet | null
  /** Ids of the new sheets; the first takes that of the sheet of before. */
  readonly newIds: Readonly<Record<string, string>>
  /** The texts that are carried on, as their fields' typefaces set them. */
  readonly texts: readonly (TextMove & { readonly set: SetText })[]
  /** Texts for which there is no field. */
  readonly spareTexts: readonly TextFrame[]
}

export interface Retemplated {
  readonly recorded: Recorded
  readonly moved: number
  /** Pictures for which there is no opening: they stay among the project's. */
  readonly spare: readonly string[]
}

/**
 * Another template under the pictures of a sheet: they go into its openings by name, then as they fit, with their takes,
 * tones and rules of placement; the tones of spare ones are kept aside with them; texts go to fields; spare texts stay, hidden; what a person added stays where it is.
 */
export const retemplate = (
  project: Project,
  { sheetId, template, base, newIds, texts, spareTexts }: Retemplating,
): Retemplated => {
  const before = sheetOf(project, sheetId)
  const sheetIds = template.order.map((id) => newIds[id] ?? id)
  const added = addTemplateSheets.record(project, { template, newIds, after: sheetId, instead: sheetId })
  const places = sheetIds.flatMap((id) =>
    withoutAlike(openingsOf(sheetOf(added.project, id))).map((frame): Place => ({ sheetId: id, frame })),
  )
  const { pairs, spare } = matched(added.project, places, contentsOf(project, before))
  let now = pairs.reduce<Recorded>(
    (sofar, [at, content]) =>
      recordAlike(
        joinRecorded(sofar, (held) => putFill.record(held, { at, fill: movedFill(held, at, content.fill) })),
        at.sheetId,
        at.frame.id,
      ),
    added,
  )
  for (const { sheetId: on, field, from, set } of texts)
    now = joinRecorded(now, (held) =>
      retype.record(held, { sheetId: on, frameId: field.id, text: from.stencil.text, set }),
    )
  for (const { fill, pictureId } of spare) {
    const tones = withoutIdle(fill.takes.find(({ id }) => id === fill.shown)?.placed.adjustments ?? {})
    if (Object.keys(tones).length)
      now = joinRecorded(now, (held) => keepTones.record(held, { pictureId, tones: freed(tones, project.slots) }))
  }
  now = carryOver(now, project, sheetId, ownItems(before, base), false)
  now = carryOver(
    now,
    project,
    sheetId,
    spareTexts.map(({ id }) => id),
    true,
  )
  now = joinRecorded(now, (held) => keepSwitches.record(held, { before, sheetIds }))
  return { recorded: now, moved: pairs.length, spare: spare.map(({ pictureId }) => pictureId) }
}

/** Another set of pictures in the openings of a sheet: each keeps its finish, tones and rules of placement. */
export const refilled = (
  project: Project,
  sheetId: string,
  pictureIds: readonly string[],
  replace: (project: Project, frameId: string, pictureId: string) => Recorded,
): Recorded => {
  const sheet = sheetOf(project, sheetId)
  const frames = withoutAlike(openingsOf(sheet))
  const given = givenFrames(project, sheet, frames, pictureIds)
  return pictureIds.reduce<Recorded>((sofar, pictureId, i) => {
    const frame = frames[given[i] ?? -1]
    return frame ? joinRecorded(sofar, (now) => replace(now, frame.id, pictureId)) : sofar
  }, unchanged(project))
}
