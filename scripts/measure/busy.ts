/** How long the page's main thread is busy with each move of a drag, and how many frames of the screen it misses. */
import type { Page } from '@playwright/test'
import { intervals } from './browser'
import { median, percentile } from './numbers'

const MOVES = 300
/** A frame of the screen that comes later than this after the one before was missed, in milliseconds. */
const LATE = 25

export interface BusyFigures {
  /** Milliseconds a move. */
  readonly median: number
  readonly most: number
  /** Share of frames that came late. */
  readonly missed: number
  readonly repainted: number
}

/** Drags from a point of the window along a curve that reaches `by` pixels, a move a frame; or only moves there. */
export const busyFigures = async (
  page: Page,
  at: { readonly x: number; readonly y: number },
  by: { readonly x: number; readonly y: number },
  isHeld = true,
): Promise<BusyFigures> => {
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  const busy = async (): Promise<number> => {
    const { metrics } = await session.send('Performance.getMetrics')
    return 1000 * (metrics.find(({ name }) => name === 'TaskDuration')?.value ?? NaN)
  }
  const times: number[] = []
  const repainted: number[] = []
  await page.mouse.move(at.x, at.y)
  if (isHeld) await page.mouse.down()
  // The first moves tell a drag from a press, and what lies still is composed.
  for (let i = 1; i < 12; i += 1) await page.mouse.move(at.x + i, at.y)
  const late = await intervals(page, async () => {
    for (let i = 0; i < MOVES; i += 1) {
      const before = await busy()
      await page.mouse.move(at.x + by.x * Math.sin(i / 19), at.y + by.y * Math.cos(i / 17))
      repainted.push(
        await page.evaluate(
          () =>
            new Promise<number>((done) =>
              requestAnimationFrame(() =>
                setTimeout(() => done(Number(document.querySelector('canvas')?.dataset['repainted'])), 0),
              ),
            ),
        ),
      )
      times.push((await busy()) - before)
    }
  })
  if (isHeld) await page.mouse.up()
  const missed = late.filter((interval) => interval > LATE).length / late.length
  return { median: median(times), most: percentile(times, 0.95), missed, repainted: median(repainted) }
}

export const busyRow = ({ median: middle, most, missed, repainted }: BusyFigures): string =>
  `main thread busy a move: median ${middle.toFixed(1)} ms, 95%: ${most.toFixed(1)} ms | ${(100 * missed).toFixed(1)}% of frames missed | ${repainted} bitmaps repainted a move`
