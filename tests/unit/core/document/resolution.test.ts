/** Units and resolution: lengths are converted, never read as others; new frames find their place. */
import { describe, expect, it } from '@jest/globals'
import { freePlace, sensibleSize } from '@/core/document/arrange'
import { changeResolution } from '@/core/document/edits/sheets'
import { addFrame } from '@/core/document/edits/frames'
import { newFrame } from '@/core/document/create'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { fromPoints, outputPixels, roundLength, UNITS } from '@/core/units'
import { inUnit, sheetFromForm } from '@/client/projects/newSheetForm'
import { wheelFactor } from '@/client/gestures/wheel'
import { near } from '@tests/helpers/near'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { sampleProject, SHEET } from '@tests/helpers/project'

const FORM = { name: '', unit: 'px', w: '1080', h: '1350', ppi: '72', bleed: '0' }

describe('the form of a new sheet', () => {
  it('keeps its lengths in another unit: 1080 px at 72 ppi are 381 mm', () => {
    // 1080 / 72 in · 25.4 mm (ISO 80000-3).
    expect(inUnit(FORM, 'mm')).toMatchObject({ unit: 'mm', w: '381', h: '476.25', ppi: '300' })
    expect(inUnit({ ...FORM, w: '8.5in' }, 'in')).toMatchObject({ w: '8.5', ppi: '300' })
    expect(inUnit({ ...FORM, w: 'no length' }, 'mm').w).toBe('no length')
  })
  it('describes the same sheet before and after, in every unit', () => {
    const before = sheetFromForm({ ...FORM, ppi: '300' })
    for (const unit of UNITS) {
      const after = sheetFromForm(inUnit({ ...FORM, ppi: '300' }, unit))
      near(after.size.w, before.size.w, 0.02)
      near(after.size.h, before.size.h, 0.02)
      expect(after.ppi).toBe(300)
    }
  })
})

describe('a length that is proposed', () => {
  it.each([
    ['mm', 300, 4],
    ['cm', 300, 0.4],
    ['in', 300, 0.15],
    ['pt', 300, 12],
    ['pica', 300, 1],
    ['px', 72, 12],
    ['px', 300, 50],
  ] as const)('of 12 pt is round in %s at %d ppi: %d', (unit, ppi, wanted) =>
    near(fromPoints(roundLength(12, unit, ppi), unit, ppi), wanted, 1e-9),
  )
})

describe('another resolution', () => {
  const pixelsOf = (project: Project) => {
    const sheet = sheetOf(project, SHEET)
    return [outputPixels(sheet.size.w, sheet.ppi), outputPixels(sheet.size.h, sheet.ppi)]
  }
  it('of a sheet in pixels keeps its pixels, and every frame its place among them', () => {
    const before = sampleProject()
    const after = changeResolution(before, { sheetId: SHEET, ppi: 300 })
    expect(pixelsOf(after)).toEqual(pixelsOf(before))
    expect(projectFaults(after)).toEqual([])
    for (const id of ['f-1', 'f-2', 'f-3']) {
      const [a, b] = [before, after].map((project) => sheetOf(project, SHEET).items[id])
      if (a?.kind !== 'frame' || b?.kind !== 'frame') throw new TypeError('no frame')
      near((b.box.cx * 300) / 72, a.box.cx, 1e-6)
      near((b.box.w * 300) / 72, a.box.w, 1e-6)
    }
    const back = sheetOf(changeResolution(after, { sheetId: SHEET, ppi: 72 }), SHEET)
    near(back.size.w, 800, 1e-6)
  })
  it('of a sheet in millimetres keeps its lengths', () => {
    const start = sampleProject()
    const mm = { ...start, sheets: { [SHEET]: { ...sheetOf(start, SHEET), unit: 'mm' as const } } }
    const after = sheetOf(changeResolution(mm, { sheetId: SHEET, ppi: 300 }), SHEET)
    expect(after).toEqual({ ...sheetOf(mm, SHEET), ppi: 300 })
  })
})

describe('a new frame', () => {
  const blank = { ...sheetOf(sampleProject(), SHEET), items: {}, order: [] }
  it('stands where one looks, a third of the short side large, and always on the sheet', () => {
    const size = sensibleSize(blank, { kind: 'ellipse' })
    near(Math.min(size.w, size.h), 200, 1e-9)
    expect(freePlace(blank, size, { x: 420, y: 310 })).toMatchObject({ cx: 420, cy: 310 })
    holdsFor(fc.record({ x: real(-4000, 4000), y: real(-4000, 4000) }), (at) => {
      const { cx, cy, w, h } = freePlace(blank, size, at)
      expect(cx - w / 2).toBeGreaterThanOrEqual(-1e-9)
      expect(cy + h / 2).toBeLessThanOrEqual(600 + 1e-9)
    })
  })
  it('stands beside what is there already', () => {
    const size = { w: 120, h: 90 }
    const box = { cx: 400, cy: 300, ...size }
    const start = { ...sampleProject(), sheets: { [SHEET]: blank } }
    const one = addFrame(start, { sheetId: SHEET, frame: newFrame('n', { kind: 'rectangle' }, box) })
    const next = freePlace(sheetOf(one, SHEET), size, { x: 400, y: 300 })
    expect(Math.abs(next.cx - 400) >= 120 || Math.abs(next.cy - 300) >= 90).toBe(true)
    expect(Math.hypot(next.cx - 400, next.cy - 300)).toBeLessThan(200)
  })
})

describe('the zoom of a wheel', () => {
  const event = (deltaY: number, deltaMode = 0, ctrlKey = false) => wheelFactor({ deltaY, deltaMode, ctrlKey })
  it('is 1.1 a notch in every way that browsers tell one', () => {
    for (const factor of [event(-100), event(-120), event(-3, 1), event(-1, 2), event(-120, 0, true)])
      near(factor, 1.1, 1e-12)
    near(event(240), 1.1 ** -2, 1e-12)
  })
  it('is the same for many small steps as for their sum, and nothing for none', () => {
    holdsFor(fc.array(real(-40, 40), { minLength: 1, maxLength: 60 }), (steps) => {
      const product = steps.reduce((sofar, step) => sofar * event(step, 0, true), 1)
      near(Math.log(product), -steps.reduce((sum, step) => sum + step, 0) / 100, 1e-9)
    })
    expect(event(0)).toBe(1)
  })
})
