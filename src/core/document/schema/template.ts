import { mixed, string, type ObjectShape } from 'yup'
import { RANGE } from '@/core/tolerance'
import { MOST_SWITCHES } from '@/core/template/switches'
import { POSTURES, WANTS_RANGE } from '@/core/template/wants'
import {
  byId,
  flag,
  id,
  list,
  name,
  optional,
  optionalShape,
  optionalWord,
  real,
  shape,
  whole,
} from '@/core/document/schema/parts'
import { adjustmentsSchema } from '@/core/document/schema/placed'

const T = RANGE.template

/** Words of a bounded length that may be left out. */
const optionalWords = (most: number) =>
  string().strict().typeError('must be text').max(most, `must be at most ${most} characters`)

/** A mark that is there or not. */
const mark = () => mixed().oneOf([true], 'must be true, or left out')

const share = () => real(RANGE.share)

export const openingSchema = optionalShape({
  wants: optionalShape({
    posture: optionalWord(POSTURES),
    subject: optionalShape({ x: share(), y: share() }),
    line: optional(RANGE.share),
    tag: optionalWords(RANGE.nameLength),
    pixels: optional(WANTS_RANGE.pixels).integer('must be a whole number'),
  }),
  mayStayEmpty: mark(),
  alike: mark(),
})

export const fieldSchema = optionalShape({
  longest: optional(WANTS_RANGE.longest).integer('must be a whole number'),
})

export const switchSchema = shape({
  id: id(),
  name: name(),
  on: flag(),
  adjustments: adjustmentsSchema.required('is missing; give an object'),
  frames: list(id(), RANGE.items, { isOptional: true }),
})

export const switchesSchema = byId(switchSchema, MOST_SWITCHES)
export const notesSchema = optionalWords(T.notes)

export const madeFromSchema = optionalShape({
  id: id(),
  version: whole(T.version),
  sheetId: id(),
  name: name(),
})

export const templateMarkSchema = optionalShape({
  id: id(),
  version: whole(T.version),
  category: name(),
  words: name(),
})

/** What of templates a slot may have. */
export const offeredField: ObjectShape = { offered: mark() }
