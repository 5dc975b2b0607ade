import type { SlotRef } from '@/core/colour/slots'
import type { DemoFaces } from '@demo/faces'
import { Maker, type Template, CENTRED } from './kit'
import { polygon } from './ornaments'

const ALBUM = 'Album pages'

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
      ...CENTRED,
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

export const ALBUMS = [albumPage, albumSpread, windows]
