import { expect, test } from './fixture'
import sharp from 'sharp'
import { makeProject } from './bench'

test('a new sheet from a preset, and one of an own size in millimetres', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New sheet' }).first().click()
  await page.getByLabel('Name').fill('Kite poster')
  await page.getByRole('dialog').getByRole('button', { name: /^A4/ }).click()
  await expect(page.getByLabel('Width')).toHaveValue('210')
  await page.getByRole('button', { name: 'Make the sheet' }).click()
  await expect(page.getByText('Output 2480 × 3508 px')).toBeVisible()
  await page.goto('/')
  await page.getByRole('button', { name: 'New sheet' }).first().click()
  await page.getByLabel('Unit').click()
  await page.getByRole('option', { name: 'mm', exact: true }).click()
  await page.getByLabel('Width').fill('100+20')
  await page.getByLabel('Height').fill('2in')
  await page.getByLabel('Resolution (ppi)').fill('254')
  await page.getByLabel('Bleed').fill('3')
  await expect(page.getByText('1200 × 508 px')).toBeVisible()
  await page.getByRole('button', { name: 'Make the sheet' }).click()
  await expect(page.getByText('Output 1200 × 508 px')).toBeVisible()
})

test('sizes that cannot be are refused beside their field', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New sheet' }).first().click()
  await page.getByLabel('Width').fill('0')
  await page.getByLabel('Height').fill('10 elephants')
  await page.getByLabel('Resolution (ppi)').fill('0')
  await page.getByRole('button', { name: 'Make the sheet' }).click()
  await expect(page.getByText('More than 0, at most 200 in')).toBeVisible()
  await expect(page.getByText('Not a length: type 210')).toBeVisible()
  await expect(page.getByText('From 10 to 2400')).toBeVisible()
})

test('a project is renamed, duplicated, deleted and brought back', async ({ page, request }) => {
  await makeProject(request, [{ id: 'f-1', box: { cx: 400, cy: 300, w: 500, h: 400 }, filled: true }])
  await page.goto('/')
  const more = (name: string) => page.getByRole('button', { name: `More for ${name}`, exact: true }).first()
  await more('Bench test').click()
  await page.getByRole('menuitem', { name: 'Rename…' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Gull Steps card')
  await page.getByRole('button', { name: 'Rename' }).click()
  await more('Gull Steps card').click()
  await page.getByRole('menuitem', { name: 'Duplicate' }).click()
  await expect(page.getByText('Gull Steps card copy')).toBeVisible()
  await more('Gull Steps card copy').click()
  await page.getByRole('menuitem', { name: 'Delete' }).click()
  await expect(page.getByText('Gull Steps card copy was deleted.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'Open Gull Steps card copy' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Bring it back' }).click()
  await expect(page.getByRole('link', { name: 'Open Gull Steps card copy' })).toBeVisible()
  // The other way back: the list of what was deleted.
  await more('Gull Steps card copy').click()
  await page.getByRole('menuitem', { name: 'Delete' }).click()
  await page.reload()
  await page.getByText(/Deleted projects/).click()
  await page.getByRole('button', { name: 'Bring back Gull Steps card copy' }).click()
  await expect(page.getByRole('link', { name: 'Open Gull Steps card copy' })).toBeVisible()
})

test('a thumbnail shows the sheet as it is', async ({ page, request }) => {
  const id = await makeProject(request, [{ id: 'f-1', box: { cx: 200, cy: 300, w: 400, h: 600 }, filled: true }])
  await page.goto('/')
  const image = page.locator(`a[href="/projects/${id}"] img`)
  await expect.poll(() => image.evaluate((node: HTMLImageElement) => node.naturalWidth)).toBe(480)
  const bytes = await (await request.get(`/api/projects/${id}/thumbnail`)).body()
  const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true })
  const at = (x: number, y: number): number[] => [
    ...data.subarray((y * info.width + x) * info.channels, (y * info.width + x) * info.channels + 3),
  ]
  expect([info.width, info.height]).toEqual([480, 360])
  // The right half is the white sheet; the left shows the picture, redder to the right.
  for (const value of at(400, 180)) expect(value).toBeGreaterThan(248)
  expect(at(200, 180)[0] ?? 0).toBeGreaterThan((at(30, 180)[0] ?? 0) + 60)
})

test('an address where nothing is says so', async ({ page }) => {
  await page.goto('/projects/p-nothing')
  await expect(page.getByRole('alert').filter({ hasText: 'There is no such project here' })).toBeVisible()
  await page.goto('/nowhere')
  await expect(page.getByText('There is nothing at this address')).toBeVisible()
})

test('with no projects yet the demo is offered', async ({ page }) => {
  let filled = false
  await page.route('**/api/projects', (route) => (filled ? route.continue() : route.fulfill({ json: [] })))
  await page.route('**/api/demo', async (route) => {
    filled = true
    await route.fulfill({ status: 201, json: { id: 'demo-opening-day' } })
  })
  await page.goto('/')
  await expect(page.getByText('No projects yet')).toBeVisible()
  await page.getByRole('button', { name: 'Fill in the demo' }).click()
  await expect(page.getByText('No projects yet')).toBeHidden()
})
