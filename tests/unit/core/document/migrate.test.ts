import { describe, expect, it } from '@jest/globals'
import { SHEET, sampleProject } from '@tests/helpers/project'
import { migrate } from '@/core/document/migrate'
import { readProject } from '@/core/document/validate'
import { FORMAT } from '@/core/document/types'

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
