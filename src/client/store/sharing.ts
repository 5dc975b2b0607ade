import { nudgeStep } from '@/core/units'
import { BACKGROUND_ID } from '@/core/document/background'
import { originalOf, placedIn, spanMembers, spanShown } from '@/core/document/content'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { echoFrames, echoOf, makeIndependent } from '@/core/document/edits/echoes'
import { splitFrame } from '@/core/document/edits/split'
import { MOST_PARTS, type Parting } from '@/core/document/parting'
import { bindToBackground, coverSpan, joinSpan, makeSpan, pinWindows, windowable } from '@/core/document/edits/spans'
import { renameTake, removeTake, showTake, showTakesNamed } from '@/core/document/edits/takes'
import { takesOf } from '@/core/document/takes'
import { framesUnder, isLocked } from '@/core/document/tree'
import type { Frame, Span } from '@/core/document/types'
import { newId, newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { helpOnce } from '@/client/store/firstHelp'
import { goToFrame } from '@/client/store/follow'
import { choosePicture } from '@/client/store/choosing'
import { say } from '@/client/store/notices'
import { select, selectedFrame, selectedFrames, selectItems } from '@/client/store/selection'
import { speak } from '@/client/store/slices/notices'
import { type BenchState } from '@/client/store/state'

const at = (bench: Bench) => {
  const { sheetId, selection } = bench.get()
  return { sheetId, ids: selection.filter((id) => id !== BACKGROUND_ID) }
}

/** Lets the selected frames show one picture together: that of the first filled one; where all are empty, the next one chosen. */
export const showTogether = (bench: Bench): void => {
  bench.endBurst()
  const sheet = shownSheet(bench.get())
  const frames = windowable(sheet, at(bench).ids)
  if (frames.length < 2)
    return say(bench, 'Select two or more frames that take pictures, then show one picture together.')
  if (!frames.some((frame) => placedIn(sheet, frame)))
    return choosePicture(bench, { kind: 'together', ids: at(bench).ids })
  bench.commit('Show one picture together', (project) =>
    makeSpan.record(project, { ...at(bench), spanId: newId('span') }),
  )
  helpOnce(bench, 'shared')
}

/** Lets the rest of the selection look onto the span that one of it belongs to. */
export const joinTogether = (bench: Bench): void => {
  bench.endBurst()
  const sheet = shownSheet(bench.get())
  const span = selectedFrames(bench.get()).flatMap((frame) => spanShown(sheet, frame) ?? [])[0]
  if (!span) return say(bench, 'Select a frame of a span, and those that should join it.')
  bench.commit('Join span', (project) => joinSpan.record(project, { ...at(bench), spanId: span.id }))
}

export const windowsOntoBackground = (bench: Bench): void => {
  bench.endBurst()
  if (shownSheet(bench.get()).background.kind !== 'picture')
    return say(bench, 'The sheet has no background picture yet. Drop one on “Background” at the sheet’s head.')
  bench.commit('Windows onto the background', (project) =>
    bindToBackground.record(project, { ...at(bench), spanId: newId('span') }),
  )
}

export const coverTogether = (bench: Bench, spanId: string, gaps?: Span['gaps']): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  const name = gaps === undefined ? 'Cover all of the span' : gaps === 'skip' ? 'Skip gaps' : 'Hide picture in gaps'
  bench.commit(name, (project) => coverSpan.record(project, { sheetId, spanId, ...(gaps ? { gaps } : {}) }))
}

export const pinSelected = (bench: Bench, pinned: boolean): void => {
  bench.endBurst()
  bench.commit(pinned ? 'Pin to its part' : 'Free from its part', (project) =>
    pinWindows.record(project, { ...at(bench), pinned }),
  )
}

/** Echoes and windows get pictures of their own that look the same. */
export const becomeIndependent = (bench: Bench): void => {
  bench.endBurst()
  bench.commit('Make independent', (project) => makeIndependent.record(project, at(bench)))
}

export const selectMembers = (bench: Bench, spanId: string): void =>
  selectItems(
    bench,
    spanMembers(shownSheet(bench.get()), spanId).map(({ id }) => id),
  )

/** Duplicates the selected frames as echoes: they show what those show from now on. */
export const echoSelected = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const sheet = shownSheet(state)
  const frames = framesUnder(sheet, at(bench).ids)
  if (!frames.length) return say(bench, 'Select a frame first, then echo it.')
  const newIds = Object.fromEntries(frames.map(({ id }) => [id, newItemId()]))
  const step = nudgeStep(sheet.unit, sheet.ppi) * 10
  bench.commit('Echo', (project) => echoFrames.record(project, { ...at(bench), newIds, delta: { x: step, y: step } }))
  selectItems(bench, Object.values(newIds))
  helpOnce(bench, 'shared')
}

/** Lets all selected frames show, from now on, what the one selected first shows. */
export const echoFirst = (bench: Bench): void => {
  bench.endBurst()
  const { sheetId, selection } = bench.get()
  const sheet = shownSheet(bench.get())
  const frames = framesUnder(sheet, at(bench).ids).filter((frame) => !isLocked(sheet, frame.id))
  const model = frames.find(({ id }) => id === selection[0])
  if (!model || frames.length < 2) return say(bench, 'Select first the frame to follow, then those that should.')
  const root = originalOf(sheet, model)
  const followers = frames.filter((frame) => frame.takesPictures && frame.id !== model.id)
  if (followers.some(({ id }) => id === root.id))
    return say(
      bench,
      `${root.name} is what ${model.name} shows. Let it show another frame, or choose ${root.name} first.`,
    )
  bench.commit('Follow the first', (project) =>
    followers.reduce<Recorded>(
      (sofar, { id }) => joinRecorded(sofar, (now) => echoOf.record(now, { sheetId, frameId: id, of: model.id })),
      unchanged(project),
    ),
  )
}

export const goToOriginal = (bench: Bench): void => {
  const state = bench.get()
  const frame = selectedFrame(state)
  if (frame?.follows) return goToFrame(bench, frame.follows)
  if (frame?.fill.kind === 'echo') select(bench, originalOf(shownSheet(state), frame).id)
}

/** The frames that echo a frame. */
export const echoesOf = (state: BenchState, frame: Frame): readonly Frame[] => {
  const sheet = shownSheet(state)
  return Object.values(sheet.items).filter(
    (item): item is Frame =>
      item.kind === 'frame' && item.fill.kind === 'echo' && originalOf(sheet, item).id === frame.id,
  )
}

/** Parts the selected frame; its picture stays where it is, shown by all parts together. */
export const splitSelected = (bench: Bench, parting: Parting): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  const frame = selectedFrame(bench.get())
  if (!frame || frame.id === BACKGROUND_ID) return
  const newIds = Array.from({ length: MOST_PARTS }, newItemId)
  bench.commit('Split frame', (project) =>
    splitFrame.record(project, { sheetId, frameId: frame.id, spanId: newId('span'), newIds, parting }),
  )
  const { items } = shownSheet(bench.get())
  selectItems(
    bench,
    newIds.filter((id) => items[id]),
  )
}

/** Adds the next picture chosen in the supplies as a take of the frame. */
export const startTake = (bench: Bench): void => {
  bench.endBurst()
  const frame = selectedFrame(bench.get())
  if (!frame || !takesOf(shownSheet(bench.get()), frame)) return say(bench, 'Select a frame with a picture first.')
  choosePicture(bench, { kind: 'take', frameId: frame.id })
}

export const chooseTake = (bench: Bench, frameId: string, takeId: string): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  bench.commit('Show take', (project) => showTake.record(project, { sheetId, frameId, takeId }))
}

/** The next take of every selected frame that has several, going round. */
export const nextTake = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const sheet = shownSheet(state)
  const several = selectedFrames(state).filter((frame) => (takesOf(sheet, frame)?.takes.length ?? 0) > 1)
  if (!several.length) return say(bench, 'Select a frame with several takes. Add one in its card.')
  const [frame] = several
  const fill = frame && takesOf(sheet, frame)
  if (!frame || !fill) return
  const place = fill.takes.findIndex(({ id }) => id === fill.shown)
  const next = fill.takes[(place + 1) % fill.takes.length]
  if (!next) return
  if (several.length === 1) chooseTake(bench, frame.id, next.id)
  else takesEverywhere(bench, next.name)
  speak(bench, `Take ${next.name}`)
}

/** Shows the takes of a name in all frames of the sheet that have one. */
export const takesEverywhere = (bench: Bench, name: string): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  bench.commit(`Takes “${name}”`, (project) => showTakesNamed.record(project, { sheetId, name }))
}

export const dropTake = (bench: Bench, frameId: string, takeId: string): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  bench.commit('Remove take', (project) => removeTake.record(project, { sheetId, frameId, takeId }))
}

export const nameTake = (bench: Bench, frameId: string, takeId: string, name: string): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  bench.commit('Rename take', (project) => renameTake.record(project, { sheetId, frameId, takeId, name }))
}
