import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { near } from '@tests/helpers/near'
import { holdsFor } from '@tests/helpers/property'
import { setFit } from '@/core/placement/move'
import { coverPlaced, type PictureHolder } from '@/core/placement/placed'
import { outlineOf } from '@/core/stencil/stencil'
import { costOf, lacksOf, WEIGHTS, type Fitting } from '@/core/template/cost'

const holderOf = (w: number, h: number, picture: { w: number; h: number }, ppi = 72): PictureHolder => ({
  outline: outlineOf({ kind: 'rectangle' }, { w, h }),
  box: { w, h },
  picture,
  ppi,
})

const fittingOf = (holder: PictureHolder, more: Partial<Fitting> = {}): Fitting => ({
  placed: setFit(coverPlaced('p'), holder, 'cover', more.subject),
  holder,
  wants: {},
  tags: [],
  ...more,
})

const sides = fc.integer({ min: 50, max: 900 })

describe('what a picture lacks in an opening', () => {
  it('is the share of it that covering crops: 1 less the ratio of the narrower shape to the wider', () => {
    holdsFor(fc.tuple(sides, sides, sides, sides), ([w, h, pw, ph]) => {
      const { cropped } = lacksOf(fittingOf(holderOf(w, h, { w: pw, h: ph })))
      const [a, b] = [w / h, pw / ph]
      near(cropped, 1 - Math.min(a, b) / Math.max(a, b), 1e-9)
    })
  })

  it('is the share of its subject that is cut off, by hand', () => {
    // A square of 100 on a picture of 300 × 100, the subject the left two thirds: its middle at a third of the width comes
    // as near as it can, to 100 of 300; 50 to 150 are seen, so 0 to 200 is seen by half.
    const subject = { box: { u0: 0, v0: 0, u1: 2 / 3, v1: 1 } }
    const { cut } = lacksOf(fittingOf(holderOf(100, 100, { w: 300, h: 100 }), { subject }))
    near(cut, 0.5, 1e-9)
  })

  it('is the resolution that is missing, of the sheet or as it is wanted', () => {
    const holder = holderOf(200, 100, { w: 100, h: 50 })
    // 100 pixels over 200 points: 36 ppi of 72.
    near(lacksOf(fittingOf(holder)).short, 0.5, 1e-9)
    near(lacksOf(fittingOf(holder, { wants: { pixels: 400 } })).short, 0.75, 1e-9)
    expect(lacksOf(fittingOf(holder, { wants: { pixels: 100 } })).short).toBe(0)
  })

  it('is a posture or tag that is asked for', () => {
    const holder = holderOf(100, 100, { w: 300, h: 100 })
    expect(lacksOf(fittingOf(holder, { wants: { posture: 'wide', tag: 'Sea' }, tags: ['sea'] }))).toMatchObject({
      posture: 0,
      tag: 0,
    })
    expect(lacksOf(fittingOf(holder, { wants: { posture: 'upright', tag: 'sea' }, tags: [] }))).toMatchObject({
      posture: 1,
      tag: 1,
    })
  })

  it('adds up by the weights, and is nothing for what fits', () => {
    near(costOf(fittingOf(holderOf(100, 100, { w: 400, h: 400 }))), 0, 1e-9)
    const lacking = fittingOf(holderOf(100, 100, { w: 300, h: 100 }), { wants: { tag: 'sea' } })
    const lacks = lacksOf(lacking)
    const sum = Object.entries(lacks).reduce(
      (all, [key, value]) => all + WEIGHTS[key as keyof typeof WEIGHTS] * value,
      0,
    )
    near(costOf(lacking), sum, 1e-12)
    expect(costOf(lacking)).toBeGreaterThan(WEIGHTS.tag)
  })
})
