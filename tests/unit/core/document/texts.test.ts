/** Texts as items of a sheet: edits and their inverses, sizing, presses, painting in several colours, copies. */
import { fromRgb } from '@/core/colour/space'
import { describe, expect, it } from '@jest/globals'
import { applyPatches } from 'immer'
import { faceNamed } from '@tests/helpers/lettering'
import { fc, holdsFor } from '@tests/helpers/property'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { look, textOf, withText } from '@tests/helpers/text'
import { lookedText, replaced } from '@/core/text/edit'
import { setText } from '@/core/text/setting'
import { itemsRect, hullOf } from '@/core/document/extent'
import { moveItems, sizeItems } from '@/core/document/edits/items'
import { groupItems } from '@/core/document/edits/groups'
import { placePicture } from '@/core/document/edits/fills'
import { copiedSheet } from '@/core/document/edits/sheets'
import { fitTextBox, layText, lookTexts, retype } from '@/core/document/edits/texts'
import { faceIdsOf } from '@/core/document/lettering'
import { frameAt, sheetOf } from '@/core/document/read'
import { fittedBox, flowIn, isText, linesOver, overflowWords, textName, type TextFrame } from '@/core/document/text'
import type { Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { renderFrame } from '@/core/render/frame'

const SAID = 'The tide is out at Gull Steps and everybody goes down to the sand.'
const textIn = (project: Project, id = 't-1'): TextFrame => {
  const item = sheetOf(project, SHEET).items[id]
  if (!isText(item)) throw new TypeError('no text there')
  return item
}
const base = (): Project => withText(sampleProject(), textOf(SAID, look('lora', 20)))

describe('a text on a sheet', () => {
  it('is sound, and names its typefaces', () => {
    const project = withText(base(), textOf('Bold', look('lora-bold', 30)), { id: 't-2' })
    expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
    expect(faceIdsOf(project)).toEqual(['lora', 'lora-bold'])
  })
  it('is called after what it says until it has a name', () => {
    expect(textIn(base()).name).toBe('The tide is out at Gull…')
    expect([textName('  \nx'), textName(''), textName('Hello\nall')]).toEqual(['x', 'Text', 'Hello'])
    const set = setText('New words', [{ ...look('lora', 20), length: 9 }], faceNamed)
    const typed = retype(base(), { sheetId: SHEET, frameId: 't-1', text: 'New words', set })
    expect(textIn(typed).name).toBe('New words')
  })
  it('counts with its box for rows and handles, and is pressed on its lines', () => {
    const project = base()
    const sheet = sheetOf(project, SHEET)
    expect(itemsRect(sheet, ['t-1'])).toEqual({ x0: 250, y0: 220, x1: 550, y1: 380 })
    const only = (id: string) => id === 't-1'
    const [line] = flowIn(textIn(project)).lines
    const onLine = { x: 260, y: 300 + (line?.baseline ?? 0) - 5 }
    expect(frameAt(sheet, onLine, (frame) => only(frame.id))?.id).toBe('t-1')
    expect(frameAt(sheet, { x: 260, y: 375 }, (frame) => only(frame.id))).toBeNull()
  })
  it('says what does not fit, and its box can be fitted', () => {
    const small = fitTextBox(base(), { sheetId: SHEET, frameId: 't-1', box: { cx: 400, cy: 300, w: 100, h: 40 } })
    expect(linesOver(textIn(small))).toBeGreaterThan(2)
    expect(overflowWords(textIn(small))).toMatch(/^The text does not fit: \d+ lines below the box/)
    const fitted = fitTextBox(small, { sheetId: SHEET, frameId: 't-1', box: fittedBox(textIn(small)) })
    expect(overflowWords(textIn(fitted))).toBeNull()
    expect(textIn(fitted).box.cy - textIn(fitted).box.h / 2).toBeCloseTo(280, 9)
    const shrunk = layText(small, { sheetId: SHEET, ids: ['t-1'], layout: { shrinks: true } })
    expect(overflowWords(textIn(shrunk))).toBeNull()
  })
})

describe('sizing a text', () => {
  it('wraps it anew by a side, and makes its letters larger in proportion', () => {
    const project = base()
    const from = hullOf(sheetOf(project, SHEET), ['t-1'])
    if (!from) throw new TypeError('no hull')
    const wide = sizeItems(project, { sheetId: SHEET, ids: ['t-1'], from, to: { ...from.box, w: 600 } })
    expect(textIn(wide).stencil.runs[0]?.size).toBe(20)
    expect(flowIn(textIn(wide)).lines.length).toBeLessThan(flowIn(textIn(project)).lines.length)
    const large = sizeItems(project, { sheetId: SHEET, ids: ['t-1'], from, to: { ...from.box, w: 600, h: 320 } })
    expect(textIn(large).stencil.runs[0]?.size).toBeCloseTo(40, 9)
    expect(flowIn(textIn(large)).lines.map(({ to }) => to)).toEqual(flowIn(textIn(project)).lines.map(({ to }) => to))
  })
  it('goes along in a group, and on a sheet of another size', () => {
    const grouped = groupItems(base(), { sheetId: SHEET, ids: ['f-1', 't-1'], groupId: 'g-1', name: 'Card' })
    const from = hullOf(sheetOf(grouped, SHEET), ['g-1'])
    if (!from) throw new TypeError('no hull')
    const to = { ...from.box, w: from.box.w / 2, h: from.box.h / 2 }
    expect(textIn(sizeItems(grouped, { sheetId: SHEET, ids: ['g-1'], from, to })).stencil.runs[0]?.size).toBeCloseTo(
      10,
      9,
    )
    const sheet = sheetOf(grouped, SHEET)
    const copy = copiedSheet(sheet, 'copy', 'Copy', { w: sheet.size.w * 3, h: sheet.size.h * 3 })
    const text = copy.items['t-1']
    expect(isText(text) ? text.stencil.runs[0]?.size : 0).toBeCloseTo(60, 9)
  })
})

describe('looks of a text', () => {
  it('of a stretch are its own; of the whole text its colour fills the frame', () => {
    const ranges = [{ frameId: 't-1', from: 4, to: 8 }]
    const part = lookTexts(base(), { sheetId: SHEET, ranges, colour: '#118822', size: 30 })
    expect(textIn(part).stencil.runs.map(({ length, colour }) => [length, colour])).toEqual([
      [4, undefined],
      [4, '#118822'],
      [SAID.length - 8, undefined],
    ])
    const whole = lookTexts(part, { sheetId: SHEET, ranges: [{ frameId: 't-1' }], colour: '#aa0000' })
    expect(textIn(whole).fill).toEqual({ kind: 'colour', colour: '#aa0000' })
    expect(textIn(whole).stencil.runs.map(({ colour }) => colour)).toEqual([undefined, undefined, undefined])
  })
  it('are painted each in its colour: what fills the frame leaves those letters out', () => {
    const ranges = [{ frameId: 't-1', from: 0, to: 3 }]
    const project = lookTexts(base(), { sheetId: SHEET, ranges, colour: '#118822' })
    const { ops } = renderFrame(project, sheetOf(project, SHEET), textIn(project))
    const colours = ops.map((op) => (op.op === 'fill' && op.style.kind === 'colour' ? fromRgb(op.style.colour) : op.op))
    // Line by line, the letters of one colour in one operation.
    expect(colours[0]).toBe('#118822')
    expect(colours.slice(1).every((colour) => colour === '#22282b')).toBe(true)
    expect(colours).toHaveLength(flowIn(textIn(project)).lines.length + 1)
    const ranges2 = [{ frameId: 't-1', from: 0, to: SAID.length }]
    const all = lookTexts(base(), { sheetId: SHEET, ranges: ranges2, colour: '#118822' })
    const allOps = renderFrame(all, sheetOf(all, SHEET), textIn(all)).ops
    expect(new Set(allOps.map((op) => JSON.stringify('style' in op && op.style))).size).toBe(1)
  })
  it('keep the outline of every line that stays, so that only what changed is painted anew', () => {
    const outlinesOf = (project: Project): readonly unknown[] =>
      renderFrame(project, sheetOf(project, SHEET), textIn(project)).ops.map((op) => 'outline' in op && op.outline)
    const first = base()
    const { text, drawings } = textIn(first).stencil
    const set = setText(`${text}!`, [{ ...look('lora', 20), length: text.length + 1 }], faceNamed, drawings)
    const typed = retype(first, { sheetId: SHEET, frameId: 't-1', text: `${text}!`, set })
    const [before, after] = [outlinesOf(first), outlinesOf(typed)]
    expect(after).toHaveLength(before.length)
    // Only "!" is drawn for the first time: with a new drawing the table is new, and so are the lines.
    const again = retype(typed, {
      sheetId: SHEET,
      frameId: 't-1',
      text: `${text}!!`,
      set: setText(`${text}!!`, [{ ...look('lora', 20), length: text.length + 2 }], faceNamed, set.drawings),
    })
    expect(outlinesOf(again).filter((outline, i) => outline === after[i])).toHaveLength(after.length - 1)
  })
  it('can hold a picture, covered by its letters', () => {
    const project = placePicture(base(), { sheetId: SHEET, frameId: 't-1', pictureId: 'pic-1' })
    const { ops } = renderFrame(project, sheetOf(project, SHEET), textIn(project))
    expect(ops).toHaveLength(1)
    expect(ops[0]).toMatchObject({ op: 'picture', isCovered: true })
  })
})

describe('random edits of a text', () => {
  const step = fc.oneof(
    fc.record({
      kind: fc.constant('type' as const),
      at: fc.nat(80),
      cut: fc.nat(9),
      by: fc.constantFrom('a', ' wind ', '\n', 'ffi', ''),
    }),
    fc.record({
      kind: fc.constant('look' as const),
      at: fc.nat(80),
      to: fc.nat(80),
      size: fc.integer({ min: 4, max: 60 }),
    }),
    fc.record({ kind: fc.constant('lay' as const), align: fc.constantFrom('left', 'centre', 'right', 'justify') }),
    fc.record({ kind: fc.constant('move' as const), x: fc.integer({ min: -40, max: 40 }) }),
  )
  it('leave a sound project, and their inverses lead all the way back', () => {
    holdsFor(
      fc.array(step, { maxLength: 8 }),
      (steps) => {
        const first = base()
        let project = first
        const inverses = steps.map((each) => {
          const at = { sheetId: SHEET, frameId: 't-1' }
          const { text } = textIn(project).stencil
          const recorded = (() => {
            switch (each.kind) {
              case 'type': {
                const from = Math.min(each.at, text.length)
                const next = replaced(
                  lookedText(textIn(project).stencil),
                  from,
                  Math.min(text.length, from + each.cut),
                  each.by,
                )
                const set = setText(next.text, next.looks, faceNamed, textIn(project).stencil.drawings)
                return retype.record(project, { ...at, text: next.text, set })
              }
              case 'look': {
                const [from, to] = [
                  Math.min(each.at, each.to, text.length),
                  Math.min(Math.max(each.at, each.to), text.length),
                ]
                return lookTexts.record(project, {
                  sheetId: SHEET,
                  ranges: [{ frameId: 't-1', from, to }],
                  size: each.size,
                })
              }
              case 'lay':
                return layText.record(project, { sheetId: SHEET, ids: ['t-1'], layout: { align: each.align } })
              case 'move':
                return moveItems.record(project, { sheetId: SHEET, ids: ['t-1'], delta: { x: each.x, y: 3 } })
            }
          })()
          project = recorded.project
          expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
          return recorded.inverse
        })
        for (const inverse of inverses.toReversed()) project = applyPatches(project, [...inverse])
        expect(project).toEqual(first)
      },
      60,
    )
  })
})
