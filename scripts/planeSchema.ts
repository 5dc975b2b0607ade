/** What the published schema says of planes, and of frames in perspective and on bent surfaces. */
import { SINGLES } from '@/core/adjust/adjustments'
import { BACKGROUND_ID } from '@/core/document/background'
import { RANGE } from '@/core/tolerance'
import { number, ref, strict, whole } from './schemaParts'

const point = (range: { readonly min: number; readonly max: number }): object =>
  strict({ x: number(range), y: number(range) })

const quadIn = (range: { readonly min: number; readonly max: number }): object => ({
  type: 'array',
  minItems: 4,
  maxItems: 4,
  items: point(range),
})

export const plane = strict({
  id: ref('id'),
  name: ref('name'),
  corners: quadIn(RANGE.position),
  size: strict({ w: number(RANGE.frameSide), h: number(RANGE.frameSide) }),
})

const { arc, around, tilt, points } = RANGE.bend

const bend = {
  oneOf: [
    strict({ kind: { const: 'cylinder' }, arc: number(arc), around: number(around), tilt: number(tilt) }),
    strict({
      kind: { const: 'mesh' },
      columns: whole(points),
      rows: whole(points),
      points: { type: 'array', minItems: points.min ** 2, maxItems: points.max ** 2, items: point(RANGE.laid) },
    }),
  ],
}

export const laid = strict({ corners: quadIn(RANGE.laid) }, { bend, isFlat: { const: true } })

export const shade = strict(
  {
    of: { oneOf: [ref('id'), { const: BACKGROUND_ID }] },
    strength: number(RANGE.share),
    white: number(RANGE.share),
  },
  { smooth: number(SINGLES.blur) },
)
