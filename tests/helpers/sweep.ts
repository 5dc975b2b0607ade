import { shuffled } from '@/core/random'
import { SEED } from '@tests/helpers/property'

/** bin/prove runs long sweeps at their full length; all other runs take a seeded tenth of them. */
export const isProving = process.env['PROVE'] === '1'

/** How many of a sweep's cases are run, of so many. */
export const sweep = (full: number): number => (isProving ? full : Math.ceil(full / 10))

/** The cases of a sweep that are run: all, or a tenth that the seed chooses. */
export const casesOf = <T>(all: readonly T[]): readonly T[] =>
  isProving ? all : shuffled(all, SEED).slice(0, sweep(all.length))
