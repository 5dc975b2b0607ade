import { hashOf } from '@/core/document/sheetPictures'
import { describe, expect, it } from '@jest/globals'
import { SHEET, deepFreeze, pictureRef, sampleProject } from '@tests/helpers/project'
import { addFrame, setFrameBox } from '@/core/document/edits/frames'
import { newFrame } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { addSlot, changeSlot } from '@/core/document/edits/slots'
import { setBackground } from '@/core/document/edits/sheets'
import { projectFromTemplate } from '@/core/document/edits/templates'
import { takeVersionOver } from '@/core/document/edits/versions'
import { patched } from '@/core/document/history'
import { sheetOf } from '@/core/document/read'
import { projectFaults } from '@/core/document/validate'
import type { Project } from '@/core/document/types'

const versioned = (project: Project, version: number): Project => ({
  ...project,
  template: { id: 't-card', version, category: 'Mine', words: '' },
})

const first = (): Project =>
  versioned(
    setBackground(addSlot(sampleProject(), { slot: { id: 'ink', name: 'Ink', colour: '#102030' } }), {
      sheetId: SHEET,
      background: { kind: 'colour', colour: '@ink' },
    }),
    1,
  )

/** The second version: a frame moved, one more with art of its own, in a colour that is new. */
const second = (): Project => {
  let next = addSlot(first(), { slot: { id: 'gold', name: 'Gold', colour: '#c09020' } })
  next = setFrameBox(next, { sheetId: SHEET, frameId: 'f-1', box: { cx: 333, cy: 222, w: 111, h: 99 } })
  next = addPicture(next, { pictureId: 'art', picture: pictureRef(77) })
  const frame = newFrame('f-art', { kind: 'ellipse' }, { cx: 600, cy: 500, w: 90, h: 90 })
  next = addFrame(next, { sheetId: SHEET, frame: { ...frame, backing: '@gold' } })
  return versioned(placePicture(next, { sheetId: SHEET, frameId: 'f-art', pictureId: 'art' }), 2)
}

const filled = (): Project =>
  deepFreeze(
    placePicture(projectFromTemplate(first(), 'p-1', 'Mine'), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-2' }),
  )

const take = (project: Project, theirs: Project = second()) =>
  takeVersionOver(project, { sheetId: SHEET, base: first(), theirs })

describe('the new version of a template in a sheet made of the old one', () => {
  it('brings what the template changed and what that needs; what was filled stays; undone it is as it was', () => {
    const project = filled()
    const taken = take(project)
    if (!taken) throw new TypeError('nothing was taken over')
    const { project: after, inverse } = taken.recorded
    expect(projectFaults(after)).toEqual([])
    expect(taken.conflicts).toEqual([])
    const sheet = sheetOf(after, SHEET)
    expect(sheet.items['f-1']).toMatchObject({ box: { cx: 333 }, fill: { kind: 'taken' } })
    expect(sheet.items['f-art']).toBeDefined()
    expect(sheet.madeFrom?.version).toBe(2)
    expect(after.slots['gold']?.colour).toBe('#c09020')
    expect(Object.values(after.pictures).map(hashOf)).toContain(pictureRef(77).hash)
    expect(patched(after, inverse)).toEqual(project)
    // Taken over again it changes nothing.
    expect(takeVersionOver(after, { sheetId: SHEET, base: second(), theirs: second() })?.recorded.project).toEqual(
      after,
    )
  })

  it('leaves a colour of the project as it was made by hand', () => {
    const recoloured = changeSlot(filled(), { slotId: 'ink', change: { colour: '#ff0000' } })
    expect(take(recoloured)?.recorded.project.slots['ink']?.colour).toBe('#ff0000')
  })

  it('is nothing where the version has no such sheet, or the sheet is of no template', () => {
    const none = { ...second(), order: ['other'], sheets: { other: { ...sheetOf(second(), SHEET), id: 'other' } } }
    expect(take(filled(), none)).toBeNull()
    expect(takeVersionOver(sampleProject(), { sheetId: SHEET, base: first(), theirs: second() })).toBeNull()
  })
})
