/** Frames beneath the openings of art: where they stand, in which order, and what happens to the art. */
import { describe, expect, it } from '@jest/globals'
import { placePicture } from '@/core/document/edits/fills'
import { frameOpenings } from '@/core/document/edits/openings'
import { pictureMatrix } from '@/core/document/content'
import { outlineOnSheet } from '@/core/document/outline'
import { sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import { apply } from '@/core/geometry/matrix'
import { boundsOf } from '@/core/path/extent'
import { parseSvgPath } from '@/core/path/svgPath'
import type { Outline } from '@/core/path/path'
import { sampleProject, SHEET } from '@tests/helpers/project'

const outline = (d: string): Outline => ({ path: parseSvgPath(d), fillRule: 'evenodd' })
const OPENINGS = [
  { id: 'o-1', name: 'Left', outline: outline('M100 100H300V260H100Z') },
  { id: 'o-2', name: 'Right', outline: outline('M400 90C480 90 520 160 500 240L400 260Z') },
]
const art = { sheetId: SHEET, frameId: 'f-1' }
const withArt = () => placePicture(sampleProject(), { ...art, pictureId: 'pic-1' })

describe('frames for openings', () => {
  it('stand where the openings are as the art lies, beneath it in their order; the art is locked', () => {
    const before = withArt()
    const { project } = frameOpenings(before, { sheetId: SHEET, artId: 'f-1', openings: OPENINGS })
    const sheet = sheetOf(project, SHEET)
    const at = ['o-1', 'o-2', 'f-1'].map((id) => sheet.order.indexOf(id))
    expect(at).toEqual([at[0], (at[0] ?? 0) + 1, (at[0] ?? 0) + 2])
    expect(frameOf(sheet, 'f-1').locked).toBe(true)
    const m = pictureMatrix(before, sheetOf(before, SHEET), frameOf(sheetOf(before, SHEET), 'f-1'))
    if (!m) throw new TypeError('no picture')
    const corners = [
      [100, 100],
      [300, 260],
    ].map(([x = 0, y = 0]) => apply(m, { x, y }))
    const box = boundsOf(outlineOnSheet(frameOf(sheet, 'o-1')).path)
    expect(box.x0).toBeCloseTo(Math.min(...corners.map(({ x }) => x)), 4)
    expect(box.y1).toBeCloseTo(Math.max(...corners.map(({ y }) => y)), 4)
    expect([frameOf(sheet, 'o-1').name, frameOf(sheet, 'o-2').name]).toEqual(['Left', 'Right'])
    expect(frameOf(sheet, 'o-2').fill.kind).toBe('none')
  })
  it('too small for a frame are left out; without any nothing is changed; art without a picture is refused', () => {
    const before = withArt()
    const tiny = { id: 'o-3', name: 'Tiny', outline: outline('M1 1H1.001V1.001H1Z') }
    expect(frameOpenings(before, { sheetId: SHEET, artId: 'f-1', openings: [tiny] }).project).toBe(before)
    const { project } = frameOpenings(before, { sheetId: SHEET, artId: 'f-1', openings: [tiny, ...OPENINGS] })
    expect(sheetOf(project, SHEET).items['o-3']).toBeUndefined()
    expect(() => frameOpenings(sampleProject(), { sheetId: SHEET, artId: 'f-1', openings: OPENINGS })).toThrow()
  })
})
