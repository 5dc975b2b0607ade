import { expect } from '@jest/globals'
import { placePicture } from '@/core/document/edits/fills'
import { relayoutWord, type Relayout } from '@/core/document/edits/lettering/relayout'
import { letterFrames, settingOf, wordOf, wordSlots } from '@/core/document/lettering'
import { sheetOf, shownPlaced } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { graphemesOf } from '@/core/lettering/graphemes'
import type { Setting } from '@/core/lettering/settings'
import { lettersOfSlots, setWhole, typed } from '@/core/lettering/slots'
import { laidOut, withWord } from '@tests/helpers/lettering'
import { deepFreeze, sampleProject, SHEET } from '@tests/helpers/project'

/** The text of a project made by `filled`. */
export const WORD = { sheetId: SHEET, groupId: 'g-word' }
export const sheet = (project: Project) => sheetOf(project, SHEET)
export const word = (project: Project) => wordOf(sheet(project), 'g-word')
export const frames = (project: Project) => letterFrames(sheet(project), word(project))
export const sound = (project: Project): void => expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
/** The pictures of the letters in order: their numbers, a dot for none. */
export const pictures = (project: Project): string =>
  frames(project)
    .map((frame) => shownPlaced(frame)?.pictureId.slice(4) ?? '.')
    .join('')

/** A text of which the first letters hold the pictures 1, 2, 3, 1, 2 … */
export const filled = (text = 'KITES', change: Partial<Setting> = {}, faceId = 'anton'): Project => {
  const start = withWord(sampleProject(), text, { change, faceId })
  return deepFreeze(
    frames(start).reduce(
      (project, { id }, i) => placePicture(project, { sheetId: SHEET, frameId: id, pictureId: `pic-${(i % 3) + 1}` }),
      start,
    ),
  )
}

/** Sets the text anew, as typing or the card would. */
export const reset = (
  project: Project,
  change: Partial<Setting>,
  how: {
    readonly stays?: Relayout['stays']
    readonly ids?: readonly string[]
    readonly setBack?: readonly string[]
  } = {},
): Project => {
  const setting = { ...settingOf(word(project)), ...change }
  let n = 0
  const slots = setWhole(wordSlots(word(project)), graphemesOf(setting.text), () => `fresh-${(n += 1)}`)
  const letterIds = how.ids ?? lettersOfSlots(slots).map(({ id }) => id)
  const stays = how.stays ?? 'middle'
  return relayoutWord(project, {
    ...WORD,
    setting,
    layout: laidOut(setting),
    letterIds,
    stays,
    ...(how.setBack ? { setBack: how.setBack } : {}),
  })
}

/** Types one stroke into the text, over the graphemes from `from` to `to`. */
export const strike = (project: Project, from: number, to: number, put: string): Project => {
  const graphemes = graphemesOf(word(project).lettering.text)
  const after = [...graphemes.slice(0, from), ...graphemesOf(put), ...graphemes.slice(to)]
  let n = 0
  const slots = typed(wordSlots(word(project)), after, from + graphemesOf(put).length, () => `typed-${(n += 1)}`)
  return reset(project, { text: after.join('') }, { ids: lettersOfSlots(slots).map(({ id }) => id), stays: 'anchor' })
}
