import type { ColourRef } from '@/core/colour/slots'
import type { Range } from '@/core/range'
import { RANGE } from '@/core/tolerance'

/**
 * Changes to a picture's tones and colours that leave its file as it is. A key that is missing changes nothing.
 * They work in one fixed order, whatever the order of the keys: exposure, contrast and fade as one tone curve; warmth,
 * saturation, monochrome and two tones as one matrix; then blur, sharpening, edge drawing, vignette and grain.
 * Lengths are shares of the picture's short side, so that every level of a picture looks alike.
 */
export interface Adjustments {
  /** In stops: light is multiplied by 2 to this power. */
  readonly exposure?: number
  /** `contrast(1 + value)` of W3C Filter Effects. */
  readonly contrast?: number
  /** How far black is lifted, as printed ink fades. */
  readonly fade?: number
  /** Towards amber above 0, towards blue below; the lightness of greys stays. */
  readonly warmth?: number
  /** `saturate(1 + value)` of W3C Filter Effects. */
  readonly saturation?: number
  /** `grayscale(value)` of W3C Filter Effects. */
  readonly monochrome?: number
  /** Dark and light parts each in a colour. */
  readonly tones?: Tones
  /** Standard deviation of a Gaussian blur. */
  readonly blur?: number
  readonly sharpen?: Sharpen
  readonly edges?: Edges
  readonly vignette?: Vignette
  readonly grain?: Grain
  /** Only the shade of what is seen, as black that lets through. Made by rendering, never stored. */
  readonly cast?: Cast
  /** All of them are switched off; their values stay. */
  readonly off?: true
  /** The look of the project that they were given by; one that is not there any more names nothing. */
  readonly look?: string
}

/** What darkens: whatever is darker than `white`, in [0, 1], as black as strongly as it is darker, times `strength`. */
export interface Cast {
  readonly white: number
  readonly strength: number
}

export interface Tones {
  readonly dark: ColourRef
  readonly light: ColourRef
  /** How much of the picture gives way to them. */
  readonly amount: number
}

/** Differences from a blurred picture, enlarged. */
export interface Sharpen {
  readonly amount: number
  readonly radius: number
}

/** The picture drawn by its edges, dark on white. */
export interface Edges {
  readonly amount: number
  /** Width of the lines. */
  readonly width: number
}

export const VIGNETTE_OF = ['visible', 'picture'] as const

/** Corners darker, or below 0 lighter. */
export interface Vignette {
  readonly amount: number
  /** Where it begins, as a share of the way from the middle to the corners. */
  readonly start: number
  /** The middle and corners are those of what the frame shows, or of the whole picture. */
  readonly of: (typeof VIGNETTE_OF)[number]
}

/** Irregular light and dark of a film, the same for the same seed. It belongs to the picture and moves with it. */
export interface Grain {
  readonly amount: number
  /** Size of one grain. */
  readonly size: number
  readonly seed: number
}

export type SingleKey = 'exposure' | 'contrast' | 'fade' | 'warmth' | 'saturation' | 'monochrome' | 'blur'
export type PartKey = 'tones' | 'sharpen' | 'edges' | 'vignette' | 'grain'
export type AdjustmentKey = SingleKey | PartKey

/** The range of each adjustment that is one number; 0 changes nothing. */
export const SINGLES: Readonly<Record<SingleKey, Range>> = {
  exposure: { min: -4, max: 4 },
  contrast: { min: -1, max: 1 },
  fade: { min: 0, max: 1 },
  warmth: { min: -1, max: 1 },
  saturation: { min: -1, max: 1 },
  monochrome: { min: 0, max: 1 },
  blur: { min: 0, max: 0.1 },
}

/** Ranges of the numbers within each adjustment of several parts. */
export const PARTS = {
  tones: { amount: { min: 0, max: 1 } },
  sharpen: { amount: { min: 0, max: 3 }, radius: { min: 0.0005, max: 0.02 } },
  edges: { amount: { min: 0, max: 1 }, width: { min: 0.0005, max: 0.01 } },
  vignette: { amount: { min: -1, max: 1 }, start: { min: 0, max: 0.95 } },
  grain: { amount: { min: 0, max: 1 }, size: { min: 0.0005, max: 0.02 }, seed: { min: 0, max: RANGE.seed } },
} as const satisfies Readonly<Record<PartKey, Readonly<Record<string, Range>>>>

/** What an adjustment of several parts begins with when it is first moved. */
export const FIRST_PARTS = {
  tones: { dark: '#2b2440', light: '#f6e7c8', amount: 0 },
  sharpen: { amount: 0, radius: 0.002 },
  edges: { amount: 0, width: 0.0015 },
  vignette: { amount: 0, start: 0.35, of: 'visible' },
  grain: { amount: 0, size: 0.002, seed: 1 },
} as const satisfies { readonly [K in PartKey]: Required<Adjustments>[K] }

export const NO_ADJUSTMENTS: Adjustments = {}

const withoutKeys = (adjustments: Adjustments, keys: readonly string[]): Adjustments =>
  Object.fromEntries(Object.entries(adjustments).filter(([key]) => !keys.includes(key)))

/** What of a picture's adjustments shows: nothing while they are switched off. */
export const shownAdjustments = (adjustments: Adjustments | undefined): Adjustments =>
  adjustments?.off ? NO_ADJUSTMENTS : (adjustments ?? NO_ADJUSTMENTS)

/** Switched off, or on again; the values stay. */
export const switched = (adjustments: Adjustments, isOff: boolean): Adjustments => {
  const values = withoutKeys(adjustments, ['off'])
  return isOff ? { ...values, off: true } : values
}

/** The values alone, without what they are named and whether they are switched off. */
export const valuesOf = (adjustments: Adjustments): Adjustments => withoutKeys(adjustments, ['off', 'look'])

/** Are the values of two sets of adjustments the same? What changes nothing does not count. */
export const sameValues = (a: Adjustments, b: Adjustments): boolean =>
  JSON.stringify(withoutIdle(a)) === JSON.stringify(withoutIdle(b))

const isSingle = (key: AdjustmentKey): key is SingleKey => key in SINGLES

/** All adjustments, in the order in which they work. */
export const ADJUSTMENT_KEYS: readonly AdjustmentKey[] = [
  'exposure',
  'contrast',
  'fade',
  'warmth',
  'saturation',
  'monochrome',
  'tones',
  'blur',
  'sharpen',
  'edges',
  'vignette',
  'grain',
]

/** How strong an adjustment is, in the units of its range; 0 changes nothing. */
export const strengthOf = (adjustments: Adjustments, key: AdjustmentKey): number =>
  isSingle(key) ? (adjustments[key] ?? 0) : (adjustments[key]?.amount ?? 0)

/** Without the adjustments that change nothing, keys in their fixed order. */
export const withoutIdle = (adjustments: Adjustments): Adjustments =>
  Object.fromEntries([
    ...ADJUSTMENT_KEYS.flatMap((key) => (strengthOf(adjustments, key) === 0 ? [] : [[key, adjustments[key]]])),
    ...(adjustments.cast ? [['cast', adjustments.cast]] : []),
  ])

/** Do the adjustments leave a picture as it is? */
export const isPlain = (adjustments: Adjustments | undefined): boolean =>
  !adjustments || (!adjustments.cast && ADJUSTMENT_KEYS.every((key) => strengthOf(adjustments, key) === 0))

/** With one adjustment at another strength; at 0 one of a single number goes, one of parts keeps its other parts. */
export const withStrength = (adjustments: Adjustments, key: AdjustmentKey, strength: number): Adjustments => {
  if (!isSingle(key)) return { ...adjustments, [key]: { ...FIRST_PARTS[key], ...adjustments[key], amount: strength } }
  if (strength !== 0) return { ...adjustments, [key]: strength }
  return withoutAdjustment(adjustments, key)
}

/** With one adjustment set back to nothing. */
export const withoutAdjustment = (adjustments: Adjustments, key: AdjustmentKey): Adjustments =>
  Object.fromEntries(Object.entries(adjustments).filter(([held]) => held !== key))

/**
 * What pixels are adjusted by: all but the vignette of what is visible, which depends on the frame and is painted there.
 * The same adjustments give the same text.
 */
export const pixelPart = (adjustments: Adjustments): Adjustments => {
  const busy = withoutIdle(adjustments)
  return busy.vignette?.of === 'visible' ? withoutAdjustment(busy, 'vignette') : busy
}

/** One text for all adjustments that give the same pixels; empty for none. */
export const adjustmentText = (adjustments: Adjustments | undefined): string => {
  const busy = pixelPart(adjustments ?? NO_ADJUSTMENTS)
  return Object.keys(busy).length > 0 ? JSON.stringify(busy) : ''
}
