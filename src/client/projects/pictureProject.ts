import { newFrame, newProject, newSheet } from '@/core/document/create'
import { joinRecorded, unchanged, type Recorded } from '@/core/document/edit'
import { arrangeItems } from '@/core/document/edits/arrange'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { addSheet } from '@/core/document/edits/sheets'
import type { SheetPreset } from '@/core/document/presets'
import type { Project, Sheet } from '@/core/document/types'
import { refuse } from '@/core/failure'
import { newClip } from '@/core/film/clip'
import { RANGE } from '@/core/tolerance'
import { POINTS_PER_INCH, toPoints } from '@/core/units'
import type { PictureAnswer } from '@/contract/api'

type Photograph = Pick<PictureAnswer, 'name' | 'width' | 'height' | 'hash' | 'clip'>

/** How several photographs begin a project: each on a sheet of its own, or all on one. */
export const STARTS = ['own', 'grid', 'mosaic'] as const
export type Start = (typeof STARTS)[number]

const numbered = (kind: string, i: number): string => `${kind}-${i + 1}`

/** A sheet of a picture's own pixels. */
const ownSheet = (id: string, name: string, { width, height }: Photograph): Sheet => {
  // Larger pictures lie on the sheet at a finer resolution, so that the sheet is not larger than sheets may be.
  const ppi = Math.max(POINTS_PER_INCH, Math.ceil((Math.max(width, height) * POINTS_PER_INCH) / RANGE.sheetSide.max))
  const size = { w: (width * POINTS_PER_INCH) / ppi, h: (height * POINTS_PER_INCH) / ppi }
  return newSheet(id, name, { unit: 'px', size, ppi, bleed: 0 })
}

/** The pictures known to the project, each once, and its id for each photograph. */
const withPictures = (
  project: Project,
  photographs: readonly Photograph[],
): { readonly project: Project; readonly ids: readonly string[] } => {
  const idOf = new Map<string, string>()
  let now = project
  for (const { hash, name, width, height, clip } of photographs) {
    if (idOf.has(hash)) continue
    const pictureId = numbered('pic', idOf.size)
    idOf.set(hash, pictureId)
    const pixels = { w: width, h: height }
    const moves = clip ? { clip: newClip(clip) } : {}
    now = addPicture(now, { pictureId, picture: { name, pixels, hash, tags: [], ...moves } })
  }
  return { project: now, ids: photographs.map(({ hash }) => idOf.get(hash) ?? '') }
}

/** A frame over all of a sheet, holding a picture. */
const covered = (project: Project, sheet: Sheet, frameId: string, pictureId: string, name: string): Project => {
  const { w, h } = sheet.size
  const frame = newFrame(frameId, { kind: 'rectangle' }, { cx: w / 2, cy: h / 2, w, h }, name)
  const framed = addFrame(project, { sheetId: sheet.id, frame })
  return placePicture(framed, { sheetId: sheet.id, frameId, pictureId })
}

const ownProject = (photographs: readonly Photograph[]): Project => {
  const sheets = photographs.map((one, i) =>
    ownSheet(numbered('sheet', i), photographs.length > 1 ? one.name : 'Sheet 1', one),
  )
  const [first] = sheets
  const [{ name } = { name: 'Untitled' }] = photographs
  if (!first) return refuse('photographs', 'at least one', 0)
  const blank = sheets
    .slice(1)
    .reduce(
      (sofar, sheet, i) => addSheet(sofar, { sheet, after: sheets[i]?.id ?? null }),
      newProject('p-new', name, first),
    )
  const { project, ids } = withPictures(blank, photographs)
  return sheets.reduce(
    (sofar, sheet, i) => covered(sofar, sheet, numbered('f', i), ids[i] ?? '', photographs[i]?.name ?? 'Frame'),
    project,
  )
}

/** Margin around a grid or a mosaic, and the gap within, as shares of the sheet's shorter side. */
const MARGIN = 0.05
const GAP = 0.02

const oneSheet = (
  photographs: readonly Photograph[],
  layout: 'grid' | 'mosaic',
  { unit, w, h, ppi, bleed }: SheetPreset,
): Project => {
  const points = (value: number): number => toPoints(value, unit, ppi)
  const size = { w: points(w), h: points(h) }
  const short = Math.min(size.w, size.h)
  const sheet = { ...newSheet('sheet-1', 'Sheet 1', { unit, size, ppi, bleed: points(bleed) }), safe: short * MARGIN }
  const { project, ids } = withPictures(newProject('p-new', photographs[0]?.name ?? 'Untitled', sheet), photographs)
  const frameIds = photographs.map((_, i) => numbered('f', i))
  // In reading order before they are arranged, each in its picture's shape.
  const columns = Math.ceil(Math.sqrt(photographs.length))
  const filled = photographs.reduce<Recorded>((sofar, { name, width, height }, i) => {
    const [x, y] = [i % columns, Math.floor(i / columns)]
    const box = {
      cx: ((x + 0.5) * size.w) / columns,
      cy: ((y + 0.5) * size.h) / columns,
      w: short * 0.2,
      h: (short * 0.2 * height) / width,
    }
    const frameId = frameIds[i] ?? ''
    return joinRecorded(
      joinRecorded(sofar, (now) =>
        addFrame.record(now, { sheetId: sheet.id, frame: newFrame(frameId, { kind: 'rectangle' }, box, name) }),
      ),
      (now) => placePicture.record(now, { sheetId: sheet.id, frameId, pictureId: ids[i] ?? '' }),
    )
  }, unchanged(project))
  return arrangeItems(filled.project, {
    sheetId: sheet.id,
    ids: frameIds,
    layout,
    field: 'safe',
    gap: short * GAP,
    ...(layout === 'grid' ? { columns } : {}),
  }).project
}

/** A project of one sheet of a picture's pixels, with the picture in a frame over all of it. */
export const pictureProject = (photograph: Photograph): Project => ownProject([photograph])

/** A project of several photographs: a sheet for each, or a grid or mosaic of all on one of a usual size. */
export const picturesProject = (photographs: readonly Photograph[], how: Start, preset: SheetPreset): Project =>
  how === 'own' ? ownProject(photographs) : oneSheet(photographs, how, preset)
