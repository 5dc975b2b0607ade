import sharp from 'sharp'
import { rimmed, type PixelSource } from '@/server/export/pixels'

/** Pixels of a smooth picture of any size, drawn from a formula. */
export const smooth: PixelSource = async (need) => {
  const { w, h } = need.pixels
  const { sin } = Math
  const data = Buffer.alloc(w * h * 3)
  for (let y = 0, i = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1, i += 3) {
      data[i] = 128 + 90 * sin(x / 60)
      data[i + 1] = 128 + 90 * sin(y / 45)
      data[i + 2] = 128 + 90 * sin((x + y) / 75)
    }
  return rimmed(sharp(data, { raw: { width: w, height: h, channels: 3 } }), { x0: 0, y0: 0, x1: w, y1: h })
}

/** Mean and largest difference of two pictures; the largest without pixels that are skipped. */
export const differences = (a: Uint8ClampedArray, b: Uint8ClampedArray, skip: (pixel: number) => boolean) => {
  let [sum, most] = [0, 0]
  for (let i = 0; i < a.length; i += 1) {
    const off = Math.abs((a[i] ?? 0) - (b[i] ?? 0))
    sum += off
    if (off > most && !skip(i >> 2)) most = off
  }
  return { mean: sum / a.length, most }
}
