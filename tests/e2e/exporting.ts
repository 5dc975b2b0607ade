import type { Download, Locator, Page } from '@playwright/test'
import { BenchHand } from './bench'

/** The dialog of an export. */
export const dialog = (page: Page): Locator => page.getByRole('dialog', { name: /^Export/ })

/** Opens it, at a format if one is given. */
export const openExport = async (page: Page, format?: string): Promise<void> => {
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  if (format !== undefined) await dialog(page).getByRole('radio', { name: format }).check()
}

/** Presses the button that exports, and waits for the file. */
export const saved = async (page: Page, button: string): Promise<Download> => {
  const download = page.waitForEvent('download')
  await dialog(page).getByRole('button', { name: button }).click()
  return download
}

/** The bench of a project whose sheet is given a bleed of 20 px. */
export const benchWithBleed = async (page: Page, id: string): Promise<BenchHand> => {
  const hand = await BenchHand.open(page, id)
  await page.getByRole('textbox', { name: 'Bleed in px' }).fill('20')
  await page.keyboard.press('Enter')
  await hand.afterStep('Bleed')
  return hand
}
