import { readFile } from 'node:fs/promises'
import type { Frame, Sheet } from '@/core/document/types'
import { layoutOf } from '@/core/lettering/layout'
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

/** The words on the tiles of a sheet's empty frames, set in the typeface of a file. */
export const placeholderWords = async (faceFile: string, sheet: Sheet): Promise<PlaceholderWords> => {
  const { face } = readFace(await readFile(faceFile))
  return (frame) => {
    const layout = layoutOf(face, newSetting(wordsOn(frame, sheet), { id: 'words', name: '' }, SET_SIZE))
    return { path: layoutPath(layout), fillRule: 'nonzero' }
  }
}
