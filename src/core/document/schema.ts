import {
  array,
  boolean,
  lazy,
  mixed,
  number,
  object,
  string,
  type AnyObject,
  type ISchema,
  type ObjectShape,
  type Schema,
  ValidationError,
} from 'yup'
import { assertNever, type Fault } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { UNITS } from '@/core/units'
import { COLOUR_PATTERN } from '@/core/colour/colour'
import { FILL_RULES } from '@/core/path/path'
import { isOutlineText } from '@/core/path/svgPath'
import { CORNER_STYLES } from '@/core/stencil/corners'
import type { Param } from '@/core/stencil/params'
import { SHAPES, STRAIGHT_SHAPES } from '@/core/stencil/registry'
import { FITS } from '@/core/placement/placed'
import { FORMAT, GRADIENT_SHAPES } from '@/core/document/types'

/**
 * The one description of a document. Everything is strict: no value is converted,
 * no unknown key is let through.
 */
const ID_PATTERN = /^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/
/** Keys that mean something to the language itself; never ids. */
const RESERVED = new Set(['__proto__', 'constructor', 'prototype', 'hasOwnProperty', 'toString', 'valueOf'])

export const isId = (value: unknown): value is string =>
  typeof value === 'string' && ID_PATTERN.test(value) && !RESERVED.has(value)

/** A schema, or a choice of schemas made by the value. */
type Node = ISchema<unknown, AnyObject>

const real = (range: { readonly min: number; readonly max: number }) =>
  number()
    .strict()
    .required('is missing; give a number')
    .typeError('must be a number')
    .test('finite', 'must be a finite number', (value) => value === undefined || Number.isFinite(value))
    .min(range.min, `must be at least ${range.min}`)
    .max(range.max, `must be at most ${range.max}`)

const whole = (range: { readonly min: number; readonly max: number }) => real(range).integer('must be a whole number')

const id = () =>
  string()
    .strict()
    .required('is missing; give an id')
    .typeError('must be text')
    .test('id', 'must be 1 to 64 letters, digits, - or _', (value) => value === undefined || isId(value))

const name = () =>
  string()
    .strict()
    .defined('is missing; give a name')
    .typeError('must be text')
    .max(RANGE.nameLength, `must be at most ${RANGE.nameLength} characters`)

const flag = () => boolean().strict().required('is missing; give true or false').typeError('must be true or false')

const shape = (fields: ObjectShape) =>
  object(fields)
    .strict()
    .noUnknown('has a key that is not known here: ${unknown}')
    .required('is missing')
    .typeError('must be an object')

const word = (options: readonly (string | number)[]) =>
  mixed()
    .required(`is missing; give one of ${options.join(', ')}`)
    .oneOf([...options], `must be one of ${options.join(', ')}`)

const isPlainObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** An object of values by id: each key an id, each value of the schema, at most `most`. */
const byId = (value: Node, most: number) =>
  lazy((held: unknown) => {
    if (!isPlainObject(held)) return shape({})
    const keys = Object.keys(held)
    const wrong: string | undefined = keys.find((key) => !isId(key))
    const told = `has the key "${String(wrong).slice(0, 40)}", which is not an id`
    return object(Object.fromEntries(keys.filter(isId).map((key) => [key, value])))
      .strict()
      .test('ids', told, () => wrong === undefined)
      .test('count', `may hold at most ${most}`, () => keys.length <= most)
  })

/** Chooses the schema by the `kind` of the value. */
const byKind = (kinds: Record<string, ObjectShape>) =>
  lazy((held: unknown) => {
    const kind = isPlainObject(held) && typeof held['kind'] === 'string' ? held['kind'] : ''
    const fields = Object.hasOwn(kinds, kind) ? kinds[kind] : undefined
    const kindWord = word(Object.keys(kinds))
    return fields
      ? shape({ kind: kindWord, ...fields })
      : object({ kind: kindWord }).strict().required('is missing').typeError('must be an object')
  })

const side = { min: Number.MIN_VALUE, max: RANGE.sheetSide.max }
const turn = { min: -180, max: 180 }
const colour = () =>
  string().strict().required('is missing; give a colour').matches(COLOUR_PATTERN, 'must be a colour such as #f2ead8')

/** A number that may be left out. */
const optional = (range: { readonly min: number; readonly max: number }) =>
  number()
    .strict()
    .typeError('must be a number')
    .test('finite', 'must be a finite number', (value) => value === undefined || Number.isFinite(value))
    .min(range.min, `must be at least ${range.min}`)
    .max(range.max, `must be at most ${range.max}`)

const optionalFlag = () => boolean().strict().typeError('must be true or false')

const optionalColour = () =>
  string().strict().typeError('must be a colour').matches(COLOUR_PATTERN, 'must be a colour such as #f2ead8')

/** An object that may be left out. */
const optionalShape = (fields: ObjectShape) =>
  object(fields)
    .strict()
    .noUnknown('has a key that is not known here: ${unknown}')
    .typeError('must be an object')
    .default(undefined)

const list = (of: Node, most: number) =>
  array(of).strict().required('is missing; give a list').max(most, `may hold at most ${most}`)

export const placedSchema = shape({
  pictureId: id(),
  fit: word(FITS),
  zoom: real(RANGE.zoom),
  aspect: real(RANGE.aspect),
  focus: shape({ u: real(RANGE.focus), v: real(RANGE.focus) }),
  turn: real(turn),
  flipX: flag(),
  flipY: flag(),
  keepCovered: flag(),
  tileGap: optional(RANGE.tileGap),
})

/** A length of an outline: a share of the box's short side, or points. */
const measureSchema = (most: number) =>
  lazy((held: unknown) =>
    isPlainObject(held) && 'points' in held
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

const cornerSchema = shape({ style: word(CORNER_STYLES), size: measureSchema(0.5) })

/** One corner for all, or for a rectangle each of its four. */
const cornersSchema = (kind: string) =>
  array(cornerSchema)
    .strict()
    .typeError('must be a list')
    .test(
      'count',
      kind === 'rectangle' ? 'must hold one corner or four' : 'must hold one corner',
      (held) => held === undefined || held.length === 1 || (kind === 'rectangle' && held.length === 4),
    )

const outlineText = () =>
  string()
    .strict()
    .required('is missing; give path data')
    .typeError('must be text')
    .max(RANGE.outlineText, `must be at most ${RANGE.outlineText} characters`)
    .test('outline', 'must be path data of SVG that draws something', (d) => d === undefined || isOutlineText(d))

const ownOutline = { d: outlineText(), fillRule: word(FILL_RULES) }

const parametric = Object.fromEntries(
  Object.entries(SHAPES).map(([kind, { params }]): [string, ObjectShape] => [
    kind,
    {
      ...Object.fromEntries(Object.entries(params).map(([name, param]) => [name, paramSchema(param)])),
      ...(Object.hasOwn(STRAIGHT_SHAPES, kind) ? { corners: cornersSchema(kind) } : {}),
    },
  ]),
)

const stencilSchema = byKind({ ...parametric, path: ownOutline, mask: { ...ownOutline, pictureId: id() } })

const takeSchema = shape({ id: id(), name: name(), placed: placedSchema })

const gradient = {
  shape: word(GRADIENT_SHAPES),
  turn: real(turn),
  stops: list(shape({ at: real(RANGE.share), colour: colour() }), RANGE.gradientStops.max).min(
    RANGE.gradientStops.min,
    'must hold two stops at least',
  ),
}

const fillSchema = byKind({
  none: {},
  colour: { colour: colour() },
  gradient,
  taken: {
    takes: array(takeSchema)
      .strict()
      .required('is missing')
      .min(1, 'must hold a picture')
      .max(50, 'may hold at most 50 takes'),
    shown: id(),
  },
})

const frameFields = {
  id: id(),
  name: name(),
  hint: string()
    .strict()
    .typeError('must be text')
    .max(RANGE.nameLength, `must be at most ${RANGE.nameLength} characters`),
  takesPictures: flag(),
  box: shape({
    cx: real(RANGE.position),
    cy: real(RANGE.position),
    w: real(RANGE.frameSide),
    h: real(RANGE.frameSide),
  }),
  turn: real(turn),
  stencil: stencilSchema,
  flip: optionalFlag(),
  fill: fillSchema,
  backing: optionalColour(),
  feather: optional(RANGE.feather),
  locked: optionalFlag(),
  hidden: optionalFlag(),
}

const groupFields = {
  id: id(),
  name: name(),
  order: list(id(), RANGE.items).min(1, 'must name a member'),
  turn: real(turn),
  locked: optionalFlag(),
  hidden: optionalFlag(),
}

export const itemSchema = byKind({ frame: frameFields, group: groupFields })

export const sheetSchema = shape({
  id: id(),
  name: name(),
  unit: word(UNITS),
  size: shape({ w: real({ ...side, min: RANGE.sheetSide.min }), h: real({ ...side, min: RANGE.sheetSide.min }) }),
  ppi: real(RANGE.ppi),
  bleed: real(RANGE.bleed),
  safe: real(RANGE.bleed),
  background: byKind({
    none: {},
    colour: { colour: colour() },
    gradient,
    picture: { placed: placedSchema, opacity: optional(RANGE.share), blur: optional(RANGE.blur) },
  }),
  veil: optionalShape({ colour: colour(), opacity: real(RANGE.share) }),
  order: array(id())
    .strict()
    .required('is missing; give a list of ids')
    .max(RANGE.items, `may hold at most ${RANGE.items} items`),
  items: byId(itemSchema, RANGE.items),
  guides: shape({ x: list(real(RANGE.position), RANGE.guides), y: list(real(RANGE.position), RANGE.guides) }),
  grid: optional(RANGE.grid),
})

const share = () => real(RANGE.share)

/** A subject's box must have a width and a height: it is divided by. */
export const subjectSchema = optionalShape({
  box: shape({ u0: share(), v0: share(), u1: share(), v1: share() }).test(
    'extent',
    'must have u0 < u1 and v0 < v1',
    ({ u0, v0, u1, v1 }) => !(Number(u0) >= Number(u1) || Number(v0) >= Number(v1)),
  ),
  line: optional(RANGE.share),
})

export const pictureRefSchema = shape({
  name: name(),
  pixels: shape({ w: whole(RANGE.picturePixels), h: whole(RANGE.picturePixels) }),
  hash: string()
    .strict()
    .required('is missing')
    .matches(/^[0-9a-f]{64}$/, 'must be a SHA-256 in 64 hexadecimal digits'),
  tags: array(name())
    .strict()
    .required('is missing; give a list')
    .max(RANGE.tags, `may hold at most ${RANGE.tags} tags`),
  subject: subjectSchema,
})

export const projectSchema = shape({
  format: word([FORMAT]),
  id: id(),
  name: name(),
  order: array(id())
    .strict()
    .required('is missing; give a list of ids')
    .min(1, 'must name a sheet')
    .max(RANGE.sheets, `may hold at most ${RANGE.sheets} sheets`),
  sheets: byId(sheetSchema, RANGE.sheets),
  colours: list(colour(), RANGE.colours),
  pictures: byId(pictureRefSchema, RANGE.pictures),
})

/** Paths as `sheets.s1.items.f2.box.w`. */
const plainPath = (path: string | undefined): string => (path ?? '').replace(/\["([^"]+)"\]/g, '.$1').replace(/^\./, '')

/** Every fault that a schema finds in a value, each with its path below `at`. */
export const schemaFaults = (schema: Pick<Schema, 'validateSync'>, value: unknown, at = ''): readonly Fault[] => {
  try {
    schema.validateSync(value, { abortEarly: false, strict: true })
    return []
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const each = error.inner.length ? error.inner : [error]
    return each.map((e) => {
      const below = plainPath(e.path)
      const path = [at, below].filter(Boolean).join('.')
      // Yup's own messages begin with the path; ours don't.
      const said = `${e.path ?? 'this'} `
      return { path, message: e.message.startsWith(said) ? e.message.slice(said.length) : e.message }
    })
  }
}

/** Every fault of a value as a stencil. */
export const stencilFaults = (value: unknown, at = ''): readonly Fault[] =>
  schemaFaults(stencilSchema as Parameters<typeof schemaFaults>[0], value, at) // a choice of schemas validates like one
