import { rectCentre } from '@/core/geometry/rect'
import type { Box } from '@/core/geometry/box'
import type { Size } from '@/core/geometry/vector'
import {
  commonSize,
  gridPlaces,
  letterRoom,
  letterSetting,
  letterSheetName,
  type MeasuredLetter,
} from '@/core/lettering/alphabet'
import type { FaceRef } from '@/core/lettering/face'
import type { Layout } from '@/core/lettering/layout'
import { newSetting, type Heights, type Setting } from '@/core/lettering/settings'
import { newSheet, type NewSheet } from '@/core/document/create'
import { newWord } from '@/core/document/edits/lettering/newWord'
import { sheetOfWords } from '@/core/document/edits/lettering/alphabets'
import type { AlphabetMember, Background, LetterPose, Sheet } from '@/core/document/types'

/** Sets a text; in a browser a worker does it. */
export type Setter = (setting: Setting) => Promise<Layout>

/** A letter of a set and its place on its sheet. */
export type PlacedLetter = Pick<AlphabetMember, 'text' | 'place'>

export interface AlphabetLook {
  readonly face: FaceRef
  readonly heights: Heights
  /** Free on each side, as a share of the place's short side. */
  readonly margin: number
}

/** A letter as it is set in its place. */
export interface SetLetter {
  readonly setting: Setting
  readonly layout: Layout
  readonly pose: LetterPose
}

const upright = (cx: number, cy: number): LetterPose => ({ cx, cy, turn: 0 })

/** Each letter as large as its room, its outline in the middle. */
const setEach = (letters: readonly PlacedLetter[], look: AlphabetLook, set: Setter): Promise<readonly SetLetter[]> =>
  Promise.all(
    letters.map(async ({ text, place }) => {
      const setting = letterSetting(text, look.face, { heights: 'each', room: letterRoom(place, look.margin) })
      return { setting, layout: await set(setting), pose: upright(place.cx, place.cy) }
    }),
  )

/** Ems at which letters are measured. */
const MEASURE = 100

/** All letters of one size on one baseline. */
const setCommon = async (
  letters: readonly PlacedLetter[],
  look: AlphabetLook,
  set: Setter,
): Promise<readonly SetLetter[]> => {
  const measured = await Promise.all(
    letters.map(async ({ text, place }): Promise<MeasuredLetter> => {
      const { bounds } = await set(newSetting(text, look.face, MEASURE))
      const [x0, y0, x1, y1] = [bounds.x0 / MEASURE, bounds.y0 / MEASURE, bounds.x1 / MEASURE, bounds.y1 / MEASURE]
      return { bounds: { x0, y0, x1, y1 }, room: letterRoom(place, look.margin) }
    }),
  )
  const { size, drop } = commonSize(measured)
  return Promise.all(
    letters.map(async ({ text, place }) => {
      const setting = letterSetting(text, look.face, { heights: 'common', size: Math.max(size, 2) })
      const layout = await set(setting)
      const middle = rectCentre(layout.bounds)
      return { setting, layout, pose: upright(place.cx - middle.x, place.cy + drop * setting.size) }
    }),
  )
}

/** Letters of a set in their places: of one size on one baseline, or each as large as its place allows. */
export const setLetters = (
  letters: readonly PlacedLetter[],
  look: AlphabetLook,
  set: Setter,
): Promise<readonly SetLetter[]> =>
  look.heights === 'each' ? setEach(letters, look, set) : setCommon(letters, look, set)

/** How the sheets of a set are made. */
export interface AlphabetSheets {
  readonly of: NewSheet
  /** A sheet for each letter, or one for all. */
  readonly on: 'each' | 'one'
  /** Name of the one sheet. */
  readonly name: string
  /** What lies under the letters; white without it. */
  readonly background?: Background
}

const wholePlace = ({ size }: NewSheet): Box => ({ cx: size.w / 2, cy: size.h / 2, ...size })

/** Free round the letters that share a sheet, as a share of its short side. */
const EDGE = 0.04

/** The places of letters that share a sheet of a size. */
export const placesOnOne = (count: number, size: Size): readonly Box[] =>
  gridPlaces(count, size, EDGE * Math.min(size.w, size.h))

/** The places of the letters: a sheet each, or cells of one. */
export const placesOf = (texts: readonly string[], { of, on }: AlphabetSheets): readonly PlacedLetter[] => {
  if (on === 'each') return texts.map((text) => ({ text, place: wholePlace(of) }))
  const places = placesOnOne(texts.length, of.size)
  return texts.flatMap((text, i) => {
    const place = places[i]
    return place ? [{ text, place }] : []
  })
}

/** The sheets of a set, and who stands where. `newId` gives ids that begin with the word given. */
export const alphabetSheets = (
  letters: readonly PlacedLetter[],
  set: readonly SetLetter[],
  sheets: AlphabetSheets,
  newId: (kind: 'sheet' | 'g' | 'l') => string,
): { readonly sheets: readonly Sheet[]; readonly members: readonly AlphabetMember[] } => {
  const made = letters.flatMap((letter, i) => {
    const one = set[i]
    if (!one) return []
    const ids = one.layout.letters.map(() => newId('l'))
    return [{ letter, ...newWord(newId('g'), one.setting, one.layout, ids, one.pose) }]
  })
  const blank = (name: string): Sheet => {
    const sheet = newSheet(newId('sheet'), name, sheets.of)
    return sheets.background ? { ...sheet, background: sheets.background } : sheet
  }
  const together = sheets.on === 'one' ? blank(sheets.name) : null
  const each = made.map(({ letter, word, frames }) => {
    const sheet = together ?? blank(letterSheetName(letter.text))
    return { sheet, member: { ...letter, sheetId: sheet.id, groupId: word.id }, word, frames }
  })
  return {
    members: each.map(({ member }) => member),
    sheets: together
      ? [sheetOfWords(together, each)]
      : each.map(({ sheet, word, frames }) => sheetOfWords(sheet, [{ word, frames }])),
  }
}
