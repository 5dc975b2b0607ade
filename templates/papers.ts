import type { DemoFaces } from '@demo/faces'
import { Maker, type Template, partsOfTurned } from './kit'
import { band, circle, curve, film, type Dot } from './ornaments'

const CATEGORY = 'Layered frames'

const tornLayers = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'torn-layers',
      name: 'Torn layers',
      category: CATEGORY,
      words: 'torn paper layers overlapping tape collage three square post',
      unit: 'px',
      size: [1080, 1080],
      notes:
        'Three torn pieces lie over one another; the white rim is the paper’s own. The lowest shows least: give it sky or water.',
    },
    faces,
  )
  m.paper({
    shape: 'linear',
    turn: 45,
    stops: [
      { at: 0, colour: m.slot('Table', '#e9dcc3') },
      { at: 1, colour: '#d8c5a2' },
    ],
  })
  const rim = m.slot('Torn rim', '#fffdf7')
  const piece = (
    name: string,
    at: readonly [number, number, number, number],
    turn: number,
    seed: number,
    hint: string,
  ) => {
    const [x, y, w, h] = at
    m.art(
      `${name}: rim`,
      [x - 13, y - 11, w + 26, h + 24],
      { kind: 'torn', depth: 0.045, rough: 0.62, edges: 'all', seed },
      {
        fill: rim,
        turn,
        layers: [m.fall(10, 0.38)],
      },
    )
    m.opening(name, at, {
      stencil: { kind: 'torn', depth: 0.035, rough: 0.55, edges: 'all', seed: seed + 40 },
      turn,
      hint,
    })
  }
  piece('Lowest', [70, 70, 760, 520], -3, 3, 'wide: sky, water, the place')
  piece('Middle', [470, 330, 540, 640], 4, 12, 'upright: a person')
  piece('Uppermost', [80, 580, 520, 420], -5, 21, 'a detail, or hands at work')
  const tape = m.slot('Tape', '#f0b429')
  const strip = (name: string, at: readonly [number, number, number, number], turn: number) =>
    m.art(
      name,
      at,
      { kind: 'pinking', teeth: 8, depth: 0.09, edges: 'ends' },
      { fill: tape, turn, opacity: 0.8, layers: [m.fall(3, 0.25)] },
    )
  strip('Tape, above', [650, 296, 190, 62], -8)
  strip('Tape, foot', [60, 588, 160, 56], -38)
  return m.done()
}

const deckled = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'deckled-prints',
      name: 'Deckled prints',
      category: CATEGORY,
      words: 'deckle edge old prints four overlapping album black and white table',
      unit: 'mm',
      size: [297, 210],
      bleed: 3,
      safe: 8,
      notes: 'Four old prints with deckled edges, each a little over the next. “Brown print” gives all one tone.',
    },
    faces,
  )
  m.paper(m.slot('Album', '#3b3530'))
  const paper = m.slot('Print paper', '#f4ecd9')
  const print = (name: string, [x, y, w, h]: readonly [number, number, number, number], turn: number, seed: number) => {
    m.art(
      `${name}: paper`,
      [x, y, w, h],
      { kind: 'torn', depth: 0.014, rough: 0.25, edges: 'all', seed },
      {
        fill: paper,
        turn,
        layers: [m.fall(1.4, 0.5)],
      },
    )
    m.opening(name, [x + 5, y + 5, w - 10, h - 10], { turn })
  }
  print('Upper left', [18, 20, 128, 90], -4, 3)
  print('Upper right', [156, 16, 88, 112], 5, 7)
  print('Lower left', [34, 98, 88, 100], 3, 11)
  print('Lower right', [128, 112, 140, 86], -3, 15)
  const corner = m.slot('Ribbon', '#a3402f')
  m.art('Ribbon', [258, -4, 12, 218], { kind: 'rectangle' }, { fill: corner, layers: [m.fall(0.8, 0.4)], bleed: 3 })
  m.look(
    'Brown print',
    { monochrome: 1, tones: { dark: '#33211a', light: '#f3e3c4', amount: 0.85 }, fade: 0.12, contrast: 0.05 },
    true,
  )
  return m.done()
}

const stamps = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'stamps-on-an-envelope',
      name: 'Stamps on an envelope',
      category: CATEGORY,
      words: 'stamps envelope post letter postmark perforated five travel',
      unit: 'mm',
      size: [229, 162],
      bleed: 3,
      safe: 6,
      notes: 'Five stamps and an address. The postmark lies over two of them.',
    },
    faces,
  )
  m.paper(m.slot('Envelope', '#eadfc8'))
  const [red, blue] = [m.slot('Edge, red', '#b3472f'), m.slot('Edge, blue', '#2f5d8a')]
  const edge = (which: number): string =>
    [0, 154]
      .flatMap((y) =>
        Array.from({ length: 20 }, (_, i) => {
          const x = -8 + i * 13 + which * 6.5
          return `M${x} ${y === 0 ? -4 : y}h4.4l-4 ${y === 0 ? 12 : 12}h-4.4Z`
        }),
      )
      .join('')
  m.drawn('Edge, red', edge(0), { fill: red })
  m.drawn('Edge, blue', edge(1), { fill: blue })
  const paper = m.slot('Stamp paper', '#fffdf8')
  const stamp = (name: string, x: number, y: number, w: number, h: number, turn: number) => {
    m.art(
      `${name}: paper`,
      [x, y, w, h],
      { kind: 'stamp', tooth: { points: m.u(2.5) } },
      { fill: paper, turn, layers: [m.fall(0.4, 0.35)] },
    )
    m.opening(name, [x + 3.6, y + 3.6, w - 7.2, h - 7.2], { turn, hint: 'one clear thing' })
  }
  stamp('First stamp', 170, 16, 44, 54, 0)
  stamp('Second stamp', 118, 16, 50, 40, -2)
  stamp('Third stamp', 70, 18, 44, 36, 1.5)
  stamp('Fourth stamp', 172, 74, 42, 36, 3)
  stamp('Fifth stamp', 18, 17, 46, 58, -1)
  const mark = m.slot('Postmark', '#38434a')
  const at: Dot = [158, 62]
  m.drawn(
    'Postmark',
    [
      band(circle(at, 17, 80), () => 0.9),
      band(circle(at, 11, 60), () => 0.6),
      ...[-9, -4.5, 0, 4.5, 9].map((dy) =>
        band(curve([172, 62 + dy], [190, 58 + dy], [204, 68 + dy], [224, 62 + dy]), () => 0.9),
      ),
    ].join(''),
    { fill: mark, opacity: 0.72 },
  )
  m.text('Postmark’s words', 'LANTERNHEAD', [147, 58, 22, 8], {
    face: 'source-sans-3-bold',
    size: 7,
    colour: mark,
    align: 'centre',
    stand: 'middle',
    opacity: 0.72,
  })
  m.text('Address', 'Ode and Tamsel\nThe Skyline Loft\nabove the Gull Steps\nLanternhead', [74, 92, 92, 54], {
    face: 'kalam',
    size: 21,
    colour: m.slot('Ink', '#27405e'),
    field: 120,
    leading: 1.35,
    paragraphGap: 0,
    shrinks: true,
  })
  return m.done()
}

const filmDiagonal = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'film-across',
      name: 'Film across',
      category: CATEGORY,
      words: 'film strip diagonal cinema four slanted screen wide',
      unit: 'px',
      size: [1920, 1080],
      notes: 'A strip of film with four pictures lies across one large picture.',
    },
    faces,
  )
  m.paper('#1d1f22')
  m.opening('Ground', [0, 0, 1920, 1080], { hint: 'wide: the place', wants: { posture: 'wide' }, bleed: 0 })
  m.art('Haze', [0, 0, 1920, 1080], { kind: 'rectangle' }, { fill: m.slot('Haze', '#142028'), opacity: 0.45 })
  const turn = -9
  const base = m.slot('Film', '#121417')
  const centre: Dot = [960, 590]
  const about = partsOfTurned(centre, turn, [0, 0])
  m.art(
    'Film',
    about(-1120, -230, 2240, 460),
    { kind: 'path', d: film(0, 0, 2240, 460), fillRule: 'evenodd' },
    {
      fill: base,
      turn,
      layers: [m.fall(18, 0.55)],
    },
  )
  for (let i = 0; i < 4; i += 1)
    m.opening(`Picture ${i + 1}`, about(-898 + i * 455, -160, 430, 320), { turn, wants: { posture: 'wide' } })
  return m.done()
}

export const PAPERS = [tornLayers, deckled, stamps, filmDiagonal]
