/** Sheets within sheets: an edit on a design until its mock-up shows it; a sheet of 200 frames shown 50 times. */
import type { Browser, Page } from '@playwright/test'
import sharp from 'sharp'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { fillFrames, placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { layFrame } from '@/core/document/edits/laid'
import { addPicture } from '@/core/document/edits/project'
import { addSheet } from '@/core/document/edits/sheets'
import { sheetOf } from '@/core/document/read'
import { pictureOfSheet, sheetPictureId } from '@/core/document/sheetPictures'
import type { Project } from '@/core/document/types'
import { newLayer } from '@/core/finish/layers'
import { renderSheet } from '@/core/render/drawList'
import { paintList } from '@/server/export/renderSheet'
import { withSheets } from '@/server/export/sheetsWithin'
import { BASE, newPage } from './browser'
import { store, upload } from './made'
import { median, percentile } from './numbers'

const SIDE = { unit: 'px', size: { w: 1200, h: 900 }, ppi: 72, bleed: 0 } as const

/** Frames in rows on a sheet, each with a shadow. */
const dressed = (project: Project, sheetId: string, count: number): Project => {
  const columns = Math.ceil(Math.sqrt((count * 4) / 3))
  const step = 1200 / columns
  return Array.from({ length: count }, (_, n) => n).reduce((now, n) => {
    const box = {
      cx: step * ((n % columns) + 0.5),
      cy: step * (Math.floor(n / columns) + 0.5),
      w: step * 0.8,
      h: step * 0.8,
    }
    const frame = {
      ...newFrame(`${sheetId}-${n}`, { kind: 'ellipse' }, box),
      finish: { layers: [newLayer('shadow', 'l-1', 2)] },
    }
    return addFrame(now, { sheetId, frame })
  }, project)
}

const withDesign = (): Project => {
  const blank = newProject('p', 'Mock-ups', newSheet('mockup', 'Mock-up', SIDE))
  return addSheet(blank, { sheet: newSheet('design', 'Design', SIDE), after: 'mockup' })
}

/** Frames of the first sheet in perspective, all showing the second. */
const shownTimes = (project: Project, times: number): Project => {
  const pictureId = sheetPictureId(project, 'design')
  const known = addPicture(project, { pictureId, picture: pictureOfSheet(sheetOf(project, 'design')) })
  const columns = Math.ceil(Math.sqrt(times))
  const [w, h] = [1200 / columns, 900 / columns]
  return Array.from({ length: times }, (_, n) => n).reduce((now, n) => {
    const [x, y] = [(n % columns) * w, Math.floor(n / columns) * h]
    const at = { sheetId: 'mockup', frameId: `m-${n}` }
    const frame = newFrame(at.frameId, { kind: 'rectangle' }, { cx: x + w / 2, cy: y + h / 2, w: w * 0.9, h: h * 0.9 })
    const quad = [
      { x: x + w * 0.06, y: y + h * 0.1 },
      { x: x + w * 0.9, y: y + h * 0.05 },
      { x: x + w * 0.86, y: y + h * 0.9 },
      { x: x + w * 0.1, y: y + h * 0.95 },
    ] as const
    const placed = placePicture(addFrame(now, { sheetId: 'mockup', frame }), { ...at, pictureId })
    return layFrame(placed, { ...at, quad })
  }, known)
}

const seconds = async (task: () => Promise<unknown>): Promise<number> => {
  const from = performance.now()
  await task()
  return (performance.now() - from) / 1000
}

/** A sheet of 200 dressed frames shown 50 times, beside that sheet painted once; and the memory it takes. */
export const measureShown = async (): Promise<string> => {
  const full = dressed(withDesign(), 'design', 200)
  const ids = Object.keys(sheetOf(full, 'design').items)
  const coloured = fillFrames(full, { sheetId: 'design', ids, fill: { kind: 'colour', colour: '#8e2a5b' } })
  const project = shownTimes(coloured, 50)
  const paint = (sheetId: string, ppi: number) => () =>
    paintList(
      renderSheet(project, sheetOf(project, sheetId)),
      ppi,
      withSheets(() => Promise.reject(new TypeError('no files'))),
    )
  await paint('design', 36)()
  const once = await seconds(paint('design', 180))
  const before = process.memoryUsage().rss
  let most = before
  const watch = setInterval(() => (most = Math.max(most, process.memoryUsage().rss)), 10)
  const all = await seconds(paint('mockup', 180))
  clearInterval(watch)
  return `a sheet of 200 frames shown 50 times in perspective, at 3000 px | ${all.toFixed(2)} s beside ${once.toFixed(2)} s for that sheet once at that size; ${((Math.max(most, process.memoryUsage().rss) - before) / 1e6).toFixed(0)} MB more memory`
}

/** A design of 24 pictures with shadows, shown on three screens. */
const followed = async (): Promise<string> => {
  let project = dressed(withDesign(), 'design', 24)
  const noise = { type: 'gaussian', mean: 128, sigma: 30 } as const
  const body = await sharp({ create: { width: 2400, height: 1800, channels: 3, background: '#888', noise } })
    .jpeg()
    .toBuffer()
  const stored = await upload(body, 'noise.jpg')
  const ref = { name: stored.name, pixels: { w: stored.width, h: stored.height }, hash: stored.hash, tags: [] }
  project = addPicture(project, { pictureId: 'pic', picture: ref })
  for (let n = 0; n < 24; n += 1)
    project = placePicture(project, { sheetId: 'design', frameId: `design-${n}`, pictureId: 'pic' })
  return store(shownTimes(project, 3))
}

/** Milliseconds from the key that goes back until the table shows the mock-up, for edits one after another. */
const goingBack = async (page: Page, times: number): Promise<readonly number[]> => {
  const waits: number[] = []
  for (let i = 0; i < times; i += 1) {
    const paper = await page.locator('[data-paper]').boundingBox()
    if (!paper) throw new TypeError('no paper')
    await page.mouse.dblclick(paper.x + paper.width * 0.25, paper.y + paper.height * 0.25)
    await page.waitForTimeout(700)
    const design = await page.locator('[data-paper]').boundingBox()
    if (!design) throw new TypeError('no paper')
    await page.mouse.click(design.x + design.width / 12, design.y + design.width / 12)
    await page.keyboard.press('ArrowRight')
    await page.waitForTimeout(500)
    await page.keyboard.press('Escape')
    await page.waitForTimeout(200)
    waits.push(
      await page.evaluate(
        () =>
          new Promise<number>((done) => {
            const canvas = document.querySelector('[data-region="table"] canvas') as HTMLCanvasElement
            const from = performance.now()
            new MutationObserver((_, observer) => {
              if (canvas.dataset['ready'] !== 'true') return
              observer.disconnect()
              done(performance.now() - from)
            }).observe(canvas, { attributes: true, attributeFilter: ['data-paint-ms'] })
            document
              .querySelector('[data-region="table"]')
              ?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }))
          }),
      ),
    )
    await page.waitForTimeout(500)
  }
  return waits
}

export const measureFollowing = async (browser: Browser): Promise<string> => {
  const page = await newPage(browser)
  await page.goto(`${BASE}/projects/${await followed()}`)
  await page.locator('canvas[data-ready="true"]').waitFor()
  await page.waitForTimeout(1500)
  const waits = await goingBack(page, 9)
  return `an edit on a design of 24 pictures with shadows, until the table shows it on three screens | median ${median(waits).toFixed(0)} ms, 95%: ${percentile(waits, 0.95).toFixed(0)} ms (aim ≤ 200 ms)`
}
