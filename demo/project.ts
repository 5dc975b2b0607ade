import { addFrame, setFrameBox } from '@/core/document/edits/frames'
import { placePicture, setPlaced } from '@/core/document/edits/fills'
import { setBackground } from '@/core/document/edits/sheets'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { frameHolder, sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import type { PictureRef, Project } from '@/core/document/types'
import type { Box } from '@/core/geometry/box'
import { coverPlaced } from '@/core/placement/placed'
import { zoomPicture } from '@/core/placement/move'
import type { Stencil } from '@/core/stencil/stencil'
import { allPictures } from './known'

const SHEET = 'sheet-1'

interface Piece {
  readonly id: string
  readonly name: string
  readonly stencil: Stencil
  readonly box: Box
  readonly turn?: number
  readonly picture?: string
  readonly zoom?: number
}

const PIECES: readonly Piece[] = [
  {
    id: 'frame-dunes',
    name: 'Dune field',
    stencil: { kind: 'ellipse' },
    box: { cx: 300, cy: 470, w: 420, h: 420 },
    picture: 'dune-kites',
    zoom: 1.25,
  },
  {
    id: 'frame-steps',
    name: 'Gull Steps',
    stencil: { kind: 'blob', bumps: 7, wildness: 0.4, seed: 5 },
    box: { cx: 735, cy: 395, w: 370, h: 330 },
    picture: 'gull-steps-dusk',
    zoom: 1.2,
  },
  {
    id: 'frame-cloth',
    name: 'Ripstop',
    stencil: { kind: 'star', points: 6, inner: 0.66, corners: [{ style: 'round', size: { share: 0.05 } }] },
    box: { cx: 600, cy: 720, w: 260, h: 290 },
    picture: 'green-ripstop',
  },
  {
    id: 'frame-loft',
    name: 'Skyline Loft',
    stencil: { kind: 'torn', depth: 0.05, rough: 0.4, edges: 'all', seed: 4 },
    box: { cx: 880, cy: 720, w: 260, h: 250 },
    turn: 8,
    picture: 'loft-bench',
    zoom: 1.1,
  },
  {
    id: 'frame-light',
    name: 'Lighthouse',
    stencil: { kind: 'arch', rise: 0.38, head: 'round' },
    box: { cx: 925, cy: 170, w: 190, h: 250 },
    picture: 'lighthouse-late',
  },
  { id: 'frame-next', name: 'Your picture', stencil: { kind: 'rectangle' }, box: { cx: 215, cy: 905, w: 270, h: 150 } },
]

/** Project 1: the opening-day post, a circle, a blob, a star and torn paper over a background picture. */
export const openingDay = (pictures: Readonly<Record<string, PictureRef>>): Project => {
  const blank = newProject(
    'demo-opening-day',
    'Opening-day post',
    newSheet(SHEET, 'Post', { unit: 'px', size: { w: 1080, h: 1080 }, ppi: 72, bleed: 0 }),
  )
  let project = allPictures(blank, pictures)
  project = setBackground(project, {
    sheetId: SHEET,
    background: { kind: 'picture', placed: coverPlaced('beach-huts') },
  })
  for (const piece of PIECES) project = withPiece(project, piece)
  return project
}

const withPiece = (project: Project, piece: Piece): Project => {
  const frame = newFrame(piece.id, piece.stencil, piece.box, piece.name)
  const at = { sheetId: SHEET, frameId: piece.id }
  const added = setFrameBox(addFrame(project, { sheetId: SHEET, frame }), { ...at, turn: piece.turn ?? 0 })
  if (!piece.picture) return added
  const placed = placePicture(added, { ...at, pictureId: piece.picture })
  const sheet = sheetOf(placed, SHEET)
  const held = frameOf(sheet, piece.id)
  const shown = shownPlaced(held)
  if (!shown || !piece.zoom) return placed
  const zoomed = zoomPicture(shown, frameHolder(placed, sheet, held, shown.pictureId), { x: 0, y: 0 }, piece.zoom)
  return setPlaced(placed, { ...at, placed: zoomed.placed })
}
