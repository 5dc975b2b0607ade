import { toPoints } from '@/core/units'
import { newFrame, newProject, newSheet, type NewSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { putLayer } from '@/core/document/edits/finishes'
import { addFrame } from '@/core/document/edits/frames'
import { addPlane } from '@/core/document/edits/planes'
import { addSheet, setBackground } from '@/core/document/edits/sheets'
import { makeSpan } from '@/core/document/edits/spans'
import type { PictureRef, Plane, Project } from '@/core/document/types'
import { pictureBackground } from '@/core/document/background'
import { newLayer, type FinishLayer } from '@/core/finish/layers'
import { CANVASES, LOFT_WALL, LOFT_WALL_SIZE, type Hung } from './paint/room'
import { allPictures } from './known'

const HUNG = 'sheet-1'
const SHARED = 'sheet-2'
const mm = (value: number): number => toPoints(value, 'mm', 200)

/** As wide for its height as the photograph of the wall. */
const SIZE = { w: mm(300), h: mm(200) }
const SHEET: NewSheet = { unit: 'mm', ppi: 200, size: SIZE, bleed: 0 }

const corner = (i: 0 | 1 | 2 | 3) => ({ x: LOFT_WALL[i].x * SIZE.w, y: LOFT_WALL[i].y * SIZE.h })

const WALL: Plane = {
  id: 'loft-wall',
  name: 'Long wall',
  corners: [corner(0), corner(1), corner(2), corner(3)],
  size: { w: mm(LOFT_WALL_SIZE.w), h: mm(LOFT_WALL_SIZE.h) },
}

const boxOf = ({ x, y, w, h }: Hung) => ({ cx: mm(x + w / 2), cy: mm(y + h / 2), w: mm(w), h: mm(h) })

const withWall = (project: Project, sheetId: string, pictureId: string): Project => {
  const background = pictureBackground({ kind: 'none' }, pictureId)
  return addPlane(setBackground(project, { sheetId, background }), { sheetId, plane: WALL })
}

const hung = (project: Project, sheetId: string, id: string, name: string, on: Hung): Project =>
  addFrame(project, {
    sheetId,
    frame: { ...newFrame(id, { kind: 'rectangle' }, boxOf(on), name), planeId: WALL.id },
  })

const PICTURES = ['gull-steps-dusk', 'lighthouse-late', 'dune-kites'] as const

/** A shade within the edge, as canvas stretched on a frame has it; in points of the wall. */
const EDGE = newLayer('relief', 'rise', mm(60)) as FinishLayer

/** Three pictures on the bare canvases of the wall. */
const withPictures = (project: Project): Project =>
  CANVASES.reduce((held, on, i) => {
    const pictureId = PICTURES[i] ?? PICTURES[0]
    const framed = hung(held, HUNG, `canvas-${i + 1}`, `Canvas ${i + 1}`, on)
    const filled = placePicture(framed, { sheetId: HUNG, frameId: `canvas-${i + 1}`, pictureId })
    return putLayer(filled, { sheetId: HUNG, ids: [`canvas-${i + 1}`], layer: { ...EDGE, opacity: 0.5 } })
  }, project)

const PANELS: readonly Hung[] = [0, 1, 2, 3].map((i) => ({ x: 380 + i * 1130, y: 760, w: 1010, h: 1010 }))

/** One panorama over four panels of the bare wall. */
const withPanels = (project: Project): Project => {
  const ids = PANELS.map((_, i) => `panel-${i + 1}`)
  const framed = PANELS.reduce((held, on, i) => hung(held, SHARED, ids[i] ?? '', `Panel ${i + 1}`, on), project)
  const spanned = makeSpan(framed, { sheetId: SHARED, ids, spanId: 'span-wall', pictureId: 'headland-wide' })
  const fall = { ...newLayer('shadow', 'fall', mm(5)), opacity: 0.55 } as FinishLayer // a shadow stays one
  return putLayer(spanned, { sheetId: SHARED, ids, layer: fall })
}

/** Project 6: the long wall of the loft with pictures hung in perspective, and one panorama over four panels. */
export const loftWall = (pictures: Readonly<Record<string, PictureRef>>): Project => {
  const known = allPictures(newProject('demo-loft-wall', 'Loft wall', newSheet(HUNG, 'Hung', SHEET)), pictures)
  const first = withPictures(withWall(known, HUNG, 'loft-wall'))
  const both = addSheet(first, { sheet: newSheet(SHARED, 'Panorama', SHEET), after: HUNG })
  return withPanels(withWall(both, SHARED, 'loft-wall-bare'))
}
