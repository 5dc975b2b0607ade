import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import { near as nearTo } from '@tests/helpers/near'
import { entered, oneAfterAnother, wayLeft } from '@/core/film/entrance'
import {
  filmAt,
  filmLength,
  PLAIN_FILM,
  pictureCount,
  scenesOf,
  slidePlaces,
  type SheetFilm,
} from '@/core/film/sequence'

const near = (got: number, wanted: number, within = 1e-9): void => nearTo(got, wanted, within)

const films: fc.Arbitrary<SheetFilm> = fc.record({
  duration: fc.double({ min: 0.1, max: 9, noNaN: true }),
  transition: fc.record({
    kind: fc.constantFrom('cut', 'fade', 'slide'),
    duration: fc.double({ min: 0, max: 4, noNaN: true }),
  }),
})

const sequences = fc
  .array(fc.option(films, { nil: undefined }), { minLength: 1, maxLength: 9 })
  .map((all) => scenesOf(all.map((film, i) => ({ id: `s${i}`, ...(film ? { film } : {}) }))))

describe('a film of sheets', () => {
  const scenes = scenesOf([
    { id: 'a', film: { duration: 2, transition: { kind: 'fade', duration: 1 } } },
    { id: 'b', film: { duration: 3, transition: { kind: 'fade', duration: 1 } } },
    { id: 'c' },
  ])
  it('shows each sheet in its turn, from the beginning of its own time', () => {
    expect(filmLength(scenes)).toBe(2 + 3 + PLAIN_FILM.duration)
    expect(filmAt(scenes, 0)).toEqual({ sheetId: 'a', time: 0 })
    expect(filmAt(scenes, 1.5)).toEqual({ sheetId: 'a', time: 1.5 })
    expect(filmAt(scenes, 3.5)).toEqual({ sheetId: 'b', time: 1.5 })
    expect(filmAt(scenes, 5)).toEqual({ sheetId: 'c', time: 0 })
    expect(filmAt(scenes, 500)).toEqual({ sheetId: 'c', time: PLAIN_FILM.duration })
    expect(filmAt([], 1)).toBeNull()
  })
  it('lets the sheet that goes play on beneath the one that comes', () => {
    const half = filmAt(scenes, 2.5)
    expect(half).toMatchObject({ sheetId: 'b', time: 0.5, before: { sheetId: 'a', time: 2.5, share: 0.5 } })
    // Its very first moment shows only what goes: no picture of the next sheet flashes up before it fades in.
    expect(filmAt(scenes, 2)).toMatchObject({ sheetId: 'b', time: 0, before: { sheetId: 'a', share: 0 } })
    expect(filmAt(scenes, 0.5)?.before).toBeUndefined()
  })
  it('shows something at every time, its share within 0 and 1 and its time within the sheet', () => {
    holdsFor(fc.tuple(sequences, fc.double({ min: 0, max: 1, noNaN: true })), ([all, share]) => {
      const moment = filmAt(all, share * filmLength(all))
      const scene = all.find(({ sheetId }) => sheetId === moment?.sheetId)
      expect(moment?.time).toBeGreaterThanOrEqual(0)
      expect(moment?.time).toBeLessThanOrEqual(scene?.duration ?? 0)
      if (moment?.before) {
        expect(moment.before.share).toBeGreaterThanOrEqual(0)
        expect(moment.before.share).toBeLessThan(1)
      }
    })
  })
  it('has its length times its rate of pictures', () => {
    expect(pictureCount(2, 25)).toBe(50)
    expect(pictureCount(0.001, 25)).toBe(1)
  })
  it('slides both sheets by as much, from beside to in place', () => {
    holdsFor(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
      for (const side of ['left', 'right', 'top', 'bottom'] as const) {
        const { going, coming } = slidePlaces(side, share)
        near(Math.abs(going[0] - coming[0]) + Math.abs(going[1] - coming[1]), 1)
      }
    })
    expect(slidePlaces('right', 0).coming).toEqual([1, 0])
    expect(slidePlaces('right', 1).coming).toEqual([0, 0])
  })
})

describe('an entrance', () => {
  const like = { kind: 'fade', delay: 1, duration: 2 } as const
  it('runs from its delay on for as long as it takes', () => {
    expect([0, 1, 2, 3, 9].map((time) => entered(like, time))).toEqual([0, 0, 0.5, 1, 1])
    expect([wayLeft(0), wayLeft(1)]).toEqual([1, 0])
  })
  it('follows the one before it by a gap', () => {
    const all = oneAfterAnother(3, like, 0.5)
    expect(all.map(({ delay }) => delay)).toEqual([1, 1.5, 2])
  })
})
