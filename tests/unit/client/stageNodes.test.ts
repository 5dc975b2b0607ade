/** Nodes of the table while a sheet plays: whatever shows a clip shows its moment, and counts as the same but for that. */
import { describe, expect, it } from '@jest/globals'
import { BACKGROUND_ID, pictureBackground } from '@/core/document/background'
import { atTime } from '@/core/document/atTime'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { setEntrance } from '@/core/document/edits/film'
import { addFrame } from '@/core/document/edits/frames'
import { layFrame, setShade } from '@/core/document/edits/laid'
import { addPicture } from '@/core/document/edits/project'
import { setBackground } from '@/core/document/edits/sheets'
import { sheetOf } from '@/core/document/read'
import { pictureOfSheet } from '@/core/document/sheetPictures'
import type { Project } from '@/core/document/types'
import { newClip } from '@/core/film/clip'
import { itemsOf, type DrawNode } from '@/core/render/ops'
import { itemPictures } from '@/core/render/needs'
import { StageNodes } from '@/client/stage/nodes'

const SHEET = 's'
const at = { sheetId: SHEET }
const CLIP = newClip({ file: 'c'.repeat(64), container: 'mp4', duration: 4, rate: 25 })

/** A clip behind everything, in a frame, and on a sheet that another frame shows; a still picture in another that takes the light of what lies behind it. */
const made = (): Project => {
  const form = { unit: 'px', size: { w: 600, h: 400 }, ppi: 72, bleed: 0 } as const
  const pixels = { w: 600, h: 400 }
  let project = newProject('p', 'Kites', newSheet(SHEET, 'One', form))
  project = addPicture(project, {
    pictureId: 'clip',
    picture: { name: 'kite', pixels, tags: [], hash: 'b'.repeat(64), clip: CLIP },
  })
  project = addPicture(project, {
    pictureId: 'still',
    picture: { name: 'hut', pixels, tags: [], hash: 'd'.repeat(64) },
  })
  project = setBackground(project, { ...at, background: pictureBackground({ kind: 'none' }, 'clip') })
  const inner = newSheet('inner', 'Inner', form)
  project = { ...project, order: [SHEET, 'inner'], sheets: { ...project.sheets, inner } }
  project = addPicture(project, { pictureId: 'sheet', picture: pictureOfSheet(inner) })
  for (const [id, pictureId, cx, sheetId] of [
    ['moving', 'clip', 150, SHEET],
    ['lit', 'still', 450, SHEET],
    ['own', 'clip', 300, 'inner'],
    ['within', 'sheet', 300, SHEET],
  ] as const) {
    const frame = newFrame(id, { kind: 'rectangle' }, { cx, cy: 200, w: 200, h: 200 })
    project = placePicture(addFrame(project, { sheetId, frame }), { sheetId, frameId: id, pictureId })
  }
  // Light is taken by what is laid onto something.
  const quad = [
    { x: 360, y: 110 },
    { x: 540, y: 100 },
    { x: 550, y: 300 },
    { x: 350, y: 290 },
  ] as const
  project = layFrame(project, { ...at, frameId: 'lit', quad })
  return setShade(project, { ...at, ids: ['lit'], shade: { of: BACKGROUND_ID, strength: 1, white: 0.9 } })
}

const moments = (nodes: readonly DrawNode[]): readonly number[] =>
  itemsOf(nodes)
    .flatMap(itemPictures)
    .flatMap(({ source }) => (source.kind === 'file' && source.moment ? [source.moment.at] : []))

describe('nodes of a sheet that plays', () => {
  it('show the moment in frames, behind everything, and in the light of what takes it from there', () => {
    const [nodes, project] = [new StageNodes(), made()]
    for (const time of [0.5, 1.5, 1.6]) {
      const now = atTime(project, SHEET, time)
      const sheet = sheetOf(now, SHEET)
      expect(moments(nodes.background(now, sheet))).toEqual([time])
      // The frame's own picture, and the light on the other frame.
      expect(moments(nodes.nodes(now, sheet))).toEqual([time, time])
    }
  })
  it.each([
    ['of the sheet', 'moving', { sheetId: SHEET, frameId: 'moving' }],
    ['of a sheet within it', 'within', { sheetId: 'inner', frameId: 'own' }],
  ])('%s count as the same but for the moment, and as others where anything else changed', (_where, node, place) => {
    const [nodes, project] = [new StageNodes(), made()]
    const of = (shown: Project): DrawNode | undefined =>
      nodes.nodes(shown, sheetOf(shown, SHEET)).find(({ id }) => id === node)
    const [early, late] = [of(atTime(project, SHEET, 0.5)), of(atTime(project, SHEET, 1.5))]
    expect(early).not.toBe(late)
    expect(late && nodes.between(early, late)).toEqual({ x: 0, y: 0 })
    const other = of(atTime(placePicture(project, { ...place, pictureId: 'still' }), SHEET, 1.5))
    expect(other && nodes.between(early, other)).toBeNull()
  })
  it('slide in without being rendered anew, those too that would look otherwise elsewhere', () => {
    const entrance = { kind: 'slide', side: 'left', delay: 0, duration: 2 } as const
    const project = setEntrance(made(), { ...at, ids: ['lit'], entrance })
    const nodes = new StageNodes()
    const of = (time: number): DrawNode | undefined => {
      const now = atTime(project, SHEET, time)
      // What it stands on plays too: the light on it is that of the moment at which it stands still.
      const still = { ...now, pictures: project.pictures }
      return nodes.nodes(still, sheetOf(still, SHEET)).find(({ id }) => id === 'lit')
    }
    const [early, late] = [of(0.5), of(1)]
    // The way from the left is as long as its right edge is far: 550. Left of it are (1 − ¼)³ and (1 − ½)³.
    const by = late && nodes.between(early, late)
    expect(by?.x).toBeCloseTo(550 * (0.75 ** 3 - 0.5 ** 3), 6)
    expect(by?.y).toBeCloseTo(0, 9)
  })
})
