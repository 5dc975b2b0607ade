import type { Point } from '@/core/geometry/vector'
import { graphemesBefore, graphemesOf, isRightToLeft } from '@/core/lettering/graphemes'
import type { Layout } from '@/core/lettering/layout'
import { LETTERING_RANGE, newSetting, type Setting } from '@/core/lettering/settings'
import { isLetter, lettersOfSlots, setWhole, textOfSlots, typed, type Slot } from '@/core/lettering/slots'
import { freePlace, sensibleSize } from '@/core/document/arrange'
import { settingOf, wordAround, wordSlots, type Word } from '@/core/document/lettering'
import { rectSize } from '@/core/geometry/rect'
import type { Recorded } from '@/core/document/edit'
import { poseAbout, relayWord, type Relay } from '@/core/document/edits/lettering/relay'
import { addWord, dropEmptyWord } from '@/core/document/edits/lettering/words'
import type { Project } from '@/core/document/types'
import { faceUrl } from '@/client/http/api'
import { newItemId } from '@/client/store/actions'
import { shownProject, shownSheet, type Bench } from '@/client/store/benchStore'
import { faceOf, holdersOf, refOfFace, wordsOf } from '@/client/store/faces'
import { say } from '@/client/store/notices'
import { select, selectedItem } from '@/client/store/selection'
import type { BenchState, Typing } from '@/client/store/state'
import { askFaces } from '@/client/workers/faces'

type Shown = Pick<BenchState, 'project' | 'preview' | 'sheetId' | 'selection'>

/** The text that is selected, or that the selected letter belongs to. */
export const selectedWord = (state: Shown): Word | null =>
  state.selection.length === 1 ? wordAround(shownSheet(state), state.selection[0]) : null

/** Why a text cannot be set, in words, or null. */
const refusalOf = (text: string): string | null => {
  if (isRightToLeft(text))
    return 'Letters that run from right to left cannot be set yet. Set them as artwork: save the word as SVG and use “From artwork”.'
  return graphemesOf(text).length > LETTERING_RANGE.text
    ? `A lettering holds at most ${LETTERING_RANGE.text} letters. Put the rest into another one.`
    : null
}

const layoutFor = (setting: Setting): Promise<Layout> =>
  askFaces({ job: 'layout', url: faceUrl(setting.face.id), setting })

/** Says which letters a face does not have, and offers faces that have them. */
const tellMissing = async (bench: Bench, groupId: string, text: string, missing: readonly string[]): Promise<void> => {
  if (!missing.length) {
    if (bench.get().missingLetters?.groupId === groupId) bench.set({ missingLetters: null })
    return
  }
  const before = bench.get().missingLetters
  if (before?.groupId === groupId && before.letters.join() === missing.join()) return
  bench.set({ missingLetters: { groupId, letters: missing, offered: null } })
  const offered = await holdersOf(bench, text)
  if (bench.get().missingLetters?.letters === missing)
    bench.set({ missingLetters: { groupId, letters: missing, offered } })
}

/**
 * What each text was asked to become last, until it has become it. Answers to older questions are passed over; a further
 * change goes on from what was asked, so that none is lost on the way.
 */
const asked = new Map<string, Setting>()

interface Change {
  readonly name: string
  readonly setting: Partial<Setting>
  /** The letters of the changed text; without them they keep what they can by likeness. */
  readonly slots?: readonly Slot[]
  readonly stays?: Relay['stays']
  readonly setBack?: readonly string[]
  /** Changes of one visit that make one step. */
  readonly burst?: string
}

const newLetterId = (): string => newItemId().replace(/^f-/, 'l-')

/** A setting with a value taken away where it is given as undefined. */
const merged = (held: Setting, change: Partial<Setting>): Setting => {
  const next: Record<string, unknown> = { ...held, ...change }
  for (const key of Object.keys(next)) if (next[key] === undefined) delete next[key]
  return next as unknown as Setting // the keys of both, those left out gone
}

/** The ids of the letters that a changed text has. */
const letterIdsFor = (bench: Bench, word: Word, text: string, slots?: readonly Slot[]): readonly string[] => {
  const { typing } = bench.get()
  const held = slots ?? (typing?.groupId === word.id ? typing.slots : wordSlots(word))
  const all = textOfSlots(held) === text ? held : setWhole(held, graphemesOf(text), newLetterId)
  return lettersOfSlots(all).map(({ id }) => id)
}

/** Sets a text anew as one step. Resolves with its layout, or null where it could not be set or was overtaken. */
export const resetWord = async (bench: Bench, groupId: string, change: Change): Promise<Layout | null> => {
  const { sheetId } = bench.get()
  const word = wordAround(shownSheet(bench.get()), groupId)
  if (!word) return null
  const setting = merged(asked.get(groupId) ?? settingOf(word), change.setting)
  const refused = refusalOf(setting.text)
  if (refused) {
    say(bench, refused, 'fault')
    return null
  }
  const letterIds = letterIdsFor(bench, word, setting.text, change.slots)
  asked.set(groupId, setting)
  try {
    const layout = await layoutFor(setting)
    if (asked.get(groupId) !== setting) return null
    asked.delete(groupId)
    if (!isThere(bench, sheetId, groupId)) return null
    const relay = {
      sheetId,
      groupId,
      setting,
      layout,
      letterIds,
      stays: change.stays ?? 'middle',
      ...(change.setBack ? { setBack: change.setBack } : {}),
    }
    const record = (project: Project): Recorded => relayWord.record(project, relay)
    if (change.burst === undefined) bench.commit(change.name, record)
    else bench.burst(change.burst, change.name, record(shownProject(bench.get())))
    void tellMissing(bench, groupId, setting.text, layout.missing)
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
const NEW_HEIGHT = 0.75

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
    const layout = await layoutFor(setting)
    const sheet = shownSheet(bench.get())
    const { w, h } = rectSize(layout.bounds)
    const place = at ?? centreOf(freePlace(sheet, { w: Math.max(1, w), h: Math.max(1, h) }))
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
      }),
    )
    bench.set({ letterFace: faceId, armed: null })
    select(bench, groupId)
    void tellMissing(bench, groupId, text, layout.missing)
    return groupId
  } catch (error) {
    say(bench, wordsOf(error, 'The letters could not be set. Try again.'), 'fault')
    return null
  }
}

const centreOf = ({ cx, cy }: { readonly cx: number; readonly cy: number }): Point => ({ x: cx, y: cy })

/** A setting of a size at which the text suits the sheet. */
const fittingSetting = async (bench: Bench, text: string, face: Setting['face']): Promise<Setting> => {
  const sheet = shownSheet(bench.get())
  const height = sensibleSize(sheet, { kind: 'ellipse' }).h * NEW_HEIGHT
  const first = newSetting(text, face, height)
  const { bounds } = await layoutFor(first)
  const width = bounds.x1 - bounds.x0
  const share = Math.min(1, (sheet.size.w * NEW_SHARE) / Math.max(1, width))
  return { ...first, size: Math.max(LETTERING_RANGE.size.min, Math.round(height * share * 10) / 10) }
}

/** Takes the carets of the text that is typed from its face. */
const readCarets = async (bench: Bench, word: Word): Promise<void> => {
  try {
    const { carets } = await layoutFor(settingOf(word))
    const now = bench.get().typing
    if (now?.groupId === word.id && !now.carets.length) bench.set({ typing: { ...now, carets } })
  } catch (error) {
    bench.set({ typing: null })
    say(bench, wordsOf(error, 'This text cannot be edited now. Try again.'), 'fault')
  }
}

/** Begins to type in a text, the caret at its end. */
export const startTyping = async (bench: Bench, groupId: string, at: Typing['at'] = 'sheet'): Promise<void> => {
  bench.endBurst()
  const state = bench.get()
  const word = wordAround(shownSheet(state), groupId)
  if (!word) return
  if (state.selection[0] !== word.id) select(bench, word.id)
  const { text } = word.lettering
  const end = graphemesOf(text).length
  bench.set({
    typing: { groupId: word.id, at, text, slots: wordSlots(word), carets: [], selection: [end, end] },
    tool: null,
    spoken: 'Typing. Escape ends it.',
  })
  await readCarets(bench, word)
}

/** Begins a text at a point of the sheet: it grows to the right of it. */
export const typeAt = async (bench: Bench, at: Point): Promise<void> => {
  bench.endBurst()
  const state = bench.get()
  const face = currentFace(state)
  bench.set({ tool: null })
  if (!face) return say(bench, 'The typefaces are not here yet. Try again in a moment.')
  const sheet = shownSheet(state)
  const size = Math.max(LETTERING_RANGE.size.min, sensibleSize(sheet, { kind: 'ellipse' }).h * NEW_HEIGHT)
  const setting: Setting = { ...newSetting('', refOfFace(face), Math.round(size * 10) / 10), align: 'left' }
  const groupId = newItemId().replace(/^f-/, 'g-')
  bench.commit('New letters', (project) =>
    addWord.record(project, {
      sheetId: sheet.id,
      groupId,
      setting,
      layout: { size: setting.size, letters: [], carets: [], missing: [], bounds: { x0: 0, y0: 0, x1: 0, y1: 0 } },
      letterIds: [],
      pose: { cx: at.x, cy: at.y, turn: 0 },
    }),
  )
  await startTyping(bench, groupId)
}

/** Ends typing, once what was typed last is set. A text left without letters goes. */
export const endTyping = async (bench: Bench): Promise<void> => {
  const { typing, sheetId } = bench.get()
  if (!typing) return
  bench.set({ typing: null })
  await underway
  bench.endBurst()
  if (bench.get().sheetId !== sheetId) return
  const word = wordAround(shownSheet(bench.get()), typing.groupId)
  if (word && !graphemesOf(word.lettering.text).some(isLetter)) {
    if (bench.get().selection[0] === word.id) select(bench, null)
    bench.commit('Remove empty letters', (project) => dropEmptyWord.record(project, { sheetId, groupId: word.id }))
  }
}

/** One stroke of typing: the whole text as it now is, and where the caret stands in it, in UTF-16 units. */
export const typeText = (bench: Bench, text: string, from: number, to: number): void => {
  const { typing } = bench.get()
  const word = typing && wordAround(shownSheet(bench.get()), typing.groupId)
  if (!typing || !word) return
  const refused = refusalOf(text)
  if (refused) return say(bench, refused, 'fault')
  const graphemes = graphemesOf(text)
  const selection: readonly [number, number] = [graphemesBefore(text, from), graphemesBefore(text, to)]
  const slots = typed(typing.slots, graphemes, selection[1], newLetterId)
  bench.set({ typing: { ...typing, text, slots, selection } })
  underway = resetWord(bench, typing.groupId, {
    name: 'Type',
    setting: { text },
    slots,
    stays: 'anchor',
    burst: `type-${typing.groupId}`,
  }).then((layout) => {
    const now = bench.get().typing
    if (layout && now?.groupId === typing.groupId) bench.set({ typing: { ...now, carets: layout.carets } })
  })
}

/** The stroke of typing that is being set; never rejected. */
let underway: Promise<void> = Promise.resolve()

/** The caret or selection moved without a change, in UTF-16 units. */
export const moveCaret = (bench: Bench, from: number, to: number): void => {
  const { typing } = bench.get()
  if (!typing) return
  const selection: readonly [number, number] = [graphemesBefore(typing.text, from), graphemesBefore(typing.text, to)]
  if (selection[0] !== typing.selection[0] || selection[1] !== typing.selection[1])
    bench.set({ typing: { ...typing, selection } })
}

/** The text was changed by something else, such as undo: typing goes on with what it is now. */
export const resumeTyping = async (bench: Bench): Promise<void> => {
  const { typing } = bench.get()
  const word = typing && wordAround(shownSheet(bench.get()), typing.groupId)
  if (!typing) return
  if (!word) return bench.set({ typing: null })
  const { text } = word.lettering
  const end = Math.min(typing.selection[1], graphemesOf(text).length)
  bench.set({ typing: { ...typing, text, slots: wordSlots(word), selection: [end, end] } })
  const layout = await layoutFor(settingOf(word)).catch(() => null)
  const now = bench.get().typing
  if (layout && now?.groupId === word.id) bench.set({ typing: { ...now, carets: layout.carets } })
}

/** The selected text, for commands; says so where there is none. */
export const wordForCommand = (bench: Bench): Word | null => {
  const word = selectedWord(bench.get())
  if (!word) say(bench, 'Select letters first.')
  return word
}

/** By key and button: begins to type in the selected text, or ends it. */
export const toggleTyping = (bench: Bench): void => {
  if (bench.get().typing) return void endTyping(bench)
  const word = wordForCommand(bench)
  if (word) void startTyping(bench, word.id)
}

export const isWordSelected = (state: Shown): boolean => {
  const item = selectedItem(state)
  return item?.kind === 'group' && item.lettering !== undefined
}
