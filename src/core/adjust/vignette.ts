import type { Vignette } from '@/core/adjust/adjustments'

/**
 * How strongly a vignette works at a share of the way from the middle (0) to a corner (1), in [0, 1]: nothing up to
 * `start`, then a smooth step up to its amount at the corner.
 */
export const vignetteAt = (share: number, { amount, start }: Pick<Vignette, 'amount' | 'start'>): number => {
  const t = Math.min(1, Math.max(0, (share - start) / (1 - start)))
  return Math.abs(amount) * t * t * (3 - 2 * t)
}

/** The share of the way to a corner at a point, given from the middle in half sides. */
export const cornerShare = (x: number, y: number): number => Math.sqrt(x * x + y * y) / Math.SQRT2
