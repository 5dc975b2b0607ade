import { createCanvas, type Canvas, type SKRSContext2D } from '@napi-rs/canvas'
import { seeded, type Random } from './random'

/** What a painted picture is made on: a canvas, its size, a seeded stream. One unit is the short side. */
export interface Scene {
  readonly canvas: Canvas
  readonly c: SKRSContext2D
  readonly w: number
  readonly h: number
  readonly unit: number
  readonly random: Random
}

export const newScene = (w: number, h: number, seed: number): Scene => {
  const canvas = createCanvas(w, h)
  return { canvas, c: canvas.getContext('2d'), w, h, unit: Math.min(w, h), random: seeded(seed) }
}

export const vertical = ({ c }: Scene, y0: number, y1: number, stops: readonly string[]): CanvasGradient => {
  const gradient = c.createLinearGradient(0, y0, 0, y1)
  stops.forEach((colour, i) => gradient.addColorStop(i / (stops.length - 1), colour))
  return gradient as unknown as CanvasGradient
}

export const fillAll = (scene: Scene, style: CanvasGradient | string, y0 = 0, y1 = scene.h): void => {
  scene.c.fillStyle = style
  scene.c.fillRect(0, y0, scene.w, y1 - y0)
}

/** A soft round light or shade. */
export const glow = ({ c }: Scene, x: number, y: number, r: number, colour: string, strength = 1): void => {
  const gradient = c.createRadialGradient(x, y, 0, x, y, r)
  const hex = (alpha: number): string =>
    `${colour}${Math.round(Math.min(1, alpha) * 255)
      .toString(16)
      .padStart(2, '0')}`
  gradient.addColorStop(0, hex(strength))
  gradient.addColorStop(0.35, hex(strength * 0.55))
  gradient.addColorStop(1, hex(0))
  c.fillStyle = gradient
  c.fillRect(x - r, y - r, 2 * r, 2 * r)
}

/** Darkens the corners as a lens does, then adds grain on every pixel. */
export const develop = (scene: Scene, grain = 9): void => {
  const { c, w, h, random } = scene
  const gradient = c.createRadialGradient(w / 2, h / 2, Math.min(w, h) * 0.35, w / 2, h / 2, Math.hypot(w, h) * 0.56)
  gradient.addColorStop(0, 'rgba(20,14,30,0)')
  gradient.addColorStop(1, 'rgba(20,14,30,0.34)')
  c.fillStyle = gradient
  c.fillRect(0, 0, w, h)
  // A tile of noise is drawn over and over at random offsets: cheap, and no repeat can be seen.
  const side = 512
  const tile = createCanvas(side, side)
  const t = tile.getContext('2d')
  const noise = t.createImageData(side, side)
  for (let i = 0; i < noise.data.length; i += 4) {
    const light = random() < 0.5
    noise.data[i] = noise.data[i + 1] = noise.data[i + 2] = light ? 255 : 0
    noise.data[i + 3] = Math.round(random() * random() * grain * 3)
  }
  t.putImageData(noise, 0, 0)
  for (let y = 0; y < h; y += side)
    for (let x = 0; x < w; x += side) {
      const flip = random() < 0.5 ? -1 : 1
      c.save()
      c.translate(x + side / 2, y + side / 2)
      c.scale(flip, random() < 0.5 ? -1 : 1)
      c.drawImage(tile, -side / 2, -side / 2)
      c.restore()
    }
}
