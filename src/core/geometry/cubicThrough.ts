/** A cubic a + s (b + s (c + s d)) over s in [0, 1]. */
export type Cubic = readonly [a: number, b: number, c: number, d: number]

/**
 * How fast a curve goes at each of its knots, one apart from the next: by differences over as many as five knots (B.
 * Fornberg, Generation of Finite Difference Formulas on Arbitrarily Spaced Grids, 1988; from memory), at the ends over
 * three. A spline whose curvature is continuous too would follow a projective map more closely, but swings out at its ends
 * where a knot is moved near them, and folds.
 */
const slopesOf = (values: readonly number[]): readonly number[] => {
  const last = values.length - 1
  const at = (i: number): number => values[i] ?? 0
  if (last === 1) return [at(1) - at(0), at(1) - at(0)]
  return values.map((_, i) => {
    if (i === 0) return (4 * at(1) - 3 * at(0) - at(2)) / 2
    if (i === last) return (3 * at(i) - 4 * at(i - 1) + at(i - 2)) / 2
    if (last === 2) return (at(2) - at(0)) / 2
    if (i === 1) return (6 * at(2) - 2 * at(0) - 3 * at(1) - at(3)) / 6
    if (i === last - 1) return (2 * at(last) + 3 * at(i) - 6 * at(i - 1) + at(i - 2)) / 6
    return (at(i - 2) - 8 * at(i - 1) + 8 * at(i + 1) - at(i + 2)) / 12
  })
}

/** The smooth curve through values evenly apart, two at least, as a cubic from each to the next; every parabola is given back. */
export const cubicsThrough = (values: readonly number[]): readonly Cubic[] => {
  const slopes = slopesOf(values)
  return values.slice(1).map((to, i): Cubic => {
    const [from, out, into] = [values[i] ?? 0, slopes[i] ?? 0, slopes[i + 1] ?? 0]
    return [from, out, 3 * (to - from) - 2 * out - into, 2 * (from - to) + out + into]
  })
}
