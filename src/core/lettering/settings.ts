import type { Size } from '@/core/geometry/vector'
import type { Range } from '@/core/range'
import type { FaceRef } from '@/core/lettering/face'
import type { Capitals } from '@/core/lettering/graphemes'

export const ALIGNS = ['left', 'centre', 'right'] as const
export type TextAlign = (typeof ALIGNS)[number]

/** The size as typed; as large as a box allows; or each line as wide as the box. */
export const FITTINGS = ['size', 'box', 'lines'] as const
export type Fitting = (typeof FITTINGS)[number]

/** Letters at their own heights over one baseline, or each enlarged to the height of capitals. */
export const HEIGHTS = ['common', 'each'] as const
export type Heights = (typeof HEIGHTS)[number]

/** What the baseline follows. */
export type Curve =
  /** An arc over which the widest line turns by `bend` degrees; below 0 it sags. */
  | { readonly kind: 'arc'; readonly bend: number }
  /** A sine wave of `height` ems, `waves` of them over the widest line. */
  | { readonly kind: 'wave'; readonly height: number; readonly waves: number }

/** How a text is set, apart from where it stands. */
export interface Setting {
  readonly text: string
  readonly face: FaceRef
  /** Size of the em in points. Follows the box where that is fitted. */
  readonly size: number
  readonly fit: Fitting
  /** The size typed last, in points: what a fitted text returns to. */
  readonly typedSize?: number
  /** What is fitted to, in points; none where the size is typed. */
  readonly box?: Size
  readonly heights: Heights
  /** Width of the letters as a share of their own. */
  readonly stretch: number
  /** Added after every letter, in thousandths of an em. */
  readonly tracking: number
  /** Added to every space, in thousandths of an em. */
  readonly wordSpacing: number
  /** From baseline to baseline, in ems. */
  readonly leading: number
  readonly align: TextAlign
  readonly capitals: Capitals
  readonly kerning: boolean
  readonly ligatures: boolean
  readonly curve?: Curve
}

/** What may be set, and in what bounds. */
export const LETTERING_RANGE = {
  /** Graphemes of one lettering. */
  text: 400,
  /** Pictures kept aside. */
  aside: 800,
  size: { min: 2, max: 14400 },
  box: { min: 2, max: 14400 },
  stretch: { min: 0.1, max: 10 },
  tracking: { min: -500, max: 5000 },
  wordSpacing: { min: -1000, max: 10000 },
  leading: { min: 0.1, max: 5 },
  bend: { min: -360, max: 360 },
  waveHeight: { min: -3, max: 3 },
  waves: { min: 0.1, max: 20 },
} as const satisfies Record<string, Range | number>

const clamped = (value: number, { min, max }: Range): number => Math.min(max, Math.max(min, value))

/** The lengths of a setting scaled, as far as they may be set. */
export const scaledLengths = <T extends Pick<Setting, 'size' | 'stretch' | 'box' | 'typedSize'>>(
  { size, stretch, box, typedSize }: T,
  kx: number,
  ky: number,
): Pick<Setting, 'size' | 'stretch' | 'box' | 'typedSize'> => ({
  ...(typedSize === undefined ? {} : { typedSize: clamped(typedSize * ky, LETTERING_RANGE.size) }),
  size: clamped(size * ky, LETTERING_RANGE.size),
  stretch: clamped(stretch * (Math.abs(kx / ky - 1) < SAME ? 1 : kx / ky), LETTERING_RANGE.stretch),
  ...(box ? { box: { w: clamped(box.w * kx, LETTERING_RANGE.box), h: clamped(box.h * ky, LETTERING_RANGE.box) } } : {}),
})

/** Factors nearer than this to each other are one. */
const SAME = 1e-9

/** A text as it is first set. */
export const newSetting = (text: string, face: FaceRef, size: number): Setting => ({
  text,
  face,
  size,
  fit: 'size',
  heights: 'common',
  stretch: 1,
  tracking: 0,
  wordSpacing: 0,
  leading: 1.1,
  align: 'centre',
  capitals: 'typed',
  kerning: true,
  ligatures: false,
})
