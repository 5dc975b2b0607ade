import { withoutAlike } from '@/core/document/alike'
import { beforeAll, describe, expect, it } from '@jest/globals'
import { pictureRef } from '@tests/helpers/project'
import { clearPictures } from '@/core/document/edits/carry'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { openingsOf, planFilling } from '@/core/document/filling'
import { standingRect, sheetOf } from '@/core/document/read'
import { framesOf } from '@/core/document/tree'
import { projectFaults } from '@/core/document/validate'
import type { Project, Sheet } from '@/core/document/types'
import type { Template } from '../../../templates/kit'
import { shippedTemplates } from '../../../templates/shipped'

let templates: readonly Template[] = []
beforeAll(async () => {
  templates = await shippedTemplates()
})

const sheets = (template: Project): readonly Sheet[] => template.order.map((id) => sheetOf(template, id))

const PICTURES = Array.from({ length: 45 }, (_, i) => pictureRef(i + 1, 1600 + (i % 3) * 900, 1600 + (i % 4) * 600))

const withPictures = (template: Project): Project =>
  PICTURES.reduce((held, picture, i) => addPicture(held, { pictureId: `pic-${i}`, picture }), template)

/** The template with so many pictures in its first sheet, and how many went in. */
const filledWith = (template: Project, count: number): { readonly project: Project; readonly filled: number } => {
  const known = withPictures(template)
  const [sheetId = ''] = template.order
  const sheet = sheetOf(known, sheetId)
  const { pairs } = planFilling(
    known,
    sheet,
    openingsOf(sheet),
    PICTURES.slice(0, count).map((_, i) => `pic-${i}`),
  )
  const project = pairs.reduce((held, pair) => placePicture(held, { sheetId, ...pair }), known)
  return { project, filled: pairs.length }
}

describe('the templates that ship', () => {
  it('are at least 28, sound, each with an id, a group and a name of its own', () => {
    expect(templates.length).toBeGreaterThanOrEqual(28)
    for (const key of ['id', 'name'] as const)
      expect(new Set(templates.map((each) => (key === 'id' ? each.template.id : each.name))).size).toBe(
        templates.length,
      )
    for (const template of templates) expect(projectFaults(template)).toEqual([])
    expect(new Set(templates.map(({ template }) => template.category)).size).toBeGreaterThanOrEqual(8)
  })

  it('have openings, notes, and colours to be changed; what is not to be filled or written is locked', () => {
    for (const template of templates) {
      expect(Object.values(template.slots).some(({ offered }) => offered)).toBe(true)
      for (const sheet of sheets(template)) {
        expect(sheet.notes).toMatch(/\w/)
        for (const frame of framesOf(sheet))
          expect(`${frame.name}: ${!!(frame.opening ?? frame.field ?? frame.locked)}`).toBe(`${frame.name}: true`)
      }
      expect(sheets(template).flatMap(openingsOf).length).toBeGreaterThan(0)
    }
  })

  it('name every opening and field of a sheet once, but for those that show the same', () => {
    for (const template of templates)
      for (const sheet of sheets(template)) {
        const names = [...withoutAlike(openingsOf(sheet)), ...framesOf(sheet).filter(({ field }) => field)].map(
          ({ name }) => name,
        )
        // Letters are named by what they are.
        const own = names.filter((name) => name.length > 1)
        expect(`${template.name}: ${[...new Set(own)].join()}`).toBe(`${template.name}: ${own.join()}`)
      }
  })

  it('have no frame beyond the bleed: openings, fields and art', () => {
    for (const template of templates)
      for (const sheet of sheets(template)) {
        const most = sheet.bleed + 0.01
        for (const frame of framesOf(sheet)) {
          const { x0, y0, x1, y1 } = standingRect(frame)
          const within = x0 >= -most && y0 >= -most && x1 <= sheet.size.w + most && y1 <= sheet.size.h + most
          expect(`${template.name}, ${frame.name}: ${within}`).toBe(`${template.name}, ${frame.name}: true`)
        }
      }
  })

  it.each([1, 2, 45])('take %d pictures: as many as there is room for, and stay sound', (count) => {
    for (const template of templates) {
      const { project, filled } = filledWith(template, count)
      const [sheetId = ''] = template.order
      expect(filled).toBe(Math.min(count, openingsOf(sheetOf(template, sheetId)).length))
      expect(projectFaults(project)).toEqual([])
    }
  })

  it('filled and emptied are themselves', () => {
    for (const template of templates) {
      const { project } = filledWith(template, 45)
      const [sheetId = ''] = template.order
      const sheet = sheetOf(project, sheetId)
      const emptied = clearPictures(project, { sheetId, ids: openingsOf(sheet).map(({ id }) => id) })
      expect(sheetOf(emptied, sheetId)).toEqual(sheetOf(template, sheetId))
    }
  })
})
