/** One picture across a text or one a letter, what a text can become, and random runs of its edits. */
import { describe, expect, it } from '@jest/globals'
import { near } from '@tests/helpers/near'
import { laidOut, withWord } from '@tests/helpers/lettering'
import { paintedSheet } from '@tests/helpers/painted'
import { smooth, differences } from '@tests/helpers/smooth'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { soundAndUndone, type RunStep } from '@tests/helpers/runs'
import { pictureMatrix, spanMembers } from '@/core/document/content'
import { largestStretch } from '@/core/geometry/matrix'
import { setBackground } from '@/core/document/edits/sheets'
import { bindToBackground } from '@/core/document/edits/spans'
import { standingOutlineOf } from '@/core/document/outline'
import { outlineContains } from '@/core/path/contains'
import { coverPlaced } from '@/core/placement/placed'
import { placePicture } from '@/core/document/edits/fills'
import { flipItems, moveItems, removeItems, sizeItems, turnItems } from '@/core/document/edits/items'
import { putLayer } from '@/core/document/edits/finishes'
import { pictureAcross, pictureEach } from '@/core/document/edits/lettering/across'
import { relayoutWord } from '@/core/document/edits/lettering/relayout'
import { breakWord, wordToPath } from '@/core/document/edits/lettering/words'
import { hullOf } from '@/core/document/extent'
import { settingOf, wordSlots } from '@/core/document/lettering'
import { frameOf } from '@/core/document/tree'
import type { Project } from '@/core/document/types'
import { newLayer } from '@/core/finish/layers'
import { graphemesOf } from '@/core/lettering/graphemes'
import type { Setting } from '@/core/lettering/settings'
import { lettersOfSlots, setWhole } from '@/core/lettering/slots'
import { WORD, filled, frames, pictures, reset, sheet, sound, strike, word } from '@tests/helpers/words'

describe('one picture across', () => {
  it('covers all letters, and each shows its part of it', () => {
    const across = pictureAcross(filled(), { ...WORD, pictureId: 'pic-1' })
    sound(across)
    const members = frames(across)
    expect(members.every(({ fill }) => fill.kind === 'span')).toBe(true)
    const matrices = members.map((frame) => pictureMatrix(across, sheet(across), frame)!)
    for (const m of matrices) near(m.e, matrices[0]!.e, 1e-6)
    expect(word(across).lettering.aside).toHaveLength(5)
  })
  it('and a picture each are switched without a loss', () => {
    const project = filled()
    const across = pictureAcross(project, WORD)
    expect(sheet(across).spans[Object.keys(sheet(across).spans)[0]!]!.source).toMatchObject({
      placed: { pictureId: 'pic-1' },
    })
    const each = pictureEach(across, WORD)
    sound(each)
    expect(pictures(each)).toBe('12312')
    expect(frames(each)).toEqual(frames(project))
    expect(sheet(each).spans).toEqual({})
    // How the picture across was placed is remembered.
    const again = pictureAcross(each, WORD)
    expect(Object.values(sheet(again).spans)[0]).toEqual(Object.values(sheet(across).spans)[0])
  })
  it('leaves letters that had none the part that they show', () => {
    const across = pictureAcross(withWord(sampleProject(), 'SEA'), { ...WORD, pictureId: 'pic-2' })
    const before = frames(across).map((frame) => pictureMatrix(across, sheet(across), frame)!)
    const each = pictureEach(across, WORD)
    sound(each)
    frames(each).forEach((frame, i) => {
      const after = pictureMatrix(each, sheet(each), frame)!
      near(after.e, before[i]!.e, 1e-6)
      near(after.a, before[i]!.a, 1e-9)
    })
  })
  it('goes across letters typed later too, and covers them', () => {
    const across = pictureAcross(filled('SEA'), { ...WORD, pictureId: 'pic-1' })
    const longer = strike(across, 3, 3, 'SIDE')
    sound(longer)
    expect(frames(longer).every(({ fill }) => fill.kind === 'span')).toBe(true)
    const [span] = Object.values(sheet(longer).spans)
    expect(spanMembers(sheet(longer), span!.id)).toHaveLength(7)
    near(span!.box.w, hullOf(sheet(longer), ['g-word'])!.box.w, 0.2)
  })
  it('passes through an empty text and comes back as it was placed', () => {
    const across = pictureAcross(filled('SEA'), { ...WORD, pictureId: 'pic-1' })
    const empty = reset(across, { text: '' }, { ids: [] })
    sound(empty)
    expect(sheet(empty).spans).toEqual({})
    const again = reset(empty, { text: 'SKY' }, { ids: ['l-0', 'l-1', 'l-2'] })
    sound(again)
    const source = (project: Project) => Object.values(sheet(project).spans)[0]!.source
    expect(source(again)).toEqual(source(across))
    expect(frames(again).every(({ fill }) => fill.kind === 'span')).toBe(true)
    expect(word(again).lettering.across).toBeUndefined()
  })
  it('moves with its text, and stays where only a letter is nudged', () => {
    const across = pictureAcross(filled(), { ...WORD, pictureId: 'pic-1' })
    const at = (project: Project) => pictureMatrix(project, sheet(project), frames(project)[0]!)!
    const moved = moveItems(across, { sheetId: SHEET, ids: ['g-word'], delta: { x: 7, y: 9 } })
    near(at(moved).e - at(across).e, 7, 1e-6)
    near(at(moved).f - at(across).f, 9, 1e-6)
    const turned = turnItems(across, { sheetId: SHEET, ids: ['g-word'], centre: { x: 0, y: 0 }, by: 90 })
    near(at(turned).b, at(across).a, 1e-9)
    const nudged = moveItems(across, { sheetId: SHEET, ids: ['l-1'], delta: { x: 3, y: 3 } })
    near(at(nudged).e, at(across).e, 1e-9)
    const flipped = flipItems(across, { sheetId: SHEET, ids: ['g-word'], axis: 'x' })
    sound(flipped)
    near(at(flipped).a, -at(across).a, 1e-9)
  })
  it('leaves windows onto the background where they look', () => {
    const ground = setBackground(filled(), {
      sheetId: SHEET,
      background: { kind: 'picture', placed: coverPlaced('pic-3') },
    })
    const bound = bindToBackground(ground, { sheetId: SHEET, ids: frames(ground).map(({ id }) => id), spanId: 's' })
    const waiting = pictureAcross(bound, WORD)
    const { box } = sheet(waiting).spans['s'] ?? sheet(bound).spans['s']!
    const moved = moveItems(bindToBackground(waiting, { sheetId: SHEET, ids: ['l-0'], spanId: 's' }), {
      sheetId: SHEET,
      ids: ['g-word'],
      delta: { x: 20, y: 0 },
    })
    sound(moved)
    expect(Object.values(sheet(moved).spans).find(({ source }) => source.kind === 'background')!.box).toEqual(box)
  })
  it('waits where there is none', () => {
    const waiting = pictureAcross(withWord(sampleProject(), 'SEA'), WORD)
    sound(waiting)
    expect(word(waiting).lettering.pictures).toBe('across')
    expect(pictures(waiting)).toBe('...')
  })
})

describe('what a text becomes', () => {
  const looks = async (project: Project) => (await paintedSheet(project, smooth)).data
  const toned = (): Project => {
    const layer = newLayer('stroke', 'line', 3)
    return putLayer(pictureAcross(filled('Sea', {}, 'pacifico'), { ...WORD, pictureId: 'pic-1' }), {
      sheetId: SHEET,
      ids: ['g-word'],
      layer,
    })
  }
  it('broken apart: frames in place that look the same, within 1 level', async () => {
    const project = filled('KIT')
    const apart = breakWord(project, WORD).project
    sound(apart)
    expect(sheet(apart).order).toEqual(['f-1', 'f-2', 'f-3', 'l-0', 'l-1', 'l-2'])
    const { most } = differences(await looks(project), await looks(apart), () => false)
    expect(most).toBeLessThanOrEqual(1)
  })
  it('broken apart with a finish of its own: a group that looks the same', async () => {
    const project = toned()
    const apart = breakWord(project, WORD).project
    sound(apart)
    expect(sheet(apart).items['g-word']).not.toHaveProperty('lettering')
    const { most } = differences(await looks(project), await looks(apart), () => false)
    expect(most).toBeLessThanOrEqual(1)
  })
  it('one stencil: a path that shows the picture across where it was', async () => {
    const project = toned()
    const one = wordToPath(project, { ...WORD, frameId: 'f-path' }).project
    sound(one)
    const frame = frameOf(sheet(one), 'f-path')
    expect(frame.stencil.kind).toBe('path')
    expect(sheet(one).items['g-word']).toBeUndefined()
    const { mean } = differences(await looks(project), await looks(one), () => false)
    expect(mean).toBeLessThanOrEqual(0.5)
  })
})

describe('a mirrored letter', () => {
  it('over another leaves no hole where the text becomes one stencil', () => {
    const start = filled('OO')
    const [first, second] = frames(start)
    const over = moveItems(start, {
      sheetId: SHEET,
      ids: ['l-1'],
      delta: { x: first!.box.cx - second!.box.cx + 8, y: 0 },
    })
    const mirrored = flipItems(over, { sheetId: SHEET, ids: ['l-1'], axis: 'x' })
    const outline = (project: Project) =>
      standingOutlineOf(frameOf(sheet(wordToPath(project, { ...WORD, frameId: 'f-path' }).project), 'f-path'))
    // An O is its own mirror image: both cover the same ground but for the difference of its sides.
    const at = { x: frames(mirrored)[0]!.box.cx, y: frames(mirrored)[0]!.box.cy - first!.box.h * 0.46 }
    expect(outlineContains(outline(over), at)).toBe(true)
    expect(outlineContains(outline(mirrored), at)).toBe(true)
  })
})

describe('any run of edits of a text', () => {
  const steps: readonly RunStep[] = [
    (project, n) => relayed(project, (text) => [...text.slice(0, n % 7), 'O', ...text.slice(n % 7)].join('')),
    (project, n) => relayed(project, (text) => text.slice(0, n % 5) + text.slice((n % 5) + 1 + (n % 3))),
    (project, n) => relayed(project, (text) => text, { size: 20 + n, tracking: n, align: n % 2 ? 'left' : 'right' }),
    (project, n) => relayed(project, (text) => text, n % 2 ? { curve: { kind: 'arc', bend: n * 4 - 100 } } : {}),
    (project, n) => relayed(project, (text) => text, { face: { id: n % 2 ? 'lobster' : 'anton', name: 'Face' } }),
    (project, n) =>
      onWord(project, () => pictureAcross.record(project, { ...WORD, ...(n % 2 ? { pictureId: 'pic-2' } : {}) })),
    (project) => onWord(project, () => pictureEach.record(project, WORD)),
    (project, n) =>
      onLetter(project, n, (frameId) =>
        placePicture.record(project, { sheetId: SHEET, frameId, pictureId: `pic-${(n % 3) + 1}` }),
      ),
    (project, n) =>
      onLetter(project, n, (id) =>
        moveItems.record(project, { sheetId: SHEET, ids: [id], delta: { x: n - 20, y: 4 } }),
      ),
    (project, n) => onLetter(project, n, (id) => removeItems.record(project, { sheetId: SHEET, ids: [id] })),
    (project, n) =>
      onWord(project, () =>
        turnItems.record(project, { sheetId: SHEET, ids: ['g-word'], centre: { x: 90, y: 90 }, by: n * 3 }),
      ),
    (project) => onWord(project, () => flipItems.record(project, { sheetId: SHEET, ids: ['g-word'], axis: 'y' })),
    // From a hundredth of its size to a fifth more, in proportion.
    (project, n) =>
      onWord(project, () => {
        const from = hullOf(sheet(project), ['g-word'])
        const k = 0.01 + n / 50
        if (!from) return nothing(project)
        const to = { ...from.box, w: from.box.w * k, h: from.box.h * k }
        return sizeItems.record(project, { sheetId: SHEET, ids: ['g-word'], from, to })
      }),
    (project, n) => onWord(project, () => (n % 9 ? nothing(project) : breakWord(project, WORD))),
  ]
  let made = 0
  const freshId = (): string => `fresh-${(made += 1)}`
  const nothing = (project: Project) => ({ project, forward: [], inverse: [] })
  const hasWord = (project: Project): boolean => {
    const item = sheet(project).items['g-word']
    return item?.kind === 'group' && item.lettering !== undefined
  }
  const onWord = (project: Project, change: () => ReturnType<RunStep>) =>
    hasWord(project) ? change() : nothing(project)
  const onLetter = (project: Project, n: number, change: (id: string) => ReturnType<RunStep>) =>
    onWord(project, () => {
      const all = frames(project)
      const frame = all[n % Math.max(1, all.length)]
      return frame ? change(frame.id) : nothing(project)
    })
  const relayed = (project: Project, text: (held: string) => string, change: Partial<Setting> = {}) =>
    onWord(project, () => {
      const held = settingOf(word(project))
      const setting: Setting = { ...held, ...change, text: text(held.text).slice(0, 12) }
      const slots = setWhole(wordSlots(word(project)), graphemesOf(setting.text), freshId)
      return relayoutWord.record(project, {
        ...WORD,
        setting,
        layout: laidOut(setting),
        letterIds: lettersOfSlots(slots).map(({ id }) => id),
        stays: 'middle',
      })
    })
  it('leaves a sound project, and undo brings each state back', () => soundAndUndone(filled('GULLS'), steps, 60))
})

describe('another typeface or size', () => {
  const loose = (project: Project): Project =>
    JSON.parse(JSON.stringify(project).replaceAll('"keepCovered":true', '"keepCovered":false')) as Project
  const scales = (project: Project): readonly number[] =>
    frames(project).map((frame) => largestStretch(pictureMatrix(project, sheet(project), frame)!))
  it('leaves each picture as large as it was set, and there and back all is as before', () => {
    const before = loose(filled('KITES'))
    const other = reset(before, { face: { id: 'archivo-black', name: 'Archivo Black' } })
    sound(other)
    scales(other).forEach((scale, i) => near(scale / scales(before)[i]!, 1, 1e-9))
    const back = reset(other, { face: { id: 'anton', name: 'anton' } })
    scales(back).forEach((scale, i) => near(scale / scales(before)[i]!, 1, 1e-9))
  })
  it('twice the size makes each picture twice as large', () => {
    const before = loose(filled('KITES'))
    const { size } = word(before).lettering
    const twice = reset(before, { size: size * 2, face: { id: 'archivo-black', name: 'Archivo Black' } })
    scales(twice).forEach((scale, i) => near(scale / scales(before)[i]!, 2, 1e-6))
  })
})
