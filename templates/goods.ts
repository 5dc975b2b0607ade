import type { DemoFaces } from '@demo/faces'
import type { Template } from './kit'
import { blend, box, onto, round, rounded, scene, stops, swung, tints } from './scene'

/** Things that are printed on. */

const PRINT = 'Print'

const mug = (faces: DemoFaces): Template => {
  const m = scene(faces, {
    id: 'mockup-mug',
    name: 'Mug',
    words: 'mock-up cup print gift tea coffee cylinder round',
    notes: 'The print goes round the mug. A wide design fills it best.',
  })
  m.room('#d8dcd6', '#b08d6a', 1640)
  const clay = m.slot('Mug', '#f4f1ea')
  m.shade('Shade', round([1620, 2010], 900, 110), 90, 0.5)
  m.shade('Near shade', round([1430, 1990], 560, 50), 34, 0.6)
  const handle =
    'M2020 760C2420 690 2560 900 2520 1210C2480 1530 2250 1680 1990 1640L1996 1480C2200 1500 2340 1390 2362 1180C2386 960 2270 850 2010 910Z'
  m.drawn('Handle', handle, {
    fill: blend(25, ...tints(clay, 30, -6, -30)),
    layers: [m.layer('relief', { direction: -135, depth: 34, softness: 26, opacity: 0.6 })],
  })
  const side = 'M820 560L840 1880C850 2010 1940 2010 1960 1880L1990 560C1990 690 820 690 820 560Z'
  m.drawn('Inside', round([1405, 560], 585, 112), { fill: blend(0, ...tints(clay, -38, -14, -4)) })
  m.drawn('Rim', `${round([1405, 560], 592, 118)}${round([1405, 566], 566, 101)}`, {
    fill: blend(0, ...tints(clay, 10, 60, -12)),
    evenOdd: true,
  })
  m.drawn('Side', side, { fill: tints(clay, 12)[0] ?? clay })
  m.opening(PRINT, [560, 740, 1690, 980], {
    corners: [
      [838, 770],
      [1972, 770],
      [1950, 1700],
      [852, 1700],
    ],
    bend: { kind: 'cylinder', arc: 150, around: 0, tilt: 13 },
    hint: 'a wide picture, what matters in its middle',
    wants: { posture: 'wide' },
  })
  m.soft(
    'Roundness',
    side,
    0,
    stops(0, [0, '#8f8b92'], [0.16, '#d6d3d6'], [0.36, '#ffffff'], [0.6, '#f4f2f2'], [0.84, '#bdb8bd'], [1, '#77727a']),
  )
  m.light(
    'Gloss',
    'M985 690C1010 1100 1010 1500 1000 1880L1078 1902C1086 1500 1090 1100 1066 712Z',
    blend(90, '#4a4a4c', '#1c1c1e'),
    0.8,
    22,
  )
  m.light('Narrow gloss', 'M1820 700L1796 1860L1824 1850L1852 690Z', blend(90, '#2c2c2e', '#141416'), 0.8, 10)
  return m.done()
}

/** Folds of cloth as soft streaks of shade and light. */
const FOLDS = [
  [0.18, 0.1, 0.3, 0.9, 0.05],
  [0.44, 0.0, 0.36, 0.75, 0.045],
  [0.63, 0.15, 0.72, 1, 0.06],
  [0.86, 0.05, 0.78, 0.8, 0.04],
] as const

const tote = (faces: DemoFaces): Template => {
  const m = scene(
    faces,
    {
      id: 'mockup-tote',
      name: 'Tote bag',
      words: 'mock-up bag cloth cotton print shop carry',
      notes: 'The print lies in the folds of the cloth.',
    },
    [2400, 3000],
  )
  m.paper(blend(75, ...tints(m.slot('Wall', '#cdd5d2'), 28, 0, -18)))
  const cloth = m.slot('Cloth', '#efe6d3')
  m.drawn('Peg', rounded(box(1120, 150, 160, 64), 32), {
    fill: blend(90, '#c8a06a', '#7d5a30'),
    layers: [m.fall(20, 0.4)],
  })
  const strap = (x: number, name: string, dark: number) =>
    m.drawn(
      name,
      `M${x - 330} 1010C${x - 250} 560 ${x - 130} 260 ${x - 20} 190L${x + 40} 200C${x + 150} 270 ${x + 270} 560 ${x + 350} 1010L${x + 250} 1010C${x + 190} 620 ${x + 80} 330 ${x + 6} 290C${x - 70} 340 ${x - 180} 620 ${x - 230} 1010Z`,
      {
        fill: blend(90, ...tints(cloth, dark, dark - 20)),
        layers: [m.fall(14, 0.3)],
      },
    )
  strap(1215, 'Back strap', -24)
  const bag =
    'M520 1000C760 1028 1010 984 1200 1008C1420 1034 1640 988 1880 1004C1872 1500 1930 2200 1900 2760C1500 2800 900 2806 500 2752C470 2200 530 1500 520 1000Z'
  m.drawn('Bag', bag, {
    fill: blend(20, ...tints(cloth, 26, 0, -12)),
    layers: [m.layer('shadow', { dx: 44, dy: 60, blur: 60, opacity: 0.4 })],
  })
  strap(1195, 'Front strap', -4)
  m.soft(
    'Hem',
    'M520 1000C760 1028 1010 984 1200 1008C1420 1034 1640 988 1880 1004L1879 1080C1640 1064 1420 1110 1200 1084C1010 1060 760 1104 521 1076Z',
    0,
    blend(90, '#ffffff', '#cfc8bd'),
    0.8,
  )
  m.opening(PRINT, [740, 1280, 940, 1180], {
    corners: [
      [742, 1290],
      [1668, 1276],
      [1690, 2470],
      [724, 2462],
    ],
    bend: swung(4, 5, (u, v) => [0.012 * Math.sin(6 * v), 0.014 * Math.sin(7 * u + 2 * v)]),
    hint: 'the print',
    wants: { posture: 'upright' },
    blend: 'multiply',
  })
  const whole = box(500, 1000, 1400, 1770)
  const at = onto(whole)
  for (const [i, [u0, v0, u1, v1, w]] of FOLDS.entries()) {
    const [p, q] = [at(u0, v0), at(u1, v1)]
    const [dx, bend] = [w * 1400, (i % 2 ? -1 : 1) * 60]
    const line = (off: number): string =>
      `${p[0] + off} ${p[1]}C${p[0] + off + bend} ${p[1] + 400} ${q[0] + off - bend} ${q[1] - 400} ${q[0] + off} ${q[1]}`
    const back = `L${q[0] + dx} ${q[1]}C${q[0] + dx - bend} ${q[1] - 400} ${p[0] + dx + bend} ${p[1] + 400} ${p[0] + dx} ${p[1]}Z`
    m.soft(`Fold ${i + 1}`, `M${line(0)}${back}`, dx * 0.45, '#a49a8c', 0.38)
    m.light(
      `Ridge ${i + 1}`,
      `M${line(dx * 0.9)}L${q[0] + dx * 1.7} ${q[1]}C${q[0] + dx * 1.7 - bend} ${q[1] - 400} ${p[0] + dx * 1.7 + bend} ${p[1] + 400} ${p[0] + dx * 1.7} ${p[1]}Z`,
      '#30302c',
      0.5,
      dx * 0.35,
    )
  }
  m.soft('Light on the cloth', bag, 0, blend(15, '#ffffff', '#f6f3f0', '#c9c2ba'))
  return m.done()
}

const shirt = (faces: DemoFaces): Template => {
  const m = scene(
    faces,
    {
      id: 'mockup-shirt',
      name: 'Shirt, lying flat',
      words: 'mock-up clothing tee print team cloth',
      notes: 'The print lies in the cloth of the chest.',
    },
    [2600, 3000],
  )
  m.paper(blend(70, ...tints(m.slot('Floor', '#c8b8a2'), 26, 0, -14)))
  const cloth = m.slot('Shirt', '#3f6b63')
  const sleeveL = 'M770 420L330 690C230 760 120 1010 90 1160L470 1310L760 980Z'
  const sleeveR = 'M1830 420L2270 690C2370 760 2480 1010 2510 1160L2130 1310L1840 980Z'
  const body =
    'M960 330C1080 470 1520 470 1640 330C1760 350 1850 400 1900 450C1860 800 1890 1200 1900 1700C1910 2200 1900 2560 1890 2760C1500 2810 1100 2810 710 2760C700 2560 690 2200 700 1700C710 1200 740 800 700 450C750 400 840 350 960 330Z'
  const fall = m.layer('shadow', { dx: 26, dy: 40, blur: 40, opacity: 0.4 })
  m.drawn('Left sleeve', sleeveL, { fill: blend(120, ...tints(cloth, 10, -14, -30)), layers: [fall] })
  m.drawn('Right sleeve', sleeveR, { fill: blend(60, ...tints(cloth, 4, -20, -38)), layers: [fall] })
  m.drawn('Inside of the neck', 'M960 330C1090 250 1510 250 1640 330C1520 470 1080 470 960 330Z', {
    fill: blend(90, ...tints(cloth, -55, -35)),
  })
  m.drawn('Body', body, { fill: blend(25, ...tints(cloth, 12, 0, -10)), layers: [fall] })
  m.drawn('Collar', 'M960 330C1080 470 1520 470 1640 330L1690 352C1540 540 1060 540 910 352Z', {
    fill: blend(90, ...tints(cloth, -12, 10)),
    layers: [m.layer('shadow', { dx: 0, dy: 8, blur: 8, opacity: 0.4 })],
  })
  m.opening(PRINT, [830, 760, 940, 1120], {
    corners: [
      [850, 790],
      [1752, 770],
      [1770, 1880],
      [838, 1890],
    ],
    bend: swung(5, 5, (u, v) => [0.016 * Math.sin(5 * v + 3 * u), 0.02 * Math.sin(6 * u) * (0.4 + v)]),
    hint: 'the print; a picture with transparency lets the cloth be seen',
    wants: { posture: 'upright' },
  })
  const streaks: readonly (readonly [number, string, string])[] = [
    [40, 'M760 560C980 900 1080 1400 900 2100L960 2120C1170 1420 1070 900 850 560Z', 'soft'],
    [46, 'M1840 600C1690 980 1640 1420 1760 2300L1690 2310C1560 1420 1620 960 1760 590Z', 'soft'],
    [36, 'M1000 2740C1080 2300 1240 1980 1500 1640L1560 1690C1330 1990 1180 2330 1110 2744Z', 'soft'],
    [34, 'M930 560C1130 900 1230 1400 1060 2160L1110 2170C1290 1420 1200 900 1000 560Z', 'light'],
    [30, 'M1130 2740C1200 2340 1350 2010 1580 1700L1630 1740C1430 2030 1290 2350 1230 2744Z', 'light'],
    [26, 'M300 760C420 860 520 980 560 1200L610 1180C570 950 470 820 350 720Z', 'soft'],
    [26, 'M2310 760C2190 860 2090 980 2050 1200L2000 1180C2040 950 2140 820 2260 720Z', 'soft'],
  ]
  for (const [i, [feather, d, kind]] of streaks.entries())
    if (kind === 'soft') m.soft(`Fold ${i + 1}`, d, feather, '#8a8a8e', 0.6)
    else m.light(`Ridge ${i + 1}`, d, '#3a3a3a', 0.5, feather)
  m.soft('Light on the shirt', body, 0, blend(20, '#ffffff', '#f7f6f4', '#cfcbc8'))
  return m.done()
}

export const GOODS = [mug, tote, shirt] as const
