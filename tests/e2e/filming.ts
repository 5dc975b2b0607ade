/** What tests of clips and films share: a clip of numbered pictures in a frame, films made by the dialog. */
import type { APIRequestContext, Download, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, makeProject } from './bench'
import { numberedClip } from '@tests/helpers/clips'
import type { ClipAnswer, OpenedProject, PictureAnswer } from '@/contract/api'
import { newClip } from '@/core/film/clip'
import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'

export const SIZE = { w: 320, h: 180 }
export const RATE = 25
export const COUNT = 100

export const clip = numberedClip({ count: COUNT, rate: RATE })

/** One frame over the whole of a sheet shaped as the clip, and the clip in it. */
export const openWithClip = async (page: Page, request: APIRequestContext, buffer = clip, name = 'kite.mp4') => {
  const id = await makeProject(request, [{ id: 'f', box: { cx: 160, cy: 90, w: 320, h: 180 } }], SIZE)
  const hand = await BenchHand.open(page, id)
  await page.locator('[data-file-input]').setInputFiles({ name, mimeType: '', buffer })
  const supply = page.getByRole('button', { name: new RegExp(`^${name.split('.')[0] ?? ''}, clip of`) })
  await expect(supply).toBeVisible()
  const middle = await hand.at({ x: 160, y: 90 }, SIZE)
  await page.mouse.click(middle.x, middle.y)
  await supply.click()
  await hand.ready()
  return { hand, id }
}

/** Makes a film by the dialog that is open; the file that was saved. */
export const makeFilm = async (page: Page, format: string, rate: string, side = '320'): Promise<string> => {
  await page.getByRole('combobox', { name: 'Format' }).selectOption({ label: format })
  await page.getByRole('textbox', { name: /Longer side/ }).fill(side)
  await page.getByRole('textbox', { name: /Longer side/ }).press('Enter')
  await page.getByRole('textbox', { name: 'Pictures a second' }).fill(rate)
  await page.getByRole('textbox', { name: 'Pictures a second' }).press('Enter')
  const coming: Promise<Download> = page.waitForEvent('download')
  await page.getByRole('button', { name: /^Make the/ }).click()
  const file = test.info().outputPath(`${format.slice(0, 4)}-${(await coming).suggestedFilename()}`)
  await (await coming).saveAs(file)
  await expect(page.locator('[data-film-done]')).toBeVisible()
  return file
}

/** The saved clip of the project. */
export const savedClip = async (request: APIRequestContext, id: string) => {
  const { project } = (await (await request.get(`/api/projects/${id}`)).json()) as OpenedProject
  const held = Object.values(project.pictures).find((ref) => 'clip' in ref)
  return held && 'clip' in held ? { hash: held.hash, ...held.clip } : null
}

/** A clip and its first picture that the server keeps, without the bench. */
export const clipOnServer = async (
  request: APIRequestContext,
  bytes: Buffer,
  { duration, rate }: { readonly duration: number; readonly rate: number },
) => {
  const from = test.info().outputPath('sent.mp4')
  writeFileSync(from, bytes)
  const one = ['-frames:v', '1', '-f', 'image2pipe', '-c:v', 'png', '-']
  const png = execFileSync('ffmpeg', ['-v', 'error', '-i', from, ...one], { maxBuffer: 1e9 })
  const kept = (await (await request.post('/api/clips?name=sent.mp4', { data: bytes })).json()) as ClipAnswer
  const said = `name=sent.png&clip=${kept.file}&duration=${duration}&rate=${rate}&listed=1`
  const { hash } = (await (await request.post(`/api/pictures?${said}`, { data: png })).json()) as PictureAnswer
  return { clip: newClip({ file: kept.file, container: kept.container, duration, rate }), still: hash }
}
