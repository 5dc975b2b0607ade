/** Captions of pictures, and what is given up with a session in a picture. */
import { describe, expect, it } from '@jest/globals'
import { addTake, showTake } from '@/core/document/edits/takes'
import { placePicture } from '@/core/document/edits/fills'
import { panPicture } from '@/core/placement/move'
import { captionsOf } from '@/client/store/captions'
import { placedFrame } from '@/client/store/placed'
import { backToHow, changePlaced } from '@/client/store/placing'
import { select } from '@/client/store/selection'
import { hasMovedOn } from '@/client/store/session'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { testBench } from '@tests/helpers/testBench'

const captions = (pictures: readonly (readonly [name: string, addedAt: string])[]): readonly (string | undefined)[] => {
  const told = captionsOf(pictures.map(([name, addedAt], i) => ({ hash: `h-${i}`, name, addedAt })))
  return pictures.map((_, i) => told.get(`h-${i}`))
}

describe('captions', () => {
  it('are names; the same ones are told apart by the day, of one day by the minute, of one minute by a number', () => {
    const told = captions([
      ['pier', '2026-05-01T08:00:00'],
      ['dune', '2026-05-01T08:00:00'],
      ['dune', '2026-05-02T08:00:00'],
      ['dune', '2026-05-03T08:00:00'],
      ['dune', '2026-05-03T09:30:00'],
      ['dune', '2026-05-03T09:30:20'],
    ])
    expect(told).toEqual([
      'pier',
      'dune · 1 May',
      'dune · 2 May',
      'dune · 3 May, 08:00',
      'dune · 3 May, 09:30 · 1',
      'dune · 3 May, 09:30 · 2',
    ])
  })
  it('differ, however many have one name, and however names are made', () => {
    const many = Array.from({ length: 5000 }, () => ['dune', '2026-05-03T09:30:00'] as const)
    const told = captions([...many, ['dune · 3 May', '2026-05-03T09:30:00'], ['dune', '2026-05-04T09:30:00']])
    expect(new Set(told).size).toBe(5002)
  })
})

describe('a session in a picture', () => {
  const at = { sheetId: SHEET, frameId: 'f-1' }
  const bench = () => testBench(placePicture(sampleProject(), { ...at, pictureId: 'pic-1' }))
  const pan = (held: ReturnType<typeof bench>): void =>
    changePlaced(held, 'Move picture', ({ placed, holder }) => panPicture(placed, holder, { x: 6, y: 4 }).placed)
  it('is given up as a whole, and not before anything was moved', () => {
    const held = bench()
    select(held, 'f-1', 'picture')
    expect(hasMovedOn(held.get())).toBe(false)
    const before = placedFrame(held.get())?.placed
    changePlaced(held, 'Keep covered', ({ placed }) => ({ ...placed, keepCovered: false }))
    pan(held)
    pan(held)
    expect(hasMovedOn(held.get())).toBe(true)
    backToHow(held)
    expect(placedFrame(held.get())?.placed).toEqual(before)
  })
  it('is that of one take: another one, shown or replaced meanwhile, is not overwritten by it', () => {
    const held = bench()
    select(held, 'f-1', 'picture')
    held.commit('Add take', (project) => addTake.record(project, { ...at, pictureId: 'pic-2', takeId: 't-2' }))
    held.commit('Show take', (project) => showTake.record(project, { ...at, takeId: 't-2' }))
    expect(placedFrame(held.get())?.placed.pictureId).toBe('pic-2')
    expect(hasMovedOn(held.get())).toBe(false)
    backToHow(held)
    expect(placedFrame(held.get())?.placed.pictureId).toBe('pic-2')
    expect(held.get().history.undo.map(({ name }) => name)).not.toContain('Back to how it was')
  })
})
