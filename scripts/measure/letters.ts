/** Letters: from a key to its picture on the sheet, and an alphabet of 26 sheets exported. */
import { mkdir, readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Browser } from '@playwright/test'
import sharp from 'sharp'
import { alphabetSheets, placesOf, setLetters, type AlphabetSheets } from '@/core/document/alphabet'
import { placePicture } from '@/core/document/edits/fills'
import { poseAbout } from '@/core/document/edits/lettering/newWord'
import { addWord } from '@/core/document/edits/lettering/words'
import { addPicture } from '@/core/document/edits/project'
import { newProject, newSheet } from '@/core/document/create'
import { letterFrames, wordOf } from '@/core/document/lettering'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { CHARACTER_LISTS, lettersOfList } from '@/core/lettering/alphabet'
import { layoutOf, type Layout } from '@/core/lettering/layout'
import { newSetting, type Setting } from '@/core/lettering/settings'
import { readFace } from '@/faces/fontkit'
import { faceBytes } from '@/server/faces/catalogue'
import { exportSet } from '@/server/export/set'
import { BASE, newPage, pressesToPaint } from './browser'
import { store, upload } from './made'
import { median, percentile } from './numbers'

const FACE = { id: 'archivo-black', name: 'Archivo Black' }

const layouts = async (): Promise<(setting: Setting) => Layout> => {
  const { face } = readFace(await faceBytes(FACE.id))
  return (setting) => layoutOf(face, setting)
}

const grain = async (seed: number): Promise<Buffer> => {
  const noise = { type: 'gaussian', mean: 100 + (seed % 12) * 8, sigma: 25 } as const
  const small = await sharp({ create: { width: 500, height: 400, channels: 3, background: '#888', noise } })
    .png()
    .toBuffer()
  return sharp(small).resize(2000, 1600).jpeg().toBuffer()
}

const WORD = 'LANTERNHEADS'

/** A word of 12 letters with 12 pictures. */
const twelve = async (): Promise<string> => {
  const set = await layouts()
  const blank = newSheet('s', 'Word', { unit: 'px', size: { w: 1600, h: 700 }, ppi: 72, bleed: 0 })
  let project: Project = newProject('p', 'Twelve letters', blank)
  const setting = newSetting(WORD, FACE, 150)
  const layout = set(setting)
  const letterIds = [...WORD].map((_, i) => `l-${i}`)
  const pose = poseAbout(layout, { x: 800, y: 350 })
  project = addWord(project, { sheetId: 's', groupId: 'g', setting, layout, letterIds, pose })
  for (const [n, id] of letterIds.entries()) {
    const { hash, width: w, height: h } = await upload(await grain(n), `l${n}.jpg`)
    const picture = { name: `l${n}`, pixels: { w, h }, hash, tags: [] }
    project = addPicture(project, { pictureId: `pic-${n}`, picture })
    project = placePicture(project, { sheetId: 's', frameId: id, pictureId: `pic-${n}` })
  }
  return store(project)
}

/** Milliseconds from keys to the canvas that shows what they changed. */
export const measureTyping = async (browser: Browser): Promise<string> => {
  const page = await newPage(browser)
  await page.goto(`${BASE}/projects/${await twelve()}`)
  await page.locator('canvas[data-ready="true"]').waitFor()
  await page.waitForTimeout(1500)
  const paper = await page.locator('[data-paper]').boundingBox()
  if (!paper) throw new TypeError('no paper')
  await page.mouse.click(paper.x + paper.width * 0.93, paper.y + paper.height / 2)
  await page.mouse.click(paper.x + paper.width / 2, paper.y + paper.height / 2)
  await page.locator('[data-region="table"]').focus()
  await page.keyboard.press('3')
  await page.waitForTimeout(800)
  const waits = await pressesToPaint(page, [...'XKITESXGULLSTEPSDUNES'])
  await page.close()
  return `from a key to its picture in a word of 12 letters with 12 pictures, ${waits.length} strokes | ${median(waits).toFixed(1)} ms (95%: ${percentile(waits, 0.95).toFixed(1)}) | one frame of the screen is 16.7 ms`
}

const SHEETS: AlphabetSheets = {
  of: { unit: 'mm', ppi: 300, size: { w: 297.64, h: 419.53 }, bleed: 0 },
  on: 'each',
  name: 'Alphabet',
}

/** 26 sheets of A6 at 300 ppi, a picture in each letter. */
const alphabet = async (hashes: readonly string[]): Promise<Project> => {
  const set = await layouts()
  const places = placesOf(lettersOfList(CHARACTER_LISTS.capitals), SHEETS)
  const look = { face: FACE, heights: 'each', margin: 0.08 } as const
  let count = 0
  const made = alphabetSheets(places, await setLetters(places, look, async (s) => set(s)), SHEETS, (kind) => {
    count += 1
    return `${kind}-${count}`
  })
  const blank = newProject('p', 'Alphabet', newSheet('none', '', SHEETS.of))
  const sheets = Object.fromEntries(made.sheets.map((sheet) => [sheet.id, sheet]))
  const known = hashes.reduce<Project>(
    (project, hash, i) =>
      addPicture(project, {
        pictureId: `pic-${i}`,
        picture: { name: '', pixels: { w: 2000, h: 1600 }, hash, tags: [] },
      }),
    { ...blank, order: made.sheets.map(({ id }) => id), sheets },
  )
  return made.members.reduce((project, { sheetId, groupId }, i) => {
    const sheet = sheetOf(project, sheetId)
    const [frame] = letterFrames(sheet, wordOf(sheet, groupId))
    const pictureId = `pic-${i % hashes.length}`
    return frame ? placePicture(project, { sheetId, frameId: frame.id, pictureId }) : project
  }, known)
}

/** The least that such sheets cost: each picture read and shrunk to its letter, laid on white, written as PNG. */
const floor = async (files: readonly string[], count: number): Promise<void> => {
  for (let i = 0; i < count; i += 1) {
    const picture = await sharp(await readFile(files[i % files.length] ?? ''))
      .resize(1040, 1040, { fit: 'cover' })
      .toBuffer()
    await sharp({ create: { width: 1240, height: 1748, channels: 3, background: '#ffffff' } })
      .composite([{ input: picture }])
      .png()
      .toBuffer()
  }
}

/** An alphabet exported as a zip, sheets a second, beside the floor. */
export const measureAlphabet = async (folder: string): Promise<string> => {
  await mkdir(folder, { recursive: true })
  const files: Record<string, string> = {}
  for (let n = 0; n < 6; n += 1) {
    const file = path.join(folder, `letter-${n}.jpg`)
    await writeFile(file, await grain(n))
    files[String(n + 900).padStart(64, '0')] = file
  }
  const project = await alphabet(Object.keys(files))
  const set = project.order.map((sheetId, i) => ({ parts: [{ sheetId }], fileName: `${i + 1}.png` }))
  const options = { format: 'png', sizing: { by: 'ppi', ppi: 300 }, quality: 90, bleed: false } as const
  const [ours, least]: [number[], number[]] = [[], []]
  for (let i = 0; i < 3; i += 1) {
    const started = performance.now()
    await exportSet({ project, set, options, files, out: path.join(folder, 'alphabet.zip') }, () => undefined)
    ours.push((performance.now() - started) / 1000)
    const begun = performance.now()
    await floor(Object.values(files), set.length)
    least.push((performance.now() - begun) / 1000)
  }
  const [a, b] = [median(ours), median(least)]
  return `26 sheets of A6 at 300 ppi, a picture in each letter, as a zip of PNG | ${a.toFixed(1)} s, ${(26 / a).toFixed(1)} sheets a second | floor (read, shrink, lay on white, write) ${b.toFixed(1)} s: ${(a / b).toFixed(2)}×`
}
