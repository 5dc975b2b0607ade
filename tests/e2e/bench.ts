import type { APIRequestContext, Locator, Page } from '@playwright/test'
import sharp from 'sharp'
import { expect } from './fixture'
import type { OpenedProject, PictureAnswer } from '@/contract/api'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import type { Frame, Project } from '@/core/document/types'
import type { Box } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import type { Stencil } from '@/core/stencil/stencil'
import { shownPlaced } from '@/core/document/read'
import type { Placed } from '@/core/placement/placed'

export const SHEET = 'sheet-1'

/** What has been saved is there soon: asked often, a test waits no longer than it must. */
export const SOON = [20, 40, 60, 80, 100]

const painted = new Map<string, Promise<Buffer>>()

/** A picture of soft colour fields, so that placement shows and files stay small; each is painted once a worker. */
export const picture = (w: number, h: number, seed: number): Promise<Buffer> => {
  const key = `${w} ${h} ${seed}`
  const made = painted.get(key) ?? paint(w, h, seed)
  painted.set(key, made)
  return made
}

const paint = (w: number, h: number, seed: number): Promise<Buffer> => {
  const data = Buffer.alloc(w * h * 3)
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const i = (y * w + x) * 3
      data[i] = (255 * x) / w
      data[i + 1] = (255 * y) / h
      data[i + 2] = (seed * 67) % 256
    }
  return sharp(data, { raw: { width: w, height: h, channels: 3 } })
    .jpeg({ quality: 92 })
    .toBuffer()
}

export const upload = async (request: APIRequestContext, data: Buffer, name: string): Promise<PictureAnswer> => {
  const response = await request.post(`/api/pictures?name=${name}`, { data, headers: { 'Content-Type': 'image/jpeg' } })
  expect(response.status()).toBe(201)
  return (await response.json()) as PictureAnswer
}

/** Asks for a command by its words, as the field “Find a command” has it: what stands in menus is found there too. */
export const run = async (page: Page, words: string): Promise<void> => {
  await page.getByRole('button', { name: 'Find a command' }).click()
  await page.getByRole('combobox', { name: 'Find a command' }).fill(words)
  await page.getByRole('option', { name: words }).first().click()
  await expect(page.getByRole('combobox', { name: 'Find a command' })).toHaveCount(0)
}

/** Names the finish of what is selected. */
export const nameIt = async (page: Page, name: string): Promise<void> => {
  await run(page, 'Name this finish')
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill(name)
  await page.getByRole('button', { name: 'Name it' }).click()
}

/** Shares by the entry of the card's menu with these words. */
export const share = async (page: Page, words: string): Promise<void> => {
  await page
    .locator('[data-region="card"]')
    .getByRole('button', { name: /^Share:/ })
    .click()
  await page.getByRole('menuitem', { name: words }).click()
}

interface Piece {
  readonly id: string
  readonly stencil?: Stencil
  readonly box: Box
  readonly filled?: boolean
}

/** Makes a project by the API: a sheet of 800 × 600 px and frames, filled or empty. */
export const makeProject = async (
  request: APIRequestContext,
  pieces: readonly Piece[],
  size = { w: 800, h: 600 },
): Promise<string> => {
  const stored = await upload(request, await picture(1200, 800, 3), 'fields.jpg')
  const blank = newProject('x', 'Bench test', newSheet(SHEET, 'Sheet 1', { unit: 'px', size, ppi: 72, bleed: 0 }))
  const ref = { name: stored.name, pixels: { w: stored.width, h: stored.height }, hash: stored.hash, tags: [] }
  let project: Project = addPicture(blank, { pictureId: 'pic', picture: ref })
  for (const { id, stencil, box, filled } of pieces) {
    project = addFrame(project, { sheetId: SHEET, frame: newFrame(id, stencil ?? { kind: 'rectangle' }, box, id) })
    if (filled) project = placePicture(project, { sheetId: SHEET, frameId: id, pictureId: 'pic' })
  }
  const response = await request.post('/api/projects', { data: { document: project } })
  expect(response.status()).toBe(201)
  return ((await response.json()) as { id: string }).id
}

/** A stencil of the supplies by its name. */
export const stencilSupply = (page: Page, name: string): Locator =>
  // What is used most stands at the head and once more among its kind.
  page.locator('[data-region="supplies"]').getByRole('button', { name, exact: true }).first()

/** The bench of a project as a test's hand sees it. */
export class BenchHand {
  readonly table: Locator
  constructor(
    readonly page: Page,
    readonly id: string,
  ) {
    this.table = page.locator('[data-region="table"]')
  }

  static async open(page: Page, id: string): Promise<BenchHand> {
    await page.goto(`/projects/${id}`)
    const hand = new BenchHand(page, id)
    await hand.ready()
    return hand
  }

  /** All pictures are there and painted. */
  async ready(): Promise<void> {
    await this.page.locator('canvas[data-ready="true"]').waitFor()
    await this.page.evaluate(() => document.fonts.ready)
  }

  /** Window pixels of a sheet point. */
  async at(p: Point, size = { w: 800, h: 600 }): Promise<Point> {
    const paper = await this.page.locator('[data-paper]').boundingBox()
    if (!paper) throw new TypeError('no paper on the table')
    return { x: paper.x + (p.x / size.w) * paper.width, y: paper.y + (p.y / size.h) * paper.height }
  }

  /** The colour that the canvas shows at a sheet point: red, green, blue. */
  async colourAt(p: Point, size = { w: 800, h: 600 }): Promise<readonly number[]> {
    return this.table
      .locator('canvas')
      .first()
      .evaluate(
        (canvas: HTMLCanvasElement, { x, y }) => {
          const r = canvas.getBoundingClientRect()
          const [left, top] = [Math.round(x - r.left), Math.round(y - r.top)]
          return [...(canvas.getContext('2d')?.getImageData(left, top, 1, 1).data ?? [])].slice(0, 3)
        },
        await this.at(p, size),
      )
  }

  /** CSS pixels a sheet point. */
  async scale(): Promise<number> {
    const a = await this.at({ x: 0, y: 0 })
    const b = await this.at({ x: 100, y: 0 })
    return (b.x - a.x) / 100
  }

  async press(p: Point): Promise<void> {
    const { x, y } = await this.at(p)
    await this.page.mouse.click(x, y)
  }

  /** Drags between sheet points as a hand does: move, down, several moves, up. */
  async drag(from: Point, to: Point): Promise<void> {
    await this.dragPixels(await this.at(from), await this.at(to))
  }

  async dragPixels(from: Point, to: Point, held?: 'Shift'): Promise<void> {
    const { mouse, keyboard } = this.page
    await mouse.move(from.x, from.y)
    await mouse.down()
    if (held) await keyboard.down(held)
    await mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 })
    await mouse.move(to.x, to.y, { steps: 4 })
    await mouse.up()
    if (held) await keyboard.up(held)
  }

  /** The middle of a handle of the selected frame, in window pixels. */
  async grip(name: string): Promise<Point> {
    const box = await this.page.locator(`[data-grip="${name}"]`).boundingBox()
    if (!box) throw new TypeError(`no grip ${name}`)
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  }

  async dragGrip(name: string, by: Point, held?: 'Shift'): Promise<void> {
    const from = await this.grip(name)
    await this.dragPixels(from, { x: from.x + by.x, y: from.y + by.y }, held)
  }

  async opened(): Promise<OpenedProject> {
    return (await (await this.page.request.get(`/api/projects/${this.id}`, { maxRetries: 3 })).json()) as OpenedProject
  }

  /** The saved frame; waits until the step of that name is the newest saved one. */
  async afterStep(name: string): Promise<Project> {
    let opened = await this.opened()
    const isThere = async (): Promise<string | undefined> => {
      opened = await this.opened()
      return opened.history.undo.at(-1)?.name
    }
    await expect.poll(isThere, { intervals: SOON }).toBe(name)
    return opened.project
  }

  async frame(id: string): Promise<Frame> {
    const frame = (await this.opened()).project.sheets[SHEET]?.items[id]
    if (frame?.kind !== 'frame') throw new TypeError(`no frame ${id}`)
    return frame
  }

  async placed(id: string): Promise<Placed> {
    const placed = shownPlaced(await this.frame(id))
    if (!placed) throw new TypeError(`no picture in ${id}`)
    return placed
  }
}

export const frameIn = (project: Project, id: string): Frame => {
  const frame = project.sheets[SHEET]?.items[id]
  if (frame?.kind !== 'frame') throw new TypeError(`no frame ${id}`)
  return frame
}
export const placedIn = (project: Project, id: string): Placed => {
  const placed = shownPlaced(frameIn(project, id))
  if (!placed) throw new TypeError(`no picture in ${id}`)
  return placed
}

/** Puts away all that is said of uploads that failed. */
export const dismissAll = async (page: Page): Promise<void> => {
  const button = page.getByRole('button', { name: 'Dismiss' }).first()
  // One may go by itself meanwhile.
  while (await button.isVisible()) await button.click({ timeout: 2000 }).catch(() => undefined)
}

interface DroppedFile {
  readonly name: string
  readonly data: Buffer
  readonly type?: string
}

/** Carries files from the desktop to a spot of the window; with `drop` they are let go there. */
export const carryFiles = async (
  page: Page,
  at: Point,
  files: readonly DroppedFile[],
  drop: boolean,
): Promise<void> => {
  const transfer = await page.evaluateHandle(
    (list) => {
      const data = new DataTransfer()
      for (const { name, text, type } of list) {
        const bytes = Uint8Array.from(atob(text), (c) => c.charCodeAt(0))
        data.items.add(new File([bytes], name, { type }))
      }
      return data
    },
    files.map(({ name, data, type = 'image/jpeg' }) => ({ name, text: data.toString('base64'), type })),
  )
  const target = await page.evaluateHandle(({ x, y }) => document.elementFromPoint(x, y) ?? document.body, at)
  for (const type of ['dragenter', 'dragover', ...(drop ? ['drop'] : [])])
    await target
      .asElement()
      ?.dispatchEvent(type, { dataTransfer: transfer, clientX: at.x, clientY: at.y, bubbles: true })
}

/** Drops files at a spot of the window, as the desktop does. */
export const dropFiles = (page: Page, at: Point, files: readonly DroppedFile[]): Promise<void> =>
  carryFiles(page, at, files, true)

/** Pastes a file as the clipboard gives it. */
export const pasteFile = async (page: Page, { name, data, type = 'image/jpeg' }: DroppedFile): Promise<void> =>
  page.evaluate(
    ([text, called, kind]) => {
      const held = new DataTransfer()
      held.items.add(new File([Uint8Array.from(atob(text), (c) => c.charCodeAt(0))], called, { type: kind }))
      const target = document.activeElement ?? document.body
      target.dispatchEvent(new ClipboardEvent('paste', { clipboardData: held, bubbles: true, cancelable: true }))
    },
    [data.toString('base64'), name, type] as const,
  )

/** Carries what lies in the supplies over a text, and lets go of it on the whole word. */
export const dropOnWord = async (hand: BenchHand, supply: Locator): Promise<void> => {
  const { page } = hand
  const from = await supply.boundingBox()
  const table = await hand.table.boundingBox()
  if (!from || !table) throw new TypeError('nothing to drag')
  await page.mouse.move(from.x + from.width / 2, from.y + 40)
  await page.mouse.down()
  await page.mouse.move(table.x + 300, table.y + 300, { steps: 5 })
  const zone = page.locator('[data-word-zone]')
  await expect(zone).toHaveText('Whole word')
  const at = await zone.boundingBox()
  if (!at) throw new TypeError('no zone')
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2, { steps: 5 })
  await page.mouse.up()
}
