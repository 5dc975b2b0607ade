import { describe, expect, it } from '@jest/globals'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { renderSheet } from '@/core/render/drawList'
import { carriedPpi, OUTPUT_SIDES, ppiFor } from '@/core/render/sizing'
import { sheetOf } from '@/core/document/read'
import { outputPixels } from '@/core/units'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'
import { pictureRef } from '@tests/helpers/project'

const SHEET = 's'

/** A sheet with pictures of these widths in pixels, each across a frame of the width in points beside it. */
const sheetWith = (pictures: readonly (readonly [pixels: number, points: number])[]) => {
  const blank = newProject('p', 'P', newSheet(SHEET, 'S', { unit: 'in', size: { w: 720, h: 720 }, ppi: 300, bleed: 0 }))
  const project = pictures.reduce((held, [pixels, points], i) => {
    const id = `pic-${i}`
    const known = addPicture(held, { pictureId: id, picture: pictureRef(i + 1, pixels, pixels) })
    const box = { cx: 100 + i * 50, cy: 100, w: points, h: points }
    const framed = addFrame(known, { sheetId: SHEET, frame: newFrame(`f-${i}`, { kind: 'rectangle' }, box) })
    return placePicture(framed, { sheetId: SHEET, frameId: `f-${i}`, pictureId: id })
  }, blank)
  return renderSheet(project, sheetOf(project, SHEET))
}

describe('how large a file becomes', () => {
  it('by a side has exactly so many pixels along it', () =>
    holdsFor(
      fc.tuple(real(1, 5000), real(1, 5000), fc.integer({ min: 1, max: 65535 }), fc.constantFrom(...OUTPUT_SIDES)),
      ([w, h, pixels, side]) => {
        const ppi = ppiFor({ by: 'side', side, pixels }, { w, h }, 300)
        const along = side === 'width' ? w : side === 'height' ? h : Math.max(w, h)
        expect(outputPixels(along, ppi)).toBe(pixels)
      },
    ))
  it('by a factor is that of the sheet’s own resolution, and by ppi itself', () => {
    expect(ppiFor({ by: 'scale', scale: 1.5 }, { w: 10, h: 10 }, 300)).toBe(450)
    expect(ppiFor({ by: 'ppi', ppi: 96 }, { w: 10, h: 10 }, 300)).toBe(96)
  })
})

describe('what the pictures carry', () => {
  it('is the resolution at which the one enlarged most is shown pixel for pixel', () => {
    // 600 pixels across 144 points are 300 an inch; 400 across 144 are 200.
    const [one, other] = [sheetWith([[600, 144]]), sheetWith([[400, 144]])]
    expect(carriedPpi([one])).toBe(300)
    expect(carriedPpi([one, other])).toBe(200)
    expect(
      carriedPpi([
        sheetWith([
          [600, 144],
          [400, 144],
        ]),
      ]),
    ).toBe(200)
    expect(carriedPpi([sheetWith([])])).toBeNull()
    expect(carriedPpi([])).toBeNull()
  })
  it('never enlarges: at it every picture has its pixels, one ppi above it one has not', () =>
    holdsFor(
      fc.array(fc.tuple(fc.integer({ min: 40, max: 6000 }), real(20, 600)), { minLength: 1, maxLength: 4 }),
      (pictures) => {
        const carried = carriedPpi([sheetWith(pictures)])
        const least = Math.floor(Math.min(...pictures.map(([pixels, points]) => (pixels * 72) / points)) + 1e-6)
        // What is asked for is from 10 to 2,400 ppi.
        if (least < 10) expect(carried).toBeNull()
        else near(carried ?? 0, Math.min(2400, least), 1e-9)
      },
      60,
    ))
})
