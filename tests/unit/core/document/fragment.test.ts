import { hashOf } from '@/core/document/sheetPictures'
import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import { deepFreeze, SHEET, sampleProject } from '@tests/helpers/project'
import { someProjects } from '@tests/helpers/documents'
import { newProject, newSheet } from '@/core/document/create'
import { fragmentOf, readFragment } from '@/core/document/fragment'
import { pasteFragment } from '@/core/document/edits/paste'
import { placePicture } from '@/core/document/edits/fills'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf, framesUnder, topmostIds } from '@/core/document/tree'
import { projectFaults } from '@/core/document/validate'

const other = () =>
  newProject(
    'p-other',
    'Other',
    newSheet(SHEET, 'Sheet 1', { unit: 'px', size: { w: 500, h: 500 }, ppi: 72, bleed: 0 }),
  )

describe('copying items', () => {
  it('brings frames with pictures and placements to another project, moved as one', () => {
    holdsFor(fc.tuple(someProjects, fc.nat(), fc.nat()), ([project, p, q]) => {
      const ids = Object.keys(sheetOf(project, SHEET).items)
      const chosen = [ids[p % ids.length] ?? '', ids[q % ids.length] ?? '']
      const text = JSON.stringify(fragmentOf(deepFreeze(project), SHEET, chosen))
      const fragment = readFragment(JSON.parse(text))
      const newIds = Object.fromEntries(Object.keys(fragment.items).map((id) => [id, `n-${id}`]))
      const next = pasteFragment(other(), { sheetId: SHEET, fragment, newIds, delta: { x: 11, y: -4 } })
      expect(projectFaults(next)).toEqual([])
      const from = sheetOf(project, SHEET)
      const to = sheetOf(next, SHEET)
      expect(to.order).toEqual(topmostIds(from, chosen).map((id) => `n-${id}`))
      for (const frame of framesUnder(from, chosen)) {
        const copy = frameOf(to, `n-${frame.id}`)
        expect(copy.box).toEqual({ ...frame.box, cx: frame.box.cx + 11, cy: frame.box.cy - 4 })
        const [was, is] = [shownPlaced(frame), shownPlaced(copy)]
        if (was && is) expect(hashOf(next.pictures[is.pictureId])).toBe(hashOf(project.pictures[was.pictureId]))
        expect(is === null).toBe(was === null)
      }
    })
  })

  it('uses the picture the project knows already under another id', () => {
    const filled = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-2' })
    const fragment = fragmentOf(filled, SHEET, ['f-1'])
    const renamed = { ...other(), pictures: { mine: filled.pictures['pic-2'] ?? never() } }
    const next = pasteFragment(renamed, { sheetId: SHEET, fragment, newIds: { 'f-1': 'f-9' }, delta: { x: 0, y: 0 } })
    expect(Object.keys(next.pictures)).toEqual(['mine'])
    expect(shownPlaced(frameOf(sheetOf(next, SHEET), 'f-9'))?.pictureId).toBe('mine')
  })
})

const never = (): never => {
  throw new TypeError('the sample has it')
}

const taken = (pictureId: string) => ({
  kind: 'taken',
  shown: 't',
  takes: [
    {
      id: 't',
      name: '',
      placed: {
        pictureId,
        fit: 'cover',
        zoom: 1,
        aspect: 1,
        focus: { u: 0.5, v: 0.5 },
        turn: 0,
        flipX: false,
        flipY: false,
        keepCovered: true,
      },
    },
  ],
})

describe('what a clipboard may hold instead', () => {
  const sound = () => JSON.parse(JSON.stringify(fragmentOf(sampleProject(), SHEET, ['f-1'])))
  it.each([
    ['nothing', null],
    ['text', 'hello'],
    ['another format', { ...sound(), format: 99 }],
    ['no order', { ...sound(), order: [] }],
    ['an order of what is not there', { ...sound(), order: ['ghost'] }],
    ['hostile ids', JSON.parse(`{"format":2,"sheetId":"s","order":["__proto__"],"items":{},"pictures":{}}`)],
    ['a box that is not a number', ((f) => ((f.items['f-1'].box.w = null), f))(sound())],
    ['a picture without its file', ((f) => ((f.items['f-1'].fill = taken('ghost')), f))(sound())],
    [
      'a group within itself',
      { ...sound(), order: ['g'], items: { g: { kind: 'group', id: 'g', name: '', order: ['g'], turn: 0 } } },
    ],
    ['keys that are not known', ((f) => ((f.items['f-1'].onclick = 'x'), f))(sound())],
  ])('%s is refused in words', (_what, value) => {
    expect(() => readFragment(value)).toThrow(/cannot be pasted/)
  })
})
