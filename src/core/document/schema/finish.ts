import { array, lazy, mixed, type ObjectShape } from 'yup'
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
  type Node,
  optional,
  optionalColour,
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

const paintSchema = byKind({ colour: { colour: colour() }, gradient })

/** A list of as many as a finish has layers, that may be left out. */
const upTo = (of: Node) =>
  array(of).strict().typeError('must be a list').max(LAYER_RANGE.layers, `may hold at most ${LAYER_RANGE.layers}`)

export const layerSchema = byKind({
  stroke: {
    ...common,
    paint: paintSchema,
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

const may = <T extends Node>(schema: T) =>
  lazy((value: unknown) => (value === undefined ? mixed() : schema)) as unknown as ObjectShape[string] // as other optional parts

/** The values in which one differs from a layer of a named finish. */
const changeSchema = shape({
  id: id(),
  at: optionalWord(['under', 'over']),
  opacity: optional(RANGE.share),
  hidden: optionalFlag(),
  paint: may(paintSchema),
  width: optional(LAYER_RANGE.width),
  side: optionalWord([...STROKE_SIDES, 'out', 'in']),
  join: optionalWord(JOINS),
  mitreLimit: optional(LAYER_RANGE.mitreLimit),
  line: may(lineSchema),
  dx: optional(LAYER_RANGE.offset),
  dy: optional(LAYER_RANGE.offset),
  blur: optional(LAYER_RANGE.blur),
  spread: optional(LAYER_RANGE.spread),
  colour: optionalColour(),
  inset: optionalFlag(),
  grow: optional(LAYER_RANGE.grow),
  direction: optional(TURN),
  depth: optional(LAYER_RANGE.depth),
  softness: optional(LAYER_RANGE.softness),
  light: optionalColour(),
  shade: optionalColour(),
})

/** The finish of one frame or group. */
const itemFinishFields: ObjectShape = {
  finishId: id().optional(),
  layers: upTo(layerSchema),
  changes: upTo(changeSchema),
  without: upTo(id()),
}

const layers = () => list(layerSchema, LAYER_RANGE.layers)

/** The finish of one frame or group; its opacity and blend stand beside it. */
export const finishFields: ObjectShape = {
  finish: optionalShape(itemFinishFields),
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
  named: namedFinishSchema.optional().default(undefined),
  finish: optionalShape(itemFinishFields),
  layers: layers(),
  opacity: optional(RANGE.share),
  blend: optionalWord(BLENDS),
  corners: array(cornerSchema).strict().max(4),
})
