import type { Download, Locator, Page } from '@playwright/test'

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
