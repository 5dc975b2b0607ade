import { array, type ObjectShape } from 'yup'
import { RANGE } from '@/core/tolerance'
import { BLENDS } from '@/core/colour/blend'
import { CAPS, JOINS, LAYER_RANGE, STROKE_SIDES } from '@/core/finish/layers'
import {
  byKind,
  colour,
  flag,
  gradient,
  id,
  list,
  name,
  optional,
  optionalFlag,
  optionalShape,
  optionalWord,
  real,
  shape,
  TURN,
  whole,
  word,
} from '@/core/document/schema/parts'
import { cornerSchema } from '@/core/document/schema/stencil'

const lineSchema = byKind({
  solid: {},
  dashes: { dash: real(LAYER_RANGE.dash), gap: real(LAYER_RANGE.gap), cap: word(CAPS) },
  dots: { gap: real(LAYER_RANGE.gap) },
  double: { gap: real(LAYER_RANGE.doubleGap) },
  brushed: {
    bristles: whole(LAYER_RANGE.bristles),
    dryness: real(LAYER_RANGE.dryness),
    seed: whole(LAYER_RANGE.seed),
  },
})

const common: ObjectShape = {
  id: id(),
  at: word(['under', 'over']),
  opacity: real(RANGE.share),
  hidden: optionalFlag(),
}

const offset = real(LAYER_RANGE.offset)

export const layerSchema = byKind({
  stroke: {
    ...common,
    paint: byKind({ colour: { colour: colour() }, gradient }),
    width: real(LAYER_RANGE.width),
    side: word(STROKE_SIDES),
    join: word(JOINS),
    mitreLimit: real(LAYER_RANGE.mitreLimit),
    line: lineSchema,
  },
  shadow: {
    ...common,
    dx: offset,
    dy: offset,
    blur: real(LAYER_RANGE.blur),
    spread: real(LAYER_RANGE.spread),
    colour: colour(),
    inset: flag(),
  },
  glow: {
    ...common,
    side: word(['out', 'in']),
    blur: real(LAYER_RANGE.blur),
    spread: real(LAYER_RANGE.spread),
    colour: colour(),
  },
  copy: { ...common, grow: real(LAYER_RANGE.grow), dx: offset, dy: offset, join: word(JOINS), colour: colour() },
  relief: {
    ...common,
    direction: real(TURN),
    depth: real(LAYER_RANGE.depth),
    softness: real(LAYER_RANGE.softness),
    light: colour(),
    shade: colour(),
  },
})

const layers = () => list(layerSchema, LAYER_RANGE.layers)

/** The finish of one frame or group; its opacity and blend stand beside it. */
export const finishFields: ObjectShape = {
  finish: optionalShape({
    finishId: id().optional(),
    layers: array(layerSchema)
      .strict()
      .typeError('must be a list')
      .max(LAYER_RANGE.layers, `may hold at most ${LAYER_RANGE.layers}`),
    without: array(id())
      .strict()
      .typeError('must be a list')
      .max(LAYER_RANGE.layers, `may hold at most ${LAYER_RANGE.layers}`),
  }),
  opacity: optional(RANGE.share),
  blend: optionalWord(BLENDS),
}

export const namedFinishSchema = shape({
  id: id(),
  name: name(),
  category: name(),
  layers: layers(),
  corners: cornerSchema.optional().default(undefined),
  opacity: optional(RANGE.share),
  blend: optionalWord(BLENDS),
})

/** A finish on the clipboard. */
export const finishCopySchema = shape({
  finishId: id().optional(),
  layers: layers(),
  opacity: optional(RANGE.share),
  blend: optionalWord(BLENDS),
  corners: array(cornerSchema).strict().max(4),
})
