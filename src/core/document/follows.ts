import type { Fault } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { originalOf } from '@/core/document/content'
import type { Follows, Frame, Project, Sheet } from '@/core/document/types'

type Sheets = Pick<Project, 'sheets'>

/** A frame that follows one of another sheet, and the sheet that it stands on. */
export interface Follower {
  readonly sheetId: string
  readonly frame: Frame & { readonly follows: Follows }
}

const isFollowing = (frame: Frame): frame is Follower['frame'] => frame.follows !== undefined

const known = new WeakMap<Sheet['items'], readonly Follower['frame'][]>()

/** The frames of a sheet that follow others. Sheets that did not change are not looked through again. */
const followingOn = ({ items }: Sheet): readonly Follower['frame'][] => {
  const found = known.get(items)
  if (found) return found
  const made = Object.values(items).filter(
    (item): item is Follower['frame'] => item.kind === 'frame' && isFollowing(item),
  )
  known.set(items, made)
  return made
}

const followersOn = (sheet: Sheet): readonly Follower[] =>
  followingOn(sheet).map((frame) => ({ sheetId: sheet.id, frame }))

/** All frames that follow others, sheet by sheet in the project's order. */
export const followersIn = ({ sheets, order }: Pick<Project, 'sheets' | 'order'>): readonly Follower[] =>
  order.flatMap((id) => {
    const sheet = Object.hasOwn(sheets, id) ? sheets[id] : undefined
    return sheet ? followersOn(sheet) : []
  })

/** The frame at an address; null where there is none. */
export const frameAt = ({ sheets }: Sheets, { sheetId, frameId }: Follows): Frame | null => {
  const items = Object.hasOwn(sheets, sheetId) ? sheets[sheetId]?.items : undefined
  const item = items && Object.hasOwn(items, frameId) ? items[frameId] : undefined
  return item?.kind === 'frame' ? item : null
}

/** Where the fill is kept that a frame shows, over echoes and over those that it follows; null in a circle or a void. */
export const leaderOf = (project: Sheets, from: Follows): Follows | null => {
  let at = from
  for (let i = 0; i < RANGE.items; i += 1) {
    const sheet = project.sheets[at.sheetId]
    const frame = frameAt(project, at)
    if (!frame || !sheet) return null
    const original = originalOf(sheet, frame)
    if (original !== frame) at = { ...at, frameId: original.id }
    else if (frame.follows && frame.fill.kind !== 'echo') at = frame.follows
    else return at
  }
  return null
}

export const sameAddress = (a: Follows, b: Follows): boolean => a.sheetId === b.sheetId && a.frameId === b.frameId

/** The frames of other sheets, or of its own, that follow the one at an address. */
export const followersOf = (project: Pick<Project, 'sheets' | 'order'>, at: Follows): readonly Follower[] =>
  followersIn(project).filter(({ frame }) => sameAddress(frame.follows, at))

/** A sheet as it comes to a place where other sheets have other ids: null from `sheetIdOf` for one that does not come along. */
export const withFollowsOn = (sheet: Sheet, sheetIdOf: (id: string) => string | null): Sheet => {
  const following = followingOn(sheet)
  if (!following.length) return sheet
  const items = { ...sheet.items }
  for (const frame of following) {
    const { follows, ...alone } = frame
    const sheetId = sheetIdOf(follows.sheetId)
    items[frame.id] = sheetId === null ? alone : { ...frame, follows: { ...follows, sheetId } }
  }
  return { ...sheet, items }
}

/** Frames must follow frames that are there, and none itself. */
export const followFaults = (project: Sheets): Fault[] =>
  Object.values(project.sheets).flatMap((sheet) =>
    followingOn(sheet).flatMap(({ id, follows }): Fault[] => {
      const path = `sheets.${sheet.id}.items.${id}.follows`
      const { sheetId, frameId } = follows
      if (!frameAt(project, follows))
        return [{ path, message: `names "${frameId}" of the sheet "${sheetId}", which is no frame` }]
      return leaderOf(project, follows)
        ? []
        : [{ path, message: 'goes round in a circle; let it follow another frame' }]
    }),
  )
