/** Finishes and adjustments: dragging among 24 dressed frames, exporting that sheet, megapixels adjusted a second. */
import { mkdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Browser } from '@playwright/test'
import sharp from 'sharp'
import { ADJUSTMENT_KEYS, withStrength, type Adjustments } from '@/core/adjust/adjustments'
import { adjustedPixels } from '@/core/adjust/pixels'
import { adjustPictures } from '@/core/document/edits/adjust'
import { putLayer } from '@/core/document/edits/finishes'
import type { Plate } from '@/core/adjust/plate'
import { addPicture } from '@/core/document/edits/project'
import { newProject, newSheet } from '@/core/document/create'
import type { Project } from '@/core/document/types'
import { newLayer } from '@/core/finish/layers'
import { exportSheet } from '@/server/export/write'
import { BASE, dragFigures, newPage } from './browser'
import { store, upload, withFilled } from './made'
import { median } from './numbers'

const FRAMES = 24
const COLUMNS = 6
const SIZE = { w: 1200, h: 820 }
const TONES: Adjustments = { exposure: 0.2, contrast: 0.15, warmth: 0.2, saturation: 0.1 }

const grainy = async (seed: number): Promise<Buffer> => {
  const noise = { type: 'gaussian', mean: 90 + (seed % 12) * 10, sigma: 25 } as const
  const grain = await sharp({ create: { width: 600, height: 450, channels: 3, background: '#888', noise } })
    .png()
    .toBuffer()
  return sharp(grain).resize(2400, 1800).jpeg().toBuffer()
}

interface Shown {
  readonly hash: string
  readonly w: number
  readonly h: number
}

/** 24 rounded frames, each with a picture; dressed, also with a stroke, a blurred shadow and adjusted tones. */
const sheetOf24 = (pictures: readonly Shown[], isDressed: boolean): Project => {
  let project: Project = newProject(
    'p',
    'Dressed',
    newSheet('s', 'Post', { unit: 'px', size: SIZE, ppi: 72, bleed: 0 }),
  )
  pictures.forEach(({ hash, w, h }, n) => {
    const box = { cx: 110 + 196 * (n % COLUMNS), cy: 110 + 200 * Math.floor(n / COLUMNS), w: 160, h: 160 }
    project = addPicture(project, {
      pictureId: `pic-${n}`,
      picture: { name: `n${n}`, pixels: { w, h }, hash, tags: [] },
    })
    project = withFilled(project, { sheetId: 's', frameId: `f-${n}`, box, pictureId: `pic-${n}` })
  })
  if (!isDressed) return project
  const at = { sheetId: 's', ids: pictures.map((_, n) => `f-${n}`) }
  const layers = [newLayer('shadow', 'fall', 12), newLayer('stroke', 'edge', 7)]
  const finished = layers.reduce((held, layer) => putLayer(held, { ...at, layer }), project)
  return adjustPictures(finished, { ...at, change: () => TONES })
}

/** Dragging one of 24 dressed frames. */
export const measureDressed = async (browser: Browser): Promise<string> => {
  const pictures: Shown[] = []
  for (let n = 0; n < FRAMES; n += 1) {
    const body = await grainy(n)
    const { hash, width: w, height: h } = await upload(body, `d${n}.jpg`)
    pictures.push({ hash, w, h })
  }
  const id = await store(sheetOf24(pictures, true))
  const page = await newPage(browser)
  await page.goto(`${BASE}/projects/${id}`)
  await page.locator('canvas[data-ready="true"]').waitFor()
  await page.waitForTimeout(2500)
  const paper = await page.locator('[data-paper]').boundingBox()
  if (!paper) throw new TypeError('no paper')
  const scale = paper.width / SIZE.w
  const at = { x: paper.x + (110 + 196 * 2) * scale, y: paper.y + 310 * scale }
  await page.mouse.click(at.x, at.y)
  return `dragging one of 24 frames with stroke, blurred shadow and adjusted tones | ${await dragFigures(page, at, { x: 40, y: 30 })}`
}

/** Export of that sheet at twice its size, dressed, beside the same sheet without finishes and adjustments. */
export const measureDressedExport = async (folder: string): Promise<string> => {
  await mkdir(folder, { recursive: true })
  const files: Record<string, string> = {}
  const pictures: Shown[] = []
  for (let n = 0; n < FRAMES; n += 1) {
    const hash = String(n + 500).padStart(64, '0')
    const file = path.join(folder, `dressed-${n}.jpg`)
    await writeFile(file, await grainy(n))
    files[hash] = file
    pictures.push({ hash, w: 2400, h: 1800 })
  }
  const seconds = async (isDressed: boolean): Promise<number> => {
    const started = performance.now()
    await exportSheet({
      project: sheetOf24(pictures, isDressed),
      sheetId: 's',
      files,
      options: { format: 'png', sizing: { by: 'ppi', ppi: 144 }, quality: 90, bleed: false },
      out: path.join(folder, 'dressed.png'),
    })
    return (performance.now() - started) / 1000
  }
  const [plain, dressed]: [number[], number[]] = [[], []]
  for (let i = 0; i < 5; i += 1) {
    plain.push(await seconds(false))
    dressed.push(await seconds(true))
  }
  const ratio = median(dressed) / median(plain)
  return `export of those 24 frames at ${SIZE.w * 2} × ${SIZE.h * 2} px | ${median(dressed).toFixed(2)} s | the same without finishes and adjustments ${median(plain).toFixed(2)} s, ${ratio.toFixed(2)}×`
}

const MEGA = 24
const LARGE = { w: 6000, h: 4000 }

const timed = async (work: () => unknown): Promise<number> => {
  const times: number[] = []
  for (let i = 0; i < 3; i += 1) {
    const started = performance.now()
    await work()
    times.push((performance.now() - started) / 1000)
  }
  return median(times)
}

/** Blurs of 24 megapixels beside libvips held to one thread. */
const measureBlurs = async (plate: Plate): Promise<string> => {
  const { w, h } = LARGE
  const rgba = { raw: { width: w, height: h, channels: 4 } } as const
  const rgb = await sharp(Buffer.from(plate.data.buffer), rgba).removeAlpha().raw().toBuffer()
  const threads = sharp.concurrency()
  sharp.concurrency(1)
  const found: string[] = []
  for (const deviation of [4, 16, 64]) {
    const own = await timed(() => adjustedPixels(plate, { blur: deviation / h }))
    const vips = await timed(() =>
      sharp(rgb, { raw: { width: w, height: h, channels: 3 } })
        .blur(deviation)
        .raw()
        .toBuffer(),
    )
    found.push(`σ ${deviation} px ${own.toFixed(2)} s beside ${vips.toFixed(2)} s, ${(own / vips).toFixed(1)}×`)
  }
  sharp.concurrency(threads)
  return `blurring ${MEGA} megapixels | ${found.join('; ')} (libvips, one thread)`
}

/** Megapixels a second of every adjustment, beside copying the pixels; and blurs beside libvips. */
export const measureAdjustments = async (): Promise<readonly string[]> => {
  const { w: width, h: height } = LARGE
  const data = Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) => (i % 4 === 3 ? 255 : (i * 37) % 256))
  const plate: Plate = { data, width, height, part: { x0: 0, y0: 0, x1: width, y1: height }, picture: LARGE }
  const floor = await timed(() => data.slice())
  const each: string[] = []
  const kinds = [
    ['tones and colours together', TONES] as const,
    ...ADJUSTMENT_KEYS.map((key) => [key, withStrength({}, key, key === 'blur' ? 0.01 : 0.5)] as const),
  ]
  for (const [name, adjustments] of kinds) {
    const of: Adjustments =
      adjustments.vignette === undefined ? adjustments : { vignette: { ...adjustments.vignette, of: 'picture' } }
    each.push(`${name} ${(MEGA / (await timed(() => adjustedPixels(plate, of)))).toFixed(0)}`)
  }
  return [
    `adjustments of ${MEGA} megapixels, megapixels a second | ${each.join(', ')} | copying the pixels ${(MEGA / floor).toFixed(0)}`,
    await measureBlurs(plate),
  ]
}
