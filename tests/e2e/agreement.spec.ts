/** Screen and server execute the same list: Chromium's canvas against the server's, from the same pyramid level. */
import { withSheets } from '@/server/export/sheetsWithin'
import { hashOf } from '@/core/document/sheetPictures'
import type { APIRequestContext, Page } from '@playwright/test'
import { dataFolder, expect, test } from './fixture'
import path from 'node:path'
import type { Canvas } from '@napi-rs/canvas'
import { levelCount, levelFor } from '@/core/render/needs'
import { renderSheet } from '@/core/render/drawList'
import { sheetOf } from '@/core/document/read'
import { bendFrame } from '@/core/document/edits/bend'
import { withSheetShown } from '@tests/helpers/sheets'
import { layFrame } from '@/core/document/edits/laid'
import { boxQuad } from '@/core/document/laid'
import { frameOf } from '@/core/document/tree'
import type { Quad } from '@/core/geometry/quad'
import { setFrameBox } from '@/core/document/edits/frames'
import { setPlaced } from '@/core/document/edits/fills'
import { ADJUSTMENT_KEYS, withStrength, type Adjustments } from '@/core/adjust/adjustments'
import { adjustPictures } from '@/core/document/edits/adjust'
import { addSheet, copiedSheet } from '@/core/document/edits/sheets'
import { addTemplateSheets } from '@/core/document/edits/templates'
import { openingsOf } from '@/core/document/filling'
import { putLayer } from '@/core/document/edits/finishes'
import type { Project } from '@/core/document/types'
import { LAYER_KINDS, newLayer, type FinishLayer } from '@/core/finish/layers'
import { FINISH_PRESETS } from '@/core/finish/presets'
import { coverPlaced } from '@/core/placement/placed'
import { levelPixels } from '@/server/export/pixels'
import { paintList } from '@/server/export/renderSheet'
import { placePicture } from '@/core/document/edits/fills'
import { look, textOf, withText } from '@tests/helpers/text'
import type { Template } from '../../templates/kit'
import { shippedTemplates } from '../../templates/shipped'
import { BenchHand, makeProject, SHEET } from './bench'

const PIECES = [
  { id: 'a', stencil: { kind: 'ellipse' } as const, box: { cx: 220, cy: 220, w: 330, h: 280 }, filled: true },
  { id: 'b', stencil: { kind: 'polygon', sides: 7 } as const, box: { cx: 600, cy: 230, w: 300, h: 260 }, filled: true },
  { id: 'c', box: { cx: 300, cy: 470, w: 260, h: 160 }, filled: true },
]

interface Bands {
  readonly covered: { readonly mean: number; readonly count: number }
  readonly edge: { readonly mean: number }
}

/** Opens a project of several sheets, at 100%. */
const opened = async (page: Page, request: APIRequestContext, project: Project): Promise<BenchHand> => {
  const made = await request.post('/api/projects', { data: { document: project } })
  const hand = await BenchHand.open(page, ((await made.json()) as { id: string }).id)
  await atFull(hand)
  return hand
}

const atFull = async (hand: BenchHand): Promise<void> => {
  await hand.table.focus()
  await hand.page.keyboard.press('1')
  await hand.page.waitForTimeout(200)
  await hand.ready()
}

/** What the table shows of a sheet at 100% against what the server paints of it from the same levels. */
const compared = async ({ page }: BenchHand, project: Project, sheetId: string): Promise<Bands> => {
  const screen = await page
    .locator('canvas')
    .first()
    .evaluate((canvas: HTMLCanvasElement) => {
      const paper = document.querySelector<HTMLElement>('[data-paper]')
      const x = Math.round(parseFloat(paper?.style.left ?? '0'))
      const y = Math.round(parseFloat(paper?.style.top ?? '0'))
      // The part of the sheet that is on the table.
      const width = Math.min(800, canvas.width - x)
      const top = Math.max(0, -y)
      const height = Math.min(600, canvas.height - y) - top
      const data = canvas.getContext('2d')?.getImageData(x, y + top, width, height).data ?? new Uint8ClampedArray()
      // As text: a list of two million numbers is slow to hand over.
      let text = ''
      for (let i = 0; i < data.length; i += 32768) text += String.fromCharCode(...data.subarray(i, i + 32768))
      return { top, width, height, data: btoa(text) }
    })
  const seenPixels = Buffer.from(screen.data, 'base64')
  const hash = hashOf(project.pictures['pic'])
  const file = (level: number): string =>
    path.join(dataFolder(), 'pictures', hash.slice(0, 2), hash, `level-${level}.jpg`)
  const canvas: Canvas = await paintList(
    renderSheet(project, sheetOf(project, sheetId)),
    72,
    withSheets(levelPixels((need) => file(levelFor(need.density, levelCount(need.pixels))))),
  )
  const server = canvas.data()
  const at = (x: number, y: number, c: number): number => server[((y + screen.top) * canvas.width + x) * 4 + c] ?? 0
  const seen = (x: number, y: number, c: number): number => seenPixels[(y * screen.width + x) * 4 + c] ?? 0
  const isWhite = (x: number, y: number): boolean => at(x, y, 0) === 255 && at(x, y, 1) === 255 && at(x, y, 2) === 255
  const covered = { sum: 0, count: 0, max: 0 }
  const edge = { sum: 0, count: 0, max: 0 }
  // What lies beside a smaller sheet is the table.
  const [width, height] = [Math.min(screen.width, canvas.width), Math.min(screen.height, canvas.height - screen.top)]
  for (let y = 2; y < height - 2; y += 1)
    for (let x = 2; x < width - 2; x += 1) {
      const here = isWhite(x, y)
      const isEdge = [-2, 2].some((d) => isWhite(x + d, y) !== here || isWhite(x, y + d) !== here)
      if (here && !isEdge) continue
      const band = isEdge ? edge : covered
      for (let c = 0; c < 3; c += 1) {
        const off = Math.abs(at(x, y, c) - seen(x, y, c))
        band.sum += off
        band.count += 1
        if (off > band.max) band.max = off
      }
    }
  console.log(
    `covered: mean ${(covered.sum / covered.count).toFixed(3)}, max ${covered.max}; edge band: mean ${(edge.sum / edge.count).toFixed(3)}, max ${edge.max}`,
  )
  return {
    covered: { mean: covered.sum / covered.count, count: covered.count },
    edge: { mean: edge.sum / Math.max(1, edge.count) },
  }
}

test('over covered pixels the mean difference is at most 0.5 of 255', async ({ page, request }) => {
  const id = await makeProject(request, PIECES)
  // Turned frames, a turned and zoomed picture, one that does not cover.
  const start = (
    (await (await request.get(`/api/projects/${id}`)).json()) as { project: Parameters<typeof sheetOf>[0] }
  ).project
  const placed = coverPlaced('pic')
  let project = setFrameBox(start, { sheetId: SHEET, frameId: 'b', turn: 21 })
  project = setPlaced(project, {
    sheetId: SHEET,
    frameId: 'a',
    placed: { ...placed, zoom: 1.7, turn: -33, flipX: true },
  })
  project = setPlaced(project, {
    sheetId: SHEET,
    frameId: 'c',
    placed: { ...placed, fit: 'contain', keepCovered: false, turn: 12 },
  })
  const { covered, edge } = await compared(await opened(page, request, project), project, SHEET)
  expect(covered.count).toBeGreaterThan(100_000)
  expect(covered.mean).toBeLessThanOrEqual(0.5)
  expect(edge.mean).toBeLessThanOrEqual(3)
})

test('texts of several looks, one in a picture, one with a stroke and a shadow, agree as well', async ({
  page,
  request,
}) => {
  const id = await makeProject(request, [])
  const start = ((await (await request.get(`/api/projects/${id}`)).json()) as { project: Project }).project
  const said = 'Kites over Gull Steps'
  const texts = [
    textOf(said, [
      { ...look('lora-bold', 60), length: 6 },
      { ...look('lora', 60, '#c03020'), length: said.length - 6 },
    ]),
    textOf(said, look('vollkorn-bold', 60)),
    textOf(said, [
      { ...look('nunito-bold', 60, '#118822'), length: 6 },
      { ...look('nunito-bold', 60), length: said.length - 6 },
    ]),
  ]
  let project = texts.reduce(
    (now, text, i) => withText(now, text, { id: `t-${i}`, box: { cx: 400, cy: 110 + 180 * i, w: 700, h: 160 } }),
    start,
  )
  project = placePicture(project, { sheetId: SHEET, frameId: 't-1', pictureId: 'pic' })
  for (const layer of [newLayer('stroke', 'l-1', 6), newLayer('shadow', 'l-2', 6)])
    project = putLayer(project, { sheetId: SHEET, ids: ['t-2'], layer })
  const { covered, edge } = await compared(await opened(page, request, project), project, SHEET)
  expect(covered.count).toBeGreaterThan(20_000)
  expect(covered.mean).toBeLessThanOrEqual(0.5)
  expect(edge.mean).toBeLessThanOrEqual(3)
})

test('frames in perspective, flat colours and finishes among them, agree as well', async ({ page, request }) => {
  const id = await makeProject(request, PIECES)
  const start = ((await (await request.get(`/api/projects/${id}`)).json()) as { project: Project }).project
  const skewed = (frameId: string, by: number): Quad => {
    const [p, q, r, s] = boxQuad(frameOf(sheetOf(start, SHEET), frameId))
    return [p, { x: q.x - by, y: q.y + by }, { x: r.x - by / 2, y: r.y - by }, { x: s.x + by / 3, y: s.y }]
  }
  const laid = PIECES.reduce(
    (project, { id: frameId }, n) => layFrame(project, { sheetId: SHEET, frameId, quad: skewed(frameId, 30 + 15 * n) }),
    start,
  )
  const project = [newLayer('shadow', 'l-1', 8), newLayer('relief', 'l-2', 8), newLayer('stroke', 'l-3', 8)].reduce(
    (held, layer) => putLayer(held, { sheetId: SHEET, ids: ['b'], layer }),
    laid,
  )
  const { covered, edge } = await compared(await opened(page, request, project), project, SHEET)
  expect(covered.count).toBeGreaterThan(100_000)
  expect(covered.mean).toBeLessThanOrEqual(1)
  expect(edge.mean).toBeLessThanOrEqual(3)
})

test('a sheet within frames, flat, in perspective and bent, agrees as well', async ({ page, request }) => {
  const id = await makeProject(request, PIECES)
  const start = ((await (await request.get(`/api/projects/${id}`)).json()) as { project: Project }).project
  const design = copiedSheet(sheetOf(start, SHEET), 'design', 'Design', { w: 1600, h: 1200 })
  const added = addSheet(start, { sheet: design, after: SHEET })
  const shown = ['a', 'b', 'c'].reduce((project, frameId) => withSheetShown(project, SHEET, frameId, 'design'), added)
  const [p, q, r, s] = boxQuad(frameOf(sheetOf(shown, SHEET), 'b'))
  const quad: Quad = [p, { x: q.x - 30, y: q.y + 40 }, { x: r.x - 10, y: r.y - 20 }, s]
  const laid = layFrame(shown, { sheetId: SHEET, frameId: 'b', quad })
  const bend = { kind: 'cylinder', arc: 110, around: 0, tilt: 18 } as const
  const project = bendFrame(laid, { sheetId: SHEET, frameId: 'c', bend })
  const { covered, edge } = await compared(await opened(page, request, project), project, SHEET)
  expect(covered.count).toBeGreaterThan(100_000)
  expect(covered.mean).toBeLessThanOrEqual(1)
  expect(edge.mean).toBeLessThanOrEqual(3)
})

const FINISHES: readonly (readonly [string, readonly FinishLayer[]])[] = [
  ...LAYER_KINDS.map((kind) => [kind, [newLayer(kind, 'l-1', 12)]] as const),
  ...FINISH_PRESETS.map(({ name, parts }) => [name, parts(11).layers] as const),
]

/** What each of the three frames has of its own. */
interface Dress {
  readonly name: string
  readonly layers: readonly FinishLayer[]
  readonly adjustments: Adjustments
}

const IDS = PIECES.map((piece) => piece.id)

const inThrees = <T>(list: readonly T[]): readonly (readonly T[])[] =>
  Array.from({ length: Math.ceil(list.length / 3) }, (_, i) => list.slice(i * 3, i * 3 + 3))

/** The sheet once more for every three dresses, its three frames dressed in them. */
const dressed = (start: Project, all: readonly Dress[]): Project =>
  inThrees(all).reduce((held, dresses, n) => {
    const sheetId = `dressed-${n}`
    const sheet = copiedSheet(sheetOf(start, SHEET), sheetId, `Dressed ${n}`)
    const added = addSheet(held, { sheet, after: held.order.at(-1) ?? null })
    return dresses.reduce((at, { layers, adjustments }, i) => {
      const ids = [IDS[i] ?? 'a']
      const finished = layers.reduce((one, layer) => putLayer(one, { sheetId, ids, layer }), at)
      return adjustPictures(finished, { sheetId, ids, change: () => adjustments })
    }, added)
  }, start)

/** All on one page: sheet after sheet. */
const agree = async (page: Page, request: APIRequestContext, all: readonly Dress[]): Promise<void> => {
  const id = await makeProject(request, PIECES)
  const { project } = (await (await request.get(`/api/projects/${id}`)).json()) as { project: Project }
  const many = dressed(project, all)
  const hand = await opened(page, request, many)
  for (const [n, dresses] of inThrees(all).entries()) {
    await page.getByRole('button', { name: 'Next sheet' }).click()
    await atFull(hand)
    const { covered, edge } = await compared(hand, many, `dressed-${n}`)
    const names = dresses.map(({ name }) => name).join(', ')
    expect(covered.mean, names).toBeLessThanOrEqual(0.5)
    expect(edge.mean, names).toBeLessThanOrEqual(3)
  }
}

test('every finish looks the same on the table and from the server', async ({ page, request }) =>
  agree(
    page,
    request,
    FINISHES.map(([name, layers]) => ({ name, layers, adjustments: {} })),
  ))

test('every adjustment, and all at once, look the same on the table and from the server', async ({ page, request }) => {
  const each = ADJUSTMENT_KEYS.map((key) => [key, withStrength({}, key, key === 'blur' ? 0.02 : 0.6)] as const)
  const all: Adjustments = Object.assign({}, ...each.map(([, adjustments]) => adjustments))
  await agree(
    page,
    request,
    [...each, ['all', all] as const].map(([name, adjustments]) => ({ name, layers: [], adjustments })),
  )
})

/** A project of the templates’ first sheets, each as large as the table shows whole at 100%, filled with the one picture. */
const filledSheets = (start: Project, templates: readonly Template[]): Project => {
  const first = (template: Template, n: number): string => `t-${n}-${template.order[0]}`
  const many = templates.reduce((held, template, n) => {
    const newIds = Object.fromEntries(template.order.map((id) => [id, `t-${n}-${id}`]))
    const added = addTemplateSheets(held, { template, newIds, after: held.order.at(-1) ?? null })
    const sheetId = first(template, n)
    const sheet = sheetOf(added, sheetId)
    const k = Math.min(600 / sheet.size.w, 450 / sheet.size.h)
    // Even, so that the sheet stands on whole pixels in the middle of the table.
    const even = (side: number): number => 2 * Math.round((side * k) / 2)
    const small = {
      ...copiedSheet(sheet, sheetId, sheet.name, { w: even(sheet.size.w), h: even(sheet.size.h) }),
      unit: 'px' as const,
      ppi: 72,
      bleed: 0,
      switches: Object.fromEntries(Object.entries(sheet.switches).map(([id, one]) => [id, { ...one, on: true }])),
    }
    const sized = { ...added, sheets: { ...added.sheets, [sheetId]: small } }
    return openingsOf(small).reduce(
      (now, { id }) => placePicture(now, { sheetId, frameId: id, pictureId: 'pic' }),
      sized,
    )
  }, start)
  const order = templates.map(first)
  return { ...many, order, sheets: Object.fromEntries(order.map((id) => [id, sheetOf(many, id)])) }
}

/** So many at once that their colour slots fit into one project. */
const AT_ONCE = 10
const PARTS = [0, 1, 2, 3, 4, 5]

for (const part of PARTS)
  test(`templates that ship, filled and with their looks on, look the same on both sides, part ${part + 1}`, async ({
    page,
    request,
  }) => {
    const id = await makeProject(request, [])
    const { project: start } = (await (await request.get(`/api/projects/${id}`)).json()) as { project: Project }
    const all = await shippedTemplates()
    expect(all.length).toBeLessThanOrEqual(PARTS.length * AT_ONCE)
    const templates = all.slice(part * AT_ONCE, (part + 1) * AT_ONCE)
    const many = filledSheets(start, templates)
    const hand = await opened(page, request, many)
    for (const [n, sheetId] of many.order.entries()) {
      if (n > 0) await page.getByRole('button', { name: 'Next sheet' }).click()
      await atFull(hand)
      const { covered } = await compared(hand, many, sheetId)
      expect(covered.count, templates[n]?.name).toBeGreaterThan(1000)
      expect(covered.mean, templates[n]?.name).toBeLessThanOrEqual(0.5)
    }
  })
