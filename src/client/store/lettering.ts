import { DARK_INK, LIGHT_INK } from '@/client/store/colours'
import { typingOf } from '@/client/store/modes'
import type { Colour } from '@/core/colour/colour'
import { resolveColour, type ColourRef, type Slots } from '@/core/colour/slots'
import { toRgb } from '@/core/colour/space'
import type { Point } from '@/core/geometry/vector'
import { graphemesOf, isRightToLeft } from '@/core/lettering/graphemes'
import type { Layout } from '@/core/lettering/layout'
import { LETTERING_RANGE, newSetting, type Setting } from '@/core/lettering/settings'
import { lettersOfSlots, setWhole, textOfSlots, type Slot } from '@/core/lettering/slots'
import { freePlace, sensibleSize } from '@/core/document/arrange'
import { settingOf, wordAround, wordSlots, type Word } from '@/core/document/lettering'
import { rectSize } from '@/core/geometry/rect'
import type { Recorded } from '@/core/document/edit'
import { relayoutWord, type Relayout } from '@/core/document/edits/lettering/relayout'
import { poseAbout } from '@/core/document/edits/lettering/newWord'
import { addWord, inkWord } from '@/core/document/edits/lettering/words'
import type { Project, Sheet } from '@/core/document/types'
import { faceUrl } from '@/client/http/api'
import { newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { faceOf, refOfFace, wordsOf } from '@/client/store/faces'
import { tellingCorrected } from '@/client/store/corrected'
import { tellLacking } from '@/client/store/lackingLetters'
import { say } from '@/client/store/notices'
import { select, selectedItem } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'
import { askFaces } from '@/client/workers/faces'
import { viewMiddle } from '@/client/store/view'
import { chooseFace } from '@/client/store/slices/supplies'
import { type Recording } from '@/client/store/recording'
import { owned } from '@/client/store/owned'

type Shown = Pick<BenchState, 'project' | 'preview' | 'sheetId' | 'selection'>

/** The text that is selected, or that the selected letter belongs to. */
export const selectedWord = (state: Shown): Word | null =>
  state.selection.length === 1 ? wordAround(shownSheet(state), state.selection[0]) : null

/** Why a text cannot be set, in words, or null. */
export const refusalOf = (text: string): string | null => {
  if (isRightToLeft(text))
    return 'Letters that run from right to left cannot be set yet. Set them as artwork: save the word as SVG and use “From artwork”.'
  return graphemesOf(text).length > LETTERING_RANGE.text
    ? `A lettering holds at most ${LETTERING_RANGE.text} letters. Put the rest into another one.`
    : null
}

export const layoutFor = (bench: Bench, setting: Setting): Promise<Layout> =>
  askFaces(bench, { job: 'layout', url: faceUrl(setting.face.id), setting })

/**
 * What each text was asked to become last, until it has become it. Answers to older questions are passed over; a further
 * change goes on from what was asked, so that none is lost on the way.
 */
const ASKED = owned(() => new Map<string, Setting>())

interface Change {
  readonly name: string
  readonly setting: Partial<Setting>
  /** The letters of the changed text; without them they keep what they can by likeness. */
  readonly slots?: readonly Slot[]
  readonly stays?: Relayout['stays']
  readonly setBack?: readonly string[]
  /** Changes of one visit that make one step. */
  readonly burst?: string
}

export const newLetterId = (): string => newItemId().replace(/^f-/, 'l-')

/** A setting with a value taken away where it is given as undefined. */
const merged = (held: Setting, change: Partial<Setting>): Setting => {
  const next: Record<string, unknown> = { ...held, ...change }
  for (const key of Object.keys(next)) if (next[key] === undefined) delete next[key]
  return next as unknown as Setting // the keys of both, those left out gone
}

/** The ids of the letters that a changed text has. */
const letterIdsFor = (bench: Bench, word: Word, text: string, slots?: readonly Slot[]): readonly string[] => {
  const typing = typingOf(bench.get())
  const held = slots ?? (typing?.groupId === word.id ? typing.slots : wordSlots(word))
  const all = textOfSlots(held) === text ? held : setWhole(held, graphemesOf(text), newLetterId)
  return lettersOfSlots(all).map(({ id }) => id)
}

/** Sets a text anew as one step. Resolves with its layout, or null where it could not be set or was overtaken. */
export const resetWord = async (bench: Bench, groupId: string, change: Change): Promise<Layout | null> => {
  const { sheetId } = bench.get()
  const word = wordAround(shownSheet(bench.get()), groupId)
  if (!word) return null
  const asked = bench.own(ASKED)
  const setting = merged(asked.get(groupId) ?? settingOf(word), change.setting)
  const refused = refusalOf(setting.text)
  if (refused) {
    say(bench, refused, 'fault')
    return null
  }
  const letterIds = letterIdsFor(bench, word, setting.text, change.slots)
  asked.set(groupId, setting)
  try {
    const layout = await layoutFor(bench, setting)
    if (asked.get(groupId) !== setting) return null
    asked.delete(groupId)
    if (!isThere(bench, sheetId, groupId)) return null
    const relayout = {
      sheetId,
      groupId,
      setting,
      layout,
      letterIds,
      stays: change.stays ?? 'middle',
      ...(change.setBack ? { setBack: change.setBack } : {}),
    }
    const record = (project: Project): Recorded => relayoutWord.record(project, relayout)
    if (change.burst === undefined) tellingCorrected(bench, [groupId], () => bench.commit(change.name, record))
    else bench.burst(change.burst, change.name, record(shownProject(bench.get())))
    void tellLacking(bench, groupId, setting.text, layout.missing)
    return layout
  } catch (error) {
    if (asked.get(groupId) === setting) asked.delete(groupId)
    say(bench, wordsOf(error, 'The letters could not be set. Try again.'), 'fault')
    return null
  }
}

const isThere = (bench: Bench, sheetId: string, groupId: string): boolean => {
  const state = bench.get()
  return state.sheetId === sheetId && wordAround(shownSheet(state), groupId) !== null
}

/** The face that new letters are set in: the one used last, else the first. */
export const currentFace = ({ faces, letterFace }: Pick<BenchState, 'faces' | 'letterFace'>) =>
  faceOf(faces, letterFace ?? '') ?? faces[0] ?? null

/** Share of the sheet's width that a new text may take. */
const NEW_SHARE = 0.7
/** Height of new capitals beside a sensible frame's. */
export const NEW_HEIGHT = 0.75

/** Puts a text on the sheet in a face: about a point, or in the next free place; its size suits the sheet. */
export const putWord = async (bench: Bench, text: string, faceId: string, at?: Point): Promise<string | null> => {
  bench.endBurst()
  const state = bench.get()
  const face = faceOf(state.faces, faceId)
  const refused = refusalOf(text)
  if (refused || !face) {
    say(bench, refused ?? 'This typeface is not here. Choose another one.', 'fault')
    return null
  }
  try {
    const setting = await fittingSetting(bench, text, refOfFace(face))
    const layout = await layoutFor(bench, setting)
    const sheet = shownSheet(bench.get())
    const { w, h } = rectSize(layout.bounds)
    const place = at ?? centreOf(freePlace(sheet, { w: Math.max(1, w), h: Math.max(1, h) }, viewMiddle(bench.get())))
    const groupId = newItemId().replace(/^f-/, 'g-')
    const letterIds = layout.letters.map(newLetterId)
    bench.commit('New letters', (project) =>
      addWord.record(project, {
        sheetId: sheet.id,
        groupId,
        setting,
        layout,
        letterIds,
        pose: poseAbout(layout, place),
        ink: inkOn(sheet, bench.get().project.slots),
      }),
    )
    chooseFace(bench, faceId)
    select(bench, groupId)
    void tellLacking(bench, groupId, text, layout.missing)
    return groupId
  } catch (error) {
    say(bench, wordsOf(error, 'The letters could not be set. Try again.'), 'fault')
    return null
  }
}

/** Below this mean of its channels a background is dark; common practice. */
const DARK = 110

/** The ink of a new text: it stands out from the sheet's background. */
export const inkOn = ({ background }: Sheet, slots: Slots): Colour => {
  if (background.kind !== 'colour') return DARK_INK
  const { r, g, b } = toRgb(resolveColour(background.colour, slots))
  return (r + g + b) / 3 < DARK ? LIGHT_INK : DARK_INK
}

const centreOf = ({ cx, cy }: { readonly cx: number; readonly cy: number }): Point => ({ x: cx, y: cy })

/** A setting of a size at which the text suits the sheet. */
const fittingSetting = async (bench: Bench, text: string, face: Setting['face']): Promise<Setting> => {
  const sheet = shownSheet(bench.get())
  const height = sensibleSize(sheet, { kind: 'ellipse' }).h * NEW_HEIGHT
  const first = newSetting(text, face, height)
  const { bounds } = await layoutFor(bench, first)
  const width = bounds.x1 - bounds.x0
  const share = Math.min(1, (sheet.size.w * NEW_SHARE) / Math.max(1, width))
  return { ...first, size: Math.max(LETTERING_RANGE.size.min, Math.round(height * share * 10) / 10) }
}

/** The selected text, for commands; says so where there is none. */
export const wordForCommand = (bench: Bench): Word | null => {
  const word = selectedWord(bench.get())
  if (!word) say(bench, 'Select letters first.')
  return word
}

export const isWordSelected = (state: Shown): boolean => {
  const item = selectedItem(state)
  return item?.kind === 'group' && item.lettering !== undefined
}

interface WordAt {
  readonly sheetId: string
  readonly groupId: string
}

/** The ink of a text's letters that hold no picture. */
export const inkOf =
  (at: WordAt): Recording<ColourRef> =>
  (project, ink) =>
    inkWord.record(project, { ...at, ink })

/** Letters without a picture stay unseen in files. */
export const dropInk = (bench: Bench, at: WordAt): void =>
  bench.commit('No ink', (project) => inkWord.record(project, { ...at, ink: null }))
