/** A picture carried from every place where one can be taken to every place where one can be put. */
import { hashOf } from '@/core/document/sheetPictures'
import { contentOf } from '@/core/document/content'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { sheetOf } from '@/core/document/read'
import type { OpenedProject } from '@/contract/api'
import { expect, test } from './fixture'
import { BenchHand, frameIn, makeProject, picture, SHEET, SOON, upload } from './bench'

const PIECES = [
  { id: 'a', box: { cx: 200, cy: 200, w: 200, h: 160 }, filled: true },
  { id: 'b', box: { cx: 560, cy: 200, w: 200, h: 160 } },
]

test.describe('a picture is carried', () => {
  const SHEET_SPOT = { x: 400, y: 480 }
  const ends = [
    ['empty', { x: 560, y: 200 }],
    ['filled', { x: 560, y: 420 }],
    ['bare', SHEET_SPOT],
  ] as const
  const THREE = [...PIECES, { id: 'c', box: { cx: 560, cy: 420, w: 200, h: 160 }, filled: true }]
  const froms = ['viewfinder', 'stack', 'supplies'] as const

  for (const from of froms)
    test(`from the ${from} to an empty frame, a filled one, and the bare sheet`, async ({ page, request }) => {
      const own = await upload(request, await picture(1200, 800, 3), 'fields.jpg')
      const third = await upload(request, await picture(500, 900, 40), 'third.jpg')
      const other = await upload(request, await picture(700, 500, 41), 'other.jpg')
      const first = await makeProject(request, THREE)
      const { project: begun } = (await (await request.get(`/api/projects/${first}`)).json()) as OpenedProject
      const ref = { name: 'third', pixels: { w: 500, h: 900 }, hash: third.hash, tags: [] }
      const known = addPicture(begun, { pictureId: 'third', picture: ref })
      const document = placePicture(known, { sheetId: SHEET, frameId: 'c', pictureId: 'third' })
      const made = await request.post('/api/projects', { data: { document } })
      const hand = await BenchHand.open(page, ((await made.json()) as { id: string }).id)
      if (from === 'supplies') await page.locator('[data-region="supplies"] input[type="search"]').fill('other')
      const brought = from === 'supplies' ? other.hash : own.hash
      for (const [to, spot] of ends) {
        await hand.press({ x: 200, y: 200 })
        const start =
          from === 'viewfinder'
            ? page.locator('[data-viewfinder]')
            : from === 'stack'
              ? page.locator('[data-stack-id="a"]').getByRole('button').first()
              : page.locator('[data-supply]').filter({ hasText: 'other' }).first()
        await start.scrollIntoViewIfNeeded()
        const box = await start.boundingBox()
        if (!box) throw new TypeError('nothing to carry from')
        const before = (await hand.opened()).revision
        await hand.dragPixels({ x: box.x + box.width / 2, y: box.y + box.height / 2 }, await hand.at(spot))
        await page.mouse.move(5, 5)
        await expect.poll(async () => (await hand.opened()).revision, { intervals: SOON }).toBe(before + 1)
        const { project } = await hand.opened()
        const shows = (frame: string): string | undefined => {
          const item = project.sheets[SHEET]?.items[frame]
          const held = item?.kind === 'frame' ? contentOf(project, sheetOf(project, SHEET), item) : null
          return held ? hashOf(project.pictures[held.placed.pictureId]) : undefined
        }
        if (to === 'bare') {
          const alone = (project.sheets[SHEET]?.order ?? []).find((one) => !['a', 'b', 'c'].includes(one)) ?? ''
          expect(shows(alone)).toBe(brought)
          const frame = frameIn(project, alone)
          expect(Math.abs(frame.box.cx - SHEET_SPOT.x)).toBeLessThan(frame.box.w)
        } else expect(shows(to === 'empty' ? 'b' : 'c'), to).toBe(brought)
        // What was carried out of its frame is gone from it, or exchanged.
        if (from !== 'supplies') expect(shows('a'), to).toBe(to === 'filled' ? third.hash : undefined)
        // Looked at again: it was no preview.
        await page.waitForTimeout(600)
        expect((await hand.opened()).revision).toBe(before + 1)
        await page.keyboard.press('Control+z')
        await expect
          .poll(async () => (await hand.opened()).project, { intervals: SOON })
          .toEqual({ ...document, id: hand.id })
      }
    })
})
