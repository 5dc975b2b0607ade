import type { DemoFaces } from '@demo/faces'
import type { Corners, Template } from './kit'
import { blend, box, onto, round, rounded, scene, shape, stops, tints, type Dot } from './scene'
import { DESIGN, GLASS, openLaptop, slab } from './slabs'

/** Things with a screen, of no particular maker. */

const phone = (faces: DemoFaces): Template => {
  const m = scene(
    faces,
    {
      id: 'mockup-phone',
      name: 'Phone, standing',
      words: 'mock-up device screen app mobile upright hand',
      notes: 'One upright screen. A design of 1080 × 2340 pixels fills it just so; anything else is cropped to it.',
    },
    [2250, 3000],
  )
  m.room('#d9d4cc', '#b9a68f', 2180)
  const body = m.slot('Phone', '#4a4d55')
  m.shade('Shade', round([1190, 2690], 760, 92), 80, 0.55)
  m.shade('Near shade', round([1130, 2668], 480, 34), 26, 0.6)
  const front: Corners = [
    [610, 400],
    [1500, 520],
    [1510, 2560],
    [640, 2690],
  ]
  slab(m, front, {
    body,
    depth: [44, 6],
    radius: 118,
    rim: [0.034, 0.016],
    size: [780, 1690],
    hint: 'an upright screen',
  })
  const [x, y] = onto(front)(0.5, 0.04)
  m.drawn('Camera', round([x, y], 19, 22), { fill: '#050506' })
  m.drawn('Lens', round([x - 4, y - 5], 6, 7), { fill: '#2e3644' })
  return m.done()
}

const tablet = (faces: DemoFaces): Template => {
  const m = scene(faces, {
    id: 'mockup-tablet',
    name: 'Tablet on a desk',
    words: 'mock-up device screen pad desk lying wide',
    notes: 'One wide screen, four by three, seen from above.',
  })
  const desk = m.slot('Desk', '#c9b79c')
  m.paper(blend(70, ...tints(desk, 22, 0, -16)))
  for (const [i, y] of [210, 690, 1240, 1830].entries())
    m.soft(
      `Grain ${i + 1}`,
      shape([
        [0, y],
        [3000, y - 130],
        [3000, y - 124],
        [0, y + 8],
      ]),
      0,
      '#b7a285',
      0.35,
    )
  const body = m.slot('Tablet', '#dcdde0')
  const front: Corners = [
    [690, 330],
    [2500, 420],
    [2690, 1810],
    [420, 1700],
  ]
  m.shade(
    'Shade',
    rounded(
      front.map(([x, y]): Dot => [x + 40, y + 74]),
      110,
    ),
    60,
    0.55,
  )
  slab(m, front, { body, depth: [4, 26], radius: 92, rim: [0.042, 0.056], size: [1920, 1440], hint: 'a wide screen' })
  const pencil: readonly Dot[] = [
    [2790, 560],
    [2836, 552],
    [2952, 1640],
    [2934, 1712],
    [2902, 1646],
  ]
  m.shade('Shade of the pencil', shape(pencil.map(([x, y]): Dot => [x + 22, y + 40])), 18, 0.5)
  m.drawn('Pencil', shape(pencil.slice(0, 3).concat([[2902, 1646]])), {
    fill: blend(0, '#e2a43b', '#c9861d', '#8f5e00'),
  })
  m.drawn(
    'Tip',
    shape([
      [2902, 1646],
      [2952, 1640],
      [2934, 1712],
    ]),
    { fill: blend(0, '#e8d8bd', '#c7ae86') },
  )
  return m.done()
}

const laptop = (faces: DemoFaces): Template => {
  const m = scene(faces, {
    id: 'mockup-laptop',
    name: 'Laptop, open',
    words: 'mock-up device screen notebook computer desk website',
    notes: 'One wide screen, sixteen by ten.',
  })
  m.room('#cfd6d8', '#b59c80', 1370)
  openLaptop(m, box(680, 300, 1640, 1060), [
    [660, 1372],
    [2340, 1372],
    [2620, 1900],
    [380, 1900],
  ])
  return m.done()
}

const monitor = (faces: DemoFaces): Template => {
  const m = scene(faces, {
    id: 'mockup-monitor',
    name: 'Monitor on a desk',
    words: 'mock-up device screen display computer office website film',
    notes: 'One wide screen, sixteen by nine.',
  })
  m.room('#d4cfc9', '#8f7560', 1760)
  const body = m.slot('Monitor', '#3a3c42')
  m.shade('Shade', round([1500, 1975], 620, 60), 46, 0.6)
  m.drawn(
    'Stand',
    shape([
      [1370, 1500],
      [1630, 1500],
      [1660, 1930],
      [1340, 1930],
    ]),
    {
      fill: blend(0, ...tints(body, 10, 40, -10, -40)),
    },
  )
  m.drawn('Foot', round([1500, 1940], 400, 44), { fill: blend(90, ...tints(body, 40, -5)) })
  m.drawn('Front of the foot', `M1100 1940A400 44 0 0 0 1900 1940L1900 1952A400 44 0 0 1 1100 1952Z`, {
    fill: blend(0, ...tints(body, -30, 20, -40)),
  })
  slab(m, box(440, 280, 2120, 1230), {
    body,
    depth: [0, 10],
    radius: 34,
    rim: [0.014, 0.024],
    size: [2060, 1160],
    hint: 'a wide screen',
  })
  m.soft('Shade of the screen', shape(box(1370, 1512, 260, 130)), 0, blend(90, '#77747c', '#ffffff'))
  return m.done()
}

const watch = (faces: DemoFaces): Template => {
  const m = scene(
    faces,
    {
      id: 'mockup-watch',
      name: 'Round watch',
      words: 'mock-up device screen wrist small round time',
      notes: 'One small round screen.',
    },
    [2400, 3000],
  )
  m.paper(blend(60, ...tints(m.slot('Background', '#dfe3dc'), 35, 0, -16)))
  const strap = m.slot('Strap', '#6b4a33')
  const metal = m.slot('Case', '#a8a29a')
  const centre: Dot = [1200, 1500]
  m.shade('Shade', round([1290, 1590], 860), 150, 0.4)
  const upper = 'M860 -20L1540 -20C1520 300 1530 560 1590 880L810 880C870 560 880 300 860 -20Z'
  const lower = 'M810 2120L1590 2120C1530 2440 1520 2700 1540 3020L860 3020C880 2700 870 2440 810 2120Z'
  const fill = blend(0, ...tints(strap, -45, 6, 22, 0, -50))
  const stitches = [885, 1515].flatMap((x) =>
    Array.from(
      { length: 9 },
      (_, i) => shape(box(x - 5, 40 + i * 84, 10, 48)) + shape(box(x - 5, 2210 + i * 84, 10, 48)),
    ),
  )
  m.drawn('Upper strap', upper, { fill, layers: [m.fall(26, 0.4)] })
  m.drawn('Lower strap', lower, { fill, layers: [m.fall(26, 0.4)] })
  m.drawn('Stitches', stitches.join(''), { fill: tints(strap, 55)[0] ?? strap, opacity: 0.8 })
  for (const [i, [y, turn]] of (
    [
      [1180, -24],
      [1820, 24],
    ] as const
  ).entries())
    m.art(
      `Button ${i + 1}`,
      [1950, y - 52, 120, 104],
      { kind: 'rectangle', corners: [{ style: 'round', size: { share: 0.3 } }] },
      {
        fill: blend(90, ...tints(metal, 30, -45)),
        turn,
      },
    )
  m.drawn('Case', round(centre, 850), {
    fill: stops(60, ...tints(metal, 60, -20, 25, -52).map((tint, i) => [i / 3, tint] as const)),
    layers: [m.fall(46, 0.45)],
  })
  m.drawn('Ring', round(centre, 790), {
    fill: stops(-120, ...tints(metal, 40, -10, -60).map((tint, i) => [i / 2, tint] as const)),
  })
  m.drawn('Glass', round(centre, 740), { fill: GLASS })
  const marks = Array.from({ length: 12 }, (_, i) => {
    const [sin, cos] = [Math.sin((i * Math.PI) / 6), Math.cos((i * Math.PI) / 6)]
    return round([1200 + 768 * sin, 1500 - 768 * cos], i % 3 ? 7 : 12)
  })
  m.drawn('Marks', marks.join(''), { fill: tints(metal, 70)[0] ?? metal })
  m.opening(DESIGN, [540, 840, 1320, 1320], { stencil: { kind: 'ellipse' }, hint: 'a small round screen' })
  m.soft('Light on the screen', round(centre, 660), 0, blend(110, '#ffffff', '#ffffff', '#d6d3dc'))
  m.light(
    'Reflection',
    'M760 1080C900 920 1120 850 1330 880C1100 960 880 1180 760 1520C680 1380 690 1200 760 1080Z',
    blend(60, '#3a3a40', '#0c0c0e'),
    0.7,
  )
  return m.done()
}

const three = (faces: DemoFaces): Template => {
  const m = scene(faces, {
    id: 'mockup-three-devices',
    name: 'Three devices together',
    words: 'mock-up device screens laptop tablet phone responsive website',
    notes:
      'One drop fills all three: each shows the same at its own shape. Put something else into one and it is in all.',
  })
  m.room('#dcd8d0', '#a98f78', 1480)
  openLaptop(
    m,
    box(760, 330, 1560, 1010),
    [
      [740, 1352],
      [2340, 1352],
      [2600, 1830],
      [480, 1830],
    ],
    true,
  )
  const tabletFront: Corners = [
    [180, 820],
    [900, 870],
    [900, 1870],
    [180, 1930],
  ]
  m.shade('Shade of the tablet', round([570, 1935], 470, 46), 40, 0.6)
  slab(m, tabletFront, {
    body: m.slot('Tablet', '#3d4046'),
    depth: [26, 2],
    radius: 48,
    rim: [0.05, 0.038],
    size: [660, 930],
    hint: 'an upright screen',
    isAlike: true,
  })
  const phoneFront: Corners = [
    [2270, 1120],
    [2690, 1085],
    [2690, 2030],
    [2270, 1975],
  ]
  m.shade('Shade of the phone', round([2470, 2030], 290, 36), 30, 0.6)
  slab(m, phoneFront, {
    body: m.slot('Phone', '#7a2a4f'),
    depth: [-18, 2],
    radius: 56,
    rim: [0.04, 0.019],
    size: [390, 850],
    hint: 'an upright screen',
    isAlike: true,
  })
  return m.done()
}

export const DEVICES = [phone, tablet, laptop, monitor, watch, three] as const
