import { describe, expect, it } from '@jest/globals'
import { levelCount, levelFor, levelSize, needsOf } from '@/core/render/needs'
import { renderSheet } from '@/core/render/drawList'
import { placePicture, setPlaced } from '@/core/document/edits/fills'
import { sheetOf } from '@/core/document/read'
import { coverPlaced } from '@/core/placement/placed'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { pictures } from '@tests/helpers/arbitrary'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { near } from '@tests/helpers/near'

describe('pyramid levels', () => {
  it('give 1 to 2 times the pixels drawn, never fewer while there are more', () => {
    holdsFor(fc.tuple(pictures, real(0.001, 1)), ([picture, density]) => {
      const count = levelCount(picture)
      const level = levelFor(density, count)
      const oversize = 1 / (2 ** level * density)
      expect(oversize).toBeGreaterThanOrEqual(1 - 1e-6)
      if (level < count - 1) expect(oversize).toBeLessThan(2 + 1e-6)
    })
  })
  it('are the picture itself when it is enlarged', () => expect(levelFor(3, 6)).toBe(0))
  it('end at a side of 160 pixels or less', () => {
    holdsFor(pictures, (picture) => {
      const { w, h } = levelSize(picture, levelCount(picture) - 1)
      expect(Math.max(w, h)).toBeLessThanOrEqual(161)
      expect(Math.min(w, h)).toBeGreaterThanOrEqual(1)
    })
  })
})

describe('needs', () => {
  it('name the picture, how dense it is drawn and the part that shows', () => {
    // A 200 × 160 ellipse over 1200 × 800 pixels at zoom 2: cover is 160/800, so a pixel is 0.4 pt wide.
    const placed = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
    const project = setPlaced(placed, { sheetId: SHEET, frameId: 'f-1', placed: { ...coverPlaced('pic-1'), zoom: 2 } })
    const [need] = needsOf(renderSheet(project, sheetOf(project, SHEET)), 3)
    near(need?.density ?? 0, 0.4 * 3, 1e-9)
    near(need?.part.x0 ?? 0, 600 - 250 - 2, 1e-6)
    near(need?.part.y1 ?? 0, 400 + 200 + 2, 1e-6)
  })
})
