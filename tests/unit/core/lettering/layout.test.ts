/** Where letters stand: by closed formulas of advances, capitals and arcs. */
import { describe, expect, it } from '@jest/globals'
import { boxCorners } from '@/core/geometry/box'
import { rectAround } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { parseSvgPath } from '@/core/path/svgPath'
import type { LaidLetter, Layout } from '@/core/lettering/layout'
import { faceNamed, laidOut, settingOf } from '@tests/helpers/lettering'
import { fc, holdsFor, real } from '@tests/helpers/property'

const inkOf = (letters: readonly LaidLetter[]) =>
  rectAround(letters.flatMap(({ rest }) => (rest ? boxCorners(rest, rest.turn) : [])))

const middles = ({ letters }: Layout): readonly number[] => letters.flatMap(({ rest }) => (rest ? [rest.cx] : []))

describe('a text', () => {
  it('stands on the baseline, its flat capitals exactly between it and the height of capitals', () => {
    const face = faceNamed('bebas-neue')
    const { letters } = laidOut(settingOf('HTE', 'bebas-neue'))
    for (const { rest } of letters) {
      expect(rest!.cy + rest!.h / 2).toBeCloseTo(0, 6)
      expect(rest!.h).toBeCloseTo((face.capHeight / face.unitsPerEm) * 100, 6)
    }
  })
  it('lets round letters overshoot the baseline and the height of capitals', () => {
    const [flat, round] = laidOut(settingOf('HO', 'archivo-black')).letters
    expect(round!.rest!.cy + round!.rest!.h / 2).toBeGreaterThan(flat!.rest!.cy + flat!.rest!.h / 2 + 0.5)
    expect(round!.rest!.cy - round!.rest!.h / 2).toBeLessThan(flat!.rest!.cy - flat!.rest!.h / 2 - 0.5)
  })
  it('grows by its tracking after each letter but the last, in thousandths of an em', () => {
    const [plain, tracked] = [laidOut(settingOf('LOFT')), laidOut(settingOf('LOFT', 'anton', { tracking: 200 }))]
    const width = (layout: Layout): number => layout.carets.at(-1)!.x - layout.carets[0]!.x
    expect(width(tracked) - width(plain)).toBeCloseTo(4 * 20, 6)
    const inkWidth = (layout: Layout): number => inkOf(layout.letters).x1 - inkOf(layout.letters).x0
    expect(inkWidth(tracked) - inkWidth(plain)).toBeCloseTo(3 * 20, 6)
  })
  it('widens its spaces alone by word spacing', () => {
    const [plain, wide] = [laidOut(settingOf('A B')), laidOut(settingOf('A B', 'anton', { wordSpacing: 500 }))]
    expect(middles(wide)[1]! - middles(wide)[0]! - (middles(plain)[1]! - middles(plain)[0]!)).toBeCloseTo(50, 6)
  })
  it('sets lines a leading apart and aligns them by their widths', () => {
    const carets = (align: 'left' | 'centre' | 'right') => laidOut(settingOf('ONE\nTHREE', 'anton', { align })).carets
    const ends = (align: 'left' | 'centre' | 'right') => {
      const all = carets(align)
      return { first: [all[0]!.x, all[3]!.x], second: [all[4]!.x, all[9]!.x] }
    }
    expect(ends('left').first[0]).toBeCloseTo(0, 9)
    expect(ends('left').second[0]).toBeCloseTo(0, 9)
    expect(ends('right').first[1]).toBeCloseTo(0, 9)
    expect(ends('right').second[1]).toBeCloseTo(0, 9)
    const { first, second } = ends('centre')
    expect(first[0]! + first[1]!).toBeCloseTo(0, 9)
    expect(second[0]! + second[1]!).toBeCloseTo(0, 9)
    expect(carets('left')[4]!.y - carets('left')[0]!.y).toBeCloseTo(110, 9)
  })
  it('fits a box as large as it can, in the middle of it', () => {
    const box = { w: 300, h: 90 }
    for (const text of ['LOFT', 'WAVES AND DUNES', 'I']) {
      const r = inkOf(laidOut(settingOf(text, 'anton', { fit: 'box', box })).letters)
      const [w, h] = [r.x1 - r.x0, r.y1 - r.y0]
      expect(w).toBeLessThanOrEqual(300.001)
      expect(h).toBeLessThanOrEqual(90.001)
      expect(Math.max(w / 300, h / 90)).toBeCloseTo(1, 3)
      expect(r.x0 + r.x1).toBeCloseTo(0, 6)
    }
  })
  it('makes every line as wide as the box', () => {
    const { letters } = laidOut(settingOf('KITE\nWEEK AT THE\nSEA', 'anton', { fit: 'lines', box: { w: 240, h: 10 } }))
    const lines = [letters.slice(0, 4), letters.slice(4, 13), letters.slice(13)]
    for (const line of lines) {
      const r = inkOf(line)
      expect(r.x1 - r.x0).toBeCloseTo(240, 6)
      expect(r.x0 + r.x1).toBeCloseTo(0, 6)
    }
  })
  it('of letters each as tall brings every letter to the height of capitals, but no sign', () => {
    const face = faceNamed('lobster')
    const cap = (face.capHeight / face.unitsPerEm) * 100
    const { letters } = laidOut(settingOf('Kgo.', 'lobster', { heights: 'each' }))
    for (const { rest } of letters.slice(0, 3)) {
      expect(rest!.h).toBeCloseTo(cap, 6)
      expect(rest!.cy + rest!.h / 2).toBeCloseTo(0, 6)
    }
    expect(letters[3]!.rest!.h).toBeLessThan(cap / 2)
  })
  it('stretches letters and distances alike', () => {
    const [plain, wide] = [laidOut(settingOf('SKY')), laidOut(settingOf('SKY', 'anton', { stretch: 1.5 }))]
    plain.letters.forEach(({ rest }, i) => {
      expect(wide.letters[i]!.rest!.w).toBeCloseTo(rest!.w * 1.5, 6)
      expect(wide.letters[i]!.rest!.h).toBeCloseTo(rest!.h, 6)
      expect(wide.letters[i]!.rest!.cx).toBeCloseTo(rest!.cx * 1.5, 6)
    })
  })
  it('makes capitals without making letters: ß becomes SS and stays one', () => {
    const { letters } = laidOut(settingOf('Maß', 'anton', { capitals: 'upper' }))
    expect(letters.map(({ text }) => text)).toEqual(['M', 'a', 'ß'])
    const [ss] = laidOut(settingOf('S', 'anton')).letters
    expect(letters[2]!.rest!.w).toBeGreaterThan(1.8 * ss!.rest!.w)
  })
  it('gives the shape of a letter as its own bounds, in proportion', () => {
    for (const { rest, d } of laidOut(settingOf('Agé', 'pacifico')).letters) {
      const r = boundsOf(parseSvgPath(d!))
      expect((r.x1 - r.x0) / (r.y1 - r.y0)).toBeCloseTo(rest!.w / rest!.h, 3)
    }
  })
  it('names what the face does not have, and leaves a gap for it', () => {
    const { letters, missing, carets } = laidOut(settingOf('AЖB☃', 'anton'))
    expect(missing).toContain('☃')
    expect(letters.at(-1)).toEqual({ text: '☃' })
    expect(carets).toHaveLength(5)
  })
  it('joins a ligature into one letter that keeps both places for the caret', () => {
    const [joined, apart] = [laidOut(settingOf('fig', 'anton', { ligatures: true })), laidOut(settingOf('fig'))]
    expect(apart.letters.every(({ rest }) => rest)).toBe(true)
    expect(joined.letters.map(({ rest }) => rest !== undefined)).toEqual([true, false, true])
    expect(joined.carets).toHaveLength(4)
    expect(joined.carets[1]!.x).toBeCloseTo((joined.carets[0]!.x + joined.carets[2]!.x) / 2, 9)
  })
  it('takes a letter with its marks as one: composed where Unicode knows it so, else with the mark above', () => {
    const [composed, parted] = [laidOut(settingOf('é', 'lobster')), laidOut(settingOf('e\u0301', 'lobster'))]
    expect(parted.letters.map(({ d }) => d)).toEqual(composed.letters.map(({ d }) => d))
    expect(parted.carets).toHaveLength(2)
    const [x] = laidOut(settingOf('x', 'lobster')).letters
    const [marked, ...others] = laidOut(settingOf('x\u0301', 'lobster')).letters
    expect(others).toEqual([])
    expect(marked!.rest!.h).toBeGreaterThan(x!.rest!.h * 1.2)
  })
  it('of nothing has one caret and no letters', () => {
    const { letters, carets } = laidOut(settingOf(''))
    expect(letters).toEqual([])
    expect(carets).toHaveLength(1)
  })
})

describe('a curve', () => {
  it('of an arc lays the middles of advances on one circle, each turned along it', () => {
    for (const bend of [60, 180, -120, 350]) {
      const { carets } = laidOut(settingOf('LANTERNHEAD', 'anton', { curve: { kind: 'arc', bend } }))
      const straight = laidOut(settingOf('LANTERNHEAD')).carets
      const radius = (straight.at(-1)!.x - straight[0]!.x) / ((bend * Math.PI) / 180)
      for (const { x, y, turn } of carets) {
        expect(Math.hypot(x, y - radius)).toBeCloseTo(Math.abs(radius), 6)
        expect(Math.sin((turn * Math.PI) / 180) * radius).toBeCloseTo(x, 6)
      }
      expect(carets.at(-1)!.turn - carets[0]!.turn).toBeCloseTo(bend, 6)
    }
  })
  it('of a wave keeps the distances of letters along it', () => {
    const curve = { kind: 'wave', height: 0.4, waves: 1.5 } as const
    const { carets } = laidOut(settingOf('HEADLAND', 'anton', { curve }))
    const straight = laidOut(settingOf('HEADLAND')).carets
    // Walked in small steps between two carets, the curve is as long as the line was. The formula: y = −A·sin(2π·n·x/W).
    const width = straight.at(-1)!.x - straight[0]!.x
    const at = (x: number): number => -40 * Math.sin((2 * Math.PI * 1.5 * x) / width)
    for (let i = 1; i < carets.length; i += 1) {
      const [p, q] = [carets[i - 1]!, carets[i]!]
      let length = 0
      for (let k = 0; k < 400; k += 1) {
        const [x0, x1] = [p.x + ((q.x - p.x) * k) / 400, p.x + ((q.x - p.x) * (k + 1)) / 400]
        length += Math.hypot(x1 - x0, at(x1) - at(x0))
      }
      expect(p.y).toBeCloseTo(at(p.x), 1)
      expect(length).toBeCloseTo(straight[i]!.x - straight[i - 1]!.x, 1)
    }
  })
  it('fits a box with its bent letters', () => {
    const box = { w: 400, h: 200 }
    const r = inkOf(
      laidOut(settingOf('GULL STEPS', 'anton', { fit: 'box', box, curve: { kind: 'arc', bend: 150 } })).letters,
    )
    expect(Math.max((r.x1 - r.x0) / 400, (r.y1 - r.y0) / 200)).toBeCloseTo(1, 6)
    expect(r.x0 + r.x1).toBeCloseTo(0, 6)
    expect(r.y0 + r.y1).toBeCloseTo(0, 6)
  })
})

describe('any setting', () => {
  const settings = fc.record({
    text: fc
      .array(fc.constantFrom('K', 'i', 'T', ' ', 'é', '\n', 'g', '8', 'ß'), { maxLength: 14 })
      .map((all) => all.join('')),
    face: fc.constantFrom('anton', 'lobster', 'bungee'),
    size: real(5, 400),
    tracking: real(-100, 600),
    stretch: real(0.3, 3),
    fit: fc.constantFrom('size', 'box', 'lines') as fc.Arbitrary<'size' | 'box' | 'lines'>,
    bend: fc.constantFrom(0, 40, -200),
  })
  it('gives a caret before each grapheme and a letter for each that is no space, all finite', () =>
    holdsFor(settings, ({ text, face, size, tracking, stretch, fit, bend }) => {
      const layout = laidOut(
        settingOf(text, face, {
          size,
          tracking,
          stretch,
          fit,
          box: { w: 200, h: 120 },
          ...(bend ? { curve: { kind: 'arc' as const, bend } } : {}),
        }),
      )
      const graphemes = [...new Intl.Segmenter().segment(text)].map(({ segment }) => segment)
      expect(layout.carets).toHaveLength(graphemes.length + 1)
      expect(layout.letters).toHaveLength(graphemes.filter((one) => one.trim()).length)
      for (const { rest } of layout.letters)
        for (const value of Object.values(rest ?? {})) expect(Number.isFinite(value)).toBe(true)
    }))
  it('scales in proportion with its size', () =>
    holdsFor(settings, ({ text, face, size, tracking, stretch, bend }) => {
      const change = { tracking, stretch, ...(bend ? { curve: { kind: 'arc' as const, bend } } : {}) }
      const one = laidOut(settingOf(text, face, { size, ...change }))
      const two = laidOut(settingOf(text, face, { size: size * 2, ...change }))
      one.letters.forEach(({ rest }, i) => {
        if (!rest) return
        expect(two.letters[i]!.rest!.cx).toBeCloseTo(rest.cx * 2, 6)
        expect(two.letters[i]!.rest!.cy).toBeCloseTo(rest.cy * 2, 6)
        expect(two.letters[i]!.rest!.w).toBeCloseTo(rest.w * 2, 6)
      })
    }))
})
