/** Work that goes on and on takes no more memory: 200 drags, 500 pictures scrolled to and fro, 50 exports. */
import { execFileSync } from 'node:child_process'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { BenchHand } from './bench'
import { killServers, startServer } from './installation'
import type { PictureAnswer } from '@/contract/api'
import type { ExportRequest, ExportState } from '@/contract/exports'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import type { Project } from '@/core/document/types'

const PORT = 3278
const BASE = `http://127.0.0.1:${PORT}`
/** What a page or a server may take more after much work: its history and its caches, in megabytes. */
const MORE = { heap: 6, server: 60 }

const pictureOf = (n: number): Promise<Buffer> => {
  const background = { r: n % 256, g: (n * 7) % 256, b: n >> 1 }
  return sharp({ create: { width: 60 + (n % 50), height: 50 + (n % 37), channels: 3, background } })
    .png()
    .toBuffer()
}

const upload = async (n: number): Promise<PictureAnswer> => {
  const body = new Uint8Array(await pictureOf(n))
  const answer = await fetch(`${BASE}/api/pictures?name=p${n}.png`, { method: 'POST', body })
  expect(answer.ok).toBe(true)
  return (await answer.json()) as PictureAnswer
}

const uploadAll = async (count: number): Promise<readonly PictureAnswer[]> => {
  const stored: PictureAnswer[] = []
  for (let n = 0; n < count; n += 4) stored.push(...(await Promise.all([n, n + 1, n + 2, n + 3].map(upload))))
  return stored
}

/** Twelve discs of a picture each. */
const discs = (stored: readonly PictureAnswer[]): Project => {
  const sheet = newSheet('s', 'Sheet 1', { unit: 'px', size: { w: 800, h: 600 }, ppi: 72, bleed: 0 })
  let project = newProject('x', 'Much', sheet)
  for (const [n, { hash, name, width: w, height: h }] of stored.slice(0, 12).entries()) {
    const pictureId = `pic-${n}`
    const box = { cx: 110 + 190 * (n % 4), cy: 110 + 190 * Math.floor(n / 4), w: 150, h: 150 }
    project = addPicture(project, { pictureId, picture: { name, pixels: { w, h }, hash, tags: [] } })
    project = addFrame(project, { sheetId: 's', frame: newFrame(`f${n}`, { kind: 'ellipse' }, box) })
    project = placePicture(project, { sheetId: 's', frameId: `f${n}`, pictureId })
  }
  return project
}

const stored = async (document: Project): Promise<string> => {
  const made = await fetch(`${BASE}/api/projects`, { method: 'POST', body: JSON.stringify({ document }) })
  expect(made.status).toBe(201)
  return ((await made.json()) as { id: string }).id
}

/** Megabytes that are still in use on the page once all else is collected. */
const heapOf = async (page: Page): Promise<number> => {
  const session = await page.context().newCDPSession(page)
  await session.send('HeapProfiler.enable')
  for (let i = 0; i < 3; i += 1) await session.send('HeapProfiler.collectGarbage')
  const { usedSize } = await session.send('Runtime.getHeapUsage')
  await session.detach()
  return usedSize / 1e6
}

/** Resident megabytes of a server and the processes it works with (POSIX ps). */
const residentOf = (group: number): number => {
  const told = execFileSync('ps', ['-e', '-o', 'pgid=,rss='], { encoding: 'utf8' })
  const rows = told.trim().split('\n')
  const own = rows.map((row) => row.trim().split(/\s+/).map(Number)).filter(([pgid]) => pgid === group)
  return own.reduce((sum, [, kilobytes = 0]) => sum + kilobytes / 1024, 0)
}

test.afterEach(killServers)

test('a page is as light after 200 drags and 500 pictures scrolled, a server after 50 exports', async ({ browser }) => {
  test.setTimeout(600_000)
  const data = await mkdtemp(path.join(tmpdir(), 'stencil-memory-'))
  try {
    const server = await startServer(data, PORT)
    const id = await stored(discs(await uploadAll(500)))
    const context = await browser.newContext({ baseURL: BASE, viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    const hand = await BenchHand.open(page, id)

    const there = [await hand.at({ x: 110, y: 110 }), await hand.at({ x: 150, y: 110 })] as const
    const drags = async (count: number): Promise<void> => {
      for (let i = 0; i < count; i += 1) {
        const [a, b] = i % 2 ? [there[1], there[0]] : there
        await page.mouse.move(a.x, a.y)
        await page.mouse.down()
        await page.mouse.move((a.x + b.x) / 2, a.y)
        await page.mouse.move(b.x, b.y, { steps: 3 })
        await page.mouse.up()
      }
      await hand.ready()
    }
    await drags(40)
    const beforeDrags = await heapOf(page)
    await drags(200)
    const afterDrags = await heapOf(page)
    expect(afterDrags - beforeDrags).toBeLessThan(MORE.heap)

    const strip = page.locator('[data-supply]').first()
    const { x = 0, y = 0 } = (await strip.boundingBox()) ?? {}
    await page.mouse.move(x + 20, y + 20)
    const scrolled = async (): Promise<void> => {
      const atStart = await strip.getAttribute('aria-label')
      for (const by of [900, -900]) {
        for (let i = 0; i < 70; i += 1) {
          await page.mouse.wheel(0, by)
          await page.waitForTimeout(16)
        }
        // The first that is made is another one at the far end.
        const now = await strip.getAttribute('aria-label')
        expect(now === atStart).toBe(by < 0)
      }
    }
    await scrolled()
    const beforeScrolling = await heapOf(page)
    for (let i = 0; i < 3; i += 1) await scrolled()
    expect((await heapOf(page)) - beforeScrolling).toBeLessThan(MORE.heap)
    await context.close()

    const request: ExportRequest = {
      sheetIds: ['s'],
      pattern: '{sheet}',
      format: 'png',
      sizing: { by: 'scale', scale: 2 },
      quality: 90,
      bleed: false,
    }
    const exported = async (): Promise<void> => {
      const begun = await fetch(`${BASE}/api/projects/${id}/exports`, { method: 'POST', body: JSON.stringify(request) })
      const { id: job } = (await begun.json()) as { id: string }
      const state = async (): Promise<string> => {
        const told = (await (await fetch(`${BASE}/api/exports/${job}`)).json()) as ExportState
        return told.state
      }
      await expect.poll(state, { intervals: [50] }).toBe('done')
    }
    for (let i = 0; i < 15; i += 1) await exported()
    const before = residentOf(server.pid ?? 0)
    expect(before).toBeGreaterThan(50)
    for (let i = 0; i < 50; i += 1) await exported()
    expect(residentOf(server.pid ?? 0) - before).toBeLessThan(MORE.server)
  } finally {
    killServers()
    await rm(data, { recursive: true, force: true })
  }
})
