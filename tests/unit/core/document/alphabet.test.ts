/** Sets of letters: names that stay apart, places that fit, one size or each its own, and a typeface changed for all. */
import { describe, expect, it } from '@jest/globals'
import { near } from '@tests/helpers/near'
import { faceNamed, laidOut } from '@tests/helpers/lettering'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { deepFreeze, sampleProject, SHEET } from '@tests/helpers/project'
import { alphabetSheets, placesOf, setLetters, type AlphabetLook, type AlphabetSheets } from '@/core/document/alphabet'
import { addAlphabet, changeAlphabet, forgetAlphabet } from '@/core/document/edits/lettering/alphabets'
import { membersOf } from '@/core/document/lettering'
import { placePicture } from '@/core/document/edits/fills'
import { removeSheet } from '@/core/document/edits/sheets'
import { relayoutWord } from '@/core/document/edits/lettering/relayout'
import { letterFrames, settingOf as settingOfWord, wordOf } from '@/core/document/lettering'
import { standingRect, sheetOf, shownPlaced } from '@/core/document/read'
import type { Alphabet, Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { CHARACTER_LISTS, gridPlaces, letterSheetName, lettersOfList } from '@/core/lettering/alphabet'
import { distinctNames } from '@/core/formats/namePattern'
import { safeFileName } from '@/core/formats/fileName'

// Taken once: every look at a global costs a microsecond under the test runner.
const { abs } = Math

const A6: AlphabetSheets = {
  of: { unit: 'mm', ppi: 300, size: { w: 297, h: 420 }, bleed: 9 },
  on: 'each',
  name: 'Alphabet',
}
const look = (heights: 'common' | 'each', face = 'anton'): AlphabetLook => ({
  face: { id: face, name: face },
  heights,
  margin: 0.1,
})
const set = async (setting: Parameters<typeof laidOut>[0]) => laidOut(setting)

const made = async (list: string, heights: 'common' | 'each', sheets = A6): Promise<Project> => {
  const places = placesOf(lettersOfList(list), sheets)
  const laid = await setLetters(places, look(heights), set)
  let n = 0
  const built = alphabetSheets(places, laid, sheets, (kind) => `${kind}-${(n += 1)}`)
  const alphabet: Alphabet = { id: 'set', name: sheets.name, ...look(heights), members: built.members }
  return deepFreeze(addAlphabet(sampleProject(), { set: alphabet, sheets: built.sheets, after: SHEET }))
}

const lettersIn = (project: Project) =>
  membersOf(project, project.alphabets['set']!).map((member) => {
    const sheet = sheetOf(project, member.sheetId)
    const word = wordOf(sheet, member.groupId)
    return { member, word, frame: letterFrames(sheet, word)[0]! }
  })

describe('the sheets of a set', () => {
  it('are named so that their files stay apart on systems where case counts for nothing', () => {
    const letters = lettersOfList(
      `${CHARACTER_LISTS.capitals}${CHARACTER_LISTS.small}0123456789&?!@#.,:;-_+=/\\*%()'"<>|$€£éÉøßΩЖ`,
    )
    const files = letters.map((letter) => safeFileName(letterSheetName(letter)).toLowerCase())
    expect(new Set(files).size).toBe(letters.length)
    expect(distinctNames(files)).toEqual(files)
    for (const file of files) expect(file).toMatch(/^[\p{L}\p{M}\p{N}_-]+$/u)
  })
  it('are never named as a device', () => {
    // Names that Windows keeps for devices (Microsoft, Naming Files, Paths, and Namespaces).
    for (const name of ['CON', 'nul', 'Aux', 'com1', 'LPT9', 'prn'])
      expect(safeFileName(name)).not.toMatch(/^(con|prn|aux|nul|com\d|lpt\d)$/i)
  })
  it('hold each letter of a list once', () => {
    expect(lettersOfList('A B\nA é e\u0301 ')).toEqual(['A', 'B', 'é', 'e\u0301'])
    expect(lettersOfList('   ')).toEqual([])
  })
  it('are parted by commas where these stand between single letters', () => {
    expect(lettersOfList('A, B,C')).toEqual(['A', 'B', 'C'])
    expect(lettersOfList('A, B, ,, C')).toEqual(['A', 'B', 'C', ','])
    expect(lettersOfList('ABC.,')).toEqual(['A', 'B', 'C', '.', ','])
    expect(lettersOfList('AB, CD')).toEqual(['A', 'B', ',', 'C', 'D'])
  })
  it('lie on what is asked for: nothing, or another background', async () => {
    for (const background of [{ kind: 'none' }, { kind: 'colour', colour: '#123456' }] as const) {
      const project = await made('AB', 'each', { ...A6, background })
      for (const { member } of lettersIn(project))
        expect(sheetOf(project, member.sheetId).background).toEqual(background)
    }
  })
})

describe('letters of a set', () => {
  it('of one size stand on one baseline and fit their sheets, the widest or tallest exactly', async () => {
    const project = await made('AWgQj&', 'common')
    expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
    const all = lettersIn(project)
    const room = { w: 297 - 2 * 29.7, h: 420 - 2 * 29.7 }
    expect(new Set(all.map(({ word }) => word.lettering.size)).size).toBe(1)
    expect(new Set(all.map(({ word }) => word.lettering.pose.cy)).size).toBe(1)
    const rects = all.map(({ frame }) => standingRect(frame))
    const widest = Math.max(...rects.map((r) => r.x1 - r.x0))
    const [top, foot] = [Math.min(...rects.map((r) => r.y0)), Math.max(...rects.map((r) => r.y1))]
    expect(Math.max(widest / room.w, (foot - top) / room.h)).toBeCloseTo(1, 6)
    near(top + foot, 420, 1e-6)
    for (const r of rects) near((r.x0 + r.x1) / 2, 297 / 2, 1e-6)
  })
  it('each as large as it fits touch their room on one axis, in the middle', async () => {
    for (const { frame } of lettersIn(await made('IW.g', 'each'))) {
      const r = standingRect(frame)
      expect(Math.max((r.x1 - r.x0) / (297 - 59.4), (r.y1 - r.y0) / (420 - 59.4))).toBeCloseTo(1, 6)
      near(r.x0 + r.x1, 297, 1e-6)
      near(r.y0 + r.y1, 420, 1e-6)
    }
  })
  it('on one sheet have cells that neither overlap nor leave it', () =>
    holdsFor(
      fc.tuple(fc.integer({ min: 1, max: 60 }), real(50, 900), real(50, 900), real(0, 20)),
      ([n, w, h, edge]) => {
        const places = gridPlaces(n, { w, h }, edge)
        expect(places).toHaveLength(n)
        const isIn = places.every(
          (p) =>
            p.cx - p.w / 2 >= edge - 1e-9 && p.cx + p.w / 2 <= w - edge + 1e-9 && p.cy + p.h / 2 <= h - edge + 1e-9,
        )
        const isApart = places.every((p, i) =>
          places.slice(i + 1).every((q) => abs(p.cx - q.cx) > p.w - 1e-6 || abs(p.cy - q.cy) > p.h - 1e-6),
        )
        expect([isIn, isApart]).toEqual([true, true])
      },
    ))
  it('on one sheet are one sheet', async () => {
    const project = await made('ABCDEFG', 'common', { ...A6, on: 'one' })
    expect(project.order).toHaveLength(2)
    expect(new Set(lettersIn(project).map(({ member }) => member.sheetId)).size).toBe(1)
  })
  it('keep their pictures where the typeface of the set changes', async () => {
    const project = await made('ABC', 'common')
    const filled = lettersIn(project).reduce(
      (held, { member, frame }, i) =>
        placePicture(held, { sheetId: member.sheetId, frameId: frame.id, pictureId: `pic-${i + 1}` }),
      project,
    )
    const members = membersOf(filled, filled.alphabets['set']!)
    const laid = await setLetters(members, look('each', 'lobster'), set)
    const relayouts = lettersIn(filled).map(({ member, word }, i) => ({
      sheetId: member.sheetId,
      groupId: member.groupId,
      setting: laid[i]!.setting,
      layout: laid[i]!.layout,
      letterIds: word.lettering.letters.map(({ id }) => id),
      stays: laid[i]!.pose,
    }))
    const changed = changeAlphabet(filled, {
      setId: 'set',
      change: { face: { id: 'lobster', name: 'Lobster' }, heights: 'each' },
      relayouts,
    }).project
    expect(projectFaults(JSON.parse(JSON.stringify(changed)))).toEqual([])
    expect(changed.alphabets['set']).toMatchObject({ face: { id: 'lobster' }, heights: 'each' })
    lettersIn(changed).forEach(({ frame, word }, i) => {
      expect(shownPlaced(frame)?.pictureId).toBe(`pic-${i + 1}`)
      expect(word.lettering.face.id).toBe('lobster')
      near(frame.box.cx, 297 / 2, 1e-6)
    })
  })
  it('that are gone are passed over; a set that is forgotten leaves its sheets', async () => {
    const project = await made('AB', 'common')
    const [first] = membersOf(project, project.alphabets['set']!)
    const less = removeSheet(project, { sheetId: first!.sheetId })
    expect(projectFaults(JSON.parse(JSON.stringify(less)))).toEqual([])
    expect(membersOf(less, less.alphabets['set']!).map(({ text }) => text)).toEqual(['B'])
    const forgotten = forgetAlphabet(project, { setId: 'set' })
    expect(forgotten.alphabets).toEqual({})
    expect(forgotten.order).toEqual(project.order)
  })
  it('say what they say now, also where one was corrected', async () => {
    const project = await made('AB', 'common')
    const [first] = lettersIn(project)
    const setting = { ...settingOfWord(first!.word), text: 'Æ' }
    const changed = relayoutWord(project, {
      sheetId: first!.member.sheetId,
      groupId: first!.member.groupId,
      setting,
      layout: laidOut(setting),
      letterIds: first!.word.lettering.letters.map(({ id }) => id),
      stays: 'anchor',
    })
    expect(membersOf(changed, changed.alphabets['set']!).map(({ text }) => text)).toEqual(['Æ', 'B'])
  })
  it('need a face that has them; those it lacks are named', async () => {
    expect(faceNamed('anton').has(0x2603)).toBe(false)
    const [one] = await setLetters(placesOf(['☃'], A6), look('each'), set)
    expect(one?.layout.missing).toEqual(['☃'])
  })
})
