import { describe, expect, it } from '@jest/globals'
import { SHEET, sampleProject } from '@tests/helpers/project'
import { adjustPictures, withoutAdjustments } from '@/core/document/edits/adjust'
import { placePicture } from '@/core/document/edits/fills'
import { makeSpan } from '@/core/document/edits/spans'
import { putSwitch, removeSwitch, turnSwitch } from '@/core/document/edits/templates'
import { addSlot, changeSlot, removeSlot } from '@/core/document/edits/slots'
import { resolved, resolvedSheet } from '@/core/document/colours'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import { projectFaults } from '@/core/document/validate'
import type { Project } from '@/core/document/types'
import { renderSheet } from '@/core/render/drawList'
import { pictureOps } from '@/core/render/needs'
import type { LookSwitch } from '@/core/template/switches'

const VINTAGE: LookSwitch = { id: 'old', name: 'Vintage', on: true, adjustments: { fade: 0.3, warmth: 0.2 } }

const filled = (): Project =>
  ['f-1', 'f-2'].reduce(
    (held, frameId, i) => placePicture(held, { sheetId: SHEET, frameId, pictureId: `pic-${i + 1}` }),
    sampleProject(),
  )

const withLook = (look: LookSwitch, project = filled()): Project => putSwitch(project, { sheetId: SHEET, look })
const seen = (project: Project, frameId: string) =>
  shownPlaced(frameOf(sheetOf(resolved(project), SHEET), frameId))?.adjustments
const painted = (project: Project) =>
  pictureOps(renderSheet(project, sheetOf(project, SHEET))).map(({ adjustments }) => adjustments)

describe('a look switch', () => {
  it('changes what is painted while it is on, and nothing of what is stored', () => {
    const on = withLook(VINTAGE)
    expect(painted(on)).toEqual([VINTAGE.adjustments, VINTAGE.adjustments])
    expect(shownPlaced(frameOf(sheetOf(on, SHEET), 'f-1'))?.adjustments).toBeUndefined()
    const off = turnSwitch(on, { sheetId: SHEET, switchId: 'old', on: false })
    expect(painted(off)).toEqual([undefined, undefined])
    expect(sheetOf(off, SHEET).switches['old']?.adjustments).toEqual(VINTAGE.adjustments)
    expect(turnSwitch(off, { sheetId: SHEET, switchId: 'old', on: true })).toEqual(on)
    expect(removeSwitch(on, { sheetId: SHEET, switchId: 'old' })).toEqual(filled())
  })

  it('leaves a picture the values of its own, and comes back where they are switched off', () => {
    const own = adjustPictures(withLook(VINTAGE), {
      sheetId: SHEET,
      ids: ['f-1'],
      change: () => ({ warmth: -0.5, contrast: 0.1 }),
    })
    expect(seen(own, 'f-1')).toEqual({ fade: 0.3, warmth: -0.5, contrast: 0.1 })
    const off = adjustPictures(own, { sheetId: SHEET, ids: ['f-1'], change: (held) => ({ ...held, off: true }) })
    expect(seen(off, 'f-1')).toEqual(VINTAGE.adjustments)
  })

  it('is for the frames it names, and passes over those that are gone', () => {
    const some = withLook({ ...VINTAGE, frames: ['f-2', 'gone'] })
    expect(projectFaults(some)).toEqual([])
    expect(seen(some, 'f-1')).toBeUndefined()
    expect(seen(some, 'f-2')).toEqual(VINTAGE.adjustments)
  })

  it('changes the picture of a span as a whole', () => {
    const span = makeSpan(withLook({ ...VINTAGE, frames: ['f-1'] }), {
      sheetId: SHEET,
      ids: ['f-1', 'f-2'],
      spanId: 'span-1',
    })
    const sheet = resolvedSheet(sheetOf(span, SHEET), span.slots)
    const source = sheet.spans['span-1']?.source
    expect(source?.kind === 'placed' && source.placed.adjustments).toEqual(VINTAGE.adjustments)
  })

  it('keeps the same objects as long as nothing changes, so that what is painted stays painted', () => {
    const on = withLook(VINTAGE)
    const first = resolved(on)
    expect(resolved(on)).toBe(first)
    const moved = placePicture(on, { sheetId: SHEET, frameId: 'f-3', pictureId: 'pic-3' })
    expect(sheetOf(resolved(moved), SHEET).items['f-1']).toBe(sheetOf(first, SHEET).items['f-1'])
    expect(resolved(filled())).toEqual(filled())
  })

  it('goes out with all tones when a picture is compared with how it was', () => {
    expect(painted(withoutAdjustments(withLook(VINTAGE)))).toEqual([undefined, undefined])
  })

  it('may be of a colour slot, follows it, and keeps the colour when that goes', () => {
    const slotted = addSlot(filled(), { slot: { id: 'ink', name: 'Ink', colour: '#112233' } })
    const look: LookSwitch = {
      ...VINTAGE,
      adjustments: { tones: { dark: '@ink', light: '#ffffff', amount: 1 } },
    }
    const on = withLook(look, slotted)
    expect(projectFaults(on)).toEqual([])
    expect(seen(on, 'f-1')?.tones?.dark).toBe('#112233')
    expect(seen(changeSlot(on, { slotId: 'ink', change: { colour: '#445566' } }), 'f-1')?.tones?.dark).toBe('#445566')
    const gone = removeSlot(on, { slotId: 'ink' })
    expect(sheetOf(gone, SHEET).switches['old']?.adjustments.tones?.dark).toBe('#112233')
    expect(projectFaults(gone)).toEqual([])
    expect(projectFaults(withLook(look))).not.toEqual([])
  })
})
