import type { Page } from '@playwright/test'
import path from 'node:path'
import sqlite3 from 'sqlite3'
import { dataFolder, expect, test } from './fixture'
import { sheetOf } from '@/core/document/read'
import { addSheet, copiedSheet } from '@/core/document/edits/sheets'
import type { OpenedProject } from '@/contract/api'
import { BenchHand, makeProject, picture, SHEET } from './bench'

const PIECES = [{ id: 'a', box: { cx: 200, cy: 200, w: 200, h: 160 }, filled: true }]

test('with the server gone work goes on, is marked unsaved, and catches up', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await page.route('**/steps', (route) => route.abort())
  await hand.drag({ x: 200, y: 200 }, { x: 260, y: 220 })
  await expect(page.getByText('Not saved: the server does not answer')).toBeVisible()
  await hand.drag({ x: 260, y: 220 }, { x: 300, y: 220 })
  expect((await hand.opened()).revision).toBe(0)
  // An export would miss the changes, and says so.
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await page.getByRole('button', { name: 'Export PNG' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'not saved yet' })).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()
  await page.unroute('**/steps')
  await expect(page.locator('[data-saving="saved"]')).toBeVisible()
  expect((await hand.frame('a')).box.cx).toBeCloseTo(300, 0)
  expect((await hand.opened()).history.undo).toHaveLength(2)
})

test('unsent steps outlive the page and are sent when it is opened again', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await page.route('**/steps', (route) => route.abort())
  await hand.drag({ x: 200, y: 200 }, { x: 260, y: 220 })
  await expect(page.getByText('Not saved: the server does not answer')).toBeVisible()
  await page.goto('/')
  await page.unroute('**/steps')
  await page.goto(`/projects/${hand.id}`)
  await hand.ready()
  await expect.poll(async () => (await hand.frame('a')).box.cx).toBeCloseTo(260, 0)
})

test.describe('a save on an older revision', () => {
  /** Two browsers on one project; the first saves, the second does not know. */
  const collide = async (
    page: Parameters<typeof BenchHand.open>[0],
    request: Parameters<typeof makeProject>[0],
  ): Promise<BenchHand> => {
    const hand = await BenchHand.open(page, await makeProject(request, PIECES))
    const { project } = await hand.opened()
    const step = {
      id: 's-other',
      kind: 'do',
      name: 'Rename project',
      forward: [{ op: 'replace', path: ['name'], value: 'Theirs' }],
      inverse: [{ op: 'replace', path: ['name'], value: project.name }],
    }
    expect((await request.post(`/api/projects/${hand.id}/steps`, { data: { base: 0, steps: [step] } })).status()).toBe(
      200,
    )
    await hand.drag({ x: 200, y: 200 }, { x: 260, y: 220 })
    await expect(page.getByRole('dialog', { name: 'Two versions of this project' })).toBeVisible()
    return hand
  }
  test('lets go on with theirs', async ({ page, request }) => {
    const hand = await collide(page, request)
    await page.getByRole('button', { name: 'Go on with theirs' }).click()
    await expect(page.getByLabel('Project name')).toHaveValue('Theirs')
    expect((await hand.frame('a')).box.cx).toBe(200)
    await hand.drag({ x: 200, y: 200 }, { x: 300, y: 220 })
    await hand.afterStep('Move frame')
  })
  test('keeps mine as a copy, and theirs stays', async ({ page, request }) => {
    const hand = await collide(page, request)
    await page.getByRole('button', { name: 'Keep mine as a copy' }).click()
    await expect(page.getByLabel('Project name')).toHaveValue('Bench test (my version)')
    const copy = new BenchHand(page, new URL(page.url()).pathname.split('/').at(-1) ?? '')
    expect(copy.id).not.toBe(hand.id)
    expect((await copy.frame('a')).box.cx).toBeCloseTo(260, 0)
    expect((await hand.opened()).project.name).toBe('Theirs')
    expect((await hand.frame('a')).box.cx).toBe(200)
  })
})

test('two tabs of one browser follow each other', async ({ page, context, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  const second = await BenchHand.open(await context.newPage(), hand.id)
  await hand.drag({ x: 200, y: 200 }, { x: 260, y: 220 })
  await hand.afterStep('Move frame')
  await second.page.bringToFront()
  await second.press({ x: 260, y: 220 })
  const x = second.page.getByRole('region', { name: 'Place' }).getByRole('textbox', { name: 'x in px' })
  await expect(x).toHaveValue(/^16\d/)
  await second.page.getByRole('button', { name: 'Undo: Move frame' }).click()
  await expect.poll(async () => (await hand.frame('a')).box.cx).toBe(200)
})

test('other sites and other host names are turned away', async ({ request, baseURL }) => {
  const foreign = await request.get('/api/projects', { headers: { Origin: 'http://elsewhere.example' } })
  expect(foreign.status()).toBe(403)
  const named = await request.get(`${baseURL}/api/projects`, { headers: { Host: 'elsewhere.example' } })
  expect(named.status()).toBe(403)
})

test('nonsense is answered in words, and the server goes on', async ({ request }) => {
  const id = await makeProject(request, PIECES)
  const post = async (path: string, data: unknown): Promise<{ status: number; message: string }> => {
    const response = await request.post(path, {
      data: typeof data === 'string' ? Buffer.from(data) : (data as object),
      headers: { 'Content-Type': 'application/json' },
    })
    return { status: response.status(), message: ((await response.json()) as { message: string }).message }
  }
  expect(await post('/api/projects', '{"name": ')).toMatchObject({
    status: 400,
    message: expect.stringContaining('not JSON'),
  })
  expect(await post('/api/projects', { name: 'x'.repeat(1e6) })).toMatchObject({
    status: 400,
    message: expect.stringContaining('200'),
  })
  expect(await post(`/api/projects/${id}/steps`, { base: 0, steps: 'all' })).toMatchObject({ status: 400 })
  expect(
    await post(
      `/api/projects/${id}/steps`,
      JSON.stringify({
        base: 0,
        steps: [
          {
            id: 's-1',
            kind: 'do',
            name: 'n',
            forward: [{ op: 'add', path: ['__proto__', 'x'], value: 1 }],
            inverse: [],
          },
        ],
      }),
    ),
  ).toMatchObject({ status: 422 })
  expect(
    await post(`/api/projects/${id}/exports`, {
      sheetIds: ['sheet-1'],
      pattern: '{sheet}',
      format: 'gif',
      sizing: { by: 'ppi', ppi: 0 },
      quality: 90,
      bleed: false,
    }),
  ).toMatchObject({ status: 400 })
  expect(await post('/api/pictures/used', `"${'x'.repeat(9 * 1024 * 1024)}"`)).toMatchObject({ status: 413 })
  expect((await request.get('/api/pictures/..%2f..%2fetc/levels/0')).status()).toBe(404)
  for (const address of ['/api/projects/%00', '/api/projects/%zz', '/api/pictures/%zz/uses', '/projects/%zz'])
    expect((await request.get(address)).status(), address).toBe(400)
  const step = { kind: 'do', name: 'n', forward: [{ op: 'replace', path: ['name'], value: 'x' }], inverse: [] }
  const twice = {
    base: 0,
    steps: [
      { ...step, id: 's-1' },
      { ...step, id: 's-1' },
    ],
  }
  expect(await post(`/api/projects/${id}/steps`, twice)).toMatchObject({ status: 400 })
  const nul = { base: 0, steps: [{ ...step, id: 's-1', name: 'a\u0000b' }] }
  expect(await post(`/api/projects/${id}/steps`, nul)).toMatchObject({ status: 400 })
  expect((await request.get(`/api/projects/${id}`)).status()).toBe(200)
})

/** A rectangle whose outline has very many points, so that a copy of it makes a large step. */
const HEAVY = `M-100 -80${Array.from({ length: 12_000 }, (_, i) => `L${((i % 200) - 100).toFixed(12)} ${(-80 + i / 75).toFixed(12)}`).join('')}Z`

test('more than eight megabytes made while the server is away are all there afterwards, over a reload too', async ({
  page,
  request,
}) => {
  const stencil = { kind: 'path', d: HEAVY, fillRule: 'nonzero' } as const
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'a', stencil, box: { cx: 300, cy: 300, w: 200, h: 160 } }]),
  )
  expect(HEAVY.length).toBeGreaterThan(340_000)
  await hand.table.focus()
  await page.keyboard.press('.')
  await page.route('**/steps', (route) => route.abort())
  for (let i = 0; i < 26; i += 1) await page.keyboard.press('d')
  await expect(page.getByText('Not saved: the server does not answer')).toBeVisible()
  await expect(page.locator('[data-stack-id]')).toHaveCount(27)
  expect((await hand.opened()).revision).toBe(0)
  // The page goes while the server is away, and comes back with it.
  await page.goto('about:blank')
  await page.unroute('**/steps')
  await page.goto(`/projects/${hand.id}`)
  await hand.ready()
  await expect(page.locator('[data-saving="saved"]')).toBeVisible()
  const { project, history, revision } = await hand.opened()
  expect(revision).toBe(26)
  expect(history.undo).toHaveLength(26)
  expect(project.sheets['sheet-1']?.order).toHaveLength(27)
  await expect(page.getByRole('dialog')).toHaveCount(0)
})

test.describe('what a closed tab could not send', () => {
  /** A tab makes a change that is not saved, and is closed. */
  const leave = async (page: Page, id: string): Promise<void> => {
    const tab = await page.context().newPage()
    const hand = await BenchHand.open(tab, id)
    await tab.route('**/steps', (route) => route.abort())
    await hand.drag({ x: 200, y: 200 }, { x: 260, y: 220 })
    await expect(tab.getByText('Not saved: the server does not answer')).toBeVisible()
    await tab.close()
  }

  test('is offered when the project is next opened, and put in', async ({ page, request }) => {
    const id = await makeProject(request, PIECES)
    await leave(page, id)
    const hand = await BenchHand.open(page, id)
    const dialog = page.getByRole('dialog', { name: '1 change of a closed tab' })
    await expect(dialog).toContainText('Move frame')
    expect((await hand.opened()).revision).toBe(0)
    await dialog.getByRole('button', { name: 'Put into the project' }).click()
    await expect(dialog).toHaveCount(0)
    expect((await hand.frame('a')).box.cx).toBeCloseTo(260, 0)
    await page.getByRole('button', { name: 'Undo: Move frame' }).click()
    await expect.poll(async () => (await hand.frame('a')).box.cx).toBe(200)
    await page.reload()
    await hand.ready()
    await expect(page.getByRole('dialog')).toHaveCount(0)
  })

  test('and no longer fits is kept as a copy; what another tab does meanwhile erases nothing', async ({
    page,
    request,
  }) => {
    const id = await makeProject(request, PIECES)
    await leave(page, id)
    const hand = await BenchHand.open(page, id)
    // Later will do: the offer is closed, and this tab goes on and saves.
    await page.keyboard.press('Escape')
    await hand.drag({ x: 200, y: 200 }, { x: 200, y: 300 })
    await hand.afterStep('Move frame')
    await page.reload()
    await hand.ready()
    const dialog = page.getByRole('dialog', { name: '1 change of a closed tab' })
    await dialog.getByRole('button', { name: 'Put into the project' }).click()
    await expect(dialog.getByRole('alert')).toContainText('no longer fit')
    await dialog.getByRole('button', { name: 'Keep as a copy' }).click()
    await expect(page.getByLabel('Project name')).toHaveValue('Bench test (found again)')
    const copy = new BenchHand(page, new URL(page.url()).pathname.split('/').at(-1) ?? '')
    expect((await copy.frame('a')).box.cx).toBeCloseTo(260, 0)
    expect((await hand.frame('a')).box.cy).toBeCloseTo(300, 0)
  })

  test('while that tab still lives is not offered', async ({ page, request }) => {
    const id = await makeProject(request, PIECES)
    const tab = await page.context().newPage()
    const other = await BenchHand.open(tab, id)
    await tab.route('**/steps', (route) => route.abort())
    await other.drag({ x: 200, y: 200 }, { x: 260, y: 220 })
    await expect(tab.getByText('Not saved: the server does not answer')).toBeVisible()
    await BenchHand.open(page, id)
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await tab.unroute('**/steps')
    await expect(tab.locator('[data-saving="saved"]')).toBeVisible()
    expect((await other.frame('a')).box.cx).toBeCloseTo(260, 0)
  })
})

test('a change that the server refuses is told as such, kept as a copy, and not sent for ever', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  let asked = 0
  await page.route('**/steps', (route) => {
    asked += 1
    return route.fulfill({ status: 422, json: { code: 'document-invalid', message: 'The project has a fault.' } })
  })
  await hand.drag({ x: 200, y: 200 }, { x: 260, y: 220 })
  const dialog = page.getByRole('dialog', { name: 'This change cannot be saved' })
  await expect(dialog).toContainText('The project has a fault.')
  await page.waitForTimeout(1200)
  expect(asked).toBe(1)
  await page.unroute('**/steps')
  await dialog.getByRole('button', { name: 'Keep mine as a copy' }).click()
  await expect(page.getByLabel('Project name')).toHaveValue('Bench test (my version)')
  const copy = new BenchHand(page, new URL(page.url()).pathname.split('/').at(-1) ?? '')
  expect((await copy.frame('a')).box.cx).toBeCloseTo(260, 0)
})

test('a browser that keeps no more says so, and the work is saved all the same', async ({ page, request }) => {
  const id = await makeProject(request, PIECES)
  await page.addInitScript(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
  })
  const hand = await BenchHand.open(page, id)
  await page.route('**/steps', (route) => route.abort())
  await hand.drag({ x: 200, y: 200 }, { x: 260, y: 220 })
  await expect(page.getByText('Not saved, nor kept here: leave this page open')).toBeVisible()
  await page.unroute('**/steps')
  await expect(page.locator('[data-saving="saved"]')).toBeVisible()
  expect((await hand.frame('a')).box.cx).toBeCloseTo(260, 0)
})

test('a picture that comes in after the sheet was changed fills the frame it was dropped on', async ({
  page,
  request,
}) => {
  // Two sheets with a frame of the same id, as a duplicated sheet has.
  const first = await makeProject(request, [{ id: 'a', box: { cx: 200, cy: 200, w: 200, h: 160 } }])
  const { project } = (await (await request.get(`/api/projects/${first}`)).json()) as OpenedProject
  const sheet = sheetOf(project, SHEET)
  const twin = addSheet(project, { sheet: copiedSheet(sheet, 'sheet-2', 'Sheet 2'), after: SHEET })
  const made = await request.post('/api/projects', { data: { document: twin } })
  const hand = await BenchHand.open(page, ((await made.json()) as { id: string }).id)
  const { order } = twin
  let letGo: () => void = () => undefined
  const held = new Promise<void>((resolve) => (letGo = resolve))
  await page.route('**/api/pictures?name=*', async (route) => {
    await held
    await route.continue()
  })
  const data = (await picture(640, 420, 77)).toString('base64')
  const at = await hand.at({ x: 200, y: 200 })
  const transfer = await page.evaluateHandle((text) => {
    const bytes = Uint8Array.from(atob(text), (sign) => sign.charCodeAt(0))
    const dropped = new DataTransfer()
    dropped.items.add(new File([bytes], 'late.jpg', { type: 'image/jpeg' }))
    return dropped
  }, data)
  for (const type of ['dragenter', 'dragover', 'drop'])
    await hand.table.dispatchEvent(type, { dataTransfer: transfer, clientX: at.x, clientY: at.y })
  await page.getByRole('button', { name: 'Next sheet' }).click()
  letGo()
  const fillOn = async (sheetId: string | undefined): Promise<string | undefined> => {
    const item = (await hand.opened()).project.sheets[sheetId ?? '']?.items['a']
    return item?.kind === 'frame' ? item.fill.kind : undefined
  }
  await expect.poll(() => fillOn(order[0])).toBe('taken')
  expect(await fillOn(order[1])).toBe('none')
})

test('a project whose saved state is damaged opens as far as it can be read, says so, and goes on', async ({
  page,
  request,
}) => {
  const id = await makeProject(request, PIECES)
  const first = await BenchHand.open(page, id)
  const { project } = await first.opened()
  // A later snapshot that was written by halves, as a failing disk leaves it; the server has it no longer in memory.
  await page.goto('about:blank')
  for (let i = 0; i < 14; i += 1) await request.post('/api/projects', { data: { name: `Other ${i}` } })
  const database = new sqlite3.Database(path.join(dataFolder(), 'stencil.db'))
  const harm = 'INSERT INTO snapshots SELECT projectId, 1, substr(document, 1, 90) FROM snapshots WHERE projectId = ?'
  const run = (sql: string): Promise<void> =>
    new Promise((resolve, reject) => database.run(sql, [id], (error) => (error ? reject(error) : resolve())))
  await run(harm)
  await run('UPDATE projects SET revision = 1, usesRevision = 1 WHERE id = ?')
  await new Promise((resolve) => database.close(resolve))
  const hand = await BenchHand.open(page, id)
  await expect(page.getByText(/This project was damaged/)).toBeVisible()
  expect((await hand.opened()).project).toEqual(project)
  await hand.drag({ x: 200, y: 200 }, { x: 260, y: 220 })
  await hand.afterStep('Move frame')
  await page.reload()
  await hand.ready()
  await expect(page.getByText(/This project was damaged/)).toHaveCount(0)
  expect((await hand.frame('a')).box.cx).toBeCloseTo(260, 0)
})
