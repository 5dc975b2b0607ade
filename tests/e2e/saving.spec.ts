import { expect, test } from './fixture'
import { BenchHand, makeProject } from './bench'

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
      ppi: 0,
      quality: 90,
      bleed: false,
    }),
  ).toMatchObject({ status: 400 })
  expect(await post('/api/pictures/used', `"${'x'.repeat(9 * 1024 * 1024)}"`)).toMatchObject({ status: 413 })
  expect((await request.get('/api/pictures/..%2f..%2fetc/levels/0')).status()).toBe(404)
  expect((await request.get(`/api/projects/${id}`)).status()).toBe(200)
})
