import { describe, expect, it } from '@jest/globals'
import { SHEET, deepFreeze, sampleProject } from '@tests/helpers/project'
import { slotted } from '@tests/helpers/slots'
import { placePicture } from '@/core/document/edits/fills'
import { markTemplate } from '@/core/document/edits/marks'
import { marksOf, templateOf, type Marks } from '@/core/document/marks'
import { makeSpan } from '@/core/document/edits/spans'
import { sheetOf } from '@/core/document/read'
import { frameOf, framesOf } from '@/core/document/tree'
import { projectFaults } from '@/core/document/validate'

const MARK = { id: 't-1', version: 1, category: 'Mine', words: '' }
const filled = () => deepFreeze(placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' }))

const only = (marks: Marks, id: string): Marks => ({
  ...marks,
  frames: marks.frames.map((mark) => (mark.frameId === id ? { ...mark, hint: 'a face' } : { ...mark, opening: null })),
})

describe('marking a project as a template', () => {
  it('begins with every frame that takes pictures, and all slots', () => {
    const { frames, notes } = marksOf(filled(), MARK)
    expect(frames.map(({ frameId, opening }) => [frameId, opening])).toEqual([
      ['f-1', {}],
      ['f-2', {}],
      ['f-3', {}],
    ])
    expect(notes).toEqual({ [SHEET]: '' })
    const project = slotted(sampleProject())
    expect([...marksOf(project, MARK).offered].sort()).toEqual(Object.keys(project.slots).sort())
  })

  it('goes on from the marks that are there', () => {
    const marked = markTemplate(filled(), { marks: only(marksOf(filled(), MARK), 'f-2') })
    expect(projectFaults(marked)).toEqual([])
    expect(marked.template).toEqual(MARK)
    expect(
      marksOf(marked, MARK)
        .frames.filter(({ opening }) => opening)
        .map(({ frameId }) => frameId),
    ).toEqual(['f-2'])
    expect(frameOf(sheetOf(marked, SHEET), 'f-2').hint).toBe('a face')
    const unmarked = markTemplate(marked, {
      marks: { ...only(marksOf(marked, MARK), 'none'), notes: { [SHEET]: 'Fill it.' } },
    })
    expect(framesOf(sheetOf(unmarked, SHEET)).some(({ opening }) => opening)).toBe(false)
    expect(sheetOf(unmarked, SHEET).notes).toBe('Fill it.')
  })

  it('makes a template without what fills its openings, all else locked or not', () => {
    const marked = markTemplate(filled(), { marks: only(marksOf(filled(), MARK), 'f-1') })
    for (const locks of [true, false]) {
      const template = templateOf(marked, locks)
      expect(projectFaults(template)).toEqual([])
      const sheet = sheetOf(template, SHEET)
      expect(frameOf(sheet, 'f-1').fill).toEqual({ kind: 'none' })
      expect(frameOf(sheet, 'f-1').locked).toBeUndefined()
      expect(frameOf(sheet, 'f-2').locked).toBe(locks ? true : undefined)
    }
    // The project itself keeps its picture.
    expect(frameOf(sheetOf(marked, SHEET), 'f-1').fill.kind).toBe('taken')
  })

  it('leaves no span without windows behind', () => {
    const span = makeSpan(filled(), { sheetId: SHEET, ids: ['f-1', 'f-2'], spanId: 'span-1' })
    const marked = markTemplate(span, { marks: marksOf(span, MARK) })
    const template = templateOf(marked, true)
    expect(sheetOf(template, SHEET).spans).toEqual({})
    expect(projectFaults(template)).toEqual([])
  })
})
