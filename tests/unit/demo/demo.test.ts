import { describe, expect, it } from '@jest/globals'
import sharp from 'sharp'
import { projectFaults } from '@/core/document/validate'
import { renderSheet } from '@/core/render/drawList'
import { sheetOf } from '@/core/document/read'
import { DEMO_PICTURES } from '@demo/paint/pictures'
import { openingDay } from '@demo/project'

const refs = Object.fromEntries(
  DEMO_PICTURES.map(({ name, tags }, i) => [
    name,
    { name, tags, pixels: { w: 3000, h: 2000 }, hash: String(i).padStart(64, '0') },
  ]),
)

describe('the demo', () => {
  it('has ten pictures of its own, one of them stored on its side', async () => {
    expect(DEMO_PICTURES).toHaveLength(10)
    const spools = DEMO_PICTURES.find((picture) => picture.name === 'spools')
    const meta = await sharp(await spools?.make()).metadata()
    // EXIF 2.3, tag 0x0112: 6 is a quarter turn clockwise.
    expect(meta).toMatchObject({ orientation: 6, width: 2800, height: 2100 })
  })
  it('paints the same picture each time', async () => {
    const cloth = DEMO_PICTURES.find((picture) => picture.name === 'green-ripstop')
    expect(await cloth?.make()).toEqual(await cloth?.make())
  })
  it('has a sound project whose every picture covers its frame', () => {
    const project = openingDay(refs)
    expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
    const ops = renderSheet(project, sheetOf(project, 'sheet-1')).items.flatMap((item) => item.ops)
    expect(ops.filter((op) => op.op === 'picture')).toHaveLength(6)
    for (const op of ops) expect(op.op === 'picture' && op.isCovered).toBe(true)
  })
})
