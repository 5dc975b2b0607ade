import { between } from './random'
import { fillAll, glow, vertical, type Scene } from './scene'

export const sky = (scene: Scene, stops: readonly string[], to = scene.h): void =>
  fillAll(scene, vertical(scene, 0, to, stops), 0, to)

/** Streaks and heaps of cloud from many soft ellipses. */
export const clouds = (scene: Scene, top: number, bottom: number, colour: string, count: number): void => {
  const { c, w, unit, random } = scene
  for (let i = 0; i < count; i += 1) {
    const x = between(random, -0.1, 1.1) * w
    const y = between(random, top, bottom)
    const size = between(random, 0.05, 0.16) * unit * (1 - (0.5 * (y - top)) / Math.max(1, bottom - top))
    c.save()
    c.translate(x, y)
    c.rotate(-0.12)
    c.scale(2.8, 0.5)
    for (let puff = 0; puff < 7; puff += 1)
      glow(
        { ...scene, c },
        between(random, -0.9, 0.9) * size,
        between(random, -0.7, 0.5) * size,
        size * between(random, 0.4, 1),
        colour,
        between(random, 0.08, 0.3),
      )
    c.restore()
  }
}

/** A ridge of land from wandering sines, filled to the foot of the picture. */
export const ridge = (scene: Scene, base: number, height: number, stops: readonly string[], roughness = 1): void => {
  const { c, w, h, random } = scene
  const waves = Array.from({ length: 5 }, (_, i) => ({
    k: (i + 1) * between(random, 0.7, 1.4) * roughness,
    phase: between(random, 0, 6.28),
    size: 1 / (i + 1.2),
  }))
  c.beginPath()
  c.moveTo(0, h)
  for (let x = 0; x <= w; x += w / 400) {
    const swing = waves.reduce((sum, wave) => sum + wave.size * Math.sin((x / w) * 6.28 * wave.k + wave.phase), 0)
    c.lineTo(x, base - height * 0.5 * (1 + swing / 1.6))
  }
  c.lineTo(w, h)
  c.closePath()
  c.fillStyle = vertical(scene, base - height, h, stops) as unknown as string
  c.fill()
}

/** Tufts of marram grass along the foot. */
export const grass = (scene: Scene, from: number, count: number, colours: readonly string[]): void => {
  const { c, w, h, unit, random } = scene
  for (let i = 0; i < count; i += 1) {
    const x = between(random, 0, w)
    const y = between(random, from, h * 1.02)
    const near = (y - from) / Math.max(1, h - from)
    const length = unit * between(random, 0.02, 0.07) * (0.4 + near)
    c.strokeStyle = colours[i % colours.length] ?? '#666'
    c.lineWidth = Math.max(1, unit * 0.0016 * (0.5 + near))
    c.beginPath()
    c.moveTo(x, y)
    c.quadraticCurveTo(x + length * 0.2, y - length * 0.6, x + length * between(random, 0.2, 0.9), y - length)
    c.stroke()
  }
}

/** Water with glitter towards the light at `sunX`. */
export const sea = (
  scene: Scene,
  top: number,
  bottom: number,
  stops: readonly string[],
  light: string,
  sunX: number,
): void => {
  const { c, w, unit, random } = scene
  fillAll(scene, vertical(scene, top, bottom, stops), top, bottom)
  for (let i = 0; i < 1400; i += 1) {
    const depth = random() ** 1.6
    const y = top + depth * (bottom - top)
    const spread = (0.04 + depth * 0.3) * w
    const x = sunX + (random() + random() - 1) * spread * 1.6
    c.globalAlpha = 0.08 + 0.35 * random() * (1 - Math.abs(x - sunX) / (spread * 1.7))
    c.fillStyle = light
    c.fillRect(x, y, unit * (0.004 + depth * 0.03) * random(), Math.max(1, unit * 0.0015 * (0.5 + 2 * depth)))
  }
  c.globalAlpha = 1
}

/** A breaking wave: a body of water with a lit lip and foam. */
export const breaker = (scene: Scene, y: number, height: number, body: readonly string[], foam: string): void => {
  const { c, w, unit, random } = scene
  c.beginPath()
  c.moveTo(0, y + height)
  const phase = between(random, 0, 6)
  const crest = (x: number): number =>
    y + Math.sin((x / w) * 5 + phase) * height * 0.18 + Math.sin((x / w) * 13 + phase) * height * 0.06
  for (let x = 0; x <= w; x += w / 300) c.lineTo(x, crest(x))
  c.lineTo(w, y + height * 1.4)
  c.lineTo(0, y + height * 1.4)
  c.closePath()
  c.fillStyle = vertical(scene, y - height * 0.2, y + height * 1.4, body) as unknown as string
  c.fill()
  for (let i = 0; i < 900; i += 1) {
    const x = random() * w
    const down = random() ** 2 * height * 0.7
    c.globalAlpha = 0.5 * (1 - down / height) * random()
    c.fillStyle = foam
    c.beginPath()
    c.ellipse(x, crest(x) + down, unit * 0.008 * random() + 1, unit * 0.004 * random() + 1, 0, 0, 6.29)
    c.fill()
  }
  c.globalAlpha = 1
}
