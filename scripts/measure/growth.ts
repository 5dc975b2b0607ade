/** How cost grows with frames, pictures and sheets: opening, saving a step, dragging, a thumbnail, an export, memory. */
import type { Browser, Page } from '@playwright/test'
import sharp from 'sharp'
import type { OpenedProject, PictureAnswer } from '@/contract/api'
import type { ExportRequest, ExportState } from '@/contract/exports'
import { newProject, newSheet } from '@/core/document/create'
import { moveItems } from '@/core/document/edits/items'
import { addSheet } from '@/core/document/edits/sheets'
import type { Project } from '@/core/document/types'
import { BASE, newPage } from './browser'
import { busyFigures } from './busy'
import { store, upload, withFilled, withPictures } from './made'
import { median } from './numbers'

const SIDE = 2000
const COLUMNS = 50
const STEPS = 12
const BATCH = 8

/** How much there is of each; every sheet has as many frames. */
interface Amounts {
  readonly frames: number
  readonly pictures: number
  readonly sheets: number
}

const sheetOfSide = (id: string) => newSheet(id, id, { unit: 'px', size: { w: SIDE, h: SIDE }, ppi: 72, bleed: 0 })

const projectOf = ({ frames, pictures, sheets }: Amounts, stored: readonly PictureAnswer[]): Project => {
  let project = withPictures(newProject('p', 'Growth', sheetOfSide('s0')), stored.slice(0, pictures))
  for (let s = 1; s < sheets; s += 1) project = addSheet(project, { sheet: sheetOfSide(`s${s}`), after: `s${s - 1}` })
  for (const sheetId of project.order)
    for (let n = 0; n < frames; n += 1) {
      const box = { cx: 20 + 40 * (n % COLUMNS), cy: 20 + 40 * Math.floor(n / COLUMNS), w: 36, h: 36 }
      const pictureId = `pic-${n % pictures}`
      project = withFilled(project, { sheetId, frameId: `${sheetId}-f${n}`, box, pictureId })
    }
  return project
}

const tiny = (n: number): Promise<Buffer> => {
  const background = { r: n % 256, g: n >> 3, b: 90 }
  return sharp({ create: { width: 90 + (n % 60), height: 80 + (n % 47), channels: 3, background } })
    .jpeg()
    .toBuffer()
}

const picturesStored = async (count: number): Promise<readonly PictureAnswer[]> => {
  const stored: PictureAnswer[] = []
  for (let n = 0; n < count; n += BATCH)
    stored.push(
      ...(await Promise.all(
        Array.from({ length: Math.min(BATCH, count - n) }, async (_, k) => upload(await tiny(n + k), `t${n + k}.jpg`)),
      )),
    )
  return stored
}

const timed = async (work: () => Promise<unknown>): Promise<number> => {
  const started = performance.now()
  await work()
  return performance.now() - started
}

/** Milliseconds that a saved step takes, over HTTP. */
const stepping = async (id: string, frameId: string): Promise<number> => {
  const opened = (await (await fetch(`${BASE}/api/projects/${id}`)).json()) as OpenedProject
  let { project } = opened
  const times: number[] = []
  for (let i = 0; i < STEPS; i += 1) {
    const {
      forward,
      inverse,
      project: next,
    } = moveItems.record(project, {
      sheetId: 's0',
      ids: [frameId],
      delta: { x: 1, y: 0 },
    })
    project = next
    const steps = [{ id: `growth-${i}`, kind: 'do', name: 'Move', forward, inverse }]
    const body = JSON.stringify({ base: opened.revision + i, steps })
    times.push(
      await timed(async () => {
        const answer = await fetch(`${BASE}/api/projects/${id}/steps`, { method: 'POST', body })
        if (!answer.ok) throw new TypeError(await answer.text())
        await answer.text()
      }),
    )
  }
  return median(times)
}

const exported = async (id: string, sheetIds: readonly string[]): Promise<void> => {
  const request: ExportRequest = {
    sheetIds,
    pattern: '{sheet}',
    format: 'png',
    sizing: { by: 'scale', scale: 0.25 },
    quality: 90,
    bleed: false,
  }
  const begun = await fetch(`${BASE}/api/projects/${id}/exports`, { method: 'POST', body: JSON.stringify(request) })
  const { id: job } = (await begun.json()) as { id: string }
  for (;;) {
    const state = (await (await fetch(`${BASE}/api/exports/${job}`)).json()) as ExportState
    if (state.state === 'done') return
    if (state.state !== 'running' && state.state !== 'waiting') throw new TypeError(JSON.stringify(state))
    await new Promise((resolve) => setTimeout(resolve, 20))
  }
}

const heapMegabytes = async (page: Page): Promise<number> => {
  const session = await page.context().newCDPSession(page)
  await session.send('HeapProfiler.enable')
  await session.send('HeapProfiler.collectGarbage')
  const { usedSize } = await session.send('Runtime.getHeapUsage')
  return usedSize / 1e6
}

const rowOf = async (browser: Browser, amounts: Amounts, stored: readonly PictureAnswer[]): Promise<string> => {
  const project = projectOf(amounts, stored)
  const id = await store(project)
  const page = await newPage(browser)
  const opened = await timed(async () => {
    await page.goto(`${BASE}/projects/${id}`)
    await page.locator('canvas[data-ready="true"]').waitFor({ timeout: 120_000 })
  })
  await page.waitForTimeout(1500)
  const paper = await page.locator('[data-paper]').boundingBox()
  if (!paper) throw new TypeError('no paper')
  const scale = paper.width / SIDE
  const at = { x: paper.x + 60 * scale, y: paper.y + 20 * scale }
  await page.mouse.click(at.x, at.y)
  await page.waitForTimeout(500)
  const drag = await busyFigures(page, at, { x: 40, y: 30 })
  const memory = await heapMegabytes(page)
  await page.close()
  const step = await stepping(id, 's0-f0')
  const thumbnail = await timed(async () => {
    const answer = await fetch(`${BASE}/api/projects/${id}/thumbnail?revision=${1e6}`)
    await answer.arrayBuffer()
  })
  const out = await timed(() => exported(id, project.order))
  const { frames, pictures, sheets } = amounts
  return `growth: ${frames} frames a sheet, ${pictures} pictures, ${sheets} sheets | opened ${opened.toFixed(0)} ms | a step ${step.toFixed(0)} ms | a move ${drag.median.toFixed(1)} ms (95%: ${drag.most.toFixed(1)}) | thumbnail ${thumbnail.toFixed(0)} ms | export ${(out / 1000).toFixed(2)} s | heap of the page ${memory.toFixed(0)} MB`
}

export const measureGrowth = async (browser: Browser): Promise<readonly string[]> => {
  const stored = await picturesStored(2000)
  const rows: string[] = []
  const all: readonly Amounts[] = [
    ...[10, 100, 1000, 2000].map((frames) => ({ frames, pictures: 20, sheets: 1 })),
    ...[200, 2000].map((pictures) => ({ frames: 10, pictures, sheets: 1 })),
    ...[26, 400].map((sheets) => ({ frames: 10, pictures: 20, sheets })),
  ]
  for (const amounts of all) {
    rows.push(await rowOf(browser, amounts, stored))
    // One takes minutes: what is found so far is not lost.
    console.error(rows.at(-1))
  }
  return rows
}
