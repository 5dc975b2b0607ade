import { filePicture, isSheetPicture } from '@/core/document/sheetPictures'
import { toolOf } from '@/client/store/modes'
import { isFailure } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { apply, invert, type Matrix } from '@/core/geometry/matrix'
import { rectContains } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import type { Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { addFrame } from '@/core/document/edits/frames'
import { clipOnSheet, frameOfOutline, setOutlineOnSheet } from '@/core/document/edits/stencils'
import { BACKGROUND_ID, holderOf } from '@/core/document/background'
import { isOutlineSound, standingOutlineOf } from '@/core/document/outline'
import { holdsPicture, pictureMatrix } from '@/core/document/content'
import { pictureOf, shownPlaced } from '@/core/document/read'
import { readingRows } from '@/core/geometry/reading'
import type { Frame, FilePicture } from '@/core/document/types'
import { FIRST_CHOICE, type RegionChoice } from '@/core/region/choice'
import { joinOutlines } from '@/core/region/trace'
import { levelWithin } from '@/core/render/needs'
import { levelUrl } from '@/client/http/api'
import { newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { refusesPerspective } from '@/client/store/laid'
import { say } from '@/client/store/notices'
import { select, selectedFrame, selectItems } from '@/client/store/selection'
import type { ColourTool } from '@/client/store/modes'
import { askOutlines } from '@/client/workers/outlines'
import { putWay } from '@/client/store/slices/selection'
import { setTool, putToolDown, changeTool } from '@/client/store/slices/mode'
import { speak } from '@/client/store/slices/notices'

/** Pixels of the level looked at while the choice is still being made. */
const PREVIEW_PIXELS = 1.6e6

interface Source {
  readonly frame: Frame
  readonly ref: FilePicture
  /** Picture pixels → sheet points. */
  readonly toSheet: Matrix
}

/** The picture that the tool looks at, where it lies. */
export const colourSource = (bench: Bench, tool: ColourTool): Source | null => {
  const { project } = bench.get()
  const sheet = heldSheet(bench.get())
  const frame = holderOf(sheet, tool.frameId)
  const placed = shownPlaced(frame)
  const toSheet = pictureMatrix(project, sheet, frame)
  const ref = placed && filePicture(pictureOf(project, placed.pictureId))
  return ref && toSheet ? { frame, ref, toSheet } : null
}

/** Takes the tool in hand that finds a part of the selected picture by its colour. */
export const startColour = (bench: Bench): void => {
  bench.endBurst()
  const frame = selectedFrame(bench.get())
  if (!frame || !holdsPicture(frame.fill)) return say(bench, 'Select a frame with a picture first.')
  if (!shownPlaced(frame)) return say(bench, 'Make the frame independent first: its picture is shared with others.')
  if (isSheetPicture(pictureOf(bench.get().project, shownPlaced(frame)?.pictureId ?? '')))
    return say(bench, 'It shows a sheet. Parts by colour are found in pictures of files.')
  if (refusesPerspective(bench, frame, 'find a part of it by its colour')) return
  putWay(bench, 'whole')
  setTool(bench, {
    kind: 'colour',
    frameId: frame.id,
    choice: FIRST_CHOICE,
    points: [],
    outline: null,
    found: 0,
    isWorking: false,
    message: null,
  })
  speak(bench, 'Press a colour in the picture.')
}

const CHANGED = 'The sheet changed meanwhile. Press the button again.'
const NOTHING_FOUND = 'Nothing was found there at full size. Press another spot, or let more of the colour belong.'

const wordsOf = (error: unknown): string =>
  isFailure(error) ? error.message : 'The part could not be found. Press another point.'

/** Looks again for what would be cut; only the answer to the newest question counts. */
const look = async (bench: Bench): Promise<void> => {
  const tool = toolOf(bench.get())
  if (tool?.kind !== 'colour' || !tool.points.length) return
  const source = colourSource(bench, tool)
  if (!source) return
  const { points, choice } = tool
  const isCurrent = (now: unknown): now is ColourTool =>
    typeof now === 'object' &&
    now !== null &&
    'choice' in now &&
    now.choice === choice &&
    'points' in now &&
    now.points === points
  setTool(bench, { ...tool, isWorking: true })
  try {
    const url = levelUrl(source.ref.hash, levelWithin(source.ref.pixels, PREVIEW_PIXELS))
    const { outlines } = await askOutlines(bench, { job: 'colour', url, picture: source.ref.pixels, points, choice })
    const now = toolOf(bench.get())
    if (!isCurrent(now)) return
    const message = outlines.length ? null : 'Nothing of this colour. Raise the tolerance or press another point.'
    setTool(bench, { ...now, outline: joinOutlines(outlines), found: outlines.length, isWorking: false, message })
  } catch (error) {
    const now = toolOf(bench.get())
    if (isCurrent(now)) setTool(bench, { ...now, isWorking: false, message: wordsOf(error) })
  }
}

export const changeChoice = (bench: Bench, change: Partial<RegionChoice>): void => {
  const tool = toolOf(bench.get())
  if (tool?.kind !== 'colour') return
  setTool(bench, { ...tool, choice: { ...tool.choice, ...change } })
  void look(bench)
}

/** Chooses the area with the colour at a point of the sheet, in place of those before it or, with `adds`, beside them. */
export const pickColour = (bench: Bench, at: Point, adds: boolean): void => {
  const tool = toolOf(bench.get())
  const source = tool?.kind === 'colour' ? colourSource(bench, tool) : null
  if (tool?.kind !== 'colour' || !source) return
  const point = apply(invert(source.toSheet), at)
  const { w, h } = source.ref.pixels
  if (!rectContains({ x0: 0, y0: 0, x1: w, y1: h }, point)) return say(bench, 'Press a point of the selected picture.')
  const points = adds ? [...tool.points, point] : [point]
  setTool(bench, { ...tool, points, ...(adds ? {} : { outline: null, found: 0 }) })
  void look(bench)
}

/** Takes the area added last out again; leaves the tool where there is none. */
export const dropArea = (bench: Bench): void => {
  const tool = toolOf(bench.get())
  if (tool?.kind !== 'colour') return
  if (!tool.points.length) return putToolDown(bench)
  const points = tool.points.slice(0, -1)
  setTool(bench, { ...tool, points, ...(points.length ? {} : { outline: null, found: 0, message: null }) })
  void look(bench)
}

/** What a part found by its colour is for: frames of their own, the picture's outline, or more of the outline it has. */
export const COLOUR_USES = ['frames', 'frame', 'clip', 'add'] as const
export type ColourUse = (typeof COLOUR_USES)[number]

const onSheet = (outline: Outline, { toSheet }: Source): Outline => ({
  ...outline,
  path: transformPath(toSheet, outline.path),
})

const TOO_FINE = 'This part is too detailed for an outline. Raise the tolerance, or choose only what is connected.'

/** Puts frames on the sheet in reading order; each empty, to be filled. */
const putFrames = (bench: Bench, outlines: readonly Outline[]): void => {
  const { sheetId } = bench.get()
  const made = outlines.map((outline) => frameOfOutline(newItemId(), 'Opening', outline))
  const named = readingRows(made)
    .flat()
    .map((frame, i) => (made.length > 1 ? { ...frame, name: `Opening ${i + 1}` } : frame))
  bench.commit(named.length > 1 ? `Cut ${named.length} frames by colour` : 'Cut frame by colour', (project) =>
    named.reduce<Recorded>(
      (sofar, frame) => joinRecorded(sofar, (at) => addFrame.record(at, { sheetId, frame })),
      unchanged(project),
    ),
  )
  selectItems(
    bench,
    named.map(({ id }) => id),
  )
}

const clip = (bench: Bench, tool: ColourTool, outline: Outline): void => {
  const { sheetId } = bench.get()
  if (tool.frameId !== BACKGROUND_ID) {
    bench.commit('Clip picture by colour', (project) =>
      setOutlineOnSheet.record(project, { sheetId, frameId: tool.frameId, outline }),
    )
    return select(bench, tool.frameId)
  }
  const frame = frameOfOutline(newItemId(), 'Cut out', outline)
  bench.commit('Clip picture by colour', (project) => clipOnSheet(project, { sheetId, from: tool.frameId, frame }))
  select(bench, frame.id)
}

/** The outline that a frame has, with more. */
const joined = async (bench: Bench, frame: Frame, more: Outline): Promise<Outline> => {
  const { outlines } = await askOutlines(bench, {
    job: 'combine',
    how: 'unite',
    outlines: [standingOutlineOf(frame), more],
  })
  return outlines[0] ?? more
}

/** Would a person who was told of some frames be surprised by so many? */
const isFarMore = (count: number, told: number): boolean => count > 10 && count > told * 1.2

/** Works the part out at the picture's full size and uses it. */
export const applyColour = async (bench: Bench, use: ColourUse): Promise<void> => {
  const state = bench.get()
  const { project } = state
  const tool = toolOf(state)
  const source = tool?.kind === 'colour' ? colourSource(bench, tool) : null
  if (tool?.kind !== 'colour' || !tool.points.length || !source)
    return say(bench, 'Press a colour in the picture first.')
  setTool(bench, { ...tool, isWorking: true })
  try {
    const url = levelUrl(source.ref.hash, 0)
    const { points, choice } = tool
    const found = await askOutlines(bench, { job: 'colour', url, picture: source.ref.pixels, points, choice })
    const now = bench.get()
    if (toolOf(now)?.kind !== 'colour') return
    if (now.project !== project) {
      changeTool(bench, 'colour', { isWorking: false })
      return say(bench, CHANGED)
    }
    const outlines = found.outlines.map((outline) => onSheet(outline, source)).filter(isOutlineSound)
    const all = joinOutlines(outlines)
    const fault = outlines.length === 0 ? NOTHING_FOUND : all.path.length > RANGE.segments ? TOO_FINE : null
    if (fault !== null) {
      changeTool(bench, 'colour', { isWorking: false })
      return say(bench, fault, 'fault')
    }
    if (use === 'frames' && isFarMore(outlines.length, tool.found)) {
      changeTool(bench, 'colour', { isWorking: false, found: outlines.length })
      return say(bench, `At its full size the picture has ${outlines.length} such parts. Press again to make them all.`)
    }
    const whole = use === 'add' ? await joined(bench, source.frame, all) : all
    if (bench.get().project !== project) {
      changeTool(bench, 'colour', { isWorking: false })
      return say(bench, CHANGED)
    }
    putToolDown(bench)
    if (use === 'clip' || use === 'add') clip(bench, tool, whole)
    else putFrames(bench, use === 'frame' ? [all] : outlines)
  } catch (error) {
    changeTool(bench, 'colour', { isWorking: false })
    say(bench, wordsOf(error), 'fault')
  }
}
