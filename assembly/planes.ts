/**
 * Pictures as decoders of clips give them, a plane of lightness and two of colour at half its size each way, into colours:
 * what `src/core/film/planes` is made of. All places are bytes of the one memory; rows are gone along in eights, so 16 bytes
 * after each plane and 32 after the colours are read or written beyond.
 */

/** Pixels that are made at a time. */
const AT_A_TIME: i32 = 8
/** Bytes of a pixel as colours. */
const NARROW: usize = 4
/** Weights are whole numbers of so many parts of two. */
const BITS: i32 = 13

/** A plane at half its size each way: each byte is the mean of four. `w` and `h` are those of what is made. */
export function halve(from: usize, stride: usize, w: i32, h: i32, to: usize, toStride: usize): void {
  const two = i16x8.splat(2)
  for (let y = 0; y < h; y++, from += 2 * stride, to += toStride)
    for (let x: usize = 0; x < <usize>w; x += AT_A_TIME) {
      const upper = i16x8.extadd_pairwise_i8x16_u(v128.load(from + 2 * x))
      const lower = i16x8.extadd_pairwise_i8x16_u(v128.load(from + stride + 2 * x))
      const mean = i16x8.shr_u(i16x8.add(i16x8.add(upper, lower), two), 2)
      v128.store64_lane(to + x, i8x16.narrow_i16x8_u(mean, mean), 0)
    }
}

/** The sums of two pairs of numbers with weights each, as whole bytes would have them. */
function weighed(low: v128, high: v128, weights: v128, more: v128): v128 {
  const first = i32x4.shr_s(i32x4.add(i32x4.dot_i16x8_s(low, weights), more), BITS)
  const second = i32x4.shr_s(i32x4.add(i32x4.dot_i16x8_s(high, weights), more), BITS)
  return i16x8.narrow_i32x4_s(first, second)
}

/**
 * Colours of `w` × `h` pixels. Of lightness each is four times a byte, or where `isHalved` the sum of four bytes of a plane
 * twice as large; colour planes are half as large as lightness is. `weights` holds seven numbers of 32 bits: of lightness (for
 * four times a byte), of V in red, of U and V in green, of U in blue, what is taken from lightness, and from U and V.
 */
export function colours(
  luma: usize,
  lumaStride: usize,
  u: usize,
  v: usize,
  colourStride: usize,
  w: i32,
  h: i32,
  isHalved: bool,
  weights: usize,
  to: usize,
): void {
  const ofLuma = load<i32>(weights)
  const inRed = i32x4.splat((load<i32>(weights, 4) << 16) | ofLuma)
  const inGreenU = i32x4.splat(load<i32>(weights, 8) << 16)
  const inGreenV = i32x4.splat((load<i32>(weights, 12) << 16) | ofLuma)
  const inBlue = i32x4.splat((load<i32>(weights, 16) << 16) | ofLuma)
  const blackest = i16x8.splat(<i16>load<i32>(weights, 20))
  const grey = i16x8.splat(<i16>load<i32>(weights, 24))
  const half = i32x4.splat(1 << (BITS - 1))
  const opaque = i16x8.splat(255)
  for (let y = 0; y < h; y++) {
    const row = isHalved ? <usize>y : <usize>(y >> 1)
    const lumaRow = luma + (isHalved ? 2 * <usize>y : <usize>y) * lumaStride
    for (let x: usize = 0; x < <usize>w; x += AT_A_TIME) {
      let light: v128
      let us: v128
      let vs: v128
      if (isHalved) {
        const upper = i16x8.extadd_pairwise_i8x16_u(v128.load(lumaRow + 2 * x))
        const lower = i16x8.extadd_pairwise_i8x16_u(v128.load(lumaRow + lumaStride + 2 * x))
        light = i16x8.add(upper, lower)
        us = i16x8.extend_low_i8x16_u(v128.load64_zero(u + row * colourStride + x))
        vs = i16x8.extend_low_i8x16_u(v128.load64_zero(v + row * colourStride + x))
      } else {
        light = i16x8.shl(i16x8.extend_low_i8x16_u(v128.load64_zero(lumaRow + x)), 2)
        const fourU = i16x8.extend_low_i8x16_u(v128.load32_zero(u + row * colourStride + (x >> 1)))
        const fourV = i16x8.extend_low_i8x16_u(v128.load32_zero(v + row * colourStride + (x >> 1)))
        us = v128.shuffle<i16>(fourU, fourU, 0, 0, 1, 1, 2, 2, 3, 3)
        vs = v128.shuffle<i16>(fourV, fourV, 0, 0, 1, 1, 2, 2, 3, 3)
      }
      light = i16x8.sub(light, blackest)
      us = i16x8.sub(us, grey)
      vs = i16x8.sub(vs, grey)
      const lowU = v128.shuffle<i16>(light, us, 0, 8, 1, 9, 2, 10, 3, 11)
      const highU = v128.shuffle<i16>(light, us, 4, 12, 5, 13, 6, 14, 7, 15)
      const lowV = v128.shuffle<i16>(light, vs, 0, 8, 1, 9, 2, 10, 3, 11)
      const highV = v128.shuffle<i16>(light, vs, 4, 12, 5, 13, 6, 14, 7, 15)
      const red = weighed(lowV, highV, inRed, half)
      const blue = weighed(lowU, highU, inBlue, half)
      const low = i32x4.add(i32x4.dot_i16x8_s(lowV, inGreenV), i32x4.dot_i16x8_s(lowU, inGreenU))
      const high = i32x4.add(i32x4.dot_i16x8_s(highV, inGreenV), i32x4.dot_i16x8_s(highU, inGreenU))
      const green = i16x8.narrow_i32x4_s(
        i32x4.shr_s(i32x4.add(low, half), BITS),
        i32x4.shr_s(i32x4.add(high, half), BITS),
      )
      const redBlue = i8x16.narrow_i16x8_u(red, blue)
      const greenAlpha = i8x16.narrow_i16x8_u(green, opaque)
      v128.store(
        to + x * NARROW,
        v128.shuffle<u8>(redBlue, greenAlpha, 0, 16, 8, 24, 1, 17, 9, 25, 2, 18, 10, 26, 3, 19, 11, 27),
      )
      v128.store(
        to + x * NARROW + 16,
        v128.shuffle<u8>(redBlue, greenAlpha, 4, 20, 12, 28, 5, 21, 13, 29, 6, 22, 14, 30, 7, 23, 15, 31),
      )
    }
    to += <usize>w * NARROW
  }
}
