import { produceWithPatches, type Draft, type Patch } from 'immer'
import { PICTURES, type Fill } from '@/core/document/fill'
import { followersIn, frameAt, leaderOf, sameAddress, type Follower } from '@/core/document/follows'
import { nestingFault, showsSheets } from '@/core/document/sheetPictures'
import type { Follows, Frame, Project } from '@/core/document/types'

/** What becomes of one frame: another fill, another leader, or with null none. */
interface Change {
  readonly at: Follows
  readonly fill?: Fill
  readonly follows?: Follows | null
}

const addressOf = ({ sheetId, frame }: Follower): Follows => ({ sheetId, frameId: frame.id })

const keyOf = ({ sheetId, frameId }: Follows): string => `${sheetId}\n${frameId}`

const isShared = ({ kind }: Fill): boolean => kind === 'span' || kind === 'echo'

const groupsOf = (followers: readonly Follower[]): readonly (readonly [Follower, ...Follower[]])[] => {
  const groups = new Map<string, [Follower, ...Follower[]]>()
  for (const one of followers) {
    const key = keyOf(one.frame.follows)
    const group = groups.get(key)
    if (group) group.push(one)
    else groups.set(key, [one])
  }
  return [...groups.values()]
}

/** One that took a fill of its own, or looks through a span or an echo, follows no more. */
const wentAstray = (before: Project, { sheetId, frame }: Follower): boolean => {
  if (isShared(frame.fill)) return true
  const was = frameAt(before, { sheetId, frameId: frame.id })
  const isNew = !was?.follows || !sameAddress(was.follows, frame.follows)
  return !isNew && was.fill !== frame.fill && frame.fill.kind !== PICTURES && was.fill.kind === PICTURES
}

/** The fill that a follower got by a change of what it shows, if it did. */
const changedFill = (before: Project, { sheetId, frame }: Follower): Fill | null => {
  const was = frameAt(before, { sheetId, frameId: frame.id })
  const isOld = was?.follows !== undefined && sameAddress(was.follows, frame.follows)
  return isOld && was.fill !== frame.fill && frame.fill.kind === PICTURES ? frame.fill : null
}

/** The first of those whose leader went takes its place; the others follow that one. */
const inherited = ([heir, ...others]: readonly [Follower, ...Follower[]]): readonly Change[] => [
  { at: addressOf(heir), follows: null },
  ...others.map((one) => ({ at: addressOf(one), follows: addressOf(heir) })),
]

const filled = (before: Project, leader: Frame, to: Follows, followers: readonly Follower[]): readonly Change[] => {
  const leaderBefore = frameAt(before, to)
  const isLed = leaderBefore !== null && leaderBefore.fill !== leader.fill
  const fill = (isLed ? null : followers.map((one) => changedFill(before, one)).find((one) => one)) ?? leader.fill
  const changes = followers.map((one): Change => {
    const moves = sameAddress(one.frame.follows, to) ? {} : { follows: to }
    return { at: addressOf(one), ...moves, ...(one.frame.fill === fill ? {} : { fill }) }
  })
  return [...(leader.fill === fill ? [] : [{ at: to, fill }]), ...changes.filter((one) => Object.keys(one).length > 1)]
}

const changesOf = (before: Project, after: Project): readonly Change[] =>
  groupsOf(followersIn(after)).flatMap((group): readonly Change[] => {
    const [first] = group
    const astray = group.filter((one) => wentAstray(before, one))
    const left = astray.map((one): Change => ({ at: addressOf(one), follows: null }))
    const [next, ...others] = group.filter((one) => !astray.includes(one))
    if (!next) return left
    if (!frameAt(after, first.frame.follows)) return [...left, ...inherited([next, ...others])]
    const to = leaderOf(after, first.frame.follows)
    const leader = to && frameAt(after, to)
    // What is seen through a span stands on its own sheet alone.
    const isAlone = !to || !leader || isShared(leader.fill)
    const loose = [next, ...others].map((one): Change => ({ at: addressOf(one), follows: null }))
    return [...left, ...(isAlone ? loose : filled(before, leader, to, [next, ...others]))]
  })

/** A project after changes, with the patches there and back: what an edit records. */
interface Led {
  readonly project: Project
  readonly forward: readonly Patch[]
  readonly inverse: readonly Patch[]
}

const applied = (project: Project, changes: readonly Change[]): Led => {
  const [after, forward, inverse] = produceWithPatches(project, (draft: Draft<Project>) => {
    for (const { at, fill, follows } of changes) {
      const frame = draft.sheets[at.sheetId]?.items[at.frameId]
      if (frame?.kind !== 'frame') continue
      if (fill) frame.fill = fill as Draft<Fill> // a frozen value is stored as it is
      if (follows) frame.follows = follows
      else if (follows === null) delete frame.follows
    }
  })
  return { project: after, forward, inverse }
}

/** The followers among what changes, let go: where their sheet would come to show itself. */
const letGo = (after: Project, changes: readonly Change[]): readonly Change[] =>
  followersIn(after).flatMap((one): readonly Change[] =>
    changes.some(({ at, fill }) => fill && (sameAddress(at, addressOf(one)) || sameAddress(at, one.frame.follows)))
      ? [{ at: addressOf(one), follows: null }]
      : [],
  )

/**
 * Lets frames follow those of other sheets at the end of every edit: what fills one fills all of them. The leader's change
 * counts before a follower's. A follower that is emptied, or filled with anything but a picture, follows no more. Where the
 * leader goes, the first follower takes its place. Null where there is nothing to do.
 */
export const followLeaders = (before: Project, after: Project): Led | null => {
  const changes = changesOf(before, after)
  if (!changes.length) return null
  const followed = applied(after, changes)
  if (!showsSheets(after) || !nestingFault(followed.project) || nestingFault(after)) return followed
  return applied(after, letGo(after, changes))
}
