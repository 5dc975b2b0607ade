import type { DemoFaces } from '@demo/faces'
import { Maker, type Template, CENTRED } from './kit'
import { along, band, bows, circle, curve, disc, lace, leaf, leaves, rope, strewn, waves, type Dot } from './ornaments'

const CATEGORY = 'Layered frames'

const wreath = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'leaf-wreath',
      name: 'Leaf wreath',
      category: CATEGORY,
      words: 'leaves wreath circle green portrait card square',
      unit: 'in',
      size: [8, 8],
      bleed: 0.125,
      safe: 0.3,
      notes: 'One round picture within a wreath. A face with room about it does best.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#fbf7ee'))
  const dark = m.slot('Leaves', '#4f6f52')
  const pale = m.slot('Pale leaves', '#9db48c')
  const centre: Dot = [4, 3.75]
  m.opening('Picture', [1.65, 1.4, 4.7, 4.7], {
    stencil: { kind: 'ellipse' },
    hint: 'a face with room about it',
    wants: { line: 0.42 },
    layers: [m.layer('shadow', { inset: true, at: 'over', dx: 0, dy: 0.03, blur: 0.06, opacity: 0.5 })],
  })
  const half = (from: number, sweep: number) => circle(centre, 2.55, 60, from, sweep)
  const [left, right] = [half(105, 150), half(75, -150)]
  for (const [i, side] of [left, right].entries()) {
    m.drawn(`Pale leaves ${i + 1}`, leaves(side, { step: 0.3, length: 0.78, breadth: 0.2, spread: 62, seed: 4 + i }), {
      fill: pale,
      layers: [m.fall(0.02, 0.25)],
    })
    m.drawn(
      `Stem ${i + 1}`,
      band(side, (t) => 0.05 * (1 - 0.7 * t)),
      { fill: dark },
    )
    m.drawn(`Leaves ${i + 1}`, leaves(side, { step: 0.36, length: 0.66, breadth: 0.17, spread: 38, seed: 14 + i }), {
      fill: dark,
      layers: [m.fall(0.025, 0.3)],
    })
  }
  const berries = [...half(112, 60), ...half(68, -60)].filter((_, i) => i % 9 === 4)
  m.drawn('Berries', berries.map((dot, i) => disc(along(dot, i * 77, 0.16), 0.075)).join(''), {
    fill: m.slot('Berries', '#b3472f'),
    layers: [m.fall(0.02, 0.35)],
  })
  m.text('Name', 'Wivvy', [1.5, 6.75, 5, 0.85], {
    face: 'lobster',
    size: 46,
    colour: m.slot('Name', '#3d5441'),
    field: 24,
    ...CENTRED,
  })
  return m.done()
}

const ropes = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'rope-and-sea',
      name: 'Rope and sea',
      category: CATEGORY,
      words: 'rope sea porthole round circle waves three print',
      unit: 'mm',
      size: [210, 297],
      bleed: 3,
      safe: 8,
      notes: 'A large round picture and two small ones, each held by a rope.',
    },
    faces,
  )
  m.paper({
    shape: 'linear',
    turn: 90,
    stops: [
      { at: 0, colour: m.slot('Sky', '#dfeaec') },
      { at: 1, colour: m.slot('Sea', '#8fb6bf') },
    ],
  })
  m.drawn('Waves', waves(-6, 216, 222, 10, 9.5, 0.9), { fill: m.slot('Waves', '#f6fbfa'), opacity: 0.75 })
  const cord = m.slot('Rope', '#d3ad73')
  const held = (name: string, centre: Dot, r: number, thick: number, hint: string): void => {
    m.opening(name, [centre[0] - r, centre[1] - r, 2 * r, 2 * r], { stencil: { kind: 'ellipse' }, hint })
    const ring = circle(centre, r, 140)
    m.drawn(
      `${name}: rope’s shade`,
      band(ring, () => thick * 0.86),
      { fill: '#7c5a30', layers: [m.fall(thick * 0.4, 0.4)] },
    )
    m.drawn(`${name}: rope`, rope(ring, thick), {
      fill: cord,
      layers: [m.layer('relief', { depth: thick * 0.12, softness: thick * 0.1, opacity: 0.75 })],
    })
  }
  held('Large', [105, 112], 74, 9, 'the place, or everybody')
  held('Small, left', [62, 236], 35, 6, 'a face or a detail')
  held('Small, right', [150, 244], 29, 6, 'a face or a detail')
  m.text('Title', 'By the water', [15, 12, 180, 22], {
    face: 'pacifico',
    size: 38,
    colour: m.slot('Title', '#24505c'),
    field: 30,
    ...CENTRED,
  })
  return m.done()
}

const kiteTails = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'kite-tails',
      name: 'Kites with tails',
      category: CATEGORY,
      words: 'kites tails bows sky three post upright play',
      unit: 'px',
      size: [1080, 1350],
      safe: 40,
      notes: 'Three kites hold three pictures. Their tails lie over what is beneath: nothing to do but fill.',
    },
    faces,
  )
  m.paper({
    shape: 'linear',
    turn: 90,
    stops: [
      { at: 0, colour: m.slot('Sky', '#6fb3d2') },
      { at: 1, colour: m.slot('Haze', '#e8f2ea') },
    ],
  })
  const colours = [
    m.slot('First colour', '#c8402f'),
    m.slot('Second colour', '#f0b429'),
    m.slot('Third colour', '#2f5d8a'),
  ]
  const line = m.slot('Line', '#fffdf6')
  const kite = (
    name: string,
    [x, y]: Dot,
    w: number,
    h: number,
    turn: number,
    tail: readonly [Dot, Dot, Dot],
  ): void => {
    const foot = along([x, y], turn + 90, h / 2)
    const dots = curve(foot, ...tail, 60)
    m.drawn(
      `${name}: string`,
      band(dots, () => 4),
      { fill: line },
    )
    colours.forEach((fill, i) =>
      m.drawn(`${name}: bows ${i + 1}`, bows(dots, 52, 34, i, 3), { fill, layers: [m.fall(4, 0.22)] }),
    )
    m.opening(name, [x - w / 2, y - h / 2, w, h], {
      stencil: { kind: 'kite', cross: 0.38 },
      turn,
      hint: 'one thing, well in the middle',
      wants: { subject: { x: 0.5, y: 0.42 } },
      layers: [m.fall(12, 0.3), m.edge(9, '#fffdf6', 'outside')],
    })
  }
  kite('Far kite', [800, 250], 300, 370, 18, [
    [700, 520],
    [1040, 560],
    [900, 760],
  ])
  kite('Middle kite', [255, 420], 360, 450, -14, [
    [420, 700],
    [120, 820],
    [330, 1010],
  ])
  kite('Near kite', [700, 830], 470, 580, 8, [
    [600, 1180],
    [880, 1230],
    [560, 1400],
  ])
  m.text('Title', 'Up, up', [60, 1130, 460, 130], {
    face: 'pacifico',
    size: 92,
    colour: m.slot('Title', '#24506a'),
    field: 18,
    stand: 'middle',
    shrinks: true,
  })
  return m.done()
}

const laceCard = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'lace-oval',
      name: 'Lace oval',
      category: CATEGORY,
      words: 'lace oval scallop holes wedding portrait card',
      unit: 'in',
      size: [5, 7],
      bleed: 0.125,
      safe: 0.25,
      notes: 'An oval portrait in a collar of lace, and two lines for names and a day.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#c98f9a'))
  m.drawn('Lace', lace([2.5, 3], 1.72, 2.12, 34, 0.36), {
    fill: m.slot('Lace', '#fffaf4'),
    evenOdd: true,
    layers: [m.fall(0.025, 0.35)],
  })
  m.opening('Portrait', [0.86, 0.96, 3.28, 4.08], {
    stencil: { kind: 'ellipse' },
    hint: 'a face or a pair, upright',
    wants: { posture: 'upright', line: 0.4 },
    layers: [
      m.edge(0.05, '#fffaf4'),
      m.layer('shadow', { inset: true, at: 'over', dx: 0, dy: 0.02, blur: 0.06, opacity: 0.45 }),
    ],
  })
  const ink = m.slot('Words', '#fffaf4')
  m.text('Names', 'Tamsel & Brannoch', [0.4, 5.68, 4.2, 0.62], {
    face: 'lobster',
    size: 30,
    colour: ink,
    field: 40,
    ...CENTRED,
  })
  m.text('Day', 'on the Gull Steps, the first of June', [0.4, 6.3, 4.2, 0.34], {
    face: 'lora',
    size: 12,
    colour: ink,
    field: 60,
    ...CENTRED,
  })
  return m.done()
}

const leafCorners = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'leaves-over-two',
      name: 'Leaves over two',
      category: CATEGORY,
      words: 'leaves branches corners two overlapping arch green card',
      unit: 'in',
      size: [5, 7],
      bleed: 0.125,
      safe: 0.25,
      notes: 'An arch and a small round picture over its foot; branches grow over both.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#eef0e4'))
  m.opening('Arch', [0.8, 0.7, 3.4, 4.7], {
    stencil: { kind: 'arch', rise: 0.38, head: 'round' },
    hint: 'upright, with sky above',
    wants: { posture: 'upright' },
    layers: [m.fall(0.05, 0.3)],
  })
  m.opening('Round', [2.7, 4.1, 1.85, 1.85], {
    stencil: { kind: 'ellipse' },
    hint: 'a face',
    wants: { line: 0.42 },
    layers: [m.edge(0.08, '#ffffff', 'outside'), m.fall(0.06, 0.35)],
  })
  const green = m.slot('Leaves', '#54744f')
  const branch = (name: string, dots: readonly Dot[], seed: number) => {
    m.drawn(
      `${name}: stem`,
      band(dots, (t) => 0.045 * (1 - 0.7 * t)),
      { fill: green },
    )
    m.drawn(name, leaves(dots, { step: 0.3, length: 0.62, breadth: 0.2, seed }), {
      fill: green,
      layers: [m.fall(0.03, 0.3)],
    })
  }
  branch('Branch, head', curve([-0.15, 1.7], [0.5, 0.9], [1.3, 0.5], [2.3, 0.28]), 5)
  branch('Branch, foot', curve([-0.1, 4.2], [0.35, 5.1], [1, 5.5], [2.1, 5.55]), 9)
  m.drawn(
    'Buds',
    strewn([0.4, 5.0, 1.6, 0.5], 6, 3, 0.2)
      .map((dot) => leaf(dot, -60, 0.16, 0.1))
      .join(''),
    { fill: m.slot('Buds', '#c9884a') },
  )
  m.text('Words', 'With love from Lanternhead', [0.4, 6.1, 4.2, 0.6], {
    face: 'lora',
    size: 17,
    colour: m.slot('Words', '#39503a'),
    field: 60,
    ...CENTRED,
  })
  return m.done()
}

export const LAYERED = [wreath, ropes, kiteTails, laceCard, leafCorners]
