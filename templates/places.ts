import type { DemoFaces } from '@demo/faces'
import type { Corners, Template } from './kit'
import { blend, box, glow, partOf, round, rounded, scene, shape, stops, tints, type Dot } from './scene'

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

const shop = (faces: DemoFaces): Template => {
  const m = scene(faces, {
    id: 'mockup-shop-window',
    name: 'Shop window',
    words: 'mock-up store front street window display poster sign awning',
    notes: 'The large window and a sign beside the door. The glass reflects the street.',
  })
  const front = m.slot('Front', '#2c4a46')
  m.paper(blend(90, ...tints(front, 10, -14)))
  m.art('Pavement', [0, 2010, 3000, 240], { kind: 'rectangle' }, { fill: blend(90, '#7f7d82', '#aeacae') })
  m.art('Plinth', [0, 1800, 3000, 220], { kind: 'rectangle' }, { fill: blend(90, ...tints(front, -20, -42)) })
  const pilaster = (x: number, i: number) =>
    m.art(
      `Pilaster ${i}`,
      [x, 330, 120, 1480],
      { kind: 'rectangle' },
      { fill: blend(0, ...tints(front, 30, 6, -26)), layers: [m.fall(14, 0.4)] },
    )
  const inside = box(200, 560, 1780, 1200)
  m.drawn('Inside', shape(inside), { fill: blend(90, '#3b2d22', '#7c6043', '#3a2b1f') })
  m.light('Lamps', [480, 1090, 1700].map((x) => round([x, 640], 260, 200)).join(''), '#8a6f45', 0.8, 190)
  m.opening('Window', [280, 620, 1620, 1080], {
    hint: 'what fills the window',
    wants: { posture: 'wide' },
    layers: [m.layer('shadow', { inset: true, at: 'over', dx: 0, dy: 26, blur: 50, opacity: 0.55 })],
  })
  m.soft('Dusk in the window', shape(inside), 0, stops(90, [0, '#b9b2b0'], [0.3, '#ffffff'], [1, '#d7d2cf']))
  m.light(
    'Street in the glass',
    'M200 1180L420 1060L520 1120L760 900L930 1010L1130 860L1330 1040L1560 930L1760 1080L1980 980L1980 1760L200 1760Z',
    blend(90, '#1f2730', '#0e1216'),
    0.6,
  )
  m.light(
    'Reflection',
    shape([
      [420, 560],
      [860, 560],
      [520, 1760],
      [200, 1760],
      [200, 1300],
    ]),
    blend(100, '#2f353c', '#0c0e10'),
    0.7,
  )
  m.light(
    'Thin reflection',
    shape([
      [1180, 560],
      [1290, 560],
      [950, 1760],
      [840, 1760],
    ]),
    blend(100, '#2a3036', '#0b0d0f'),
    0.6,
  )
  m.drawn(
    'Bars',
    `${shape(box(170, 530, 1840, 34))}${shape(box(170, 1752, 1840, 48))}${shape(box(170, 530, 34, 1260))}${shape(box(1976, 530, 34, 1260))}`,
    { fill: blend(90, ...tints(front, 34, 0)), layers: [m.fall(10, 0.4)] },
  )
  const door = box(2230, 560, 600, 1440)
  m.drawn('Door', shape(door), {
    fill: blend(0, ...tints(front, 14, -16)),
    layers: [m.layer('shadow', { inset: true, at: 'over', dx: 14, dy: 10, blur: 20, opacity: 0.6 })],
  })
  m.drawn('Glass of the door', rounded(box(2310, 650, 440, 900), 20), {
    fill: blend(100, '#50606a', '#1d262c', '#38454c'),
  })
  m.opening('Sign', [2390, 820, 280, 380], {
    hint: 'a small sign',
    wants: { posture: 'upright' },
    layers: [m.fall(10, 0.5)],
  })
  m.light(
    'Glass before the sign',
    shape([
      [2310, 650],
      [2600, 650],
      [2400, 1550],
      [2310, 1550],
    ]),
    blend(100, '#2a3238', '#0b0d0f'),
    0.7,
  )
  m.drawn('Handle', rounded(box(2255, 1240, 24, 240), 12), { fill: blend(0, '#e3c98a', '#8f6c2e') })
  ;[60, 2050, 2860].forEach((x, i) => pilaster(x, i + 1))
  const cloth = m.slot('Awning', '#b3472f')
  const strips = Array.from({ length: 14 }, (_, i) => i)
  const strip = (i: number): string =>
    shape([
      [i * 214 + 3, 330],
      [i * 214 + 217, 330],
      [i * 222 + 200 - 60, 560],
      [i * 222 - 62, 560],
    ])
  m.shade('Shade of the awning', shape(box(0, 540, 3000, 190)), 70, 0.55)
  m.drawn('Awning', strips.map(strip).join(''), { fill: blend(90, ...tints(cloth, 12, -10)) })
  m.drawn(
    'Pale strips',
    strips
      .filter((i) => i % 2)
      .map(strip)
      .join(''),
    { fill: blend(90, '#fbf7ee', '#e0d8c8') },
  )
  m.drawn(
    'Edge of the awning',
    strips
      .map((i) => `M${i * 222 - 62} 556L${i * 222 + 140} 556L${i * 222 + 140} 590A101 46 0 0 1 ${i * 222 - 62} 590Z`)
      .join(''),
    { fill: tints(cloth, -16)[0] ?? cloth, layers: [m.fall(14, 0.4)] },
  )
  m.art(
    'Board',
    [0, 90, 3000, 250],
    { kind: 'rectangle' },
    { fill: blend(90, ...tints(front, 22, -6)), layers: [m.fall(22, 0.45)] },
  )
  m.text('Name of the shop', 'SKYLINE LOFT', [300, 130, 2400, 170], {
    face: 'archivo-black',
    size: 130,
    colour: m.slot('Lettering', '#f2d58a'),
    field: 24,
    align: 'centre',
    stand: 'middle',
    shrinks: true,
  })
  return m.done()
}

export const PLACES = [poster, wall, shop] as const
