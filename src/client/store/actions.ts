import {
  frameMount,
  frameOf,
  pictureOf,
  sheetOf,
  shownPlaced,
  nextEmptyFrame,
  readingOrder,
} from '@/core/document/read'
import type { Recorded } from '@/core/document/edit'
import { addPicture } from '@/core/document/edits/project'
import { addFrame, removeFrames } from '@/core/document/edits/frames'
import { emptyFrame, placePicture, replacePicture, setPlaced } from '@/core/document/edits/fills'
import { setBackground } from '@/core/document/edits/sheets'
import { freePlace, sensibleSize } from '@/core/document/arrange'
import { newFrame } from '@/core/document/create'
import type { Frame, PictureRef, Project } from '@/core/document/types'
import type { Box } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import { BACKGROUND_ID } from '@/core/render/drawList'
import { coverPlaced, type Mount, type Placed } from '@/core/placement/placed'
import type { Stencil } from '@/core/stencil/stencil'
import type { PictureAnswer } from '@/contract/api'
import { shownProject, shownSheet, type Bench } from '@/client/store/benchStore'
import type { BenchState, Way } from '@/client/store/state'

export const newItemId = (): string => `f-${crypto.randomUUID().slice(0, 13)}`

/** The id a library picture has within a project. */
export const projectPictureId = (picture: PictureAnswer, project: Project): string =>
  Object.entries(project.pictures).find(([, ref]) => ref.hash === picture.hash)?.[0] ??
  `pic-${picture.hash.slice(0, 20)}`

const refOf = (picture: PictureAnswer): PictureRef => ({
  name: picture.name,
  pixels: { w: picture.width, h: picture.height },
  hash: picture.hash,
  tags: [],
})

const joinRecorded = (first: Recorded, then: (project: Project) => Recorded): Recorded => {
  const second = then(first.project)
  return {
    project: second.project,
    forward: [...first.forward, ...second.forward],
    inverse: [...second.inverse, ...first.inverse],
  }
}

/** A change that needs a library picture, with the picture made known to the project first. */
export const withPicture = (
  project: Project,
  picture: PictureAnswer,
  then: (project: Project, pictureId: string) => Recorded,
): Recorded => {
  const pictureId = projectPictureId(picture, project)
  return joinRecorded(addPicture.record(project, { pictureId, picture: refOf(picture) }), (known) =>
    then(known, pictureId),
  )
}

/** A picture into a frame: covers afresh, or takes the place of the one there with all its settings. */
export const recordFill = (project: Project, sheetId: string, frameId: string, picture: PictureAnswer): Recorded =>
  withPicture(project, picture, (known, pictureId) => {
    const filled = shownPlaced(frameOf(sheetOf(known, sheetId), frameId)) !== null
    return (filled ? replacePicture : placePicture).record(known, { sheetId, frameId, pictureId })
  })

/** The one selected frame, as it shows. */
export const selectedFrame = (
  state: Pick<BenchState, 'project' | 'preview' | 'sheetId' | 'selection'>,
): Frame | null => {
  const [id] = state.selection
  return state.selection.length === 1 && id !== undefined ? (shownSheet(state).items[id] ?? null) : null
}

export const select = (bench: Bench, frameId: string | null, way?: Way): void => {
  bench.endBurst()
  const state = bench.get()
  const frame = frameId === null ? undefined : shownSheet(state).items[frameId]
  const isFilled = frame?.fill.kind === 'taken'
  // Picture stays from one filled frame to the next; everything else falls back to Whole.
  const kept = state.selection[0] === frameId || state.way === 'picture' ? state.way : 'whole'
  bench.set({
    selection: frame ? [frame.id] : [],
    way: isFilled ? (way ?? kept) : 'whole',
    replacing: null,
    spoken: frame ? `${frame.name} selected` : 'Nothing selected',
  })
}

export const setWay = (bench: Bench, way: Way): void => {
  const frame = selectedFrame(bench.get())
  if (!frame) return
  if (way !== 'whole' && frame.fill.kind !== 'taken')
    return say(bench, 'An empty frame moves as a whole. Put a picture in it first.')
  bench.endBurst()
  bench.set({ way, spoken: `A drag now moves: ${way}` })
}

let notices = 0
export const say = (bench: Bench, text: string, tone: 'plain' | 'fault' = 'plain'): void => {
  notices += 1
  bench.set({ notice: { id: notices, text, tone } })
}

/** Puts an empty frame of a stencil on the sheet: in the given box, or in the next free place. */
export const putFrame = (bench: Bench, stencil: Stencil, box?: Box): void => {
  const state = bench.get()
  const sheet = shownSheet(state)
  const frame = newFrame(newItemId(), stencil, box ?? freePlace(sheet, sensibleSize(sheet, stencil)))
  bench.commit('New frame', (project) => addFrame.record(project, { sheetId: state.sheetId, frame }))
  bench.set({ armed: null })
  select(bench, frame.id)
}

export const boxAround = (at: Point, stencil: Stencil, state: BenchState): Box => ({
  cx: at.x,
  cy: at.y,
  ...sensibleSize(shownSheet(state), stencil),
})

export const fillFrame = (bench: Bench, frameId: string, picture: PictureAnswer): void => {
  bench.endBurst()
  const { project, sheetId } = bench.get()
  const wasFilled = shownPlaced(frameOf(sheetOf(project, sheetId), frameId)) !== null
  bench.commit(wasFilled ? 'Replace picture' : 'Place picture', (held) => recordFill(held, sheetId, frameId, picture))
  bench.set({ replacing: null })
}

/** A frame of the picture's own shape, holding it; at a spot or in the next free place. */
export const putPictureFrame = (bench: Bench, picture: PictureAnswer, at?: Point): void => {
  bench.endBurst()
  const state = bench.get()
  const sheet = shownSheet(state)
  const base = sensibleSize(sheet, { kind: 'ellipse' })
  const share = picture.width / picture.height
  const size = share > 1 ? { w: base.w * 1.3, h: (base.w * 1.3) / share } : { w: base.h * 1.3 * share, h: base.h * 1.3 }
  const box = at ? { cx: at.x, cy: at.y, ...size } : freePlace(sheet, size)
  const frame = newFrame(newItemId(), { kind: 'rectangle' }, box, picture.name)
  bench.commit('New frame with picture', (project) =>
    joinRecorded(addFrame.record(project, { sheetId: state.sheetId, frame }), (added) =>
      recordFill(added, state.sheetId, frame.id, picture),
    ),
  )
  select(bench, frame.id)
}

export const setBackgroundPicture = (bench: Bench, picture: PictureAnswer): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  bench.commit('Background picture', (project) =>
    withPicture(project, picture, (known, pictureId) =>
      setBackground.record(known, { sheetId, background: { kind: 'picture', placed: coverPlaced(pictureId) } }),
    ),
  )
  bench.set({ overBackground: false, replacing: null })
}

/** A click in the supplies: the selected empty frame, else the next empty one, then on to the next. */
export const takeSupply = (bench: Bench, picture: PictureAnswer): void => {
  bench.endBurst()
  const state = bench.get()
  if (state.replacing === BACKGROUND_ID) return setBackgroundPicture(bench, picture)
  if (state.replacing) return fillFrame(bench, state.replacing, picture)
  const chosen = selectedFrame(state)
  const isOpen = chosen?.fill.kind === 'none' && chosen.takesPictures
  const target = isOpen ? chosen : nextEmptyFrame(shownSheet(state), chosen?.id ?? null)
  if (!target) {
    const words = shownSheet(state).order.length
      ? 'Every frame is filled. Drag the picture onto one, or press Replace on the rail.'
      : 'There is no frame yet. Choose a stencil first, or drag the picture onto the sheet.'
    return say(bench, words)
  }
  fillFrame(bench, target.id, picture)
  const next = nextEmptyFrame(shownSheet(bench.get()), target.id)
  // The last frame filled stays in hand, so that its picture can be placed at once.
  select(bench, next && state.selection.length === 0 ? next.id : target.id)
}

export interface PlacedFrame {
  readonly frame: Frame
  readonly placed: Placed
  readonly mount: Mount
}

/** The selected frame with its picture, as it shows; null if it has none. */
export const placedFrame = (
  state: Pick<BenchState, 'project' | 'preview' | 'sheetId' | 'selection'>,
): PlacedFrame | null => {
  const frame = selectedFrame(state)
  const placed = frame && shownPlaced(frame)
  if (!frame || !placed) return null
  const project = shownProject(state)
  pictureOf(project, placed.pictureId)
  return { frame, placed, mount: frameMount(project, shownSheet(state), frame, placed.pictureId) }
}

/** Changes the placement of the selected picture as one step. */
export const changePlaced = (bench: Bench, name: string, change: (held: PlacedFrame) => Placed): void => {
  bench.endBurst()
  const state = bench.get()
  const held = placedFrame(state)
  if (!held) return
  bench.commit(name, (project) =>
    setPlaced.record(project, { sheetId: state.sheetId, frameId: held.frame.id, placed: change(held) }),
  )
}

/** Delete: the picture goes out in the Picture way, else the frame goes. */
export const removeSelected = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const { sheetId, selection, way } = state
  const frame = selectedFrame(state)
  if (!selection.length) return
  if (way === 'picture' && frame) {
    bench.commit('Take picture out', (project) => emptyFrame.record(project, { sheetId, frameId: frame.id }))
    return bench.set({ way: 'whole' })
  }
  bench.commit('Remove frame', (project) => removeFrames.record(project, { sheetId, frameIds: selection }))
}

/** The next or previous frame in reading order. */
export const selectNeighbour = (bench: Bench, step: 1 | -1): void => {
  const state = bench.get()
  const list = readingOrder(shownSheet(state))
  if (!list.length) return
  const at = list.findIndex((frame) => frame.id === state.selection[0])
  const next = at < 0 ? (step > 0 ? 0 : list.length - 1) : (at + step + list.length) % list.length
  select(bench, list[next]?.id ?? null)
}

/** Down the ladder: frame → picture. */
export const goDown = (bench: Bench): 'picture' | 'empty' | 'none' => {
  const frame = selectedFrame(bench.get())
  if (!frame) return 'none'
  if (frame.fill.kind !== 'taken') return 'empty'
  setWay(bench, 'picture')
  return 'picture'
}

/** Up the ladder: an armed stencil or replacement is put down first, then picture → frame → nothing. */
export const goUp = (bench: Bench): void => {
  const state = bench.get()
  if (state.armed || state.replacing) return bench.set({ armed: null, replacing: null })
  if (state.way !== 'whole') return setWay(bench, 'whole')
  select(bench, null)
}
