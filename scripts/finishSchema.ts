/** What the published schema says of finishes. */
import { BLENDS } from '@/core/colour/blend'
import { CAPS, JOINS, LAYER_RANGE, STROKE_SIDES } from '@/core/finish/layers'
import { CORNER_STYLES } from '@/core/stencil/corners'
import { measure, number, ref, strict, whole, words } from './schemaParts'

const L = LAYER_RANGE
const line = {
  oneOf: [
    strict({ kind: { const: 'solid' } }),
    strict({ kind: { const: 'dashes' }, dash: number(L.dash), gap: number(L.gap), cap: words(CAPS) }),
    strict({ kind: { const: 'dots' }, gap: number(L.gap) }),
    strict({ kind: { const: 'double' }, gap: number(L.doubleGap) }),
    strict({
      kind: { const: 'brushed' },
      bristles: whole(L.bristles),
      dryness: number(L.dryness),
      seed: whole(L.seed),
    }),
  ],
}

const layerOf = (kind: string, fields: Readonly<Record<string, object>>): object =>
  strict(
    { kind: { const: kind }, id: ref('id'), at: words(['under', 'over']), opacity: ref('share'), ...fields },
    { hidden: { type: 'boolean' } },
  )

const paint = { oneOf: [strict({ kind: { const: 'colour' }, colour: ref('colour') }), ref('gradient')] }
const offsets = { dx: number(L.offset), dy: number(L.offset) }
const soft = { blur: number(L.blur), spread: number(L.spread), colour: ref('colour') }
export const layer = {
  oneOf: [
    layerOf('stroke', {
      paint,
      width: number(L.width),
      side: words(STROKE_SIDES),
      join: words(JOINS),
      mitreLimit: number(L.mitreLimit),
      line,
    }),
    layerOf('shadow', { ...offsets, ...soft, inset: { type: 'boolean' } }),
    layerOf('glow', { side: words(['out', 'in']), ...soft }),
    layerOf('copy', { ...offsets, grow: number(L.grow), join: words(JOINS), colour: ref('colour') }),
    layerOf('relief', {
      direction: ref('turn'),
      depth: number(L.depth),
      softness: number(L.softness),
      light: ref('colour'),
      shade: ref('colour'),
    }),
  ],
}
const layerChange = strict(
  { id: ref('id') },
  {
    at: words(['under', 'over']),
    opacity: ref('share'),
    hidden: { type: 'boolean' },
    paint,
    width: number(L.width),
    side: words([...STROKE_SIDES, 'out', 'in']),
    join: words(JOINS),
    mitreLimit: number(L.mitreLimit),
    line,
    ...offsets,
    ...soft,
    inset: { type: 'boolean' },
    grow: number(L.grow),
    direction: ref('turn'),
    depth: number(L.depth),
    softness: number(L.softness),
    light: ref('colour'),
    shade: ref('colour'),
  },
)
const layers = { type: 'array', maxItems: L.layers, items: ref('layer') }
const mixing = { opacity: ref('share'), blend: words(BLENDS) }
const corner = strict({ style: words(CORNER_STYLES), size: measure(0.5) })

export const namedFinish = strict(
  { id: ref('id'), name: ref('name'), category: ref('name'), layers },
  { corners: corner, ...mixing },
)
export const itemFinish = strict(
  {},
  {
    finishId: ref('id'),
    layers,
    changes: { type: 'array', maxItems: L.layers, items: layerChange },
    without: { type: 'array', maxItems: L.layers, items: ref('id') },
  },
)
