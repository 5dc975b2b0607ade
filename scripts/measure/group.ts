/** A group of 200 finished frames with a finish of its own: uniting its outlines, dragging it. */
import type { Browser } from '@playwright/test'
import type { PictureAnswer } from '@/contract/api'
import { putLayer } from '@/core/document/edits/finishes'
import { groupItems } from '@/core/document/edits/groups'
import { newProject, newSheet } from '@/core/document/create'
import type { Project } from '@/core/document/types'
import { newLayer } from '@/core/finish/layers'
import { translation } from '@/core/geometry/matrix'
import { combineFlat, flatnessFor, sizeOf } from '@/core/path/flat'
import type { Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { unitedFlat } from '@/core/path/united'
import { outlineOf } from '@/core/stencil/stencil'
import { BASE, newPage } from './browser'
import { busyFigures, busyRow } from './busy'
import { grain, store, upload, withFilled, withPictures } from './made'
import { median } from './numbers'

const FRAMES = 200
const COLUMNS = 20
const SIZE = { w: 2000, h: 1000 }
const PICTURES = 20
/** The place of the frame that the hand takes. */
const MIDDLE = 105

const boxOf = (n: number) => ({ cx: 60 + 98 * (n % COLUMNS), cy: 60 + 98 * Math.floor(n / COLUMNS), w: 104, h: 90 })

const ellipses = (): readonly Outline[] =>
  Array.from({ length: FRAMES }, (_, n) => {
    const { cx, cy, ...size } = boxOf(n)
    const outline = outlineOf({ kind: 'ellipse' }, size)
    return { ...outline, path: transformPath(translation(cx, cy), outline.path) }
  })

const pairByPair = (outlines: readonly Outline[]): Outline =>
  outlines.reduce((held, next) => combineFlat(held, next, 'unite', flatnessFor(Math.max(sizeOf(held), sizeOf(next)))))

const seconds = (work: () => unknown): number => {
  const started = performance.now()
  work()
  return (performance.now() - started) / 1000
}

/** Outlines that touch, united at once and pair by pair. */
export const measureUniting = (): string => {
  const outlines = ellipses()
  const atOnce = median(Array.from({ length: 5 }, () => seconds(() => unitedFlat(outlines))))
  const pairs = seconds(() => pairByPair(outlines))
  return `uniting ${FRAMES} ellipses that touch | ${atOnce.toFixed(2)} s | pair by pair ${pairs.toFixed(1)} s (aim 0.3 s)`
}

const picturesStored = async (): Promise<readonly PictureAnswer[]> => {
  const stored: PictureAnswer[] = []
  for (let n = 0; n < PICTURES; n += 1) stored.push(await upload(await grain(1800, 1350, n), `g${n}.jpg`))
  return stored
}

/** Frames with strokes on one sheet; in a group where there are several, with a finish of its own if that is asked for. */
const groupOf = (count: number, pictures: readonly PictureAnswer[], hasFinish: boolean): Project => {
  let project = newProject('p', 'Group', newSheet('s', 'Post', { unit: 'px', size: SIZE, ppi: 72, bleed: 0 }))
  project = withPictures(project, pictures)
  const ids = Array.from({ length: count }, (_, n) => `f-${n}`)
  for (const [n, frameId] of ids.entries()) {
    const box = boxOf(count === 1 ? MIDDLE : n)
    project = withFilled(project, { sheetId: 's', frameId, box, pictureId: `pic-${n % PICTURES}` })
  }
  project = putLayer(project, { sheetId: 's', ids, layer: newLayer('stroke', 'edge', 3) })
  if (count > 1) project = groupItems(project, { sheetId: 's', ids, groupId: 'g', name: 'Group' })
  if (!hasFinish) return project
  const layers = [newLayer('shadow', 'fall', 9), newLayer('stroke', 'rim', 5)]
  return layers.reduce((held, layer) => putLayer(held, { sheetId: 's', ids: ['g'], layer }), project)
}

const dragged = async (browser: Browser, document: Project): Promise<string> => {
  const id = await store(document)
  const page = await newPage(browser)
  await page.goto(`${BASE}/projects/${id}`)
  await page.locator('canvas[data-ready="true"]').waitFor()
  await page.waitForTimeout(4000)
  const paper = await page.locator('[data-paper]').boundingBox()
  if (!paper) throw new TypeError('no paper')
  const scale = paper.width / SIZE.w
  const { cx, cy } = boxOf(MIDDLE)
  const at = { x: paper.x + cx * scale, y: paper.y + cy * scale }
  await page.mouse.click(at.x, at.y)
  await page.waitForTimeout(500)
  // What a move costs by itself, with its measuring.
  const idle = await busyFigures(page, { x: 640, y: 60 }, { x: 40, y: 10 }, false)
  const figures = await busyFigures(page, at, { x: 40, y: 30 })
  const started = performance.now()
  await page.locator('canvas[data-ready="true"]').waitFor()
  const settled = (performance.now() - started) / 1000
  await page.close()
  return `${busyRow(figures)} | settled ${settled.toFixed(2)} s after it was let go | the pointer alone, in the same page: ${idle.median.toFixed(1)} ms, 95%: ${idle.most.toFixed(1)} ms`
}

/** Dragging the group, with a finish of its own and without one, beside one frame alone on its sheet. */
export const measureGroup = async (browser: Browser): Promise<readonly string[]> => {
  const pictures = await picturesStored()
  return [
    `dragging a group of ${FRAMES} finished frames with a finish of its own | ${await dragged(browser, groupOf(FRAMES, pictures, true))}`,
    `dragging a group of ${FRAMES} finished frames | ${await dragged(browser, groupOf(FRAMES, pictures, false))}`,
    `dragging one finished frame alone on its sheet | ${await dragged(browser, groupOf(1, pictures, false))}`,
  ]
}
