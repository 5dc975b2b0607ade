import { boolean, lazy, mixed, string } from 'yup'
import { SINGLES } from '@/core/adjust/adjustments'
import { RANGE } from '@/core/tolerance'
import { UNITS } from '@/core/units'
import { FORMAT, SPAN_GAPS } from '@/core/document/types'
import { BACKGROUND_ID } from '@/core/document/background'
import { PICTURES } from '@/core/document/fill'
import { finishFields } from '@/core/document/schema/finish'
import {
  byId,
  byKind,
  colour,
  fileHash,
  flag,
  gradient,
  id,
  isId,
  isPlainObject,
  list,
  name,
  optional,
  optionalColour,
  optionalFlag,
  optionalShape,
  optionalWord,
  plainColour,
  real,
  shape,
  SIDE,
  TURN,
  whole,
  word,
} from '@/core/document/schema/parts'
import { adjustmentsSchema, placedSchema, pictureFields } from '@/core/document/schema/placed'
import { clipSchema, entranceSchema, sheetFilmSchema } from '@/core/document/schema/film'
import { letteringSchema } from '@/core/document/schema/lettering'
import { outlineText } from '@/core/document/schema/outlineText'
import { stencilSchema } from '@/core/document/schema/stencil'
import {
  fieldSchema,
  madeFromSchema,
  notesSchema,
  offeredField,
  openingSchema,
  switchesSchema,
} from '@/core/document/schema/template'

/** The one description of a document: no value is converted, no unknown key is let through. */
const centre = { cx: real(RANGE.position), cy: real(RANGE.position) }
const point = { x: real(RANGE.position), y: real(RANGE.position) }
const boxSchema = shape({ ...centre, w: real(RANGE.frameSide), h: real(RANGE.frameSide) })

/** A frame, or the background. */
const holderId = () =>
  string()
    .strict()
    .required('is missing; give an id')
    .typeError('must be text')
    .test('holder', `must be an id, or ${BACKGROUND_ID}`, (value) => value === BACKGROUND_ID || isId(value))

const cornerSchema = (range: { readonly min: number; readonly max: number }) =>
  list(shape({ x: real(range), y: real(range) }), 4, { least: 4, tooFew: 'must be four corners' })

const meshSide = () => whole(RANGE.bend.points)

/** How a frame is bent between its corners; it may be left out. */
const bendSchema = lazy((value: unknown) =>
  value === undefined
    ? mixed().optional()
    : byKind({
        cylinder: { arc: real(RANGE.bend.arc), around: real(RANGE.bend.around), tilt: real(RANGE.bend.tilt) },
        mesh: {
          columns: meshSide(),
          rows: meshSide(),
          points: list(shape({ x: real(RANGE.laid), y: real(RANGE.laid) }), RANGE.bend.points.max ** 2, {
            least: RANGE.bend.points.min ** 2,
          }),
        },
      }),
)

export const planeSchema = shape({
  id: id(),
  name: name(),
  corners: cornerSchema(RANGE.position),
  size: shape({ w: real(RANGE.frameSide), h: real(RANGE.frameSide) }),
})

export const spanSchema = shape({
  id: id(),
  source: byKind({ placed: { placed: placedSchema }, background: {} }),
  box: boxSchema,
  turn: real(TURN),
  planeId: id().optional(),
  hull: outlineText(),
  gaps: word(SPAN_GAPS),
})

const fillSchema = byKind({
  none: {},
  colour: { colour: colour() },
  gradient,
  [PICTURES]: pictureFields,
  span: { spanId: id(), shift: optionalShape(point), pinned: optionalShape({ ...centre, turn: real(TURN) }) },
  echo: { frameId: id() },
})

const frameFields = {
  id: id(),
  name: name(),
  hint: string()
    .strict()
    .typeError('must be text')
    .max(RANGE.nameLength, `must be at most ${RANGE.nameLength} characters`),
  takesPictures: flag(),
  opening: openingSchema,
  field: fieldSchema,
  box: boxSchema,
  turn: real(TURN),
  stencil: stencilSchema,
  laid: optionalShape({
    corners: cornerSchema(RANGE.laid),
    bend: bendSchema,
    isFlat: boolean().oneOf([true]).strict().optional(),
  }),
  planeId: id().optional(),
  shade: optionalShape({
    of: holderId(),
    strength: real(RANGE.share),
    white: real(RANGE.share),
    smooth: optional(SINGLES.blur),
  }),
  flip: optionalFlag(),
  fill: fillSchema,
  follows: optionalShape({ sheetId: id(), frameId: id() }),
  backing: optionalColour(),
  feather: optional(RANGE.feather),
  bleed: optional(RANGE.bleed),
  ...finishFields,
  entrance: entranceSchema,
  locked: optionalFlag(),
  hidden: optionalFlag(),
}

const groupFields = {
  ...finishFields,
  entrance: entranceSchema,
  lettering: letteringSchema,
  id: id(),
  name: name(),
  order: list(id(), RANGE.items),
  turn: real(TURN),
  locked: optionalFlag(),
  hidden: optionalFlag(),
}

export const itemSchema = byKind({ frame: frameFields, group: groupFields })

export const guidesSchema = shape({
  x: list(real(RANGE.position), RANGE.guides),
  y: list(real(RANGE.position), RANGE.guides),
})

export const sheetFields = {
  id: id(),
  name: name(),
  unit: word(UNITS),
  size: shape({ w: real({ ...SIDE, min: RANGE.sheetSide.min }), h: real({ ...SIDE, min: RANGE.sheetSide.min }) }),
  ppi: real(RANGE.ppi),
  bleed: real(RANGE.bleed),
  safe: real(RANGE.bleed),
  background: byKind({
    none: {},
    colour: { colour: colour() },
    gradient,
    picture: {
      placed: placedSchema,
      opacity: optional(RANGE.share),
      beneath: optionalWord(['paper', 'none']),
      blur: optional(RANGE.blur),
    },
  }),
  veil: optionalShape({ colour: colour(), opacity: real(RANGE.share) }),
  order: list(id(), RANGE.items),
  items: byId(itemSchema, RANGE.items),
  spans: byId(spanSchema, RANGE.items),
  planes: byId(planeSchema, RANGE.planes),
  guides: guidesSchema,
  grid: optional(RANGE.grid),
  switches: switchesSchema,
  notes: notesSchema,
  madeFrom: madeFromSchema,
  film: sheetFilmSchema,
}

export const sheetSchema = shape(sheetFields)

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

const anyPictureFields = {
  name: name(),
  pixels: shape({ w: whole(RANGE.picturePixels), h: whole(RANGE.picturePixels) }),
  tags: list(name(), RANGE.tags),
  subject: subjectSchema,
  spareTones: adjustmentsSchema,
}

const filePictureSchema = shape({
  ...anyPictureFields,
  hash: fileHash(),
  clip: clipSchema,
})

const sheetPictureSchema = shape({ ...anyPictureFields, sheetId: id() })

/** A picture is of a file, or of a sheet where it names one. */
export const pictureRefSchema = lazy((value: unknown) =>
  isPlainObject(value) && Object.hasOwn(value, 'sheetId') ? sheetPictureSchema : filePictureSchema,
)

export const formatSchema = word([FORMAT])
export const coloursSchema = list(plainColour(), RANGE.colours)
export const slotSchema = shape({ id: id(), name: name(), colour: plainColour(), ...offeredField })
export const sheetOrderSchema = list(id(), RANGE.sheets, { least: 1, tooFew: 'must name a sheet' })

export { placedSchema } from '@/core/document/schema/placed'
export { isId, schemaFaults } from '@/core/document/schema/parts'
export { stencilFaults } from '@/core/document/schema/stencil'
