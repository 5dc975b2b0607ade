import type { Locator, Page } from '@playwright/test'
import { holdsPicture } from '@/core/document/content'
import { framesOf } from '@/core/document/tree'
import type { Point } from '@/core/geometry/vector'
import { expect, test } from './fixture'
import { BenchHand, makeProject, picture, SHEET, upload } from './bench'

interface Aim {
  readonly presses: number
  readonly drags: number
  readonly typed: number
}

/** A hand that counts what it does. */
export class Counter {
  presses = 0
  drags = 0
  typed = 0
  constructor(readonly page: Page) {}

  async press(what: Locator, modifiers: readonly 'Shift'[] = []): Promise<void> {
    this.presses += 1
    await what.click({ modifiers: [...modifiers] })
  }
  async pressAt({ x, y }: Point): Promise<void> {
    this.presses += 1
    await this.page.mouse.click(x, y)
  }
  /** A press into a field and what is typed there. */
  async type(what: Locator, text: string): Promise<void> {
    await this.press(what)
    this.typed += 1
    await what.fill(text)
    await this.page.keyboard.press('Enter')
  }
  /** One of several words: a press that opens them and a press on one. */
  async choose(what: Locator, value: string): Promise<void> {
    this.presses += 2
    await what.selectOption(value)
  }
  /** A field that a key has brought the focus to. */
  async typeHere(text: string): Promise<void> {
    this.typed += 1
    await this.page.keyboard.type(text)
    await this.page.keyboard.press('Enter')
  }
  async drag(from: Point, to: Point, held?: string): Promise<void> {
    this.drags += 1
    const { mouse, keyboard } = this.page
    await mouse.move(from.x, from.y)
    await mouse.down()
    await mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 5 })
    if (held) await keyboard.down(held)
    await mouse.move(to.x, to.y, { steps: 5 })
    await mouse.up()
    if (held) await keyboard.up(held)
  }

  told(): Aim {
    return { presses: this.presses, drags: this.drags, typed: this.typed }
  }
  within(aim: Aim): void {
    console.log(`${test.info().title}: ${this.presses}/${this.drags}/${this.typed}`)
    for (const kind of ['presses', 'drags', 'typed'] as const)
      expect(this.told()[kind], `${kind}, counted ${JSON.stringify(this.told())}`).toBeLessThanOrEqual(aim[kind])
  }
}

export const middleOf = async (what: Locator): Promise<Point> => {
  const box = await what.boundingBox()
  if (!box) throw new TypeError('not to be seen')
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}

export const NAMES = ['dune', 'gull', 'harbour', 'loft', 'pier'] as const

/** A bare sheet, and five photographs in the library. */
export const begin = async (page: Page, request: Parameters<typeof makeProject>[0]) => {
  for (const [i, name] of NAMES.entries()) await upload(request, await picture(900 + 60 * i, 700, i + 3), name)
  const hand = await BenchHand.open(page, await makeProject(request, []))
  const count = new Counter(page)
  const supplies = page.locator('[data-region="supplies"]')
  const tab = (name: string) => page.getByRole('tab', { name })
  const photograph = (name: string) => supplies.getByRole('button', { name: new RegExp(`^${name}, `) }).first()
  const stencil = (name: string) => supplies.getByRole('button', { name, exact: true }).first()
  const sheet = async () => (await hand.opened()).project.sheets[SHEET]
  const filled = async () => framesOf((await sheet()) as never).filter(({ fill }) => holdsPicture(fill)).length
  return { hand, count, supplies, tab, photograph, stencil, sheet, filled }
}
