import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import type { PictureAnswer } from '@/contract/api'
import type { FilePicture, Project } from '@/core/document/types'

export const SHEET = 'sheet-1'

export const pictureRef = (n: number, w = 1200, h = 800): FilePicture => ({
  name: `kite-${n}`,
  pixels: { w, h },
  hash: n.toString(16).padStart(64, '0'),
  tags: [],
})

/** A picture of the library, as the server answers it. */
export const pictureAnswer = (n: number): PictureAnswer => {
  const { name, hash, pixels } = pictureRef(n)
  const day = '2026-05-01T10:00:00.000Z'
  return {
    hash,
    name,
    kind: 'jpeg',
    bytes: 9000,
    width: pixels.w,
    height: pixels.h,
    levels: 3,
    hasAlpha: false,
    tags: [],
    addedAt: day,
    usedAt: null,
  }
}

/** A project with three frames and three pictures, nothing placed. */
export const sampleProject = (): Project => {
  const blank = newProject(
    'p-sample',
    'Sample',
    newSheet(SHEET, 'Sheet 1', { unit: 'px', size: { w: 800, h: 600 }, ppi: 72, bleed: 9 }),
  )
  const withPictures = [pictureRef(1), pictureRef(2, 600, 900), pictureRef(3, 500, 500)].reduce(
    (project, picture, i) => addPicture(project, { pictureId: `pic-${i + 1}`, picture }),
    blank,
  )
  const frames = [
    newFrame('f-1', { kind: 'ellipse' }, { cx: 200, cy: 200, w: 200, h: 160 }),
    newFrame('f-2', { kind: 'triangle', apex: 0.5 }, { cx: 500, cy: 210, w: 180, h: 180 }),
    newFrame('f-3', { kind: 'polygon', sides: 5 }, { cx: 300, cy: 450, w: 150, h: 150 }),
  ]
  return frames.reduce((project, frame) => addFrame(project, { sheetId: SHEET, frame }), withPictures)
}

/** Freezes all the way down, so that any change of an argument throws. */
export const deepFreeze = <T>(value: T): T => {
  if (typeof value === 'object' && value !== null && !Object.isFrozen(value)) {
    Object.freeze(value)
    Object.values(value).forEach(deepFreeze)
  }
  return value
}
