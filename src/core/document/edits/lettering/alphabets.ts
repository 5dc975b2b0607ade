import { refuse } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { defineEdit, joinRecorded, put, type Recorded } from '@/core/document/edit'
import { relayoutWord, type Relayout } from '@/core/document/edits/lettering/relayout'
import type { Alphabet, Frame, Project, Sheet } from '@/core/document/types'
import type { Word } from '@/core/document/lettering'
import type { Draft } from 'immer'

/** A sheet with texts on it, from the bottom. */
export const sheetOfWords = (
  sheet: Sheet,
  words: readonly { readonly word: Word; readonly frames: readonly Frame[] }[],
): Sheet => ({
  ...sheet,
  order: [...sheet.order, ...words.map(({ word }) => word.id)],
  items: {
    ...sheet.items,
    ...Object.fromEntries(words.flatMap(({ word, frames }) => [word, ...frames].map((item) => [item.id, item]))),
  },
})

/** Adds a set of letters with its sheets after another sheet, or first. */
export const addAlphabet = defineEdit<{
  readonly set: Alphabet
  readonly sheets: readonly Sheet[]
  readonly after: string | null
}>((draft, { set, sheets, after }, project) => {
  const count = project.order.length + sheets.length
  if (count > RANGE.sheets) refuse('sheets', `at most ${RANGE.sheets}`, count)
  if (Object.keys(project.alphabets).length >= RANGE.alphabets)
    refuse('sets of letters', `at most ${RANGE.alphabets}`, RANGE.alphabets + 1)
  for (const sheet of sheets) Object.assign(draft.sheets, { [sheet.id]: sheet })
  const at = after === null ? 0 : project.order.indexOf(after) + 1
  draft.order.splice(at, 0, ...sheets.map(({ id }) => id))
  Object.assign(draft.alphabets, { [set.id]: set })
})

const setAlphabet = defineEdit<{ readonly setId: string; readonly change: Partial<Alphabet> }>(
  (draft, { setId, change }) => {
    const alphabetDraft = draft.alphabets[setId]
    if (!alphabetDraft) return refuse('a set of letters', 'one of the project', setId)
    for (const [key, value] of Object.entries(change)) put(alphabetDraft as Record<string, unknown>, key, value)
  },
)

/** Sets all letters of a set anew, in another face or size: each keeps its picture. */
export const changeAlphabet = (
  project: Project,
  {
    setId,
    change,
    relayouts,
  }: {
    readonly setId: string
    readonly change: Partial<Pick<Alphabet, 'name' | 'face' | 'heights' | 'margin' | 'members'>>
    readonly relayouts: readonly (Relayout & { readonly sheetId: string; readonly groupId: string })[]
  },
): Recorded =>
  relayouts.reduce(
    (sofar, relayout) => joinRecorded(sofar, (at) => relayoutWord.record(at, relayout)),
    setAlphabet.record(project, { setId, change }),
  )

/** Forgets that letters belong together; their sheets stay. */
export const forgetAlphabet = defineEdit<{ readonly setId: string }>((draft: Draft<Project>, { setId }) => {
  delete draft.alphabets[setId]
})
