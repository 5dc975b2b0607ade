import {
  alphabetSheets,
  placesOf,
  setLetters,
  type AlphabetLook,
  type AlphabetSheets,
  type SetLetter,
} from '@/core/document/alphabet'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { addAlphabet, changeAlphabet, forgetAlphabet } from '@/core/document/edits/lettering/alphabets'
import { membersOf } from '@/core/document/lettering'
import { placePicture } from '@/core/document/edits/fills'
import { isWord, letterFrames } from '@/core/document/lettering'
import { sheetOf } from '@/core/document/read'
import type { Alphabet, AlphabetMember, Project } from '@/core/document/types'
import { lettersOfList } from '@/core/lettering/alphabet'
import { isRightToLeft } from '@/core/lettering/graphemes'
import { RANGE } from '@/core/tolerance'
import type { PictureAnswer } from '@/contract/api'
import { faceUrl } from '@/client/http/api'
import { newId, noteUsed } from '@/client/store/actions'
import { withPicture } from '@/client/store/libraryPictures'
import { chosenPictures } from '@/client/store/arrangement'
import type { Bench } from '@/client/store/bench'
import { wordsOf } from '@/client/store/faces'
import { say } from '@/client/store/notices'
import { select } from '@/client/store/selection'
import { shownProject } from '@/client/store/benchStore'
import { owned } from '@/client/store/owned'
import { setSheet } from '@/client/store/view'
import { askFaces } from '@/client/workers/faces'
import { openAlphabets, putMarked } from '@/client/store/slices/supplies'
import { showSheetStrip } from '@/client/store/slices/view'
import { openExport } from '@/client/store/slices/dialogs'

export const setter =
  (bench: Bench): Parameters<typeof setLetters>[2] =>
  (setting) =>
    askFaces(bench, { job: 'layout', url: faceUrl(setting.face.id), setting })

/** Why a list cannot be made a set of, in words; null if it can. */
export const refusalOf = (letters: readonly string[], list: string): string | null => {
  if (!letters.length) return 'Type the letters that the set shall have.'
  if (isRightToLeft(list)) return 'Letters that run from right to left cannot be set yet. Leave them out.'
  return letters.length > RANGE.alphabetLetters
    ? `A set holds at most ${RANGE.alphabetLetters} letters. Make two sets of these.`
    : null
}

/** The frames of a set's letters, in its order, with their sheets. */
export const framesOfSet = (project: Project, members: readonly AlphabetMember[]) =>
  members.flatMap(({ sheetId, groupId }) => {
    const sheet = sheetOf(project, sheetId)
    const word = sheet.items[groupId]
    return isWord(word) ? letterFrames(sheet, word).map(({ id }) => ({ sheetId, frameId: id })) : []
  })

/** Pictures into the letters of a set, one after another; when they run out they begin anew. */
const recordPictures = (
  project: Project,
  members: readonly AlphabetMember[],
  pictures: readonly PictureAnswer[],
): Recorded => {
  const nothing = unchanged(project)
  if (!pictures.length) return nothing
  return framesOfSet(project, members).reduce((sofar, at, i) => {
    const picture = pictures[i % pictures.length]
    if (!picture) return sofar
    return joinRecorded(sofar, (now) =>
      withPicture(now, picture, (known, pictureId) => placePicture.record(known, { ...at, pictureId })),
    )
  }, nothing)
}

export interface AlphabetWish extends AlphabetLook {
  readonly list: string
  readonly sheets: AlphabetSheets
}

/** Makes a set of letters with its sheets; the pictures marked in the supplies go into the letters in order. */
export const makeAlphabet = async (bench: Bench, { list, sheets, ...look }: AlphabetWish): Promise<void> => {
  bench.endBurst()
  const letters = lettersOfList(list)
  const refused = refusalOf(letters, list)
  if (refused) return say(bench, refused, 'fault')
  try {
    const places = placesOf(letters, sheets)
    const set = await setLetters(places, look, setter(bench))
    const missing = set.flatMap(({ layout }) => layout.missing)
    const made = alphabetSheets(places, set, sheets, newId)
    const alphabet: Alphabet = { id: newId('set'), name: sheets.name, ...look, members: made.members }
    const pictures = chosenPictures(bench.get())
    bench.commit('New alphabet set', (project) =>
      joinRecorded(
        addAlphabet.record(project, { set: alphabet, sheets: made.sheets, after: bench.get().sheetId }),
        (at) => recordPictures(at, made.members, pictures),
      ),
    )
    noteUsed(pictures.map(({ hash }) => hash))
    const [first] = made.sheets
    if (first) setSheet(bench, first.id)
    openAlphabets(bench, { setId: alphabet.id })
    putMarked(bench, [])
    showSheetStrip(bench, sheets.on === 'each')
    const count = made.sheets.length
    const lacks = missing.length ? ` ${look.face.name} has no ${missing.join(' ')}.` : ''
    say(bench, `${letters.length} letters on ${count} ${count === 1 ? 'sheet' : 'sheets'}.${lacks}`)
  } catch (error) {
    say(bench, wordsOf(error, 'The set could not be made. Try again.'), 'fault')
  }
}

/** The letters of a set as they were set, for each that is there. */
export const relayoutsOf = (project: Project, members: readonly AlphabetMember[], laid: readonly SetLetter[]) =>
  members.flatMap(({ sheetId, groupId }, i) => {
    const one = laid[i]
    const word = project.sheets[sheetId]?.items[groupId]
    if (!one || !isWord(word)) return []
    const letterIds = word.lettering.letters.map(({ id }) => id)
    return [{ sheetId, groupId, setting: one.setting, layout: one.layout, letterIds, stays: one.pose }]
  })

/** What each set was asked to become last while a value is slid: answers to older questions are passed over. */
const WISHED = owned(() => new Map<string, AlphabetLook>())

/** All letters of a set follow while their margin is slid; the newest wish counts, and all of one visit is one step. */
export const slideAlphabet = async (bench: Bench, set: Alphabet, margin: number): Promise<void> => {
  const members = membersOf(bench.get().project, set)
  const look: AlphabetLook = { face: set.face, heights: set.heights, margin }
  const wished = bench.own(WISHED)
  wished.set(set.id, look)
  try {
    const laid = await setLetters(members, look, setter(bench))
    if (wished.get(set.id) !== look) return
    const shown = shownProject(bench.get())
    const change = { setId: set.id, change: { margin }, relayouts: relayoutsOf(shown, members, laid) }
    bench.burst(`alphabet-${set.id}`, 'Change alphabet set', changeAlphabet(shown, change))
  } catch (error) {
    say(bench, wordsOf(error, 'The set could not be changed. Try again.'), 'fault')
  }
}

/** Gives all letters of a set another face, size or margin; their pictures stay. */
export const restyleAlphabet = async (bench: Bench, set: Alphabet, change: Partial<AlphabetLook>): Promise<void> => {
  bench.own(WISHED).delete(set.id)
  bench.endBurst()
  const members = membersOf(bench.get().project, set)
  const look: AlphabetLook = { face: set.face, heights: set.heights, margin: set.margin, ...change }
  try {
    const laid = await setLetters(members, look, setter(bench))
    bench.commit('Change alphabet set', (project) =>
      changeAlphabet(project, { setId: set.id, change, relayouts: relayoutsOf(project, members, laid) }),
    )
    const missing = laid.flatMap(({ layout }) => layout.missing)
    if (missing.length) say(bench, `${look.face.name} has no ${missing.join(' ')}: these letters are left out.`)
  } catch (error) {
    say(bench, wordsOf(error, 'The set could not be changed. Try again.'), 'fault')
  }
}

/** Fills the letters of a set with the pictures marked in the supplies, in order. */
export const fillAlphabet = (bench: Bench, set: Alphabet): void => {
  bench.endBurst()
  const pictures = chosenPictures(bench.get())
  if (!pictures.length) return say(bench, 'Mark pictures first: Shift and press them in the supplies.')
  bench.commit('Fill alphabet set', (project) => recordPictures(project, membersOf(project, set), pictures))
  putMarked(bench, [])
  noteUsed(pictures.map(({ hash }) => hash))
}

/** Shows a letter of a set on its sheet. */
export const goToLetter = (bench: Bench, { sheetId, groupId }: AlphabetMember): void => {
  setSheet(bench, sheetId)
  const word = sheetOf(bench.get().project, sheetId).items[groupId]
  select(bench, isWord(word) ? (word.order[0] ?? groupId) : null)
}

/** Opens the export with the sheets of a set chosen, named by their letters. */
export const exportAlphabet = (bench: Bench, set: Alphabet): void => {
  const sheetIds = [...new Set(membersOf(bench.get().project, set).map(({ sheetId }) => sheetId))]
  openExport(bench, { sheetIds, pattern: '{project}-{sheet}' })
}

export const forgetSet = (bench: Bench, set: Alphabet): void => {
  bench.commit('Forget alphabet set', (project) => forgetAlphabet.record(project, { setId: set.id }))
  openAlphabets(bench, { setId: null })
  say(bench, 'The letters no longer belong together. Their sheets stay.')
}
