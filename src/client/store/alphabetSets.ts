import { alphabetSheets, placesOnOne, setLetters, type PlacedLetter } from '@/core/document/alphabet'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { copyFinish, clearFinish, pasteFinish, type FinishCopy } from '@/core/document/edits/finishes'
import { addFinish, applyFinish } from '@/core/document/edits/namedFinishes'
import { removeItems } from '@/core/document/edits/items'
import { changeAlphabet } from '@/core/document/edits/lettering/alphabets'
import { addWord } from '@/core/document/edits/lettering/words'
import { addSheet, removeSheet, setBackground } from '@/core/document/edits/sheets'
import { makeSpan } from '@/core/document/edits/spans'
import { membersOf } from '@/core/document/lettering'
import { sheetOf } from '@/core/document/read'
import type { Alphabet, AlphabetMember, Background, NamedFinish, Project, Sheet } from '@/core/document/types'
import { lettersOfList } from '@/core/lettering/alphabet'
import { newId, noteUsed } from '@/client/store/actions'
import { framesOfSet, refusalOf, relayoutsOf, setter } from '@/client/store/alphabets'
import { chosenPictures } from '@/client/store/arrangement'
import type { ColourRef } from '@/core/colour/slots'
import type { Recording } from '@/client/store/recording'
import type { Bench } from '@/client/store/bench'
import { wordsOf } from '@/client/store/faces'
import { withPicture } from '@/client/store/libraryPictures'
import { say } from '@/client/store/notices'
import type { BenchState } from '@/client/store/state'
import { putMarked } from '@/client/store/slices/supplies'

/** The set whose letters stand on a sheet; null where there is none. */
export const setOfSheet = ({ project, sheetId }: Pick<BenchState, 'project' | 'sheetId'>): Alphabet | null =>
  Object.values(project.alphabets).find((set) =>
    membersOf(project, set).some((member) => member.sheetId === sheetId),
  ) ?? null

const sheetsOf = (project: Project, set: Alphabet): readonly string[] => [
  ...new Set(membersOf(project, set).map(({ sheetId }) => sheetId)),
]

/** Do the letters of a set share one sheet? */
export const isOnOne = (project: Project, set: Alphabet): boolean =>
  membersOf(project, set).length > 1 && sheetsOf(project, set).length === 1

const grounded = (project: Project, set: Alphabet, background: Background): Recorded =>
  sheetsOf(project, set).reduce<Recorded>(
    (sofar, sheetId) => joinRecorded(sofar, (at) => setBackground.record(at, { sheetId, background })),
    unchanged(project),
  )

/** Gives every sheet of a set what lies under its letters. */
export const groundAlphabet = (bench: Bench, set: Alphabet, background: Background): void => {
  bench.endBurst()
  bench.commit('Background of the set', (project) => grounded(project, set, background))
}

/** A colour under all letters of a set, as fields write it. */
export const recordGround =
  (set: Alphabet): Recording<ColourRef> =>
  (project, colour) =>
    grounded(project, set, { kind: 'colour', colour })

/** Does something with the letters of each sheet of a set. */
const onEachSheet = (
  project: Project,
  set: Alphabet,
  change: (project: Project, at: { readonly sheetId: string; readonly ids: readonly string[] }) => Recorded,
): Recorded => {
  const members = membersOf(project, set)
  return sheetsOf(project, set).reduce<Recorded>((sofar, sheetId) => {
    const ids = members.filter((one) => one.sheetId === sheetId).map(({ groupId }) => groupId)
    return joinRecorded(sofar, (at) => change(at, { sheetId, ids }))
  }, unchanged(project))
}

/** Gives all letters of a set one finish, which the project has by name; null takes theirs off. */
export const finishAlphabet = (bench: Bench, set: Alphabet, finish: NamedFinish | null): void => {
  bench.endBurst()
  bench.commit('Finish of the set', (project) => {
    if (!finish) return onEachSheet(project, set, (now, at) => clearFinish.record(now, at))
    return joinRecorded(addFinish.record(project, { finish }), (known) =>
      onEachSheet(known, set, (now, at) => applyFinish.record(now, { ...at, finishId: finish.id })),
    )
  })
}

/** The finish that a set's letters have alike, by id; null where they have none or differ. */
export const finishOfSet = (project: Project, set: Alphabet): string | null => {
  const ids = membersOf(project, set).map(({ sheetId, groupId }) => {
    const item = project.sheets[sheetId]?.items[groupId]
    return item?.finish?.finishId ?? null
  })
  const [first = null] = ids
  return ids.every((id) => id === first) ? first : null
}

/** Shows one picture across all letters that share a sheet: the first that is marked in the supplies. */
export const acrossAlphabet = (bench: Bench, set: Alphabet): void => {
  bench.endBurst()
  const [picture] = chosenPictures(bench.get())
  if (!picture) return say(bench, 'Mark a picture first: Shift and press it in the supplies.')
  bench.commit('One picture across the set', (project) => {
    const frames = framesOfSet(project, membersOf(project, set))
    const sheetId = frames[0]?.sheetId ?? ''
    const ids = frames.map(({ frameId }) => frameId)
    return withPicture(project, picture, (known, pictureId) =>
      makeSpan.record(known, { sheetId, ids, spanId: newId('span'), pictureId }),
    )
  })
  putMarked(bench, [])
  noteUsed([picture.hash])
}

/** The letters of a set as a list would give them. */
export const listOfSet = (project: Project, set: Alphabet): string =>
  membersOf(project, set)
    .map(({ text }) => text)
    .join('')

/** What the letters added to a set take over from those there: their finish. */
const likeOthers = (project: Project, member: AlphabetMember | undefined): FinishCopy | null => {
  const item = member && project.sheets[member.sheetId]?.items[member.groupId]
  return item ? copyFinish(project, item) : null
}

/** Places of all letters that a set is to have: those there keep theirs unless they share a sheet. */
const placedFor = (sheet: Sheet, texts: readonly string[], held: readonly AlphabetMember[], isOne: boolean) => {
  const grid = isOne ? placesOnOne(texts.length, sheet.size) : []
  const whole = { cx: sheet.size.w / 2, cy: sheet.size.h / 2, ...sheet.size }
  return texts.map((text, i): PlacedLetter => {
    const known = held.find((one) => one.text === text)
    return { text, place: grid[i] ?? known?.place ?? whole }
  })
}

/** Takes letters of a set away, with the sheets that hold nothing else. */
const withoutLetters = (project: Project, gone: readonly AlphabetMember[]): Recorded =>
  gone.reduce<Recorded>(
    (sofar, { sheetId, groupId }) =>
      joinRecorded(sofar, (at) =>
        sheetOf(at, sheetId).order.length === 1 && at.order.length > 1
          ? removeSheet.record(at, { sheetId })
          : removeItems.record(at, { sheetId, ids: [groupId] }),
      ),
    unchanged(project),
  )

/** Gives a set other letters: those that are new are added like the others, those left out go; all are set anew. */
export const relistAlphabet = async (bench: Bench, set: Alphabet, list: string): Promise<void> => {
  bench.endBurst()
  const texts = lettersOfList(list)
  const refused = refusalOf(texts, list)
  if (refused) return say(bench, refused, 'fault')
  const { project } = bench.get()
  const held = membersOf(project, set)
  const [first] = held
  if (!first) return say(bench, 'None of the letters of this set is left. Make a new set.', 'fault')
  const isOne = isOnOne(project, set)
  const model = sheetOf(project, first.sheetId)
  const letters = placedFor(model, texts, held, isOne)
  try {
    const laid = await setLetters(letters, set, setter(bench))
    if (bench.get().project !== project) return say(bench, 'The set changed meanwhile. Type the letters again.')
    const fresh = letters.flatMap((letter, i) => {
      const one = laid[i]
      return one && !held.some(({ text }) => text === letter.text) ? [{ letter, one }] : []
    })
    const made = isOne
      ? null
      : alphabetSheets(
          fresh.map(({ letter }) => letter),
          fresh.map(({ one }) => one),
          { of: model, on: 'each', name: set.name, background: model.background },
          newId,
        )
    const added: readonly AlphabetMember[] =
      made?.members ?? fresh.map(({ letter }) => ({ ...letter, sheetId: first.sheetId, groupId: newId('g') }))
    const members = letters.flatMap((letter): readonly AlphabetMember[] => {
      const known = [...held, ...added].find(({ text }) => text === letter.text)
      return known ? [{ ...known, place: letter.place }] : []
    })
    const gone = held.filter(({ text }) => !texts.includes(text))
    const last = held.at(-1)?.sheetId ?? first.sheetId
    const copy = likeOthers(project, first)
    bench.commit('Letters of the set', (now) => {
      const sheets = (made?.sheets ?? []).reduceRight<Recorded>(
        (sofar, sheet) => joinRecorded(sofar, (at) => addSheet.record(at, { sheet, after: last })),
        unchanged(now),
      )
      const words = added.reduce<Recorded>((sofar, { sheetId, groupId }, i) => {
        const one = fresh[i]?.one
        if (!isOne || !one) return sofar
        const letterIds = one.layout.letters.map(() => newId('l'))
        const { setting, layout, pose } = one
        return joinRecorded(sofar, (at) => addWord.record(at, { sheetId, groupId, setting, layout, letterIds, pose }))
      }, sheets)
      const alike = added.reduce<Recorded>(
        (sofar, { sheetId, groupId }) =>
          copy ? joinRecorded(sofar, (at) => pasteFinish.record(at, { sheetId, ids: [groupId], copy })) : sofar,
        words,
      )
      const left = joinRecorded(alike, (at) => withoutLetters(at, gone))
      return joinRecorded(left, (at) =>
        changeAlphabet(at, { setId: set.id, change: { members }, relayouts: relayoutsOf(at, members, laid) }),
      )
    })
    const count = (n: number, word: string): string => (n ? `${n} ${word}. ` : '')
    say(bench, `${count(fresh.length, 'added')}${count(gone.length, 'left out')}${members.length} letters now.`)
  } catch (error) {
    say(bench, wordsOf(error, 'The letters could not be changed. Try again.'), 'fault')
  }
}
