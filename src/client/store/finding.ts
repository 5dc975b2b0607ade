import { isFailure } from '@/core/failure'
import { BACKGROUND_ID } from '@/core/document/background'
import { newFrame } from '@/core/document/create'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { addFrame } from '@/core/document/edits/frames'
import { layAsQuad } from '@/core/document/edits/laid'
import { hangOnPlane, planeOfFrame } from '@/core/document/edits/planes'
import { setCorners } from '@/core/document/edits/stencils'
import { laidCorners, seenQuad } from '@/core/document/laid'
import type { SurfaceShade } from '@/core/document/plane'
import { boxFor } from '@/core/document/quads'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { clockwise, quadFault, quadMiddle, type Quad } from '@/core/geometry/quad'
import { apply } from '@/core/geometry/matrix'
import { readingRows } from '@/core/geometry/reading'
import { distance, type Point } from '@/core/geometry/vector'
import { levelWithin } from '@/core/render/needs'
import { levelUrl } from '@/client/http/api'
import { sourceAt, type Source } from '@/client/store/pictureUnder'
import { newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { toolOf, type FoundOnSheet } from '@/client/store/modes'
import { say } from '@/client/store/notices'
import { shadeUnder } from '@/client/store/placeLight'
import { newPlaneId, freePlaneName } from '@/client/store/planes'
import { owned } from '@/client/store/owned'
import { select, selectedFrame, selectItems } from '@/client/store/selection'
import { putWay } from '@/client/store/slices/selection'
import { changeTool, putToolDown, setTool } from '@/client/store/slices/mode'
import { speak } from '@/client/store/slices/notices'
import { tryStep } from '@/client/store/tryStep'
import { askOutlines } from '@/client/workers/outlines'

/** Pixels of the level in which things are looked for. */
const LOOKED_PIXELS = 1.2e6

/** Takes the tool in hand that finds four corners by a press; a selected frame is laid into them. */
export const startFinding = (bench: Bench): void => {
  bench.endBurst()
  const frame = selectedFrame(bench.get())
  const frameId = frame && frame.id !== BACKGROUND_ID ? frame.id : null
  putWay(bench, 'whole')
  setTool(bench, { kind: 'find', frameId, found: [], last: null, isWorking: false })
  speak(bench, 'Press a plain-coloured picture, screen or card in a picture.')
}

const NOTHING =
  'No four corners were found there. Press a plain part that stands out from what is around it, or trace its outline.'

const onSheet = ({ toSheet }: Source, corners: Quad): Quad | null => clockwise(corners.map((p) => apply(toSheet, p)))

const isSame = ({ quad }: FoundOnSheet, other: FoundOnSheet): boolean =>
  distance(quadMiddle(quad), quadMiddle(other.quad)) < distance(quad[0], quad[2]) / 5

const askAt = async (bench: Bench, at: Point, isAll: boolean): Promise<readonly FoundOnSheet[]> => {
  const tool = toolOf(bench.get())
  const source = sourceAt(bench, at, tool?.kind === 'find' ? tool.frameId : null)
  if (!source) return []
  const url = levelUrl(source.ref.hash, levelWithin(source.ref.pixels, LOOKED_PIXELS))
  const { quads = [] } = await askOutlines(bench, {
    job: 'quads',
    url,
    picture: source.ref.pixels,
    point: source.point,
    isAll,
  })
  return quads.flatMap(({ corners, rounded }) => {
    const quad = onSheet(source, corners)
    return quad && !quadFault(quad) ? [{ quad, rounded }] : []
  })
}

/** Questions are numbered: only the answer to the newest counts. */
const ASKED = owned(() => ({ newest: 0 }))

/** Looks for corners at a point; they take the place of those found before or, with `adds`, come beside them. */
export const findAt = async (bench: Bench, at: Point, adds: boolean, isAll = false): Promise<void> => {
  const before = toolOf(bench.get())
  if (before?.kind !== 'find') return
  setTool(bench, { ...before, isWorking: true })
  const asked = bench.own(ASKED)
  asked.newest += 1
  const question = asked.newest
  try {
    const found = await askAt(bench, at, isAll)
    const now = toolOf(bench.get())
    if (now?.kind !== 'find' || question !== asked.newest) return
    if (!found.length) say(bench, NOTHING)
    const kept = adds || isAll || !found.length ? now.found : []
    const fresh = found.filter((one) => !kept.some((other) => isSame(other, one)))
    setTool(bench, { ...now, found: [...kept, ...fresh], last: found.length ? at : now.last, isWorking: false })
    if (found.length) speak(bench, `${kept.length + fresh.length} found`)
  } catch (error) {
    if (question !== asked.newest) return
    changeTool(bench, 'find', { isWorking: false })
    say(bench, isFailure(error) ? error.message : 'It could not be looked for. Press again.')
  }
}

/** Looks for all that are like the one found last. */
export const findAlike = (bench: Bench): void => {
  const tool = toolOf(bench.get())
  if (tool?.kind === 'find' && tool.last) void findAt(bench, tool.last, true, true)
}

/** Takes the last one found out again; puts the tool down where there is none. */
export const dropFound = (bench: Bench): void => {
  const tool = toolOf(bench.get())
  if (tool?.kind !== 'find') return
  if (!tool.found.length) return putToolDown(bench)
  setTool(bench, { ...tool, found: tool.found.slice(0, -1) })
}

const roundedCorners = (rounded: number) =>
  rounded > 0 ? [{ style: 'round' as const, size: { share: rounded } }] : null

/** Empty frames laid into what was found, in reading order. */
const framesOf = (sheet: Sheet, found: readonly FoundOnSheet[]): readonly Frame[] => {
  const made = found.map(({ quad, rounded }): Frame => {
    const box = boxFor(sheet, quad)
    const corners = roundedCorners(rounded)
    const plain = newFrame(newItemId(), { kind: 'rectangle', ...(corners ? { corners } : {}) }, box, 'Opening')
    return { ...plain, laid: { corners: laidCorners({ box, turn: 0 }, quad) } }
  })
  return readingRows(made)
    .flat()
    .map((frame, i) => (made.length > 1 ? { ...frame, name: `Opening ${i + 1}` } : frame))
}

const layOne = (project: Project, sheetId: string, frameId: string, { quad, rounded }: FoundOnSheet): Recorded =>
  joinRecorded(layAsQuad.record(project, { sheetId, frameId, quad }), (laid) =>
    setCorners.record(laid, { sheetId, ids: [frameId], corners: roundedCorners(rounded) }),
  )

const addAll = (project: Project, sheetId: string, frames: readonly Frame[]): Recorded =>
  frames.reduce<Recorded>(
    (sofar, frame) => joinRecorded(sofar, (at) => addFrame.record(at, { sheetId, frame })),
    unchanged(project),
  )

/** All frames on one plane, made of the corners of the first. */
const onPlaneOfFirst = (added: Recorded, sheet: Sheet, [first, ...others]: readonly Frame[]): Recorded => {
  if (!first) return added
  const sheetId = sheet.id
  const plane = { id: newPlaneId(), name: freePlaneName(sheet) }
  const made = joinRecorded(added, (at) => planeOfFrame.record(at, { sheetId, frameId: first.id, plane }))
  const ids = others.map(({ id }) => id)
  return joinRecorded(made, (at) => hangOnPlane.record(at, { sheetId, ids, planeId: plane.id }))
}

/** Lays the selected frame into what was found, or puts frames there: each by itself, or all on one plane. */
export const layFound = (bench: Bench, onOnePlane: boolean): void => {
  const tool = toolOf(bench.get())
  const { sheetId } = bench.get()
  const sheet = heldSheet(bench.get())
  const [first] = tool?.kind === 'find' ? tool.found : []
  if (tool?.kind !== 'find' || !first) return say(bench, 'Press something in a picture first.')
  const { frameId, found } = tool
  putToolDown(bench)
  if (frameId !== null && sheet.items[frameId]) {
    tryStep(bench, 'Lay into what was found', (project) => layOne(project, sheetId, frameId, first))
    return select(bench, frameId)
  }
  const frames = framesOf(sheet, found)
  const step = frames.length > 1 ? `Put ${frames.length} frames there` : 'Put a frame there'
  const isMade = tryStep(bench, step, (project) => {
    const added = addAll(project, sheetId, frames)
    return onOnePlane ? onPlaneOfFirst(added, sheet, frames) : added
  })
  const ids = frames.map(({ id }) => id)
  if (isMade) selectItems(bench, ids)
}

/** Frames in what was found, each an opening that shows the same design in the light of the photograph. */
const asMockUp = (frames: readonly Frame[], shades: readonly (SurfaceShade | null)[]): readonly Frame[] =>
  frames.map((frame, i) => {
    const shade = shades[i]
    return {
      ...frame,
      name: 'Design',
      hint: 'the design',
      opening: { alike: true },
      ...(shade ? { shade } : {}),
    }
  })

/** Makes a mock-up of what was found: openings of one design, each with the photograph's own shade over it. */
export const layFoundAsMockUp = async (bench: Bench): Promise<void> => {
  const tool = toolOf(bench.get())
  const { sheetId } = bench.get()
  const sheet = heldSheet(bench.get())
  if (tool?.kind !== 'find' || !tool.found.length) return say(bench, 'Press something in a picture first.')
  const frames = framesOf(sheet, tool.found)
  putToolDown(bench)
  try {
    const shades = await Promise.all(frames.map((frame) => shadeUnder(bench, seenQuad(sheet, frame))))
    if (heldSheet(bench.get()) !== sheet) return say(bench, 'The sheet was changed meanwhile. Find the corners again.')
    const made = asMockUp(frames, shades)
    if (!tryStep(bench, 'Make a mock-up', (project) => addAll(project, sheetId, made))) return
    selectItems(
      bench,
      made.map(({ id }) => id),
    )
    say(
      bench,
      'Put a picture or a sheet there: all that was found shows it, in the light of the photograph. “Make a template of this” keeps it as a mock-up.',
    )
  } catch (error) {
    say(bench, isFailure(error) ? error.message : 'The light of the place could not be read. Try again.', 'fault')
  }
}
