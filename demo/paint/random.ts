/** A seeded stream of numbers in [0, 1), the core's own. */
export { randomFrom as seeded } from '@/core/random'

export type Random = () => number

export const between = (random: Random, low: number, high: number): number => low + (high - low) * random()
