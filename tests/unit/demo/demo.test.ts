import { describe, expect, it } from '@jest/globals'
import sharp from 'sharp'
import { projectFaults } from '@/core/document/validate'
import { takeNames } from '@/core/document/takes'
import { panelsOf, renderSheet } from '@/core/render/drawList'
import { itemsOf } from '@/core/render/ops'
import { sheetOf } from '@/core/document/read'
import { DEMO_PICTURES } from '@demo/paint/pictures'
import { frameHolder, shownPlaced } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import { resolvePlacement } from '@/core/placement/resolve'
import { placeOfSubject } from '@/core/placement/subject'
import { crewCards } from '@demo/crewCards'
import { openingDay } from '@demo/project'
import { triptych } from '@demo/triptych'

const refs = Object.fromEntries(
  DEMO_PICTURES.map(({ name, tags, subject }, i) => [
    name,
    { name, tags, ...(subject ? { subject } : {}), pixels: { w: 3000, h: 2000 }, hash: String(i).padStart(64, '0') },
  ]),
)

describe('the demo', () => {
  it('has pictures of its own, one of them stored on its side', async () => {
    expect(DEMO_PICTURES.length).toBeGreaterThanOrEqual(15)
    const spools = DEMO_PICTURES.find((picture) => picture.name === 'spools')
    const meta = await sharp(await spools?.make()).metadata()
    // EXIF 2.3, tag 0x0112: 6 is a quarter turn clockwise.
    expect(meta).toMatchObject({ orientation: 6, width: 2800, height: 2100 })
  })
  it('has one in a wide gamut and one with alpha', async () => {
    const made = async (wanted: string) =>
      sharp(await DEMO_PICTURES.find(({ name }) => name === wanted)?.make()).metadata()
    expect((await made('dune-evening')).icc?.length).toBeGreaterThan(0)
    expect(await made('kite-cut-out')).toMatchObject({ format: 'png', hasAlpha: true })
  })
  it('matches the four faces of the crew cards within half a percent, uncovering none', () => {
    const project = crewCards(refs)
    expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
    const sheet = sheetOf(project, 'sheet-1')
    const places = ['ode', 'brannoch', 'tamsel', 'wivvy'].map((name) => {
      const frame = frameOf(sheet, `frame-${name}`)
      const placed = shownPlaced(frame)
      const subject = project.pictures[name]?.subject
      if (!placed || !subject) throw new TypeError('filled and marked')
      const holder = frameHolder(project, sheet, frame, name)
      expect(resolvePlacement(placed, holder).isCovered).toBe(true)
      return placeOfSubject(placed, holder, subject)
    })
    const spread = (values: readonly number[]): number => Math.max(...values) - Math.min(...values)
    expect(spread(places.map(({ height }) => height))).toBeLessThan(0.005)
    expect(spread(places.map(({ line }) => line))).toBeLessThan(0.005)
  })
  it('paints the same picture each time', async () => {
    const cloth = DEMO_PICTURES.find((picture) => picture.name === 'green-ripstop')
    expect(await cloth?.make()).toEqual(await cloth?.make())
  })
  it('has a sound project whose every picture covers its frame', () => {
    const project = openingDay(refs)
    expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
    const ops = itemsOf(renderSheet(project, sheetOf(project, 'sheet-1')).items).flatMap((item) => item.ops)
    expect(ops.filter((op) => op.op === 'picture')).toHaveLength(6)
    for (const op of ops) expect(op.op === 'picture' && op.isCovered).toBe(true)
  })
  it('has a triptych of one panorama over three panels that bleed, and a flyer with takes and an echo', () => {
    const project = triptych(refs)
    expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
    const sheet = sheetOf(project, 'sheet-1')
    expect(panelsOf(sheet)).toHaveLength(3)
    for (const panel of panelsOf(sheet)) expect(panel).toMatchObject({ fill: { spanId: 'span-headland' } })
    const ops = itemsOf(renderSheet(project, sheet, { bleed: true }).items).flatMap((item) => item.ops)
    expect(ops.filter((op) => op.op === 'picture')).toHaveLength(6)
    expect(takeNames(sheetOf(project, 'sheet-2')).map(({ name }) => name)).toEqual(['Day', 'Evening'])
  })
})
