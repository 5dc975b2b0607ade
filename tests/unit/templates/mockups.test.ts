/** The mock-ups that ship: what they must have, and that one picture fills openings that show the same. */
import { beforeAll, describe, expect, it } from '@jest/globals'
import { recordAlike } from '@/core/document/edits/alike'
import { placePicture, replacePicture, setPlaced } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { fillingOf, openingsOf } from '@/core/document/filling'
import { layOf } from '@/core/document/laid'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf, framesOf } from '@/core/document/tree'
import type { Project, Sheet } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { isBent } from '@/core/geometry/surface'
import { resolvePlacement } from '@/core/placement/resolve'
import { frameHolder } from '@/core/document/read'
import { outputPixels } from '@/core/units'
import { pictureRef } from '@tests/helpers/project'
import type { Template } from '../../../templates/kit'
import { shippedTemplates } from '../../../templates/shipped'

let mockups: readonly Template[] = []
beforeAll(async () => {
  mockups = (await shippedTemplates()).filter(({ template }) => template.category === 'Mock-ups')
})

const sheetIn = (project: Project): Sheet => sheetOf(project, project.order[0] ?? '')

const named = (name: string): Template => {
  const found = mockups.find((one) => one.name === name)
  if (!found) throw new TypeError(`no mock-up ${name}`)
  return found
}

describe('the mock-ups that ship', () => {
  it('are at least 14, of 3,000 pixels and more along their longer side', () => {
    expect(mockups.length).toBeGreaterThanOrEqual(14)
    for (const mockup of mockups) {
      const { size, ppi } = sheetIn(mockup)
      expect(Math.max(outputPixels(size.w, ppi), outputPixels(size.h, ppi))).toBeGreaterThanOrEqual(3000)
    }
  })

  it('have background and thing as colour slots, and light over every opening that lies on a thing', () => {
    for (const mockup of mockups) {
      expect(Object.values(mockup.slots).filter(({ offered }) => offered).length).toBeGreaterThanOrEqual(2)
      const sheet = sheetIn(mockup)
      const order = [...sheet.order]
      for (const opening of openingsOf(sheet)) {
        const above = order.slice(order.indexOf(opening.id) + 1)
        const isLit = framesOf(sheet).some(
          ({ id, blend, takesPictures }) =>
            !takesPictures && above.includes(id) && (blend === 'multiply' || blend === 'screen'),
        )
        expect(`${mockup.name}, ${opening.name}: ${isLit}`).toBe(`${mockup.name}, ${opening.name}: true`)
      }
    }
  })

  it('have screens in perspective, a mug on a cylinder, cloth and pages on meshes', () => {
    const laysOf = (name: string) => openingsOf(sheetIn(named(name))).map((frame) => layOf(sheetIn(named(name)), frame))
    for (const lay of laysOf('Three devices together')) expect(lay && !isBent(lay)).toBe(true)
    for (const name of ['Mug', 'Tote bag', 'Shirt, lying flat', 'Open book'])
      for (const lay of laysOf(name)) expect(lay && isBent(lay)).toBe(true)
  })
})

describe('openings that show the same', () => {
  const filled = (): Project => {
    const known = [1, 2].reduce(
      (project, n) => addPicture(project, { pictureId: `pic-${n}`, picture: pictureRef(n) }),
      named('Three devices together') as Project,
    )
    const sheet = sheetIn(known)
    const [first] = openingsOf(sheet)
    const at = { sheetId: sheet.id, frameId: first?.id ?? '', pictureId: 'pic-1' }
    return recordAlike(placePicture.record(known, at), sheet.id, at.frameId).project
  }

  it('are all filled by one picture, each covered at its own shape, and count as one', () => {
    const project = filled()
    const sheet = sheetIn(project)
    expect(projectFaults(project)).toEqual([])
    expect(fillingOf(sheetIn(named('Three devices together')))).toMatchObject({ of: 1, filled: 0 })
    expect(openingsOf(sheet)).toHaveLength(3)
    const scales = openingsOf(sheet).map((frame) => {
      const placed = shownPlaced(frame)
      if (!placed) throw new TypeError('filled')
      const holder = frameHolder(project, sheet, frame, placed.pictureId)
      const seen = resolvePlacement(placed, holder)
      expect(seen.isCovered).toBe(true)
      return seen.scale
    })
    expect(new Set(scales.map((scale) => scale.toFixed(3))).size).toBe(3)
  })

  it('follow another picture with their own settings', () => {
    const project = filled()
    const sheet = sheetIn(project)
    const [first, second] = openingsOf(sheet)
    const placed = second && shownPlaced(second)
    if (!first || !second || !placed) throw new TypeError('filled')
    const zoomed = setPlaced(project, { sheetId: sheet.id, frameId: second.id, placed: { ...placed, zoom: 2 } })
    const at = { sheetId: sheet.id, frameId: first.id, pictureId: 'pic-2' }
    const next = recordAlike(replacePicture.record(zoomed, at), sheet.id, first.id).project
    for (const { id } of openingsOf(sheetIn(next)))
      expect(shownPlaced(frameOf(sheetIn(next), id))?.pictureId).toBe('pic-2')
    expect(shownPlaced(frameOf(sheetIn(next), second.id))?.zoom).toBe(2)
  })
})
