import type { SlotRef } from '@/core/colour/slots'
import type { Corners } from './kit'
import { blend, partOf, round, rounded, shape, tints, type Dot, type Scene } from './scene'

/** What devices are made of: slabs with a screen, and two of them joined by a hinge. */

export const DESIGN = 'Design'
export const GLASS = '#101114'

interface Slab {
  readonly body: SlotRef
  /** How far the back stands from the front, in pixels. */
  readonly depth: Dot
  readonly radius: number
  /** What of the front is frame, as shares across and down. */
  readonly rim: Dot
  /** Pixels of the screen as it truly is. */
  readonly size: Dot
  readonly hint: string
  readonly isAlike?: boolean
}

/** A flat thing with a screen on its front, seen in perspective: back, edge, glass, screen. */
export const slab = (m: Scene, front: Corners, { body, depth, radius, rim, size, hint, isAlike }: Slab): Scene => {
  const [dx, dy] = depth
  const [p, q, r, s] = front
  const back: Corners = [
    [p[0] + dx, p[1] + dy],
    [q[0] + dx, q[1] + dy],
    [r[0] + dx, r[1] + dy],
    [s[0] + dx, s[1] + dy],
  ]
  m.drawn('Back', rounded(back, radius), { fill: blend(90, ...tints(body, -20, -52)) })
  m.drawn('Edge', rounded(front, radius), { fill: blend(60, ...tints(body, 45, -8, 25, -30)) })
  m.drawn('Glass', rounded(partOf(front, 0.012, 0.006, 0.988, 0.994), radius * 0.94), { fill: GLASS })
  const screen = partOf(front, rim[0], rim[1], 1 - rim[0], 1 - rim[1])
  return m.screen(DESIGN, screen, size, radius * 0.72, { hint, ...(isAlike ? { isAlike: true } : {}) })
}

/** The keys of a keyboard as one outline, row by row, on a deck seen in perspective. */
const keys = (deck: Corners): string => {
  const rows = [14, 14, 13, 12] as const
  const pieces = rows.flatMap((count, r) =>
    Array.from({ length: count }, (_, c) => {
      const [w, h] = [0.84 / count, 0.105]
      const [u, v] = [0.08 + c * w, 0.1 + r * 0.128]
      return rounded(partOf(deck, u + 0.004, v, u + w - 0.004, v + h), 8)
    }),
  )
  const foot = [
    [0.08, 0.16],
    [0.17, 0.25],
    [0.26, 0.72],
    [0.73, 0.81],
    [0.82, 0.92],
  ] as const
  return [...pieces, ...foot.map(([u, t]) => rounded(partOf(deck, u + 0.004, 0.612, t - 0.004, 0.717), 8))].join('')
}

/** An open laptop: its lid with the screen, and its deck with keys. */
export const openLaptop = (m: Scene, lid: Corners, deck: Corners, isAlike = false): void => {
  const body = m.slot('Laptop', '#c6c8cd')
  const [, , r, s] = deck
  m.shade('Shade', round([(r[0] + s[0]) / 2, r[1] + 22], (r[0] - s[0]) * 0.54, 58), 50, 0.6)
  slab(m, lid, {
    body,
    depth: [0, -8],
    radius: 46,
    rim: [0.026, 0.038],
    size: [1920, 1200],
    hint: 'a wide screen',
    ...(isAlike ? { isAlike } : {}),
  })
  const thick = (r[0] - s[0]) * 0.014
  const front: Corners = [s, r, [r[0] - thick * 2, r[1] + thick], [s[0] + thick * 2, s[1] + thick]]
  m.drawn('Deck', shape(deck), { fill: blend(90, ...tints(body, -32, 0, 26)) })
  m.drawn('Front', rounded(front, 16), { fill: blend(90, ...tints(body, 20, -24, -45)) })
  const hinge = partOf(deck, 0.06, -0.012, 0.94, 0.03)
  m.drawn('Hinge', rounded(hinge, 10), { fill: blend(90, '#2a2b30', '#55585f') })
  m.drawn('Keys', keys(deck), {
    fill: '#2c2e33',
    layers: [m.layer('shadow', { dx: 0, dy: 2, blur: 1.5, opacity: 0.5 })],
  })
  m.drawn('Pad', rounded(partOf(deck, 0.35, 0.745, 0.65, 0.965), 12), { fill: blend(90, ...tints(body, -10, 14)) })
}
