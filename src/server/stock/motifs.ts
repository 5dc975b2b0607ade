import type { SKRSContext2D } from '@napi-rs/canvas'
import { randomFrom } from '@/core/random'

/** What a motif is drawn on: a context of w × h, three or more colours, and a seeded stream of numbers in [0, 1). */
export interface Board {
  readonly c: SKRSContext2D
  readonly w: number
  readonly h: number
  readonly colours: readonly string[]
  readonly random: () => number
}

export type Motif = (board: Board) => void

const pick = ({ colours, random }: Board): string => colours[Math.floor(random() * colours.length)] ?? '#888888'

const wash = ({ c, w, h, colours }: Board): void => {
  const run = c.createLinearGradient(0, 0, 0, h)
  colours.forEach((colour, i) => run.addColorStop(i / (colours.length - 1), colour))
  c.fillStyle = run
  c.fillRect(0, 0, w, h)
}

/** Hills one behind the other, each paler than the one before it. */
const dunes: Motif = (board) => {
  wash(board)
  const { c, w, h, random } = board
  for (let layer = 0; layer < 6; layer += 1) {
    const base = h * (0.45 + layer * 0.1)
    const [a, b] = [random() * 6, random() * 6]
    c.globalAlpha = 0.5 + layer * 0.08
    c.fillStyle = pick(board)
    c.beginPath()
    c.moveTo(0, h)
    for (let x = 0; x <= w; x += w / 120)
      c.lineTo(x, base + h * 0.06 * Math.sin((x / w) * 4 + a) + h * 0.03 * Math.sin((x / w) * 11 + b))
    c.lineTo(w, h)
    c.fill()
  }
  c.globalAlpha = 1
}

const waves: Motif = (board) => {
  wash(board)
  const { c, w, h, random } = board
  for (let row = 0; row < 26; row += 1) {
    const y = h * (0.25 + (row / 26) ** 1.4 * 0.75)
    const tall = h * 0.006 * (1 + row / 5)
    c.strokeStyle = pick(board)
    c.globalAlpha = 0.55
    c.lineWidth = tall
    c.beginPath()
    const shift = random() * 6
    for (let x = 0; x <= w; x += w / 100) c.lineTo(x, y + tall * Math.sin((x / w) * (40 - row) + shift))
    c.stroke()
  }
  c.globalAlpha = 1
}

/** Soft round lights out of focus. */
const lights: Motif = (board) => {
  wash(board)
  const { c, w, h, random } = board
  for (let i = 0; i < 90; i += 1) {
    const r = Math.min(w, h) * (0.015 + random() * 0.06)
    const [x, y] = [random() * w, random() * h]
    const light = c.createRadialGradient(x, y, r * 0.6, x, y, r)
    const colour = pick(board)
    light.addColorStop(0, `${colour}99`)
    light.addColorStop(1, `${colour}00`)
    c.fillStyle = light
    c.fillRect(x - r, y - r, 2 * r, 2 * r)
  }
}

const cloth: Motif = (board) => {
  wash(board)
  const { c, w, h, random } = board
  for (let fold = 0; fold < 14; fold += 1) {
    const at = random() * (w + h)
    const wide = w * (0.03 + random() * 0.08)
    const sheen = c.createLinearGradient(at - wide, 0, at + wide, wide)
    sheen.addColorStop(0, '#00000000')
    sheen.addColorStop(0.5, fold % 2 ? '#ffffff40' : '#00000040')
    sheen.addColorStop(1, '#00000000')
    c.fillStyle = sheen
    c.fillRect(0, 0, w, h)
  }
  const cell = Math.max(3, Math.round(Math.min(w, h) / 160))
  c.fillStyle = '#0000001c'
  for (let x = 0; x < w; x += cell) c.fillRect(x, 0, 1, h)
  for (let y = 0; y < h; y += cell) c.fillRect(0, y, w, 1)
}

const pebbles: Motif = (board) => {
  wash(board)
  const { c, w, h, random } = board
  for (let i = 0; i < 700; i += 1) {
    const r = Math.min(w, h) * (0.01 + random() * 0.035)
    c.fillStyle = pick(board)
    c.strokeStyle = '#00000030'
    c.lineWidth = Math.max(1, r * 0.12)
    c.beginPath()
    c.ellipse(random() * w, random() * h, r, r * (0.6 + random() * 0.4), random() * Math.PI, 0, 2 * Math.PI)
    c.fill()
    c.stroke()
  }
}

const boards: Motif = (board) => {
  const { c, w, h, random } = board
  const count = 12
  for (let i = 0; i < count; i += 1) {
    c.fillStyle = pick(board)
    c.fillRect((i * w) / count, 0, w / count + 1, h)
    c.fillStyle = '#00000038'
    c.fillRect((i * w) / count, 0, Math.max(2, w / 500), h)
    for (let grain = 0; grain < 26; grain += 1) {
      c.fillStyle = random() < 0.5 ? '#ffffff12' : '#00000012'
      c.fillRect((i * w) / count + (random() * w) / count, random() * h, Math.max(1, w / 900), h * random() * 0.6)
    }
  }
}

const clouds: Motif = (board) => {
  wash(board)
  const { c, w, h, random } = board
  for (let bank = 0; bank < 9; bank += 1) {
    const [x, y] = [random() * w, h * (0.1 + random() * 0.6)]
    for (let puff = 0; puff < 22; puff += 1) {
      const r = Math.min(w, h) * (0.03 + random() * 0.09)
      const [px, py] = [x + (random() - 0.5) * w * 0.4, y + (random() - 0.7) * r]
      const soft = c.createRadialGradient(px, py, 0, px, py, r)
      soft.addColorStop(0, '#ffffff55')
      soft.addColorStop(1, '#ffffff00')
      c.fillStyle = soft
      c.fillRect(px - r, py - r, 2 * r, 2 * r)
    }
  }
}

const bunting: Motif = (board) => {
  wash(board)
  const { c, w, h } = board
  for (let string = 0; string < 4; string += 1) {
    const y = h * (0.12 + string * 0.22)
    const sag = h * 0.08
    const at = (share: number): { x: number; y: number } => ({
      x: share * w,
      y: y + sag * Math.sin(share * Math.PI) * (string % 2 ? 1 : 0.7),
    })
    for (let i = 0; i < 12; i += 1) {
      const [p, q] = [at(i / 12 + 0.008), at((i + 1) / 12 - 0.008)]
      c.fillStyle = pick(board)
      c.beginPath()
      c.moveTo(p.x, p.y)
      c.lineTo(q.x, q.y)
      c.lineTo((p.x + q.x) / 2, Math.max(p.y, q.y) + h * 0.11)
      c.fill()
    }
  }
}

export const MOTIFS = { dunes, waves, lights, cloth, pebbles, boards, clouds, bunting } as const
export type MotifName = keyof typeof MOTIFS

/** Draws a motif; the same seed gives the same picture at any size, up to its detail. */
export const drawMotif = (
  c: SKRSContext2D,
  w: number,
  h: number,
  of: { readonly motif: MotifName; readonly colours: readonly string[]; readonly seed: number },
): void => MOTIFS[of.motif]({ c, w, h, colours: of.colours, random: randomFrom(of.seed) })
