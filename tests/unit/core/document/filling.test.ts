import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { someProjects } from '@tests/helpers/documents'
import { SHEET, pictureRef, sampleProject } from '@tests/helpers/project'
import { near } from '@tests/helpers/near'
import { holdsFor } from '@tests/helpers/property'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { fillingOf, freshPlaced, openingsOf, planFilling, shortageIn } from '@/core/document/filling'
import { frameHolder, sheetOf } from '@/core/document/read'
import { frameOf, framesOf } from '@/core/document/tree'
import type { Frame, PictureRef, Project } from '@/core/document/types'
import { placeOfSubject } from '@/core/placement/subject'

const withFrames = (project: Project, change: (frame: Frame, i: number) => Frame): Project => {
  const sheet = sheetOf(project, SHEET)
  const frames = framesOf(sheet).map(change)
  const items = { ...sheet.items, ...Object.fromEntries(frames.map((frame) => [frame.id, frame])) }
  return { ...project, sheets: { ...project.sheets, [SHEET]: { ...sheet, items } } }
}

const shapes = fc.array(fc.tuple(fc.integer({ min: 100, max: 900 }), fc.integer({ min: 100, max: 900 })), {
  maxLength: 8,
})

describe('a plan of filling', () => {
  it('gives each frame one picture at most, as many as can be, and tells what is left', () => {
    holdsFor(fc.tuple(someProjects, shapes), ([project, pixels]) => {
      const ids = pixels.map((_p, i) => `new-${i}`)
      const known = pixels.reduce(
        (held, [w, h], i) => addPicture(held, { pictureId: `new-${i}`, picture: pictureRef(50 + i, w, h) }),
        project,
      )
      const sheet = sheetOf(known, SHEET)
      const frames = framesOf(sheet).filter((frame) => frame.fill.kind === 'none')
      const { pairs, left } = planFilling(known, sheet, frames, ids)
      expect(pairs).toHaveLength(Math.min(frames.length, ids.length))
      expect([...pairs.map(({ pictureId }) => pictureId), ...left].sort()).toEqual([...ids].sort())
      expect(new Set(pairs.map(({ frameId }) => frameId)).size).toBe(pairs.length)
    })
  })

  it('puts upright into upright, wide into wide, whatever the order', () => {
    const base = withFrames(sampleProject(), (frame, i) => ({
      ...frame,
      stencil: { kind: 'rectangle' },
      box: {
        ...frame.box,
        ...([
          { w: 150, h: 100 },
          { w: 100, h: 150 },
          { w: 100, h: 100 },
        ][i] ?? {}),
      },
    }))
    const sheet = sheetOf(base, SHEET)
    // pic-1 lies (1200 × 800), pic-2 stands (600 × 900), pic-3 is square: each fits one frame without a crop.
    for (const ids of [
      ['pic-2', 'pic-3', 'pic-1'],
      ['pic-3', 'pic-1', 'pic-2'],
    ])
      expect(planFilling(base, sheet, framesOf(sheet), ids).pairs).toEqual([
        { frameId: 'f-1', pictureId: 'pic-1' },
        { frameId: 'f-2', pictureId: 'pic-2' },
        { frameId: 'f-3', pictureId: 'pic-3' },
      ])
  })

  it('keeps the order given among equals, and begins with the first frames', () => {
    const base = withFrames(sampleProject(), (frame) => ({
      ...frame,
      stencil: { kind: 'rectangle' },
      box: { ...frame.box, w: 100, h: 100 },
    }))
    const same = ['p', 'q'].reduce(
      (held, id, i) => addPicture(held, { pictureId: id, picture: pictureRef(70 + i, 500, 500) }),
      base,
    )
    const sheet = sheetOf(same, SHEET)
    const pairs = (ids: readonly string[]) =>
      planFilling(same, sheet, framesOf(sheet), ids).pairs.map(({ frameId, pictureId }) => `${frameId} ${pictureId}`)
    expect(pairs(['p', 'q'])).toEqual(['f-1 p', 'f-2 q'])
    expect(pairs(['q', 'p'])).toEqual(['f-1 q', 'f-2 p'])
  })

  it('follows wants before shapes: the tag that is asked for, and a face where a line is wanted', () => {
    const tagged: PictureRef = { ...pictureRef(80, 500, 500), tags: ['Sea'] }
    const face: PictureRef = {
      ...pictureRef(81, 500, 500),
      subject: { box: { u0: 0.4, v0: 0.2, u1: 0.6, v1: 0.6 }, line: 0.3 },
    }
    let project = withFrames(sampleProject(), (frame, i) => ({
      ...frame,
      ...(i === 1 ? { opening: { wants: { tag: 'sea' } } } : i === 2 ? { opening: { wants: { line: 0.4 } } } : {}),
    }))
    project = addPicture(project, { pictureId: 'tagged', picture: tagged })
    project = addPicture(project, { pictureId: 'face', picture: face })
    project = addPicture(project, { pictureId: 'plain', picture: pictureRef(82, 500, 500) })
    const sheet = sheetOf(project, SHEET)
    const { pairs } = planFilling(project, sheet, framesOf(sheet), ['face', 'tagged', 'plain'])
    expect(pairs.find(({ frameId }) => frameId === 'f-2')?.pictureId).toBe('tagged')
    expect(pairs.find(({ frameId }) => frameId === 'f-3')?.pictureId).toBe('face')
  })
})

describe('a picture that comes into an opening', () => {
  it('has its subject’s line where the opening wants it, as far as the picture reaches', () => {
    const lines = fc.double({ min: 0.35, max: 0.6, noNaN: true })
    holdsFor(lines, (line) => {
      // A frame of 200 × 160 on a picture that is far higher, its subject in the middle: every such line is reached.
      const subject = { box: { u0: 0.45, v0: 0.45, u1: 0.55, v1: 0.55 }, line: 0.5 }
      const base = withFrames(sampleProject(), (frame) => ({ ...frame, opening: { wants: { line } } }))
      const project = addPicture(base, { pictureId: 'tall', picture: { ...pictureRef(90, 400, 2000), subject } })
      const sheet = sheetOf(project, SHEET)
      const frame = frameOf(sheet, 'f-1')
      const placed = freshPlaced(project, sheet, frame, 'tall')
      near(placeOfSubject(placed, frameHolder(project, sheet, frame, 'tall'), subject).line, line, 1e-9)
    })
  })

  it('is said to be short where it has too few pixels', () => {
    const small = addPicture(sampleProject(), { pictureId: 'small', picture: pictureRef(91, 60, 48) })
    const at = { sheetId: SHEET, frameId: 'f-1' }
    const soft = placePicture(small, { ...at, pictureId: 'small' })
    const sharp = placePicture(small, { ...at, pictureId: 'pic-1' })
    // 200 pt at 72 ppi from 60 pixels: 72 · 60 / 200 = 21.6.
    expect(shortageIn(soft, sheetOf(soft, SHEET), frameOf(sheetOf(soft, SHEET), 'f-1'))).toEqual({
      has: 21,
      wants: 72,
      unit: 'ppi',
    })
    expect(shortageIn(sharp, sheetOf(sharp, SHEET), frameOf(sheetOf(sharp, SHEET), 'f-1'))).toBeNull()
    const asked = withFrames(sharp, (frame) => ({ ...frame, opening: { wants: { pixels: 5000 } } }))
    expect(shortageIn(asked, sheetOf(asked, SHEET), frameOf(sheetOf(asked, SHEET), 'f-1'))).toEqual({
      // All 800 rows are seen of the 1200 × 800: of a frame of 5 : 4 a width of 1000.
      has: 1000,
      wants: 5000,
      unit: 'px',
    })
  })
})

describe('how far a sheet is filled', () => {
  it('counts what holds a picture and what is still to be filled, never what may stay empty', () => {
    const base = withFrames(sampleProject(), (frame, i) =>
      i === 0 ? frame : { ...frame, opening: i === 1 ? { mayStayEmpty: true } : {} },
    )
    const names = (project: Project) => fillingOf(sheetOf(project, SHEET)).empty.map(({ id }) => id)
    expect(fillingOf(sheetOf(base, SHEET))).toMatchObject({ of: 2, filled: 0 })
    expect(names(base)).toEqual(['f-1', 'f-3'])
    const both = ['f-1', 'f-2'].reduce(
      (held, frameId) => placePicture(held, { sheetId: SHEET, frameId, pictureId: 'pic-1' }),
      base,
    )
    expect(fillingOf(sheetOf(both, SHEET))).toMatchObject({ of: 3, filled: 2 })
    expect(names(both)).toEqual(['f-3'])
    expect(openingsOf(sheetOf(both, SHEET))).toHaveLength(3)
  })
})
