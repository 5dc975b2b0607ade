import type { DemoFaces } from '@demo/faces'
import type { Corners, Template } from './kit'
import { blend, rounded, scene, shape, stops, swung, tints, type Dot } from './scene'

/** Printed paper on a table. */

const cards = (faces: DemoFaces): Template => {
  const m = scene(faces, {
    id: 'mockup-cards',
    name: 'Cards on a table',
    words: 'mock-up business card post card stationery print paper front back',
    notes: 'Front and back of a card, and a pile of them. Fronts show the same.',
  })
  m.paper(blend(60, ...tints(m.slot('Table', '#4d5a57'), 22, 0, -24)))
  const paper = m.slot('Paper', '#fbf9f4')
  const lying = (name: string, opening: string, corners: Corners, height: number, isAlike: boolean): void => {
    const [p, q, r, s] = corners
    m.shade(
      `Shade of ${name}`,
      shape(corners.map(([x, y]): Dot => [x + 18 + height * 0.4, y + 26 + height * 0.5])),
      22 + height * 0.3,
      0.55,
    )
    if (height > 0) {
      const foot: Corners = [s, r, [r[0] + 2, r[1] + height], [s[0] + 2, s[1] + height]]
      const side: Corners = [r, q, [q[0] + 2, q[1] + height], [r[0] + 2, r[1] + height]]
      m.drawn(`${name}, foot`, shape(foot), { fill: blend(90, '#f3efe6', '#b5afa3') })
      m.drawn(`${name}, side`, shape(side), { fill: blend(90, '#d3cdc1', '#8d887d') })
    }
    m.drawn(name, shape(corners), { fill: paper })
    m.opening(opening, [(p[0] + r[0]) / 2 - 425, (p[1] + r[1]) / 2 - 275, 850, 550], {
      corners,
      hint: opening === 'Front' ? 'the front of the card' : 'the back of the card',
      wants: { posture: 'wide' },
      ...(isAlike ? { alike: true as const } : {}),
    })
    m.soft(`Light on ${name}`, shape(corners), 0, blend(35, '#ffffff', '#fbfaf8', '#d9d6d4'))
  }
  lying(
    'Far card',
    'Back',
    [
      [1500, 330],
      [2380, 560],
      [2180, 1080],
      [1270, 820],
    ],
    0,
    false,
  )
  lying(
    'Pile',
    'Front',
    [
      [380, 880],
      [1230, 620],
      [1560, 1130],
      [660, 1430],
    ],
    74,
    true,
  )
  lying(
    'Near card',
    'Front',
    [
      [1570, 1270],
      [2590, 1130],
      [2760, 1730],
      [1670, 1900],
    ],
    0,
    true,
  )
  const leaf = 'M2700 -40C2560 180 2580 330 2660 470C2800 380 2880 200 2860 -40Z'
  m.shade('Shade of a leaf', 'M2640 -20C2440 240 2420 430 2480 620C2720 520 2830 260 2820 -20Z', 60, 0.35)
  m.drawn('Leaf', leaf, { fill: blend(100, '#5f8a4f', '#2f5a34'), layers: [m.fall(22, 0.4)] })
  return m.done()
}

const book = (faces: DemoFaces): Template => {
  const m = scene(faces, {
    id: 'mockup-book',
    name: 'Open book',
    words: 'mock-up magazine pages print spread catalogue photo',
    notes: 'Two pages that swing up to the fold: left and right are filled one by one.',
  })
  m.paper(blend(65, ...tints(m.slot('Table', '#a99a86'), 24, 0, -16)))
  const cover = m.slot('Cover', '#7a2a3c')
  m.shade(
    'Shade',
    rounded(
      [
        [250, 520],
        [2790, 520],
        [2870, 2010],
        [170, 2010],
      ],
      60,
    ),
    90,
    0.55,
  )
  m.drawn(
    'Cover',
    rounded(
      [
        [236, 470],
        [2764, 470],
        [2830, 1930],
        [170, 1930],
      ],
      24,
    ),
    { fill: blend(90, ...tints(cover, 8, -18)) },
  )
  for (const k of [3, 2, 1])
    m.drawn(
      `Leaves ${k}`,
      `M${300 - k * 14} ${452 + k * 5}C700 ${400 + k * 4} 1200 ${400 + k * 4} 1500 ${470 + k * 4}C1800 ${400 + k * 4} 2300 ${400 + k * 4} ${2700 + k * 14} ${452 + k * 5}L${2752 + k * 16} ${1868 + k * 10}C2300 ${1800 + k * 9} 1800 ${1800 + k * 9} 1500 ${1886 + k * 8}C1200 ${1800 + k * 9} 700 ${1800 + k * 9} ${248 - k * 16} ${1868 + k * 10}Z`,
      { fill: blend(0, '#e9e4d8', '#fbf8f0', '#cfc8b8', '#fbf8f0', '#dcd5c6') },
    )
  const rise = (k: number) =>
    swung(6, 2, (u) => [0, -k * Math.sin(Math.PI * u) * 0.052 - 0.012 * Math.sin(2 * Math.PI * u)])
  const left: Corners = [
    [300, 452],
    [1500, 470],
    [1500, 1886],
    [248, 1868],
  ]
  const right: Corners = [
    [1500, 470],
    [2700, 452],
    [2752, 1868],
    [1500, 1886],
  ]
  const page = (name: string, corners: Corners, isLeft: boolean): void => {
    m.opening(name, [isLeft ? 280 : 1500, 470, 1230, 1410], {
      corners,
      bend: rise(1),
      backing: '#fdfbf6',
      hint: isLeft ? 'the left page' : 'the right page',
      wants: { posture: 'upright' },
    })
  }
  page('Left page', left, true)
  page('Right page', right, false)
  const spread =
    'M300 452C700 384 1200 384 1500 470C1800 384 2300 384 2700 452L2752 1868C2300 1800 1800 1800 1500 1886C1200 1800 700 1800 248 1868Z'
  m.soft(
    'Fold',
    spread,
    0,
    stops(
      0,
      [0, '#e2dfdc'],
      [0.12, '#ffffff'],
      [0.36, '#fdfdfc'],
      [0.47, '#c9c5c2'],
      [0.5, '#77736f'],
      [0.53, '#dcd9d6'],
      [0.64, '#ffffff'],
      [0.88, '#f5f3f1'],
      [1, '#c4c0bc'],
    ),
  )
  m.light(
    'Sheen',
    'M560 420C760 400 900 398 1010 404L960 1830C820 1818 660 1822 500 1838Z',
    blend(0, '#000000', '#2a2a2a', '#000000'),
    0.8,
    30,
  )
  m.light(
    'Other sheen',
    'M1800 408C1960 392 2100 394 2240 404L2290 1822C2130 1808 1980 1812 1830 1832Z',
    blend(0, '#000000', '#262626', '#000000'),
    0.8,
    30,
  )
  return m.done()
}

export const LYING = [cards, book] as const
