import { toPoints } from '@/core/units'
import { addFrame } from '@/core/document/edits/frames'
import { arrangeItems } from '@/core/document/edits/arrange'
import { fillFrames, placePicture } from '@/core/document/edits/fills'
import { groupItems } from '@/core/document/edits/groups'
import { setColours } from '@/core/document/edits/project'
import { addSheet, changeSheet, setBackground } from '@/core/document/edits/sheets'
import { matchFrames } from '@/core/document/edits/subjects'
import { newFrame, newProject, newSheet, type NewSheet } from '@/core/document/create'
import type { PictureRef, Project } from '@/core/document/types'
import { allPictures } from './known'

const FACES = 'sheet-1'
const BACK = 'sheet-2'
const mm = (value: number): number => toPoints(value, 'mm', 300)

/** A5 with 3 mm of bleed. */
const A5: NewSheet = { unit: 'mm', ppi: 300, size: { w: mm(148), h: mm(210) }, bleed: mm(3) }

const CREW = ['ode', 'brannoch', 'tamsel', 'wivvy'] as const
const PLACES = ['dune-kites', 'spools', 'long-waves', 'lighthouse-late', 'green-ripstop', 'beach-huts', 'dune-evening']

/** Four circles, the faces in them matched in size and eye line. */
const withFaces = (project: Project): Project => {
  const filled = CREW.reduce((held, name, i) => {
    const box = { cx: mm(i % 2 ? 107 : 41), cy: mm(i < 2 ? 62 : 136), w: mm(56), h: mm(56) }
    const framed = addFrame(held, {
      sheetId: FACES,
      frame: newFrame(`frame-${name}`, { kind: 'ellipse' }, box, name.charAt(0).toUpperCase() + name.slice(1)),
    })
    return placePicture(framed, { sheetId: FACES, frameId: `frame-${name}`, pictureId: name })
  }, project)
  const band = newFrame('frame-band', { kind: 'rectangle' }, { cx: mm(74), cy: mm(192), w: mm(128), h: mm(16) }, 'Band')
  const banded = fillFrames(addFrame(filled, { sheetId: FACES, frame: { ...band, takesPictures: false } }), {
    sheetId: FACES,
    ids: [band.id],
    fill: { kind: 'colour', colour: '#8e2a5b' },
  })
  const ids = CREW.map((name) => `frame-${name}`)
  return matchFrames(banded, { sheetId: FACES, ids, rows: false }).recorded.project
}

/** A mosaic of the places within the safe margin, as one group. */
const withMosaic = (project: Project): Project => {
  const filled = PLACES.reduce((held, pictureId, i) => {
    const box = { cx: mm(30 + (i % 3) * 40), cy: mm(40 + Math.floor(i / 3) * 50), w: mm(30), h: mm(30) }
    const framed = addFrame(held, {
      sheetId: BACK,
      frame: newFrame(`frame-${pictureId}`, { kind: 'rectangle' }, box, pictureId),
    })
    return placePicture(framed, { sheetId: BACK, frameId: `frame-${pictureId}`, pictureId })
  }, project)
  const ids = PLACES.map((name) => `frame-${name}`)
  const laid = arrangeItems(filled, { sheetId: BACK, ids, layout: 'mosaic', gap: mm(2), field: 'safe' }).project
  return groupItems(laid, { sheetId: BACK, ids, groupId: 'group-places', name: 'Places' })
}

/** Project 4: the crew cards, A5 with bleed; four faces in front, a mosaic of the places behind. */
export const crewCards = (pictures: Readonly<Record<string, PictureRef>>): Project => {
  const blank = newProject('demo-crew-cards', 'Crew cards', newSheet(FACES, 'Faces', A5))
  const known = allPictures(setColours(blank, { colours: ['#8e2a5b', '#f0b429', '#2c7da0'] }), pictures)
  const coloured = setBackground(known, {
    sheetId: FACES,
    background: {
      kind: 'gradient',
      shape: 'linear',
      turn: 90,
      stops: [
        { at: 0, colour: '#fbf3df' },
        { at: 1, colour: '#f0cf9a' },
      ],
    },
  })
  const two = addSheet(coloured, { sheet: newSheet(BACK, 'Places', A5), after: FACES })
  const safe = [FACES, BACK].reduce((project, sheetId) => changeSheet(project, { sheetId, safe: mm(6) }), two)
  return withMosaic(withFaces(safe))
}
