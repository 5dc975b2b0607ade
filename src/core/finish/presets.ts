import type { Colour } from '@/core/colour/colour'
import type { Gradient } from '@/core/colour/gradient'
import { newLayer, type FinishLayer, type Stroke } from '@/core/finish/layers'
import { METALS } from '@/core/finish/metals'
import type { Corner } from '@/core/stencil/corners'

/** Layers and corners of a finish, as they are first made. */
export interface FinishParts {
  readonly layers: readonly FinishLayer[]
  readonly corners?: Corner
  readonly opacity?: number
}

/** A finish that comes with the program: its lengths follow `scale`, a length that looks well on the sheet (points). */
export interface FinishPreset {
  readonly name: string
  readonly parts: (scale: number) => FinishParts
}

const stroke = (id: string, scale: number, over: Partial<Stroke>): Stroke => ({
  ...(newLayer('stroke', id, scale) as Stroke), // a stroke is asked for
  ...over,
})

const metal = (id: string): { readonly kind: 'gradient' } & Gradient => {
  const gradient = METALS.find((one) => one.id === id)?.gradient ?? { shape: 'linear', turn: 0, stops: [] }
  return { kind: 'gradient', ...gradient }
}

const colour = (value: Colour) => ({ kind: 'colour', colour: value }) as const

export const FINISH_PRESETS: readonly FinishPreset[] = [
  {
    name: 'White card',
    parts: (s) => ({
      layers: [
        { ...newLayer('shadow', 'fall', s), opacity: 0.35 } as FinishLayer, // the same kind
        stroke('edge', s, { width: s * 1.6, paint: colour('#ffffff') }),
      ],
    }),
  },
  { name: 'Lifted', parts: (s) => ({ layers: [newLayer('shadow', 'fall', s * 1.4)] }) },
  {
    name: 'Ink line',
    parts: (s) => ({ layers: [stroke('edge', s, { width: s * 0.35, side: 'centre', paint: colour('#22282b') })] }),
  },
  {
    name: 'Gold rim',
    parts: (s) => ({
      layers: [
        newLayer('shadow', 'fall', s * 0.7),
        stroke('edge', s, { width: s * 0.9, side: 'outside', join: 'round', paint: metal('gold') }),
      ],
    }),
  },
  {
    name: 'Beaded',
    parts: (s) => ({
      layers: [
        stroke('edge', s, {
          width: s * 0.8,
          side: 'outside',
          paint: metal('silver'),
          line: { kind: 'dots', gap: s * 0.35 },
        }),
      ],
    }),
  },
  {
    name: 'Stitched',
    parts: (s) => ({
      layers: [
        stroke('cloth', s, { width: s * 1.5, paint: colour('#c98d63') }),
        stroke('thread', s, {
          width: s * 0.7,
          paint: colour('#ffffff'),
          line: { kind: 'dashes', dash: s * 1.1, gap: s * 0.7, cap: 'round' },
        }),
      ],
    }),
  },
  {
    name: 'Twin lines',
    parts: (s) => ({
      layers: [
        stroke('edge', s, {
          width: s * 1.2,
          side: 'outside',
          paint: colour('#8e2a5b'),
          line: { kind: 'double', gap: 0.4 },
        }),
      ],
    }),
  },
  {
    name: 'Brushed ink',
    parts: (s) => ({
      layers: [
        stroke('edge', s, {
          width: s * 2,
          side: 'centre',
          paint: colour('#22282b'),
          line: { kind: 'brushed', bristles: 18, dryness: 0.55, seed: 5 },
        }),
      ],
    }),
  },
  {
    name: 'Offset plum',
    parts: (s) => ({ layers: [{ ...newLayer('copy', 'behind', s * 0.8), join: 'miter' } as FinishLayer] }), // a copy
  },
  {
    name: 'Pressed in',
    parts: (s) => ({
      layers: [
        { ...newLayer('shadow', 'pit', s), at: 'over', inset: true, opacity: 0.55 } as FinishLayer, // a shadow
      ],
    }),
  },
  {
    name: 'Relief',
    parts: (s) => ({
      layers: [newLayer('relief', 'rise', s * 1.2)],
      corners: { style: 'round', size: { share: 0.12 } },
    }),
  },
  { name: 'Lantern glow', parts: (s) => ({ layers: [newLayer('glow', 'light', s * 1.6)] }) },
]
