import type { PictureAnswer } from '@/contract/api'
import { newFrame } from '@/core/document/create'
import { joinRecorded } from '@/core/document/edit'
import { addFrame } from '@/core/document/edits/frames'
import { frameOpenings, type OpeningFrame } from '@/core/document/edits/openings'
import { shownTake } from '@/core/document/read'
import type { Sheet } from '@/core/document/types'
import type { Box } from '@/core/geometry/box'
import type { Point, Size } from '@/core/geometry/vector'
import type { RegionChoice } from '@/core/region/choice'
import type { Opening, Openings } from '@/core/region/openings'
import { joinOutlines } from '@/core/region/trace'
import { levelWithin } from '@/core/render/needs'
import { levelUrl } from '@/client/http/api'
import { newItemId, noteUsed, recordFill } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { shownProject } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { select, selectedFrame } from '@/client/store/selection'
import { openOpenings } from '@/client/store/slices/dialogs'
import type { BenchState, OpeningsSource } from '@/client/store/state'
import { askOutlines } from '@/client/workers/outlines'

/** How openings are looked for. */
export interface OpeningsChoice {
  /** Points of the picture that have the colour of the openings; none: what is transparent. */
  readonly points: readonly Point[]
  readonly choice: RegionChoice
  /** Pixels that frames reach under the art. */
  readonly grow: number
}

export const FIRST_GROW = 1
export const MOST_GROW = 12

/** Of larger art a smaller level is looked at: its edges are as near as a pixel of that. */
const MOST_PIXELS = 24e6

/** Finds the openings of art in the worker. Rejects with a failure in words. */
export const lookForOpenings = async (
  bench: Bench,
  { hash, pixels }: OpeningsSource,
  { points, choice, grow }: OpeningsChoice,
): Promise<Openings> => {
  const answer = await askOutlines(bench, {
    job: 'openings',
    url: levelUrl(hash, levelWithin(pixels, MOST_PIXELS)),
    picture: pixels,
    points,
    choice: { ...choice, isConnected: false },
    grow,
  })
  return { openings: answer.openings ?? [], left: answer.left ?? 0 }
}

/** A picture of the supplies as art with openings. */
export const sourceOfPicture = (picture: PictureAnswer): OpeningsSource => ({
  hash: picture.hash,
  name: picture.name,
  pixels: { w: picture.width, h: picture.height },
  from: picture,
})

/** The picture of the selected frame as art with openings; null where it shows none of its own. */
export const selectedSource = (state: BenchState): OpeningsSource | null => {
  const frame = selectedFrame(state)
  const placed = frame && shownTake(frame.fill)?.placed
  const picture = placed && shownProject(state).pictures[placed.pictureId]
  if (!frame || !picture) return null
  const { hash, name, pixels } = picture
  return { hash, name, pixels, from: { sheetId: state.sheetId, frameId: frame.id } }
}

/** Opens the dialog for what is selected. */
export const openSelectedOpenings = (bench: Bench): void => {
  const source = selectedSource(bench.get())
  if (source) openOpenings(bench, source)
}

/** Art is as large as the sheet allows, in its middle; just as large where the shapes are all but the same. */
const artBox = ({ size }: Sheet, { w, h }: Size): Box => {
  const k = Math.min(size.w / w, size.h / h)
  const isSame = Math.abs((size.w * h) / (size.h * w) - 1) < 0.01
  return { cx: size.w / 2, cy: size.h / 2, ...(isSame ? size : { w: w * k, h: h * k }) }
}

/** What was decided of one opening: its name, whether a frame is made for it, and which of those found it is of. */
export interface Decided {
  readonly name: string
  readonly isKept: boolean
  /** Several where they were joined. */
  readonly parts: readonly number[]
}

/** All that were found, each by itself; what lies around the art is offered and not kept. */
export const decidedOf = (openings: readonly Opening[]): readonly Decided[] =>
  openings.map(({ kind }, i) => ({
    name: kind === 'around' ? 'Around the art' : `Opening ${i + 1}`,
    isKept: kind !== 'around',
    parts: [i],
  }))

/** All that are kept as one, in the place of the first of them. */
export const joined = (decided: readonly Decided[]): readonly Decided[] => {
  const kept = decided.filter(({ isKept }) => isKept)
  const [first] = kept
  if (!first || kept.length < 2) return decided
  const whole = { ...first, parts: kept.flatMap(({ parts }) => parts) }
  return decided.flatMap((one) => (one === first ? [whole] : one.isKept ? [] : [one]))
}

/** An opening that a frame is made for. */
export interface ChosenOpening {
  readonly name: string
  readonly found: readonly Opening[]
}

/** Puts frames beneath the chosen openings, and the art on top of them where it is not on the sheet yet. */
export const putOpenings = (
  bench: Bench,
  { from, name, pixels }: OpeningsSource,
  chosen: readonly ChosenOpening[],
): boolean => {
  bench.endBurst()
  const isOnSheet = 'frameId' in from
  const { project, sheetId: shown } = bench.get()
  const sheetId = isOnSheet ? from.sheetId : shown
  const sheet = project.sheets[sheetId]
  if (!sheet || (isOnSheet && sheet.items[from.frameId]?.kind !== 'frame')) {
    say(bench, 'The art is not on the sheet any more. Open it again from there.')
    return false
  }
  const openings: readonly OpeningFrame[] = chosen.map((one) => ({
    id: newItemId(),
    name: one.name.trim() || 'Opening',
    outline: joinOutlines(one.found.map(({ under }) => under)),
  }))
  const artId = isOnSheet ? from.frameId : newItemId()
  const step = openings.length > 1 ? `Frames for ${openings.length} openings` : 'Frame for the opening'
  bench.commit(step, (now) => {
    const put = (at: typeof now) => frameOpenings(at, { sheetId, artId, openings })
    if (isOnSheet) return put(now)
    const art = { ...newFrame(artId, { kind: 'rectangle' }, artBox(sheet, pixels), name), takesPictures: false }
    return joinRecorded(
      joinRecorded(addFrame.record(now, { sheetId, frame: art }), (added) => recordFill(added, sheetId, artId, from)),
      put,
    )
  })
  if (!isOnSheet) noteUsed([from.hash])
  const made = openings.map(({ id }) => id).filter((id) => bench.get().project.sheets[sheetId]?.items[id])
  const [first] = made
  if (first === undefined) say(bench, 'None of these openings is large enough for a frame.')
  // Pictures that are pressed fill one after another from there.
  else if (bench.get().sheetId === sheetId) select(bench, first)
  return made.length > 0
}
