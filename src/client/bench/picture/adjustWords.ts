import type { AdjustmentKey } from '@/core/adjust/adjustments'

/** How an adjustment is shown: its word, its unit, what its value is multiplied by, and decimals. */
export interface AdjustmentWords {
  readonly label: string
  readonly unit: string
  readonly times: number
  readonly decimals: number
  readonly step: number
}

const percent = (label: string): AdjustmentWords => ({ label, unit: '%', times: 100, decimals: 0, step: 0.01 })

export const ADJUSTMENT_WORDS: Readonly<Record<AdjustmentKey, AdjustmentWords>> = {
  exposure: { label: 'Exposure', unit: 'EV', times: 1, decimals: 2, step: 0.05 },
  contrast: percent('Contrast'),
  fade: percent('Fade'),
  warmth: percent('Warmth'),
  saturation: percent('Saturation'),
  monochrome: percent('Monochrome'),
  tones: percent('Two tones'),
  blur: { label: 'Blur', unit: '%', times: 100, decimals: 2, step: 0.0005 },
  sharpen: percent('Sharpen'),
  edges: percent('Edge lines'),
  vignette: percent('Vignette'),
  grain: percent('Grain'),
}
