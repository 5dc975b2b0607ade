import { describe, expect, it } from '@jest/globals'
import { SHEET, sampleProject } from '@tests/helpers/project'
import { migrate } from '@/core/document/migrate'
import { readProject } from '@/core/document/validate'
import { layersOf } from '@/core/document/finish'
import { FORMAT, type Project } from '@/core/document/types'
import { newLayer } from '@/core/finish/layers'

/** The sample as format 1 had it: before groups, guides, safe margin and kept colours. */
const oldSample = (): Record<string, unknown> => {
  const old = JSON.parse(JSON.stringify(sampleProject()))
  const sheet = old.sheets[SHEET]
  delete old.colours
  delete sheet.safe
  delete sheet.guides
  return { ...old, format: 1 }
}

describe('documents of an older format', () => {
  it('are read as the same project of this format', () => {
    expect(readProject(oldSample())).toEqual(sampleProject())
  })
  it('5 had no inks, kinds of points, or word on what a pale background stands on; all else is as it was', () => {
    const before = { ...(JSON.parse(JSON.stringify(sampleProject())) as object), format: 5 }
    expect(readProject(before)).toEqual(sampleProject())
  })
  it('12 kept a whole layer where one value differed from its named finish; only that value is kept', () => {
    const edge = newLayer('stroke', 'edge', 8)
    const extra = newLayer('glow', 'extra', 8)
    const before = JSON.parse(JSON.stringify(sampleProject())) as Project & { format: number }
    const finishes = { card: { id: 'card', name: 'Card', category: '', layers: [{ ...edge, hidden: true }] } }
    const own = { ...edge, width: 3 }
    const items = before.sheets[SHEET]?.items ?? {}
    Object.assign(items['f-1'] ?? {}, { finish: { finishId: 'card', layers: [own, extra] } })
    Object.assign(items['f-2'] ?? {}, { finish: { finishId: 'card', layers: [{ ...edge, hidden: true }] } })
    Object.assign(items['f-3'] ?? {}, { finish: { layers: [edge] } })
    const after = readProject({ ...before, format: 12, finishes })
    const finishOf = (id: string) => after.sheets[SHEET]?.items[id]?.finish
    expect(finishOf('f-1')).toEqual({
      finishId: 'card',
      layers: [extra],
      changes: [{ id: 'edge', width: 3, hidden: false }],
    })
    expect(finishOf('f-2')).toEqual({ finishId: 'card' })
    expect(finishOf('f-3')).toEqual({ layers: [edge] })
    const item = after.sheets[SHEET]?.items['f-1']
    expect(item && layersOf(after, item)).toEqual([own, extra])
  })
  it('that are not sound are refused with their faults', () => {
    const broken = oldSample()
    delete broken['order']
    expect(() => readProject(broken)).toThrow(/order/)
  })
  it('of a newer format are refused with what to do', () => {
    expect(() => migrate({ format: FORMAT + 1 })).toThrow(/newer version/)
    expect(() => migrate({ format: 0 })).toThrow(/formats 1 to/)
  })
  it('that are no documents at all are left to validation', () => {
    for (const value of [null, 7, 'text', [], {}, { format: 'one' }]) expect(migrate(value)).toBe(value)
  })
})
