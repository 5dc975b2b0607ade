import type { DemoFaces } from '@demo/faces'
import type { Template } from './kit'
import { blend, box, round, rounded, scene, shape, stops, tints } from './scene'

export const shop = (faces: DemoFaces): Template => {
  const m = scene(faces, {
    id: 'mockup-shop-window',
    name: 'Shop window',
    words: 'mock-up store front street window display poster sign awning',
    notes: 'The large window and a sign beside the door. The glass reflects the street.',
  })
  const front = m.slot('Front', '#2c4a46')
  m.paper(blend(90, ...tints(front, 10, -14)))
  m.art('Pavement', [0, 2010, 3000, 240], { kind: 'rectangle' }, { fill: blend(90, '#7f7d82', '#aeacae') })
  m.art('Plinth', [0, 1800, 3000, 220], { kind: 'rectangle' }, { fill: blend(90, ...tints(front, -20, -42)) })
  const pilaster = (x: number, i: number) =>
    m.art(
      `Pilaster ${i}`,
      [x, 330, 120, 1480],
      { kind: 'rectangle' },
      { fill: blend(0, ...tints(front, 30, 6, -26)), layers: [m.fall(14, 0.4)] },
    )
  const inside = box(200, 560, 1780, 1200)
  m.drawn('Inside', shape(inside), { fill: blend(90, '#3b2d22', '#7c6043', '#3a2b1f') })
  m.light('Lamps', [480, 1090, 1700].map((x) => round([x, 640], 260, 200)).join(''), '#8a6f45', 0.8, 190)
  m.opening('Window', [280, 620, 1620, 1080], {
    hint: 'what fills the window',
    wants: { posture: 'wide' },
    layers: [m.layer('shadow', { inset: true, at: 'over', dx: 0, dy: 26, blur: 50, opacity: 0.55 })],
  })
  m.soft('Dusk in the window', shape(inside), 0, stops(90, [0, '#b9b2b0'], [0.3, '#ffffff'], [1, '#d7d2cf']))
  m.light(
    'Street in the glass',
    'M200 1180L420 1060L520 1120L760 900L930 1010L1130 860L1330 1040L1560 930L1760 1080L1980 980L1980 1760L200 1760Z',
    blend(90, '#1f2730', '#0e1216'),
    0.6,
  )
  m.light(
    'Reflection',
    shape([
      [420, 560],
      [860, 560],
      [520, 1760],
      [200, 1760],
      [200, 1300],
    ]),
    blend(100, '#2f353c', '#0c0e10'),
    0.7,
  )
  m.light(
    'Thin reflection',
    shape([
      [1180, 560],
      [1290, 560],
      [950, 1760],
      [840, 1760],
    ]),
    blend(100, '#2a3036', '#0b0d0f'),
    0.6,
  )
  m.drawn(
    'Bars',
    `${shape(box(170, 530, 1840, 34))}${shape(box(170, 1752, 1840, 48))}${shape(box(170, 530, 34, 1260))}${shape(box(1976, 530, 34, 1260))}`,
    { fill: blend(90, ...tints(front, 34, 0)), layers: [m.fall(10, 0.4)] },
  )
  const door = box(2230, 560, 600, 1440)
  m.drawn('Door', shape(door), {
    fill: blend(0, ...tints(front, 14, -16)),
    layers: [m.layer('shadow', { inset: true, at: 'over', dx: 14, dy: 10, blur: 20, opacity: 0.6 })],
  })
  m.drawn('Glass of the door', rounded(box(2310, 650, 440, 900), 20), {
    fill: blend(100, '#50606a', '#1d262c', '#38454c'),
  })
  m.opening('Sign', [2390, 820, 280, 380], {
    hint: 'a small sign',
    wants: { posture: 'upright' },
    layers: [m.fall(10, 0.5)],
  })
  m.light(
    'Glass before the sign',
    shape([
      [2310, 650],
      [2600, 650],
      [2400, 1550],
      [2310, 1550],
    ]),
    blend(100, '#2a3238', '#0b0d0f'),
    0.7,
  )
  m.drawn('Handle', rounded(box(2255, 1240, 24, 240), 12), { fill: blend(0, '#e3c98a', '#8f6c2e') })
  ;[60, 2050, 2860].forEach((x, i) => pilaster(x, i + 1))
  const cloth = m.slot('Awning', '#b3472f')
  const strips = Array.from({ length: 14 }, (_, i) => i)
  const strip = (i: number): string =>
    shape([
      [i * 214 + 3, 330],
      [i * 214 + 217, 330],
      [i * 222 + 200 - 60, 560],
      [i * 222 - 62, 560],
    ])
  m.shade('Shade of the awning', shape(box(0, 540, 3000, 190)), 70, 0.55)
  m.drawn('Awning', strips.map(strip).join(''), { fill: blend(90, ...tints(cloth, 12, -10)) })
  m.drawn(
    'Pale strips',
    strips
      .filter((i) => i % 2)
      .map(strip)
      .join(''),
    { fill: blend(90, '#fbf7ee', '#e0d8c8') },
  )
  m.drawn(
    'Edge of the awning',
    strips
      .map((i) => `M${i * 222 - 62} 556L${i * 222 + 140} 556L${i * 222 + 140} 590A101 46 0 0 1 ${i * 222 - 62} 590Z`)
      .join(''),
    { fill: tints(cloth, -16)[0] ?? cloth, layers: [m.fall(14, 0.4)] },
  )
  m.art(
    'Board',
    [0, 90, 3000, 250],
    { kind: 'rectangle' },
    { fill: blend(90, ...tints(front, 22, -6)), layers: [m.fall(22, 0.45)] },
  )
  m.text('Name of the shop', 'SKYLINE LOFT', [300, 130, 2400, 170], {
    face: 'archivo-black',
    size: 130,
    colour: m.slot('Lettering', '#f2d58a'),
    field: 24,
    align: 'centre',
    stand: 'middle',
    shrinks: true,
  })
  return m.done()
}
