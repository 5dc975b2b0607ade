/** Items aligned and laid out within the sheet: against closed sums of sizes and gaps. */
import { describe, expect, it } from '@jest/globals'
import { alignItems, arrangeItems } from '@/core/document/edits/arrange'
import { itemRect, itemsRect } from '@/core/document/extent'
import { rectCentre, rectSize } from '@/core/geometry/rect'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { fc, holdsFor } from '@tests/helpers/property'
import { near, nearPoint } from '@tests/helpers/near'
import { sampleProject, SHEET } from '@tests/helpers/project'

const IDS = ['f-1', 'f-2', 'f-3']
const at = { sheetId: SHEET, ids: IDS }
const rects = (project: Project) => IDS.map((id) => itemRect(sheetOf(project, SHEET), id))
const around = (project: Project) => itemsRect(sheetOf(project, SHEET), IDS)

describe('aligned to the sheet', () => {
  it('as one keeps all places among them and brings the whole into line', () => {
    const before = sampleProject()
    const after = alignItems(before, { ...at, alignment: 'centre', field: 'sheet', asOne: true }).project
    near(rectCentre(around(after)).x, 400, 1e-9)
    const by = rects(after).map((r, i) => r.x0 - (rects(before)[i]?.x0 ?? 0))
    for (const shift of by) near(shift, by[0] ?? 0, 1e-9)
    near(around(after).y0, around(before).y0, 1e-9)
  })
  it('each by itself brings every one into line', () => {
    const after = alignItems(sampleProject(), { ...at, alignment: 'centre', field: 'sheet' }).project
    for (const r of rects(after)) near(rectCentre(r).x, 400, 1e-9)
  })
})

describe('laid out within the sheet', () => {
  it('a row with a gap lies in its middle as one', () => {
    const after = arrangeItems(sampleProject(), { ...at, layout: 'row', gap: 12, field: 'sheet' }).project
    nearPoint(rectCentre(around(after)), { x: 400, y: 300 }, 1e-9)
    const sorted = [...rects(after)].sort((p, q) => p.x0 - q.x0)
    near((sorted[1]?.x0 ?? 0) - (sorted[0]?.x1 ?? 0), 12, 1e-9)
    near((sorted[2]?.x0 ?? 0) - (sorted[1]?.x1 ?? 0), 12, 1e-9)
  })
  it('a grid of any number of columns fills it: cells and gaps add up to its sides', () =>
    holdsFor(
      fc.tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 0, max: 40 })),
      ([columns, gap]) => {
        const after = arrangeItems(sampleProject(), { ...at, layout: 'grid', gap, field: 'sheet', columns }).project
        const rows = Math.ceil(3 / columns)
        for (const r of rects(after)) {
          near(rectSize(r).w, (800 - gap * (columns - 1)) / columns, 1e-6)
          near(rectSize(r).h, (600 - gap * (rows - 1)) / rows, 1e-6)
        }
        const whole = around(after)
        near(whole.x0, 0, 1e-6)
        near(whole.y0, 0, 1e-6)
        near(whole.y1, 600, 1e-6)
      },
      30,
    ))
  it('a grid whose gaps leave no room is refused in words', () => {
    expect(() => arrangeItems(sampleProject(), { ...at, layout: 'grid', gap: 900, field: 'sheet' })).toThrow(/gap/)
  })
  it('within the selection all keep their size and begin where it stands', () => {
    const before = sampleProject()
    const after = arrangeItems(before, { ...at, layout: 'row', gap: 5 }).project
    expect(rects(after).map(rectSize)).toEqual(rects(before).map(rectSize))
    near(around(after).x0, around(before).x0, 1e-9)
  })
})
