import fc from 'fast-check'

/** The seed of this run: a fixed one may be given to repeat a failure. */
export const SEED = Number(process.env['TEST_SEED'] ?? Date.now() % 2147483647)

/** Checks a property on many random values; on failure the seed and the smallest counterexample are printed. */
export const holdsFor = <T>(values: fc.Arbitrary<T>, check: (value: T) => void, runs = 200): void => {
  fc.assert(
    fc.property(values, (value) => {
      check(value)
    }),
    { seed: SEED, numRuns: process.env['PROVE'] === '1' ? 5 * runs : runs, verbose: fc.VerbosityLevel.None },
  )
}

export const real = (min: number, max: number): fc.Arbitrary<number> =>
  fc.double({ min, max, noNaN: true, noDefaultInfinity: true })

export { fc }
