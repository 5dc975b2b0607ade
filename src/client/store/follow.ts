import { BACKGROUND_ID } from '@/core/document/background'
import { originalOf } from '@/core/document/content'
import { followFrame } from '@/core/document/edits/echoes'
import { followersOf, frameAt, leaderOf, sameAddress, type Follower } from '@/core/document/follows'
import { framesOf, isHidden } from '@/core/document/tree'
import type { Follows, Frame, Project, Sheet } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import { select, selectedFrame, selectedFrames } from '@/client/store/selection'
import { keepWayBack } from '@/client/store/slices/view'
import type { BenchState } from '@/client/store/state'
import { setSheet } from '@/client/store/view'

/** A sheet with those of its frames that can be followed, from bottom to top. */
export interface Followable {
  readonly sheet: Sheet
  readonly frames: readonly Frame[]
}

const canLead = (project: Project, sheet: Sheet, frame: Frame, followers: readonly Follows[]): boolean => {
  if (!frame.takesPictures || isHidden(sheet, frame.id) || originalOf(sheet, frame).fill.kind === 'span') return false
  const leader = leaderOf(project, { sheetId: sheet.id, frameId: frame.id })
  const lead = leader && frameAt(project, leader)
  return lead !== null && lead.fill.kind !== 'span' && !followers.some((one) => sameAddress(one, leader!))
}

const chosen = (state: BenchState): readonly Follows[] =>
  selectedFrames(state)
    .filter(({ takesPictures }) => takesPictures)
    .map(({ id }) => ({ sheetId: state.sheetId, frameId: id }))

/** The other sheets with the frames that the selected ones can follow; sheets without any are left out. */
export const followable = (state: BenchState): readonly Followable[] => {
  const { project, sheetId } = state
  const followers = chosen(state)
  return project.order.flatMap((id) => {
    const sheet = project.sheets[id]
    if (!sheet || id === sheetId) return []
    const frames = framesOf(sheet).filter((frame) => canLead(project, sheet, frame, followers))
    return frames.length ? [{ sheet, frames }] : []
  })
}

/** Lets the selected frames show from now on what a frame of another sheet shows. */
export const followChosen = (bench: Bench, of: Follows): void => {
  bench.endBurst()
  const state = bench.get()
  const { sheetId } = state
  const ids = chosen(state).map(({ frameId }) => frameId)
  const name = frameAt(state.project, of)?.name ?? ''
  bench.commit(`Follow ${name}`, (project) => followFrame.record(project, { sheetId, ids, of }))
}

/** Opens the sheet of a frame and selects it; Esc comes back to where one was. */
export const goToFrame = (bench: Bench, { sheetId: to, frameId }: Follows): void => {
  const { sheetId, view, isFitted, cameFrom, selection } = bench.get()
  if (to !== sheetId) {
    setSheet(bench, to)
    keepWayBack(bench, [...cameFrom, { sheetId, selection, view, isFitted }])
  }
  select(bench, frameId)
}

export const followersOfSelected = (state: BenchState): readonly Follower[] => {
  const frame = selectedFrame(state)
  if (!frame || frame.id === BACKGROUND_ID) return []
  return followersOf(state.project, { sheetId: state.sheetId, frameId: frame.id })
}

export const goToFollower = (bench: Bench): void => {
  const [first] = followersOfSelected(bench.get())
  if (first) goToFrame(bench, { sheetId: first.sheetId, frameId: first.frame.id })
}

/** The names of the sheets on which frames follow one, in quotes. */
export const followerSheets = (project: Project, at: Follows): string => {
  const ids = new Set(followersOf(project, at).map(({ sheetId }) => sheetId))
  return [...ids].map((id) => `“${project.sheets[id]?.name ?? ''}”`).join(', ')
}
