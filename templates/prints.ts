import type { Adjustments } from '@/core/adjust/adjustments'
import type { ColourRef } from '@/core/colour/slots'
import type { DemoFaces } from '@demo/faces'
import { Maker, type Place, type Template, CENTRED, partsOfTurned } from './kit'
import { rect } from './ornaments'

const INSTANT = 'Instant prints'

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
  const about = partsOfTurned([x, y], turn, [w, h])
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
    ...CENTRED,
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

export const PRINTS = [instantOne, instantTwo, instantFour]
