import { hashOf } from '@/core/document/sheetPictures'
import type { APIRequestContext, Page } from '@playwright/test'
import { expect } from './fixture'
import { BenchHand, picture, upload } from './bench'
import { openingsOf } from '@/core/document/filling'
import { sheetOf, shownPlaced } from '@/core/document/read'
import type { Project, Sheet } from '@/core/document/types'

export const supplies = (page: Page) => page.locator('[data-region="supplies"]')
export const supply = (page: Page, name: string) => supplies(page).locator('[data-supply]', { hasText: name }).first()
export const bar = (page: Page) => page.getByRole('group', { name: 'Filling this sheet' })

export const firstSheet = (project: Project): Sheet => sheetOf(project, project.order[0] ?? '')
export const hashesOf = (project: Project, sheet: Sheet): readonly (string | undefined)[] =>
  openingsOf(sheet).map((frame) => hashOf(project.pictures[shownPlaced(frame)?.pictureId ?? '']) || undefined)

/** The bench of whatever project the page is at by now. */
export const benchHere = async (page: Page): Promise<BenchHand> => {
  await page.waitForURL(/\/projects\/p-/)
  const hand = new BenchHand(page, page.url().split('/').at(-1) ?? '')
  await hand.ready()
  return hand
}

export const stored = async (hand: BenchHand): Promise<Project> => (await hand.opened()).project

export const twoPictures = async (request: APIRequestContext) => ({
  one: await upload(request, await picture(900, 900, 91), 'print-one.jpg'),
  two: await upload(request, await picture(900, 900, 92), 'print-two.jpg'),
})

/**
 * Searched by name: the strip makes only what is in sight, and others add pictures to the same library meanwhile.
 */
export const findPrints = (page: Page): Promise<void> =>
  supplies(page).getByRole('searchbox', { name: 'Search pictures by name and tag' }).fill('print-')

/** A project of two instant prints, each filled with one of the two pictures, which must be there. */
export const printsFilled = async (page: Page): Promise<BenchHand> => {
  await page.goto('/templates')
  await page.getByRole('button', { name: /^Two instant prints/ }).click()
  const hand = await benchHere(page)
  await findPrints(page)
  await supply(page, 'print-one').click()
  await supply(page, 'print-two').click()
  await expect(bar(page).getByText('All filled')).toBeVisible()
  return hand
}
