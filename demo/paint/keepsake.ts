import { createCanvas, loadImage, type SKRSContext2D } from '@napi-rs/canvas'
import { between, seeded } from './random'
import { KITE_SETS } from './things'

export const KEEPSAKE_SIZE = { w: 2100, h: 1500 } as const

/** A layer of the keepsake, as large as the whole, clear where nothing of it is. */
export interface KeepsakeLayer {
  readonly name: string
  readonly png: Buffer
}

interface Card {
  readonly name: string
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  /** Degrees clockwise. */
  readonly turn: number
  readonly paper: string
}

/** From the bottom up; each overlaps the one before. */
const CARDS: readonly Card[] = [
  { name: 'Card with the dunes', x: 500, y: 860, w: 660, h: 780, turn: -8, paper: '#fdf8ea' },
  { name: 'Card with the light', x: 1610, y: 830, w: 620, h: 740, turn: 7, paper: '#f7efdc' },
  { name: 'Card with the huts', x: 1060, y: 780, w: 700, h: 660, turn: -2, paper: '#fffdf6' },
]

const BORDER = { side: 46, foot: 118 } as const

const layer = async (name: string, paint: (c: SKRSContext2D, random: () => number) => void, seed: number) => {
  const canvas = createCanvas(KEEPSAKE_SIZE.w, KEEPSAKE_SIZE.h)
  paint(canvas.getContext('2d'), seeded(seed))
  return { name, png: await canvas.encode('png') }
}

/** An edge as deckled paper has it: never quite straight. */
const deckled = (c: SKRSContext2D, w: number, h: number, random: () => number): void => {
  const corners = [
    [-w / 2, -h / 2],
    [w / 2, -h / 2],
    [w / 2, h / 2],
    [-w / 2, h / 2],
  ] as const
  c.beginPath()
  corners.forEach(([x0, y0], i) => {
    const [x1, y1] = corners[(i + 1) % 4] ?? [x0, y0]
    const steps = Math.round(Math.hypot(x1 - x0, y1 - y0) / 9)
    for (let k = 0; k < steps; k += 1) {
      const [x, y] = [x0 + ((x1 - x0) * k) / steps, y0 + ((y1 - y0) * k) / steps]
      c.lineTo(x + between(random, -3, 3), y + between(random, -3, 3))
    }
  })
  c.closePath()
}

/** Fibres in paper: short faint strokes, only where there is paper already. */
const fibres = (c: SKRSContext2D, w: number, h: number, random: () => number): void => {
  c.save()
  c.globalCompositeOperation = 'source-atop'
  for (let i = 0; i < 900; i += 1) {
    const [x, y, turn] = [between(random, -w / 2, w / 2), between(random, -h / 2, h / 2), between(random, 0, 7)]
    const long = between(random, 6, 26)
    c.strokeStyle = random() < 0.6 ? 'rgba(140,110,70,0.10)' : 'rgba(255,255,255,0.5)'
    c.lineWidth = between(random, 0.6, 1.6)
    c.beginPath()
    c.moveTo(x, y)
    c.lineTo(x + Math.cos(turn) * long, y + Math.sin(turn) * long)
    c.stroke()
  }
  c.restore()
}

/** A paper card with a window: its shadow on what lies beneath, and its edge around the window. */
const paintCard = (c: SKRSContext2D, { x, y, w, h, turn, paper }: Card, random: () => number): void => {
  c.translate(x, y)
  c.rotate((turn * Math.PI) / 180)
  c.save()
  c.shadowColor = 'rgba(30,16,30,0.5)'
  c.shadowBlur = 44
  c.shadowOffsetX = 10
  c.shadowOffsetY = 20
  c.fillStyle = paper
  deckled(c, w, h, random)
  c.fill()
  c.restore()
  fibres(c, w, h, random)
  const [left, top] = [-w / 2 + BORDER.side, -h / 2 + BORDER.side]
  const window = [left, top, w - 2 * BORDER.side, h - BORDER.side - BORDER.foot] as const
  c.globalCompositeOperation = 'destination-out'
  c.beginPath()
  c.roundRect(...window, 10)
  c.fill()
  c.globalCompositeOperation = 'source-over'
  c.strokeStyle = 'rgba(110,84,50,0.35)'
  c.lineWidth = 3
  c.beginPath()
  c.roundRect(window[0] - 3, window[1] - 3, window[2] + 6, window[3] + 6, 12)
  c.stroke()
}

/** A line of twisted cord from left to right that sags, with a peg above each card. */
const paintCord = (c: SKRSContext2D, random: () => number): void => {
  const { w } = KEEPSAKE_SIZE
  const heightAt = (x: number): number => 250 + 190 * (1 - ((x - w / 2) / (w / 2)) ** 2)
  c.shadowColor = 'rgba(30,16,30,0.45)'
  c.shadowBlur = 12
  c.shadowOffsetY = 8
  c.lineCap = 'round'
  for (const [width, colour] of [
    [17, '#7a4d26'],
    [11, '#b98a4e'],
  ] as const) {
    c.strokeStyle = colour
    c.lineWidth = width
    c.beginPath()
    for (let x = -30; x <= w + 30; x += 12) c.lineTo(x, heightAt(x))
    c.stroke()
  }
  c.shadowColor = 'transparent'
  c.strokeStyle = 'rgba(96,58,24,0.85)'
  c.lineWidth = 3
  for (let x = 0; x < w; x += 17) {
    c.beginPath()
    c.moveTo(x - 6, heightAt(x) - 6)
    c.lineTo(x + 7, heightAt(x) + 6)
    c.stroke()
  }
  for (const { x, turn } of CARDS) {
    c.save()
    c.translate(x, heightAt(x) + 30)
    c.rotate((turn * Math.PI) / 180 + between(random, -0.05, 0.05))
    c.shadowColor = 'rgba(30,16,30,0.45)'
    c.shadowBlur = 10
    c.shadowOffsetY = 6
    c.fillStyle = '#d9a860'
    c.beginPath()
    c.roundRect(-18, -64, 36, 132, 9)
    c.fill()
    c.shadowColor = 'transparent'
    c.fillStyle = 'rgba(96,58,24,0.45)'
    c.fillRect(-18, -8, 36, 7)
    c.fillRect(-2, 0, 4, 66)
    c.restore()
  }
}

/** A tail of cloth bows along a corner of the sheet, as kites trail it. */
const paintTail = (c: SKRSContext2D, random: () => number): void => {
  const { w, h } = KEEPSAKE_SIZE
  const colours = KITE_SETS.flat()
  const at = (t: number): readonly [number, number] => [
    w * (0.02 + 0.96 * t),
    h * (0.945 + 0.03 * Math.sin(t * Math.PI * 3)),
  ]
  c.strokeStyle = '#fbf5e6'
  c.lineWidth = 5
  c.beginPath()
  for (let t = 0; t <= 1.0001; t += 0.01) c.lineTo(...at(t))
  c.stroke()
  for (let i = 0; i < 15; i += 1) {
    const [x, y] = at((i + 0.5) / 15)
    const size = between(random, 30, 44)
    c.save()
    c.translate(x, y)
    c.rotate(between(random, -0.5, 0.5))
    c.shadowColor = 'rgba(30,16,30,0.4)'
    c.shadowBlur = 12
    c.shadowOffsetY = 7
    c.fillStyle = colours[Math.floor(random() * colours.length)] ?? '#d7263d'
    c.beginPath()
    c.moveTo(0, 0)
    for (const [dx, dy] of [
      [-size, -size * 0.6],
      [-size * 0.8, size * 0.6],
      [0, 0],
      [size, -size * 0.6],
      [size * 0.8, size * 0.6],
    ] as const)
      c.lineTo(dx, dy)
    c.closePath()
    c.fill()
    c.shadowColor = 'transparent'
    c.fillStyle = 'rgba(255,255,255,0.75)'
    c.beginPath()
    c.arc(0, 0, size * 0.17, 0, 7)
    c.fill()
    c.restore()
  }
}

/** The layers of the keepsake from the bottom up: three paper cards that overlap, the cord they hang on, a kite's tail. */
export const keepsakeLayers = (): Promise<readonly KeepsakeLayer[]> =>
  Promise.all([
    ...CARDS.map((card, i) => layer(card.name, (c, random) => paintCard(c, card, random), 71 + i)),
    layer('Cord', paintCord, 81),
    layer('Tail', paintTail, 82),
  ])

/** All layers as one picture. */
export const keepsakeMerged = async (layers: readonly KeepsakeLayer[]): Promise<Buffer> => {
  const canvas = createCanvas(KEEPSAKE_SIZE.w, KEEPSAKE_SIZE.h)
  const c = canvas.getContext('2d')
  for (const { png } of layers) c.drawImage(await loadImage(png), 0, 0)
  return canvas.encode('png')
}
