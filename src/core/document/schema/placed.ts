import { array, boolean, object } from 'yup'
import { RANGE } from '@/core/tolerance'
import { PARTS, SINGLES, VIGNETTE_OF } from '@/core/adjust/adjustments'
import { FITS } from '@/core/placement/placed'
import {
  colour,
  flag,
  id,
  name,
  optional,
  optionalShape,
  real,
  shape,
  TURN,
  whole,
  word,
} from '@/core/document/schema/parts'

/** Adjustments, each of which may be left out. */
export const adjustmentsSchema = object({
  ...Object.fromEntries(Object.entries(SINGLES).map(([key, range]) => [key, optional(range)])),
  tones: optionalShape({ dark: colour(), light: colour(), amount: real(PARTS.tones.amount) }),
  sharpen: optionalShape({ amount: real(PARTS.sharpen.amount), radius: real(PARTS.sharpen.radius) }),
  edges: optionalShape({ amount: real(PARTS.edges.amount), width: real(PARTS.edges.width) }),
  vignette: optionalShape({
    amount: real(PARTS.vignette.amount),
    start: real(PARTS.vignette.start),
    of: word(VIGNETTE_OF),
  }),
  grain: optionalShape({
    amount: real(PARTS.grain.amount),
    size: real(PARTS.grain.size),
    seed: whole(PARTS.grain.seed),
  }),
  off: boolean().oneOf([true]).strict().optional(),
  look: id().optional(),
})
  .strict()
  .noUnknown('has a key that is not known here: ${unknown}')
  .typeError('must be an object')
  .default(undefined)

export const placedSchema = shape({
  pictureId: id(),
  fit: word(FITS),
  zoom: real(RANGE.zoom),
  aspect: real(RANGE.aspect),
  focus: shape({ u: real(RANGE.focus), v: real(RANGE.focus) }),
  turn: real(TURN),
  flipX: flag(),
  flipY: flag(),
  keepCovered: flag(),
  tileGap: optional(RANGE.tileGap),
  adjustments: adjustmentsSchema,
})

const takeSchema = shape({ id: id(), name: name(), placed: placedSchema })

/** Pictures of a frame, one of which shows. */
export const pictureFields = {
  takes: array(takeSchema)
    .strict()
    .required('is missing')
    .min(1, 'must hold a picture')
    .max(50, 'may hold at most 50 takes'),
  shown: id(),
}

/** A look with a name; it is never switched off itself. */
export const namedLookSchema = shape({ id: id(), name: name(), adjustments: adjustmentsSchema.required() })
