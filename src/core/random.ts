/** Numbers in [0, 1) from a seed, always the same ones (mulberry32, T. Ettinger). */
export const randomFrom = (seed: number): (() => number) => {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), state | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** The values in another order (Fisher and Yates), chosen by the seed; never the same order where there is another. */
export const shuffled = <T>(values: readonly T[], seed: number): readonly T[] => {
  const random = randomFrom(seed)
  const next = [...values]
  for (let i = next.length - 1; i > 0; i -= 1) {
    const j = Math.floor(random() * (i + 1))
    const [p, q] = [next[i], next[j]]
    if (p !== undefined && q !== undefined) [next[i], next[j]] = [q, p]
  }
  if (next.length > 1 && next.every((value, i) => value === values[i])) next.push(...next.splice(0, 1))
  return next
}
