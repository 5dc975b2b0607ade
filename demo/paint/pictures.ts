import sharp from 'sharp'
import { breaker, clouds, grass, ridge, sea, sky } from './land'
import { between } from './random'
import { CANVASES, loftWall } from './room'
import { develop, fillAll, glow, newScene, vertical, type Scene } from './scene'
import type { SubjectMark } from '@/core/placement/subject'
import { figure, hut, kite, lighthouse, spool, type Figure } from './things'

export interface DemoPicture {
  readonly name: string
  readonly tags: readonly string[]
  /** Ending of the file that is made. */
  readonly ending: 'jpg' | 'png'
  /** Where the face is, if it shows one. */
  readonly subject?: SubjectMark
  readonly make: () => Promise<Buffer>
}

const jpeg = (scene: Scene, orientation?: number): Promise<Buffer> => {
  const { canvas, w, h } = scene
  const picture = sharp(canvas.data(), { raw: { width: w, height: h, channels: 4, premultiplied: true } }).removeAlpha()
  return picture
    .withMetadata({ density: 300, ...(orientation ? { orientation } : {}) })
    .jpeg({ quality: 90 })
    .toBuffer()
}

const picture = (
  name: string,
  tags: readonly string[],
  w: number,
  h: number,
  seed: number,
  paint: (scene: Scene) => void,
  orientation?: number,
): DemoPicture => ({
  name,
  tags,
  ending: 'jpg',
  make: () => {
    const scene = newScene(w, h, seed)
    paint(scene)
    return jpeg(scene, orientation)
  },
})

const duneKites = (s: Scene): void => {
  sky(s, ['#1d5c9e', '#4c94cd', '#a9d3ea', '#e9f0e6'], s.h * 0.8)
  glow(s, s.w * 0.2, s.h * 0.12, s.unit * 0.9, '#fff6d8', 0.5)
  clouds(s, s.h * 0.05, s.h * 0.5, '#ffffff', 22)
  ridge(s, s.h * 0.78, s.h * 0.14, ['#a8977c', '#c7b184'])
  ridge(s, s.h * 0.9, s.h * 0.2, ['#dcc089', '#b8934f'])
  grass(s, s.h * 0.8, 900, ['#6f7b3a', '#8d8f4a', '#b49b58'])
  kite(s, s.w * 0.3, s.h * 0.34, s.unit * 0.17, 0, -0.3, [s.w * 0.6, s.h * 0.92])
  kite(s, s.w * 0.72, s.h * 0.26, s.unit * 0.13, 1, 0.2, [s.w * 0.63, s.h * 0.92])
  kite(s, s.w * 0.53, s.h * 0.16, s.unit * 0.07, 2, 0.1, [s.w * 0.62, s.h * 0.92])
}

const gullSteps = (s: Scene): void => {
  sky(s, ['#2b2350', '#6d3a66', '#d2614f', '#f7b267', '#ffe3a8'], s.h * 0.75)
  glow(s, s.w * 0.55, s.h * 0.68, s.unit * 0.8, '#ffd58a', 0.8)
  clouds(s, s.h * 0.05, s.h * 0.5, '#f08a70', 18)
  sea(s, s.h * 0.68, s.h, ['#c56a5c', '#5a3a5e', '#241f3d'], '#ffe0a0', s.w * 0.55)
  ridge(s, s.h * 0.82, s.h * 0.16, ['#4a3558', '#2a2140'])
  ridge(s, s.h * 0.98, s.h * 0.2, ['#33284a', '#16122a'])
  s.c.fillStyle = '#1a1530'
  for (let i = 0; i < 16; i += 1) s.c.fillRect(s.w * (0.02 + i * 0.02), s.h * (0.97 - i * 0.012), s.w * 0.022, s.h)
  kite(s, s.w * 0.26, s.h * 0.3, s.unit * 0.16, 1, -0.25, [s.w * 0.4, s.h * 0.86])
  kite(s, s.w * 0.74, s.h * 0.36, s.unit * 0.12, 3, 0.3, [s.w * 0.43, s.h * 0.86])
}

const lighthouseLate = (s: Scene): void => {
  sky(s, ['#16213f', '#34406f', '#a85f7a', '#f2a477'], s.h * 0.72)
  clouds(s, s.h * 0.1, s.h * 0.5, '#c77f8e', 16)
  for (let i = 0; i < 120; i += 1)
    glow(s, s.random() * s.w, s.random() * s.h * 0.3, s.unit * 0.003, '#ffffff', s.random())
  sea(s, s.h * 0.66, s.h, ['#a5677a', '#3a3b63', '#151a33'], '#ffdca8', s.w * 0.3)
  ridge(s, s.h * 0.8, s.h * 0.12, ['#3c3353', '#1d1a33'])
  lighthouse(s, s.w * 0.58, s.h * 0.76, s.h * 0.46)
  ridge(s, s.h * 0.97, s.h * 0.22, ['#2a2540', '#100e1e'], 1.5)
}

const beachHuts = (s: Scene): void => {
  sky(s, ['#5aa7d6', '#b6dcec', '#f3ead2'], s.h * 0.7)
  clouds(s, s.h * 0.04, s.h * 0.4, '#ffffff', 16)
  fillAll(s, vertical(s, s.h * 0.66, s.h, ['#e9d3a0', '#c9a565']), s.h * 0.66)
  const colours = ['#d1495b', '#2e7f86', '#edae49', '#3d5a80', '#7a9e5b', '#c8553d']
  colours.forEach((colour, i) => hut(s, s.w * (0.04 + i * 0.158), s.h * 0.76, s.w * 0.125, colour))
  for (let i = 0; i < 2500; i += 1) {
    s.c.fillStyle = i % 2 ? 'rgba(120,80,30,0.18)' : 'rgba(255,245,215,0.2)'
    const y = between(s.random, s.h * 0.77, s.h)
    s.c.fillRect(s.random() * s.w, y, s.unit * 0.012 * s.random(), s.unit * 0.003)
  }
}

const longWaves = (s: Scene): void => {
  sky(s, ['#7fb3c8', '#d8e8e6'], s.h * 0.3)
  sea(s, s.h * 0.26, s.h, ['#4f93a3', '#1f6275', '#0d3d50'], '#e8fbf6', s.w * 0.6)
  for (const [y, h] of [
    [0.34, 0.08],
    [0.48, 0.14],
    [0.66, 0.22],
  ] as const)
    breaker(s, s.h * y, s.h * h, ['#c9f0e4', '#3f9c9c', '#125064'], '#ffffff')
}

/** Colours of a cloth: its fall from light to dark, where it shines, where it is deep, and the panel sewn on. */
interface Cloth {
  readonly body: readonly string[]
  readonly shine: string
  readonly deep: string
  readonly panel: string
}

const CLOTHS = {
  green: { body: ['#2f9e74', '#0e6a4d', '#0a4a3a'], shine: '#bff5d8', deep: '#04271d', panel: '#f4c430' },
  scarlet: { body: ['#e0523f', '#b3261e', '#7c1518'], shine: '#ffd2b8', deep: '#3d0609', panel: '#fbf3df' },
  cobalt: { body: ['#3f74cf', '#1d4aa0', '#122d6b'], shine: '#c4dcff', deep: '#081637', panel: '#f08a3c' },
  marigold: { body: ['#f8c64a', '#e59a1c', '#b3700f'], shine: '#fff3c4', deep: '#5a3204', panel: '#8e2a5b' },
} as const satisfies Record<string, Cloth>

const ripstop =
  ({ body, shine, deep, panel }: Cloth) =>
  (s: Scene): void => {
    fillAll(s, vertical(s, 0, s.h, body))
    for (let i = 0; i < 9; i += 1) {
      s.c.save()
      s.c.translate(s.w * s.random(), s.h * s.random())
      s.c.rotate(between(s.random, 0.4, 1.1))
      s.c.scale(3, 0.35)
      glow(s, 0, 0, s.unit * between(s.random, 0.2, 0.4), i % 2 ? shine : deep, 0.5)
      s.c.restore()
    }
    const pitch = s.unit / 46
    for (let i = 0; i < 50; i += 1) {
      s.c.fillStyle = 'rgba(225,255,238,0.2)'
      s.c.fillRect(i * pitch, 0, pitch * 0.09, s.h)
      s.c.fillRect(0, i * pitch, s.w, pitch * 0.09)
      s.c.fillStyle = 'rgba(0,25,18,0.3)'
      s.c.fillRect(i * pitch + pitch * 0.09, 0, pitch * 0.06, s.h)
      s.c.fillRect(0, i * pitch + pitch * 0.09, s.w, pitch * 0.06)
    }
    s.c.fillStyle = panel
    s.c.beginPath()
    s.c.moveTo(s.w * 0.62, 0)
    s.c.lineTo(s.w, 0)
    s.c.lineTo(s.w, s.h * 0.55)
    s.c.closePath()
    s.c.globalAlpha = 0.92
    s.c.fill()
    s.c.globalAlpha = 1
  }

const table = (s: Scene): void => {
  fillAll(s, vertical(s, 0, s.h, ['#8a5a33', '#b07a48', '#6a4022']))
  for (let i = 0; i < 260; i += 1) {
    s.c.strokeStyle = i % 3 ? 'rgba(50,24,10,0.14)' : 'rgba(255,220,170,0.12)'
    s.c.lineWidth = s.unit * 0.004 * s.random() + 1
    const y = s.random() * s.h
    s.c.beginPath()
    s.c.moveTo(0, y)
    s.c.bezierCurveTo(s.w * 0.3, y + s.unit * 0.02, s.w * 0.6, y - s.unit * 0.02, s.w, y + s.unit * 0.01)
    s.c.stroke()
  }
  glow(s, s.w * 0.25, s.h * 0.1, s.unit * 1.1, '#fff1cf', 0.55)
}

const spools = (s: Scene): void => {
  table(s)
  const colours = ['#d7263d', '#f4c430', '#2c7da0', '#0f7b6c', '#f26430', '#7b2d8b']
  colours.forEach((colour, i) =>
    spool(s, s.w * (0.2 + 0.3 * (i % 3)), s.h * (0.3 + 0.4 * Math.floor(i / 3)), s.unit * 0.26, colour),
  )
}

const loftBench = (s: Scene): void => {
  table(s)
  s.c.save()
  s.c.translate(s.w * 0.5, s.h * 0.52)
  s.c.rotate(0.9)
  s.c.shadowColor = 'rgba(20,8,0,0.5)'
  s.c.shadowBlur = s.unit * 0.04
  s.c.fillStyle = '#fbf5e6'
  s.c.fillRect(-s.unit * 0.36, -s.unit * 0.28, s.unit * 0.72, s.unit * 0.56)
  s.c.restore()
  kite(s, s.w * 0.46, s.h * 0.46, s.unit * 0.27, 2, 0.7, null)
  spool(s, s.w * 0.82, s.h * 0.74, s.unit * 0.18, '#2c7da0')
  spool(s, s.w * 0.14, s.h * 0.28, s.unit * 0.15, '#d7263d')
}

/** A crew member before soft lights: at a distance and a height of their own. */
const portrait = (s: Scene, who: Figure, backdrop: readonly string[]): void => {
  sky(s, backdrop)
  for (let i = 0; i < 26; i += 1)
    glow(
      s,
      s.random() * s.w,
      s.random() * s.h,
      s.unit * between(s.random, 0.04, 0.16),
      i % 3 ? '#f6e6b0' : '#8cc7e0',
      0.35,
    )
  figure(s, who)
}

interface Member {
  readonly name: string
  readonly w: number
  readonly h: number
  readonly seed: number
  readonly who: Figure
  readonly backdrop: readonly string[]
}

/** The crew, each photographed from another distance, so that their faces have to be matched. */
const CREW: readonly Member[] = [
  {
    name: 'ode',
    w: 2000,
    h: 2500,
    seed: 19,
    who: { skin: '#c98d63', hair: '#2d1c16', coat: '#8e2a5b', x: 0.52, y: 0.42, face: 0.26 },
    backdrop: ['#3f7fb0', '#9cc9dd', '#e8dfc0'],
  },
  {
    name: 'brannoch',
    w: 2400,
    h: 2400,
    seed: 31,
    who: { skin: '#e3b58f', hair: '#8a4b22', coat: '#2c7da0', x: 0.44, y: 0.55, face: 0.17 },
    backdrop: ['#6d7f4a', '#a9b56f', '#e6d9a8'],
  },
  {
    name: 'tamsel',
    w: 2100,
    h: 2800,
    seed: 32,
    who: { skin: '#8d5a3b', hair: '#17120f', coat: '#d98e04', x: 0.55, y: 0.34, face: 0.34 },
    backdrop: ['#5a3a6e', '#b5658a', '#f2b880'],
  },
  {
    name: 'wivvy',
    w: 3000,
    h: 2250,
    seed: 33,
    who: { skin: '#d6a27c', hair: '#5b5148', coat: '#3f6b2a', x: 0.62, y: 0.47, face: 0.24 },
    backdrop: ['#2f6f78', '#7fb0a8', '#efe0bf'],
  },
]

/** Head and eye line of a figure as shares of the picture, from how it is drawn. */
const subjectOf = ({ w, h, who }: Member): SubjectMark => {
  const across = (0.46 * who.face * h) / w
  return {
    box: { u0: who.x - across, v0: who.y - 0.66 * who.face, u1: who.x + across, v1: who.y + 0.48 * who.face },
    line: who.y - 0.04 * who.face,
  }
}

const crewPicture = (member: Member): DemoPicture => {
  const { name, w, h, seed, who, backdrop } = member
  return {
    ...picture(
      name,
      ['crew'],
      w,
      h,
      seed,
      developed((s) => portrait(s, who, backdrop)),
    ),
    subject: subjectOf(member),
  }
}

/** The same pixels as a camera of a wide gamut stores them. */
const wideGamut = (held: DemoPicture): DemoPicture => ({
  ...held,
  make: async () =>
    sharp(await held.make())
      .withIccProfile('p3')
      .jpeg({ quality: 90 })
      .toBuffer(),
})

/** One kite on nothing. */
const kiteAlone: DemoPicture = {
  name: 'kite-cut-out',
  tags: ['kites', 'cut out'],
  ending: 'png',
  make: () => {
    const s = newScene(1600, 1600, 41)
    kite(s, s.w * 0.5, s.h * 0.42, s.unit * 0.36, 1, 0.25, null)
    return s.canvas.encode('png')
  },
}

const duneEvening = (s: Scene): void => {
  sky(s, ['#432b6b', '#c4517a', '#ff9e5e', '#ffd98a'], s.h * 0.62)
  glow(s, s.w * 0.3, s.h * 0.56, s.unit * 0.6, '#ffd27a', 0.9)
  clouds(s, s.h * 0.05, s.h * 0.4, '#ffb5a0', 24)
  ridge(s, s.h * 0.68, s.h * 0.16, ['#8a4b5f', '#4f2f4d'], 1.1)
  ridge(s, s.h * 0.86, s.h * 0.26, ['#b5763f', '#6d4527'], 1.5)
  kite(s, s.w * 0.66, s.h * 0.26, s.unit * 0.12, 3, -0.3, [s.w * 0.58, s.h * 0.86])
  grass(s, s.h * 0.86, 900, ['#5a3a2a', '#8c5f36', '#d09a5a'])
}

const headland = (s: Scene): void => {
  sky(s, ['#2a6ca5', '#7fb7d8', '#f0e4c6'], s.h * 0.7)
  glow(s, s.w * 0.8, s.h * 0.4, s.unit * 1.2, '#fff0c4', 0.6)
  clouds(s, s.h * 0.06, s.h * 0.45, '#ffffff', 40)
  sea(s, s.h * 0.6, s.h, ['#8fc1c9', '#3b8095', '#1e4f66'], '#fff6d8', s.w * 0.8)
  ridge(s, s.h * 0.68, s.h * 0.2, ['#6f8f6a', '#4f6b4a'], 1.2)
  lighthouse(s, s.w * 0.31, s.h * 0.57, s.h * 0.36)
  ridge(s, s.h * 0.88, s.h * 0.3, ['#8fa25a', '#5d6f34'], 1.8)
  for (let i = 0; i < 7; i += 1)
    kite(
      s,
      s.w * (0.1 + 0.13 * i),
      s.h * between(s.random, 0.12, 0.4),
      s.unit * between(s.random, 0.04, 0.09),
      i,
      between(s.random, -0.4, 0.4),
      [s.w * (0.14 + 0.12 * i), s.h * 0.84],
    )
  grass(s, s.h * 0.84, 1600, ['#55692c', '#7d8a3f', '#a3a257'])
}

const developed = (paint: (scene: Scene) => void) => (scene: Scene) => {
  paint(scene)
  develop(scene)
}

/** The pictures of the kite week, all painted here. */
export const DEMO_PICTURES: readonly DemoPicture[] = [
  picture('dune-kites', ['kites', 'dunes'], 4000, 2667, 11, developed(duneKites)),
  picture('gull-steps-dusk', ['dusk', 'kites'], 3600, 2400, 12, developed(gullSteps)),
  picture('lighthouse-late', ['dusk', 'lighthouse'], 2400, 3600, 13, developed(lighthouseLate)),
  picture('beach-huts', ['beach'], 3600, 2400, 14, developed(beachHuts)),
  picture('long-waves', ['sea'], 3000, 2000, 15, developed(longWaves)),
  picture('green-ripstop', ['cloth'], 2400, 2400, 16, developed(ripstop(CLOTHS.green))),
  picture('scarlet-ripstop', ['cloth'], 2400, 2400, 41, developed(ripstop(CLOTHS.scarlet))),
  picture('cobalt-ripstop', ['cloth'], 2400, 2400, 42, developed(ripstop(CLOTHS.cobalt))),
  picture('marigold-ripstop', ['cloth'], 2400, 2400, 43, developed(ripstop(CLOTHS.marigold))),
  // Stored on its side with EXIF orientation 6, as a camera held upright does.
  picture('spools', ['workshop'], 2800, 2100, 17, developed(spools), 6),
  picture('loft-bench', ['workshop', 'kites'], 3200, 2400, 18, developed(loftBench)),
  picture('loft-wall', ['workshop', 'wall'], 3600, 2400, 51, developed(loftWall(CANVASES))),
  picture('loft-wall-bare', ['workshop', 'wall'], 3600, 2400, 51, developed(loftWall([]))),
  ...CREW.map(crewPicture),
  picture('headland-wide', ['panorama', 'lighthouse'], 6000, 2000, 20, developed(headland)),
  wideGamut(picture('dune-evening', ['dusk', 'dunes'], 3200, 2133, 34, developed(duneEvening))),
  kiteAlone,
]
