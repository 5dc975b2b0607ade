import { arc, ellipse, polygon, rectangle, ring, triangle } from '@/core/stencil/shapes/basic'
import { shards, slats, strips, tiles } from '@/core/stencil/shapes/cutups'
import { pinking, stamp, torn, wave } from '@/core/stencil/shapes/edges'
import { blob, crescent, drop, egg, flower, heart, leaf, scallop } from '@/core/stencil/shapes/natural'
import { superellipse } from '@/core/stencil/shapes/superellipse'
import { burst, hexagon, kite, parallelogram, star, trapezoid } from '@/core/stencil/shapes/pointed'
import { arch, arrow, chevron, cross, ribbon, speech, tag, ticket } from '@/core/stencil/shapes/signs'

/** Shapes of one contour with straight sides: their corners can be worked. */
export const STRAIGHT_SHAPES = {
  rectangle,
  triangle,
  polygon,
  star,
  burst,
  kite,
  hexagon,
  parallelogram,
  trapezoid,
  arrow,
  chevron,
  cross,
  ribbon,
} as const

/** All other parametric shapes. */
export const OTHER_SHAPES = {
  ellipse,
  arc,
  ring,
  flower,
  scallop,
  heart,
  drop,
  crescent,
  blob,
  superellipse,
  leaf,
  egg,
  speech,
  ticket,
  tag,
  arch,
  stamp,
  torn,
  wave,
  pinking,
  strips,
  tiles,
  shards,
  slats,
} as const

export const SHAPES = { ...STRAIGHT_SHAPES, ...OTHER_SHAPES } as const
