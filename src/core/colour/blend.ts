/** How colours mix with what lies beneath, by their names in W3C Compositing and Blending Level 1. */
export const BLENDS = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color-dodge',
  'color-burn',
  'hard-light',
  'soft-light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
] as const
export type Blend = (typeof BLENDS)[number]
