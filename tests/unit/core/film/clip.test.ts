import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import { near as nearTo } from '@tests/helpers/near'
import {
  clipEnd,
  momentAt,
  newClip,
  pictureAt,
  slackOf,
  STAMP_SLACK,
  timed,
  trimmed,
  type Clip,
} from '@/core/film/clip'

const near = (got: number, wanted: number, within = 1e-9): void => nearTo(got, wanted, within)

const FILE = { file: 'a'.repeat(64), container: 'mp4', duration: 4, rate: 25 } as const

/** Moments at which pictures of a clip of one rate begin, as a container rounds them. */
const starts = (count: number, rate: number, unit: number): readonly number[] =>
  Array.from({ length: count }, (_, i) => Math.round(i / rate / unit) * unit)

const clips: fc.Arbitrary<Clip> = fc
  .record({
    pictures: fc.integer({ min: 2, max: 400 }),
    rate: fc.constantFrom(5, 10, 12, 15, 24, 25, 30, 50, 60),
    first: fc.double({ min: 0, max: 0.9, noNaN: true }),
    share: fc.double({ min: 0.1, max: 1, noNaN: true }),
    speed: fc.constantFrom(0.25, 0.5, 1, 1.5, 2, 4),
    delay: fc.double({ min: 0, max: 5, noNaN: true }),
    loops: fc.boolean(),
  })
  .map(({ pictures, rate, first, share, speed, delay, loops }) => {
    const duration = pictures / rate
    const whole = newClip({ ...FILE, duration, rate })
    const from = first * duration
    return timed(trimmed(whole, { from, to: from + share * (duration - from) }), { speed, delay, loops })
  })

describe('the moment of a clip', () => {
  it('walks by (time − delay) · speed from the first that plays', () => {
    const clip = { ...newClip(FILE), from: 1, to: 3, speed: 2, delay: 0.5 }
    near(momentAt(clip, 0), 1)
    near(momentAt(clip, 0.5), 1)
    near(momentAt(clip, 0.75), 1.5)
    near(momentAt(clip, 1.25), 2.5)
    near(clipEnd(clip), 1.5)
  })
  it('begins again at its end, or stays within its last picture', () => {
    const clip = { ...newClip(FILE), from: 1, to: 2 }
    near(momentAt(clip, 1), 1)
    near(momentAt(clip, 1.25), 1.25)
    near(momentAt(clip, 7.5), 1.5)
    const once = { ...clip, loops: false }
    expect(momentAt(once, 60)).toBeLessThan(2)
    expect(momentAt(once, 60)).toBeGreaterThan(2 - 1 / FILE.rate)
  })
  it('lies within the part that plays at any time', () => {
    holdsFor(fc.tuple(clips, fc.double({ min: 0, max: 1000, noNaN: true })), ([clip, time]) => {
      const moment = momentAt(clip, time)
      expect(moment).toBeGreaterThanOrEqual(clip.from)
      expect(moment).toBeLessThan(clip.to)
    })
  })
  it('comes again after a round, and an interval later of time is speed times as much of clip', () => {
    holdsFor(fc.tuple(clips, fc.double({ min: 0, max: 0.98, noNaN: true })), ([clip, share]) => {
      const length = clip.to - clip.from
      const time = clip.delay + (share * length) / clip.speed
      near(momentAt(clip, time), clip.from + share * length, 1e-6 + 2 * STAMP_SLACK)
      if (clip.loops) near(momentAt(clip, time + length / clip.speed), momentAt(clip, time), 1e-6 + STAMP_SLACK)
    })
  })
})

describe('the picture at a moment', () => {
  it('is the last that began, whichever way a container rounds its stamps', () => {
    // MP4 counts in ticks of the track's own, WebM in milliseconds (Matroska: TimestampScale 1,000,000 ns by default).
    for (const unit of [1 / 12_800, 1 / 90_000, 0.001])
      for (const rate of [24, 25, 30, 60]) {
        const all = starts(300, rate, unit)
        for (let k = 0; k < 300; k += 1) {
          expect(pictureAt(all, k / rate)).toBe(k)
          expect(pictureAt(all, (k + 0.5) / rate)).toBe(k)
        }
      }
  })
  it('is counted right at 1,000 pictures a second', () => {
    const all = starts(500, 1000, 0.001)
    for (let k = 0; k < 500; k += 1) {
      expect(pictureAt(all, k / 1000, slackOf(1000))).toBe(k)
      expect(pictureAt(all, (k + 0.7) / 1000, slackOf(1000))).toBe(k)
    }
  })
  it('is the first before all, and the last after', () => {
    expect(pictureAt([0, 1, 2], -5)).toBe(0)
    expect(pictureAt([0, 1, 2], 99)).toBe(2)
    expect(pictureAt([], 1)).toBe(0)
  })
  it('is at least the one before it as time goes on, where stamps are of any length', () => {
    const lengths = fc.array(fc.double({ min: 0.002, max: 2, noNaN: true }), { minLength: 1, maxLength: 60 })
    holdsFor(fc.tuple(lengths, fc.array(fc.double({ min: 0, max: 60, noNaN: true }))), ([all, moments]) => {
      let at = 0
      const begin = all.map((length) => {
        at += length
        return at - length
      })
      const shown = [...moments].sort((a, b) => a - b).map((moment) => pictureAt(begin, moment))
      shown.forEach((k, i) => expect(k).toBeGreaterThanOrEqual(shown[i - 1] ?? 0))
      begin.forEach((start, k) => expect(pictureAt(begin, start)).toBe(k))
    })
  })
})

describe('trimming a clip', () => {
  const ends = fc.double({ min: -10, max: 30, noNaN: true })
  it('keeps at least one picture, within the file, whatever is asked for', () => {
    holdsFor(
      fc.tuple(clips, fc.option(ends, { nil: undefined }), fc.option(ends, { nil: undefined })),
      ([clip, a, b]) => {
        const next = trimmed(clip, { ...(a === undefined ? {} : { from: a }), ...(b === undefined ? {} : { to: b }) })
        expect(next.from).toBeGreaterThanOrEqual(0)
        expect(next.to).toBeLessThanOrEqual(clip.duration + 1e-9)
        expect(next.to - next.from).toBeGreaterThan(0.9 / clip.rate)
      },
    )
  })
  it('leaves the other end where it was', () => {
    const clip = { ...newClip(FILE), from: 1, to: 3 }
    expect(trimmed(clip, { from: 2 })).toMatchObject({ from: 2, to: 3 })
    expect(trimmed(clip, { from: 3.5 }).from).toBeCloseTo(3 - 1 / 25)
    expect(trimmed(clip, { to: 0.5 }).to).toBeCloseTo(1 + 1 / 25)
  })
  it('brings speed, delay and still into their ranges', () => {
    expect(timed(newClip(FILE), { speed: 1e9, delay: -3, still: 99 })).toMatchObject({ speed: 20, delay: 0, still: 4 })
  })
})
