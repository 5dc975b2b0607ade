/** Lower envelope of parabolas over one line: squared distances from those that already stand along the other axis. */
const alongLine = (f: Float64Array, n: number, out: Float64Array, at: Int32Array, bounds: Float64Array): void => {
  let k = 0
  at[0] = 0
  bounds[0] = -Infinity
  bounds[1] = Infinity
  for (let q = 1; q < n; q += 1) {
    let s = 0
    for (;;) {
      const p = at[k] ?? 0
      s = ((f[q] ?? 0) + q * q - ((f[p] ?? 0) + p * p)) / (2 * (q - p))
      if (s > (bounds[k] ?? 0) || k === 0) break
      k -= 1
    }
    if (s <= (bounds[k] ?? 0)) {
      at[k] = q
      bounds[k + 1] = Infinity
      continue
    }
    k += 1
    at[k] = q
    bounds[k] = s
    bounds[k + 1] = Infinity
  }
  k = 0
  for (let q = 0; q < n; q += 1) {
    while ((bounds[k + 1] ?? Infinity) < q) k += 1
    const p = at[k] ?? 0
    out[q] = (q - p) * (q - p) + (f[p] ?? 0)
  }
}

/** Stands for a distance that none is as large as; finite, so that differences of two stay numbers. */
const FAR = 1e12

/**
 * The distance of every pixel from the nearest one that is marked, in pixels from middle to middle; exact (P. Felzenszwalb,
 * D. Huttenlocher, Theory of Computing 8, 2012). Far beyond all sizes where none is marked.
 */
export const distancesFrom = (marked: Uint8Array, width: number, height: number): Float32Array => {
  const size = Math.max(width, height)
  const [f, out, bounds, at] = [
    new Float64Array(size),
    new Float64Array(size),
    new Float64Array(size + 1),
    new Int32Array(size),
  ]
  const squared = new Float64Array(width * height)
  for (let x = 0; x < width; x += 1) {
    for (let y = 0; y < height; y += 1) f[y] = marked[y * width + x] ? 0 : FAR
    alongLine(f, height, out, at, bounds)
    for (let y = 0; y < height; y += 1) squared[y * width + x] = out[y] ?? FAR
  }
  const distances = new Float32Array(width * height)
  for (let y = 0; y < height; y += 1) {
    f.set(squared.subarray(y * width, (y + 1) * width))
    alongLine(f, width, out, at, bounds)
    for (let x = 0; x < width; x += 1) distances[y * width + x] = Math.sqrt(out[x] ?? FAR)
  }
  return distances
}
