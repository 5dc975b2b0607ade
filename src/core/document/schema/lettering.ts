import { lazy, string, type ObjectShape } from 'yup'
import { RANGE } from '@/core/tolerance'
import { CAPITALS, graphemesOf } from '@/core/lettering/graphemes'
import { ALIGNS, FITTINGS, HEIGHTS, LETTERING_RANGE } from '@/core/lettering/settings'
import { LETTER_PICTURES } from '@/core/document/types'
import { PICTURES } from '@/core/document/fill'
import {
  byKind,
  flag,
  id,
  isPlainObject,
  list,
  name,
  optionalColour,
  optionalFlag,
  optionalShape,
  real,
  shape,
  TURN,
  word,
  optional,
} from '@/core/document/schema/parts'
import { placedSchema, pictureFields } from '@/core/document/schema/placed'

const L = LETTERING_RANGE

const textOf = (most: number) =>
  string()
    .strict()
    .defined('is missing; give a text')
    .typeError('must be text')
    .test(
      'length',
      `may hold at most ${most} letters`,
      (value) => value.length <= most * RANGE.letterLength && graphemesOf(value).length <= most,
    )

const face = shape({ id: id(), name: name() })
const centre = { cx: real(RANGE.position), cy: real(RANGE.position) }

const rest = optionalShape({ ...centre, w: real(RANGE.letterSide), h: real(RANGE.letterSide), turn: real(TURN) })

const curveSchema = byKind({
  arc: { bend: real(L.bend) },
  wave: { height: real(L.waveHeight), waves: real(L.waves) },
})

/** A value that may be left out, of a schema chosen by what it is. */
const maybe = (schema: ReturnType<typeof byKind>) =>
  lazy((value: unknown) => (value === undefined ? optionalShape({}) : schema.resolve({ value })))

const asideSchema = shape({
  letterId: id(),
  text: textOf(1),
  fill: byKind({ [PICTURES]: pictureFields }),
})

const settingFields: ObjectShape = {
  text: textOf(L.text),
  face,
  size: real(L.size),
  fit: word(FITTINGS),
  typedSize: optional(L.size),
  box: optionalShape({ w: real(L.box), h: real(L.box) }),
  heights: word(HEIGHTS),
  stretch: real(L.stretch),
  tracking: real(L.tracking),
  wordSpacing: real(L.wordSpacing),
  leading: real(L.leading),
  align: word(ALIGNS),
  capitals: word(CAPITALS),
  kerning: flag(),
  ligatures: flag(),
  curve: maybe(curveSchema),
}

/** A text as the frames of a group; may be left out. */
export const letteringSchema = optionalShape({
  ...settingFields,
  pictures: word(LETTER_PICTURES),
  pose: shape({ ...centre, turn: real(TURN), flip: optionalFlag() }),
  letters: list(shape({ id: id(), rest }), L.text),
  aside: list(asideSchema, L.aside),
  ink: optionalColour(),
  across: lazy((value: unknown) => (isPlainObject(value) ? placedSchema : optionalShape({}))),
})

export const alphabetSchema = shape({
  id: id(),
  name: name(),
  face,
  heights: word(HEIGHTS),
  margin: real(RANGE.alphabetMargin),
  members: list(
    shape({
      text: textOf(1),
      sheetId: id(),
      groupId: id(),
      place: shape({ ...centre, w: real(RANGE.frameSide), h: real(RANGE.frameSide) }),
    }),
    RANGE.alphabetLetters,
  ),
})
