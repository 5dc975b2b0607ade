import type { Size } from '@/core/geometry/vector'

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/** What the painted camera sees. */
interface RecordedScene {
  readonly id: string
  readonly name: string
  readonly paint: (context: Context, seconds: number, size: Size) => void
}

const SKY = ['rgb(96, 166, 206)', 'rgb(214, 230, 236)'] as const
const DUSK = ['rgb(58, 52, 98)', 'rgb(240, 158, 106)'] as const

const sky = (c: Context, { w, h }: Size, [top, foot]: readonly [string, string]): void => {
  const gradient = c.createLinearGradient(0, 0, 0, h)
  gradient.addColorStop(0, top)
  gradient.addColorStop(1, foot)
  c.fillStyle = gradient
  c.fillRect(0, 0, w, h)
}

const kiteAt = (c: Context, x: number, y: number, size: number, tilt: number): void => {
  const sides = [
    [0, -1, 0.62, -0.18, 'rgb(215, 38, 61)'],
    [0.62, -0.18, 0, 1, 'rgb(244, 196, 48)'],
    [0, 1, -0.62, -0.18, 'rgb(27, 79, 138)'],
    [-0.62, -0.18, 0, -1, 'rgb(251, 245, 230)'],
  ] as const
  c.save()
  c.translate(x, y)
  c.rotate(tilt)
  for (const [ax, ay, bx, by, colour] of sides) {
    c.fillStyle = colour
    c.beginPath()
    c.moveTo(0, -0.18 * size)
    c.lineTo(ax * size, ay * size)
    c.lineTo(bx * size, by * size)
    c.fill()
  }
  c.restore()
}

/** A row of waves that rolls on. */
const waves = (c: Context, { w, h }: Size, at: number, seconds: number, colour: string): void => {
  c.fillStyle = colour
  c.beginPath()
  c.moveTo(0, h)
  for (let x = 0; x <= w; x += 8) c.lineTo(x, h * at + h * 0.02 * Math.sin(x / (w * 0.05) + seconds * 2 + at * 20))
  c.lineTo(w, h)
  c.fill()
}

export const RECORDED_SCENES: readonly RecordedScene[] = [
  {
    id: 'kite',
    name: 'A kite in the wind',
    paint: (c, seconds, size) => {
      sky(c, size, SKY)
      const [x, y] = [0.5 + 0.3 * Math.sin(seconds * 1.1), 0.42 + 0.16 * Math.sin(seconds * 2.2)]
      c.strokeStyle = 'rgb(250, 246, 235)'
      c.beginPath()
      c.moveTo(x * size.w, y * size.h)
      c.quadraticCurveTo(size.w * 0.55, size.h * 0.8, size.w * 0.5, size.h)
      c.stroke()
      kiteAt(c, x * size.w, y * size.h, size.h * 0.16, 0.4 * Math.cos(seconds * 1.1))
      waves(c, size, 0.9, 0, 'rgb(206, 184, 138)')
    },
  },
  {
    id: 'waves',
    name: 'Long waves',
    paint: (c, seconds, size) => {
      sky(c, size, SKY)
      for (const [at, colour] of [
        [0.55, 'rgb(72, 128, 158)'],
        [0.68, 'rgb(52, 108, 140)'],
        [0.82, 'rgb(38, 88, 120)'],
      ] as const)
        waves(c, size, at, seconds, colour)
    },
  },
  {
    id: 'lighthouse',
    name: 'The lighthouse at dusk',
    paint: (c, seconds, size) => {
      sky(c, size, DUSK)
      const [x, top] = [size.w * 0.62, size.h * 0.3]
      const turn = (seconds * 0.9) % (2 * Math.PI)
      c.fillStyle = 'rgba(255, 240, 190, 0.45)'
      c.beginPath()
      c.moveTo(x, top)
      c.lineTo(x + size.w * Math.cos(turn - 0.08), top + size.h * Math.sin(turn - 0.08))
      c.lineTo(x + size.w * Math.cos(turn + 0.08), top + size.h * Math.sin(turn + 0.08))
      c.fill()
      for (const [k, colour] of [
        'rgb(236, 230, 220)',
        'rgb(196, 52, 60)',
        'rgb(236, 230, 220)',
        'rgb(196, 52, 60)',
      ].entries()) {
        c.fillStyle = colour
        c.fillRect(x - size.w * 0.025, top + (size.h * 0.45 * k) / 4, size.w * 0.05, (size.h * 0.45) / 4)
      }
      waves(c, size, 0.74, seconds, 'rgb(40, 34, 62)')
    },
  },
]
