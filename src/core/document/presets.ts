import type { Unit } from '@/core/units'

export interface SheetPreset {
  readonly name: string
  readonly use: 'Screen' | 'Social' | 'Print' | 'Card'
  readonly unit: Unit
  /** In `unit`. */
  readonly w: number
  readonly h: number
  readonly ppi: number
  readonly bleed: number
}

const screen = (name: string, use: 'Screen' | 'Social', w: number, h: number): SheetPreset => ({
  name,
  use,
  unit: 'px',
  w,
  h,
  ppi: 72,
  bleed: 0,
})
const paper = (name: string, use: 'Print' | 'Card', unit: Unit, w: number, h: number, bleed: number): SheetPreset => ({
  name,
  use,
  unit,
  w,
  h,
  ppi: 300,
  bleed,
})

/** Usual sizes by use. Paper sizes: ISO 216 (A series), ISO/IEC 7810 ID-1 (small card); the rest is common practice. */
export const SHEET_PRESETS: readonly SheetPreset[] = [
  screen('Full screen', 'Screen', 1920, 1080),
  screen('Page head', 'Screen', 1600, 640),
  screen('Slide', 'Screen', 1280, 720),
  screen('Square post', 'Social', 1080, 1080),
  screen('Upright post', 'Social', 1080, 1350),
  screen('Tall story', 'Social', 1080, 1920),
  paper('A4', 'Print', 'mm', 210, 297, 3),
  paper('A3', 'Print', 'mm', 297, 420, 3),
  paper('8 × 10 in print', 'Print', 'in', 8, 10, 0.125),
  paper('12 in album page', 'Print', 'in', 12, 12, 0.125),
  paper('A5 card', 'Card', 'mm', 148, 210, 3),
  paper('A6 card', 'Card', 'mm', 105, 148, 3),
  paper('5 × 7 in card', 'Card', 'in', 5, 7, 0.125),
  paper('Small card', 'Card', 'mm', 85.6, 53.98, 3),
]
