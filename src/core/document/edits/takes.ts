import type { Draft } from 'immer'
import { refuse } from '@/core/failure'
import { defineEdit, put } from '@/core/document/edit'
import { freshPlaced } from '@/core/document/filling'
import { frameDraft } from '@/core/document/edits/frames'
import { originalOf } from '@/core/document/content'
import { pictureOf, sheetOf } from '@/core/document/read'
import { frameOf, framesOf } from '@/core/document/tree'
import { type Frame, type Project } from '@/core/document/types'
import { PICTURES, type PictureFill, type Fill, type Take } from '@/core/document/fill'

interface FrameAddress {
  readonly sheetId: string
  readonly frameId: string
}

/** Takes of one frame. */
export const MOST_TAKES = 50

/** The first letter, or letter and number, that no take is named by. */
const freeName = (takes: readonly Take[]): string => {
  const names = new Set(takes.map(({ name }) => name))
  for (let i = 0; ; i += 1) {
    const name = String.fromCharCode(65 + (i % 26)) + (i < 26 ? '' : String(Math.floor(i / 26) + 1))
    if (!names.has(name)) return name
  }
}

/** Each take with a name. */
const named = (takes: readonly Take[]): readonly Take[] =>
  takes.reduce<readonly Take[]>(
    (sofar, take) => [...sofar, take.name ? take : { ...take, name: freeName([...takes, ...sofar]) }],
    [],
  )

const picturesDraft = (draft: Draft<Project>, project: Project, { sheetId, frameId }: FrameAddress) => {
  const sheet = sheetOf(project, sheetId)
  const frameBefore = originalOf(sheet, frameOf(sheet, frameId))
  const frame = frameDraft(draft, project, sheetId, frameBefore.id)
  return frame && frameBefore.fill.kind === PICTURES ? { frame, frameBefore, fill: frameBefore.fill, sheet } : null
}

const putTakes = (frame: Draft<Frame>, fill: PictureFill): void => put(frame, 'fill', fill as Draft<Fill>) // a frozen value is stored as it is

/** Adds a picture to a filled frame as one more take, placed afresh, and shows it. All takes then have names. */
export const addTake = defineEdit<FrameAddress & { readonly takeId: string; readonly pictureId: string }>(
  (draft, { takeId, pictureId, ...at }, project) => {
    pictureOf(project, pictureId)
    const found = picturesDraft(draft, project, at)
    if (!found || found.fill.takes.some(({ id }) => id === takeId)) return
    const { frame, frameBefore, fill, sheet } = found
    if (fill.takes.length >= MOST_TAKES) refuse('takes of a frame', `at most ${MOST_TAKES}`, fill.takes.length + 1)
    const placed = freshPlaced(project, sheet, frameBefore, pictureId)
    putTakes(frame, { ...fill, takes: named([...fill.takes, { id: takeId, name: '', placed }]), shown: takeId })
  },
)

/** Shows one take of a frame. */
export const showTake = defineEdit<FrameAddress & { readonly takeId: string }>((draft, { takeId, ...at }, project) => {
  const found = picturesDraft(draft, project, at)
  if (found?.fill.takes.some(({ id }) => id === takeId)) putTakes(found.frame, { ...found.fill, shown: takeId })
})

/** Takes one take out; of the last one the frame stays as it is. The one before it shows next. */
export const removeTake = defineEdit<FrameAddress & { readonly takeId: string }>(
  (draft, { takeId, ...at }, project) => {
    const found = picturesDraft(draft, project, at)
    if (!found || found.fill.takes.length < 2) return
    const { takes, shown } = found.fill
    const place = takes.findIndex(({ id }) => id === takeId)
    const left = takes.filter(({ id }) => id !== takeId)
    const next = left[Math.max(0, place - 1)]
    if (place >= 0 && next)
      putTakes(found.frame, { ...found.fill, takes: left, shown: shown === takeId ? next.id : shown })
  },
)

/** Gives a take another name. */
export const renameTake = defineEdit<FrameAddress & { readonly takeId: string; readonly name: string }>(
  (draft, { takeId, name, ...at }, project) => {
    const found = picturesDraft(draft, project, at)
    if (!found) return
    const takes = found.fill.takes.map((take) => (take.id === takeId ? { ...take, name } : take))
    putTakes(found.frame, { ...found.fill, takes })
  },
)

/** Shows the take of a name in every frame of the sheet that has one. */
export const showTakesNamed = defineEdit<{ readonly sheetId: string; readonly name: string }>(
  (draft, { sheetId, name }, project) => {
    for (const { id, fill } of framesOf(sheetOf(project, sheetId))) {
      if (fill.kind !== PICTURES) continue
      const take = fill.takes.find((one) => one.name === name)
      const frame = frameDraft(draft, project, sheetId, id)
      if (take && frame) putTakes(frame, { ...fill, shown: take.id })
    }
  },
)
