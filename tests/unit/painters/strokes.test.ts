/**
 * Strokes as they are painted, measured against what they must cover: annuli of circles (closed formula), offsets of
 * polygons by their mitres (closed formula), an exact area of each pixel (tests/helpers/coverage). 0.25 px is asked for.
 */
import type { Colour } from '@/core/colour/colour'
import { describe, expect, it } from '@jest/globals'
import { coverage } from '@tests/helpers/coverage'
import { near } from '@tests/helpers/near'
import { paintedSheet } from '@tests/helpers/painted'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { newFrame } from '@/core/document/create'
import { fillFrames } from '@/core/document/edits/fills'
import { putLayer } from '@/core/document/edits/finishes'
import { addFrame } from '@/core/document/edits/frames'
import { removeItems } from '@/core/document/edits/items'
import { setBackground } from '@/core/document/edits/sheets'
import type { Project } from '@/core/document/types'
import { newLayer, type Stroke } from '@/core/finish/layers'
import { bristlesAlong, dotsAlong, fittedDashes } from '@/core/finish/lines'
import type { Box } from '@/core/geometry/box'
import { areaOf } from '@/core/path/area'
import { boundsOf } from '@/core/path/extent'
import { ellipsePath, polygonPath, type Outline } from '@/core/path/path'
import type { Stencil } from '@/core/stencil/stencil'

const [W, H] = [800, 600]
const BACKDROP = '#ff00ff'

const stroke = (over: Partial<Stroke>): Stroke => ({
  ...(newLayer('stroke', 'edge', 10) as Stroke), // a stroke is asked for
  paint: { kind: 'colour', colour: '#000000' },
  ...over,
})

/** A black frame on a loud backdrop, or an empty one, with one stroke. */
const framed = (
  stencil: Stencil,
  box: Box,
  layer: Stroke,
  { fill = '#000000', backdrop = BACKDROP }: { readonly fill?: Colour | null; readonly backdrop?: Colour } = {},
): Project => {
  const blank = setBackground(removeItems(sampleProject(), { sheetId: SHEET, ids: ['f-1', 'f-2', 'f-3'] }), {
    sheetId: SHEET,
    background: { kind: 'colour', colour: backdrop },
  })
  const at = { sheetId: SHEET, ids: ['a'] }
  const added = addFrame(blank, { sheetId: SHEET, frame: newFrame('a', stencil, box) })
  const filled = fill ? fillFrames(added, { ...at, fill: { kind: 'colour', colour: fill } }) : added
  return putLayer(filled, { ...at, layer })
}

const CIRCLE = { cx: 400.3, cy: 299.7, w: 300, h: 300 }

/** How much of a scan line from the middle of the circle outward is dark, in pixels. */
const darkness = (value: number): number => 1 - value / 255

describe('the width of a stroke', () => {
  it.each(['inside', 'centre', 'outside'] as const)('%s of a circle is exact along rays', async (side) => {
    const width = 17.4
    const project = framed({ kind: 'ellipse' }, CIRCLE, stroke({ side, width }), {
      fill: '#ffffff',
      backdrop: '#ffffff',
    })
    const { at, data } = await paintedSheet(project)
    // Level and upright rays from the middle: what is dark on them is the stroke alone.
    const level = (from: number, to: number): number => {
      let sum = 0
      for (let x = from; x < to; x += 1) sum += darkness(at(x, 299)[0])
      return sum
    }
    near(level(400, 700), width, 0.25)
    near(level(100, 400), width, 0.25)
    // All of it together has the area of its ring.
    let area = 0
    for (let i = 0; i < data.length; i += 4) area += darkness(data[i] ?? 0)
    const [inner, outer] = {
      inside: [150 - width, 150],
      centre: [150 - width / 2, 150 + width / 2],
      outside: [150, 150 + width],
    }[side] as [number, number]
    near(area / (Math.PI * (inner + outer)), width, 0.25)
  })

  it.each([0, 23, 90])('of a rectangle turned by %d° is exact on every side', async (turn) => {
    const width = 9.3
    const base = framed(
      { kind: 'rectangle' },
      { cx: 400, cy: 300, w: 260, h: 180 },
      stroke({ side: 'outside', width }),
      {
        fill: null,
        backdrop: '#ffffff',
      },
    )
    const project = {
      ...base,
      sheets: { [SHEET]: { ...base.sheets[SHEET]!, items: { a: { ...base.sheets[SHEET]!.items['a']!, turn } } } },
    } as Project
    const { data } = await paintedSheet(project)
    let area = 0
    for (let i = 0; i < data.length; i += 4) area += darkness(data[i] ?? 0)
    // Mitred corners: the frame is a whole rectangle less a rectangle.
    const wanted = (260 + 2 * width) * (180 + 2 * width) - 260 * 180
    near(area / (2 * (260 + 180) + 4 * width), wanted / (2 * (260 + 180) + 4 * width), 0.1)
  })

  it.each([
    ['miter', 4],
    ['round', Math.PI],
    ['bevel', 2],
  ] as const)('at corners joined by %s adds what the join says, in squares of the width', async (join, squares) => {
    const width = 21.5
    const project = framed(
      { kind: 'rectangle' },
      { cx: 400.2, cy: 299.6, w: 200, h: 160 },
      stroke({ side: 'outside', width, join }),
      { fill: null, backdrop: '#ffffff' },
    )
    const { data } = await paintedSheet(project)
    let area = 0
    for (let i = 0; i < data.length; i += 4) area += darkness(data[i] ?? 0)
    near((area - 2 * (200 + 160) * width) / (width * width), squares, 0.05)
  })

  it('at a concave corner and around a hole covers what is nearer than its width', async () => {
    // An L with a square hole: lines and square offsets are known in closed form for mitres.
    const d = 'M0 0H200V100H100V200H0Z M30 30V70H70V30Z'
    const width = 8.6
    const project = framed(
      { kind: 'path', d, fillRule: 'nonzero' },
      { cx: 400, cy: 300, w: 200, h: 200 },
      stroke({ side: 'inside', width }),
      { fill: '#ffffff', backdrop: '#ffffff' },
    )
    const { at } = await paintedSheet(project)
    const w = width
    const corners = (list: readonly (readonly [number, number])[]): ReturnType<typeof polygonPath> =>
      polygonPath(list.map(([x, y]) => ({ x: x + 300, y: y + 200 })))
    const whole: Outline = {
      path: [
        ...corners([
          [0, 0],
          [200, 0],
          [200, 100],
          [100, 100],
          [100, 200],
          [0, 200],
        ]),
        ...corners([
          [30, 30],
          [70, 30],
          [70, 70],
          [30, 70],
        ]),
      ],
      fillRule: 'evenodd',
    }
    const core: Outline = {
      path: [
        ...corners([
          [w, w],
          [200 - w, w],
          [200 - w, 100 - w],
          [100 - w, 100 - w],
          [100 - w, 200 - w],
          [w, 200 - w],
        ]),
        ...corners([
          [30 - w, 30 - w],
          [70 + w, 30 - w],
          [70 + w, 70 + w],
          [30 - w, 70 + w],
        ]),
      ],
      fillRule: 'evenodd',
    }
    const [filled, left] = [coverage(whole, W, H), coverage(core, W, H)]
    let off = 0
    for (let y = 190; y < 420; y += 1)
      for (let x = 290; x < 520; x += 1) {
        const wanted = (filled[y * W + x] ?? 0) - (left[y * W + x] ?? 0)
        const got = darkness(at(x, y)[0])
        off += Math.abs(got - wanted)
        expect(Math.abs(got - wanted)).toBeLessThanOrEqual(0.25)
      }
    expect(off / (230 * 230)).toBeLessThan(0.004)
  })
})

// Taken once: every look at a global costs a microsecond under the test runner.
const { floor, max } = Math

/** The largest of seven values in a row, each `step` apart. */
const widest = (values: Uint8Array, width: number, step: number): Uint8Array => {
  const out = new Uint8Array(values.length).fill(255)
  for (let i = 3 * width + 3; i < values.length - 3 * width - 3; i += 1) {
    let most = 0
    for (let k = -3; k <= 3; k += 1) most = max(most, values[i + k * step]!)
    out[i] = most
  }
  return out
}

describe('between the picture and its stroke', () => {
  const shapes: readonly (readonly [string, Stencil])[] = [
    ['circle', { kind: 'ellipse' }],
    ['star', { kind: 'star', points: 7, inner: 0.5 }],
    ['turned rectangle', { kind: 'rectangle' }],
    ['ring', { kind: 'path', d: 'M0 0H90V90H0Z M25 25V65H65V25Z', fillRule: 'nonzero' }],
  ]
  it.each(
    shapes.flatMap(([name, stencil]) =>
      (['inside', 'centre', 'outside'] as const).map((side) => [name, side, stencil] as const),
    ),
  )('of a %s, %s, no backdrop shines through', async (_name, side, stencil) => {
    const project = framed(
      stencil,
      { cx: 402.4, cy: 297.3, w: 311.7, h: 288.2 },
      stroke({ side, width: 11.3, join: 'round' }),
    )
    const turned = {
      ...project,
      sheets: {
        [SHEET]: { ...project.sheets[SHEET]!, items: { a: { ...project.sheets[SHEET]!.items['a']!, turn: 17 } } },
      },
    } as Project
    const { data, width, height } = await paintedSheet(turned)
    // Black and magenta alone. Where all that is near is dark, nothing of the backdrop may be left.
    const red = Uint8Array.from({ length: width * height }, (_, i) => data[i * 4] ?? 0)
    const near3 = widest(widest(red, width, 1), width, width)
    let inside = 0
    const left: (readonly number[])[] = []
    for (let i = 0; i < red.length; i += 1) {
      if (near3[i]! > 60) continue
      inside += 1
      if (red[i]! > 4) left.push([i % width, floor(i / width), red[i]!, near3[i]!])
    }
    expect(left).toEqual([])
    expect(inside).toBeGreaterThan(20_000)
  })
})

describe('lines of a stroke', () => {
  const circle: Outline = { path: ellipsePath(100, 100), fillRule: 'nonzero' }
  it('dots are round, of the stroke’s width, a whole number of them round the contour', () =>
    holdsFor(
      fc.tuple(real(3, 20), real(0, 15), fc.constantFrom('inside', 'centre', 'outside' as const)),
      ([width, gap, side]) => {
        const dots = dotsAlong(circle, width, gap, side as 'inside')
        const count = dots.path.filter(({ kind }) => kind === 'move').length
        near(count, (2 * Math.PI * 100) / (width + gap), 0.6)
        near(Math.abs(areaOf(dots.path)), (count * Math.PI * width * width) / 4, 0.01 * count)
        const r = boundsOf(dots.path)
        const reach = side === 'inside' ? 100 : side === 'outside' ? 100 + width : 100 + width / 2
        near(r.x1, reach, 0.1)
      },
      40,
    ))
  it('dashes are stretched to go round whole', () =>
    holdsFor(fc.tuple(real(10, 5000), real(0.5, 80), real(0, 60)), ([length, dash, gap]) => {
      const [d, g] = fittedDashes(length, dash, gap)
      const pairs = length / (d + g)
      near(pairs, Math.round(pairs), 1e-6)
      near(d / (d + g), dash / (dash + gap), 1e-9)
    }))
  it('bristles lie within the stroke and are the same for the same seed', () => {
    const brush = { kind: 'brushed', bristles: 14, dryness: 0.6, seed: 9 } as const
    const lines = bristlesAlong(circle, 20, 'outside', brush)
    expect(bristlesAlong(circle, 20, 'outside', brush)).toEqual(lines)
    expect(bristlesAlong(circle, 20, 'outside', { ...brush, seed: 10 })).not.toEqual(lines)
    for (const { path, strength } of lines) {
      const r = boundsOf(path)
      expect(Math.max(r.x1, -r.x0, r.y1, -r.y0)).toBeLessThanOrEqual(122)
      expect(strength).toBeGreaterThan(0)
    }
  })
  it('a double line leaves its share of the width open', async () => {
    const width = 24
    const project = framed(
      { kind: 'ellipse' },
      CIRCLE,
      stroke({ side: 'outside', width, line: { kind: 'double', gap: 0.5 } }),
      {
        fill: '#ffffff',
        backdrop: '#ffffff',
      },
    )
    const { at } = await paintedSheet(project)
    let dark = 0
    for (let x = 400; x < 700; x += 1) dark += darkness(at(x, 299)[0])
    near(dark, width / 2, 0.3)
  })
})
