import { fc, real } from '@tests/helpers/property'
import { coverPlaced, FITS, type PictureHolder, type Placed } from '@/core/placement/placed'
import { CORNER_STYLES, type Corner } from '@/core/stencil/corners'
import type { Measure, Param } from '@/core/stencil/params'
import { SHAPES, STRAIGHT_SHAPES } from '@/core/stencil/registry'
import { outlineOf, paramsOf, type ParametricKind, type Stencil } from '@/core/stencil/stencil'
import type { Box } from '@/core/geometry/box'
import type { Size } from '@/core/geometry/vector'

const measures = (most: number): fc.Arbitrary<Measure> =>
  fc.oneof(
    real(0, most).map((share) => ({ share })),
    real(0, 60).map((points) => ({ points })),
  )

const valueOf = (param: Param): fc.Arbitrary<unknown> => {
  switch (param.type) {
    case 'count':
      return fc.integer({ min: param.min, max: Math.min(param.max, param.min + 20) })
    case 'share':
    case 'angle':
    case 'number':
      return real(param.min, param.max)
    case 'seed':
      return fc.integer({ min: 0, max: 999_999 })
    case 'measure':
      return measures(param.max)
    case 'choice':
      return fc.constantFrom(...param.options)
  }
}

const corners: fc.Arbitrary<Corner> = fc.record({
  style: fc.constantFrom(...CORNER_STYLES),
  size: measures(0.5),
})

/** Any stencil of one kind, its params anywhere in their ranges. */
export const stencilsOf = (kind: ParametricKind): fc.Arbitrary<Stencil> =>
  fc
    .tuple(
      fc.record(Object.fromEntries(Object.entries(paramsOf(kind)).map(([name, param]) => [name, valueOf(param)]))),
      Object.hasOwn(STRAIGHT_SHAPES, kind) ? fc.option(corners, { freq: 2 }) : fc.constant(null),
    )
    // The params are those that the kind names, each within its range.
    .map(([values, corner]) => ({ kind, ...values, ...(corner ? { corners: [corner] } : {}) }) as unknown as Stencil)

export const KINDS = Object.keys(SHAPES) as ParametricKind[]

/** Any parametric stencil. */
export const stencils: fc.Arbitrary<Stencil> = fc.oneof(...KINDS.map(stencilsOf))
export const sizes: fc.Arbitrary<Size> = fc.record({ w: real(4, 1500), h: real(4, 1500) })
export const pictures: fc.Arbitrary<Size> = fc.record({
  w: fc.integer({ min: 1, max: 9000 }),
  h: fc.integer({ min: 1, max: 9000 }),
})
export const turns = fc.oneof(real(-179.9, 180), fc.constantFrom(0, 45, 90, 180, -90))
export const points = fc.record({ x: real(-800, 800), y: real(-800, 800) })
export const boxes: fc.Arbitrary<Box> = fc.record({
  cx: real(-500, 1500),
  cy: real(-500, 1500),
  w: real(4, 1500),
  h: real(4, 1500),
})

export const holders: fc.Arbitrary<PictureHolder> = fc
  .record({ stencil: stencils, box: sizes, picture: pictures, ppi: real(36, 600) })
  .map(({ stencil, box, picture, ppi }) => ({
    outline: outlineOf(stencil, box),
    box,
    picture,
    ppi,
  }))

/** Any stored placement, also one whose focus lies outside what covers. */
export const placements: fc.Arbitrary<Placed> = fc.record({
  pictureId: fc.constant('pic-1'),
  fit: fc.constantFrom(...FITS),
  zoom: real(0.2, 6),
  aspect: real(0.5, 2),
  focus: fc.record({ u: real(-0.5, 1.5), v: real(-0.5, 1.5) }),
  turn: turns,
  flipX: fc.boolean(),
  flipY: fc.boolean(),
  keepCovered: fc.boolean(),
})

/** A covering placement as the hand makes them. */
export const covering: fc.Arbitrary<Placed> = fc
  .record({ zoom: real(1, 5), u: real(0, 1), v: real(0, 1), turn: turns, flipX: fc.boolean(), flipY: fc.boolean() })
  .map(({ zoom, u, v, turn, flipX, flipY }) => ({ ...coverPlaced('pic-1'), zoom, focus: { u, v }, turn, flipX, flipY }))
