/** Looks of the project: kept, given, changed for all that have them, forgotten; and tones switched off. */
import { describe, expect, it } from '@jest/globals'
import { sameValues, shownAdjustments, switched, valuesOf } from '@/core/adjust/adjustments'
import { setBackground } from '@/core/document/edits/sheets'
import { adjustPictures } from '@/core/document/edits/adjust'
import { pictureAcross, pictureEach } from '@/core/document/edits/lettering/across'
import { placePicture } from '@/core/document/edits/fills'
import { addLook, changeLook, removeLook, renameLook } from '@/core/document/edits/looks'
import { makeSpan } from '@/core/document/edits/spans'
import { addTake } from '@/core/document/edits/takes'
import { migrate } from '@/core/document/migrate'
import { pictureBackground } from '@/core/document/background'
import { projectFaults } from '@/core/document/validate'
import type { Project } from '@/core/document/types'
import { sheetOf } from '@/core/document/read'
import { renderSheet } from '@/core/render/drawList'
import { withWord } from '@tests/helpers/lettering'
import { sampleProject, SHEET } from '@tests/helpers/project'

const LOOK = { id: 'look-1', name: 'Dusk', adjustments: { warmth: 0.3, fade: 0.1 } }
const at = { sheetId: SHEET, ids: ['f-1', 'f-2'] }

const withLook = (): Project => {
  let project = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
  project = addTake(project, { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-2', takeId: 't-2' })
  project = placePicture(project, { sheetId: SHEET, frameId: 'f-2', pictureId: 'pic-3' })
  project = addLook(project, { look: LOOK })
  return adjustPictures(project, { ...at, change: () => ({ ...LOOK.adjustments, look: LOOK.id }) })
}

/** Every set of adjustments in the project, wherever it stands. */
const allTones = (project: Project): readonly unknown[] => {
  const found: unknown[] = []
  JSON.stringify(project.sheets, (key, value: unknown) => {
    if (key === 'adjustments') found.push(value)
    return value
  })
  return found
}

describe('a look of the project', () => {
  it('is sound, and changed it changes every picture that has it, takes and spans and backgrounds too', () => {
    let project = withLook()
    expect(projectFaults(project)).toEqual([])
    project = setBackground(project, { sheetId: SHEET, background: pictureBackground({ kind: 'none' }, 'pic-2') })
    project = adjustPictures(project, {
      sheetId: SHEET,
      ids: ['background'],
      change: () => ({ ...LOOK.adjustments, look: LOOK.id }),
    })
    const before = allTones(project).length
    const changed = changeLook(project, { lookId: LOOK.id, adjustments: { exposure: 0.5 } })
    expect(projectFaults(changed)).toEqual([])
    expect(changed.looks[LOOK.id]?.adjustments).toEqual({ exposure: 0.5 })
    const tones = allTones(changed)
    expect(tones).toHaveLength(before)
    for (const one of tones) expect(one).toEqual({ exposure: 0.5, look: LOOK.id })
  })
  it('reaches the picture of a span', () => {
    const spanned = makeSpan(withLook(), { sheetId: SHEET, ids: ['f-1', 'f-3'], spanId: 'span-1', pictureId: 'pic-1' })
    const project = adjustPictures(spanned, {
      sheetId: SHEET,
      ids: ['f-3'],
      change: () => ({ ...LOOK.adjustments, look: LOOK.id }),
    })
    const changed = changeLook(project, { lookId: LOOK.id, adjustments: { contrast: 0.2 } })
    const { source } = changed.sheets[SHEET]?.spans['span-1'] ?? {}
    expect(source?.kind === 'placed' && source.placed.adjustments).toEqual({ contrast: 0.2, look: LOOK.id })
  })
  it('reaches the picture that a text keeps aside while each letter has its own, and what letters keep meanwhile', () => {
    const word = { sheetId: SHEET, groupId: 'g-word' }
    const dressed = (project: Project): Project =>
      adjustPictures(project, {
        sheetId: SHEET,
        ids: [word.groupId],
        change: () => ({ ...LOOK.adjustments, look: LOOK.id }),
      })
    const across = dressed(pictureAcross(withWord(withLook(), 'SEA'), { ...word, pictureId: 'pic-2' }))
    const each = pictureEach(across, word)
    const filled = placePicture(each, { sheetId: SHEET, frameId: 'l-0', pictureId: 'pic-1' })
    for (const project of [filled, pictureAcross(dressed(filled), word)]) {
      const kept = project.sheets[SHEET]?.items[word.groupId]
      const lettering = kept?.kind === 'group' ? kept.lettering : undefined
      expect(lettering?.across?.adjustments ?? lettering?.aside[0]?.fill.takes[0]?.placed.adjustments).toBeDefined()
      const changed = changeLook(project, { lookId: LOOK.id, adjustments: { exposure: 0.5 } })
      for (const one of allTones(changed)) expect(one).toEqual({ exposure: 0.5, look: LOOK.id })
    }
  })
  it('leaves those that are switched off switched off', () => {
    const off = adjustPictures(withLook(), { sheetId: SHEET, ids: ['f-2'], change: (held) => switched(held, true) })
    const changed = changeLook(off, { lookId: LOOK.id, adjustments: { exposure: 1 } })
    expect(allTones(changed)).toContainEqual({ exposure: 1, look: LOOK.id, off: true })
  })
  it('forgotten leaves its values where they are', () => {
    const project = removeLook(withLook(), { lookId: LOOK.id })
    expect(project.looks).toEqual({})
    for (const one of allTones(project)) expect(one).toEqual(LOOK.adjustments)
  })
  it('takes another name, and one that is not there is refused', () => {
    expect(renameLook(withLook(), { lookId: LOOK.id, name: 'Dawn' }).looks[LOOK.id]?.name).toBe('Dawn')
    expect(() => changeLook(withLook(), { lookId: 'look-9', adjustments: {} })).toThrow(/look/)
  })
  it('came with format 7: a project of format 6 has none yet', () => {
    const older = Object.fromEntries(Object.entries(sampleProject()).filter(([key]) => key !== 'looks'))
    expect(migrate({ ...older, format: 6 })).toMatchObject({ looks: {} })
  })
})

describe('tones that are switched off', () => {
  it('are not painted, and keep their values', () => {
    const project = withLook()
    const off = adjustPictures(project, { ...at, change: (held) => switched(held, true) })
    const painted = (held: Project): string => JSON.stringify(renderSheet(held, sheetOf(held, SHEET)))
    expect(painted(project)).toContain('adjustments')
    expect(painted(off)).not.toContain('adjustments')
    expect(painted(adjustPictures(off, { ...at, change: (held) => switched(held, false) }))).toBe(painted(project))
  })
  it('are told from their values alone', () => {
    const tones = { warmth: 0.2, look: 'look-1', off: true } as const
    expect(valuesOf(tones)).toEqual({ warmth: 0.2 })
    expect(shownAdjustments(tones)).toEqual({})
    expect(shownAdjustments({ warmth: 0.2 })).toEqual({ warmth: 0.2 })
    expect(sameValues(tones, { warmth: 0.2, fade: 0 })).toBe(true)
    expect(sameValues(tones, { warmth: 0.3 })).toBe(false)
  })
})
