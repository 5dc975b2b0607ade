export const SIDES = ['left', 'right', 'top', 'bottom'] as const
export type Side = (typeof SIDES)[number]

export const ENTRANCES = ['fade', 'slide'] as const

/** How something comes onto its sheet when that plays. */
export interface Entrance {
  readonly kind: (typeof ENTRANCES)[number]
  /** Of a slide: where it comes from. */
  readonly side?: Side
  /** Seconds of the sheet before it begins. */
  readonly delay: number
  /** Seconds that it takes. */
  readonly duration: number
}

/** How far an entrance is at `time` seconds of the sheet: 0 not begun, 1 there. */
export const entered = ({ delay, duration }: Entrance, time: number): number =>
  Math.max(0, Math.min(1, (time - delay) / duration))

/** Quick at first and slow at last: what is left of the way, as a share, when so much of the time has passed. */
export const wayLeft = (share: number): number => (1 - share) ** 3

/** Entrances that follow one another: each begins `gap` seconds after the one before has begun. */
export const oneAfterAnother = (count: number, like: Entrance, gap: number): readonly Entrance[] =>
  Array.from({ length: count }, (_, i) => ({ ...like, delay: like.delay + i * gap }))
