/**
 * Texts that wrap in a box: widths against advances of HarfBuzz (package harfbuzzjs) and closed formulas; properties over
 * random texts, none of which may ever leave its box unsaid.
 */
import { describe, expect, it } from '@jest/globals'
import { shaped } from '@tests/helpers/harfbuzz'
import { faceNamed } from '@tests/helpers/lettering'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { look, textOf } from '@tests/helpers/text'
import { boundsOf } from '@/core/path/extent'
import { BLOCK_ALIGNS, STANDS } from '@/core/text/block'
import { breakPlaces } from '@/core/text/breaks'
import { cellsOf } from '@/core/text/cells'
import { flowFits, flowOf } from '@/core/text/flow'
import { textBounds, textPath } from '@/core/text/outline'

const SAID = 'The kites over Gull Steps rise when the wind turns, and nobody is late for supper.'
const linesOf = (stencil: ReturnType<typeof textOf>, size: { w: number; h: number }): string[] =>
  flowOf(stencil, size).lines.map(({ from, to }) => stencil.text.slice(from, to))

/** The width that HarfBuzz gives a text in ems. */
const theirWidth = (id: string, text: string): number =>
  shaped(id, text, true).reduce((sum, { advance }) => sum + advance, 0) / faceNamed(id).unitsPerEm

describe('a flowed text', () => {
  it.each(['lora', 'source-sans-3', 'eb-garamond-bold', 'courier-prime', 'kalam'])(
    'in %s has lines as wide as HarfBuzz sets them',
    (id) => {
      const stencil = textOf(SAID, look(id, 20))
      const { lines, pens } = flowOf(stencil, { w: 10_000, h: 100 })
      expect(lines).toHaveLength(1)
      expect(lines[0]?.width).toBeCloseTo(theirWidth(id, SAID) * 20, 2)
      // Each word begins where the text before it ends: shaped by itself, which no kerning with a space changes by more than this.
      const cells = cellsOf(stencil)
      for (const place of breakPlaces(SAID).slice(0, -1)) {
        const index = cells.findIndex((cell) => cell.place === place)
        const from = (pens[index] ?? NaN) + 5000
        expect(Math.abs(from - theirWidth(id, SAID.slice(0, place)) * 20)).toBeLessThan(0.6)
      }
    },
  )
  it('breaks at spaces and after hyphens, never within words', () => {
    const stencil = textOf('tea-time for well-known kite-flyers', look('courier-prime', 10))
    // Every letter of this face is 0.6 em wide, as its makers say.
    expect(linesOf(stencil, { w: 6 * 10, h: 100 })).toEqual(['tea-time ', 'for well-', 'known ', 'kite-', 'flyers'])
    expect(linesOf(stencil, { w: 20, h: 100 })).toEqual(['tea-', 'time ', 'for ', 'well-', 'known ', 'kite-', 'flyers'])
    expect(flowOf(stencil, { w: 20, h: 100 }).linesWide).toBeGreaterThan(0)
  })
  it('breaks a word anywhere only where that is switched on', () => {
    const stencil = textOf('Mondscheinsonate', look('courier-prime', 10), { breaksWords: true })
    expect(linesOf(stencil, { w: 36, h: 100 })).toEqual(['Mondsc', 'heinso', 'nate'])
    expect(flowOf(stencil, { w: 36, h: 100 }).linesWide).toBe(0)
  })
  it('shows a hyphen at a soft hyphen where the line ends there, and nothing elsewhere', () => {
    const stencil = textOf('Mond\u00adschein\u00adsonate', look('courier-prime', 10))
    const narrow = { w: 8 * 6, h: 100 }
    const flow = flowOf(stencil, narrow)
    expect(flow.lines.map(({ hyphen }) => hyphen !== undefined)).toEqual([true, true, false])
    expect(flow.lines.map(({ width }) => Math.round(width / 6))).toEqual([4 + 1, 6 + 1, 6])
    expect(flowOf(stencil, { w: 400, h: 100 }).lines[0]?.width).toBeCloseTo(16 * 6, 0)
    // A hyphen is drawn: the ink reaches beyond the last letter of the line.
    expect(boundsOf(textPath(stencil, narrow)).x1).toBeGreaterThan(-24 + 6 * 6)
  })
  it('lays lines at baselines of the leading, and paragraphs further apart', () => {
    const stencil = textOf('one\ntwo', look('lora', 10), { leading: 1.5, paragraphGap: 0.5 })
    const { lines } = flowOf(stencil, { w: 200, h: 100 })
    const face = faceNamed('lora')
    expect(lines[0]?.baseline).toBeCloseTo(-50 + (face.ascent / face.unitsPerEm) * 10, 2)
    expect((lines[1]?.baseline ?? 0) - (lines[0]?.baseline ?? 0)).toBeCloseTo(20, 9)
  })
  it('takes the height of a line from its largest letters', () => {
    const stencil = textOf('ab', [
      { ...look('lora', 10), length: 1 },
      { ...look('lora', 40), length: 1 },
    ])
    expect(flowOf(stencil, { w: 200, h: 100 }).lines[0]?.up).toBeCloseTo((faceNamed('lora').ascent / 1000) * 40, 1)
  })
  it('spreads all lines of a justified paragraph but its last to the whole width', () => {
    const stencil = textOf(SAID, look('lora', 12), { align: 'justify' })
    const { lines, pens } = flowOf(stencil, { w: 150, h: 300 })
    const cells = cellsOf(stencil)
    for (const line of lines.slice(0, -1)) {
      const last = cells.slice(line.first, line.end).findLastIndex(({ isRoom }) => !isRoom) + line.first
      const cell = cells[last]
      expect((pens[last] ?? 0) + ((cell?.advance ?? 0) / 1000) * 12).toBeCloseTo(75, 3)
    }
    expect(lines.at(-1)?.spread).toBe(0)
  })
  it('is shrunk until it fits, and no further than it must', () => {
    const stencil = textOf(SAID, look('lora', 30), { shrinks: true })
    const size = { w: 150, h: 80 }
    const flow = flowOf(stencil, size)
    expect(flowFits(flow)).toBe(true)
    expect(flow.scale).toBeLessThan(1)
    const larger = textOf(SAID, look('lora', 30 * flow.scale * 1.02))
    expect(flowFits(flowOf(larger, size))).toBe(false)
    expect(flowOf(textOf('Hi', look('lora', 30), { shrinks: true }), size).scale).toBe(1)
  })
})

const WORDS = [
  'kite',
  'wind-worn',
  'a',
  'Überraschung',
  'sea',
  'Mond\u00adschein',
  '12,50',
  'naïve',
  '\n',
  '…',
  '“well”',
  'ffi',
]
const texts = fc.array(fc.constantFrom(...WORDS), { minLength: 1, maxLength: 60 }).map((words) => words.join(' '))

describe('random texts', () => {
  it('say it when a letter lies outside the box, in every alignment', () => {
    holdsFor(
      fc.record({
        text: texts,
        w: real(20, 300),
        h: real(20, 300),
        size: real(4, 40),
        align: fc.constantFrom(...BLOCK_ALIGNS),
        stand: fc.constantFrom(...STANDS),
        breaksWords: fc.boolean(),
        tracking: real(-50, 200),
      }),
      ({ text, w, h, size, ...layout }) => {
        const stencil = textOf(text, look('lora', size), layout)
        const flow = flowOf(stencil, { w, h })
        const cells = cellsOf(stencil)
        const isOutside = (by: number): boolean =>
          flow.lines.some((line) =>
            cells.slice(line.first, line.end).some((cell, i) => {
              if (cell.drawing === null) return false
              const pen = flow.pens[line.first + i] ?? NaN
              const end = pen + (cell.advance / 1000) * size
              const isWide = pen < -w / 2 - by || end > w / 2 + by
              return isWide || line.baseline + line.down > h / 2 + by || line.baseline - line.up < -h / 2 - by
            }),
          )
        // What is beyond the box by a hundredth of a point counts as within it: about there it may be said or not.
        if (isOutside(0.02)) expect(flowFits(flow)).toBe(false)
        // A hyphen that is shown at the end of a line is no letter of the text, but takes room.
        const isHyphened = flow.lines.some(({ hyphen }) => hyphen !== undefined)
        if (!isOutside(0.005) && !isHyphened) expect(flowFits(flow)).toBe(true)
      },
      200,
    )
  })
  it('keep every letter once and in order, and end lines only where they may', () => {
    holdsFor(fc.record({ text: texts, w: real(20, 200), breaksWords: fc.boolean() }), ({ text, w, breaksWords }) => {
      const stencil = textOf(text, look('source-sans-3', 12), { breaksWords })
      const { lines, pens } = flowOf(stencil, { w, h: 100 })
      expect(lines.map(({ from, to }) => stencil.text.slice(from, to)).join('')).toBe(stencil.text)
      expect(pens).toHaveLength(cellsOf(stencil).length)
      const allowed = new Set(breakPlaces(stencil.text))
      if (!breaksWords) for (const { to } of lines) expect(allowed.has(to) || to === stencil.text.length).toBe(true)
    })
  })
  it('are bounded as their outline is', () => {
    holdsFor(
      fc.record({ text: texts, w: real(40, 300) }),
      ({ text, w }) => {
        const stencil = textOf(text, look('lora', 12))
        const [told, is] = [textBounds(stencil, { w, h: 100 }), boundsOf(textPath(stencil, { w, h: 100 }))]
        for (const side of ['x0', 'x1', 'y0', 'y1'] as const) expect(Math.abs(told[side] - is[side])).toBeLessThan(1e-6)
      },
      60,
    )
  })
  it('grow with their box in proportion: lines stay as they were', () => {
    holdsFor(
      fc.record({ text: texts, w: real(40, 300), k: real(0.5, 4) }),
      ({ text, w, k }) => {
        const small = flowOf(textOf(text, look('lora', 12)), { w, h: 100 })
        const large = flowOf(textOf(text, look('lora', 12 * k)), { w: w * k, h: 100 * k })
        expect(large.lines.map(({ from, to }) => [from, to])).toEqual(small.lines.map(({ from, to }) => [from, to]))
        large.lines.forEach(({ baseline }, i) => expect(baseline).toBeCloseTo((small.lines[i]?.baseline ?? 0) * k, 6))
      },
      100,
    )
  })
})
