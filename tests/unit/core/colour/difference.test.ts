/** Lab and CIEDE2000 against culori, an independent colour library, and against pairs published by Sharma, Wu and Dalal. */
import { describe, expect, it } from '@jest/globals'
import { converter, differenceCiede2000 } from 'culori'
import { ciede2000 } from '@/core/colour/difference'
import { toLab } from '@/core/colour/lab'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'

const channel = fc.integer({ min: 0, max: 255 })
const labs = fc.record({ L: real(0, 100), a: real(-110, 110), b: real(-110, 110) })

describe('colour difference', () => {
  it('Lab is that of culori (under D65)', () => {
    const lab65 = converter('lab65')
    holdsFor(fc.tuple(channel, channel, channel), ([r, g, b]) => {
      const [ours, theirs] = [toLab(r, g, b), lab65({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 })]
      near(ours.L, theirs.l, 0.02)
      near(ours.a, theirs.a, 0.05)
      near(ours.b, theirs.b, 0.05)
    })
  })
  it('is that of culori', () => {
    const theirs = differenceCiede2000()
    holdsFor(fc.tuple(labs, labs), ([p, q]) => {
      const as = ({ L, a, b }: { L: number; a: number; b: number }) => ({ mode: 'lab65' as const, l: L, a, b })
      near(ciede2000(p, q), theirs(as(p), as(q)), 0.01)
    })
  })
  // Pairs 1, 7, 13 and 17 of table 1 of the paper of 2005 (from memory).
  it.each([
    [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
    [[50, 0, 0], [50, -1, 2], 2.3669],
    [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
    [[50, 2.5, 0], [73, 25, -18], 27.1492],
  ] as const)('of %p and %p is %p, as published', ([L, a, b], [M, c, d], wanted) =>
    near(ciede2000({ L, a, b }, { L: M, a: c, b: d }), wanted, 1e-4),
  )
  it('is 0 only of the same, and the same both ways', () =>
    holdsFor(fc.tuple(labs, labs), ([p, q]) => {
      near(ciede2000(p, p), 0, 1e-9)
      near(ciede2000(p, q), ciede2000(q, p), 1e-9)
    }))
  it('has no part below nothing', () => expect(ciede2000({ L: 0, a: 0, b: 0 }, { L: 0, a: 0, b: 0 })).toBe(0))
})
