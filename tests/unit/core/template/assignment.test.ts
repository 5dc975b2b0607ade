import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { linearSumAssignment } from 'linear-sum-assignment'
import { near } from '@tests/helpers/near'
import { holdsFor, SEED } from '@tests/helpers/property'
import { randomFrom } from '@/core/random'
import { assign, type CostTable } from '@/core/template/assignment'

const costOf = (costs: CostTable, given: readonly (number | null)[]): number =>
  given.reduce<number>((sum, column, row) => sum + (column === null ? 0 : (costs[row]?.[column] ?? NaN)), 0)

/** The least cost of giving as many as can be given, by trying every way. */
const leastOf = (costs: CostTable): number => {
  const [rows, columns] = [costs.length, costs[0]?.length ?? 0]
  if (rows > columns) return leastOf(Array.from({ length: columns }, (_, j) => costs.map((line) => line[j] ?? 0)))
  const best = (row: number, taken: number): number => {
    if (row === rows) return 0
    let least = Infinity
    for (let j = 0; j < columns; j += 1)
      if (!(taken & (1 << j))) least = Math.min(least, (costs[row]?.[j] ?? 0) + best(row + 1, taken | (1 << j)))
    return least
  }
  return best(0, 0)
}

const tables = (most: number) =>
  fc.tuple(fc.integer({ min: 1, max: most }), fc.integer({ min: 1, max: most })).chain(([rows, columns]) =>
    fc.array(fc.array(fc.integer({ min: -20, max: 40 }), { minLength: columns, maxLength: columns }), {
      minLength: rows,
      maxLength: rows,
    }),
  )

describe('an assignment', () => {
  it('costs as little as the best of all ways, up to 7 × 7', () => {
    holdsFor(
      tables(7),
      (costs) => {
        const given = assign(costs)
        const columns = given.filter((column) => column !== null)
        expect(new Set(columns).size).toBe(columns.length)
        expect(columns).toHaveLength(Math.min(costs.length, costs[0]?.length ?? 0))
        expect(costOf(costs, given)).toBe(leastOf(costs))
      },
      500,
    )
  })

  // The reference implements the same paper: D. F. Crouse, "On implementing 2D rectangular assignment algorithms", 2016.
  it('costs what an independent library finds, for 60 × 200 and 200 × 60', () => {
    const random = randomFrom(SEED)
    for (const [rows, columns] of [
      [60, 200],
      [200, 60],
    ] as const) {
      const costs = Array.from({ length: rows }, () => Array.from({ length: columns }, () => random() * 10))
      const { gain } = linearSumAssignment(costs, { maximaze: false })
      near(costOf(costs, assign(costs)), gain, 1e-6)
    }
  })

  it('of nothing is nothing', () => {
    expect(assign([])).toEqual([])
    expect(assign([[], []])).toEqual([null, null])
  })

  it('refuses tables that are none', () => {
    expect(() => assign([[1, 2], [3]])).toThrow(/rectangular/)
    expect(() => assign([[1, NaN]])).toThrow(/finite/)
    expect(() => assign([[Infinity]])).toThrow(/finite/)
  })
})
