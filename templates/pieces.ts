import type { DemoFaces } from '@demo/faces'
import { Maker, type Template, CENTRED } from './kit'
import { disc, strewn } from './ornaments'

const LETTERS = 'Names and letters'
const PIECES = 'Cut-up pictures'

const nameInPictures = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'name-in-pictures',
      name: 'Name in pictures',
      category: LETTERS,
      words: 'name letters word text art banner wide screen picture in each letter',
      unit: 'px',
      size: [1920, 1080],
      safe: 60,
      notes:
        'Each letter takes a picture. Double-press the word to type another name: pictures stay with their letters.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#f6eedd'))
  m.word('Name', 'WIVVY', [960, 480], {
    face: 'archivo-black',
    size: 460,
    fit: 'box',
    box: { w: m.u(1700), h: m.u(520) },
    tracking: 10,
    layers: [m.fall(14, 0.35), m.edge(12, '#ffffff', 'outside')],
  })
  m.text('Under the name', 'and the summer of long tails', [160, 830, 1600, 110], {
    face: 'lobster',
    size: 64,
    colour: m.slot('Words', '#8e2a5b'),
    field: 60,
    ...CENTRED,
  })
  return m.done()
}

const oneLetter = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'one-letter',
      name: 'One large letter',
      category: LETTERS,
      words: 'initial letter monogram name nursery poster print a4 one',
      unit: 'mm',
      size: [210, 297],
      bleed: 3,
      safe: 12,
      notes: 'One large letter with a picture, and the name beneath. Type another letter and the picture stays.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#eef2ec'))
  const dots = m.slot('Dots', '#d3decf')
  m.drawn(
    'Dots',
    strewn([0, 0, 210, 297], 120, 8, 15)
      .map((dot) => disc(dot, 1.6))
      .join(''),
    { fill: dots },
  )
  m.word('Letter', 'T', [105, 122], {
    face: 'alfa-slab-one',
    size: 560,
    fit: 'box',
    box: { w: m.u(164), h: m.u(176) },
    layers: [m.fall(2, 0.3), m.edge(2.4, '#ffffff', 'outside')],
  })
  m.text('Name', 'Tamsel', [20, 236, 170, 36], {
    face: 'pacifico',
    size: 62,
    colour: m.slot('Name', '#3f6b4a'),
    field: 18,
    ...CENTRED,
  })
  return m.done()
}

const loveWord = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'word-and-heart',
      name: 'Word and heart',
      category: LETTERS,
      words: 'home word heart four letters square post family',
      unit: 'px',
      size: [1080, 1080],
      safe: 40,
      notes: 'Two letters, a heart, and another letter: four pictures that belong together.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#33282d'))
  const look = [m.edge(10, '#fff6ea', 'outside'), m.fall(12, 0.5)]
  m.word('Above', 'HO', [540, 300], {
    face: 'alfa-slab-one',
    size: 420,
    fit: 'box',
    box: { w: m.u(860), h: m.u(400) },
    tracking: 30,
    layers: look,
  })
  m.opening('Heart', [130, 560, 380, 370], {
    stencil: { kind: 'heart', lobe: 0.28, full: 0.42 },
    hint: 'two faces',
    layers: look,
  })
  m.word('Below', 'ME', [775, 745], {
    face: 'alfa-slab-one',
    size: 300,
    fit: 'box',
    box: { w: m.u(420), h: m.u(300) },
    tracking: 20,
    layers: look,
  })
  return m.done()
}

const strips = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'cut-in-strips',
      name: 'Cut in strips',
      category: PIECES,
      words: 'strips cut blinds one picture square post poster',
      unit: 'px',
      size: [1080, 1080],
      notes: 'One picture in seven strips, with a smaller one before it.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#f3ead8'))
  m.opening('Strips', [60, 60, 960, 960], {
    stencil: { kind: 'strips', count: 7, gap: { share: 0.022 }, run: 'upright' },
    hint: 'the place, large',
    layers: [m.fall(8, 0.3)],
  })
  m.opening('Before it', [350, 340, 380, 380], {
    stencil: { kind: 'ellipse' },
    hint: 'a face',
    wants: { line: 0.42 },
    layers: [m.edge(18, m.slot('Ring', '#ffffff'), 'outside'), m.fall(14, 0.45)],
  })
  return m.done()
}

const shards = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'broken-glass',
      name: 'Shards',
      category: PIECES,
      words: 'shards glass broken pieces one picture poster print a3',
      unit: 'mm',
      size: [297, 420],
      bleed: 3,
      safe: 12,
      notes: 'One picture broken into shards, with two lines beneath.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#14181c'))
  m.opening('Shards', [20, 20, 257, 310], {
    stencil: { kind: 'shards', count: 26, gap: { share: 0.014 }, seed: 9 },
    hint: 'strong light and dark',
    layers: [m.fall(2, 0.5)],
  })
  const ink = m.slot('Words', '#f4e9d4')
  m.text('Title', 'WIND', [20, 338, 257, 44], {
    face: 'anton',
    size: 110,
    colour: ink,
    field: 16,
    stand: 'middle',
    shrinks: true,
  })
  m.text('Line', 'Lanternhead Kite Week, the last night', [20, 384, 257, 16], {
    face: 'source-sans-3',
    size: 20,
    colour: ink,
    field: 80,
    stand: 'middle',
    shrinks: true,
  })
  return m.done()
}

const tiles = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'scattered-tiles',
      name: 'Tiles and a tall one',
      category: PIECES,
      words: 'tiles grid cut pieces two pictures square album',
      unit: 'in',
      size: [8, 8],
      bleed: 0.125,
      safe: 0.3,
      notes: 'One picture cut into tiles, another beside it in slats.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#fdf8ee'))
  m.opening('Tiles', [0.4, 0.4, 4.6, 7.2], {
    stencil: { kind: 'tiles', columns: 4, rows: 6, gap: { share: 0.02 } },
    hint: 'upright',
    wants: { posture: 'upright' },
    layers: [m.fall(0.04, 0.3)],
  })
  m.opening('Slats', [5.3, 0.4, 2.3, 7.2], {
    stencil: { kind: 'strips', count: 9, gap: { share: 0.045 }, run: 'level' },
    hint: 'upright',
    wants: { posture: 'upright' },
    layers: [m.fall(0.04, 0.3)],
  })
  return m.done()
}

export const PIECES_AND_LETTERS = [nameInPictures, oneLetter, loveWord, strips, shards, tiles]
