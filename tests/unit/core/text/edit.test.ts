/** Editing of texts and their looks: what is typed where, and carets on the lines of a box. */
import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import { look, textOf } from '@tests/helpers/text'
import { graphemesOf } from '@/core/lettering/graphemes'
import { TEXT_RANGE, type TextStencil } from '@/core/text/block'
import { caretAt, lineEnds, placeAt, placeLines, selectedRects } from '@/core/text/carets'
import { cellsOf } from '@/core/text/cells'
import { clustersText, readClusters } from '@/core/text/clusters'
import { changeOf, cleanText, commonLook, lookedText, refaced, replaced, restyled } from '@/core/text/edit'
import { flowOf } from '@/core/text/flow'
import { textFault } from '@/core/document/schema/text'
import { stencilFaults } from '@/core/document/schema/stencil'

const lengths = (looks: readonly { readonly length: number }[]): number[] => looks.map(({ length }) => length)
const SAID = 'Kites at the Gull Steps, a fine wind, and tea for all who come'
const two = (): TextStencil =>
  textOf('red and blue', [
    { ...look('lora', 12, '#aa0000'), length: 3 },
    { ...look('lora', 12), length: 9 },
  ])

describe('text that is typed', () => {
  it('is what lies before the caret and was not there', () => {
    expect(changeOf('abc', 'abXc', 3)).toEqual({ from: 2, to: 2, by: 'X' })
    expect(changeOf('aaa', 'aaaa', 1)).toEqual({ from: 0, to: 0, by: 'a' })
    expect(changeOf('hello', 'heo', 2)).toEqual({ from: 2, to: 4, by: '' })
    expect(changeOf('hello', 'J', 1)).toEqual({ from: 0, to: 5, by: 'J' })
  })
  it('always leads from the text before to the one after', () => {
    const part = fc.string({ maxLength: 12, unit: fc.constantFrom('a', 'b', '\n', 'é', '👍🏽') })
    holdsFor(fc.record({ head: part, cut: part, put: part, tail: part }), ({ head, cut, put, tail }) => {
      const before = head + cut + tail
      const after = head + put + tail
      const { from, to, by } = changeOf(before, after, head.length + put.length)
      expect(before.slice(0, from) + by + before.slice(to)).toBe(after)
    })
  })
  it('takes on the look of the letter before it, or of what it replaces', () => {
    expect(replaced(lookedText(two()), 3, 3, 'dish').looks).toEqual([
      { ...look('lora', 12, '#aa0000'), length: 7 },
      { ...look('lora', 12), length: 9 },
    ])
    expect(lengths(replaced(lookedText(two()), 0, 3, 'green').looks)).toEqual([5, 9])
    expect(replaced(lookedText(two()), 3, 12, '', look('lora', 40)).looks).toEqual([
      { ...look('lora', 12, '#aa0000'), length: 3 },
    ])
    expect(replaced(lookedText(textOf('')), 0, 0, 'x').looks).toEqual([{ ...look(), length: 1 }])
  })
  it('is cleaned of what cannot be seen, whatever comes from a clipboard', () => {
    expect(cleanText('a\r\nb\rc\u2028d\te\u0000\u0007\u202e\ufeff\ud800f')).toBe('a\nb\nc\nd  ef')
    expect(cleanText('👍🏽 naïve\u00ad\u200d')).toBe('👍🏽 naïve\u00ad\u200d')
  })
})

describe('looks of stretches', () => {
  it('are changed where it was asked and joined where they are alike', () => {
    const bold = refaced(lookedText(two()), 4, 7, () => ({ id: 'lora-bold', name: 'lora-bold' }))
    expect(lengths(bold.looks)).toEqual([3, 1, 3, 5])
    expect(refaced(bold, 0, 12, ({ id }) => (id === 'lora-bold' ? { id: 'lora', name: 'lora' } : null)).looks).toEqual(
      lookedText(two()).looks,
    )
    expect(refaced(lookedText(textOf('')), 0, 0, () => ({ id: 'nunito', name: '' })).looks[0]?.face.id).toBe('nunito')
  })
  it('in size and colour need no typeface: letters stay as they were set', () => {
    holdsFor(
      fc.record({ from: fc.nat(SAID.length), to: fc.nat(SAID.length), size: fc.integer({ min: 4, max: 90 }) }),
      ({ from, to, size }) => {
        const [start, end] = [Math.min(from, to), Math.max(from, to)]
        const held = textOf(SAID)
        const runs = restyled(held, start, end, { size, colour: '#118822' })
        const next = { ...held, runs }
        expect(textFault(next)).toBeNull()
        expect(cellsOf(next).map(({ advance, drawing, place }) => [advance, drawing, place])).toEqual(
          cellsOf(held).map(({ advance, drawing, place }) => [advance, drawing, place]),
        )
        if (end > start) expect(commonLook(next, start, end)).toMatchObject({ size, colour: '#118822' })
        expect(restyled(next, 0, SAID.length, { size: 12, colour: null })).toEqual(held.runs)
      },
      100,
    )
  })
  it('never part a ligature', () => {
    const held = textOf('ffi', look('lora', 12))
    const runs = restyled(held, 1, 2, { size: 20 })
    expect(runs.reduce((sum, { length }) => sum + length, 0)).toBe(3)
    expect(textFault({ ...held, runs })).toBeNull()
  })
  it('have in common what does not differ', () => {
    expect(commonLook(two(), 0, 12)).toEqual({ faceId: 'lora', faceName: 'lora', size: 12 })
    expect(commonLook(two(), 5, 5)).toEqual({ faceId: 'lora', faceName: 'lora', size: 12, colour: null })
    expect(lookedText(two()).looks).toHaveLength(2)
  })
})

const BOX = { w: 120, h: 200 }

describe('carets in a box', () => {
  it('go from left to right and line to line as the text does', () => {
    const stencil = textOf(SAID)
    let before = { line: 0, x: -Infinity }
    for (let place = 0; place <= SAID.length; place += 1) {
      const { line, x, top, foot } = caretAt(stencil, BOX, place)
      expect(line > before.line || x > before.x - 1e-9).toBe(true)
      expect(foot).toBeGreaterThan(top)
      before = { line, x }
    }
    expect(before.line).toBe(flowOf(stencil, BOX).lines.length - 1)
  })
  it('are found again from where they stand', () => {
    holdsFor(
      fc.record({
        text: fc.constantFrom(SAID, 'one\n\ntwo', 'ffi ffl', '👍🏽 ok\n'),
        at: fc.double({ min: 0, max: 1, noNaN: true }),
      }),
      ({ text, at }) => {
        const stencil = textOf(text)
        const letters = graphemesOf(text)
        const place = letters.slice(0, Math.round(at * letters.length)).join('').length
        const { x, top, foot, line } = caretAt(stencil, BOX, place)
        const found = placeAt(stencil, BOX, { x, y: (top + foot) / 2 })
        // A spread or hanging place may share its spot with another: the caret stands on the same line, on the same spot.
        const again = caretAt(stencil, BOX, found)
        expect(again.line).toBe(line)
        expect(Math.abs(again.x - x)).toBeLessThan(4)
      },
      200,
    )
  })
  it('keep to the column while they go down and up, and reach both ends', () => {
    const stencil = textOf(SAID)
    const from = 10
    const { x } = caretAt(stencil, BOX, from)
    const down = placeLines(stencil, BOX, from, 1, x)
    expect(caretAt(stencil, BOX, down).line).toBe(caretAt(stencil, BOX, from).line + 1)
    expect(placeLines(stencil, BOX, down, -1, x)).toBe(from)
    expect(placeLines(stencil, BOX, from, -5, x)).toBe(0)
    expect(placeLines(stencil, BOX, from, 50, x)).toBe(SAID.length)
    const [start, end] = lineEnds(stencil, BOX, down)
    expect(caretAt(stencil, BOX, start).line).toBe(caretAt(stencil, BOX, end).line)
  })
  it('show a selection as one rectangle a line', () => {
    const stencil = textOf(SAID)
    const rects = selectedRects(stencil, BOX, 0, SAID.length)
    expect(rects).toHaveLength(flowOf(stencil, BOX).lines.length)
    expect(selectedRects(stencil, BOX, 5, 5)).toEqual([])
  })
})

describe('clusters in words', () => {
  it('are read as they were written, and nothing else is', () => {
    const { runs } = textOf(SAID)
    const held = readClusters(runs[0]?.clusters ?? '')
    expect(held).not.toBeNull()
    expect(clustersText(held ?? [])).toBe(runs[0]?.clusters)
    for (const wrong of ['a', '1:', '1:2:3', '1*', '1e9', '--1', ' 1', '1  2', '1/2', 'NaN', '1:99999'])
      expect([wrong, readClusters(wrong)]).toEqual([wrong, null])
  })
})

describe('a hostile text', () => {
  const sound = textOf('Kites')
  const faultsOf = (change: object): string[] => stencilFaults({ ...sound, ...change }).map(({ message }) => message)
  it('is named by its fault', () => {
    expect(faultsOf({})).toEqual([])
    expect(faultsOf({ text: 'Kite' })[0]).toMatch(/runs of 5 characters in all, but the text has 4/)
    expect(faultsOf({ runs: [] })[0]).toMatch(/must hold at least 1/)
    expect(faultsOf({ runs: sound.runs.map((run) => ({ ...run, clusters: '500:0' })) })[0]).toMatch(
      /another number of letters/,
    )
    expect(faultsOf({ drawings: [] })[0]).toMatch(/names drawing \d+ in runs\[0\], which is not in drawings/)
    expect(faultsOf({ drawings: ['M0 0'] })[0]).toMatch(/path data/)
    expect(faultsOf({ text: 'Kit\u0007s' })[0]).toMatch(/no control signs/)
    expect(faultsOf({ text: 'x'.repeat(TEXT_RANGE.text + 1) })[0]).toMatch(/at most 5000 letters/)
    expect(faultsOf({ runs: sound.runs.map((run) => ({ ...run, clusters: 'x' })) })[0]).toMatch(/must be clusters/)
    expect(faultsOf({ runs: sound.runs.map((run) => ({ ...run, size: 1e9 })) })[0]).toMatch(/at most 1440/)
    expect(faultsOf({ extra: 1 })[0]).toMatch(/not known/)
  })
  it('may not draw without end: a drawing counts as often as it is used', () => {
    const d = `M0 0${'L1 1'.repeat(15_000)}Z`
    const text = 'x'.repeat(100)
    const [run] = sound.runs
    const many = {
      text,
      drawings: [d],
      runs: [{ ...run, length: 100, clusters: Array.from({ length: 100 }, () => '500:0').join(' ') }],
    }
    expect(faultsOf(many)[0]).toMatch(/pieces of outline; 600000 are possible/)
  })
})
