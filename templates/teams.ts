import type { DemoFaces } from '@demo/faces'
import { CENTRED, Maker, type Template } from './kit'

const TEAM = 'Team pages'
const CALENDAR = 'Calendars'

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
      ...CENTRED,
    })
    m.text(`Does ${i + 1}`, does, [x, y + 70, 54, 8], {
      face: 'source-sans-3',
      size: 12,
      colour: ink,
      field: 40,
      ...CENTRED,
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
      ...CENTRED,
    })
    m.text(`Does ${i + 1}`, does, [x, 900, 390, 56], {
      face: 'lora',
      size: 32,
      colour: ink,
      field: 36,
      ...CENTRED,
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

export const TEAMS_AND_MONTHS = [teamSix, teamFour, month]
