import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { holdsFor } from '@tests/helpers/property'
import { SHEET, sampleProject } from '@tests/helpers/project'
import { newFrame } from '@/core/document/create'
import { addFrame, setFrameBox } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { groupItems, restackItems, ungroupItems } from '@/core/document/edits/groups'
import { markItems, removeItems } from '@/core/document/edits/items'
import { changeSheet, setBackground } from '@/core/document/edits/sheets'
import { putSwitch, turnSwitch } from '@/core/document/edits/templates'
import { sheetOf } from '@/core/document/read'
import { projectFaults } from '@/core/document/validate'
import { mergeVersions } from '@/core/document/versionMerge'
import type { Project, Sheet } from '@/core/document/types'

const LOOK = { id: 'old', name: 'Vintage', on: false, adjustments: { fade: 0.2 } }

const made = (): Project => {
  const more = [4, 5, 6].reduce(
    (held, n) =>
      addFrame(held, {
        sheetId: SHEET,
        frame: newFrame(`f-${n}`, { kind: 'rectangle' }, { cx: 90 * n, cy: 500, w: 70, h: 60 }),
      }),
    sampleProject(),
  )
  const grouped = groupItems(more, { sheetId: SHEET, ids: ['f-5', 'f-6'], groupId: 'g-1', name: 'Pair' })
  return putSwitch(grouped, { sheetId: SHEET, look: LOOK })
}

/** The template that both sides began with: six frames, the last two of them a group, and a look. */
const BEGUN = made()
const begun = (): Project => BEGUN

type Change = (project: Project, who: string) => Project

const some = (project: Project, n: number): string => {
  const ids = Object.values(sheetOf(project, SHEET).items).flatMap((item) => (item.kind === 'frame' ? [item.id] : []))
  return ids[n % Math.max(1, ids.length)] ?? ''
}

const onFrame = (project: Project, n: number, change: (frameId: string) => Project): Project => {
  const id = some(project, n)
  return id ? change(id) : project
}

const groupsOf = (project: Project): readonly string[] =>
  Object.values(sheetOf(project, SHEET).items).flatMap(({ kind, id }) => (kind === 'group' ? [id] : []))

/** Changes of many kinds; `n` chooses what of. */
const changes: fc.Arbitrary<Change> = fc
  .tuple(fc.integer({ min: 0, max: 9 }), fc.nat({ max: 40 }))
  .map(([kind, n]): Change => (project, who) => {
    const at = { sheetId: SHEET }
    switch (kind) {
      case 0:
        return onFrame(project, n, (frameId) =>
          setFrameBox(project, { ...at, frameId, box: { cx: 50 + n * 9, cy: 300, w: 80, h: 60 } }),
        )
      case 1:
        return onFrame(project, n, (frameId) =>
          placePicture(project, { ...at, frameId, pictureId: `pic-${(n % 3) + 1}` }),
        )
      case 2:
        return onFrame(project, n, (frameId) => removeItems(project, { ...at, ids: [frameId] }))
      case 3: {
        const frame = newFrame(`${who}-${n}`, { kind: 'ellipse' }, { cx: 100 + n, cy: 100, w: 40, h: 40 })
        return sheetOf(project, SHEET).items[frame.id] ? project : addFrame(project, { ...at, frame })
      }
      case 4:
        return onFrame(project, n, (id) => restackItems(project, { ...at, ids: [id], move: n % 2 ? 'front' : 'rear' }))
      case 5:
        return onFrame(project, n, (id) => markItems(project, { ...at, ids: [id], locked: n % 2 === 0 }))
      case 6: {
        const [group] = groupsOf(project)
        return group ? ungroupItems(project, { ...at, ids: [group] }) : project
      }
      case 7: {
        const ids = [...new Set([some(project, n), some(project, n + 1)])]
        const groupId = `${who}-g${n}`
        return ids.length < 2 || sheetOf(project, SHEET).items[groupId]
          ? project
          : groupItems(project, { ...at, ids, groupId, name: 'Set' })
      }
      case 8:
        return setBackground(project, { ...at, background: { kind: 'colour', colour: n % 2 ? '#102030' : '#f0e0d0' } })
      default:
        return turnSwitch(changeSheet(project, { ...at, name: `${who} ${n}` }), {
          ...at,
          switchId: 'old',
          on: n % 2 === 0,
        })
    }
  })

const edited = fc.array(changes, { maxLength: 5 })

const after = (list: readonly Change[], who: string): Project =>
  list.reduce((held, change) => change(held, who), begun())

const sheetAfter = (list: readonly Change[], who: string): Sheet => sheetOf(after(list, who), SHEET)

const faultsWith = (sheet: Sheet): readonly unknown[] => projectFaults({ ...begun(), sheets: { [SHEET]: sheet } })

describe('a new version of a template taken over', () => {
  it('gives a sound sheet, whatever both sides did, and nothing that was filled is lost', () => {
    holdsFor(
      fc.tuple(edited, edited),
      ([hand, maker]) => {
        const [base, mine, theirs] = [sheetAfter([], 'x'), sheetAfter(hand, 'mine'), sheetAfter(maker, 'theirs')]
        const { sheet } = mergeVersions({ base, mine, theirs })
        expect(faultsWith(sheet)).toEqual([])
        for (const item of Object.values(mine.items))
          if (item.kind === 'frame' && item.fill.kind === 'taken') {
            const kept = sheet.items[item.id]
            expect(kept?.kind === 'frame' && kept.fill).toEqual(item.fill)
          }
      },
      1000,
    )
  })

  it('takes all of one side where the other did nothing', () => {
    holdsFor(edited, (list) => {
      const base = sheetAfter([], 'x')
      const changed = sheetAfter(list, 'one')
      expect(mergeVersions({ base, mine: base, theirs: changed })).toEqual({ sheet: changed, conflicts: [] })
      expect(mergeVersions({ base, mine: changed, theirs: base })).toEqual({ sheet: changed, conflicts: [] })
      // The same done on both sides is done once.
      expect(mergeVersions({ base, mine: changed, theirs: changed })).toEqual({ sheet: changed, conflicts: [] })
    })
  })

  it('takes what only the template changed of a frame that was filled', () => {
    const base = sheetAfter([], 'x')
    const mine = sheetOf(placePicture(begun(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' }), SHEET)
    const box = { cx: 111, cy: 222, w: 99, h: 77 }
    const theirs = sheetOf(setFrameBox(begun(), { sheetId: SHEET, frameId: 'f-1', box }), SHEET)
    const { sheet, conflicts } = mergeVersions({ base, mine, theirs })
    expect(sheet.items['f-1']).toMatchObject({ box, fill: { kind: 'taken' } })
    expect(conflicts).toEqual([])
  })

  it('tells in words what both changed, and what went on one side', () => {
    const base = sheetAfter([], 'x')
    const moved = (cx: number) =>
      setFrameBox(begun(), { sheetId: SHEET, frameId: 'f-1', box: { cx, cy: 90, w: 50, h: 50 } })
    const filled = placePicture(moved(70), { sheetId: SHEET, frameId: 'f-2', pictureId: 'pic-2' })
    const mine = sheetOf(removeItems(filled, { sheetId: SHEET, ids: ['f-3'] }), SHEET)
    const theirsMoved = setFrameBox(moved(300), { sheetId: SHEET, frameId: 'f-3', box: { cx: 5, cy: 5, w: 9, h: 9 } })
    const theirs = sheetOf(removeItems(theirsMoved, { sheetId: SHEET, ids: ['f-2'] }), SHEET)
    const { sheet, conflicts } = mergeVersions({ base, mine, theirs })
    expect(conflicts).toEqual([
      'Ellipse: its place was changed here and in the template; it stays as it is here.',
      'Polygon was taken away here and changed in the template: it stays away.',
      'Triangle was filled here and taken away in the template: it stays.',
    ])
    expect(sheet.items['f-1']).toMatchObject({ box: { cx: 70 } })
    expect(sheet.items['f-3']).toBeUndefined()
    expect(sheet.items['f-2']).toMatchObject({ fill: { kind: 'taken' } })
  })

  it('a version that removes everything leaves what was filled', () => {
    const base = sheetAfter([], 'x')
    const mine = sheetOf(placePicture(begun(), { sheetId: SHEET, frameId: 'f-5', pictureId: 'pic-1' }), SHEET)
    const theirs = { ...base, order: [], items: {} }
    const { sheet, conflicts } = mergeVersions({ base, mine, theirs })
    expect(Object.keys(sheet.items)).toEqual(['f-5'])
    expect(sheet.order).toEqual(['f-5'])
    expect(conflicts).toHaveLength(1)
    expect(faultsWith(sheet)).toEqual([])
  })
})
