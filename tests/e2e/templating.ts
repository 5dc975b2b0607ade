import type { APIRequestContext, Page } from '@playwright/test'
import { BenchHand, picture, upload } from './bench'
import { openingsOf } from '@/core/document/filling'
import { sheetOf, shownPlaced } from '@/core/document/read'
import type { Project, Sheet } from '@/core/document/types'

export const supplies = (page: Page) => page.locator('[data-region="supplies"]')
export const supply = (page: Page, name: string) => supplies(page).locator('[data-supply]', { hasText: name }).first()
export const bar = (page: Page) => page.getByRole('group', { name: 'Filling this sheet' })

export const firstSheet = (project: Project): Sheet => sheetOf(project, project.order[0] ?? '')
export const hashesOf = (project: Project, sheet: Sheet): readonly (string | undefined)[] =>
  openingsOf(sheet).map((frame) => project.pictures[shownPlaced(frame)?.pictureId ?? '']?.hash)

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
