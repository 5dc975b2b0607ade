import { placePicture, setPlaced } from '@/core/document/edits/fills'
import { putLayer } from '@/core/document/edits/finishes'
import { pictureAcross } from '@/core/document/edits/lettering/across'
import { poseAbout } from '@/core/document/edits/lettering/newWord'
import { addWord } from '@/core/document/edits/lettering/words'
import { setBackground } from '@/core/document/edits/sheets'
import { newProject, newSheet } from '@/core/document/create'
import { letterFrames, wordOf } from '@/core/document/lettering'
import { frameHolder, sheetOf, shownPlaced } from '@/core/document/read'
import type { PictureRef, Project } from '@/core/document/types'
import { newLayer, type FinishLayer } from '@/core/finish/layers'
import { newSetting, type Setting } from '@/core/lettering/settings'
import { zoomPicture } from '@/core/placement/move'
import type { DemoFaces } from './faces'
import { allPictures } from './known'

const SHEET = 'sheet-1'
export const KITES_FACES = ['archivo-black', 'pacifico'] as const

/** The letters of KITES: a picture each. */
const PICTURES = ['dune-kites', 'cobalt-ripstop', 'gull-steps-dusk', 'spools', 'scarlet-ripstop'] as const

const put = (
  project: Project,
  faces: DemoFaces,
  id: string,
  setting: Setting,
  at: { readonly x: number; readonly y: number },
): Project => {
  const layout = faces.layout(setting)
  const letterIds = layout.letters.map((_, i) => `${id}-${i + 1}`)
  return addWord(project, { sheetId: SHEET, groupId: id, setting, layout, letterIds, pose: poseAbout(layout, at) })
}

const lettersOf = (project: Project, id: string) => {
  const sheet = sheetOf(project, SHEET)
  return letterFrames(sheet, wordOf(sheet, id))
}

/** A picture in each letter, the wide ones a little closer. */
const withPictures = (project: Project): Project =>
  lettersOf(project, 'kites').reduce((held, { id }, i) => {
    const pictureId = PICTURES[i] ?? PICTURES[0]
    const placed = placePicture(held, { sheetId: SHEET, frameId: id, pictureId })
    const sheet = sheetOf(placed, SHEET)
    const frame = lettersOf(placed, 'kites')[i]
    const shown = frame && shownPlaced(frame)
    if (!frame || !shown || i !== 0) return placed
    const closer = zoomPicture(shown, frameHolder(placed, sheet, frame, pictureId), { x: 0, y: 0 }, 1.25)
    return setPlaced(placed, { sheetId: SHEET, frameId: id, placed: closer.placed })
  }, project)

const LAYERS: readonly FinishLayer[] = [
  { ...newLayer('shadow', 'fall', 22), opacity: 0.45 } as FinishLayer, // a shadow stays one
  {
    ...newLayer('stroke', 'edge', 12),
    side: 'outside',
    width: 14,
    join: 'round',
    paint: { kind: 'colour', colour: '#fffaf0' },
  } as FinishLayer, // a stroke stays one
]

/** Project 2: the banner, KITES with a picture in each letter, and one picture across the words beneath. */
export const kitesBanner = (pictures: Readonly<Record<string, PictureRef>>, faces: DemoFaces): Project => {
  const sheet = newSheet(SHEET, 'Banner', { unit: 'px', size: { w: 1920, h: 1080 }, ppi: 72, bleed: 0 })
  const known = allPictures(newProject('demo-kites-banner', 'KITES banner', sheet), pictures)
  const ground = setBackground(known, {
    sheetId: SHEET,
    background: {
      kind: 'gradient',
      shape: 'linear',
      turn: 90,
      stops: [
        { at: 0, colour: '#9fd0e6' },
        { at: 0.7, colour: '#e6f1ea' },
        { at: 1, colour: '#f1dcae' },
      ],
    },
  })
  const kites: Setting = {
    ...newSetting('KITES', faces.ref('archivo-black'), 480),
    fit: 'box',
    box: { w: 1640, h: 500 },
    tracking: 20,
  }
  const week: Setting = {
    ...newSetting('Lanternhead Kite Week', faces.ref('pacifico'), 150),
    curve: { kind: 'arc', bend: -24 },
  }
  const words = put(put(ground, faces, 'kites', kites, { x: 960, y: 400 }), faces, 'week', week, { x: 960, y: 830 })
  const filled = pictureAcross(withPictures(words), { sheetId: SHEET, groupId: 'week', pictureId: 'long-waves' })
  return LAYERS.reduce(
    (project, layer) => putLayer(project, { sheetId: SHEET, ids: ['kites'], layer }),
    LAYERS.reduce(
      (project, layer) =>
        putLayer(project, {
          sheetId: SHEET,
          ids: ['week'],
          layer: layer.kind === 'stroke' ? { ...layer, width: 7 } : layer,
        }),
      filled,
    ),
  )
}
