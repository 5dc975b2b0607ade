import { readFileSync } from 'node:fs'
import { addWord } from '@/core/document/edits/lettering/words'
import { poseAbout } from '@/core/document/edits/lettering/newWord'
import { layoutOf, type Layout } from '@/core/lettering/layout'
import { newSetting, type Setting } from '@/core/lettering/settings'
import type { Face } from '@/core/lettering/face'
import type { Project } from '@/core/document/types'
import { readFace } from '@/faces/fontkit'
import { shippedFace } from '@/faces/shipped'
import { SHEET } from '@tests/helpers/project'

export const faceFileOf = (id: string): string =>
  `node_modules/@expo-google-fonts/${shippedFace(id)?.file ?? 'no such face'}`

export const bytesOfFace = (id: string): Uint8Array => new Uint8Array(readFileSync(faceFileOf(id)))

const read = new Map<string, Face>()

/** A shipped typeface, read once. */
export const faceNamed = (id: string): Face => {
  const face = read.get(id) ?? readFace(bytesOfFace(id)).face
  read.set(id, face)
  return face
}

/** A text's setting in a shipped face at 100 pt, with changes. */
export const settingOf = (text: string, faceId = 'anton', change: Partial<Setting> = {}): Setting => ({
  ...newSetting(text, { id: faceId, name: faceId }, 100),
  ...change,
})

export const laidOut = (setting: Setting): Layout => layoutOf(faceNamed(setting.face.id), setting)

/** The project with a text on its sheet; its letters are called `l-0`, `l-1` … in order, or by another word. */
export const withWord = (
  project: Project,
  text: string,
  {
    id = 'g-word',
    change = {},
    faceId = 'anton',
    ids = 'l',
  }: { id?: string; change?: Partial<Setting>; faceId?: string; ids?: string } = {},
): Project => {
  const setting = settingOf(text, faceId, change)
  const layout = laidOut(setting)
  const letterIds = layout.letters.map((_, i) => `${ids}-${i}`)
  const pose = poseAbout(layout, { x: 400, y: 300 })
  return addWord(project, { sheetId: SHEET, groupId: id, setting, layout, letterIds, pose })
}
