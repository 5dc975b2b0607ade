/** One numbered clip in every place that takes pictures: each shows the number that the formula gives, all in one film. */
import type { APIRequestContext } from '@playwright/test'
import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { BenchHand, run, SHEET } from './bench'
import { clipOnServer, makeFilm } from './filming'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { adjustPictures } from '@/core/document/edits/adjust'
import { echoFrames } from '@/core/document/edits/echoes'
import { fillFrames, placePicture } from '@/core/document/edits/fills'
import { setSheetFilm } from '@/core/document/edits/film'
import { addFrame } from '@/core/document/edits/frames'
import { addPlane } from '@/core/document/edits/planes'
import { addPicture } from '@/core/document/edits/project'
import { setBackground } from '@/core/document/edits/sheets'
import { bindToBackground } from '@/core/document/edits/spans'
import { addTake, showTake } from '@/core/document/edits/takes'
import { pictureOfSheet } from '@/core/document/sheetPictures'
import type { Project } from '@/core/document/types'
import { coverPlaced } from '@/core/placement/placed'
import { numberedClip, numberIn, type PartOf } from '@tests/helpers/clips'
import { unzip } from '@tests/helpers/zip'

const SIZE = { w: 960, h: 540 }
const FORM = { unit: 'px', size: SIZE, ppi: 72, bleed: 0 } as const
const COUNT = 50
const CLIP_RATE = 25
const RATE = 5
const SECONDS = 3

/** Where the bars of the clip are looked for, in sheet points, at one row. */
interface Place {
  readonly x: number
  readonly w: number
  readonly y: number
  readonly isLate?: boolean
}

const CELLS = { w: 320, h: 180 }

const box = (column: number, row: number) => ({
  cx: CELLS.w * (column + 0.5),
  cy: 180 + CELLS.h * (row + 0.5),
  ...CELLS,
})

/**
 * A plane whose far side is shorter and whose rows stay level: along each of its rows bars keep their shares. On its middle
 * row it is as wide as the mean of both sides, since it is looked for where that is seen.
 */
const FAR = { x0: 40, x1: 280, y: 190 }
const NEAR = { x0: 0, x1: 320, y: 350 }

const PLACES: Readonly<Record<string, Place>> = {
  // Its left half is seen through a window over a grey frame.
  background: { x: 0, w: 960, y: 90 },
  'in a plane': { x: (FAR.x0 + NEAR.x0) / 2, w: (FAR.x1 + NEAR.x1 - FAR.x0 - NEAR.x0) / 2, y: 270 },
  echo: { x: 320, w: 320, y: 270, isLate: true },
  'with tones': { x: 640, w: 320, y: 270 },
  'in a sheet within': { x: 0, w: 320, y: 450 },
  'as a take': { x: 320, w: 320, y: 450, isLate: true },
  'later and faster': { x: 640, w: 320, y: 450, isLate: true },
}

const LATE = { delay: 0.4, speed: 2 }

/** The number of a place at a time: clips play again and again. */
const wanted = (time: number, isLate = false): number => {
  const run = isLate ? Math.max(0, time - LATE.delay) * LATE.speed : time
  return Math.floor((run * CLIP_RATE + 1e-6) % COUNT)
}

const everyPlace = async (request: APIRequestContext): Promise<Project> => {
  const bytes = numberedClip({ count: COUNT, rate: CLIP_RATE, size: { w: 960, h: 540 } })
  const { clip, still } = await clipOnServer(request, bytes, { duration: COUNT / CLIP_RATE, rate: CLIP_RATE })
  const picture = { name: 'kite', pixels: { w: 960, h: 540 }, tags: [], hash: still }
  let project = newProject('x', 'Places', newSheet(SHEET, 'All', FORM))
  project = addPicture(project, { pictureId: 'clip', picture: { ...picture, clip } })
  project = addPicture(project, { pictureId: 'late', picture: { ...picture, clip: { ...clip, ...LATE } } })
  const inner = newSheet('inner', 'Inner', { ...FORM, size: CELLS })
  project = { ...project, order: [SHEET, 'inner'], sheets: { ...project.sheets, inner } }
  const put = (
    id: string,
    at: ReturnType<typeof box>,
    pictureId: string | null,
    sheetId = SHEET,
    planeId = '',
  ): void => {
    const frame = { ...newFrame(id, { kind: 'rectangle' }, at), ...(planeId ? { planeId } : {}) }
    project = addFrame(project, { sheetId, frame })
    if (pictureId !== null) project = placePicture(project, { sheetId, frameId: id, pictureId })
  }
  const at = { sheetId: SHEET }
  project = setBackground(project, { ...at, background: { kind: 'picture', placed: coverPlaced('clip') } })
  put('grey', { cx: 240, cy: 90, w: 480, h: 180 }, null)
  project = fillFrames(project, { ...at, ids: ['grey'], fill: { kind: 'colour', colour: '#808080' } })
  put('window', { cx: 240, cy: 90, w: 480, h: 60 }, null)
  project = bindToBackground(project, { ...at, ids: ['window'], spanId: 'onto' })
  const corners = [
    { x: FAR.x0, y: FAR.y },
    { x: FAR.x1, y: FAR.y },
    { x: NEAR.x1, y: NEAR.y },
    { x: NEAR.x0, y: NEAR.y },
  ] as const
  project = addPlane(project, { ...at, plane: { id: 'wall', name: 'Wall', corners, size: CELLS } })
  put('quad', { cx: 160, cy: 90, ...CELLS }, 'clip', SHEET, 'wall')
  put('take', box(1, 1), 'clip')
  project = echoFrames(project, { ...at, ids: ['take'], newIds: { take: 'echo' }, delta: { x: 0, y: -CELLS.h } })
  put('tones', box(2, 0), 'clip')
  project = adjustPictures(project, { ...at, ids: ['tones'], change: () => ({ exposure: -0.3, saturation: -1 }) })
  put('own', { cx: 160, cy: 90, ...CELLS }, 'clip', 'inner')
  project = addPicture(project, { pictureId: 'sheet', picture: pictureOfSheet(inner) })
  put('within', box(0, 1), 'sheet')
  put('late', box(2, 1), 'late')
  project = addTake(project, { ...at, frameId: 'take', takeId: 'second', pictureId: 'late' })
  project = showTake(project, { ...at, frameId: 'take', takeId: 'second' })
  project = setSheetFilm(project, { ...at, duration: SECONDS })
  return project
}

test('one clip in every place that takes pictures shows the right number in each picture of the film', async ({
  page,
  request,
}) => {
  const document = await everyPlace(request)
  const { id } = (await (await request.post('/api/projects', { data: { document } })).json()) as { readonly id: string }
  await BenchHand.open(page, id)
  await run(page, 'Film…')
  await page.getByRole('button', { name: 'Choose only the sheet that shows' }).click()
  const file = await makeFilm(page, 'Pictures in a zip', String(RATE), String(SIZE.w))
  const entries = Object.entries(await unzip(readFileSync(file))).sort(([a], [b]) => (a < b ? -1 : 1))
  expect(entries).toHaveLength(RATE * SECONDS)
  const faults: string[] = []
  for (const [k, [, png]] of entries.entries()) {
    const { data, info } = await sharp(png).greyscale().raw().toBuffer({ resolveWithObject: true })
    for (const [place, { x, w, y, isLate }] of Object.entries(PLACES)) {
      const part: PartOf = { x: x / SIZE.w, w: w / SIZE.w, y: (y - 1) / SIZE.h, h: 2 / SIZE.h }
      const shown = numberIn(data, info.width, info.height, part)
      if (shown !== wanted(k / RATE, isLate))
        faults.push(`${place} at ${k}/${RATE} s: ${shown}, not ${wanted(k / RATE, isLate)}`)
    }
  }
  expect(faults).toEqual([])
})
