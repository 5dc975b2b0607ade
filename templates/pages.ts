import type { SlotRef } from '@/core/colour/slots'
import type { DemoFaces } from '@demo/faces'
import { Maker, type Template } from './kit'
import { polygon } from './ornaments'

const ALBUM = 'Album pages'
const TEAM = 'Team pages'
const CALENDAR = 'Calendars'

/** Four folded corners that hold a picture to the page. */
const cornered = (
  m: Maker,
  name: string,
  [x, y, w, h]: readonly [number, number, number, number],
  side: number,
  fill: SlotRef,
): void => {
  const out = side * 0.22
  const [x0, y0, x1, y1] = [x - out, y - out, x + w + out, y + h + out]
  const d = [
    polygon([
      [x0, y0],
      [x0 + side, y0],
      [x0, y0 + side],
    ]),
    polygon([
      [x1, y0],
      [x1, y0 + side],
      [x1 - side, y0],
    ]),
    polygon([
      [x1, y1],
      [x1 - side, y1],
      [x1, y1 - side],
    ]),
    polygon([
      [x0, y1],
      [x0, y1 - side],
      [x0 + side, y1],
    ]),
  ].join('')
  m.drawn(`${name}: corners`, d, { fill, layers: [m.fall(side * 0.06, 0.4)] })
}

const albumPage = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'album-page',
      name: 'Album page with corners',
      category: ALBUM,
      words: 'album page scrapbook three corners captions square print',
      unit: 'in',
      size: [12, 12],
      bleed: 0.125,
      safe: 0.4,
      notes: 'Three pictures held by corners, with a caption beneath each.',
    },
    faces,
  )
  m.paper(m.slot('Page', '#4a4541'))
  const corner = m.slot('Corners', '#24211f')
  const white = m.slot('Pencil', '#f3ecdc')
  const held = (name: string, at: readonly [number, number, number, number], words: string) => {
    m.opening(name, at, { layers: [m.edge(0.14, '#f6f0e2'), m.fall(0.03, 0.45)] })
    cornered(m, name, at, 0.55, corner)
    m.text(`${name}: words`, words, [at[0], at[1] + at[3] + 0.2, at[2], 0.5], {
      face: 'kalam',
      size: 18,
      colour: white,
      field: 60,
      align: 'centre',
      stand: 'middle',
      shrinks: true,
    })
  }
  held('Large', [1, 1, 6.3, 4.6], 'the whole bay from the headland')
  held('Upright', [8, 1.6, 3, 4.2], 'Ode, first up')
  held('Foot', [3.4, 6.9, 5.6, 3.9], 'everybody on the steps')
  return m.done()
}

const albumSpread = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'album-spread',
      name: 'Album: title and five',
      category: ALBUM,
      words: 'album spread two pages title chapter five photo book sheets',
      unit: 'mm',
      size: [210, 210],
      bleed: 3,
      safe: 8,
      notes: 'Two pages: one picture over the whole page with a title, then five pictures and a few lines.',
    },
    faces,
  )
  m.named('Title page')
  const paper = m.slot('Page', '#fdfbf5')
  const ink = m.slot('Ink', '#2a2f33')
  m.paper(paper)
  m.opening('Whole page', [-3, -3, 216, 216], {
    hint: 'the picture that opens the chapter, quiet at its foot',
    wants: { pixels: 2000 },
  })
  m.art('Label', [14, 158, 120, 38], { kind: 'rectangle' }, { fill: paper, opacity: 0.92 })
  m.text('Title', 'The first day', [20, 161, 108, 20], {
    face: 'abril-fatface',
    size: 34,
    colour: ink,
    field: 40,
    stand: 'middle',
    shrinks: true,
  })
  m.text('Under the title', 'Lanternhead Kite Week', [20, 181, 108, 10], {
    face: 'lora',
    size: 13,
    colour: ink,
    field: 60,
    stand: 'middle',
    shrinks: true,
  })
  m.sheet('Five')
  m.paper(paper)
  m.opening('Wide', [12, 12, 186, 84], { hint: 'wide', wants: { posture: 'wide' } })
  m.opening('Upright 1', [12, 102, 58, 76], { wants: { posture: 'upright' } })
  m.opening('Upright 2', [76, 102, 58, 76], { wants: { posture: 'upright' } })
  m.opening('Small 1', [140, 102, 58, 35])
  m.opening('Small 2', [140, 143, 58, 35])
  m.text('Lines', 'We began with nine kites and ended with forty-one. Nobody was late for tea.', [12, 183, 186, 16], {
    face: 'lora',
    size: 13,
    colour: ink,
    field: 240,
    shrinks: true,
    stand: 'middle',
  })
  return m.done()
}

const windows = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'album-windows',
      name: 'Album page, five windows',
      category: ALBUM,
      words: 'album page five grid mixed mosaic photo book print a4 wide',
      unit: 'mm',
      size: [297, 210],
      bleed: 3,
      safe: 8,
      notes: 'One wide, two upright and two small windows, edge to edge.',
    },
    faces,
  )
  m.paper(m.slot('Lines', '#ffffff'))
  const g = 3
  m.opening('Upright, left', [-3, -3, 86, 216], { wants: { posture: 'upright' }, hint: 'upright' })
  m.opening('Wide', [83 + g, -3, 128, 112], { wants: { posture: 'wide' }, hint: 'wide' })
  m.opening('Small 1', [83 + g, 109 + g, 62.5, 101], { hint: 'a detail' })
  m.opening('Small 2', [148.5 + g, 109 + g, 62.5, 101], { hint: 'a detail' })
  m.opening('Upright, right', [214 + g, -3, 83, 216], { wants: { posture: 'upright' }, hint: 'upright' })
  return m.done()
}

const PEOPLE = [
  ['Ode', 'Line and reel'],
  ['Brannoch', 'Sail maker'],
  ['Tamsel', 'Weather and tides'],
  ['Wivvy', 'Tails and bows'],
  ['Fifth name', 'Tea and lamps'],
  ['Sixth name', 'Next in line'],
] as const

const teamSix = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'team-of-six',
      name: 'Team of six',
      category: TEAM,
      words: 'team people circles names six crew print a4 page',
      unit: 'mm',
      size: [210, 297],
      bleed: 3,
      safe: 10,
      notes: 'Six faces at one height: mark the eye line of each picture. Names and what they do are fields.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#faf7f0'))
  const ink = m.slot('Ink', '#22282b')
  const accent = m.slot('Accent', '#8e2a5b')
  m.art('Head', [-3, -3, 216, 54], { kind: 'rectangle' }, { fill: accent, bleed: 3 })
  m.text('Heading', 'The crew of the loft', [18, 16, 174, 22], {
    face: 'archivo-black',
    size: 36,
    colour: '#ffffff',
    field: 40,
    stand: 'middle',
    shrinks: true,
  })
  PEOPLE.forEach(([name, does], i) => {
    const [x, y] = [18 + (i % 3) * 60, 70 + Math.floor(i / 3) * 110]
    m.opening(`Person ${i + 1}`, [x, y, 54, 54], {
      stencil: { kind: 'ellipse' },
      hint: 'a face, eyes above the middle',
      wants: { line: 0.42 },
      layers: [m.edge(1.6, accent, 'outside')],
    })
    m.text(`Name ${i + 1}`, name, [x, y + 60, 54, 10], {
      face: 'archivo-black',
      size: 16,
      colour: ink,
      field: 24,
      align: 'centre',
      stand: 'middle',
      shrinks: true,
    })
    m.text(`Does ${i + 1}`, does, [x, y + 70, 54, 8], {
      face: 'source-sans-3',
      size: 12,
      colour: ink,
      field: 40,
      align: 'centre',
      stand: 'middle',
      shrinks: true,
    })
  })
  return m.done()
}

const teamFour = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'team-of-four',
      name: 'Team of four',
      category: TEAM,
      words: 'team people four arches names screen wide slide',
      unit: 'px',
      size: [1920, 1080],
      safe: 60,
      notes: 'Four people in arches. Each colour is a slot of its own.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#f6f1e6'))
  const ink = m.slot('Ink', '#22282b')
  const grounds = [
    ['#e3a33b', 'First ground'],
    ['#7fa58a', 'Second ground'],
    ['#c9705a', 'Third ground'],
    ['#6f93b5', 'Fourth ground'],
  ] as const
  m.text('Heading', 'Who flies what', [120, 70, 1680, 130], {
    face: 'abril-fatface',
    size: 88,
    colour: ink,
    field: 40,
    stand: 'middle',
    shrinks: true,
  })
  grounds.forEach(([colour, slot], i) => {
    const [name, does] = PEOPLE[i] ?? PEOPLE[0]
    const x = 120 + i * 430
    m.art(
      `Ground ${i + 1}`,
      [x, 250, 390, 540],
      { kind: 'arch', rise: 0.36, head: 'round' },
      { fill: m.slot(slot, colour) },
    )
    m.opening(`Person ${i + 1}`, [x + 22, 276, 346, 514], {
      stencil: { kind: 'arch', rise: 0.34, head: 'round' },
      hint: 'a person, head and shoulders',
      wants: { posture: 'upright', line: 0.4 },
    })
    m.text(`Name ${i + 1}`, name, [x, 820, 390, 80], {
      face: 'abril-fatface',
      size: 52,
      colour: ink,
      field: 20,
      align: 'centre',
      stand: 'middle',
      shrinks: true,
    })
    m.text(`Does ${i + 1}`, does, [x, 900, 390, 56], {
      face: 'lora',
      size: 32,
      colour: ink,
      field: 36,
      align: 'centre',
      stand: 'middle',
      shrinks: true,
    })
  })
  return m.done()
}

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const
/** June 2027 begins on a Tuesday and has 30 days. */
const MONTH = { name: 'June 2027', first: 1, days: 30 } as const

const month = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'month-page',
      name: 'Month page',
      category: CALENDAR,
      words: 'calendar month days june print a4 upright',
      unit: 'mm',
      size: [210, 297],
      bleed: 3,
      safe: 10,
      notes: 'One picture above a month of days. The month’s name is a field; the days are locked art for June 2027.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#fffdf8'))
  const ink = m.slot('Ink', '#22282b')
  const accent = m.slot('Accent', '#b3472f')
  m.opening('Picture', [-3, -3, 216, 158], { hint: 'wide: the month’s picture', wants: { posture: 'wide' } })
  m.text('Month', MONTH.name, [15, 160, 180, 22], {
    face: 'abril-fatface',
    size: 38,
    colour: accent,
    field: 24,
    stand: 'middle',
    shrinks: true,
  })
  const [left, top, w, h] = [15, 186, 180 / 7, 15.5]
  DAYS.forEach((day, i) =>
    m.text(day, day, [left + i * w, top, w, 8], {
      face: 'source-sans-3-bold',
      size: 11,
      colour: i > 4 ? accent : ink,
      align: 'centre',
      stand: 'middle',
    }),
  )
  m.art('Rule', [left, top + 8.6, 180, 0.35], { kind: 'rectangle' }, { fill: ink })
  for (let day = 1; day <= MONTH.days; day += 1) {
    const cell = MONTH.first + day - 1
    m.text(`Day ${day}`, `${day}`, [left + (cell % 7) * w, top + 11 + Math.floor(cell / 7) * h, w, h], {
      face: 'source-sans-3',
      size: 18,
      colour: cell % 7 > 4 ? accent : ink,
      align: 'centre',
      stand: 'middle',
    })
  }
  return m.done()
}

export const PAGES = [albumPage, albumSpread, windows, teamSix, teamFour, month]
