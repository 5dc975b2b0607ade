/**
 * Rows of pixels, four numbers at a time: what `src/core/adjust/rows` is made of. Colours lie as bytes of red, green, blue and
 * alpha, not multiplied; numbers as four floats a pixel, colours times alpha / 255. All places are bytes of the one memory.
 */

/** Bytes of a pixel as four floats. */
const WIDE: usize = 16
/** Bytes of a pixel as colours. */
const NARROW: usize = 4
const WEIGHTS_OF_LIGHT: v128 = f32x4(0.2126, 0.7152, 0.0722, 0)
const ALPHA_ONLY: v128 = i32x4(0, 0, 0, -1)

function bytesAt(at: usize): v128 {
  return f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(v128.load32_zero(at))))
}

function putBytes(at: usize, value: v128): void {
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.nearest(value))
  const halves = i16x8.narrow_i32x4_s(whole, whole)
  v128.store32_lane(at, i8x16.narrow_i16x8_u(halves, halves), 0)
}

/** A pixel whose colours weigh as much as it is opaque. */
function weighedAt(at: usize): v128 {
  const pixel = bytesAt(at)
  const alpha = f32x4.splat(f32x4.extract_lane(pixel, 3) * (1.0 / 255.0))
  return f32x4.replace_lane(f32x4.mul(pixel, alpha), 3, f32x4.extract_lane(pixel, 3))
}

function lightAt(at: usize): v128 {
  const parts = f32x4.mul(bytesAt(at), WEIGHTS_OF_LIGHT)
  return f32x4.splat(f32x4.extract_lane(parts, 0) + f32x4.extract_lane(parts, 1) + f32x4.extract_lane(parts, 2))
}

function read(at: usize, ofLight: bool): v128 {
  return ofLight ? lightAt(at) : weighedAt(at)
}

/** A sum with two numbers more, at places equally far from its own. */
function added(sum: v128, weight: v128, one: usize, other: usize): v128 {
  return f32x4.add(sum, f32x4.mul(weight, f32x4.add(v128.load(one), v128.load(other))))
}

/** `count` pixels as numbers, or their lightness in all four; both ends repeated `beyond` times. */
export function widen(from: usize, count: i32, beyond: i32, to: usize, ofLight: bool): void {
  const first = read(from, ofLight)
  const last = read(from + <usize>(count - 1) * NARROW, ofLight)
  for (let i = 0; i < beyond; i++, to += WIDE) v128.store(to, first)
  for (let i = 0; i < count; i++, from += NARROW, to += WIDE) v128.store(to, read(from, ofLight))
  for (let i = 0; i < beyond; i++, to += WIDE) v128.store(to, last)
}

/**
 * Adds to each of `squares` numbers what a row gives to the squares of `by` pixels, times `weight`: the first square lies
 * before the row; beyond its ends the row is repeated.
 */
export function addShrunk(from: usize, count: i32, by: i32, squares: i32, weight: f32, to: usize, ofLight: bool): void {
  const times = f32x4.splat(weight)
  for (let square = 0; square < squares; square++, to += WIDE) {
    const start = (square - 1) * by
    let sum = f32x4.splat(0)
    if (start >= 0 && start + by <= count) {
      let at = from + <usize>start * NARROW
      for (let i = 0; i < by; i++, at += NARROW) sum = f32x4.add(sum, read(at, ofLight))
    } else {
      for (let i = start; i < start + by; i++) {
        const within = i < 0 ? 0 : i >= count ? count - 1 : i
        sum = f32x4.add(sum, read(from + <usize>within * NARROW, ofLight))
      }
    }
    v128.store(to, f32x4.add(v128.load(to), f32x4.mul(sum, times)))
  }
}

/** Repeats the ends of `count` numbers, which have room for `beyond` more on both sides; `at` is the first of them. */
export function extend(at: usize, count: i32, beyond: i32): void {
  const first = v128.load(at)
  const end = at + <usize>count * WIDE
  const last = v128.load(end - WIDE)
  for (let i = 1; i <= beyond; i++) {
    v128.store(at - <usize>i * WIDE, first)
    v128.store(end + <usize>(i - 1) * WIDE, last)
  }
}

/**
 * Blurs along a row: `kernel` holds the weights of the middle and of each distance up to `reach`, four of each. `line` is the
 * first of `count` numbers, with `reach` more on both sides. Room for three more must be behind both rows.
 */
export function along(line: usize, count: i32, kernel: usize, reach: i32, to: usize): void {
  const middle = v128.load(kernel)
  for (let x = 0; x < count; x += 4, line += 4 * WIDE, to += 4 * WIDE) {
    let a = f32x4.mul(v128.load(line), middle)
    let b = f32x4.mul(v128.load(line, 16), middle)
    let c = f32x4.mul(v128.load(line, 32), middle)
    let d = f32x4.mul(v128.load(line, 48), middle)
    let before = line
    let after = line
    let weights = kernel
    for (let k = 0; k < reach; k++) {
      before -= WIDE
      after += WIDE
      weights += WIDE
      const weight = v128.load(weights)
      a = added(a, weight, before, after)
      b = added(b, weight, before + 16, after + 16)
      c = added(c, weight, before + 32, after + 32)
      d = added(d, weight, before + 48, after + 48)
    }
    v128.store(to, a)
    v128.store(to, b, 16)
    v128.store(to, c, 32)
    v128.store(to, d, 48)
  }
}

/** Blurs across rows: `rows` holds where the 2 · reach + 1 rows begin, as whole numbers of 32 bits, from the upmost. */
export function across(rows: usize, count: i32, kernel: usize, reach: i32, to: usize): void {
  const own = rows + <usize>reach * 4
  const middle = v128.load(kernel)
  for (let x = 0; x < count; x += 4, to += 4 * WIDE) {
    const at = <usize>x * WIDE
    const line = <usize>load<u32>(own) + at
    let a = f32x4.mul(v128.load(line), middle)
    let b = f32x4.mul(v128.load(line, 16), middle)
    let c = f32x4.mul(v128.load(line, 32), middle)
    let d = f32x4.mul(v128.load(line, 48), middle)
    let above = own
    let below = own
    let weights = kernel
    for (let k = 0; k < reach; k++) {
      above -= 4
      below += 4
      weights += WIDE
      const weight = v128.load(weights)
      const upper = <usize>load<u32>(above) + at
      const lower = <usize>load<u32>(below) + at
      a = added(a, weight, upper, lower)
      b = added(b, weight, upper + 16, lower + 16)
      c = added(c, weight, upper + 32, lower + 32)
      d = added(d, weight, upper + 48, lower + 48)
    }
    v128.store(to, a)
    v128.store(to, b, 16)
    v128.store(to, c, 32)
    v128.store(to, d, 48)
  }
}

/** Between two rows of numbers, `share` of the way to the lower. */
export function between(upper: usize, lower: usize, count: i32, share: f32, to: usize): void {
  const way = f32x4.splat(share)
  for (let i = 0; i < count; i++, upper += WIDE, lower += WIDE, to += WIDE) {
    const value = v128.load(upper)
    v128.store(to, f32x4.add(value, f32x4.mul(way, f32x4.sub(v128.load(lower), value))))
  }
}

/** As many numbers as `count` from those of squares of `by`: each lies (i + 1/2) / by + 1/2 squares from the first. */
export function grow(line: usize, count: i32, by: i32, to: usize): void {
  const step: f32 = <f32>1 / <f32>by
  let x = 0
  // Half a square before the middle of the first one, then square by square.
  let share: f32 = <f32>0.5 * step + <f32>0.5
  while (x < count) {
    const value = v128.load(line)
    const rise = f32x4.sub(v128.load(line, 16), value)
    for (; x < count && share < 1; x++, to += WIDE, share += step)
      v128.store(to, f32x4.add(value, f32x4.mul(f32x4.splat(share), rise)))
    share -= 1
    line += WIDE
  }
}

function unweighed(value: v128): v128 {
  const alpha = f32x4.extract_lane(value, 3)
  const times: f32 = alpha > 0 ? <f32>255 / alpha : 0
  return f32x4.replace_lane(f32x4.mul(value, f32x4.splat(times)), 3, alpha)
}

/** Numbers as bytes. */
export function narrow(from: usize, count: i32, to: usize): void {
  for (let i = 0; i < count; i++, from += WIDE, to += NARROW) putBytes(to, unweighed(v128.load(from)))
}

/** c + amount · (c − blurred c), in place, alpha as it is. */
export function sharpen(blurred: usize, count: i32, amount: f32, at: usize): void {
  const times = f32x4.splat(amount)
  for (let i = 0; i < count; i++, blurred += WIDE, at += NARROW) {
    const own = bytesAt(at)
    const sharp = f32x4.add(own, f32x4.mul(times, f32x4.sub(own, unweighed(v128.load(blurred)))))
    putBytes(at, v128.bitselect(own, sharp, ALPHA_ONLY))
  }
}

/**
 * Lines where the second number, the lightness blurred more, is above the first: full at a difference of `full`; white
 * elsewhere. They take the place of `amount` of the colours, in place, alpha as it is.
 */
export function drawLines(blurred: usize, count: i32, amount: f32, full: f32, at: usize): void {
  const kept = f32x4.splat(1 - amount)
  for (let i = 0; i < count; i++, blurred += WIDE, at += NARROW) {
    const line: f32 = max<f32>(0, min<f32>(1, (load<f32>(blurred, 4) - load<f32>(blurred)) / full))
    const own = bytesAt(at)
    const drawn = f32x4.add(f32x4.mul(own, kept), f32x4.splat(255 * (1 - line) * amount))
    putBytes(at, v128.bitselect(own, drawn, ALPHA_ONLY))
  }
}

/**
 * Tones by a curve of 256 floats, then colours by a matrix: three columns and what is added, four floats each, of which the
 * last are 0; in place, alpha as it is.
 */
export function recolour(at: usize, count: i32, curve: usize, matrix: usize): void {
  const red = v128.load(matrix)
  const green = v128.load(matrix, 16)
  const blue = v128.load(matrix, 32)
  const more = v128.load(matrix, 48)
  for (let i = 0; i < count; i++, at += NARROW) {
    const r = v128.load32_splat(curve + ((<usize>load<u8>(at)) << 2))
    const g = v128.load32_splat(curve + ((<usize>load<u8>(at, 1)) << 2))
    const b = v128.load32_splat(curve + ((<usize>load<u8>(at, 2)) << 2))
    const alpha = load<u8>(at, 3)
    const colour = f32x4.add(f32x4.add(f32x4.mul(r, red), f32x4.mul(g, green)), f32x4.add(f32x4.mul(b, blue), more))
    putBytes(at, colour)
    store<u8>(at, alpha, 3)
  }
}
