import sharp from 'sharp'
import { newFrame, newProject, newSheet, type NewSheet } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { markItems } from '@/core/document/edits/items'
import { frameOpenings } from '@/core/document/edits/openings'
import { addPicture } from '@/core/document/edits/project'
import { setBackground } from '@/core/document/edits/sheets'
import type { PictureRef, Project } from '@/core/document/types'
import { coverPlaced } from '@/core/placement/placed'
import { openField } from '@/core/region/field'
import { findOpenings } from '@/core/region/openings'
import { toPoints } from '@/core/units'
import type { ArtLayerAnswer } from '@/contract/api'
import { openRasterStream } from '@/server/art/write'
import { originalFile } from '@/server/pictures/catalogue'
import { bringArtIn } from '@/server/useCases/art'
import { KEEPSAKE_SIZE, keepsakeLayers, keepsakeMerged } from './paint/keepsake'
import { DemoFaces } from './faces'
import { MESSAGE_FACES, withMessage } from './message'
import { allPictures } from './known'

const SHEET = 'sheet-1'
const mm = (value: number): number => toPoints(value, 'mm', 300)

/** A postcard, of the shape of its art. */
const POSTCARD: NewSheet = { unit: 'mm', ppi: 300, size: { w: mm(177.8), h: mm(127) }, bleed: 0 }

/** What the card of each name shows. */
const SHOWN: Readonly<Record<string, string>> = {
  'Card with the dunes': 'dune-kites',
  'Card with the light': 'lighthouse-late',
  'Card with the huts': 'beach-huts',
}

/** The layered art, written as OpenRaster and brought in as a person brings it in. */
const bringKeepsakeIn = async (): Promise<readonly ArtLayerAnswer[]> => {
  const layers = await keepsakeLayers()
  const written = layers.map(
    (layer) => ({ ...layer, x: 0, y: 0, opacity: 1, blend: 'normal', isVisible: true }) as const,
  )
  const merged = await keepsakeMerged(layers)
  const { layers: kept } = await bringArtIn(
    await openRasterStream(KEEPSAKE_SIZE, written, merged),
    'gull-steps-keepsake.ora',
  )
  return kept
}

/** The windows of a layer, in pixels of it. */
const windowsOf = async ({ picture }: ArtLayerAnswer) => {
  const { data, info } = await sharp(await originalFile(picture.hash))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const field = openField({ data, width: info.width, height: info.height })
  return findOpenings(field, { by: 'transparency', grow: 1 }).openings.filter(({ kind }) => kind === 'inside')
}

/** One layer over what is there already, with a filled frame beneath each of its windows. */
const withLayer = async (project: Project, layer: ArtLayerAnswer, at: number): Promise<Project> => {
  const { name, picture } = layer
  const artId = `art-${at}`
  const { w, h } = POSTCARD.size
  const known = addPicture(project, {
    pictureId: artId,
    picture: {
      name: picture.name,
      pixels: { w: picture.width, h: picture.height },
      hash: picture.hash,
      tags: picture.tags,
    },
  })
  const frame = {
    ...newFrame(artId, { kind: 'rectangle' }, { cx: w / 2, cy: h / 2, w, h }, name),
    takesPictures: false,
  }
  const framed = addFrame(known, { sheetId: SHEET, frame })
  const shown = placePicture(framed, { sheetId: SHEET, frameId: artId, pictureId: artId })
  const pictureId = SHOWN[name]
  if (pictureId === undefined) return markItems(shown, { sheetId: SHEET, ids: [artId], locked: true })
  const openings = (await windowsOf(layer)).map(({ under }, i) => ({
    id: `opening-${at}-${i}`,
    name: 'Opening',
    outline: under,
  }))
  const opened = frameOpenings(shown, { sheetId: SHEET, artId, openings }).project
  return openings.reduce((now, { id }) => placePicture(now, { sheetId: SHEET, frameId: id, pictureId }), opened)
}

/** Project 5: a keepsake over the Gull Steps, layered art with three openings that overlap; on its back a message. */
export const keepsake = async (pictures: Readonly<Record<string, PictureRef>>): Promise<Project> => {
  const blank = newProject('demo-keepsake', 'Gull Steps keepsake', newSheet(SHEET, 'Keepsake', POSTCARD))
  const known = allPictures(blank, pictures)
  let project = setBackground(known, {
    sheetId: SHEET,
    background: { kind: 'picture', placed: coverPlaced('gull-steps-dusk') },
  })
  for (const [at, layer] of (await bringKeepsakeIn()).entries()) project = await withLayer(project, layer, at)
  const faces = new DemoFaces()
  await faces.read(MESSAGE_FACES)
  return withMessage(project, POSTCARD, faces)
}
