// Takes the pictures of docs/screenshots from a running demo. usage: node scripts/screenshots.mjs [ADDRESS]
import { mkdirSync } from 'node:fs'
import { chromium } from '@playwright/test'

const base = process.argv[2] ?? 'http://127.0.0.1:3210'
const folder = 'docs/screenshots'
mkdirSync(folder, { recursive: true })

const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update'],
})
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB', colorScheme: 'light' })
const shot = async (name) => {
  await page.evaluate(() => document.fonts.ready)
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${folder}/${name}.png` })
}
const openBench = async (id = 'demo-opening-day') => {
  await page.goto(`${base}/projects/${id}`)
  await page.locator('canvas[data-ready="true"]').waitFor()
}

await page.goto(base)
await page.locator('img[alt="First sheet of Opening-day post"]').waitFor()
await page.waitForTimeout(1500)
await shot('projects')
await page.getByRole('button', { name: 'New sheet' }).first().click()
await page.getByRole('button', { name: /^A5 card/ }).click()
await shot('new-sheet')

await openBench()
await page.mouse.click(630, 300)
await page.mouse.move(300, 640)
await shot('bench-whole')
await page.keyboard.press('p')
await shot('bench-picture')
await page.keyboard.press('o')
await shot('bench-outline')
await page.keyboard.press('w')
const tile = await page.locator('[data-supply]').filter({ hasText: 'ode' }).boundingBox()
await page.mouse.move(tile.x + 20, tile.y + 20)
await page.mouse.down()
await page.mouse.move(700, 500, { steps: 6 })
await page.mouse.move(830, 280, { steps: 6 })
await shot('drop-preview')
await page.keyboard.press('Escape')
await page.mouse.up()
await page.getByRole('button', { name: 'Export', exact: true }).click()
await page.getByRole('button', { name: 'Export PNG' }).click()
await page.locator('[data-export-done]').waitFor()
await shot('export')

const table = page.locator('[data-region="table"]')
await openBench()
await table.focus()
await page.keyboard.press('l')
await page.keyboard.press('Control+a')
await page.getByRole('button', { name: 'Show names, hide and lock' }).click()
await page.waitForTimeout(600)
const paper = await page.locator('[class*="paper"]').boundingBox()
const spot = (x, y) => [paper.x + (paper.width * x) / 1080, paper.y + (paper.height * y) / 1080]
await page.keyboard.press('Escape')
await page.mouse.click(...spot(600, 720))
await page.keyboard.down('Shift')
await page.mouse.click(...spot(880, 720))
await page.keyboard.up('Shift')
await page.mouse.move(...spot(600, 720))
await page.mouse.down()
await page.mouse.move(...spot(560, 640), { steps: 5 })
await page.mouse.move(...spot(496, 683), { steps: 6 })
await shot('several')
await page.keyboard.press('Escape')
await page.mouse.up()

await openBench()
await page.getByRole('button', { name: 'Background', exact: true }).click()
await page.getByRole('button', { name: /Lay a veil/ }).click()
await page.getByRole('button', { name: /^Veil: / }).click()
await page.waitForTimeout(900)
await shot('background')
await page.keyboard.press('Escape')
await table.focus()
await page.keyboard.press('Control+z')
await page.getByRole('button', { name: 'Library', exact: true }).click()
await page.waitForTimeout(800)
await page.locator('[data-picture]').filter({ hasText: 'gull-steps-dusk' }).click()
await page.waitForTimeout(800)
await shot('library')
await page.getByRole('button', { name: 'Close', exact: true }).click()
await page.getByRole('button', { name: 'Stock', exact: true }).click()
await page.waitForTimeout(3000)
await shot('stock')

await openBench()
const at = async (x, y) => {
  const sheet = await page.locator('[class*="paper"]').boundingBox()
  return [sheet.x + (sheet.width * x) / 1080, sheet.y + (sheet.height * y) / 1080]
}
await page.getByRole('tab', { name: 'Stencils' }).click()
const edge = await page.getByRole('separator', { name: 'Height of the supplies' }).boundingBox()
await page.mouse.move(640, edge.y + 3)
await page.mouse.down()
await page.mouse.move(640, edge.y - 160, { steps: 8 })
await page.mouse.up()
await page.mouse.click(...(await at(600, 720)))
await page.mouse.move(300, 640)
await shot('stencils')
await openBench()
await page.mouse.click(...(await at(735, 395)))
await table.focus()
await page.keyboard.press('y')
await page.locator('[data-grip="node-0-2"]').click()
await shot('points')
await page.keyboard.press('Escape')
await page.keyboard.press('Escape')
await page.keyboard.press('Escape')
await page.keyboard.press('q')
for (const [x, y] of [
  [180, 420],
  [250, 300],
  [400, 330],
])
  await page.mouse.click(...(await at(x, y)))
await page.mouse.move(...(await at(440, 520)))
await page.mouse.down()
await page.mouse.move(...(await at(400, 610)), { steps: 6 })
await page.mouse.up()
await page.mouse.move(...(await at(250, 590)))
await shot('tracing')
await page.keyboard.press('Escape')
await page.mouse.click(...(await at(880, 720)))
await page.getByRole('button', { name: 'Cut a part of this picture out by its colour' }).click()
await page.mouse.click(...(await at(880, 660)))
await page.waitForTimeout(2500)
await shot('by-colour')
await page.keyboard.press('Escape')
await page.getByRole('tab', { name: 'Stencils' }).click()
await page.getByRole('button', { name: 'From artwork' }).click()
const drawing = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 120 80"><g transform="translate(8 8)"><path id="gull" d="M0 30Q20 0 50 20Q80 0 100 30Q78 16 50 36Q22 16 0 30Z"/><circle id="sun" cx="26" cy="52" r="11"/><path id="window" fill-rule="evenodd" d="M56 42h40v24h-40zM64 48h24v12h-24z"/></g><rect id="border" x="2" y="2" width="116" height="76" fill="none" stroke="#000"/></svg>`
await page
  .getByLabel('Artwork files')
  .setInputFiles({ name: 'headland-sign.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(drawing) })
await page.waitForTimeout(900)
await shot('artwork')

await openBench('demo-crew-cards')
await table.focus()
await page.keyboard.press('j')
for (const name of ['ode', 'brannoch', 'tamsel', 'wivvy'])
  await page
    .locator(`[data-stack-id="frame-${name}"]`)
    .getByRole('button')
    .first()
    .click({ modifiers: ['Shift'] })
await page.waitForTimeout(900)
await shot('matching')
await table.focus()
await page.keyboard.press('PageDown')
await page.waitForTimeout(1200)
await page.locator('[data-stack-id="group-places"]').getByRole('button').nth(1).click()
await shot('mosaic')

await openBench()
await page
  .locator('[data-file-input]')
  .setInputFiles([
    { name: 'letter-from-ode.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('Dear crew, the kites are up.') },
  ])
await page.locator('[role="alert"]').first().waitFor()
await page.mouse.click(...(await at(600, 720)))
await shot('fault')
await browser.close()
