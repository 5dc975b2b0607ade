/**
 * Writes the parts of docs/bundle.schema.json that follow from descriptions in the program: stencils, texts, finishes, spans and
 * adjustments, looks.
 */
import { readFileSync, writeFileSync } from 'node:fs'
import { PARTS, SINGLES, VIGNETTE_OF } from '@/core/adjust/adjustments'
import { COLOUR_PATTERN } from '@/core/colour/colour'
import { SLOT_PATTERN } from '@/core/colour/slots'
import { BLENDS } from '@/core/colour/blend'
import { FORMAT, LETTER_PICTURES, SPAN_GAPS } from '@/core/document/types'
import { CAPITALS } from '@/core/lettering/graphemes'
import { ALIGNS, FITTINGS, HEIGHTS, LETTERING_RANGE } from '@/core/lettering/settings'
import { BLOCK_ALIGNS, STANDS, TEXT_RANGE } from '@/core/text/block'
import { MOST_SWITCHES } from '@/core/template/switches'
import { RANGE } from '@/core/tolerance'
import { KINDS_PATTERN } from '@/core/path/nodeKinds'
import { FILL_RULES } from '@/core/path/path'
import { CORNER_STYLES } from '@/core/stencil/corners'
import type { Param } from '@/core/stencil/params'
import { SHAPES, STRAIGHT_SHAPES } from '@/core/stencil/registry'
import { laid, plane, shade } from './planeSchema'
import { itemFinish, layer, namedFinish } from './finishSchema'
import { measure, number, ref, strict, whole, words } from './schemaParts'
import { clip, entrance, sheetFilm } from './filmSchema'
import { lookSwitch, madeFrom, mark, opening, template, textField } from './templateSchema'

const FILE = 'docs/bundle.schema.json'

const paramSchema = (param: Param): object => {
  switch (param.type) {
    case 'count':
      return { type: 'integer', minimum: param.min, maximum: param.max }
    case 'share':
    case 'angle':
    case 'number':
      return { type: 'number', minimum: param.min, maximum: param.max }
    case 'seed':
      return { type: 'integer', minimum: 0, maximum: RANGE.seed }
    case 'measure':
      return measure(param.max)
    case 'choice':
      return { enum: [...param.options] }
  }
}

const corners = {
  type: 'array',
  items: strict({ style: { enum: [...CORNER_STYLES] }, size: measure(0.5) }),
  minItems: 1,
  maxItems: RANGE.corners,
}

const parametric = Object.entries(SHAPES).map(([kind, { params }]) =>
  strict(
    {
      kind: { const: kind },
      ...Object.fromEntries(Object.entries(params).map(([name, param]) => [name, paramSchema(param)])),
    },
    Object.hasOwn(STRAIGHT_SHAPES, kind) ? { corners } : {},
  ),
)

const own = {
  d: {
    type: 'string',
    minLength: 4,
    maxLength: RANGE.outlineText,
    pattern: '^\\s*[Mm][\\sMmLlHhVvCcSsQqTtAaZz0-9eE+.,-]*$',
  },
  fillRule: { enum: [...FILL_RULES] },
}

const id = { type: 'string', pattern: '^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$' }

const stencil = {
  oneOf: [
    ...parametric,
    strict(
      { kind: { const: 'path' }, ...own },
      { kinds: { type: 'string', maxLength: RANGE.segments, pattern: KINDS_PATTERN.source } },
    ),
    strict({ kind: { const: 'mask' }, pictureId: id, ...own }),
    strict({
      kind: { const: 'glyph' },
      letter: { type: 'string', maxLength: RANGE.letterLength, minLength: 1 },
      d: own.d,
    }),
    { $ref: '#/definitions/text' },
  ],
}

const T = TEXT_RANGE
const clusters = { type: 'string', maxLength: 200_000 }

/** A text that wraps in its box; docs/format.md says how clusters are written. */
const textBlock = (): object =>
  strict({
    kind: { const: 'text' },
    text: { type: 'string' },
    runs: {
      type: 'array',
      minItems: 1,
      maxItems: T.runs,
      items: strict(
        {
          length: { type: 'integer', minimum: 0 },
          face: strict({ id: ref('id'), name: ref('name') }),
          size: number(T.size),
          up: number(T.reach),
          down: number(T.reach),
          hyphen: clusters,
          clusters,
        },
        { colour: ref('colour') },
      ),
    },
    drawings: { type: 'array', maxItems: T.drawings, items: own.d },
    align: words(BLOCK_ALIGNS),
    stand: words(STANDS),
    leading: number(T.leading),
    paragraphGap: number(T.paragraphGap),
    tracking: number(T.tracking),
    breaksWords: { type: 'boolean' },
    shrinks: { type: 'boolean' },
  })

const replaceStencil = (node: unknown): void => {
  if (typeof node !== 'object' || node === null) return
  for (const [key, value] of Object.entries(node)) {
    if (key === 'stencil') Object.assign(node, { stencil })
    else replaceStencil(value)
  }
}

const numbers = (ranges: Readonly<Record<string, { readonly min: number; readonly max: number }>>) =>
  Object.fromEntries(Object.entries(ranges).map(([key, range]) => [key, number(range)]))

const adjustments = strict(
  {},
  {
    ...numbers(SINGLES),
    tones: strict({ dark: ref('colour'), light: ref('colour'), ...numbers(PARTS.tones) }),
    sharpen: strict(numbers(PARTS.sharpen)),
    edges: strict(numbers(PARTS.edges)),
    vignette: strict({ ...numbers(PARTS.vignette), of: words(VIGNETTE_OF) }),
    grain: strict({ ...numbers(PARTS.grain), seed: whole(PARTS.grain.seed) }),
    off: { const: true },
    look: ref('id'),
  },
)

const namedLook = strict({ id: ref('id'), name: ref('name'), adjustments: ref('adjustments') })

const centre = { cx: number(RANGE.position), cy: number(RANGE.position) }
const box = strict({ ...centre, w: number(RANGE.frameSide), h: number(RANGE.frameSide) })
const span = strict(
  {
    id: ref('id'),
    source: {
      oneOf: [strict({ kind: { const: 'placed' }, placed: ref('placed') }), strict({ kind: { const: 'background' } })],
    },
    box,
    turn: ref('turn'),
    hull: own.d,
    gaps: words(SPAN_GAPS),
  },
  { planeId: ref('id') },
)
const sharedFills = [
  strict(
    { kind: { const: 'span' }, spanId: ref('id') },
    {
      shift: strict({ x: number(RANGE.position), y: number(RANGE.position) }),
      pinned: strict({ ...centre, turn: ref('turn') }),
    },
  ),
  strict({ kind: { const: 'echo' }, frameId: ref('id') }),
]
const E = LETTERING_RANGE
const face = strict({ id: ref('id'), name: ref('name') })
const size2 = strict({ w: number(E.box), h: number(E.box) })
const letterText = (most: number): object => ({ type: 'string', maxLength: most * RANGE.letterLength })
const rest = strict({ ...centre, w: number(RANGE.letterSide), h: number(RANGE.letterSide), turn: ref('turn') })
const curve = {
  oneOf: [
    strict({ kind: { const: 'arc' }, bend: number(E.bend) }),
    strict({ kind: { const: 'wave' }, height: number(E.waveHeight), waves: number(E.waves) }),
  ],
}
const flag = { type: 'boolean' }
const lettering = strict(
  {
    text: letterText(E.text),
    face,
    size: number(E.size),
    fit: words(FITTINGS),
    heights: words(HEIGHTS),
    stretch: number(E.stretch),
    tracking: number(E.tracking),
    wordSpacing: number(E.wordSpacing),
    leading: number(E.leading),
    align: words(ALIGNS),
    capitals: words(CAPITALS),
    kerning: flag,
    ligatures: flag,
    pictures: words(LETTER_PICTURES),
    pose: strict({ ...centre, turn: ref('turn') }, { flip: flag }),
    letters: { type: 'array', maxItems: E.text, items: strict({ id: ref('id') }, { rest }) },
    aside: {
      type: 'array',
      maxItems: E.aside,
      items: strict({ letterId: ref('id'), text: letterText(1), fill: ref('taken') }),
    },
  },
  { box: size2, typedSize: number(E.size), curve, across: ref('placed'), ink: ref('colour') },
)
const alphabet = strict({
  id: ref('id'),
  name: ref('name'),
  face,
  heights: words(HEIGHTS),
  margin: number(RANGE.alphabetMargin),
  members: {
    type: 'array',
    maxItems: RANGE.alphabetLetters,
    items: strict({ text: letterText(1), sheetId: ref('id'), groupId: ref('id'), place: box }),
  },
})
const byId = (name: string, most: number): object => ({
  type: 'object',
  maxProperties: most,
  propertyNames: ref('id'),
  additionalProperties: ref(name),
})

interface Loose {
  [key: string]: Loose
}

/** Puts a property into an object's description; a needed one only once. */
const put = (at: Loose, name: string, value: object, isNeeded = false): void => {
  Object.assign(at['properties'] ?? {}, { [name]: value })
  const needed = at['required'] as unknown as string[]
  if (isNeeded && !needed.includes(name)) needed.push(name)
}

const schema = JSON.parse(readFileSync(FILE, 'utf8')) as Loose
replaceStencil(schema)
const definitions = schema['definitions'] ?? {}
const fills = definitions['frame']?.['properties']?.['fill'] as unknown as { oneOf: Loose[] }
const taken =
  definitions['taken'] ??
  fills.oneOf.find((one) => JSON.stringify(one['properties']?.['kind'] ?? {}).includes('"taken"'))
const hex = { type: 'string', pattern: COLOUR_PATTERN.source }
const slotText = { type: 'string', pattern: SLOT_PATTERN.source }
Object.assign(definitions, {
  opening,
  lookSwitch,
  plainColour: hex,
  colour: { oneOf: [hex, slotText] },
  slot: strict({ id: ref('id'), name: ref('name'), colour: ref('plainColour') }, { offered: mark }),
  adjustments,
  namedLook,
  layer,
  namedFinish,
  itemFinish,
  span,
  plane,
  lettering,
  alphabet,
  taken,
  text: textBlock(),
  clip,
  entrance,
  sheetFilm,
})
put(schema, 'alphabets', byId('alphabet', RANGE.alphabets), true)
const group = definitions['group'] ?? {}
put(group, 'lettering', ref('lettering'))
put(group, 'order', { type: 'array', maxItems: RANGE.items, items: ref('id') })
// Only a text may have no members yet.
Object.assign(group, {
  anyOf: [{ required: ['lettering'] }, { properties: { order: { type: 'array', minItems: 1 } } }],
})
Object.assign(schema, { title: `project.json of an Eager Stencil bundle, format ${FORMAT}` })
put(schema, 'format', { const: FORMAT })
const described = definitions['picture']?.['properties'] ?? {}
definitions['sheetPicture'] = strict(
  { sheetId: ref('id') },
  Object.fromEntries(Object.entries(described).filter(([key]) => !['file', 'hash', 'clip'].includes(key))) as Record<
    string,
    object
  >,
) as (typeof definitions)[string]
// One that names a sheet is of a sheet, any other of a file.
put(schema, 'pictures', {
  type: 'object',
  maxProperties: RANGE.pictures,
  propertyNames: ref('id'),
  additionalProperties: { if: { required: ['sheetId'] }, then: ref('sheetPicture'), else: ref('picture') },
})
put(schema, 'slots', byId('slot', RANGE.slots), true)
put(schema, 'colours', { type: 'array', maxItems: RANGE.colours, items: ref('plainColour') }, true)
put(schema, 'looks', byId('namedLook', RANGE.looks), true)
put(schema, 'finishes', byId('namedFinish', RANGE.finishes), true)
put(definitions['sheet'] ?? {}, 'spans', byId('span', RANGE.items), true)
put(definitions['sheet'] ?? {}, 'planes', byId('plane', RANGE.planes), true)
put(definitions['frame'] ?? {}, 'laid', laid)
put(definitions['frame'] ?? {}, 'planeId', ref('id'))
put(definitions['frame'] ?? {}, 'follows', strict({ sheetId: ref('id'), frameId: ref('id') }))
put(definitions['frame'] ?? {}, 'shade', shade)
put(definitions['sheet'] ?? {}, 'switches', byId('lookSwitch', MOST_SWITCHES), true)
put(definitions['sheet'] ?? {}, 'notes', { type: 'string', maxLength: RANGE.template.notes })
put(definitions['sheet'] ?? {}, 'madeFrom', madeFrom)
put(definitions['sheet'] ?? {}, 'film', ref('sheetFilm'))
put(definitions['picture'] ?? {}, 'clip', ref('clip'))
put(schema, 'template', template)
put(definitions['frame'] ?? {}, 'opening', ref('opening'))
put(definitions['frame'] ?? {}, 'field', textField)
put(definitions['placed'] ?? {}, 'adjustments', ref('adjustments'))
for (const name of ['frame', 'group']) {
  const item = definitions[name] ?? {}
  put(item, 'finish', ref('itemFinish'))
  put(item, 'opacity', ref('share'))
  put(item, 'blend', words(BLENDS))
  put(item, 'entrance', ref('entrance'))
}
put(definitions['frame'] ?? {}, 'bleed', number(RANGE.bleed))
const fill = definitions['frame']?.['properties']?.['fill'] as unknown as { oneOf: Loose[] }
const isShared = (one: Loose): boolean => /"(span|echo)"/.test(JSON.stringify(one['properties']?.['kind'] ?? {}))
fill.oneOf = [...fill.oneOf.filter((one) => !isShared(one)), ...(sharedFills as Loose[])]
writeFileSync(FILE, `${JSON.stringify(schema, null, 2)}\n`)
