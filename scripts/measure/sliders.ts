/** From a key on each slider of tones to the picture it makes, on a picture of 5120 × 2880 that fills the sheet. */
import type { Browser } from '@playwright/test'
import sharp from 'sharp'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { BASE, keyWaits, newPage, watchKeys } from './browser'
import { store, upload, withPictures } from './made'
import { median } from './numbers'

const PICTURE = { w: 5120, h: 2880 }
const SIZE = { w: 1600, h: 900 }
const SLIDERS = ['Exposure', 'Two tones', 'Blur', 'Sharpen', 'Edge lines', 'Vignette', 'Grain']
const PRESSES = 12

const filledSheet = async (): Promise<string> => {
  const noise = { type: 'gaussian', mean: 120, sigma: 40 } as const
  const grain = await sharp({ create: { width: 1280, height: 720, channels: 3, background: '#888', noise } })
    .png()
    .toBuffer()
  const stored = await upload(await sharp(grain).resize(PICTURE.w, PICTURE.h).jpeg().toBuffer(), 'wide.jpg')
  let document = newProject('p', 'Sliders', newSheet('s', 'Post', { unit: 'px', size: SIZE, ppi: 72, bleed: 0 }))
  document = withPictures(document, [stored])
  const box = { cx: SIZE.w / 2, cy: SIZE.h / 2, ...SIZE }
  document = addFrame(document, { sheetId: 's', frame: newFrame('f', { kind: 'rectangle' }, box) })
  document = placePicture(document, { sheetId: 's', frameId: 'f', pictureId: 'pic-0' })
  return store(document)
}

/** Milliseconds from each key until the canvas says that all it waits for is there. */
export const measureSliders = async (browser: Browser): Promise<string> => {
  const id = await filledSheet()
  const page = await newPage(browser)
  await page.goto(`${BASE}/projects/${id}`)
  await page.locator('canvas[data-ready="true"]').waitFor()
  await page.waitForTimeout(1500)
  const paper = await page.locator('[data-paper]').boundingBox()
  if (!paper) throw new TypeError('no paper')
  await page.mouse.click(paper.x + paper.width / 2, paper.y + paper.height / 2)
  const head = page.getByRole('button', { name: /^\d* ?Tones/ })
  if ((await head.getAttribute('aria-expanded')) === 'false') await head.click()
  // What the painter does by itself is there with the first painting.
  await watchKeys(page, true)
  const found: string[] = []
  for (const name of SLIDERS) {
    await page.getByRole('slider', { name, exact: true }).focus()
    await keyWaits(page)
    for (let i = 0; i < PRESSES; i += 1) {
      await page.keyboard.press('ArrowRight')
      await page.waitForTimeout(900)
    }
    const waits = await keyWaits(page)
    found.push(`${name.toLowerCase()} ${median(waits).toFixed(0)} (most ${Math.max(...waits).toFixed(0)})`)
    await page.getByRole('button', { name: `Reset ${name}`, exact: true }).click()
    await page.waitForTimeout(900)
  }
  return `from a slider’s key to its picture, ms (median of ${PRESSES}), ${PICTURE.w} × ${PICTURE.h} px | ${found.join(', ')}`
}
