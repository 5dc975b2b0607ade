/** Frames beneath the openings of art: where they stand, in which order, and what happens to the art. */
import { describe, expect, it } from '@jest/globals'
import { placePicture } from '@/core/document/edits/fills'
import { setBackground } from '@/core/document/edits/sheets'
import { markItems } from '@/core/document/edits/items'
import { cutArt, frameOpenings, looseArt, openAsOne } from '@/core/document/edits/openings'
import { BACKGROUND_ID, pictureBackground } from '@/core/document/background'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import { groupItems } from '@/core/document/edits/groups'
import { addPicture } from '@/core/document/edits/project'
import { emptyOpenings } from '@/core/document/openings'
import type { Frame } from '@/core/document/types'
import { pictureMatrix, placedIn } from '@/core/document/content'
import { standingOutlineOf } from '@/core/document/outline'
import { sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import { apply } from '@/core/geometry/matrix'
import { boundsOf } from '@/core/path/extent'
import { parseSvgPath } from '@/core/path/svgPath'
import type { Outline } from '@/core/path/path'
import { pictureRef, sampleProject, SHEET } from '@tests/helpers/project'

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
    const box = boundsOf(standingOutlineOf(frameOf(sheet, 'o-1')).path)
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

describe('art through which nothing is seen', () => {
  it('is cut where its openings are, its picture where it was; nothing to cut changes nothing', () => {
    const before = withArt()
    const at = { sheetId: SHEET, artId: 'f-1' }
    expect(cutArt(before, { ...at, cuts: [] }).project).toBe(before)
    const { project } = cutArt(before, { ...at, cuts: OPENINGS.map((one) => one.outline) })
    const [sheet, whole] = [sheetOf(project, SHEET), sheetOf(before, SHEET)]
    const art = frameOf(sheet, 'f-1')
    expect(art.stencil).toMatchObject({ kind: 'path', fillRule: 'evenodd' })
    // The ellipse is one ring, the openings two more.
    expect(standingOutlineOf(art).path.filter(({ kind }) => kind === 'move')).toHaveLength(3)
    const [now, then] = [pictureMatrix(project, sheet, art), pictureMatrix(before, whole, frameOf(whole, 'f-1'))]
    for (const key of ['a', 'b', 'c', 'd', 'e', 'f'] as const) expect(now?.[key]).toBeCloseTo(then?.[key] ?? NaN, 6)
  })
})

describe('art that serves otherwise', () => {
  it('as the background has its frames beneath all else, where its openings are', () => {
    const bare = sampleProject()
    const background = pictureBackground({ kind: 'none' }, 'pic-1')
    const before = setBackground(bare, { sheetId: SHEET, background })
    const { project } = frameOpenings(before, { sheetId: SHEET, artId: BACKGROUND_ID, openings: OPENINGS })
    const sheet = sheetOf(project, SHEET)
    expect(sheet.order).toEqual(['o-1', 'o-2', ...sheetOf(bare, SHEET).order])
    // 1200 × 800 px cover 818 × 618 pt (the sheet and its bleed): 818 / 1200 or 618 / 800 pt a pixel, about its middle.
    const k = Math.max(818 / 1200, 618 / 800)
    const box = boundsOf(standingOutlineOf(frameOf(sheet, 'o-1')).path)
    expect(box.x0).toBeCloseTo(400 + (100 - 600) * k, 4)
    expect(box.y1).toBeCloseTo(300 + (260 - 400) * k, 4)
  })
  it('over which frames lie is not locked', () => {
    const { project } = frameOpenings(withArt(), { sheetId: SHEET, artId: 'f-1', openings: OPENINGS, over: true })
    const { order, items } = sheetOf(project, SHEET)
    expect(order.slice(order.indexOf('f-1'), order.indexOf('f-1') + 3)).toEqual(['f-1', 'o-1', 'o-2'])
    expect(items['f-1']?.locked).toBeUndefined()
  })
  it('in pieces shows each where it was, with its openings beneath it in a group; the whole goes, locked or not', () => {
    const locked = markItems(withArt(), { sheetId: SHEET, ids: ['f-1'], locked: true })
    const pieces = [
      { id: 'p-1', groupId: 'g-1', name: 'Card', outline: outline('M80 80H620V280H80Z'), openings: OPENINGS },
      { id: 'p-2', groupId: 'g-2', name: 'Tag', outline: outline('M700 300H800V420H700Z'), openings: [] },
    ]
    const { project, forward } = looseArt(locked, { sheetId: SHEET, artId: 'f-1', pieces })
    expect(forward.length).toBeGreaterThan(0)
    const sheet = sheetOf(project, SHEET)
    expect(sheet.items['f-1']).toBeUndefined()
    expect(sheet.items['g-1']).toMatchObject({ kind: 'group', name: 'Card', order: ['o-1', 'o-2', 'p-1'] })
    expect(sheet.order.slice(-2)).toEqual(['g-1', 'p-2'])
    const whole = sheetOf(locked, SHEET)
    const at = pictureMatrix(locked, whole, frameOf(whole, 'f-1'))
    for (const id of ['p-1', 'p-2']) {
      const piece = frameOf(sheet, id)
      expect(piece).toMatchObject({ takesPictures: false })
      expect(piece.locked).toBeUndefined()
      const own = pictureMatrix(project, sheet, piece)
      for (const key of ['a', 'b', 'c', 'd', 'e', 'f'] as const) expect(own?.[key]).toBeCloseTo(at?.[key] ?? NaN, 6)
    }
  })
})

describe('what is empty', () => {
  const art = (id: string, locked = true): Frame => ({
    ...newFrame(id, { kind: 'rectangle' }, { cx: 400, cy: 300, w: 800, h: 600 }, id),
    takesPictures: false,
    locked,
  })
  const hole = (id: string): Frame => newFrame(id, { kind: 'ellipse' }, { cx: 90, cy: 90, w: 60, h: 60 }, id)
  /** From the bottom: two holes under the first art, one under the second, a group of art and a hole, a hole by itself. */
  const sheetWith = (filled: readonly string[]) => {
    const bare = newProject('p', 'P', newSheet(SHEET, 'S', { unit: 'px', size: { w: 800, h: 600 }, ppi: 72, bleed: 0 }))
    const known = addPicture(bare, { pictureId: 'pic-1', picture: pictureRef(1) })
    const items = [hole('h1'), hole('h2'), art('a1'), hole('h3'), art('a2'), hole('h4'), art('a4', false), hole('h5')]
    const put = items.reduce((now, frame) => addFrame(now, { sheetId: SHEET, frame }), known)
    const grouped = groupItems(put, { sheetId: SHEET, ids: ['h4', 'a4'], groupId: 'g4', name: 'Card' })
    return sheetOf(
      filled.reduce((now, frameId) => placePicture(now, { sheetId: SHEET, frameId, pictureId: 'pic-1' }), grouped),
      SHEET,
    )
  }
  it.each([
    ['nothing is filled: the frames alone', [], ['h1', 'h2', 'h3', 'h4', 'h5']],
    ['one opening is filled: art whose openings are all empty goes too', ['h1'], ['h2', 'h3', 'a2', 'h4', 'g4', 'h5']],
    ['each art has one: only frames', ['h1', 'h3', 'h4'], ['h2', 'h5']],
    ['all is filled: nothing', ['h1', 'h2', 'h3', 'h4', 'h5'], []],
  ])('goes out of sight where %s', (_what, filled, ids) => expect(emptyOpenings(sheetWith(filled))).toEqual(ids))
})

describe('one opening of all', () => {
  const frame = newFrame('one', { kind: 'rectangle' }, { cx: 300, cy: 300, w: 400, h: 300 }, 'Opening')
  it('takes the place of the topmost, and covers with the picture of the lowest that has one', () => {
    const before = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-2', pictureId: 'pic-2' })
    const { project } = openAsOne(before, { sheetId: SHEET, ids: ['f-1', 'f-2'], frame })
    const sheet = sheetOf(project, SHEET)
    expect(sheet.order).toEqual(['one', 'f-3'])
    const placed = placedIn(sheet, frameOf(sheet, 'one'))
    expect(placed).toMatchObject({ pictureId: 'pic-2', fit: 'cover', zoom: 1 })
  })
  it('without a picture is empty; locked ones stay, and keep theirs; nothing selected changes nothing', () => {
    const filled = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-2', pictureId: 'pic-2' })
    const locked = markItems(filled, { sheetId: SHEET, ids: ['f-2'], locked: true })
    const { project } = openAsOne(locked, { sheetId: SHEET, ids: ['f-1', 'f-2', 'f-3'], frame })
    const sheet = sheetOf(project, SHEET)
    expect(sheet.order).toEqual(['f-2', 'one'])
    expect(frameOf(sheet, 'one').fill.kind).toBe('none')
    expect(openAsOne(locked, { sheetId: SHEET, ids: [], frame }).project).toBe(locked)
  })
})
