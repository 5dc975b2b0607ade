/** What is pressed or dropped on in a text: lines with the gaps between letters, notches, and letters that a face lacks. */
import { describe, expect, it } from '@jest/globals'
import { addFrame } from '@/core/document/edits/frames'
import { wordToPath } from '@/core/document/edits/lettering/words'
import { newFrame } from '@/core/document/create'
import { dropFrameAt } from '@/core/document/hits'
import { shownPlaced } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import { wordLineAt } from '@/core/document/wordHits'
import { lackingBoxes } from '@/core/lettering/lacking'
import { apply, rotation } from '@/core/geometry/matrix'
import { copiedSheet } from '@/core/document/edits/sheets'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { laidOut, settingOf, withWord } from '@tests/helpers/lettering'
import { filled, frames, sheet, sound, word, WORD } from '@tests/helpers/words'
import { near } from '@tests/helpers/near'
import { sampleProject, SHEET } from '@tests/helpers/project'

const wide = withWord(sampleProject(), 'AB\nC', { change: { size: 90, tracking: 500 }, faceId: 'anton' })

/** A point of the sheet between two letters, at a share of the way from the right side of one to the left of the next. */
const between = (i: number, share: number, rise = 0) => {
  const [a, b] = [frames(wide)[i]?.box, frames(wide)[i + 1]?.box]
  if (!a || !b) throw new TypeError('two letters')
  const [left, right] = [a.cx + a.w / 2, b.cx - b.w / 2]
  return { x: left + (right - left) * share, y: a.cy + rise * a.h }
}

describe('a press in a line of text', () => {
  it('is on the text, between its letters too', () =>
    holdsFor(fc.tuple(real(0.02, 0.98), real(-0.48, 0.48)), ([share, rise]) => {
      const p = between(0, share, rise)
      expect(wordLineAt(sheet(wide), p, null)?.id).toBe('g-word')
    }))
  it('is not where another line ends, beside the text, or above and below it', () => {
    const [, b, c] = frames(wide).map(({ box }) => box)
    if (!b || !c) throw new TypeError('three letters')
    expect(wordLineAt(sheet(wide), { x: b.cx + b.w, y: b.cy }, null)).toBeNull()
    expect(wordLineAt(sheet(wide), { x: c.cx + c.w * 1.2, y: c.cy }, null)).toBeNull()
    expect(wordLineAt(sheet(wide), between(0, 0.5, -0.7), null)).toBeNull()
  })
  it('is on what lies over the text, and on the text over what lies beneath', () => {
    const p = between(0, 0.5)
    const plate = newFrame('plate', { kind: 'rectangle' }, { cx: p.x, cy: p.y, w: 300, h: 300 })
    const over = addFrame(wide, { sheetId: SHEET, frame: plate })
    expect(wordLineAt(sheet(over), p, frameOf(sheet(over), 'plate'))).toBeNull()
    const beneath = withWord(addFrame(sampleProject(), { sheetId: SHEET, frame: plate }), 'AB', {
      change: { size: 90, tracking: 500 },
      faceId: 'anton',
    })
    const [a, b] = frames(beneath).map(({ box }) => box)
    if (!a || !b) throw new TypeError('two letters')
    const gap = { x: (a.cx + a.w / 2 + b.cx - b.w / 2) / 2, y: a.cy }
    expect(wordLineAt(sheet(beneath), gap, frameOf(sheet(beneath), 'plate'))?.id).toBe('g-word')
  })
})

describe('a drop into a letter', () => {
  it('is the letter in a notch as in a hole', () => {
    const written = withWord(sampleProject(), 'V', { change: { size: 300 }, faceId: 'archivo-black' })
    const [letter] = frames(written)
    if (!letter) throw new TypeError('no letter')
    const { cx, cy, h } = letter.box
    const notch = { x: cx, y: cy - h * 0.46 }
    expect(dropFrameAt(sheet(written), notch, 0, ({ stencil }) => stencil.kind === 'glyph')?.id).toBe(letter.id)
    expect(
      dropFrameAt(sheet(written), { x: cx, y: cy - h * 0.6 }, 0, ({ stencil }) => stencil.kind === 'glyph'),
    ).toBeNull()
  })
})

describe('letters that a face lacks', () => {
  it('have a box each where they would stand, and no others', () => {
    const setting = settingOf('a漢b漢')
    const layout = laidOut(setting)
    expect(layout.missing).toEqual(['漢'])
    const boxes = lackingBoxes(setting, layout)
    expect(boxes).toHaveLength(2)
    boxes.forEach((corners, i) => {
      const [from, to] = [layout.carets[1 + 2 * i], layout.carets[2 + 2 * i]]
      for (const { x, y } of corners) {
        expect(x).toBeGreaterThanOrEqual((from?.x ?? NaN) - 1e-9)
        expect(x).toBeLessThanOrEqual(Math.max(to?.x ?? NaN, (from?.x ?? NaN) + 100))
        expect(y).toBeLessThanOrEqual((from?.y ?? NaN) + 1e-9)
      }
    })
    expect(lackingBoxes(settingOf('ab'), laidOut(settingOf('ab')))).toEqual([])
  })
  it('turn with a baseline that turns', () => {
    const caret = (x: number, y: number, turn: number) => ({ x, y, turn, up: 100, down: 20 })
    const plain = { carets: [caret(0, 0, 0), caret(50, 0, 0)], missing: ['漢'] }
    const m = rotation(30)
    const turned = { ...plain, carets: plain.carets.map((one) => ({ ...one, ...apply(m, one), turn: 30 })) }
    const of = { text: '漢', capitals: 'typed' } as const
    lackingBoxes(of, plain)[0]?.forEach((p, i) => {
      const q = lackingBoxes(of, turned)[0]?.[i]
      near(q?.x ?? NaN, apply(m, p).x, 1e-9)
      near(q?.y ?? NaN, apply(m, p).y, 1e-9)
    })
  })
})

describe('a text', () => {
  it('as one stencil keeps the picture that is chosen, the first, or none', () => {
    const project = filled('KIT')
    const shown = (keep?: string | null): string | undefined => {
      const made = wordToPath(project, { ...WORD, frameId: 'one', ...(keep === undefined ? {} : { keep }) }).project
      sound(made)
      return shownPlaced(frameOf(sheet(made), 'one'))?.pictureId
    }
    expect(shown()).toBe('pic-1')
    expect(shown(frames(project)[1]?.id)).toBe('pic-2')
    expect(shown(null)).toBeUndefined()
  })
  it('keeps the size that was typed through a copy of its sheet', () => {
    const boxed = withWord(sampleProject(), 'KITES', {
      change: { fit: 'box', box: { w: 300, h: 90 }, typedSize: 40 },
    })
    sound(boxed)
    const copy = copiedSheet(sheet(boxed), 's-2', 'Half', { w: 400, h: 300 })
    const held = copy.items['g-word']
    expect(held?.kind === 'group' && held.lettering?.typedSize).toBe(20)
    expect(word(boxed).lettering.typedSize).toBe(40)
  })
})
