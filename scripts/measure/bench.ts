/** The bench in Chromium: dragging a picture among twelve filled frames, and what its first load sends. */
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import type { Project } from '@/core/document/types'
import { BASE, dragFigures, newPage, withBrowser } from './browser'
import { measureMany } from './many'
import { store, upload } from './made'

/** A post of twelve ellipses, each with a picture of 12 megapixels. */
const twelve = async (): Promise<string> => {
  let project: Project = newProject(
    'p',
    'Twelve',
    newSheet('s', 'Post', { unit: 'px', size: { w: 1200, h: 900 }, ppi: 72, bleed: 0 }),
  )
  for (let n = 0; n < 12; n += 1) {
    const noise = { type: 'gaussian', mean: 110 + n * 8, sigma: 25 } as const
    const grain = await sharp({ create: { width: 1000, height: 750, channels: 3, background: '#888', noise } })
      .png()
      .toBuffer()
    const body = await sharp(grain).resize(4000, 3000).jpeg().toBuffer()
    const stored = await upload(body, `n${n}.jpg`)
    const ref = { name: stored.name, pixels: { w: stored.width, h: stored.height }, hash: stored.hash, tags: [] }
    project = addPicture(project, { pictureId: `pic-${n}`, picture: ref })
    const box = { cx: 160 + 290 * (n % 4), cy: 160 + 290 * Math.floor(n / 4), w: 270, h: 270 }
    project = addFrame(project, { sheetId: 's', frame: newFrame(`f-${n}`, { kind: 'ellipse' }, box) })
    project = placePicture(project, { sheetId: 's', frameId: `f-${n}`, pictureId: `pic-${n}` })
  }
  return store(project)
}

const measureDrag = async (page: Page, id: string): Promise<string> => {
  await page.goto(`${BASE}/projects/${id}`)
  await page.locator('canvas[data-ready="true"]').waitFor()
  await page.waitForTimeout(1000)
  const paper = await page.locator('[data-paper]').boundingBox()
  if (!paper) throw new TypeError('no paper')
  const at = { x: paper.x + (paper.width * 450) / 1200, y: paper.y + (paper.height * 450) / 900 }
  await page.mouse.click(at.x, at.y)
  await page.keyboard.press('p')
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('+')
  await page.waitForTimeout(1000)
  await page.locator('canvas[data-ready="true"]').waitFor()
  // The frame itself and, in the Picture way, its faint whole picture.
  return `dragging a picture, 12 filled frames | ${await dragFigures(page, at, { x: 30, y: 20 })}`
}

const measureFirstLoad = async (page: Page, id: string): Promise<string> => {
  const session = await page.context().newCDPSession(page)
  await session.send('Network.enable')
  const scripts = new Set<string>()
  let bytes = 0
  session.on('Network.responseReceived', ({ requestId, type }) => void (type === 'Script' && scripts.add(requestId)))
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength
  })
  await page.goto(`${BASE}/projects/${id}`)
  await page.locator('canvas[data-ready="true"]').waitFor()
  await page.waitForTimeout(1500)
  return `JavaScript of the bench's first load, compressed | ${(bytes / 1000).toFixed(0)} kB in ${scripts.size} files (aim ≤ 380 kB)`
}

export const measureBench = (folder: string): Promise<readonly string[]> =>
  withBrowser(`${folder}/data`, async (browser) => {
    const id = await twelve()
    const drag = await measureDrag(await newPage(browser), id)
    return [drag, await measureFirstLoad(await newPage(browser), id), ...(await measureMany(browser))]
  })
