import { randomFrom } from '@/core/random'

/** Ornaments as path text, in whatever unit their lengths are given. The same seed draws the same. */

export type Dot = readonly [x: number, y: number]

const n = (value: number): string => String(Math.round(value * 1000) / 1000)
const at = ([x, y]: Dot): string => `${n(x)} ${n(y)}`
const radians = (degrees: number): number => (degrees * Math.PI) / 180
const along = ([x, y]: Dot, degrees: number, length: number): Dot => [
  x + Math.cos(radians(degrees)) * length,
  y + Math.sin(radians(degrees)) * length,
]
const between = ([x0, y0]: Dot, [x1, y1]: Dot, t: number): Dot => [x0 + (x1 - x0) * t, y0 + (y1 - y0) * t]
const headingOf = ([x0, y0]: Dot, [x1, y1]: Dot): number => (Math.atan2(y1 - y0, x1 - x0) * 180) / Math.PI

export const polygon = (dots: readonly Dot[]): string => `M${dots.map(at).join('L')}Z`

export const rect = (x: number, y: number, w: number, h: number): string => `M${n(x)} ${n(y)}h${n(w)}v${n(h)}h${n(-w)}Z`

export const disc = ([x, y]: Dot, r: number): string =>
  `M${n(x - r)} ${n(y)}A${n(r)} ${n(r)} 0 1 1 ${n(x + r)} ${n(y)}A${n(r)} ${n(r)} 0 1 1 ${n(x - r)} ${n(y)}Z`

/** A rectangle with round corners. */
export const pill = (x: number, y: number, w: number, h: number, r: number): string =>
  `M${n(x + r)} ${n(y)}h${n(w - 2 * r)}a${n(r)} ${n(r)} 0 0 1 ${n(r)} ${n(r)}v${n(h - 2 * r)}a${n(r)} ${n(r)} 0 0 1 ${n(-r)} ${n(r)}h${n(2 * r - w)}a${n(r)} ${n(r)} 0 0 1 ${n(-r)} ${n(-r)}v${n(2 * r - h)}a${n(r)} ${n(r)} 0 0 1 ${n(r)} ${n(-r)}Z`

/** Points of a cubic curve, its ends among them. */
export const curve = (from: Dot, c1: Dot, c2: Dot, to: Dot, steps = 40): readonly Dot[] =>
  Array.from({ length: steps + 1 }, (_, i) => {
    const t = i / steps
    const [a, b, c] = [between(from, c1, t), between(c1, c2, t), between(c2, to, t)]
    return between(between(a, b, t), between(b, c, t), t)
  })

/** Points of a circle, from an angle on. */
export const circle = (centre: Dot, r: number, steps = 72, from = -90, sweep = 360): readonly Dot[] =>
  Array.from({ length: steps + 1 }, (_, i) => along(centre, from + (sweep * i) / steps, r))

/** A line of some breadth along points: `breadth` gives it at each share of the way. */
export const band = (dots: readonly Dot[], breadth: (t: number) => number): string => {
  const sides = dots.map((dot, i) => {
    const before = dots[Math.max(0, i - 1)] ?? dot
    const after = dots[Math.min(dots.length - 1, i + 1)] ?? dot
    const across = headingOf(before, after) + 90
    const half = breadth(i / Math.max(1, dots.length - 1)) / 2
    return [along(dot, across, half), along(dot, across, -half)] as const
  })
  return polygon([...sides.map(([left]) => left), ...sides.map(([, right]) => right).reverse()])
}

/** Places at equal distances along points, with the heading there. */
export const paces = (
  dots: readonly Dot[],
  step: number,
): readonly { readonly dot: Dot; readonly heading: number; readonly t: number }[] => {
  const lengths = dots.slice(1).map((dot, i) => Math.hypot(dot[0] - (dots[i]?.[0] ?? 0), dot[1] - (dots[i]?.[1] ?? 0)))
  const total = lengths.reduce((sum, one) => sum + one, 0)
  const count = Math.max(1, Math.round(total / step))
  const found: { dot: Dot; heading: number; t: number }[] = []
  for (let k = 0; k < count; k += 1) {
    let left = ((k + 0.5) * total) / count
    let i = 0
    while (i < lengths.length - 1 && left > (lengths[i] ?? 0)) {
      left -= lengths[i] ?? 0
      i += 1
    }
    const p: Dot = dots[i] ?? [0, 0]
    const q: Dot = dots[i + 1] ?? p
    found.push({ dot: between(p, q, left / (lengths[i] || 1)), heading: headingOf(p, q), t: (k + 0.5) / count })
  }
  return found
}

/** A leaf from its foot along a heading. */
export const leaf = (foot: Dot, heading: number, length: number, breadth: number): string => {
  const tip = along(foot, heading, length)
  const side = (turn: number): readonly [Dot, Dot] => [
    along(along(foot, heading, length * 0.25), heading + turn, breadth * 0.72),
    along(along(foot, heading, length * 0.72), heading + turn, breadth * 0.5),
  ]
  const [l1, l2] = side(-90)
  const [r1, r2] = side(90)
  return `M${at(foot)}C${at(l1)} ${at(l2)} ${at(tip)}C${at(r2)} ${at(r1)} ${at(foot)}Z`
}

/** Leaves in pairs along a line, each a little its own; the stem is not among them. */
export const leaves = (
  dots: readonly Dot[],
  {
    step,
    length,
    breadth,
    spread = 46,
    seed,
  }: {
    readonly step: number
    readonly length: number
    readonly breadth: number
    readonly spread?: number
    readonly seed: number
  },
): string => {
  const random = randomFrom(seed)
  const wild = (by: number): number => 1 + (random() - 0.5) * by
  return paces(dots, step)
    .flatMap(({ dot, heading, t }) => {
      const taper = 1 - 0.45 * t
      return [-1, 1].map((side) =>
        leaf(dot, heading + side * spread * wild(0.5), length * taper * wild(0.4), breadth * taper * wild(0.3)),
      )
    })
    .join('')
}

/** The strands of a rope laid along points: slanted, each over the next. */
export const rope = (dots: readonly Dot[], thick: number): string =>
  paces(dots, thick * 0.56)
    .map(({ dot, heading }) => {
      const lean = heading - 38
      const [a, b] = [along(dot, lean, thick * 0.62), along(dot, lean, -thick * 0.62)]
      const swell = thick * 0.26
      return `M${at(b)}C${at(along(along(b, lean, thick * 0.15), lean - 90, swell))} ${at(along(along(a, lean, -thick * 0.3), lean - 90, swell))} ${at(a)}C${at(along(along(a, lean, -thick * 0.15), lean + 90, swell))} ${at(along(along(b, lean, thick * 0.3), lean + 90, swell))} ${at(b)}Z`
    })
    .join('')

/** A bow of two triangles, as they are knotted into a kite's tail. */
export const bow = (dot: Dot, heading: number, size: number): string =>
  [-1, 1]
    .map((side) => {
      const out = along(dot, heading + 90 * side, size)
      return polygon([dot, along(out, heading, size * 0.42), along(out, heading, -size * 0.42)])
    })
    .join('')

/** Every so many bows of a tail: `which` of `of`, so that a tail has bows of several colours. */
export const bows = (dots: readonly Dot[], step: number, size: number, which = 0, of = 1): string =>
  paces(dots, step)
    .filter((_, i) => i % of === which)
    .map(({ dot, heading, t }) => bow(dot, heading, size * (1 - 0.35 * t)))
    .join('')

/** A border of lace about an ellipse: scallops with holes in two rows; to be filled even-odd. */
export const lace = (centre: Dot, rx: number, ry: number, count: number, deep: number): string => {
  const on = (degrees: number, out: number): Dot => [
    centre[0] + Math.cos(radians(degrees)) * (rx + out),
    centre[1] + Math.sin(radians(degrees)) * (ry + out),
  ]
  const step = 360 / count
  const rim = Array.from({ length: count }, (_, i) => {
    const [from, to] = [i * step - 90, (i + 1) * step - 90]
    return `C${at(on(from + step * 0.08, deep * 1.3))} ${at(on(to - step * 0.08, deep * 1.3))} ${at(on(to, deep * 0.45))}`
  }).join('')
  const holes = Array.from({ length: count }, (_, i) => {
    const middle = (i + 0.5) * step - 90
    const small = deep * 0.09
    return [
      disc(on(middle, deep * 0.6), deep * 0.17),
      disc(on(middle - step * 0.27, deep * 0.5), small),
      disc(on(middle + step * 0.27, deep * 0.5), small),
      disc(on(middle, deep * 0.95), small),
      disc(on(i * step - 90, deep * 0.14), small),
      disc(on(middle, deep * 0.14), small),
    ].join('')
  }).join('')
  const inner = `M${at(on(-90, -deep * 0.1))}A${n(rx - deep * 0.1)} ${n(ry - deep * 0.1)} 0 1 1 ${at(on(90, -deep * 0.1))}A${n(rx - deep * 0.1)} ${n(ry - deep * 0.1)} 0 1 1 ${at(on(-90, -deep * 0.1))}Z`
  return `M${at(on(-90, deep * 0.45))}${rim}Z${holes}${inner}`
}

/** Perforated film along x: a band with holes at both edges; to be filled even-odd. */
export const film = (x: number, y: number, w: number, h: number): string => {
  const hole = h * 0.055
  const count = Math.floor(w / (hole * 2.1))
  const step = w / count
  const holes = Array.from({ length: count }, (_, i) => {
    const left = x + i * step + (step - hole) / 2
    return [y + h * 0.035, y + h * 0.965 - hole * 1.35]
      .map((top) => pill(left, top, hole, hole * 1.35, hole * 0.25))
      .join('')
  }).join('')
  return rect(x, y, w, h) + holes
}

/** Pennants hanging from a line: `which` of `of` colours. */
export const bunting = (dots: readonly Dot[], step: number, drop: number, which: number, of: number): string =>
  paces(dots, step)
    .filter((_, i) => i % of === which)
    .map(({ dot, heading }) => {
      const half = step * 0.42
      const down = heading + 90
      return polygon([along(dot, heading, -half), along(dot, heading, half), along(dot, down, drop)])
    })
    .join('')

/** Dots strewn over a field, none nearer than `apart` to another. */
export const strewn = (
  [x, y, w, h]: readonly [number, number, number, number],
  count: number,
  seed: number,
  apart = 0,
): readonly Dot[] => {
  const random = randomFrom(seed)
  const found: Dot[] = []
  for (let tries = 0; found.length < count && tries < count * 40; tries += 1) {
    const dot: Dot = [x + random() * w, y + random() * h]
    if (found.every(([px, py]) => Math.hypot(px - dot[0], py - dot[1]) >= apart)) found.push(dot)
  }
  return found
}

/** A star of so many points. */
export const star = (centre: Dot, r: number, points = 5, inner = 0.42, turn = -90): string =>
  polygon(Array.from({ length: points * 2 }, (_, i) => along(centre, turn + (180 * i) / points, i % 2 ? r * inner : r)))

/** Wavy lines of water, one below the other. */
export const waves = (x: number, y: number, w: number, rows: number, gap: number, thick: number): string =>
  Array.from({ length: rows }, (_, row) => {
    const length = w / 14
    const dots = Array.from({ length: 113 }, (_unused, i): Dot => {
      const dx = (i / 112) * w
      return [x + dx, y + row * gap + Math.sin((dx / length) * Math.PI * 2 + row * 1.7) * gap * 0.2]
    })
    return band(dots, () => thick)
  }).join('')

/** Rays about a point, as wedges. */
export const rays = (centre: Dot, from: number, to: number, count: number): string =>
  Array.from({ length: count }, (_, i) => {
    const middle = (360 * i) / count
    const half = 360 / count / 4
    return polygon([
      along(centre, middle - half, from),
      along(centre, middle - half, to),
      along(centre, middle + half, to),
      along(centre, middle + half, from),
    ])
  }).join('')

export { along, between }
