import type { DemoFaces } from '@demo/faces'
import type { Corners, Template } from './kit'
import { blend, box, glow, partOf, round, rounded, scene, shape, stops, tints, type Dot } from './scene'
import { shop } from './shopWindow'

/** Places where prints hang. */

const PRINT = 'Print'

const poster = (faces: DemoFaces): Template => {
  const m = scene(
    faces,
    {
      id: 'mockup-street-poster',
      name: 'Poster in the street',
      words: 'mock-up advertising street bus stop light box print city',
      notes: 'One upright poster in a lit case.',
    },
    [2400, 3000],
  )
  const wall = m.slot('Wall', '#b5725a')
  m.paper(blend(90, ...tints(wall, 6, -6)))
  const bricks = Array.from({ length: 28 }, (_, r) =>
    Array.from({ length: 13 }, (_c, c) => shape(box(c * 200 - (r % 2) * 100 + 4, r * 82 + 4, 192, 74))).join(''),
  )
  m.drawn('Bricks', bricks.join(''), { fill: blend(40, ...tints(wall, 18, 2, -12)) })
  m.soft(
    'Dusk on the wall',
    shape(box(0, 0, 2400, 2320)),
    0,
    stops(90, [0, '#6d6a86'], [0.5, '#c9c2c8'], [1, '#efe6e0']),
  )
  m.art('Pavement', [0, 2300, 2400, 700], { kind: 'rectangle' }, { fill: blend(90, '#8b8a90', '#b9b7b8') })
  const slabs = [0, 1, 2, 3, 4, 5].map((i) =>
    shape([
      [i * 480 - 60, 2300],
      [i * 480 - 54, 2300],
      [i * 620 - 400, 3000],
      [i * 620 - 414, 3000],
    ]),
  )
  m.drawn('Joints', `${slabs.join('')}${shape(box(0, 2520, 2400, 5))}${shape(box(0, 2790, 2400, 7))}`, {
    fill: '#6d6b72',
    opacity: 0.6,
  })
  const frame = m.slot('Case', '#2f3338')
  const front: Corners = [
    [560, 330],
    [1800, 420],
    [1800, 2330],
    [560, 2440],
  ]
  m.light(
    'Glow',
    rounded(
      [
        [300, 120],
        [2060, 220],
        [2060, 2560],
        [300, 2700],
      ],
      300,
    ),
    '#6a6454',
    0.9,
    240,
  )
  m.shade(
    'Shade on the ground',
    shape([
      [540, 2560],
      [1830, 2436],
      [2330, 2560],
      [1060, 2740],
    ]),
    60,
    0.6,
  )
  m.drawn(
    'Side',
    shape([
      [1800, 420],
      [1880, 440],
      [1880, 2400],
      [1800, 2440],
    ]),
    { fill: blend(90, ...tints(frame, -20, -50)) },
  )
  m.drawn(
    'Feet',
    `${shape([
      [640, 2420],
      [760, 2410],
      [760, 2560],
      [640, 2570],
    ])}${shape([
      [1620, 2330],
      [1720, 2320],
      [1720, 2460],
      [1620, 2470],
    ])}`,
    { fill: tints(frame, -35)[0] ?? frame },
  )
  m.drawn('Case', rounded(front, 26), { fill: blend(20, ...tints(frame, 30, 0, -20)) })
  const pane = partOf(front, 0.052, 0.034, 0.948, 0.966)
  m.drawn('Lamp', shape(pane), { fill: '#fffdf6' })
  m.opening(PRINT, [600, 420, 1180, 1760], { corners: pane, hint: 'an upright poster', wants: { posture: 'upright' } })
  m.light('Light from behind', shape(pane), glow('#26241c', '#0a0a08'), 0.8)
  m.light('Reflection', shape(partOf(front, 0.1, 0.034, 0.34, 0.966)), blend(90, '#23262e', '#0c0d10'), 0.7, 30)
  m.light(
    'Light on the ground',
    shape([
      [560, 2570],
      [1800, 2450],
      [2020, 2600],
      [700, 2780],
    ]),
    blend(90, '#5a5548', '#101010'),
    0.6,
    60,
  )
  return m.done()
}

const wall = (faces: DemoFaces): Template => {
  const m = scene(faces, {
    id: 'mockup-wall-three',
    name: 'Wall with three pictures',
    words: 'mock-up gallery frames room interior print art wall hanging',
    notes: 'Three framed prints above a bench: one wide between two upright ones.',
  })
  const paint = m.slot('Wall', '#c6cfc6')
  m.paper(stops(20, [0, tints(paint, 30)[0] ?? paint], [0.5, paint], [1, tints(paint, -20)[0] ?? paint]))
  m.art('Floor', [0, 1960, 3000, 290], { kind: 'rectangle' }, { fill: blend(90, '#8a6a4e', '#b08c69') })
  m.drawn(
    'Boards',
    [0, 1, 2, 3, 4, 5, 6]
      .map((i) =>
        shape([
          [i * 500, 1960],
          [i * 500 + 5, 1960],
          [i * 640 - 415, 2250],
          [i * 640 - 423, 2250],
        ]),
      )
      .join(''),
    { fill: '#6d5139', opacity: 0.6 },
  )
  m.art('Skirting', [0, 1890, 3000, 80], { kind: 'rectangle' }, { fill: blend(90, '#f7f5f0', '#dcd8cf') })
  m.soft(
    'Light of a window',
    shape([
      [300, 0],
      [1250, 0],
      [2100, 1890],
      [1050, 1890],
    ]),
    120,
    '#ffffff',
    0,
  )
  const wood = m.slot('Frames', '#3b2f28')
  const hang = (name: string, x: number, y: number, w: number, h: number, hint: string): void => {
    const outer = box(x - 62, y - 62, w + 124, h + 124)
    m.shade(`Shade of ${name}`, shape(outer.map(([px, py]): Dot => [px + 40, py + 58])), 44, 0.45)
    m.drawn(`Frame of ${name}`, shape(outer), {
      fill: blend(50, ...tints(wood, 24, 0, -24)),
      layers: [m.layer('relief', { direction: -135, depth: 12, softness: 8, opacity: 0.6 })],
    })
    m.drawn(`Mount of ${name}`, shape(box(x - 30, y - 30, w + 60, h + 60)), {
      fill: '#fbf9f4',
      layers: [m.layer('shadow', { inset: true, at: 'over', dx: 8, dy: 10, blur: 12, opacity: 0.45 })],
    })
    m.opening(name, [x + 24, y + 24, w - 48, h - 48], {
      hint,
      layers: [m.layer('shadow', { inset: true, at: 'over', dx: 4, dy: 5, blur: 6, opacity: 0.35 })],
    })
    m.light(
      `Glass of ${name}`,
      shape([
        [x + w * 0.3, y - 30],
        [x + w * 0.62, y - 30],
        [x + w * 0.3, y + h + 30],
        [x, y + h + 30],
      ]),
      blend(90, '#26262a', '#0a0a0c'),
      0.45,
    )
  }
  hang('Left picture', 330, 420, 560, 760, 'an upright picture')
  hang('Middle picture', 1050, 380, 900, 840, 'the main picture')
  hang('Right picture', 2110, 420, 560, 760, 'an upright picture')
  m.shade('Shade of the bench', round([1500, 2120], 1150, 70), 60, 0.55)
  m.drawn(
    'Legs',
    `${shape([
      [600, 1790],
      [680, 1790],
      [650, 2120],
      [590, 2120],
    ])}${shape([
      [2320, 1790],
      [2400, 1790],
      [2410, 2120],
      [2350, 2120],
    ])}`,
    { fill: blend(0, '#6b4a2f', '#3f2a1a') },
  )
  m.drawn('Seat', rounded(box(480, 1700, 2040, 110), 40), {
    fill: blend(90, '#b98a58', '#7d5733'),
    layers: [m.fall(20, 0.4)],
  })
  m.drawn('Cushion', rounded(box(1760, 1590, 560, 130), 60), {
    fill: blend(90, ...tints(m.slot('Cushion', '#8e2a5b'), 20, -20)),
    layers: [m.fall(12, 0.35)],
  })
  return m.done()
}

export const PLACES = [poster, wall, shop] as const
