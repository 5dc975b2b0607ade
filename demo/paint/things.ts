import type { SKRSContext2D } from '@napi-rs/canvas'
import { between } from './random'
import { glow, vertical, type Scene } from './scene'

export const KITE_SETS: readonly (readonly string[])[] = [
  ['#d7263d', '#f4c430', '#1b4f8a', '#f26430'],
  ['#0f7b6c', '#fbf5e6', '#d7263d', '#23395b'],
  ['#f26430', '#fbf5e6', '#2c7da0', '#f4c430'],
  ['#7b2d8b', '#f4c430', '#e5586b', '#274690'],
]

const panel = (c: SKRSContext2D, points: readonly (readonly [number, number])[], colour: string): void => {
  c.beginPath()
  points.forEach(([x, y], i) => (i ? c.lineTo(x, y) : c.moveTo(x, y)))
  c.closePath()
  c.fillStyle = colour
  c.fill()
}

/** A diamond kite of four panels with a tail and a line that leads off to (lineX, lineY). */
export const kite = (
  scene: Scene,
  x: number,
  y: number,
  size: number,
  set: number,
  tilt: number,
  line: readonly [number, number] | null,
): void => {
  const { c, random, unit } = scene
  const colours = KITE_SETS[set % KITE_SETS.length] ?? []
  if (line) {
    c.strokeStyle = 'rgba(250,246,235,0.55)'
    c.lineWidth = Math.max(1, unit * 0.0012)
    c.beginPath()
    c.moveTo(x, y)
    c.quadraticCurveTo((x + line[0]) / 2 + size * 0.3, (y + line[1]) / 2 + size, line[0], line[1])
    c.stroke()
  }
  c.save()
  c.translate(x, y)
  c.rotate(tilt)
  c.strokeStyle = colours[0] ?? '#fff'
  c.lineWidth = size * 0.045
  c.lineCap = 'round'
  c.beginPath()
  c.moveTo(0, size)
  for (let i = 1; i <= 4; i += 1)
    c.quadraticCurveTo(
      (i % 2 ? 1 : -1) * size * 0.42,
      size * (1 + i * 0.42 - 0.2),
      (random() - 0.5) * size * 0.2,
      size * (1 + i * 0.42),
    )
  c.stroke()
  const left: readonly [number, number] = [-size * 0.62, -size * 0.18]
  const right: readonly [number, number] = [size * 0.62, -size * 0.18]
  const middle: readonly [number, number] = [0, -size * 0.18]
  const top: readonly [number, number] = [0, -size]
  const foot: readonly [number, number] = [0, size]
  panel(c, [top, middle, left], colours[0] ?? '#f00')
  panel(c, [top, middle, right], colours[1] ?? '#ff0')
  panel(c, [foot, middle, left], colours[2] ?? '#00f')
  panel(c, [foot, middle, right], colours[3] ?? '#f60')
  // Light comes from the left: the right half lies in shade.
  panel(c, [top, right, foot], 'rgba(20,16,40,0.16)')
  c.strokeStyle = 'rgba(30,24,30,0.55)'
  c.lineWidth = size * 0.014
  c.beginPath()
  c.moveTo(...top)
  c.lineTo(...foot)
  c.moveTo(...left)
  c.lineTo(...right)
  c.stroke()
  c.restore()
}

export const lighthouse = (scene: Scene, x: number, foot: number, height: number): void => {
  const { c } = scene
  const w = height * 0.19
  const body = c.createLinearGradient(x - w / 2, 0, x + w / 2, 0)
  body.addColorStop(0, '#fff3e2')
  body.addColorStop(0.45, '#f0d9c6')
  body.addColorStop(1, '#7f6a74')
  panel(
    c,
    [
      [x - w / 2, foot],
      [x - w * 0.3, foot - height * 0.8],
      [x + w * 0.3, foot - height * 0.8],
      [x + w / 2, foot],
    ],
    '#fff',
  )
  c.fillStyle = body
  c.fill()
  for (const share of [0.14, 0.42, 0.68]) {
    const half = (s: number): number => w / 2 - (w * 0.2 * s) / 0.8
    panel(
      c,
      [
        [x - half(share), foot - height * share],
        [x - half(share + 0.12), foot - height * (share + 0.12)],
        [x + half(share + 0.12), foot - height * (share + 0.12)],
        [x + half(share), foot - height * share],
      ],
      '#b23a48',
    )
    panel(
      c,
      [
        [x, foot - height * share],
        [x, foot - height * (share + 0.12)],
        [x + half(share + 0.12), foot - height * (share + 0.12)],
        [x + half(share), foot - height * share],
      ],
      'rgba(40,20,50,0.35)',
    )
  }
  c.fillStyle = '#2d2a3a'
  c.fillRect(x - w * 0.42, foot - height * 0.82, w * 0.84, height * 0.025)
  c.fillStyle = '#ffe9a8'
  c.fillRect(x - w * 0.22, foot - height * 0.91, w * 0.44, height * 0.09)
  c.fillStyle = '#2d2a3a'
  c.fillRect(x - w * 0.02, foot - height * 0.91, w * 0.04, height * 0.09)
  panel(
    c,
    [
      [x - w * 0.32, foot - height * 0.905],
      [x, foot - height],
      [x + w * 0.32, foot - height * 0.905],
    ],
    '#9b2f3d',
  )
  glow(scene, x, foot - height * 0.865, height * 0.75, '#fff0b8', 0.5)
}

export const hut = (scene: Scene, x: number, foot: number, w: number, colour: string): void => {
  const { c } = scene
  const h = w * 1.05
  c.fillStyle = colour
  c.fillRect(x, foot - h, w, h)
  panel(
    c,
    [
      [x - w * 0.08, foot - h],
      [x + w / 2, foot - h * 1.55],
      [x + w * 1.08, foot - h],
    ],
    '#f5efe2',
  )
  panel(
    c,
    [
      [x + w * 0.06, foot - h],
      [x + w / 2, foot - h * 1.44],
      [x + w * 0.94, foot - h],
    ],
    colour,
  )
  c.fillStyle = 'rgba(255,255,255,0.28)'
  for (let i = 1; i < 8; i += 1) c.fillRect(x + (w * i) / 8, foot - h, w * 0.008, h)
  c.fillStyle = '#f5efe2'
  c.fillRect(x + w * 0.3, foot - h * 0.78, w * 0.4, h * 0.78)
  c.fillStyle = '#37414f'
  c.fillRect(x + w * 0.34, foot - h * 0.74, w * 0.32, h * 0.74)
  c.fillStyle = 'rgba(20,16,40,0.22)'
  c.fillRect(x + w * 0.8, foot - h, w * 0.2, h)
}

/** A spool of line, seen from the side. */
export const spool = (scene: Scene, x: number, y: number, size: number, colour: string): void => {
  const { c, random } = scene
  const body = c.createLinearGradient(x, y - size / 2, x, y + size / 2)
  body.addColorStop(0, '#ffffff')
  body.addColorStop(0.25, colour)
  body.addColorStop(1, '#1c1420')
  c.fillStyle = 'rgba(20,10,10,0.35)'
  c.beginPath()
  c.ellipse(x + size * 0.06, y + size * 0.56, size * 0.62, size * 0.14, 0, 0, 6.29)
  c.fill()
  c.fillStyle = body
  c.fillRect(x - size * 0.45, y - size * 0.4, size * 0.9, size * 0.8)
  for (let i = 0; i < 70; i += 1) {
    const px = x - size * 0.45 + size * 0.9 * random()
    c.strokeStyle = `rgba(${random() < 0.5 ? '255,255,255' : '20,10,20'},${(0.12 * random()).toFixed(3)})`
    c.lineWidth = size * 0.012
    c.beginPath()
    c.moveTo(px, y - size * 0.4)
    c.lineTo(px + size * 0.04, y + size * 0.4)
    c.stroke()
  }
  for (const side of [-1, 1]) {
    const wood = c.createLinearGradient(x, y - size * 0.55, x, y + size * 0.55)
    wood.addColorStop(0, '#f0d2a0')
    wood.addColorStop(1, '#7a4a22')
    c.fillStyle = wood
    c.beginPath()
    c.ellipse(x + side * size * 0.47, y, size * 0.1, size * 0.55, 0, 0, 6.29)
    c.fill()
  }
}

export interface Figure {
  readonly skin: string
  readonly hair: string
  readonly coat: string
  /** Centre of the face and its height, as shares of the picture. */
  readonly x: number
  readonly y: number
  readonly face: number
}

/** A drawn figure of the crew, head and shoulders. */
export const figure = (scene: Scene, who: Figure): void => {
  const { c, w, h, random } = scene
  const x = who.x * w
  const y = who.y * h
  const f = who.face * h
  c.fillStyle = vertical(scene, y, y + f * 3, [who.coat, '#1d1a24']) as unknown as string
  c.beginPath()
  c.moveTo(x - f * 1.5, h)
  c.bezierCurveTo(x - f * 1.45, y + f * 0.95, x - f * 0.6, y + f * 0.8, x, y + f * 0.72)
  c.bezierCurveTo(x + f * 0.6, y + f * 0.8, x + f * 1.45, y + f * 0.95, x + f * 1.5, h)
  c.fill()
  c.fillStyle = who.skin
  c.fillRect(x - f * 0.17, y + f * 0.25, f * 0.34, f * 0.55)
  c.fillStyle = who.hair
  c.beginPath()
  c.ellipse(x, y - f * 0.12, f * 0.46, f * 0.54, 0, 0, 6.29)
  c.fill()
  const face = c.createLinearGradient(x - f * 0.4, y, x + f * 0.4, y)
  face.addColorStop(0, who.skin)
  face.addColorStop(1, '#6d4030')
  c.fillStyle = who.skin
  c.beginPath()
  c.ellipse(x, y, f * 0.36, f * 0.48, 0, 0, 6.29)
  c.fill()
  c.globalAlpha = 0.28
  c.fillStyle = face
  c.fill()
  c.globalAlpha = 1
  for (const side of [-1, 1]) {
    c.fillStyle = '#fdf8ee'
    c.beginPath()
    c.ellipse(x + side * f * 0.14, y - f * 0.04, f * 0.06, f * 0.035, 0, 0, 6.29)
    c.fill()
    c.fillStyle = '#2a1f1c'
    c.beginPath()
    c.arc(x + side * f * 0.14, y - f * 0.04, f * 0.03, 0, 6.29)
    c.fill()
  }
  c.strokeStyle = '#7c2f2c'
  c.lineWidth = f * 0.028
  c.lineCap = 'round'
  c.beginPath()
  c.arc(x, y + f * 0.12, f * 0.15, 0.35, 2.79)
  c.stroke()
  c.strokeStyle = who.hair
  for (let i = 0; i < 40; i += 1) {
    const a = between(random, 3.4, 6.0)
    c.lineWidth = f * 0.02
    c.beginPath()
    c.moveTo(x + Math.cos(a) * f * 0.3, y - f * 0.1 + Math.sin(a) * f * 0.38)
    c.lineTo(x + Math.cos(a) * f * 0.47, y - f * 0.1 + Math.sin(a) * f * 0.56)
    c.stroke()
  }
}
