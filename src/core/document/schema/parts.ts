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
import type { Fault } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { COLOUR_PATTERN } from '@/core/colour/colour'
import { isColourRef } from '@/core/colour/slots'
import { GRADIENT_SHAPES } from '@/core/colour/gradient'

/** What every part of a document's description is made of. Everything is strict. */
const ID_PATTERN = /^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/
/** Keys that mean something to the language itself; never ids. */
const RESERVED = new Set(['prototype', ...Object.getOwnPropertyNames(Object.prototype)])

/** Can this be an id? Nothing that every object has by inheritance is one. */
export const isId = (value: unknown): value is string =>
  typeof value === 'string' && ID_PATTERN.test(value) && !RESERVED.has(value)

/** A schema, or a choice of schemas made by the value. */
export type Node = ISchema<unknown, AnyObject>

/** A finite number of a range. */
export const real = (range: { readonly min: number; readonly max: number }) =>
  number()
    .strict()
    .required('is missing; give a number')
    .typeError('must be a number')
    .test('finite', 'must be a finite number', (value) => value === undefined || Number.isFinite(value))
    .min(range.min, `must be at least ${range.min}`)
    .max(range.max, `must be at most ${range.max}`)

/** A whole number of a range. */
export const whole = (range: { readonly min: number; readonly max: number }) =>
  real(range).integer('must be a whole number')

/** An id (see `isId`). */
export const id = () =>
  string()
    .strict()
    .required('is missing; give an id')
    .typeError('must be text')
    .test('id', 'must be 1 to 64 letters, digits, - or _', (value) => value === undefined || isId(value))

/** A name as people give it, of bounded length. */
export const name = () =>
  string()
    .strict()
    .defined('is missing; give a name')
    .typeError('must be text')
    .max(RANGE.nameLength, `must be at most ${RANGE.nameLength} characters`)
    // Databases and file systems end a text there.
    .test('nul', 'must not hold the character NUL', (value) => !value?.includes('\u0000'))

/** True or false, as booleans only. */
export const flag = () =>
  boolean().strict().required('is missing; give true or false').typeError('must be true or false')

/** The name of a file: SHA-256 of its content. */
export const fileHash = () =>
  string()
    .strict()
    .required('is missing')
    .matches(/^[0-9a-f]{64}$/, 'must be a SHA-256 in 64 hexadecimal digits')

/** An object of these fields and no others. */
export const shape = (fields: ObjectShape) =>
  object(fields)
    .strict()
    .noUnknown('has a key that is not known here: ${unknown}')
    .required('is missing')
    .typeError('must be an object')

/** One of a few words or numbers. */
export const word = (options: readonly (string | number)[]) =>
  mixed()
    .required(`is missing; give one of ${options.join(', ')}`)
    .oneOf([...options], `must be one of ${options.join(', ')}`)

/** Is this an object of keys and values, no list and nothing of a class? */
export const isPlainObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** What holds too many is not looked at one by one. */
const tooMany = (message: string) => mixed().test('count', message, () => false)

/** An object of values by id: each key an id, each value of the schema, at most `most`. */
export const byId = (value: Node, most: number) =>
  lazy((held: unknown) => {
    if (!isPlainObject(held)) return shape({})
    const keys = Object.keys(held)
    if (keys.length > most) return tooMany(`may hold at most ${most}`)
    const wrong: string | undefined = keys.find((key) => !isId(key))
    const told = `has the key "${String(wrong).slice(0, 40)}", which is not an id`
    return object(Object.fromEntries(keys.filter(isId).map((key) => [key, value])))
      .strict()
      .test('ids', told, () => wrong === undefined)
  })

/** Chooses the schema by the `kind` of the value. */
export const byKind = (kinds: Record<string, ObjectShape>) =>
  lazy((value: unknown) => {
    const kind = isPlainObject(value) && typeof value['kind'] === 'string' ? value['kind'] : ''
    const fields = Object.hasOwn(kinds, kind) ? kinds[kind] : undefined
    const kindWord = word(Object.keys(kinds))
    return fields
      ? shape({ kind: kindWord, ...fields })
      : object({ kind: kindWord }).strict().required('is missing').typeError('must be an object')
  })

export const SIDE = { min: Number.MIN_VALUE, max: RANGE.sheetSide.max }
export const TURN = { min: -180, max: 180 }
/** A colour as `#rrggbb`. */
export const plainColour = () =>
  string().strict().required('is missing; give a colour').matches(COLOUR_PATTERN, 'must be a colour such as #f2ead8')

/** How descriptions of colours that may be of a slot are told apart from other texts. */
export const COLOUR_REF = 'colour-ref'

const colourRef = () =>
  string()
    .strict()
    .meta({ holds: COLOUR_REF })
    .test(
      'colour',
      'must be a colour such as #f2ead8, or a slot such as @sea or @sea:20',
      (value) => value === undefined || isColourRef(value),
    )

/** A colour as `#rrggbb`, or a reference to a slot. */
export const colour = () => colourRef().required('is missing; give a colour')

/** A number that may be left out. */
export const optional = (range: { readonly min: number; readonly max: number }) =>
  number()
    .strict()
    .typeError('must be a number')
    .test('finite', 'must be a finite number', (value) => value === undefined || Number.isFinite(value))
    .min(range.min, `must be at least ${range.min}`)
    .max(range.max, `must be at most ${range.max}`)

/** A flag that may be left out. */
export const optionalFlag = () => boolean().strict().typeError('must be true or false')

/** A colour that may be left out. */
export const optionalColour = () => colourRef().typeError('must be a colour')

/** An object that may be left out. */
export const optionalShape = (fields: ObjectShape) =>
  object(fields)
    .strict()
    .noUnknown('has a key that is not known here: ${unknown}')
    .typeError('must be an object')
    .default(undefined)

/** A list of at least `least` and at most `most` values. */
export const list = (
  of: Node,
  most: number,
  {
    least = 0,
    tooFew = `must hold at least ${least}`,
    isOptional = false,
  }: { readonly least?: number; readonly tooFew?: string; readonly isOptional?: boolean } = {},
) => {
  const held = array(of).strict().min(least, tooFew)
  const whole = isOptional ? held.typeError('must be a list') : held.required('is missing; give a list')
  return lazy((value: unknown) =>
    Array.isArray(value) && value.length > most ? tooMany(`may hold at most ${most}`) : whole,
  )
}

export const gradient = {
  shape: word(GRADIENT_SHAPES),
  turn: real(TURN),
  stops: list(shape({ at: real(RANGE.share), colour: colour() }), RANGE.gradientStops.max, {
    least: RANGE.gradientStops.min,
    tooFew: 'must hold two stops at least',
  }),
}

/** A word that may be left out. */
export const optionalWord = (options: readonly string[]) =>
  mixed().oneOf([...options], `must be one of ${options.join(', ')}`)

/** Paths as `sheets.s1.items.f2.box.w`. */
const plainPath = (path: string | undefined): string => (path ?? '').replace(/\["([^"]+)"\]/g, '.$1').replace(/^\./, '')

/** Every fault that a schema finds in a value, each with its path below `at`. */
export const schemaFaults = (
  schema: Pick<Schema, 'validateSync'> | Node,
  value: unknown,
  at = '',
): readonly Fault[] => {
  try {
    // Every schema can do this; the interface that lazy ones share does not say so.
    ;(schema as Pick<Schema, 'validateSync'>).validateSync(value, { abortEarly: false, strict: true })
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
