import { refuse } from '@/core/failure'

/** A table of costs: as many rows as there are takers, in each a finite cost for everything that can be given. */
export type CostTable = readonly (readonly number[])[]

const NONE = -1

/** What the search holds between rows. Columns are numbered from 0; `owner` is the row that has each, or `NONE`. */
interface Search {
  readonly costs: CostTable
  readonly columns: number
  readonly rowPrice: Float64Array
  readonly columnPrice: Float64Array
  readonly owner: Int32Array
}

/** The cheapest way for one more row to a free column, others changing theirs on the way; prices follow. */
const augment = ({ costs, columns, rowPrice, columnPrice, owner }: Search, row: number): void => {
  const distance = new Float64Array(columns).fill(Infinity)
  const before = new Int32Array(columns).fill(NONE)
  const isDone = new Uint8Array(columns)
  const reached: number[] = []
  let at = row
  let length = 0
  let free = NONE
  while (free === NONE) {
    let nearest = NONE
    const line = costs[at] ?? []
    for (let j = 0; j < columns; j += 1) {
      if (isDone[j]) continue
      const through = length + (line[j] ?? 0) - (rowPrice[at] ?? 0) - (columnPrice[j] ?? 0)
      if (through < (distance[j] ?? 0)) {
        distance[j] = through
        before[j] = at
      }
      if (nearest === NONE || (distance[j] ?? 0) < (distance[nearest] ?? 0)) nearest = j
    }
    length = distance[nearest] ?? 0
    isDone[nearest] = 1
    reached.push(nearest)
    if (owner[nearest] === NONE) free = nearest
    else at = owner[nearest] ?? row
  }
  rowPrice[row] = (rowPrice[row] ?? 0) + length
  for (const j of reached) {
    if (j === free) continue
    const by = length - (distance[j] ?? 0)
    columnPrice[j] = (columnPrice[j] ?? 0) - by
    const held = owner[j] ?? row
    rowPrice[held] = (rowPrice[held] ?? 0) + by
  }
  handOver(owner, before, row, free)
}

/** Every row on the way takes the column that was found from it. */
const handOver = (owner: Int32Array, before: Int32Array, row: number, free: number): void => {
  let column = free
  for (;;) {
    const giver = before[column] ?? row
    const next = owner.indexOf(giver)
    owner[column] = giver
    if (giver === row) return
    column = next
  }
}

const transposed = (costs: CostTable, columns: number): CostTable =>
  Array.from({ length: columns }, (_, j) => costs.map((line) => line[j] ?? 0))

/**
 * The assignment of least total cost: for each row the column it is given, or null where there are fewer columns than
 * rows; no column is given twice, and as many as possible are given. By shortest augmenting paths: D. F. Crouse, "On
 * implementing 2D rectangular assignment algorithms", IEEE Transactions on Aerospace and Electronic Systems 52 (2016),
 * 1679–1696. Refuses a table that is not rectangular, or a cost that is not finite.
 */
export const assign = (costs: CostTable): readonly (number | null)[] => {
  const columns = costs[0]?.length ?? 0
  if (costs.some((line) => line.length !== columns)) refuse('a table of costs', 'rectangular', 'rows of other lengths')
  if (costs.some((line) => !line.every(Number.isFinite))) refuse('a cost', 'a finite number', 'another')
  if (columns === 0) return costs.map(() => null)
  if (costs.length > columns) {
    const givenTo = assign(transposed(costs, columns))
    const result: (number | null)[] = costs.map(() => null)
    givenTo.forEach((row, column) => {
      if (row !== null) result[row] = column
    })
    return result
  }
  const search: Search = {
    costs,
    columns,
    rowPrice: new Float64Array(costs.length),
    columnPrice: new Float64Array(columns),
    owner: new Int32Array(columns).fill(NONE),
  }
  costs.forEach((_, row) => augment(search, row))
  const result: (number | null)[] = costs.map(() => null)
  search.owner.forEach((row, column) => {
    if (row !== NONE) result[row] = column
  })
  return result
}
