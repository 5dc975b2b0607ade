/** Every screen against the rules of axe-core (WCAG 2.1 A and AA); touch by pointers as the browser's protocol makes them. */
import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, frameIn, makeProject, SHEET, run } from './bench'

const box = (cx: number, cy: number, w = 160, h = 120) => ({ cx, cy, w, h })
const PIECES = [
  { id: 'a', box: box(180, 200), filled: true },
  { id: 'b', box: box(480, 200), filled: true },
  { id: 'c', box: box(480, 420) },
]

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']

/** Waits until nothing fades or slides any more: a colour half-way between two is nobody's contrast. */
const settled = async (page: Page): Promise<void> => {
  await page.waitForFunction(() =>
    document.getAnimations().every(({ playState, effect }) => {
      const isEndless = effect?.getComputedTiming().iterations === Infinity
      return isEndless || playState !== 'running'
    }),
  )
}

/** Serious and critical faults, in a few words each; where a dialog is open, of that: what lies beneath was looked at before. */
const faultsOn = async (page: Page, scheme: 'light' | 'dark'): Promise<readonly string[]> => {
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] })
  if (await page.getByRole('dialog').first().isVisible()) axe.include('[role="dialog"]')
  // In the dark only colours are others.
  const rules = scheme === 'dark' ? axe.withRules(['color-contrast']) : axe.withTags(TAGS)
  const { violations } = await rules.analyze()
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`)
}

for (const scheme of ['light', 'dark'] as const)
  test(`no screen has a serious fault for assistive technology, ${scheme}`, async ({ page, request }) => {
    // Every screen of the program is looked at: on a busy machine that takes a while.
    test.setTimeout(480_000)
    // What fades while it is looked at has nobody's contrast: a notice goes by itself.
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' })
    const hand = await BenchHand.open(page, await makeProject(request, PIECES))
    const faults: string[] = []
    const check = async (screen: string): Promise<void> => {
      await settled(page)
      faults.push(...(await faultsOn(page, scheme)).map((fault) => `${screen}: ${fault}`))
    }
    await check('the sheet')
    await hand.press({ x: 180, y: 200 })
    await check('a frame')
    await run(page, 'Mark the subject')
    await check('marking a subject')
    await hand.table.focus()
    await page.keyboard.press('y')
    await check('points of an outline')
    await page.keyboard.press('Escape')
    await page.keyboard.press('q')
    await check('tracing')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Swap the stencil; the picture stays' }).click()
    await check('choosing a stencil')
    await page.keyboard.press('Escape')
    await run(page, 'Cut by colour')
    await hand.press({ x: 180, y: 200 })
    await page.getByRole('button', { name: 'One empty frame of all that was found' }).waitFor()
    await check('a part by its colour')
    await page.keyboard.press('Escape')
    await page.getByRole('tab', { name: 'Stencils' }).click()
    await check('stencils')
    for (const button of ['From artwork', 'Your stencils', 'Keep the outline']) {
      if (button === 'Keep the outline') await run(page, button)
      else await page.getByRole('button', { name: button }).click()
      await page.getByRole('dialog').waitFor()
      await check(button)
      await page.keyboard.press('Escape')
      await page.getByRole('dialog').waitFor({ state: 'detached' })
    }
    await page.getByRole('tab', { name: 'Letters' }).click()
    await page.getByRole('button', { name: 'Kites in Fredoka' }).click()
    await page.getByRole('textbox', { name: 'Text', exact: true }).waitFor()
    await check('a text')
    await page.getByRole('button', { name: 'Type in the letters' }).click()
    await page.locator('[data-typing]').waitFor()
    await check('typing')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'The next letter, moved the same way' }).click()
    await check('a letter')
    await page.getByRole('button', { name: /^The whole text/ }).click()
    await page.getByRole('button', { name: /^Typeface: / }).click()
    await page.getByRole('dialog').waitFor()
    await check('typefaces')
    await page.keyboard.press('Escape')
    await page.getByRole('dialog').waitFor({ state: 'detached' })
    await page.getByRole('button', { name: 'Alphabet set' }).click()
    await page.getByRole('complementary', { name: 'Alphabet set' }).waitFor()
    await check('a new alphabet')
    await page.getByRole('button', { name: 'Close the panel of alphabets' }).click()
    await hand.table.focus()
    await page.keyboard.press('Delete')
    await page.getByRole('tab', { name: 'Pictures' }).click()
    await hand.press({ x: 480, y: 420 })
    await page.getByRole('button', { name: 'Fill with a gradient' }).click()
    await check('a gradient')
    await page
      .getByRole('button', { name: /^Stop 1/ })
      .first()
      .click()
    await check('the colour picker')
    await page.keyboard.press('Escape')
    await hand.table.focus()
    await page.keyboard.press('Control+a')
    await page.keyboard.press('l')
    await page.keyboard.press('j')
    await page.getByRole('button', { name: 'Show names, hide and lock' }).click()
    await check('several, rulers, sheets and the wide stack')
    for (const [button, close] of [
      ['Library', 'Close'],
      ['Stock', 'Done'],
      ['Export', 'Close'],
      ['Shortcuts', 'Close'],
      ['History', 'Close'],
    ] as const) {
      await page.getByRole('button', { name: button, exact: true }).click()
      await page.getByRole('dialog').waitFor()
      await check(button)
      await page.getByRole('dialog').getByRole('button', { name: close, exact: true }).click()
    }
    await page.goto('/')
    await page.getByRole('heading', { name: 'Projects' }).waitFor()
    await check('projects')
    await page.getByRole('button', { name: 'New sheet' }).first().click()
    await page.getByRole('dialog').waitFor()
    await check('a new sheet')
    await page.goto('/pictures')
    await page.locator('[data-picture]').first().click()
    await check('pictures')
    expect(faults).toEqual([])
  })

test('with text at 200% nothing is out of reach: the page scrolls and every region works', async ({
  page,
  request,
}) => {
  // A window of 1280 × 800 zoomed to 200% has 640 × 400 CSS pixels.
  await page.setViewportSize({ width: 640, height: 400 })
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  const reaches = async (name: string): Promise<void> => {
    const button = page.getByRole('button', { name, exact: true })
    await button.scrollIntoViewIfNeeded()
    await expect(button).toBeInViewport()
  }
  for (const name of ['Export', 'Add pictures', 'Snap to edges, middles, gaps and guides']) await reaches(name)
  await hand.table.scrollIntoViewIfNeeded()
  await page.locator('[data-stack-id="a"]').getByRole('button').first().click()
  const name = page.getByLabel('Name of the frame')
  await name.scrollIntoViewIfNeeded()
  await name.fill('Still works')
  await name.press('Enter')
  expect(frameIn(await hand.afterStep('Rename frame'), 'a').name).toBe('Still works')
})

test.describe('by touch', () => {
  test.use({ hasTouch: true })

  test('a finger selects, adds by the switch, moves, and two fingers work the view', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, PIECES))
    const client = await page.context().newCDPSession(page)
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: readonly { x: number; y: number }[]) =>
      client.send('Input.dispatchTouchEvent', { type, touchPoints: points.map((point, id) => ({ ...point, id })) })
    const tap = async (x: number, y: number): Promise<void> => {
      const at = await hand.at({ x, y })
      await page.touchscreen.tap(at.x, at.y)
    }
    await tap(180, 200)
    await expect(page.getByLabel('Name of the frame')).toHaveValue('a')
    await page.getByRole('button', { name: 'Add what is pressed to the selection' }).tap()
    await tap(480, 200)
    await expect(page.locator('[data-region="card"]')).toContainText('2 selected')
    await page.getByRole('button', { name: 'Add what is pressed to the selection' }).tap()
    const [from, to] = [await hand.at({ x: 180, y: 200 }), await hand.at({ x: 260, y: 250 })]
    await touch('touchStart', [from])
    for (let i = 1; i <= 6; i += 1)
      await touch('touchMove', [{ x: from.x + ((to.x - from.x) * i) / 6, y: from.y + ((to.y - from.y) * i) / 6 }])
    await touch('touchEnd', [])
    const moved = await hand.afterStep('Move 2 items')
    expect(frameIn(moved, 'a').box.cx).toBeGreaterThan(240)
    expect(frameIn(moved, 'b').box.cx - frameIn(moved, 'a').box.cx).toBeCloseTo(300, 6)
    const before = await hand.scale()
    const middle = await hand.at({ x: 400, y: 520 })
    await touch('touchStart', [
      { x: middle.x - 30, y: middle.y },
      { x: middle.x + 30, y: middle.y },
    ])
    for (let i = 1; i <= 6; i += 1)
      await touch('touchMove', [
        { x: middle.x - 30 - 10 * i, y: middle.y },
        { x: middle.x + 30 + 10 * i, y: middle.y },
      ])
    await touch('touchEnd', [])
    await expect.poll(() => hand.scale()).toBeGreaterThan(before * 1.5)
    expect((await hand.opened()).project.sheets[SHEET]?.order).toEqual(['a', 'b', 'c'])
  })
})

test.describe('by finger', () => {
  test.use({ hasTouch: true, isMobile: true })

  test('what is pressed is at least 44 pixels high and wide', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, PIECES))
    expect(await page.evaluate(() => matchMedia('(pointer: coarse)').matches)).toBe(true)
    const at = await hand.at({ x: 180, y: 200 })
    await page.touchscreen.tap(at.x, at.y)
    await expect(page.getByLabel('Name of the frame')).toHaveValue('a')
    const small = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('button, [role="tab"], [role="combobox"], select')]
        .map((element) => ({
          name: `${element.closest('[data-region]')?.getAttribute('data-region') ?? ''}: ${element.getAttribute('aria-label') ?? element.textContent}`,
          box: element.getBoundingClientRect(),
        }))
        // WCAG 2.2, 2.5.5: 44 by 44 CSS pixels.
        .filter(({ box }) => box.width > 0 && (box.width < 43.5 || box.height < 43.5))
        .map(({ name, box }) => `${name} ${Math.round(box.width)} × ${Math.round(box.height)}`),
    )
    expect(small).toEqual([])
  })
})
