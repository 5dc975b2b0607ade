/** The program and a browser for measuring, and the intervals between its frames. */
import { spawn, type ChildProcess } from 'node:child_process'
import { chromium, type Browser, type Page } from '@playwright/test'
import { median, percentile } from './numbers'

const PORT = 3273
export const BASE = `http://127.0.0.1:${PORT}`

const serve = async (data: string): Promise<ChildProcess> => {
  const server = spawn(
    'node',
    ['node_modules/next/dist/bin/next', 'start', '--hostname', '127.0.0.1', '--port', String(PORT)],
    {
      env: { ...process.env, EAGER_STENCIL_DATA: data },
      stdio: 'ignore',
      detached: true,
    },
  )
  for (let i = 0; i < 100; i += 1) {
    if (
      await fetch(`${BASE}/api/projects`).then(
        (r) => r.ok,
        () => false,
      )
    )
      return server
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new TypeError('the server did not start')
}

/** Milliseconds from each key, and from its taking back, to the canvas that shows what it changed. */
export const pressesToPaint = async (page: Page, keys: readonly string[]): Promise<readonly number[]> => {
  await page.evaluate(() => {
    const held = window as typeof window & { waits?: number[]; pressed?: number }
    held.waits = []
    window.addEventListener('keydown', () => (held.pressed = performance.now()), true)
    const canvas = document.querySelector('[data-region="table"] canvas')
    new MutationObserver(() => {
      if (held.pressed === undefined) return
      held.waits?.push(performance.now() - held.pressed)
      delete held.pressed
    }).observe(canvas as Node, { attributes: true, attributeFilter: ['data-paint-ms'] })
  })
  for (const key of keys) {
    await page.keyboard.press(key === ' ' ? 'Space' : key)
    await page.waitForTimeout(250)
    await page.keyboard.press('Backspace')
    await page.waitForTimeout(250)
  }
  return page.evaluate(() => (window as typeof window & { waits?: number[] }).waits ?? [])
}

/**
 * From now on notes the milliseconds from each key until the canvas says that all it waits for is there; with `atOnce` what
 * is there with the first painting counts too. `keyWaits` tells them.
 */
export const watchKeys = (page: Page, atOnce: boolean): Promise<void> =>
  page.evaluate((countsFirst) => {
    const held = window as typeof window & { pressed?: number; waits?: number[] }
    held.waits = []
    window.addEventListener('keydown', () => (held.pressed = performance.now()), true)
    const canvas = document.querySelector('[data-region="table"] canvas') as HTMLCanvasElement
    let hasWaited = false
    new MutationObserver(() => {
      if (held.pressed === undefined) return
      hasWaited ||= canvas.dataset['ready'] === 'false'
      const isSeen = hasWaited || (countsFirst && canvas.dataset['repainted'] !== '0')
      if (!isSeen || canvas.dataset['ready'] !== 'true') return
      held.waits?.push(performance.now() - held.pressed)
      delete held.pressed
      hasWaited = false
    }).observe(canvas, { attributes: true, attributeFilter: ['data-ready', 'data-paint-ms'] })
  }, atOnce)

/** What was noted since it was last asked. */
export const keyWaits = (page: Page): Promise<readonly number[]> =>
  page.evaluate(() => {
    const held = window as typeof window & { waits?: number[] }
    const waits = held.waits ?? []
    held.waits = []
    return waits
  })

/** Frame intervals while the page does nothing, or while `work` goes on. */
export const intervals = async (page: Page, work: () => Promise<void>): Promise<number[]> => {
  await page.evaluate(() => {
    const held = window as typeof window & { times?: number[]; goOn?: boolean }
    held.times = []
    held.goOn = true
    const tick = (now: number): void => {
      held.times?.push(now)
      if (held.goOn) requestAnimationFrame(tick)
    }
    requestAnimationFrame(tick)
  })
  await work()
  const times = await page.evaluate(() => {
    const held = window as typeof window & { times?: number[]; goOn?: boolean }
    held.goOn = false
    return held.times ?? []
  })
  return times.slice(1).map((time, i) => time - (times[i] ?? time))
}

/** The program on a data folder of its own, with a browser to look at it; both are gone after the task. */
export const withBrowser = async <T>(data: string, task: (browser: Browser) => Promise<T>): Promise<T> => {
  const server = await serve(data)
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  })
  try {
    return await task(browser)
  } finally {
    await browser.close()
    if (server.pid) process.kill(-server.pid, 'SIGKILL')
  }
}

export const newPage = (browser: Browser): Promise<Page> => browser.newPage({ viewport: { width: 1280, height: 800 } })

const MOVES = 120

/** Drags from a point of the window along a curve that reaches `by` pixels: bitmaps repainted, painting, intervals. */
export const dragFigures = async (
  page: Page,
  at: { readonly x: number; readonly y: number },
  by: { readonly x: number; readonly y: number },
): Promise<string> => {
  const idle = await intervals(page, () => page.waitForTimeout(1500))
  const repainted: number[] = []
  const paint: number[] = []
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  const moving = await intervals(page, async () => {
    for (let i = 0; i < MOVES; i += 1) {
      await page.mouse.move(at.x + by.x * Math.sin(i / 9), at.y + by.y * Math.cos(i / 7))
      const seen = await page
        .locator('[data-region="table"] canvas')
        .first()
        .evaluate((c: HTMLCanvasElement) => [c.dataset['repainted'], c.dataset['paintMs']].map(Number))
      repainted.push(seen[0] ?? NaN)
      paint.push(seen[1] ?? NaN)
    }
  })
  await page.mouse.up()
  const ratio = median(moving) / median(idle)
  return `repainted bitmaps a move: median ${median(repainted)}, most ${Math.max(...repainted)} | painting ${median(paint).toFixed(1)} ms, 95%: ${percentile(paint, 0.95).toFixed(1)} ms | interval ${median(moving).toFixed(1)} ms beside ${median(idle).toFixed(1)} ms of an empty loop, ${ratio.toFixed(2)}×`
}
