import { describe, expect, it } from '@jest/globals'
import { SHEET, deepFreeze, pictureRef, sampleProject } from '@tests/helpers/project'
import { slotRef } from '@/core/colour/slots'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { addSlot, changeSlot } from '@/core/document/edits/slots'
import { addTemplateSheets, projectFromTemplate } from '@/core/document/edits/templates'
import { sheetOf } from '@/core/document/read'
import { withSamples } from '@/core/document/samples'
import { projectFaults } from '@/core/document/validate'
import type { Project } from '@/core/document/types'

const A6 = { unit: 'mm', size: { w: 300, h: 420 }, ppi: 300, bleed: 9 } as const

/** A template of one sheet: an opening, art that shows a picture, and a colour slot. */
const template = (): Project => {
  let made: Project = { ...newProject('t-card', 'Card', newSheet('sheet-1', 'Front', A6)) }
  made = addSlot(made, { slot: { id: 'ink', name: 'Ink', colour: '#203040', offered: true } })
  made = addPicture(made, { pictureId: 'art', picture: pictureRef(1) })
  const box = { cx: 100, cy: 100, w: 80, h: 80 }
  made = addFrame(made, { sheetId: 'sheet-1', frame: { ...newFrame('f-open', { kind: 'ellipse' }, box), opening: {} } })
  made = addFrame(made, {
    sheetId: 'sheet-1',
    frame: {
      ...newFrame('f-art', { kind: 'rectangle' }, { ...box, cy: 300 }),
      takesPictures: false,
      backing: slotRef('ink'),
      finish: { finishId: 'fin' },
    },
  })
  made = placePicture(made, { sheetId: 'sheet-1', frameId: 'f-art', pictureId: 'art' })
  return deepFreeze({
    ...made,
    finishes: { fin: { id: 'fin', name: 'Edge', category: '', layers: [], opacity: 0.5 } },
    template: { id: 'card', version: 3, category: 'Cards', words: 'card' },
  })
}

const put = (project: Project, id = 'new-1', more = {}): Project =>
  addTemplateSheets(project, { template: template(), newIds: { 'sheet-1': id }, after: SHEET, ...more })

const artOf = (project: Project, sheetId: string) => {
  const art = sheetOf(project, sheetId).items['f-art']
  if (art?.kind !== 'frame') throw new TypeError('The art is gone.')
  return art
}

describe('a template put into a project', () => {
  it('adds its sheets with what they use, and says what they were made of', () => {
    const project = put(deepFreeze(sampleProject()))
    expect(projectFaults(project)).toEqual([])
    expect(project.order).toEqual([SHEET, 'new-1'])
    expect(sheetOf(project, 'new-1').madeFrom).toEqual({ id: 'card', version: 3, sheetId: 'sheet-1', name: 'Card' })
    // The project knows the picture under another id: it is the same file.
    const { fill } = artOf(project, 'new-1')
    expect(fill.kind === 'taken' && fill.takes[0]?.placed.pictureId).toBe('pic-1')
    expect(Object.keys(project.pictures)).toEqual(Object.keys(sampleProject().pictures))
    expect(project.slots['ink']?.colour).toBe('#203040')
    expect(project.finishes['fin']?.opacity).toBe(0.5)
  })

  it('takes the place of a sheet that is named', () => {
    const project = put(sampleProject(), 'new-1', { instead: SHEET })
    expect(project.order).toEqual(['new-1'])
    expect(projectFaults(project)).toEqual([])
  })

  it('twice shares what is the same', () => {
    const twice = put(put(sampleProject()), 'new-2')
    expect(Object.keys(twice.slots)).toEqual(['ink'])
    expect(Object.keys(twice.finishes)).toEqual(['fin'])
    expect(projectFaults(twice)).toEqual([])
  })

  it('comes in its own colours where the project has changed those of before', () => {
    const changed = changeSlot(put(sampleProject()), { slotId: 'ink', change: { colour: '#ff0000' } })
    const again = put(changed, 'new-2')
    expect(projectFaults(again)).toEqual([])
    expect(artOf(again, 'new-1').backing).toBe('@ink')
    expect(artOf(again, 'new-2').backing).toBe('@ink-2')
    expect(again.slots['ink-2']).toMatchObject({ colour: '#203040', name: 'Ink 2' })
  })

  it('is refused where it would make too many sheets', () => {
    const full = {
      ...sampleProject(),
      order: Array.from({ length: 400 }, (_, i) => `s-${i}`),
    }
    expect(() => put(full)).toThrow(/at most 400/)
  })

  it('starts a project of its own that is no template any more', () => {
    const project = projectFromTemplate(template(), 'p-1', 'My card')
    expect(project.template).toBeUndefined()
    expect(project).toMatchObject({ id: 'p-1', name: 'My card' })
    expect(sheetOf(project, 'sheet-1').madeFrom?.version).toBe(3)
    expect(projectFaults(project)).toEqual([])
  })
})

describe('a template shown without pictures', () => {
  it('has something to be seen in its openings, and all else as it is', () => {
    const sheet = sheetOf(template(), 'sheet-1')
    const shown = withSamples(sheet)
    const opening = shown.items['f-open']
    expect(opening?.kind === 'frame' && opening.fill.kind).toBe('gradient')
    expect(shown.items['f-art']).toBe(sheet.items['f-art'])
    expect(withSamples(sheet)).toBe(shown)
  })
})

describe('marks of templates that are not sound', () => {
  const faultsWith = (change: (frame: Record<string, unknown>) => void): readonly string[] => {
    const document = JSON.parse(JSON.stringify(template()))
    change(document.sheets['sheet-1'].items['f-open'])
    return projectFaults(document).map(({ path, message }) => `${path} ${message}`)
  }
  it.each([
    [
      'a posture that is none',
      { wants: { posture: 'slanted' } },
      /wants\.posture must be one of upright, wide, square/,
    ],
    ['a line out of range', { wants: { line: 1.5 } }, /wants\.line must be at most 1/],
    ['a subject out of range', { wants: { subject: { x: -1, y: 0 } } }, /wants\.subject\.x must be at least 0/],
    ['pixels that are none', { wants: { pixels: 0.5 } }, /wants\.pixels must be/],
    ['a key that is not known', { wants: {}, fill: 'x' }, /opening has a key that is not known here: fill/],
    ['a mark that is no true', { mayStayEmpty: false }, /mayStayEmpty must be true, or left out/],
  ])('%s', (_name, opening, said) => {
    expect(faultsWith((frame) => (frame['opening'] = opening)).join('\n')).toMatch(said)
  })
  it('ten thousand openings, and a switch for one that does not exist, which is passed over', () => {
    const document = JSON.parse(JSON.stringify(template()))
    const sheet = document.sheets['sheet-1']
    sheet.switches = { old: { id: 'old', name: 'Old', on: true, adjustments: {}, frames: ['nobody'] } }
    expect(projectFaults(document)).toEqual([])
    sheet.items = Object.fromEntries(
      Array.from({ length: 10_000 }, (_, i) => [`o-${i}`, { ...sheet.items['f-open'], id: `o-${i}` }]),
    )
    expect(
      projectFaults(document)
        .map(({ message }) => message)
        .join(),
    ).toMatch(/may hold at most 2000/)
  })
  it('an opening that takes no pictures, and a field that is no text', () => {
    expect(faultsWith((frame) => (frame['takesPictures'] = false)).join()).toMatch(
      /takes no pictures; mark one that does/,
    )
    expect(faultsWith((frame) => (frame['field'] = {})).join()).toMatch(/is no text; mark a text/)
  })
  it('notes that are too long, versions below 1, switches beyond their number', () => {
    const document = JSON.parse(JSON.stringify(template()))
    document.sheets['sheet-1'].notes = 'x'.repeat(2001)
    document.template.version = 0
    document.sheets['sheet-1'].switches = Object.fromEntries(
      Array.from({ length: 21 }, (_, i) => [`s${i}`, { id: `s${i}`, name: '', on: true, adjustments: {} }]),
    )
    const said = projectFaults(document)
      .map(({ path, message }) => `${path} ${message}`)
      .join('\n')
    expect(said).toMatch(/notes must be at most 2000/)
    expect(said).toMatch(/template\.version must be at least 1/)
    expect(said).toMatch(/switches may hold at most 20/)
  })
})
