/**
 * Frames that follow those of other sheets. The laws are those of an echo, over sheets: whatever fills the leader fills all
 * that follow it, and the placement is the same value, so that each shows it in its own outline.
 */
import { describe, expect, it } from '@jest/globals'
import { addSheet, copiedSheet, removeSheet } from '@/core/document/edits/sheets'
import { carryFill, clearPictures } from '@/core/document/edits/carry'
import { echoOf, followFrame, makeIndependent } from '@/core/document/edits/echoes'
import { emptyFrame, fillFrames, placePicture, replacePicture, setPlaced } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { removeItems } from '@/core/document/edits/items'
import { pasteFragment } from '@/core/document/edits/paste'
import { addPicture } from '@/core/document/edits/project'
import { makeSpan } from '@/core/document/edits/spans'
import { addTemplateSheets } from '@/core/document/edits/templates'
import { addTake, showTake } from '@/core/document/edits/takes'
import { pictureMatrix } from '@/core/document/content'
import { newFrame } from '@/core/document/create'
import { patched } from '@/core/document/history'
import { followersOf, leaderOf } from '@/core/document/follows'
import { fragmentOf, readFragment } from '@/core/document/fragment'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { pictureOfSheet } from '@/core/document/sheetPictures'
import { frameOf } from '@/core/document/tree'
import type { Frame, Project } from '@/core/document/types'
import { projectFaults, touchedFaults } from '@/core/document/validate'
import { randomFrom } from '@/core/random'
import { deepFreeze, sampleProject, SHEET } from '@tests/helpers/project'
import { SEED } from '@tests/helpers/property'
import { nearMatrix } from '@tests/helpers/near'
import { sweep } from '@tests/helpers/sweep'

const OTHER = 'sheet-2'
const LAST = 'sheet-3'

const sound = (project: Project): void => expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
const at = (project: Project, frameId: string, sheetId = SHEET): Frame => frameOf(sheetOf(project, sheetId), frameId)
const pictureOf = (project: Project, frameId: string, sheetId = SHEET) =>
  shownPlaced(at(project, frameId, sheetId))?.pictureId

/** Three sheets of the same three frames, of which f-1 of the first shows a picture. */
const three = (): Project => {
  const one = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
  const bare = sheetOf(sampleProject(), SHEET)
  const two = addSheet(one, { sheet: copiedSheet(bare, OTHER, 'Card', { w: 400, h: 500 }), after: SHEET })
  return deepFreeze(addSheet(two, { sheet: copiedSheet(bare, LAST, 'Tag', { w: 90, h: 90 }), after: OTHER }))
}

/** As above, with f-2 of the second and f-3 of the third following it. */
const led = (): Project => {
  const of = { sheetId: SHEET, frameId: 'f-1' }
  const two = followFrame(three(), { sheetId: OTHER, ids: ['f-2'], of })
  return deepFreeze(followFrame(two, { sheetId: LAST, ids: ['f-3'], of }))
}

const follows = (project: Project, frameId: string, sheetId: string) => at(project, frameId, sheetId).follows

describe('a frame that follows one of another sheet', () => {
  it('shows what that shows, in its own outline, as an echo of it on its sheet would', () => {
    const project = led()
    sound(project)
    expect(at(project, 'f-2', OTHER).fill).toEqual(at(project, 'f-1').fill)
    expect(followersOf(project, { sheetId: SHEET, frameId: 'f-1' })).toHaveLength(2)
    // The same frame, put on the leader's sheet as an echo, shows the picture just so.
    const echo = { ...at(project, 'f-2', OTHER), id: 'e', fill: { kind: 'echo', frameId: 'f-1' } } as const
    const alone = { ...echo, follows: undefined }
    delete alone.follows
    const beside = addFrame(project, { sheetId: SHEET, frame: alone })
    const matrix = pictureMatrix(beside, sheetOf(beside, SHEET), at(beside, 'e'))
    const followed = pictureMatrix(project, sheetOf(project, OTHER), at(project, 'f-2', OTHER))
    expect(matrix).not.toBeNull()
    // Both sheets are of one density here, so the frames are the same in points.
    nearMatrix(followed!, matrix!, 1e-9, 1200)
  })
  it('follows every change of it: another picture, its place, takes, a colour, nothing', () => {
    let project = placePicture(led(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-2' })
    expect([pictureOf(project, 'f-2', OTHER), pictureOf(project, 'f-3', LAST)]).toEqual(['pic-2', 'pic-2'])
    const placed = { ...shownPlaced(at(project, 'f-1'))!, zoom: 2.5, turn: 12 }
    project = setPlaced(project, { sheetId: SHEET, frameId: 'f-1', placed })
    expect(shownPlaced(at(project, 'f-3', LAST))).toEqual(placed)
    project = addTake(project, { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-3', takeId: 'take-9' })
    project = showTake(project, { sheetId: SHEET, frameId: 'f-1', takeId: 'take-9' })
    expect(pictureOf(project, 'f-2', OTHER)).toBe('pic-3')
    project = fillFrames(project, { sheetId: SHEET, ids: ['f-1'], fill: { kind: 'colour', colour: '#123456' } })
    expect(at(project, 'f-3', LAST).fill).toEqual({ kind: 'colour', colour: '#123456' })
    project = emptyFrame(project, { sheetId: SHEET, frameId: 'f-1' })
    expect(at(project, 'f-2', OTHER).fill).toEqual({ kind: 'none' })
    expect(follows(project, 'f-2', OTHER)).toBeDefined()
    sound(project)
  })
  it('changes it, and all that follow it, by what is done to its picture', () => {
    const project = replacePicture(led(), { sheetId: OTHER, frameId: 'f-2', pictureId: 'pic-3' })
    expect([pictureOf(project, 'f-1'), pictureOf(project, 'f-3', LAST)]).toEqual(['pic-3', 'pic-3'])
    sound(project)
  })
  it('follows no more when it is emptied, coloured, given another frame’s picture, in a span, or made independent', () => {
    const start = placePicture(led(), { sheetId: OTHER, frameId: 'f-1', pictureId: 'pic-2' })
    const ways: readonly [string, Project][] = [
      ['emptied', emptyFrame(start, { sheetId: OTHER, frameId: 'f-2' })],
      ['cleared', clearPictures(start, { sheetId: OTHER, ids: ['f-2'] })],
      ['coloured', fillFrames(start, { sheetId: OTHER, ids: ['f-2'], fill: { kind: 'colour', colour: '#123456' } })],
      ['carried', carryFill(start, { sheetId: OTHER, from: 'f-1', to: 'f-2' })],
      ['spanned', makeSpan(start, { sheetId: OTHER, ids: ['f-2', 'f-3'], spanId: 's' })],
      ['an echo', echoOf(start, { sheetId: OTHER, frameId: 'f-2', of: 'f-1' })],
      ['independent', makeIndependent(start, { sheetId: OTHER, ids: ['f-2'] })],
    ]
    for (const [name, project] of ways) {
      expect([name, follows(project, 'f-2', OTHER)]).toEqual([name, undefined])
      expect([name, pictureOf(project, 'f-1')]).toEqual([name, 'pic-1'])
      expect([name, follows(project, 'f-3', LAST)]).toEqual([name, { sheetId: SHEET, frameId: 'f-1' }])
      sound(project)
    }
    expect(pictureOf(ways.at(-1)![1], 'f-2', OTHER)).toBe('pic-1')
  })
  it('goes on showing it when the leader or its sheet is taken away: the first follower leads', () => {
    for (const gone of [removeItems(led(), { sheetId: SHEET, ids: ['f-1'] }), removeSheet(led(), { sheetId: SHEET })]) {
      sound(gone)
      expect(follows(gone, 'f-2', OTHER)).toBeUndefined()
      expect(follows(gone, 'f-3', LAST)).toEqual({ sheetId: OTHER, frameId: 'f-2' })
      const changed = placePicture(gone, { sheetId: OTHER, frameId: 'f-2', pictureId: 'pic-2' })
      expect(pictureOf(changed, 'f-3', LAST)).toBe('pic-2')
    }
  })
  it('follows the one that a leader comes to follow, as frame of another sheet or as an echo', () => {
    const filled = placePicture(led(), { sheetId: LAST, frameId: 'f-1', pictureId: 'pic-3' })
    const chained = followFrame(filled, { sheetId: SHEET, ids: ['f-1'], of: { sheetId: LAST, frameId: 'f-1' } })
    sound(chained)
    expect(follows(chained, 'f-2', OTHER)).toEqual({ sheetId: LAST, frameId: 'f-1' })
    expect(pictureOf(chained, 'f-2', OTHER)).toBe('pic-3')
    const beside = placePicture(led(), { sheetId: SHEET, frameId: 'f-2', pictureId: 'pic-2' })
    const echoed = echoOf(beside, { sheetId: SHEET, frameId: 'f-1', of: 'f-2' })
    sound(echoed)
    expect(follows(echoed, 'f-2', OTHER)).toEqual({ sheetId: SHEET, frameId: 'f-2' })
    expect(pictureOf(echoed, 'f-2', OTHER)).toBe('pic-2')
  })
  it('is shown by echoes of it on its own sheet', () => {
    const project = placePicture(echoOf(led(), { sheetId: OTHER, frameId: 'f-3', of: 'f-2' }), {
      sheetId: SHEET,
      frameId: 'f-1',
      pictureId: 'pic-2',
    })
    const shown = pictureMatrix(project, sheetOf(project, OTHER), at(project, 'f-3', OTHER))
    expect(shown).not.toBeNull()
    // One that is to follow an echo follows its original.
    const more = followFrame(project, { sheetId: LAST, ids: ['f-1'], of: { sheetId: OTHER, frameId: 'f-3' } })
    expect(follows(more, 'f-1', LAST)).toEqual({ sheetId: SHEET, frameId: 'f-1' })
  })
  it('is refused round in a circle, and for a frame of a span', () => {
    const circle = { sheetId: SHEET, ids: ['f-1'], of: { sheetId: OTHER, frameId: 'f-2' } }
    expect(() => followFrame(led(), circle)).toThrow(/does not itself show/)
    const spanned = makeSpan(three(), { sheetId: SHEET, ids: ['f-1', 'f-2'], spanId: 's' })
    const of = { sheetId: SHEET, frameId: 'f-1' }
    expect(() => followFrame(spanned, { sheetId: OTHER, ids: ['f-2'], of })).toThrow(/no span/)
  })
  it('is let go where its sheet would come to show itself', () => {
    const known = addPicture(led(), { pictureId: 'card', picture: pictureOfSheet(sheetOf(led(), OTHER)) })
    const project = placePicture(known, { sheetId: SHEET, frameId: 'f-1', pictureId: 'card' })
    sound(project)
    expect(pictureOf(project, 'f-1')).toBe('card')
    expect(follows(project, 'f-2', OTHER)).toBeUndefined()
    expect(pictureOf(project, 'f-2', OTHER)).toBe('pic-1')
  })
})

describe('what follows', () => {
  it('is copied with its lead within the project, and without it into another', () => {
    const project = led()
    const fragment = readFragment(JSON.parse(JSON.stringify(fragmentOf(project, OTHER, ['f-2']))))
    const put = { sheetId: LAST, fragment, newIds: { 'f-2': 'new' }, delta: { x: 5, y: 5 } }
    const here = pasteFragment(project, put)
    expect(follows(here, 'new', LAST)).toEqual({ sheetId: SHEET, frameId: 'f-1' })
    const there = pasteFragment({ ...three(), id: 'p-else' }, put)
    expect(follows(there, 'new', LAST)).toBeUndefined()
    expect(pictureOf(there, 'new', LAST)).toBe('pic-1')
    sound(here)
    sound(there)
  })
  it('of a template follows the sheets that were made of it', () => {
    const template: Project = { ...led(), id: 't' }
    const newIds = { [SHEET]: 'a', [OTHER]: 'b', [LAST]: 'c' }
    const project = addTemplateSheets({ ...sampleProject(), id: 'p-else' }, { template, newIds, after: SHEET })
    sound(project)
    expect(follows(project, 'f-2', 'b')).toEqual({ sheetId: 'a', frameId: 'f-1' })
    const changed = placePicture(project, { sheetId: 'a', frameId: 'f-1', pictureId: 'pic-2' })
    expect(pictureOf(changed, 'f-3', 'c')).toBe('pic-2')
  })
  it('must be there: a document or a step that breaks it is refused', () => {
    const project = JSON.parse(JSON.stringify(led())) as Project
    const broken = (of: object) => {
      const copy = JSON.parse(JSON.stringify(project)) as Project
      Object.assign(at(copy, 'f-2', OTHER), { follows: of })
      return projectFaults(copy)
        .map(({ message }) => message)
        .join()
    }
    expect(broken({ sheetId: SHEET, frameId: 'none' })).toMatch(/is no frame/)
    expect(broken({ sheetId: 'constructor', frameId: 'f-1' })).not.toBe('')
    expect(broken({ sheetId: 'none', frameId: 'f-1' })).toMatch(/is no frame/)
    expect(broken({ sheetId: OTHER, frameId: 'f-2' })).toMatch(/circle/)
    expect(broken({ sheetId: SHEET })).not.toBe('')
    const path = ['sheets', SHEET]
    const without = patched(project, [
      { op: 'remove', path },
      { op: 'replace', path: ['order'], value: [OTHER, LAST] },
    ])
    expect(
      touchedFaults(without, [path, ['order']])
        .map(({ message }) => message)
        .join(),
    ).toMatch(/is no frame/)
  })
})

/** One random change of any of the sheets, as a person makes it; null where it does not apply. */
const randomChange = (random: () => number, project: Project) => {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]! // never empty
  const sheetId = pick(project.order)
  const ids = Object.keys(sheetOf(project, sheetId).items)
  if (!ids.length) return null
  const frameId = pick(ids)
  const to = pick(ids)
  const ofSheet = pick(project.order)
  const others = Object.keys(sheetOf(project, ofSheet).items)
  const placed = shownPlaced(at(project, frameId, sheetId))
  const pictureId = pick(['pic-1', 'pic-2', 'pic-3'])
  const acts = [
    () => followFrame.record(project, { sheetId, ids: [frameId], of: { sheetId: ofSheet, frameId: pick(others) } }),
    () => followFrame.record(project, { sheetId, ids: [frameId, to], of: { sheetId: ofSheet, frameId: pick(others) } }),
    () => placePicture.record(project, { sheetId, frameId, pictureId }),
    () => replacePicture.record(project, { sheetId, frameId, pictureId }),
    () => (placed ? setPlaced.record(project, { sheetId, frameId, placed: { ...placed, zoom: 1 + random() } }) : null),
    () => emptyFrame.record(project, { sheetId, frameId }),
    () => carryFill.record(project, { sheetId, from: frameId, to, copy: random() < 0.5 }),
    () => echoOf.record(project, { sheetId, frameId, of: to }),
    () => makeSpan.record(project, { sheetId, ids: [frameId, to], spanId: `s-${Math.floor(random() * 1e9)}` }),
    () => makeIndependent.record(project, { sheetId, ids: [frameId] }),
    () => (ids.length > 2 ? removeItems.record(project, { sheetId, ids: [frameId] }) : null),
    () =>
      addFrame.record(project, {
        sheetId,
        frame: newFrame(`n-${Math.floor(random() * 1e9)}`, { kind: 'ellipse' }, { cx: 90, cy: 90, w: 40, h: 30 }),
      }),
    () => {
      const id = `sheet-${Math.floor(random() * 1e9)}`
      return project.order.length < 5
        ? addSheet.record(project, { sheet: copiedSheet(sheetOf(project, sheetId), id, 'More'), after: sheetId })
        : removeSheet.record(project, { sheetId })
    },
  ]
  try {
    return pick(acts)()
  } catch (error) {
    if (error instanceof Error && /must be|one that|span|circle/.test(error.message)) return null
    throw error
  }
}

describe('random changes over sheets', () => {
  it('leave every follower with what its leader shows, in sound documents that can be undone', () => {
    const random = randomFrom(SEED)
    let project = led()
    let seen = 0
    for (let n = 0; n < sweep(3000); n += 1) {
      const made = randomChange(random, project)
      if (!made) continue
      const where = `seed ${SEED}, change ${n}`
      expect({ where, faults: projectFaults(JSON.parse(JSON.stringify(made.project))) }).toEqual({ where, faults: [] })
      expect(patched(made.project, made.inverse)).toEqual(project)
      expect(patched(project, made.forward)).toEqual(made.project)
      project = made.project
      for (const id of project.order)
        for (const item of Object.values(sheetOf(project, id).items)) {
          if (item.kind !== 'frame' || !item.follows) continue
          seen += 1
          expect({ where, leader: leaderOf(project, item.follows) }).toEqual({ where, leader: item.follows })
          expect({ where, fill: item.fill }).toEqual({
            where,
            fill: at(project, item.follows.frameId, item.follows.sheetId).fill,
          })
        }
    }
    expect(seen).toBeGreaterThan(sweep(3000) / 4)
  })
})
