/**
 * Shadows, glows and copies as they are painted against resvg, an independent renderer of SVG: feGaussianBlur by standard
 * deviation (W3C Filter Effects), flood colour and offset. Means within 2 of 255. Relief against its closed formula.
 */
import { describe, expect, it } from '@jest/globals'
import { Resvg } from '@resvg/resvg-js'
import { erf } from '@tests/helpers/erf'
import { near } from '@tests/helpers/near'
import { paintedSheet } from '@tests/helpers/painted'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { newFrame } from '@/core/document/create'
import { fillFrames } from '@/core/document/edits/fills'
import { putLayer } from '@/core/document/edits/finishes'
import { addFrame } from '@/core/document/edits/frames'
import { groupItems } from '@/core/document/edits/groups'
import { removeItems } from '@/core/document/edits/items'
import { setBackground } from '@/core/document/edits/sheets'
import type { Project } from '@/core/document/types'
import { newLayer, type FinishLayer } from '@/core/finish/layers'

const [W, H] = [800, 600]

const framed = (layer: FinishLayer, ids: readonly string[] = ['a']): Project => {
  const blank = setBackground(removeItems(sampleProject(), { sheetId: SHEET, ids: ['f-1', 'f-2', 'f-3'] }), {
    sheetId: SHEET,
    background: { kind: 'colour', colour: '#ffffff' },
  })
  const boxes = { a: { cx: 400, cy: 300, w: 240, h: 180 }, b: { cx: 480, cy: 360, w: 200, h: 160 } }
  const added = Object.entries(boxes)
    .filter(([id]) => ids.includes(id))
    .reduce(
      (project, [id, box]) => addFrame(project, { sheetId: SHEET, frame: newFrame(id, { kind: 'ellipse' }, box) }),
      blank,
    )
  const filled = fillFrames(added, { sheetId: SHEET, ids, fill: { kind: 'colour', colour: '#c98d63' } })
  if (ids.length === 1) return putLayer(filled, { sheetId: SHEET, ids, layer })
  const grouped = groupItems(filled, { sheetId: SHEET, ids, groupId: 'g', name: 'Group' })
  return putLayer(grouped, { sheetId: SHEET, ids: ['g'], layer })
}

const resvg = (body: string): Uint8Array =>
  new Resvg(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}"><rect width="${W}" height="${H}" fill="#fff"/>${body}</svg>`,
  ).render().pixels

// Taken once: every look at a global costs a microsecond under the test runner.
const { abs, hypot, max } = Math

/** Within 2 pixels of the ellipse's edge. */
const isAtEdge = (pixel: number): boolean => {
  const [x, y] = [pixel % W, (pixel / W) | 0]
  return abs(hypot((x + 0.5 - 400) / 120, (y + 0.5 - 300) / 90) - 1) * 90 < 2
}

const compared = (ours: Uint8ClampedArray, theirs: Uint8Array): { readonly mean: number; readonly most: number } => {
  let [sum, most] = [0, 0]
  for (let i = 0; i < ours.length; i += 1) {
    const off = abs((ours[i] ?? 0) - (theirs[i] ?? 0))
    sum += off
    // Edges are anti-aliased by each renderer in its own way.
    if (!isAtEdge(i >> 2)) most = max(most, off)
  }
  return { mean: sum / ours.length, most }
}

const ELLIPSE = '<ellipse cx="400" cy="300" rx="120" ry="90"'
const blurFilter = (deviation: number, dx = 0, dy = 0): string =>
  `<filter id="f" color-interpolation-filters="sRGB" filterUnits="userSpaceOnUse" x="0" y="0" width="${W}" height="${H}">
   <feGaussianBlur stdDeviation="${deviation}"/><feOffset dx="${dx}" dy="${dy}"/></filter>`

describe('a shadow', () => {
  it.each([0.8, 3, 9, 24])('of deviation %d is what another renderer gives', async (blur) => {
    const layer: FinishLayer = {
      ...(newLayer('shadow', 's', 10) as Extract<FinishLayer, { kind: 'shadow' }>),
      dx: 14,
      dy: 22,
      blur,
      opacity: 0.5,
      colour: '#22282b',
    }
    const { data } = await paintedSheet(framed(layer))
    const { mean, most } = compared(
      data,
      resvg(
        `${blurFilter(blur, 14, 22)}<g filter="url(#f)" opacity="0.5">${ELLIPSE} fill="#22282b"/></g>${ELLIPSE} fill="#c98d63"/>`,
      ),
    )
    expect(mean).toBeLessThanOrEqual(0.5)
    // A blur of less than a pixel hardly leaves its edge.
    expect(most).toBeLessThanOrEqual(blur < 2 ? 24 : 10)
  })
  it('with spread is that of the outline grown all round', async () => {
    const layer: FinishLayer = {
      ...(newLayer('shadow', 's', 10) as Extract<FinishLayer, { kind: 'shadow' }>),
      dx: 0,
      dy: 0,
      blur: 5,
      spread: 12,
      opacity: 1,
      colour: '#203040',
    }
    const { data } = await paintedSheet(framed(layer))
    const { mean } = compared(
      data,
      resvg(
        `${blurFilter(5)}<g filter="url(#f)">${ELLIPSE} fill="#203040" stroke="#203040" stroke-width="24"/></g>${ELLIPSE} fill="#c98d63"/>`,
      ),
    )
    expect(mean).toBeLessThanOrEqual(0.5)
  })
  it('within is that of all around the outline', async () => {
    const layer: FinishLayer = {
      ...(newLayer('shadow', 's', 10) as Extract<FinishLayer, { kind: 'shadow' }>),
      at: 'over',
      inset: true,
      dx: 9,
      dy: 12,
      blur: 7,
      opacity: 0.8,
      colour: '#101820',
    }
    const { data } = await paintedSheet(framed(layer))
    const around = `<path fill-rule="evenodd" fill="#101820" d="M-200 -200H1000V800H-200Z M280 300A120 90 0 0 0 520 300A120 90 0 0 0 280 300Z"/>`
    const { mean } = compared(
      data,
      resvg(
        `${blurFilter(7, 9, 12)}<clipPath id="c">${ELLIPSE}/></clipPath>${ELLIPSE} fill="#c98d63"/><g clip-path="url(#c)"><g filter="url(#f)" opacity="0.8">${around}</g></g>`,
      ),
    )
    expect(mean).toBeLessThanOrEqual(0.5)
  })
  it('of a group falls from the united outlines', async () => {
    const layer: FinishLayer = {
      ...(newLayer('shadow', 's', 10) as Extract<FinishLayer, { kind: 'shadow' }>),
      dx: 20,
      dy: 20,
      blur: 6,
      opacity: 0.6,
      colour: '#22282b',
    }
    const { data } = await paintedSheet(framed(layer, ['a', 'b']))
    const both = `${ELLIPSE} fill="X"/><ellipse cx="480" cy="360" rx="100" ry="80" fill="X"/>`
    const { mean } = compared(
      data,
      resvg(
        `${blurFilter(6, 20, 20)}<g filter="url(#f)" opacity="0.6">${both.replaceAll('X', '#22282b')}</g>${both.replaceAll('X', '#c98d63')}`,
      ),
    )
    expect(mean).toBeLessThanOrEqual(0.5)
  })
})

describe('a copy and a glow', () => {
  it('a copy is solid, larger and shifted', async () => {
    const layer: FinishLayer = {
      ...(newLayer('copy', 'c', 10) as Extract<FinishLayer, { kind: 'copy' }>),
      grow: 6,
      dx: 18,
      dy: -8,
      join: 'round',
      colour: '#8e2a5b',
    }
    const { data } = await paintedSheet(framed(layer))
    const moved = `<g transform="translate(18 -8)">${ELLIPSE} fill="#8e2a5b" stroke="#8e2a5b" stroke-width="12"/></g>`
    expect(compared(data, resvg(`${moved}${ELLIPSE} fill="#c98d63"/>`)).mean).toBeLessThanOrEqual(0.3)
  })
  it('a glow outward is a shadow without offset', async () => {
    const layer: FinishLayer = {
      ...(newLayer('glow', 'g', 10) as Extract<FinishLayer, { kind: 'glow' }>),
      blur: 12,
      spread: 4,
      opacity: 1,
      colour: '#f0b429',
    }
    const { data } = await paintedSheet(framed(layer))
    const { mean } = compared(
      data,
      resvg(
        `${blurFilter(12)}<g filter="url(#f)">${ELLIPSE} fill="#f0b429" stroke="#f0b429" stroke-width="8"/></g>${ELLIPSE} fill="#c98d63"/>`,
      ),
    )
    expect(mean).toBeLessThanOrEqual(0.5)
  })
})

describe('a relief', () => {
  it('is as light as the softened edge rises over its depth, and dark on the other side', async () => {
    const layer: FinishLayer = {
      ...(newLayer('relief', 'r', 10) as Extract<FinishLayer, { kind: 'relief' }>),
      direction: 180,
      depth: 6,
      softness: 5,
      opacity: 1,
      light: '#ffffff',
      shade: '#000000',
    }
    const project = framed(layer)
    const sheet = project.sheets[SHEET]!
    const box = { cx: 400, cy: 300, w: 400, h: 300 }
    const flat = {
      ...project,
      sheets: { [SHEET]: { ...sheet, items: { a: { ...sheet.items['a']!, stencil: { kind: 'rectangle' }, box } } } },
    } as Project
    const { at } = await paintedSheet(
      fillFrames(flat, { sheetId: SHEET, ids: ['a'], fill: { kind: 'colour', colour: '#808080' } }),
    )
    // Light comes from the left: along the left edge at x = 200 the plateau rises away from it.
    const soft = (d: number): number => 0.5 * (1 + erf(d / (5 * Math.SQRT2)))
    for (const x of [204, 208, 214]) {
      const d = x + 0.5 - 200
      const strength = soft(d + 6) - soft(d - 6)
      near(at(x, 300)[0], 128 + (255 - 128) * strength, 4)
    }
    for (const x of [590, 596]) {
      const d = 600 - (x + 0.5)
      near(at(x, 300)[0], 128 - 128 * (soft(d + 6) - soft(d - 6)), 4)
    }
    near(at(400, 300)[0], 128, 1)
  })
})
