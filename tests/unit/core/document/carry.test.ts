import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { deepFreeze, pictureRef, sampleProject, SHEET } from '@tests/helpers/project'
import { someProjects } from '@tests/helpers/documents'
import { aloneFrame, carryFill, clearPictures, liftFill, shufflePictures } from '@/core/document/edits/carry'
import { placePicture } from '@/core/document/edits/fills'
import { relinkHash } from '@/core/document/edits/project'
import { near } from '@tests/helpers/near'
import { pictureMatrix } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import { pictureUses } from '@/core/document/roots'
import { framesOf, frameOf } from '@/core/document/tree'
import { projectFaults } from '@/core/document/validate'
import type { Project } from '@/core/document/types'
import type { Fill } from '@/core/document/fill'

const fills = (project: Project): readonly Fill[] => framesOf(sheetOf(project, SHEET)).map((frame) => frame.fill)
const sorted = (all: readonly Fill[]): readonly string[] => all.map((fill) => JSON.stringify(fill)).sort()
const uses = (project: Project): number => [...pictureUses(project).values()].reduce((sum, n) => sum + n, 0)

const twoFrames = fc.tuple(someProjects, fc.nat(), fc.nat(), fc.boolean()).map(([project, p, q, copy]) => {
  const ids = framesOf(sheetOf(project, SHEET)).map(({ id }) => id)
  return { project: deepFreeze(project), from: ids[p % ids.length] ?? '', to: ids[q % ids.length] ?? '', copy }
})

describe('carrying a picture from frame to frame', () => {
  it('loses none: moved or exchanged, the same fills are there; placements travel along', () => {
    holdsFor(twoFrames, ({ project, from, to }) => {
      const next = carryFill(project, { sheetId: SHEET, from, to })
      expect(sorted(fills(next))).toEqual(sorted(fills(project)))
      expect(projectFaults(next)).toEqual([])
    })
  })

  it('copied, it is in both, and only what the other held is gone', () => {
    holdsFor(twoFrames, ({ project, from, to }) => {
      const sheet = sheetOf(project, SHEET)
      const next = carryFill(project, { sheetId: SHEET, from, to, copy: true })
      const after = sheetOf(next, SHEET)
      const carried = frameOf(sheet, from).fill
      expect(frameOf(after, from).fill).toEqual(carried)
      expect(frameOf(after, to).fill).toEqual(carried.kind === 'none' ? frameOf(sheet, to).fill : carried)
    })
  })

  it('there and back again is where it was', () => {
    holdsFor(twoFrames, ({ project, from, to }) => {
      if (frameOf(sheetOf(project, SHEET), from).fill.kind === 'none') return
      const there = carryFill(project, { sheetId: SHEET, from, to })
      expect(fills(carryFill(there, { sheetId: SHEET, from: to, to: from }))).toEqual(fills(project))
    })
  })
})

describe('a picture carried out to stand alone', () => {
  it('shows whole, as large as it was, turned as it was seen, and none is lost', () => {
    holdsFor(fc.tuple(twoFrames, real(-200, 900), real(-200, 900)), ([{ project, from, copy }, x, y]) => {
      const frame = aloneFrame(project, SHEET, from, 'f-alone', { x, y })
      const sheet = sheetOf(project, SHEET)
      if (!frame) return expect(frameOf(sheet, from).fill.kind).not.toBe('taken')
      // Patterns have no one whole picture.
      const before = pictureMatrix(project, sheet, frameOf(sheet, from))
      const next = liftFill(project, { sheetId: SHEET, from, frame, copy })
      expect(uses(next)).toBe(uses(project) + (copy ? 1 : 0))
      const after = pictureMatrix(next, sheetOf(next, SHEET), frameOf(sheetOf(next, SHEET), 'f-alone'))
      if (!before || !after) throw new TypeError('no picture')
      const area = (m: typeof after): number => Math.abs(m.a * m.d - m.b * m.c)
      near(area(after) / area(before), 1, 1e-9)
      return undefined
    })
  })
})

describe('a set of pictures', () => {
  it('shuffled is the same set, in another order if there are two that differ', () => {
    holdsFor(fc.tuple(someProjects, fc.nat()), ([project, seed]) => {
      const ids = sheetOf(project, SHEET).order
      const next = shufflePictures(project, { sheetId: SHEET, ids, seed })
      expect(sorted(fills(next))).toEqual(sorted(fills(project)))
      const taken = fills(project).filter((fill) => fill.kind === 'taken')
      if (taken.length > 1 && new Set(taken.map((fill) => JSON.stringify(fill))).size === taken.length)
        expect(fills(next)).not.toEqual(fills(project))
    })
  })

  it('cleared leaves frames and colours', () => {
    holdsFor(someProjects, (project) => {
      const next = clearPictures(project, { sheetId: SHEET, ids: sheetOf(project, SHEET).order })
      expect(fills(next).some((fill) => fill.kind === 'taken')).toBe(false)
      expect(fills(next)).toHaveLength(fills(project).length)
    })
  })
})

describe('a file put in another’s place', () => {
  it('changes every picture that had it, and no placement', () => {
    const project = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
    const to = { name: 'new', hash: 'f'.repeat(64), pixels: { w: 10, h: 20 } }
    const next = relinkHash(project, { hash: pictureRef(1).hash, to })
    expect(next.pictures['pic-1']).toMatchObject(to)
    expect(next.pictures['pic-2']).toBe(project.pictures['pic-2'])
    expect(next.sheets).toBe(project.sheets)
    expect(relinkHash(project, { hash: 'e'.repeat(64), to })).toBe(project)
  })
})
