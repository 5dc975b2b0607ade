import { choosingOf } from '@/client/store/modes'
import { BACKGROUND_ID, holderOf, pictureBackground } from '@/core/document/background'
import { holdsPicture, placedIn } from '@/core/document/content'
import { sheetOf, nextEmptyFrame } from '@/core/document/read'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { relinkHash } from '@/core/document/edits/project'
import { addFrame } from '@/core/document/edits/frames'
import { letterFrames, nextEmptyLetter, wordAround, type Word } from '@/core/document/lettering'
import { makeSpan, windowable } from '@/core/document/edits/spans'
import { addTake } from '@/core/document/edits/takes'
import { setBackground } from '@/core/document/edits/sheets'
import { freePlace, sensibleSize } from '@/core/document/arrange'
import { newFrame } from '@/core/document/create'
import type { Frame, Sheet } from '@/core/document/types'
import type { Box } from '@/core/geometry/box'
import type { Point, Size } from '@/core/geometry/vector'
import type { Stencil } from '@/core/stencil/stencil'
import type { PictureAnswer } from '@/contract/api'
import { api } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import { isSheetSupply, recordFill, withPicture, type PictureSupply } from '@/client/store/libraryPictures'
import { shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { shortageWords } from '@/client/store/shortage'
import { select, selectedFrame, selectItems } from '@/client/store/selection'
import { viewMiddle } from '@/client/store/view'
import type { BenchState } from '@/client/store/state'
import type { Choosing } from '@/client/store/modes'
import { putStencilDown, endChoosing } from '@/client/store/slices/mode'
import { askForSeveral } from '@/client/store/slices/supplies'
import { type SubjectMark } from '@/core/placement/subject'
import { markSubject } from '@/core/document/edits/subjects'

/** An id for something new of a project, with a beginning that tells what it is. */
export const newId = (kind: string): string => `${kind}-${crypto.randomUUID().slice(0, 13)}`

export const newItemId = (): string => newId('f')

/** Notes that pictures were put to use, so that they come first next time. */
export const noteUsed = (hashes: readonly string[]): void => {
  // Only an order in a list hangs on it: where the server cannot be reached, it stays as it was.
  api.markUsed(hashes).catch((error: unknown) => console.warn('The use of a picture was not noted.', error))
}

/** The same of what may be a sheet, which has no place in that list. */
export const noteTaken = (picture: PictureSupply): void => {
  if (!isSheetSupply(picture)) noteUsed([picture.hash])
}

/** Puts an empty frame of a stencil on the sheet: in the given box, or in the next free place. */
export const putFrame = (bench: Bench, stencil: Stencil, box?: Box, aspect?: number): void => {
  const state = bench.get()
  const sheet = shownSheet(state)
  const frame = newFrame(
    newItemId(),
    stencil,
    box ?? freePlace(sheet, sensibleSize(sheet, stencil, aspect), viewMiddle(state)),
  )
  bench.commit('New frame', (project) => addFrame.record(project, { sheetId: state.sheetId, frame }))
  putStencilDown(bench)
  select(bench, frame.id)
}

export const boxAround = (at: Point, stencil: Stencil, state: BenchState, aspect?: number): Box => ({
  cx: at.x,
  cy: at.y,
  ...sensibleSize(shownSheet(state), stencil, aspect),
})

/** Puts a picture into a frame of the sheet shown, or of another one. */
export const fillFrame = (
  bench: Bench,
  frameId: string,
  picture: PictureSupply,
  sheetId: string = bench.get().sheetId,
): void => {
  bench.endBurst()
  const { project } = bench.get()
  const sheet = sheetOf(project, sheetId)
  const wasFilled = placedIn(sheet, holderOf(sheet, frameId)) !== null
  bench.commit(wasFilled ? 'Replace picture' : 'Fill frame', (held) => recordFill(held, sheetId, frameId, picture))
  endChoosing(bench)
  noteTaken(picture)
  const short = shortageWords(bench.get().project, sheetId, [frameId])
  if (short !== null) say(bench, short)
}

/** Clips a picture with a stencil: a frame of a sensible size for it in the next free place, filled. */
export const clipPicture = (bench: Bench, picture: PictureSupply, stencil: Stencil): void => {
  bench.endBurst()
  const state = bench.get()
  const sheet = shownSheet(state)
  const frame = newFrame(
    newItemId(),
    stencil,
    freePlace(sheet, sensibleSize(sheet, stencil), viewMiddle(state)),
    picture.name,
  )
  bench.commit('Clip picture', (project) =>
    joinRecorded(addFrame.record(project, { sheetId: state.sheetId, frame }), (added) =>
      recordFill(added, state.sheetId, frame.id, picture),
    ),
  )
  noteTaken(picture)
  select(bench, frame.id)
}

/** The size of a new frame of a picture's own shape. */
export const pictureSize = (sheet: Sheet, { width, height }: PictureSupply): Size => {
  const base = sensibleSize(sheet, { kind: 'ellipse' })
  const share = width / height
  return share > 1 ? { w: base.w * 1.3, h: (base.w * 1.3) / share } : { w: base.h * 1.3 * share, h: base.h * 1.3 }
}

/** A frame of the picture's own shape, holding it; at a spot or in the next free place. */
export const putPictureFrame = (bench: Bench, picture: PictureSupply, at?: Point): void => {
  bench.endBurst()
  const state = bench.get()
  const sheet = shownSheet(state)
  const size = pictureSize(sheet, picture)
  const box = at ? { cx: at.x, cy: at.y, ...size } : freePlace(sheet, size, viewMiddle(state))
  const frame = newFrame(newItemId(), { kind: 'rectangle' }, box, picture.name)
  bench.commit('New frame with picture', (project) =>
    joinRecorded(addFrame.record(project, { sheetId: state.sheetId, frame }), (added) =>
      recordFill(added, state.sheetId, frame.id, picture),
    ),
  )
  noteTaken(picture)
  select(bench, frame.id)
}

export const setBackgroundPicture = (bench: Bench, picture: PictureSupply): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  bench.commit('Background picture', (project) =>
    withPicture(project, picture, (known, pictureId) =>
      setBackground.record(known, {
        sheetId,
        background: pictureBackground(sheetOf(known, sheetId).background, pictureId),
      }),
    ),
  )
  endChoosing(bench)
  noteTaken(picture)
}

/** Adds a picture to a frame as one more take, and shows it. */
const takePicture = (bench: Bench, frameId: string, picture: PictureSupply): void => {
  const { sheetId } = bench.get()
  const takeId = newItemId().replace(/^f-/, 't-')
  bench.commit('Add take', (project) =>
    withPicture(project, picture, (known, pictureId) => addTake.record(known, { sheetId, frameId, takeId, pictureId })),
  )
  endChoosing(bench)
  noteTaken(picture)
}

/** The selected frames that could each take a picture; those of hidden or locked items are not among them. */
export const severalFrames = (
  state: Pick<BenchState, 'project' | 'preview' | 'sheetId' | 'selection'>,
): readonly Frame[] => windowable(shownSheet(state), state.selection)

/** One picture for several frames, shown by all of them together. */
export const fillAcross = (bench: Bench, ids: readonly string[], picture: PictureSupply): void => {
  bench.endBurst()
  const { sheetId, selection } = bench.get()
  const spanId = newId('span')
  bench.commit('One picture across all', (project) =>
    withPicture(project, picture, (known, pictureId) => makeSpan.record(known, { sheetId, ids, spanId, pictureId })),
  )
  endChoosing(bench)
  askForSeveral(bench, null)
  noteTaken(picture)
  selectItems(bench, selection)
}

/** The same picture in each of several frames: covering the empty ones, with all settings kept in the others. */
export const fillEach = (bench: Bench, ids: readonly string[], picture: PictureSupply): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  bench.commit('The same picture in each', (project) =>
    ids.reduce<Recorded>(
      (sofar, id) => joinRecorded(sofar, (now) => recordFill(now, sheetId, id, picture)),
      unchanged(project),
    ),
  )
  askForSeveral(bench, null)
  noteTaken(picture)
}

/** A picture for a text: across all, or into the selected letter or the next empty one, then on to the next. */
const fillLetter = (bench: Bench, word: Word, picture: PictureSupply): void => {
  const sheet = shownSheet(bench.get())
  const [first] = letterFrames(sheet, word)
  if (!first) return say(bench, 'There are no letters yet. Type some first.')
  if (word.lettering.pictures === 'across') return fillFrame(bench, first.id, picture)
  const at = bench.get().selection[0]
  const target = nextEmptyLetter(sheet, word, at)
  if (!target)
    return say(bench, 'Every letter has a picture. Drop it onto a letter or onto “Whole word”, or press Replace.')
  fillFrame(bench, target.id, picture)
  if (at === word.id) return
  const next = nextEmptyLetter(shownSheet(bench.get()), word, target.id)
  select(bench, next?.id ?? target.id)
}

/** A picture for what was waited for. */
const takeChosen = (bench: Bench, choosing: Choosing, picture: PictureSupply): void => {
  switch (choosing.kind) {
    case 'background':
      return setBackgroundPicture(bench, picture)
    case 'take':
      return takePicture(bench, choosing.frameId, picture)
    case 'frame':
      return fillFrame(bench, choosing.frameId, picture)
    case 'together':
      return fillAcross(bench, choosing.ids, picture)
  }
}

/**
 * A press on a picture of the supplies does what the person looks at: it replaces the picture of the selected frame, fills
 * the selected empty one, else the next empty one and goes on; where there is none, a frame of its shape appears. With
 * several frames selected it is asked how they take it.
 */
export const takeSupply = (bench: Bench, picture: PictureSupply): void => {
  bench.endBurst()
  const state = bench.get()
  const choosing = choosingOf(state)
  if (choosing) return takeChosen(bench, choosing, picture)
  const word = wordAround(shownSheet(state), state.selection[0])
  if (word && state.selection.length === 1) return fillLetter(bench, word, picture)
  if (severalFrames(state).length > 1) return askForSeveral(bench, picture)
  const chosen = selectedFrame(state)
  const isOpen = chosen?.fill.kind === 'none' && chosen.takesPictures
  if (chosen && holdsPicture(chosen.fill) && chosen.id !== BACKGROUND_ID) return fillFrame(bench, chosen.id, picture)
  const target = isOpen ? chosen : nextEmptyFrame(shownSheet(state), chosen?.id ?? null)
  if (!target) return putPictureFrame(bench, picture)
  fillFrame(bench, target.id, picture)
  const next = nextEmptyFrame(shownSheet(bench.get()), target.id)
  // On to the next; the last frame filled stays in hand, so that its picture can be placed at once.
  select(bench, next?.id ?? target.id)
}

/** Another file in the place of one that pictures of the project show; their settings stay. */
export const replaceFile = (bench: Bench, hash: string, by: PictureAnswer): void =>
  bench.commit('Replace picture file', (project) =>
    relinkHash.record(project, { hash, to: { name: by.name, hash: by.hash, pixels: { w: by.width, h: by.height } } }),
  )

/** Where a picture's subject and its eye line are; null forgets them. */
export const putSubject = (bench: Bench, step: string, pictureId: string, subject: SubjectMark | null): void =>
  bench.commit(step, (project) => markSubject.record(project, { pictureId, subject }))
