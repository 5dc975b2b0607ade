import type { Adjustments } from '@/core/adjust/adjustments'

/** Adjustments under a name. */
export interface Look {
  readonly id: string
  readonly name: string
  readonly adjustments: Adjustments
}

/** The looks that come with the program. */
export const LOOKS: readonly Look[] = [
  {
    id: 'faded-card',
    name: 'Faded card',
    adjustments: {
      contrast: -0.12,
      fade: 0.38,
      warmth: 0.32,
      saturation: -0.18,
      vignette: { amount: 0.3, start: 0.35, of: 'visible' },
      grain: { amount: 0.22, size: 0.0022, seed: 7 },
    },
  },
  { id: 'noon', name: 'High noon', adjustments: { exposure: 0.25, contrast: 0.22, saturation: 0.2, warmth: 0.08 } },
  {
    id: 'sea-mist',
    name: 'Sea mist',
    adjustments: { exposure: 0.2, contrast: -0.25, fade: 0.22, warmth: -0.28, saturation: -0.3 },
  },
  {
    id: 'lamplight',
    name: 'Lamplight',
    adjustments: {
      exposure: -0.1,
      contrast: 0.12,
      warmth: 0.62,
      saturation: 0.08,
      vignette: { amount: 0.45, start: 0.25, of: 'visible' },
    },
  },
  {
    id: 'after-sunset',
    name: 'After sunset',
    adjustments: { exposure: -0.35, contrast: 0.1, tones: { dark: '#1d2350', light: '#ffd9a8', amount: 0.45 } },
  },
  {
    id: 'black-and-white',
    name: 'Plain black and white',
    adjustments: { monochrome: 1, contrast: 0.1 },
  },
  {
    id: 'coal',
    name: 'Coal',
    adjustments: {
      monochrome: 1,
      contrast: 0.5,
      exposure: -0.1,
      grain: { amount: 0.4, size: 0.0026, seed: 3 },
      vignette: { amount: 0.35, start: 0.4, of: 'visible' },
    },
  },
  {
    id: 'tea-stain',
    name: 'Tea stain',
    adjustments: { fade: 0.2, contrast: -0.05, tones: { dark: '#3a2416', light: '#f7ead2', amount: 0.85 } },
  },
  {
    id: 'two-inks',
    name: 'Two inks',
    adjustments: { contrast: 0.3, tones: { dark: '#1b3a5c', light: '#ffd6c2', amount: 1 } },
  },
  {
    id: 'pencil',
    name: 'Pencil drawing',
    adjustments: { monochrome: 1, edges: { amount: 0.9, width: 0.0016 } },
  },
  {
    id: 'crisp',
    name: 'Crisp',
    adjustments: { contrast: 0.1, saturation: 0.06, sharpen: { amount: 1.1, radius: 0.0016 } },
  },
  {
    id: 'quiet',
    name: 'Quiet backdrop',
    adjustments: { exposure: 0.35, contrast: -0.4, saturation: -0.35, blur: 0.012 },
  },
]
