import { toPoints } from '@/core/units'
import { LOOKS } from '@/core/adjust/looks'
import { adjustPictures } from '@/core/document/edits/adjust'
import { echoFrames } from '@/core/document/edits/echoes'
import { placePicture, setPlaced } from '@/core/document/edits/fills'
import { putLayer } from '@/core/document/edits/finishes'
import { addFinish, applyFinish } from '@/core/document/edits/namedFinishes'
import { addFrame, setFrameBox } from '@/core/document/edits/frames'
import { groupItems } from '@/core/document/edits/groups'
import { renameItem } from '@/core/document/edits/items'
import { addSheet, setBackground } from '@/core/document/edits/sheets'
import { splitFrame } from '@/core/document/edits/split'
import { setStencils } from '@/core/document/edits/stencils'
import { addTake, renameTake } from '@/core/document/edits/takes'
import { newFrame, newProject, newSheet, type NewSheet } from '@/core/document/create'
import { frameHolder, sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import type { NamedFinish, PictureRef, Project } from '@/core/document/types'
import { newLayer, type FinishLayer } from '@/core/finish/layers'
import { FINISH_PRESETS } from '@/core/finish/presets'
import { coverPlaced } from '@/core/placement/placed'
import { zoomPicture } from '@/core/placement/move'
import { allPictures } from './known'

const WALL = 'sheet-1'
const FLYER = 'sheet-2'
const mm = (value: number): number => toPoints(value, 'mm', 200)

const SHEET: NewSheet = { unit: 'mm', ppi: 200, size: { w: mm(440), h: mm(220) }, bleed: mm(3) }
const FLYER_SHEET: NewSheet = { unit: 'mm', ppi: 200, size: { w: mm(210), h: mm(148) }, bleed: mm(3) }
const PANELS = ['panel-1', 'panel-2', 'panel-3'] as const

const CANVAS_EDGE: NamedFinish = {
  id: 'canvas-edge',
  name: 'Canvas edge',
  category: 'Wall',
  layers: [
    { ...newLayer('shadow', 'fall', mm(2.4)), opacity: 0.5 } as FinishLayer, // a shadow stays one
    { ...newLayer('relief', 'rise', mm(2)), opacity: 0.5 } as FinishLayer, // a relief stays one
  ],
}

/** One panorama over three panels that are cut apart, each with a bleed of its own. */
const withPanels = (project: Project): Project => {
  const box = { cx: mm(220), cy: mm(110), w: mm(392), h: mm(172) }
  const framed = addFrame(project, { sheetId: WALL, frame: newFrame('wide', { kind: 'rectangle' }, box, 'Headland') })
  const filled = placePicture(framed, { sheetId: WALL, frameId: 'wide', pictureId: 'headland-wide' })
  const split = splitFrame(filled, {
    sheetId: WALL,
    frameId: 'wide',
    spanId: 'span-headland',
    newIds: PANELS,
    parting: { columns: 3, rows: 1, gap: mm(16), gaps: 'hide', bleed: mm(3) },
  })
  const named = ['Left panel', 'Middle panel', 'Right panel'].reduce(
    (held, name, i) => renameItem(held, { sheetId: WALL, id: PANELS[i] ?? '', name }),
    split,
  )
  const toned = adjustPictures(named, {
    sheetId: WALL,
    ids: [...PANELS],
    change: () => LOOKS.find(({ id }) => id === 'noon')?.adjustments ?? {},
  })
  return applyFinish(addFinish(toned, { finish: CANVAS_EDGE }), {
    sheetId: WALL,
    ids: [...PANELS],
    finishId: CANVAS_EDGE.id,
  })
}

/** A flyer: a frame with takes for day and evening, its echoes, windows of a group with one finish. */
const withFlyer = (project: Project): Project => {
  const at = { sheetId: FLYER }
  const main = newFrame('view', { kind: 'rectangle' }, { cx: mm(76), cy: mm(74), w: mm(124), h: mm(112) }, 'View')
  const filled = placePicture(addFrame(project, { ...at, frame: main }), {
    ...at,
    frameId: 'view',
    pictureId: 'dune-kites',
  })
  const evening = addTake(filled, { ...at, frameId: 'view', takeId: 'take-2', pictureId: 'dune-evening' })
  const takes = renameTake(renameTake(evening, { ...at, frameId: 'view', takeId: 'take-1', name: 'Day' }), {
    ...at,
    frameId: 'view',
    takeId: 'take-2',
    name: 'Evening',
  })
  const newIds = { view: 'echo-round' }
  const echoed = echoFrames(takes, { ...at, ids: ['view'], newIds, delta: { x: mm(96), y: -mm(26) } })
  const round = setStencils(
    setFrameBox(echoed, { ...at, frameId: 'echo-round', box: { cx: mm(172), cy: mm(46), w: mm(56), h: mm(56) } }),
    { ...at, ids: ['echo-round'], stencil: { kind: 'ellipse' } },
  )
  const cloth = addFrame(round, {
    ...at,
    frame: newFrame(
      'cloth',
      { kind: 'star', points: 8, inner: 0.7 },
      { cx: mm(172), cy: mm(107), w: mm(50), h: mm(50) },
      'Ripstop',
    ),
  })
  const full = placePicture(cloth, { ...at, frameId: 'cloth', pictureId: 'green-ripstop' })
  const holder = frameHolder(full, sheetOf(full, FLYER), frameOf(sheetOf(full, FLYER), 'cloth'), 'green-ripstop')
  const zoomed = setPlaced(full, {
    ...at,
    frameId: 'cloth',
    placed: zoomPicture(coverPlaced('green-ripstop'), holder, { x: 0, y: 0 }, 1.3).placed,
  })
  const grouped = groupItems(zoomed, { ...at, ids: ['echo-round', 'cloth'], groupId: 'badges', name: 'Badges' })
  const rim = FINISH_PRESETS.find(({ name }) => name === 'Gold rim')?.parts(mm(2.6)).layers ?? []
  const rimmed = rim.reduce((held, layer) => putLayer(held, { ...at, ids: ['badges'], layer }), grouped)
  const card = FINISH_PRESETS.find(({ name }) => name === 'White card')?.parts(mm(2.4)).layers ?? []
  return card.reduce((held, layer) => putLayer(held, { ...at, ids: ['view'], layer }), rimmed)
}

/** Project 3: the headland triptych for print, one panorama across three frames; and a flyer with takes and echoes. */
export const triptych = (pictures: Readonly<Record<string, PictureRef>>): Project => {
  const blank = newProject('demo-triptych', 'Headland triptych', newSheet(WALL, 'Wall', SHEET))
  const known = allPictures(blank, pictures)
  const wall = setBackground(known, {
    sheetId: WALL,
    background: {
      kind: 'gradient',
      shape: 'linear',
      turn: 90,
      stops: [
        { at: 0, colour: '#ece7dd' },
        { at: 1, colour: '#d8d0c1' },
      ],
    },
  })
  const two = addSheet(wall, { sheet: newSheet(FLYER, 'Flyer', FLYER_SHEET), after: WALL })
  const ground = setBackground(two, { sheetId: FLYER, background: { kind: 'colour', colour: '#2c5f73' } })
  return withFlyer(withPanels(ground))
}
