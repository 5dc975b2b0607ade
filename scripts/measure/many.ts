/** Many things at once: 200 frames on a sheet, a large picture dropped, a library of 2,000 pictures. */
import type { Browser, Page } from '@playwright/test'
import sharp from 'sharp'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import type { Project } from '@/core/document/types'
import type { Stencil } from '@/core/stencil/stencil'
import { BASE, dragFigures, intervals, newPage } from './browser'
import { grain, store, upload, withPictures } from './made'
import { median, percentile } from './numbers'

const FRAMES = { across: 20, down: 10, step: 60 }
const LIBRARY = 2000

const blank = (): Project =>
  newProject('p', 'Many', newSheet('s', 'Many', { unit: 'px', size: { w: 1200, h: 600 }, ppi: 72, bleed: 0 }))

const twoHundred = async (stencil: Stencil): Promise<string> => {
  const stored = await upload(await grain(1200, 900, 1), 'many.jpg')
  let project = withPictures(blank(), [stored])
  for (let i = 0; i < FRAMES.across * FRAMES.down; i += 1) {
    const box = {
      cx: FRAMES.step * (0.5 + (i % FRAMES.across)),
      cy: FRAMES.step * (0.5 + Math.floor(i / FRAMES.across)),
      w: 52,
      h: 52,
    }
    project = addFrame(project, { sheetId: 's', frame: newFrame(`f-${i}`, stencil, box) })
    project = placePicture(project, { sheetId: 's', frameId: `f-${i}`, pictureId: 'pic-0' })
  }
  return store(project)
}

const openBench = async (page: Page, id: string) => {
  await page.goto(`${BASE}/projects/${id}`)
  await page.locator('canvas[data-ready="true"]').waitFor()
  await page.waitForTimeout(1500)
  const paper = await page.locator('[data-paper]').boundingBox()
  if (!paper) throw new TypeError('no paper')
  return (x: number, y: number) => ({ x: paper.x + (paper.width * x) / 1200, y: paper.y + (paper.height * y) / 600 })
}

/** An outline of 500 points, none of them in line. */
const FIVE_HUNDRED: Stencil = {
  kind: 'path',
  d: `M${Array.from({ length: 500 }, (_none, i) => {
    const radius = 100 + (i % 2 ? 12 : 0) + (i % 7)
    const angle = (2 * Math.PI * i) / 500
    return `${(radius * Math.cos(angle)).toFixed(2)} ${(radius * Math.sin(angle)).toFixed(2)}`
  }).join('L')}Z`,
  fillRule: 'nonzero',
}

const measureTwoHundred = async (page: Page, stencil: Stencil, words: string): Promise<string> => {
  const spot = await openBench(page, await twoHundred(stencil))
  const at = spot(570, 270)
  await page.mouse.click(at.x, at.y)
  await page.waitForTimeout(500)
  return `dragging one of 200 filled frames${words} | ${await dragFigures(page, at, { x: 60, y: 40 })}`
}

const measureDrop = async (page: Page): Promise<string> => {
  const file = await grain(6000, 4000, 7)
  const project = addFrame(blank(), {
    sheetId: 's',
    frame: newFrame('f', { kind: 'ellipse' }, { cx: 600, cy: 300, w: 500, h: 400 }),
  })
  const spot = await openBench(page, await store(project))
  const at = spot(600, 300)
  const floor: number[] = []
  for (let i = 0; i < 3; i += 1) {
    const started = performance.now()
    await sharp(file).resize(3000).jpeg({ quality: 92 }).toBuffer()
    floor.push(performance.now() - started)
  }
  const shown = await page.evaluate(
    async ({ base64, x, y }) => {
      const bytes = Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0))
      const data = new DataTransfer()
      data.items.add(new File([bytes], 'large.jpg', { type: 'image/jpeg' }))
      const target = document.elementFromPoint(x, y)
      const event = (type: string) =>
        new DragEvent(type, { dataTransfer: data, bubbles: true, cancelable: true, clientX: x, clientY: y })
      const started = performance.now()
      target?.dispatchEvent(event('dragenter'))
      target?.dispatchEvent(event('dragover'))
      target?.dispatchEvent(event('drop'))
      const canvas = document.querySelector<HTMLCanvasElement>('[data-region="table"] canvas')
      for (;;) {
        await new Promise((resolve) => requestAnimationFrame(resolve))
        const isFilled = document.querySelector('[data-supply][aria-label*="used here"]') !== null
        if (isFilled && canvas?.dataset['ready'] === 'true') return performance.now() - started
        if (performance.now() - started > 60_000) return NaN
      }
    },
    { base64: file.toString('base64'), ...at },
  )
  return `a 24-megapixel JPEG dropped on a frame until it shows | ${(shown / 1000).toFixed(2)} s | sharp's own decode, shrink to half and encode ${(median(floor) / 1000).toFixed(2)} s, ${(shown / median(floor)).toFixed(1)}×`
}

const measureLibrary = async (page: Page): Promise<string> => {
  const tiny = async (n: number): Promise<Buffer> =>
    sharp({
      create: {
        width: 90 + (n % 60),
        height: 80 + (n % 47),
        channels: 3,
        background: { r: n % 256, g: n >> 3, b: 90 },
      },
    })
      .jpeg()
      .toBuffer()
  for (let n = 0; n < LIBRARY; n += 8)
    await Promise.all(Array.from({ length: 8 }, async (_none, k) => upload(await tiny(n + k), `lib-${n + k}.jpg`)))
  await openBench(page, await store(blank()))
  const idle = await intervals(page, () => page.waitForTimeout(1500))
  const started = performance.now()
  await page.getByRole('button', { name: 'Library', exact: true }).click()
  await page.waitForFunction(() => {
    const images = [...document.querySelectorAll<HTMLImageElement>('[data-picture] img')]
    return images.length >= 12 && images.slice(0, 12).every((image) => image.complete && image.naturalWidth > 0)
  })
  const first = performance.now() - started
  const box = await page.locator('[data-library-grid]').boundingBox()
  if (!box) throw new TypeError('no grid')
  await page.mouse.move(box.x + 100, box.y + 100)
  const moving = await intervals(page, async () => {
    for (let i = 0; i < 60; i += 1) {
      await page.mouse.wheel(0, 240)
      await page.waitForTimeout(16)
    }
  })
  const made = await page.locator('[data-picture]').count()
  return `library of ${LIBRARY} pictures | first twelve thumbnails ${(first / 1000).toFixed(2)} s after opening | ${made} tiles made | scrolling: interval ${median(moving).toFixed(1)} ms (95%: ${percentile(moving, 0.95).toFixed(1)}) beside ${median(idle).toFixed(1)} ms of an empty loop, ${(median(moving) / median(idle)).toFixed(2)}×`
}

export const measureMany = async (browser: Browser): Promise<readonly string[]> => [
  await measureTwoHundred(await newPage(browser), { kind: 'ellipse' }, ''),
  await measureTwoHundred(await newPage(browser), FIVE_HUNDRED, ' of 500 points'),
  await measureDrop(await newPage(browser)),
  await measureLibrary(await newPage(browser)),
]
