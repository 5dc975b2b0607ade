import type { DemoFaces } from '@demo/faces'
import { CENTRED, Maker, partsOfTurned, type Template } from './kit'
import { film } from './ornaments'

const STRIPS = 'Strips and contact sheets'

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
    ...CENTRED,
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
    const about = partsOfTurned([x, y], turn, [w, h])
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

export const STRIPS_AND_SHEETS = [boothStrip, boothPair, contactFilm, contactProof]
