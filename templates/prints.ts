import type { Adjustments } from '@/core/adjust/adjustments'
import type { ColourRef } from '@/core/colour/slots'
import type { DemoFaces } from '@demo/faces'
import { Maker, type Place, type Template } from './kit'
import { film, rect } from './ornaments'

const INSTANT = 'Instant prints'
const STRIPS = 'Strips and contact sheets'

/** Faded blacks, warm lights, a little grain and darker corners: an old print. */
const VINTAGE: Adjustments = {
  fade: 0.28,
  warmth: 0.32,
  saturation: -0.22,
  contrast: -0.06,
  vignette: { amount: 0.32, start: 0.45, of: 'visible' },
  grain: { amount: 0.16, size: 0.0022, seed: 7 },
}

/** An instant print: a card, its picture, and words to be written at its foot. */
const instant = (
  m: Maker,
  look: { readonly card: ColourRef; readonly ink: ColourRef },
  { x, y, turn, k, name, words }: { x: number; y: number; turn: number; k: number; name: string; words: string },
): void => {
  // Parts of a turned card lie about its middle.
  const [w, h] = [88 * k, 107 * k]
  const about = (px: number, py: number, pw: number, ph: number): Place => {
    const [dx, dy] = [px + pw / 2 - w / 2, py + ph / 2 - h / 2]
    const a = (turn * Math.PI) / 180
    const [cx, cy] = [x + dx * Math.cos(a) - dy * Math.sin(a), y + dx * Math.sin(a) + dy * Math.cos(a)]
    return [cx - pw / 2, cy - ph / 2, pw, ph]
  }
  m.art(
    `${name}: card`,
    about(0, 0, w, h),
    { kind: 'rectangle', corners: [{ style: 'round', size: { share: 0.015 } }] },
    {
      fill: look.card,
      turn,
      layers: [m.fall(1.6 * k, 0.38)],
    },
  )
  m.opening(name, about(5 * k, 6 * k, 78 * k, 78 * k), {
    turn,
    hint: 'a face or one thing',
    wants: { line: 0.42 },
    layers: [m.layer('shadow', { inset: true, at: 'over', dx: 0, dy: 0.25 * k, blur: 0.7 * k, opacity: 0.55 })],
  })
  m.text(`${name}: words`, words, about(6 * k, 87 * k, 76 * k, 15 * k), {
    face: 'kalam-bold',
    size: 21 * k,
    colour: look.ink,
    field: 32,
    turn,
    align: 'centre',
    stand: 'middle',
    shrinks: true,
  })
}

const tape = (m: Maker, name: string, at: Place, turn: number, colour: ColourRef): void => {
  m.art(
    name,
    at,
    { kind: 'pinking', teeth: 9, depth: 0.09, edges: 'ends' },
    {
      fill: colour,
      turn,
      opacity: 0.78,
      layers: [m.fall(0.35, 0.22)],
    },
  )
}

const instantOne = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'instant-print',
      name: 'One instant print',
      category: INSTANT,
      words: 'instant print card one vintage snapshot white border tape',
      unit: 'mm',
      size: [120, 150],
      bleed: 3,
      safe: 5,
      notes:
        'One picture and a line by hand. “Vintage” fades the picture like an old print; it can be taken off again.',
    },
    faces,
  )
  m.paper({
    shape: 'linear',
    turn: 100,
    stops: [
      { at: 0, colour: m.slot('Table', '#c9d8d3') },
      { at: 1, colour: '#a9c0bb' },
    ],
  })
  const card = m.slot('Card', '#fbfaf5')
  instant(
    m,
    { card, ink: m.slot('Words', '#2b3a55') },
    { x: 60, y: 78, turn: -3, k: 1.06, name: 'Print', words: 'first wind of the week' },
  )
  tape(m, 'Tape', [42, 12, 36, 12], -5, m.slot('Tape', '#f1dfa4'))
  m.look('Vintage', VINTAGE)
  return m.done()
}

const instantTwo = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'two-instant-prints',
      name: 'Two instant prints',
      category: INSTANT,
      words: 'instant print cards two pair vintage snapshot white border tape',
      unit: 'mm',
      size: [210, 148],
      bleed: 3,
      safe: 6,
      notes: 'Two pictures, two lines by hand. The right print lies over the left one. “Vintage” fades both.',
    },
    faces,
  )
  m.paper({
    shape: 'linear',
    turn: 75,
    stops: [
      { at: 0, colour: m.slot('Table', '#d9c3a0') },
      { at: 1, colour: '#c3a87f' },
    ],
  })
  const look = { card: m.slot('Card', '#fbfaf5'), ink: m.slot('Words', '#3a2b22') }
  instant(m, look, { x: 58, y: 76, turn: -6, k: 0.98, name: 'Left print', words: 'up at the dunes' })
  instant(m, look, { x: 151, y: 75, turn: 5, k: 0.98, name: 'Right print', words: 'and home by lamplight' })
  const colour = m.slot('Tape', '#e9efe9')
  tape(m, 'Left tape', [44, 14, 30, 11], -12, colour)
  tape(m, 'Right tape', [138, 13, 30, 11], 9, colour)
  m.look('Vintage', VINTAGE)
  return m.done()
}

const instantFour = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'four-instant-prints',
      name: 'Four instant prints on a line',
      category: INSTANT,
      words: 'instant print cards four line string pegs snapshot post',
      unit: 'mm',
      size: [300, 138],
      bleed: 3,
      safe: 6,
      notes: 'Four prints pegged to a line, each with words of its own.',
    },
    faces,
  )
  m.paper({
    shape: 'linear',
    turn: 90,
    stops: [
      { at: 0, colour: m.slot('Wall', '#f2e6cf') },
      { at: 1, colour: '#e2cfae' },
    ],
  })
  const look = { card: m.slot('Card', '#ffffff'), ink: m.slot('Words', '#2b3a55') }
  const line = 'M-6 26C60 46 110 44 150 40S250 24 306 34L306 35.4C250 25.4 190 37.4 150 41.4S60 47.4 -6 27.4Z'
  m.drawn('Line', line, { fill: m.slot('Line', '#8a6d4a'), layers: [m.fall(0.4, 0.3)] })
  const lines = ['salt', 'string', 'sail cloth', 'supper']
  const turns = [-4, 3, -2, 4]
  const drops = [36.5, 43, 40, 33.5]
  lines.forEach((words, i) => {
    const x = 42 + i * 72
    instant(m, look, { x, y: (drops[i] ?? 40) + 46, turn: turns[i] ?? 0, k: 0.79, name: `Print ${i + 1}`, words })
    m.drawn(`Peg ${i + 1}`, rect(x - 1.8, (drops[i] ?? 40) - 4, 3.6, 15), {
      fill: m.slot('Pegs', '#c98b4b'),
      turn: turns[i] ?? 0,
      layers: [m.fall(0.5, 0.35)],
    })
  })
  m.look('Vintage', VINTAGE)
  return m.done()
}

const boothStrip = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'strip-of-four',
      name: 'Strip of four',
      category: STRIPS,
      words: 'photo booth strip four column portraits black and white',
      unit: 'mm',
      size: [55, 170],
      bleed: 2,
      safe: 3,
      notes:
        'Four faces, one below the other. Mark eye lines and they sit at one height. “Booth” makes all black and white.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#fdfdfb'))
  for (let i = 0; i < 4; i += 1)
    m.opening(`Picture ${i + 1}`, [5, 5 + i * 38, 45, 35], { hint: 'a face, close', wants: { line: 0.4 } })
  m.text('Words', 'Lanternhead', [5, 157, 45, 9], {
    face: 'courier-prime-bold',
    size: 14,
    colour: m.slot('Words', '#22282b'),
    field: 24,
    align: 'centre',
    stand: 'middle',
    shrinks: true,
  })
  m.look(
    'Booth',
    { monochrome: 1, contrast: 0.22, exposure: 0.15, grain: { amount: 0.14, size: 0.0025, seed: 3 } },
    true,
  )
  return m.done()
}

const boothPair = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'two-strips',
      name: 'Two strips of three',
      category: STRIPS,
      words: 'photo booth strips two three tilted table six post',
      unit: 'px',
      size: [1080, 1350],
      notes: 'Two tilted strips of three. The left one lies over the right one.',
    },
    faces,
  )
  m.paper({
    shape: 'linear',
    turn: 60,
    stops: [
      { at: 0, colour: m.slot('Table', '#7d3b46') },
      { at: 1, colour: '#5b2833' },
    ],
  })
  const paper = m.slot('Strips', '#fffdf8')
  const strip = (name: string, x: number, y: number, turn: number): void => {
    const [w, h] = [392, 1120]
    const a = (turn * Math.PI) / 180
    const about = (px: number, py: number, pw: number, ph: number): Place => {
      const [dx, dy] = [px + pw / 2 - w / 2, py + ph / 2 - h / 2]
      return [
        x + dx * Math.cos(a) - dy * Math.sin(a) - pw / 2,
        y + dx * Math.sin(a) + dy * Math.cos(a) - ph / 2,
        pw,
        ph,
      ]
    }
    m.art(`${name}: paper`, about(0, 0, w, h), { kind: 'rectangle' }, { fill: paper, turn, layers: [m.fall(14, 0.45)] })
    for (let i = 0; i < 3; i += 1)
      m.opening(`${name} ${i + 1}`, about(26, 26 + i * 364, 340, 340), {
        turn,
        hint: 'a face, close',
        wants: { line: 0.42 },
      })
  }
  strip('Right', 735, 690, 7)
  strip('Left', 335, 665, -5)
  m.look('Booth', { monochrome: 1, contrast: 0.2, exposure: 0.12 })
  return m.done()
}

const contactFilm = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'contact-sheet-film',
      name: 'Contact sheet of film',
      category: STRIPS,
      words: 'contact sheet film negatives twelve strips numbers print a4',
      unit: 'mm',
      size: [297, 210],
      bleed: 3,
      safe: 6,
      notes: 'Three strips of film with four pictures each. Drop twelve: they go where they fit, wide ones first.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#f4f2ec'))
  const base = m.slot('Film', '#1d1f22')
  const marks = m.slot('Numbers', '#f0b429')
  for (let row = 0; row < 3; row += 1) {
    const y = 12 + row * 64
    m.drawn(`Film ${row + 1}`, film(10, y, 277, 58), { fill: base, evenOdd: true, layers: [m.fall(0.8, 0.3)] })
    for (let column = 0; column < 4; column += 1) {
      const number = row * 4 + column + 1
      const x = 15 + column * 67.5
      m.opening(`Frame ${number}`, [x, y + 9.5, 64.5, 39], { wants: { posture: 'wide' } })
      m.text(`Number ${number}`, `${number}`, [x, y + 49, 12, 3.6], {
        face: 'source-sans-3-bold',
        size: 7,
        colour: marks,
        stand: 'middle',
      })
    }
  }
  m.look('Black and white film', { monochrome: 1, contrast: 0.15, grain: { amount: 0.18, size: 0.002, seed: 5 } })
  return m.done()
}

const contactProof = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'contact-sheet',
      name: 'Contact sheet with names',
      category: STRIPS,
      words: 'contact sheet proof twenty grid captions names print a4',
      unit: 'mm',
      size: [210, 297],
      bleed: 3,
      safe: 8,
      notes: 'Twenty pictures, a name beneath each. What stays empty is left out of the file.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#ffffff'))
  const ink = m.slot('Words', '#22282b')
  m.text('Heading', 'Kite Week, first day', [15, 12, 180, 14], {
    face: 'source-serif-4-bold',
    size: 22,
    colour: ink,
    field: 60,
    stand: 'middle',
    shrinks: true,
  })
  m.art('Rule', [15, 27, 180, 0.4], { kind: 'rectangle' }, { fill: ink })
  for (let i = 0; i < 20; i += 1) {
    const [x, y] = [15 + (i % 4) * 46, 32 + Math.floor(i / 4) * 52]
    m.opening(`Picture ${i + 1}`, [x, y, 42, 42], {
      mayStayEmpty: true,
      layers: [m.edge(0.25, '#cfc8ba')],
    })
    m.text(`Name ${i + 1}`, `${String(i + 1).padStart(2, '0')}`, [x, y + 42.6, 42, 5], {
      face: 'source-sans-3',
      size: 8,
      colour: ink,
      field: 30,
      stand: 'middle',
      shrinks: true,
    })
  }
  return m.done()
}

export const PRINTS = [instantOne, instantTwo, instantFour, boothStrip, boothPair, contactFilm, contactProof]
