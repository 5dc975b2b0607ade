/** What letters and frames that hold no picture show in a file. */
import { describe, expect, it } from '@jest/globals'
import { createCanvas } from '@napi-rs/canvas'
import { near } from '@tests/helpers/near'
import { paintedSheet } from '@tests/helpers/painted'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { WORD, filled, frames, reset, sheet, sound, word } from '@tests/helpers/words'
import { setBackground } from '@/core/document/edits/sheets'
import { placePicture } from '@/core/document/edits/fills'
import { fromRgb } from '@/core/colour/space'
import { breakWord, inkWord, wordToPath } from '@/core/document/edits/lettering/words'
import { coverPlaced } from '@/core/placement/placed'
import { inkOf, vacantFrames } from '@/core/document/lettering'
import { sheetOf } from '@/core/document/read'
import { framesOf } from '@/core/document/tree'
import { renderSheet, PAPER_ID } from '@/core/render/drawList'
import { renderFrame } from '@/core/render/frame'
import type { Project } from '@/core/document/types'
import type { PixelSource } from '@/server/export/pixels'

const INK = '#336699'
const inked = (project: Project): Project => inkWord(project, { ...WORD, ink: INK })
const colours = (project: Project): readonly string[] =>
  frames(project).map((frame) => {
    const [op] = renderFrame(project, sheet(project), frame).ops
    return op?.op === 'fill' && op.style.kind === 'colour' ? fromRgb(op.style.colour) : (op?.op ?? '')
  })

describe('the ink of a text', () => {
  it('paints letters that nothing fills, and leaves those with pictures alone', () => {
    const project = inked(reset(filled('KIT'), { text: 'KITE' }, { ids: ['l-0', 'l-1', 'l-2', 'l-9'] }))
    sound(project)
    expect(colours(project)).toEqual(['picture', 'picture', 'picture', INK])
    expect(frames(project).map((frame) => inkOf(sheet(project), frame))).toEqual([null, null, null, INK])
  })
  it('stays when the text is set anew, gives way to a picture, and comes back without it', () => {
    const empty = inked(reset(filled('KIT'), { text: 'OX' }, { ids: ['l-7', 'l-8'] }))
    const longer = reset(empty, { text: 'OXEN' }, { ids: ['l-7', 'l-8', 'l-10', 'l-11'] })
    expect(word(longer).lettering.ink).toBe(INK)
    expect(new Set(colours(longer))).toEqual(new Set([INK]))
    const one = placePicture(longer, { sheetId: SHEET, frameId: 'l-7', pictureId: 'pic-1' })
    expect(colours(one)[0]).toBe('picture')
  })
  it('becomes a colour of its own for each letter when the text is broken apart, or made one stencil', () => {
    const empty = inked(reset(filled('KIT'), { text: 'OX' }, { ids: ['l-7', 'l-8'] }))
    const broken = breakWord(empty, WORD).project
    sound(broken)
    const fills = framesOf(sheetOf(broken, SHEET))
      .filter(({ id }) => id.startsWith('l-'))
      .map(({ fill }) => fill)
    expect(fills).toEqual([
      { kind: 'colour', colour: INK },
      { kind: 'colour', colour: INK },
    ])
    const one = wordToPath(empty, { ...WORD, frameId: 'f-all' }).project
    expect(framesOf(sheetOf(one, SHEET)).find(({ id }) => id === 'f-all')?.fill).toEqual({
      kind: 'colour',
      colour: INK,
    })
  })
  it('can be taken away: letters are empty and unseen then', () => {
    const dry = inkWord(inked(reset(filled('KIT'), { text: 'OX' }, { ids: ['l-7', 'l-8'] })), { ...WORD, ink: null })
    sound(dry)
    expect(colours(dry)).toEqual(['', ''])
    expect(vacantFrames(sheet(dry)).map(({ id }) => id)).toEqual(expect.arrayContaining(['l-7', 'l-8']))
  })
})

describe('frames that wait for a picture', () => {
  it('are named in reading order, and stay out of the file', () => {
    const project = sampleProject()
    expect(vacantFrames(sheetOf(project, SHEET)).map(({ id }) => id)).toEqual(['f-1', 'f-2', 'f-3'])
    const one = placePicture(project, { sheetId: SHEET, frameId: 'f-2', pictureId: 'pic-1' })
    expect(vacantFrames(sheetOf(one, SHEET)).map(({ id }) => id)).toEqual(['f-1', 'f-3'])
    expect(renderSheet(project, sheetOf(project, SHEET)).items.map(({ id }) => id)).not.toContain('f-1')
  })
  it('become grey tiles in their outline where that is asked for', async () => {
    const project = sampleProject()
    const list = renderSheet(project, sheetOf(project, SHEET), { placeholders: () => null })
    const tile = list.items.find(({ id }) => id === 'f-1')
    expect(tile && 'ops' in tile ? tile.ops.map((op) => op.op) : []).toEqual(['fill'])
    expect(tile?.bounds).toEqual({ x0: 100, y0: 120, x1: 300, y1: 280 })
  })
})

describe('a pale background picture', () => {
  const withPale = (beneath?: 'paper' | 'none'): Project => {
    const placed = coverPlaced('pic-1')
    const background = { kind: 'picture', placed, opacity: 0.5, ...(beneath ? { beneath } : {}) } as const
    return setBackground(sampleProject(), { sheetId: SHEET, background })
  }
  const middle = async (project: Project): Promise<readonly number[]> => {
    const black = createCanvas(8, 8)
    black.getContext('2d').fillRect(0, 0, 8, 8)
    const plain: PixelSource = ({ pixels }) =>
      Promise.resolve({ source: black, width: 8, height: 8, part: { x0: 0, y0: 0, x1: pixels.w, y1: pixels.h } })
    return (await paintedSheet(project, plain)).at(400, 300)
  }
  it('stands on white: half of a black picture over it is mid grey (source over, Porter and Duff 1984)', async () => {
    const [r, g, b, a] = await middle(withPale())
    for (const channel of [r, g, b]) near(channel ?? 0, 127.5, 2)
    expect(a).toBe(255)
  })
  it('stands on nothing where that is chosen: half of it is see-through', async () => {
    const [, , , a] = await middle(withPale('none'))
    near(a ?? 0, 127.5, 2)
    expect(renderSheet(withPale('none'), sheetOf(withPale('none'), SHEET)).items.map(({ id }) => id)).not.toContain(
      PAPER_ID,
    )
  })
})
