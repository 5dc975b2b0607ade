/** Solves as many linear equations as unknowns, by elimination (C. F. Gauss). */
const solved = (matrix: readonly (readonly number[])[], right: readonly number[]): readonly number[] => {
  const rows = matrix.map((row, i) => [...row, right[i] ?? 0])
  const n = rows.length
  for (let i = 0; i < n; i += 1) {
    // The largest left in the column comes up, so that nothing is divided by next to nothing.
    const best = rows
      .slice(i)
      .reduce((most, row, k) => (Math.abs(row[i] ?? 0) > Math.abs(rows[most]?.[i] ?? 0) ? i + k : most), i)
    const [one, other] = [rows[i] ?? [], rows[best] ?? []]
    rows[i] = other
    rows[best] = one
    const pivot = rows[i]?.[i] ?? 1
    for (let k = i + 1; k < n; k += 1) {
      const factor = (rows[k]?.[i] ?? 0) / pivot
      rows[k] = (rows[k] ?? []).map((value, j) => value - factor * (rows[i]?.[j] ?? 0))
    }
  }
  const found: number[] = Array.from({ length: n }, () => 0)
  for (let i = n - 1; i >= 0; i -= 1) {
    const row = rows[i] ?? []
    const rest = found.reduce((sum, value, j) => (j > i ? sum + value * (row[j] ?? 0) : sum), 0)
    found[i] = ((row[n] ?? 0) - rest) / (row[i] ?? 1)
  }
  return found
}

/**
 * Slopes at the knots of the cubic spline whose third derivative is continuous at the first and last inner knots, “not a
 * knot” (C. de Boor, A Practical Guide to Splines, 1978, IV; from memory): it gives back every cubic exactly, and with two
 * or three knots the line or parabola through them. A knot is one apart from the next here.
 */
const slopesOf = (values: readonly number[]): readonly number[] => {
  const n = values.length
  const at = (i: number): number => values[i] ?? 0
  const step = (i: number): number => at(i + 1) - at(i)
  if (n === 2) return [step(0), step(0)]
  if (n === 3) {
    const bend = step(1) - step(0)
    return [step(0) - bend / 2, (step(0) + step(1)) / 2, step(1) + bend / 2]
  }
  const matrix = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (_unused, j): number => {
      if (i === 0) return j === 0 ? 1 : j === 1 ? 2 : 0
      if (i === n - 1) return j === n - 1 ? 1 : j === n - 2 ? 2 : 0
      return j === i ? 4 : Math.abs(j - i) === 1 ? 1 : 0
    }),
  )
  const right = Array.from({ length: n }, (_, i) => {
    if (i === 0) return (5 * step(0) + step(1)) / 2
    if (i === n - 1) return (5 * step(n - 2) + step(n - 3)) / 2
    return 3 * (step(i - 1) + step(i))
  })
  return solved(matrix, right)
}

/** A cubic a + s (b + s (c + s d)) over s in [0, 1]. */
export type Cubic = readonly [a: number, b: number, c: number, d: number]

/** The smooth curve through values evenly apart, two at least, as a cubic from each to the next. */
export const cubicsThrough = (values: readonly number[]): readonly Cubic[] => {
  const slopes = slopesOf(values)
  return values.slice(1).map((to, i): Cubic => {
    const [from, out, into] = [values[i] ?? 0, slopes[i] ?? 0, slopes[i + 1] ?? 0]
    return [from, out, 3 * (to - from) - 2 * out - into, 2 * (from - to) + out + into]
  })
}
