import type { DemoFaces } from '@demo/faces'
import { Maker, type Template, CENTRED } from './kit'
import { band, bunting, curve, rays, star, strewn, type Dot } from './ornaments'

const CATEGORY = 'Greeting cards'

const greetings = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'greetings-from',
      name: 'Greetings from …',
      category: CATEGORY,
      words: 'greeting postcard travel wide message front back two sheets',
      unit: 'mm',
      size: [148, 105],
      bleed: 3,
      safe: 5,
      notes: 'Two sides: a large picture with a title in front, a message and an address behind.',
    },
    faces,
  )
  m.named('Front')
  const paper = m.slot('Paper', '#fbf5e6')
  const ink = m.slot('Ink', '#27323a')
  const accent = m.slot('Accent', '#c8502f')
  m.paper(paper)
  m.opening('Picture', [6, 6, 136, 93], { hint: 'wide: the place', wants: { posture: 'wide' } })
  m.art('Ribbon', [-4, 62, 104, 26], { kind: 'ribbon', cut: 0.1 }, { fill: accent, layers: [m.fall(0.8, 0.35)] })
  m.text('Title', 'Greetings from the Gull Steps', [4, 64, 84, 22], {
    face: 'lobster',
    size: 24,
    colour: paper,
    field: 50,
    ...CENTRED,
    leading: 1,
  })
  m.sheet('Back')
  m.paper(paper)
  m.art('Rule', [82, 14, 0.35, 77], { kind: 'rectangle' }, { fill: ink, opacity: 0.5 })
  m.text(
    'Message',
    'The wind is steady, the tea is hot, and the sky is full of kites. Come before the week is out!',
    [10, 14, 66, 64],
    {
      face: 'kalam',
      size: 15,
      colour: ink,
      field: 320,
      leading: 1.35,
      shrinks: true,
    },
  )
  m.text('From', 'Ode & Brannoch', [10, 80, 66, 12], {
    face: 'kalam-bold',
    size: 16,
    colour: accent,
    field: 40,
    align: 'right',
    stand: 'middle',
    shrinks: true,
  })
  m.art(
    'Stamp: paper',
    [118, 11, 21, 26],
    { kind: 'stamp', tooth: { points: m.u(1.6) } },
    { fill: '#ffffff', layers: [m.fall(0.25, 0.3)] },
  )
  m.opening('Stamp', [120, 13, 17, 22], { hint: 'one clear thing', mayStayEmpty: true })
  m.text('Address', 'Tamsel and Wivvy\nThe Skyline Loft\nLanternhead', [88, 52, 52, 38], {
    face: 'kalam',
    size: 15,
    colour: ink,
    field: 120,
    leading: 1.5,
    paragraphGap: 0,
    shrinks: true,
  })
  return m.done()
}

const thanks = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'thank-you',
      name: 'Thank you',
      category: CATEGORY,
      words: 'thank you thanks arch sun upright message card',
      unit: 'mm',
      size: [105, 148],
      bleed: 3,
      safe: 6,
      notes: 'An arch before a rising sun, a word of thanks, and room for a line.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#fcf3e2'))
  m.drawn('Rays', rays([52.5, 62], 40, 112, 36), { fill: m.slot('Rays', '#f3cf8a'), opacity: 0.8 })
  m.opening('Arch', [21.5, 16, 62, 84], {
    stencil: { kind: 'arch', rise: 0.37, head: 'round' },
    hint: 'upright',
    wants: { posture: 'upright', line: 0.42 },
    layers: [m.edge(2.2, '#fffaf0', 'outside'), m.fall(1.4, 0.35)],
  })
  const ink = m.slot('Ink', '#7a2f3f')
  m.text('Thanks', 'Thank you', [8, 104, 89, 21], {
    face: 'pacifico',
    size: 34,
    colour: ink,
    field: 20,
    ...CENTRED,
  })
  m.text('Line', 'for a windy week and a warm loft', [10, 126, 85, 10], {
    face: 'lora',
    size: 12,
    colour: ink,
    field: 70,
    ...CENTRED,
  })
  return m.done()
}

const birthday = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'bunting',
      name: 'Bunting and three pictures',
      category: CATEGORY,
      words: 'birthday party bunting flags pennants three confetti invitation card',
      unit: 'in',
      size: [5, 7],
      bleed: 0.125,
      safe: 0.25,
      notes: 'Three tilted pictures under bunting. The message shrinks to fit its box.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#f7f4ea'))
  const colours = [m.slot('First flag', '#d5523b'), m.slot('Second flag', '#f0b429'), m.slot('Third flag', '#2f7d8a')]
  colours.forEach((fill, i) =>
    m.drawn(
      `Confetti ${i + 1}`,
      strewn([0.1, 1.2, 4.8, 5.6], 26, 31 + i, 0.3)
        .map((dot) => star(dot, 0.045, 4, 0.55, i * 20))
        .join(''),
      { fill, opacity: 0.75 },
    ),
  )
  const line = (from: Dot, c1: Dot, c2: Dot, to: Dot, name: string) => {
    const dots = curve(from, c1, c2, to)
    m.drawn(
      `${name}: line`,
      band(dots, () => 0.025),
      { fill: '#6b5a45' },
    )
    colours.forEach((fill, i) =>
      m.drawn(`${name}: flags ${i + 1}`, bunting(dots, 0.42, 0.5, i, 3), { fill, layers: [m.fall(0.02, 0.25)] }),
    )
  }
  line([-0.1, 0.15], [1.4, 0.85], [3.6, 0.85], [5.1, 0.1], 'Bunting, head')
  line([-0.1, 0.75], [1.6, 1.5], [3.4, 1.5], [5.1, 0.8], 'Bunting, below')
  const edge = [m.edge(0.09, '#ffffff', 'outside'), m.fall(0.06, 0.35)]
  m.opening('Left', [0.4, 1.95, 1.95, 2.35], { turn: -5, layers: edge, wants: { line: 0.42 }, hint: 'a face' })
  m.opening('Right', [2.7, 2, 1.9, 2.2], { turn: 6, layers: edge, wants: { line: 0.42 }, hint: 'a face' })
  m.opening('Middle', [1.45, 3.75, 2.1, 1.75], {
    turn: -2,
    layers: edge,
    wants: { posture: 'wide' },
    hint: 'wide: everybody',
  })
  const ink = m.slot('Words', '#27424a')
  m.text('Title', 'Wivvy is seven!', [0.4, 5.6, 4.2, 0.65], {
    face: 'luckiest-guy',
    size: 32,
    colour: ink,
    field: 28,
    ...CENTRED,
  })
  m.text('Message', 'Come and fly a kite with us on Saturday at three, by the beach huts.', [0.5, 6.25, 4, 0.5], {
    face: 'nunito',
    size: 12,
    colour: ink,
    field: 120,
    ...CENTRED,
    leading: 1.2,
  })
  return m.done()
}

const moon = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'good-night',
      name: 'Moon and stars',
      category: CATEGORY,
      words: 'moon stars night baby birth announcement crescent square card',
      unit: 'mm',
      size: [140, 140],
      bleed: 3,
      safe: 6,
      notes: 'A round picture in the arm of the moon. Name and day are fields.',
    },
    faces,
  )
  m.paper({
    shape: 'radial',
    turn: 0,
    stops: [
      { at: 0, colour: m.slot('Night, middle', '#3c4f7c') },
      { at: 1, colour: m.slot('Night, rim', '#1b2544') },
    ],
  })
  const light = m.slot('Light', '#f6e3ae')
  m.drawn(
    'Stars',
    strewn([4, 4, 132, 96], 34, 12, 11)
      .map((dot, i) => star(dot, 0.7 + (i % 4) * 0.45, 4, 0.32, 0))
      .join(''),
    { fill: light, opacity: 0.9 },
  )
  m.opening('Picture', [50, 20, 72, 72], {
    stencil: { kind: 'ellipse' },
    hint: 'a face',
    wants: { line: 0.45 },
    layers: [m.layer('glow', { blur: 2.5, spread: 0.4, colour: '#f6e3ae', opacity: 0.55 })],
  })
  m.art(
    'Moon',
    [15, 10, 56, 88],
    { kind: 'crescent', phase: 0.34 },
    { fill: light, turn: 180, layers: [m.fall(0.8, 0.4)] },
  )
  m.text('Name', 'Little Ode', [14, 100, 112, 18], {
    face: 'pacifico',
    size: 34,
    colour: light,
    field: 24,
    ...CENTRED,
  })
  m.text('Day', 'born on a still night, the ninth of March', [14, 119, 112, 9], {
    face: 'lora',
    size: 12,
    colour: light,
    field: 60,
    ...CENTRED,
  })
  return m.done()
}

export const CARDS = [greetings, thanks, birthday, moon]
