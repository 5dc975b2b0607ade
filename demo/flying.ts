import { Readable } from 'node:stream'
import { newClip } from '@/core/film/clip'
import { newFrame } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { setEntrancesInTurn, setSheetFilm } from '@/core/document/edits/film'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { addSheet, copiedSheet } from '@/core/document/edits/sheets'
import { sheetOf } from '@/core/document/read'
import type { FilePicture, Project } from '@/core/document/types'
import { takeClip } from '@/server/clips/catalogue'
import { takeStill } from '@/server/useCases/stills'
import { KITE_CLIP, kiteClip } from './paint/clip'

export const KITE_FLYING = 'kite-flying'

/** Puts the clip of the kite into the library, with its first picture. */
export const keepKite = async (): Promise<FilePicture> => {
  const { clip, still } = await kiteClip()
  const kept = await takeClip(Readable.from([clip]), KITE_FLYING)
  const facts = {
    file: kept.file,
    container: kept.container,
    duration: KITE_CLIP.pictures / KITE_CLIP.rate,
    rate: KITE_CLIP.rate,
  }
  const { hash, width, height } =
    kept.picture ?? (await takeStill(Readable.from([still]), `${KITE_FLYING}.png`, facts, { isListed: true }))
  return { name: KITE_FLYING, pixels: { w: width, h: height }, hash, tags: ['kites'], clip: newClip(facts) }
}

const FILM = 'sheet-3'

/** The triptych with a third sheet that plays: the panels come in one after another, and the kite flies over them. */
export const withFlyingKite = (project: Project, picture: FilePicture): Project => {
  const wall = sheetOf(project, project.order[0] ?? '')
  const known = addPicture(project, { pictureId: KITE_FLYING, picture })
  const copied = addSheet(known, {
    sheet: copiedSheet(wall, FILM, 'Kite over the wall'),
    after: project.order.at(-1) ?? null,
  })
  const { w, h } = wall.size
  const box = { cx: w / 2, cy: h / 2, w: w * 0.96, h: (w * 0.96 * KITE_CLIP.h) / KITE_CLIP.w }
  const at = { sheetId: FILM, frameId: 'kite' }
  const framed = addFrame(copied, { sheetId: FILM, frame: newFrame('kite', { kind: 'rectangle' }, box, 'Kite') })
  const flying = placePicture(framed, { ...at, pictureId: KITE_FLYING })
  const panels = sheetOf(flying, FILM).order.filter((id) => id !== 'kite')
  const entering = setEntrancesInTurn(flying, {
    sheetId: FILM,
    ids: panels,
    like: { kind: 'slide', side: 'top', delay: 0.1, duration: 0.8 },
    gap: 0.4,
  })
  const first = setSheetFilm(entering, { sheetId: project.order[0] ?? '', duration: 2 })
  const second = setSheetFilm(first, {
    sheetId: project.order[1] ?? '',
    duration: 2.5,
    transition: { kind: 'fade', duration: 0.8 },
  })
  return setSheetFilm(second, {
    sheetId: FILM,
    duration: 6.4,
    transition: { kind: 'slide', side: 'right', duration: 0.8 },
  })
}
