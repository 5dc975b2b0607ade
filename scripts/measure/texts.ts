/** Texts that wrap: from a key to its letter on the sheet, in a text of 2,000 letters. */
import type { Browser } from '@playwright/test'
import { newProject, newSheet } from '@/core/document/create'
import { addText } from '@/core/document/edits/texts'
import { newText } from '@/core/document/text'
import { FIRST_LAYOUT } from '@/core/text/block'
import { flowOf } from '@/core/text/flow'
import { textPath } from '@/core/text/outline'
import { setText } from '@/core/text/setting'
import { readFace } from '@/faces/fontkit'
import { faceBytes } from '@/server/faces/catalogue'
import { BASE, newPage, pressesToPaint } from './browser'
import { store } from './made'
import { median, percentile } from './numbers'

const FACE = { id: 'lora', name: 'Lora' }
const SAID = 'The tide is out at Gull Steps, and everybody goes down to the sand with a kite and a sandwich. '
const TEXT = SAID.repeat(Math.ceil(2000 / SAID.length)).slice(0, 2000)
const SIZE = { w: 1000, h: 900 }

const stencil = async () => {
  const { face } = readFace(await faceBytes(FACE.id))
  const set = () => setText(TEXT, [{ face: FACE, size: 22, length: TEXT.length }], () => face)
  set()
  const from = performance.now()
  const { runs, drawings } = set()
  return {
    text: { kind: 'text', text: TEXT, runs, drawings, ...FIRST_LAYOUT } as const,
    setting: performance.now() - from,
  }
}

/** Setting, flowing and outlining by themselves. */
const apart = async (): Promise<string> => {
  const { text, setting } = await stencil()
  const flows: number[] = []
  const outlines: number[] = []
  for (let i = 0; i < 21; i += 1) {
    const size = { w: SIZE.w - i, h: SIZE.h }
    const from = performance.now()
    flowOf(text, size)
    flows.push(performance.now() - from)
    const then = performance.now()
    textPath(text, size)
    outlines.push(performance.now() - then)
  }
  return `a text of 2,000 letters | set in ${setting.toFixed(1)} ms, flowed in ${median(flows).toFixed(1)} ms, outlined in ${median(outlines).toFixed(1)} ms | one frame of the screen is 16.7 ms`
}

/** Milliseconds from keys to the canvas that shows what they changed. */
const writing = async (browser: Browser): Promise<string> => {
  const { text } = await stencil()
  const sheet = newSheet('s', 'Text', { unit: 'px', size: { w: 1200, h: 1000 }, ppi: 72, bleed: 0 })
  const frame = newText('t', text, { cx: 600, cy: 500, ...SIZE }, '#22282b')
  const project = addText(newProject('p', 'A long text', sheet), { sheetId: 's', frame })
  const id = await store(project)
  const page = await newPage(browser)
  await page.goto(`${BASE}/projects/${id}`)
  await page.locator('canvas[data-ready="true"]').waitFor()
  await page.waitForTimeout(1500)
  const paper = await page.locator('[data-paper]').boundingBox()
  if (!paper) throw new TypeError('no paper')
  await page.mouse.dblclick(paper.x + paper.width / 2, paper.y + paper.height * 0.2)
  await page.locator('[data-writing]').waitFor()
  await page.waitForTimeout(800)
  const waits = await pressesToPaint(page, [...'kites over the dunes'])
  await page.close()
  return `from a key to its letter in a text of 2,000 letters, ${waits.length} strokes | ${median(waits).toFixed(1)} ms (95%: ${percentile(waits, 0.95).toFixed(1)}) | one frame of the screen is 16.7 ms`
}

export const measureTexts = async (browser: Browser): Promise<readonly string[]> => [
  await apart(),
  await writing(browser),
]
