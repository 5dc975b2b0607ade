/** Texts whose letters are frames: their pictures, their places, and what is done to them as wholes. */
import { describe, expect, it } from '@jest/globals'
import { near } from '@tests/helpers/near'
import { withWord } from '@tests/helpers/lettering'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { placePicture } from '@/core/document/edits/fills'
import { flipItems, moveItems, removeItems, sizeItems, turnItems } from '@/core/document/edits/items'
import { setFrameBox } from '@/core/document/edits/frames'
import { putLayer } from '@/core/document/edits/finishes'
import { setStencils } from '@/core/document/edits/stencils'
import { clearAside, takeFromAside } from '@/core/document/edits/lettering/across'
import { dropEmptyWord } from '@/core/document/edits/lettering/words'
import { groupItems } from '@/core/document/edits/groups'
import { copiedSheet } from '@/core/document/edits/sheets'
import { hullOf } from '@/core/document/extent'
import { fragmentOf, readFragment } from '@/core/document/fragment'
import { pasteFragment } from '@/core/document/edits/paste'
import { isNudged, letterFrames, neighbourLetter, nextEmptyLetter, standingAt, wordOf } from '@/core/document/lettering'
import { pictureUses } from '@/core/document/roots'
import type { Project } from '@/core/document/types'
import { newLayer } from '@/core/finish/layers'
import { WORD, filled, frames, pictures, reset, sheet, sound, strike, word } from '@tests/helpers/words'

describe('correcting a text', () => {
  it('keeps every picture with its letter; a new letter is empty', () => {
    const corrected = strike(filled('KITS'), 3, 3, 'E')
    sound(corrected)
    expect(pictures(corrected)).toBe('123.1')
    expect(frames(corrected).map(({ name }) => name)).toEqual(['K', 'I', 'T', 'E', 'S'])
  })
  it('keeps pictures of letters that go aside, and brings each back with its letter', () => {
    const shorter = strike(filled('KITES'), 3, 4, '')
    sound(shorter)
    expect(pictures(shorter)).toBe('1232')
    const { aside } = word(shorter).lettering
    expect(aside.map(({ text, letterId }) => `${text} ${letterId}`)).toEqual(['E l-3'])
    const back = reset(shorter, { text: 'KITES' }, { ids: ['l-0', 'l-1', 'l-2', 'l-3', 'l-4'] })
    expect(pictures(back)).toBe('12312')
    expect(word(back).lettering.aside).toEqual([])
  })
  it('passes through an empty text without losing anything', () => {
    const empty = reset(filled('GULL'), { text: '' }, { ids: [] })
    sound(empty)
    expect(frames(empty)).toEqual([])
    expect(word(empty).order).toEqual([])
    const again = reset(empty, { text: 'BULB' }, { ids: ['l-0', 'l-1', 'l-2', 'l-3'] })
    sound(again)
    expect(pictures(again)).toBe('1231')
  })
  it('counts the pictures kept aside as used, so that bundles carry them', () => {
    const only = strike(filled('KIT'), 2, 3, '')
    expect(pictureUses(only).get('pic-3')).toBe(1)
  })
  it('gives a spare picture to the letter asked for, and takes its own in exchange', () => {
    const shorter = strike(filled('KITES'), 0, 1, '')
    const taken = takeFromAside(shorter, { ...WORD, letterId: 'l-0', to: 'l-2' })
    sound(taken)
    expect(pictures(taken)).toBe('2112')
    expect(word(taken).lettering.aside.map(({ fill }) => fill.takes[0]!.placed.pictureId)).toEqual(['pic-3'])
    expect(word(clearAside(taken, WORD)).lettering.aside).toEqual([])
  })
  it('gives a new letter the finish that all others have, and no picture of theirs', () => {
    const layer = newLayer('stroke', 'line', 4)
    const finished = putLayer(filled('AB'), { sheetId: SHEET, ids: ['l-0', 'l-1'], layer })
    const longer = strike(finished, 1, 1, 'X')
    expect(frames(longer)[1]!.finish).toEqual(frames(longer)[0]!.finish)
    expect(frames(longer)[1]!.fill).toEqual({ kind: 'none' })
  })
  it('names the group after the text until the person names it', () =>
    expect(word(strike(filled('KITS'), 3, 3, 'E')).name).toBe('KITES'))
  it('of a letter joined into a ligature keeps its picture aside until they part', () => {
    const apart = filled('fig')
    const joined = reset(apart, { ligatures: true })
    sound(joined)
    expect(frames(joined)).toHaveLength(2)
    expect(word(joined).lettering.aside.map(({ letterId }) => letterId)).toEqual(['l-1'])
    expect(pictures(reset(joined, { ligatures: false }))).toBe('123')
  })
  it('is the same object where nothing changes', () => {
    const project = filled()
    expect(reset(project, {})).toBe(project)
  })
})

describe('a letter', () => {
  it('is at rest until it is moved, and then nudged; other settings keep the nudge in proportion', () => {
    const project = filled()
    expect(frames(project).some((frame) => isNudged(frame, word(project)))).toBe(false)
    const moved = moveItems(project, { sheetId: SHEET, ids: ['l-2'], delta: { x: 5, y: -12 } })
    expect(frames(moved).map((frame) => isNudged(frame, word(moved)))).toEqual([false, false, true, false, false])
    const larger = reset(moved, { size: 200 })
    const letter = word(larger).lettering.letters[2]!
    const rest = standingAt(letter.rest!, word(larger).lettering).box
    near(frames(larger)[2]!.box.cx - rest.cx, 10, 1e-6)
    near(frames(larger)[2]!.box.cy - rest.cy, -24, 1e-6)
  })
  it('keeps size and turn of its own about the middle of its glyph', () => {
    const project = filled()
    const { box } = frames(project)[1]!
    const turned = turnItems(
      setFrameBox(project, { sheetId: SHEET, frameId: 'l-1', box: { ...box, w: box.w * 1.5, h: box.h * 1.5 } }),
      { sheetId: SHEET, ids: ['l-1'], centre: { x: box.cx, y: box.cy }, by: 20 },
    )
    const after = reset(turned, { face: { id: 'bungee', name: 'Bungee' } }, { stays: 'anchor' })
    const letter = word(after).lettering.letters[1]!.rest!
    const frame = frames(after)[1]!
    near(frame.box.w / letter.w, 1.5, 1e-6)
    near(frame.turn, 20, 1e-9)
    const at = standingAt(letter, word(after).lettering).box
    near(frame.box.cx, at.cx, 1e-6)
  })
  it('is set back to its rest and its outline, with its picture', () => {
    const moved = moveItems(filled(), { sheetId: SHEET, ids: ['l-2'], delta: { x: 5, y: -12 } })
    const swapped = setStencils(moved, { sheetId: SHEET, ids: ['l-2'], stencil: { kind: 'ellipse' } })
    const kept = reset(swapped, { tracking: 50 })
    expect(frames(kept)[2]!.stencil.kind).toBe('ellipse')
    const back = reset(kept, {}, { setBack: ['l-2'] })
    expect(frames(back)[2]!.stencil.kind).toBe('glyph')
    expect(isNudged(frames(back)[2]!, word(back))).toBe(false)
    expect(pictures(back)).toBe('12312')
  })
  it('that is removed leaves the text, its picture aside', () => {
    const less = removeItems(filled(), { sheetId: SHEET, ids: ['l-3'] })
    sound(less)
    expect(word(less).lettering.text).toBe('KITS')
    expect(word(less).lettering.aside.map(({ text }) => text)).toEqual(['E'])
    const none = removeItems(filled('A'), { sheetId: SHEET, ids: ['l-0'] })
    sound(none)
    expect(none.sheets[SHEET]!.items['g-word']).toBeUndefined()
  })
  it('that is grouped leaves the text as a frame', () => {
    const grouped = groupItems(filled(), { sheetId: SHEET, ids: ['l-0', 'l-1'], groupId: 'g-2', name: 'Two' })
    sound(grouped)
    expect(word(grouped).lettering.text).toBe('TES')
  })
  it('has neighbours in the text, going round, and the next that waits for a picture', () => {
    const project = withWord(sampleProject(), 'ABC')
    const [s, w] = [sheet(project), word(project)]
    expect(neighbourLetter(s, w, 'l-2', 1)?.id).toBe('l-0')
    expect(neighbourLetter(s, w, 'l-0', -1)?.id).toBe('l-2')
    expect(neighbourLetter(s, w, undefined, 1)?.id).toBe('l-0')
    const one = placePicture(project, { sheetId: SHEET, frameId: 'l-1', pictureId: 'pic-1' })
    expect(nextEmptyLetter(sheet(one), word(one), 'l-1')?.id).toBe('l-2')
    expect(nextEmptyLetter(sheet(one), word(one), undefined)?.id).toBe('l-0')
  })
})

describe('a text as a whole', () => {
  const atRest = (project: Project): void => {
    for (const frame of frames(project)) expect(isNudged(frame, word(project))).toBe(false)
  }
  const hull = (project: Project) => hullOf(sheet(project), ['g-word'])!
  it('is moved, turned, sized and flipped without nudging its letters', () => {
    const curved = filled('LANTERN', { curve: { kind: 'arc', bend: 120 } })
    for (const project of [filled(), curved]) {
      const moved = moveItems(project, { sheetId: SHEET, ids: ['g-word'], delta: { x: 30, y: 40 } })
      const turned = turnItems(moved, { sheetId: SHEET, ids: ['g-word'], centre: { x: 100, y: 90 }, by: 33 })
      const from = hull(turned)
      const sized = sizeItems(turned, {
        sheetId: SHEET,
        ids: ['g-word'],
        from,
        to: { ...from.box, w: from.box.w * 1.4, h: from.box.h * 1.4 },
      })
      const flipped = flipItems(sized, { sheetId: SHEET, ids: ['g-word'], axis: 'x' })
      const both = flipItems(flipped, { sheetId: SHEET, ids: ['g-word'], axis: 'y' })
      for (const each of [moved, turned, sized, flipped, both]) {
        sound(each)
        atRest(each)
        // Set anew, every letter stands where it stood.
        const anew = reset(each, {}, { stays: 'anchor' })
        frames(each).forEach((frame, i) => {
          near(frames(anew)[i]!.box.cx, frame.box.cx, 1e-6)
          near(frames(anew)[i]!.box.cy, frame.box.cy, 1e-6)
          near(frames(anew)[i]!.box.w, frame.box.w, 1e-6)
        })
      }
      near(word(sized).lettering.size, 140, 1e-9)
    }
  })
  it('sized one way becomes wider, not taller', () => {
    const project = filled()
    const from = hull(project)
    const wide = sizeItems(project, { sheetId: SHEET, ids: ['g-word'], from, to: { ...from.box, w: from.box.w * 2 } })
    near(word(wide).lettering.stretch, 2, 1e-9)
    near(word(wide).lettering.size, 100, 1e-9)
    atRest(wide)
  })
  it('keeps its middle where a setting changes, and its anchor where text is typed', () => {
    const project = filled()
    const middle = (p: Project) => ({ x: hull(p).box.cx, y: hull(p).box.cy })
    const tracked = reset(project, { tracking: 300, size: 70 })
    near(middle(tracked).x, middle(project).x, 1e-6)
    near(middle(tracked).y, middle(project).y, 1e-6)
    const left = reset(project, { align: 'left' })
    const longer = strike(left, 5, 5, '!')
    near(frames(longer)[0]!.box.cx, frames(left)[0]!.box.cx, 1e-6)
  })
  it('is copied to another size of sheet and pasted with letters of its own', () => {
    const project = filled()
    const copy = copiedSheet(sheet(project), 'sheet-2', 'Copy', { w: 1600, h: 1200 })
    const both: Project = { ...project, order: [SHEET, 'sheet-2'], sheets: { ...project.sheets, 'sheet-2': copy } }
    sound(both)
    near((copy.items['g-word'] as ReturnType<typeof word>).lettering.size, 200, 1e-9)
    const shorter = strike(project, 0, 1, '')
    const fragment = readFragment(JSON.parse(JSON.stringify(fragmentOf(shorter, SHEET, ['g-word']))))
    const newIds = Object.fromEntries(Object.keys(fragment.items).map((id) => [id, `new-${id}`]))
    const pasted = pasteFragment(shorter, { sheetId: SHEET, fragment, newIds, delta: { x: 10, y: 20 } })
    sound(pasted)
    const second = wordOf(sheet(pasted), 'new-g-word')
    expect(second.lettering.letters.map(({ id }) => id)).toEqual(['new-l-1', 'new-l-2', 'new-l-3', 'new-l-4'])
    expect(letterFrames(sheet(pasted), second).some((frame) => isNudged(frame, second))).toBe(false)
    expect(second.lettering.aside).toHaveLength(1)
  })
  it('that is empty goes with the group that held nothing else', () => {
    const grouped = groupItems(filled('A'), { sheetId: SHEET, ids: ['g-word'], groupId: 'g-around', name: 'Around' })
    const gone = dropEmptyWord(reset(grouped, { text: '' }, { ids: [] }), WORD)
    sound(gone)
    expect(Object.keys(sheet(gone).items).sort()).toEqual(['f-1', 'f-2', 'f-3'])
  })
  it('that is empty is dropped, one with letters is not', () => {
    const empty = reset(filled('A'), { text: '' }, { ids: [] })
    expect(sheet(dropEmptyWord(empty, WORD)).items['g-word']).toBeUndefined()
    const project = filled('A')
    expect(dropEmptyWord(project, WORD)).toBe(project)
  })
})
