/** What opening a project fetches: nothing of what is opened by a press, and not more code than it did. */
import { gzipSync } from 'node:zlib'
import { expect, test } from './fixture'
import { BenchHand, makeProject } from './bench'

/** Code of the first load may weigh so much, compressed, in kilobytes: what it weighs now and a little. */
const MOST_KB = 690

/** Words of code that comes when it is first wanted: charts, boolean operations, dialogs. */
const LATER = ['plotly', 'PaperScope', 'library-title']

test('opening a project fetches no code that waits for a press, and no more than it did', async ({ page, request }) => {
  const id = await makeProject(request, [{ id: 'f', box: { cx: 400, cy: 300, w: 200, h: 200 } }])
  const codes: Promise<Buffer>[] = []
  page.on('response', (response) => {
    if (response.request().resourceType() === 'script') codes.push(response.body())
  })
  await BenchHand.open(page, id)
  // What comes by itself after the sheet is shown belongs to it.
  await page.waitForTimeout(1500)
  const loaded = await Promise.all(codes)
  const weight = loaded.reduce((sum, code) => sum + gzipSync(code).length, 0) / 1000
  expect(loaded.length).toBeGreaterThan(10)
  expect(weight).toBeLessThan(MOST_KB)
  for (const word of LATER)
    expect(
      loaded.some((code) => code.includes(word)),
      word,
    ).toBe(false)
})
