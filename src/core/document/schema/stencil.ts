import { array, lazy, string, type ObjectShape } from 'yup'
import { assertNever, type Fault } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { FILL_RULES } from '@/core/path/path'
import { KINDS_PATTERN } from '@/core/path/nodeKinds'
import { outlineText } from '@/core/document/schema/outlineText'
import { textFault, textFields } from '@/core/document/schema/text'
import { CORNER_STYLES } from '@/core/stencil/corners'
import type { Param } from '@/core/stencil/params'
import { SHAPES, STRAIGHT_SHAPES } from '@/core/stencil/registry'
import {
  byKind,
  id,
  isPlainObject,
  real,
  schemaFaults,
  shape,
  whole,
  word,
  type Node,
} from '@/core/document/schema/parts'

/** A length of an outline: a share of the box's short side, or points. */
export const measureSchema = (most: number) =>
  lazy((value: unknown) =>
    isPlainObject(value) && 'points' in value
      ? shape({ points: real(RANGE.measure) })
      : shape({ share: real({ min: 0, max: most }) }),
  )

const paramSchema = (param: Param): Node => {
  switch (param.type) {
    case 'count':
      return whole(param)
    case 'share':
    case 'angle':
    case 'number':
      return real(param)
    case 'seed':
      return whole({ min: 0, max: RANGE.seed })
    case 'measure':
      return measureSchema(param.max)
    case 'choice':
      return word(param.options)
    default:
      return assertNever(param)
  }
}

export const cornerSchema = shape({ style: word(CORNER_STYLES), size: measureSchema(0.5) })

/** One corner for all, or one each: those that an outline has not are passed over, those not named stay sharp. */
const cornersSchema = () =>
  array(cornerSchema)
    .strict()
    .typeError('must be a list')
    .min(1, 'must hold one corner at least')
    .max(RANGE.corners, `may hold at most ${RANGE.corners}`)

/** Kinds of an outline's points, one sign each. */
const kindsText = () =>
  string()
    .strict()
    .typeError('must be text')
    .max(RANGE.segments, `must be at most ${RANGE.segments} characters`)
    .matches(KINDS_PATTERN, 'must be of the signs c, s and y')

const ownOutline = { d: outlineText(), fillRule: word(FILL_RULES) }

const parametric = Object.fromEntries(
  Object.entries(SHAPES).map(([kind, { params }]): [string, ObjectShape] => [
    kind,
    {
      ...Object.fromEntries(Object.entries(params).map(([name, param]) => [name, paramSchema(param)])),
      ...(Object.hasOwn(STRAIGHT_SHAPES, kind) ? { corners: cornersSchema() } : {}),
    },
  ]),
)

/** What one letter stands for: a few characters. */
const letterText = () =>
  string()
    .strict()
    .required('is missing; give a letter')
    .typeError('must be text')
    .max(RANGE.letterLength, `must be at most ${RANGE.letterLength} characters`)

const KINDS = {
  ...parametric,
  path: { ...ownOutline, kinds: kindsText() },
  mask: { ...ownOutline, pictureId: id() },
  glyph: { letter: letterText(), d: outlineText() },
}

const plainSchema = byKind(KINDS)
const textSchema = shape({ kind: word(['text']), ...textFields }).test('text', (value, context) => {
  const fault = textFault(value)
  return fault === null || context.createError({ message: fault })
})

/** What masks a frame; of a text also what its parts say of one another. */
export const stencilSchema = lazy((value: unknown) =>
  isPlainObject(value) && value['kind'] === 'text' ? textSchema : plainSchema.resolve({ value }),
)

/** Every fault of a value as a stencil. */
export const stencilFaults = (value: unknown, at = ''): readonly Fault[] =>
  schemaFaults(stencilSchema as Parameters<typeof schemaFaults>[0], value, at) // a choice of schemas validates like one
