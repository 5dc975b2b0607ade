import { readFile } from 'node:fs/promises'
import type { Frame, Sheet } from '@/core/document/types'
import { layoutOf } from '@/core/lettering/layout'
import type { Face } from '@/core/lettering/face'
import type { Outline } from '@/core/path/path'
import { layoutPath } from '@/core/render/words'
import { newSetting } from '@/core/lettering/settings'
import type { PlaceholderWords } from '@/core/render/drawList'
import { formatLength } from '@/core/units'
import { readFace } from '@/faces/fontkit'

/** The size that the words are set in; they are fitted to their tile afterwards. */
const SET_SIZE = 20
const LONGEST_NAME = 40

const wordsOn = ({ name, hint, box }: Frame, { unit, ppi }: Sheet): string => {
  const size = [box.w, box.h].map((points) => formatLength(points, unit, ppi)).join(' × ')
  return `${(hint ?? name).slice(0, LONGEST_NAME)}\n${size} ${unit}`
}

const setIn =
  (face: Face) =>
  (words: string): Outline => ({
    path: layoutPath(layoutOf(face, newSetting(words, { id: 'words', name: '' }, SET_SIZE))),
    fillRule: 'nonzero',
  })

/** Words as an outline, in any points, set in the typeface of a file. */
export const wordsOutline = async (faceFile: string, words: string): Promise<Outline> =>
  setIn(readFace(await readFile(faceFile)).face)(words)

/** The words on the tiles of a sheet's empty frames, set in the typeface of a file. */
export const placeholderWords = async (faceFile: string, sheet: Sheet): Promise<PlaceholderWords> => {
  const { face } = readFace(await readFile(faceFile))
  const set = setIn(face)
  return (frame) => set(wordsOn(frame, sheet))
}
