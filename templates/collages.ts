import type { Stencil } from '@/core/stencil/stencil'
import type { DemoFaces } from '@demo/faces'
import { Maker, type Place, type Template, CENTRED } from './kit'
import { along, type Dot } from './ornaments'

const CATEGORY = 'Collages'
const square = { unit: 'px', size: [1080, 1080], safe: 40 } as const
const rounded = (share: number): Stencil => ({ kind: 'rectangle', corners: [{ style: 'round', size: { share } }] })

const threeWindows = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'three-windows',
      name: 'Three windows',
      category: CATEGORY,
      words: 'three one large two small post square border',
      ...square,
      notes: 'The tall window on the left carries the collage: give it the picture with the most to see.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#f7f1e3'))
  m.opening('Large', [48, 48, 592, 984], { hint: 'upright, the main picture', wants: { posture: 'upright' } })
  m.opening('Above', [664, 48, 368, 480], { hint: 'a person or a detail' })
  m.opening('Below', [664, 552, 368, 480], { hint: 'a person or a detail' })
  return m.done()
}

const fourAndTitle = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'four-and-a-title',
      name: 'Four and a title',
      category: CATEGORY,
      words: 'four title heading post upright text',
      unit: 'px',
      size: [1080, 1350],
      safe: 48,
      notes: 'The title is a field: press it and write. Two lines hold about twenty letters each.',
    },
    faces,
  )
  const paper = m.slot('Paper', '#22343c')
  const ink = m.slot('Title', '#f4e3c1')
  m.paper(paper)
  const edge = [m.edge(10, '#ffffff'), m.fall(8, 0.4)]
  m.opening('Wide, above', [60, 60, 960, 420], { hint: 'wide: the place', wants: { posture: 'wide' }, layers: edge })
  m.opening('Left', [60, 780, 304, 510], { hint: 'upright', wants: { posture: 'upright' }, layers: edge })
  m.opening('Middle', [388, 780, 304, 510], { hint: 'upright', wants: { posture: 'upright' }, layers: edge })
  m.opening('Right', [716, 780, 304, 510], { hint: 'upright', wants: { posture: 'upright' }, layers: edge })
  m.text('Title', 'A week of wind\nand kites', [60, 510, 960, 240], {
    face: 'abril-fatface',
    size: 96,
    colour: ink,
    field: 60,
    ...CENTRED,
    leading: 1.08,
    paragraphGap: 0,
  })
  return m.done()
}

/** The part of an outline of straight sides that lies beyond an upright line is cut off; `side` is 1 for its left. */
const cutAt = (points: readonly Dot[], x: number, side: 1 | -1): readonly Dot[] =>
  points.flatMap((p, i): readonly Dot[] => {
    const q = points[(i + 1) % points.length] ?? p
    const [inP, inQ] = [(p[0] - x) * side >= 0, (q[0] - x) * side >= 0]
    const crossing: Dot = [x, p[1] + ((q[1] - p[1]) * (x - p[0])) / (q[0] - p[0] || 1)]
    return [...(inP ? [p] : []), ...(inP === inQ ? [] : [crossing])]
  })

/** An outline of straight sides, and where it stands. */
const standing = (points: readonly Dot[]): { readonly at: Place; readonly stencil: Stencil } => {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)]
  return {
    at: [x0, y0, Math.max(...xs) - x0, Math.max(...ys) - y0],
    stencil: { kind: 'path', d: `M${points.map((p) => p.join(' ')).join('L')}Z`, fillRule: 'nonzero' },
  }
}

/** One of several leaning bands, cut at the sheet's sides. */
const slanted = (x: number, w: number, h: number, lean: number, sheet: number) => {
  const band: readonly Dot[] = [
    [x + lean, 0],
    [x + w + lean, 0],
    [x + w, h],
    [x, h],
  ]
  return standing(cutAt(cutAt(band, 0, 1), sheet, -1))
}

const slantedFive = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'slanted-five',
      name: 'Five slanted bands',
      category: CATEGORY,
      words: 'five slanted diagonal bands wide screen head',
      unit: 'px',
      size: [1920, 1080],
      notes: 'Each band shows an upright slice: pictures with one thing in the middle do best.',
    },
    faces,
  )
  m.paper(m.slot('Lines', '#fbf9f4'))
  const [lean, gap] = [220, 18]
  const width = (1920 + lean - gap * 4) / 5
  for (let i = 0; i < 5; i += 1) {
    const left = -lean + i * (width + gap)
    const { at, stencil } = slanted(left, width, 1080, lean, 1920)
    m.opening(`Band ${i + 1}`, at, {
      stencil,
      hint: 'one thing in the middle',
      wants: { subject: { x: 0.5, y: 0.5 } },
    })
  }
  return m.done()
}

const sixShards = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'six-about-the-middle',
      name: 'Six about the middle',
      category: CATEGORY,
      words: 'six slanted wedges rays star shards',
      ...square,
      notes: 'Six wedges meet beside the middle. A line of its own colour parts them: change it in the slots.',
    },
    faces,
  )
  const paper = m.slot('Lines', '#f3c53c')
  m.paper(paper)
  const centre: Dot = [500, 580]
  const rim: readonly Dot[] = [
    [0, 0],
    [470, 0],
    [1080, 0],
    [1080, 620],
    [1080, 1080],
    [380, 1080],
    [0, 1080],
    [0, 480],
  ]
  const wedges: readonly (readonly [string, readonly number[]])[] = [
    ['Top left', [7, 0, 1]],
    ['Top right', [1, 2]],
    ['Right', [2, 3]],
    ['Foot right', [3, 4, 5]],
    ['Foot left', [5, 6]],
    ['Left', [6, 7]],
  ]
  for (const [name, corners] of wedges) {
    const points = [centre, ...corners.map((i) => rim[i] ?? centre)]
    const middle = [
      points.reduce((sum, [x]) => sum + x, 0) / points.length,
      points.reduce((sum, [, y]) => sum + y, 0) / points.length,
    ] as const
    // A little inward from every side, so that a line shows between.
    const shrunk = points.map(([x, y]): Dot => {
      const length = Math.hypot(x - middle[0], y - middle[1])
      const k = 1 - 15 / length
      return [middle[0] + (x - middle[0]) * k, middle[1] + (y - middle[1]) * k]
    })
    const { at, stencil } = standing(shrunk)
    m.opening(name, at, { stencil })
  }
  return m.done()
}

const sevenRound = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'seven-in-the-round',
      name: 'Seven in the round',
      category: CATEGORY,
      words: 'seven circles flower round print a4',
      unit: 'mm',
      size: [210, 297],
      bleed: 3,
      safe: 8,
      notes:
        'The middle circle is the largest. The six about it want faces: mark a subject in each picture and they line up.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#e9efe6'))
  const ring = [m.edge(2, m.slot('Rings', '#ffffff'), 'outside'), m.fall(1.4, 0.3)]
  const centre: Dot = [105, 128]
  for (let i = 0; i < 6; i += 1) {
    const [x, y] = along(centre, -90 + i * 60, 72.5)
    m.opening(`Circle ${i + 1}`, [x - 27, y - 27, 54, 54], {
      stencil: { kind: 'ellipse' },
      hint: 'a face, eyes above the middle',
      wants: { line: 0.42 },
      layers: ring,
    })
  }
  m.opening('Middle', [66, 89, 78, 78], { stencil: { kind: 'ellipse' }, hint: 'everybody, or the place', layers: ring })
  m.text('Names', 'The crew of the Skyline Loft', [20, 238, 170, 34], {
    face: 'lobster',
    size: 40,
    colour: m.slot('Words', '#2f4f46'),
    field: 60,
    ...CENTRED,
  })
  return m.done()
}

const eightAndName = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'eight-and-a-name',
      name: 'Eight and a name',
      category: CATEGORY,
      words: 'eight grid middle text album page name square',
      unit: 'in',
      size: [12, 12],
      bleed: 0.125,
      safe: 0.4,
      notes: 'Eight equal squares about a name. Pictures with space about the subject crop well.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#fdfbf6'))
  const side = 3.6
  const gap = 0.2
  const left = (12 - 3 * side - 2 * gap) / 2
  let count = 0
  for (let row = 0; row < 3; row += 1)
    for (let column = 0; column < 3; column += 1) {
      if (row === 1 && column === 1) continue
      count += 1
      m.opening(`Square ${count}`, [left + column * (side + gap), left + row * (side + gap), side, side], {
        stencil: rounded(0.03),
      })
    }
  m.text(
    'Name',
    'Lanternhead\nKite Week',
    [left + side + gap + 0.15, left + side + gap + 0.3, side - 0.3, side - 0.6],
    {
      face: 'abril-fatface',
      size: 44,
      colour: m.slot('Name', '#8e2a5b'),
      field: 40,
      ...CENTRED,
      leading: 1.15,
      paragraphGap: 0,
    },
  )
  return m.done()
}

const nineGrid = (faces: DemoFaces): Template => {
  const m = new Maker(
    {
      id: 'nine-in-a-grid',
      name: 'Nine in a grid',
      category: CATEGORY,
      words: 'nine grid squares post',
      ...square,
      notes: 'Drop nine pictures at once: each goes where it loses least.',
    },
    faces,
  )
  m.paper(m.slot('Paper', '#fbf9f4'))
  const [side, gap] = [320, 30]
  for (let i = 0; i < 9; i += 1)
    m.opening(`Square ${i + 1}`, [30 + (i % 3) * (side + gap), 30 + Math.floor(i / 3) * (side + gap), side, side], {
      stencil: rounded(0.06),
    })
  m.look('Black and white', { monochrome: 1, contrast: 0.08 })
  return m.done()
}

export const COLLAGES = [threeWindows, fourAndTitle, slantedFive, sixShards, sevenRound, eightAndName, nineGrid]
