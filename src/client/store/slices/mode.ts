import type { DraftPiece } from '@/core/path/draft'
import type { Colour } from '@/core/colour/colour'
import type { Stencil } from '@/core/stencil/stencil'
import type { Bench } from '@/client/store/bench'
import { lastingOf, toolOf, typingOf, writingOf, cuts, armedOf } from '@/client/store/modes'
import type { FinderMode, ModeSlice } from '@/client/store/state'
import type { Carry, Choosing, LastingMode, Mode, TableTool, Typing, Writing } from '@/client/store/modes'

export const FIRST_MODE: ModeSlice = {
  mode: { kind: 'rest' },
  draft: null,
  smoothness: 0.35,
  drawsOut: false,
  finderMode: 'move',
}

const set = (bench: Bench, change: Partial<ModeSlice>): void => bench.store.setState(change)

const REST: LastingMode = { kind: 'rest' }

/** Under a carry or the dropper the mode that comes back afterwards is the one that changes. */
const withLasting = (mode: Mode, lasting: LastingMode): Mode => ('back' in mode ? { ...mode, back: lasting } : lasting)

const enter = (bench: Bench, lasting: LastingMode): void => set(bench, { mode: withLasting(bench.get().mode, lasting) })

/** Ends one kind of mode; any other goes on. */
const leave = (bench: Bench, ...kinds: readonly LastingMode['kind'][]): void => {
  if (kinds.includes(lastingOf(bench.get()).kind)) enter(bench, REST)
}

/** A stencil in hand, to be drawn out on the sheet. */
export const takeInHand = (bench: Bench, stencil: Stencil, isCutting = false): void =>
  enter(bench, { kind: 'stencil', stencil, isCutting })

/** Puts down a stencil that is in hand; of cutting nothing stays either. */
export const putStencilDown = (bench: Bench): void => leave(bench, 'stencil', 'cutting')

/** The next stencil chosen is for cutting. */
export const awaitCutter = (bench: Bench): void => enter(bench, { kind: 'cutting' })

/** A press on a stencil while they are taken in hand: it is, to cut where that was asked for; a second press puts it down. */
export const toggleInHand = (bench: Bench, stencil: Stencil): void => {
  const state = bench.get()
  const isCutting = cuts(state)
  if (armedOf(state) !== stencil) takeInHand(bench, stencil, isCutting)
  else if (isCutting) awaitCutter(bench)
  else putStencilDown(bench)
}

/** Stencils pressed in the supplies are from now on taken in hand, or put on the sheet at once. */
export const setDrawsOut = (bench: Bench, drawsOut: boolean): void => {
  putStencilDown(bench)
  set(bench, { drawsOut })
}

/** The next picture chosen in the supplies is for this. */
export const awaitPicture = (bench: Bench, choosing: Choosing): void => enter(bench, { kind: 'choosing', choosing })

export const endChoosing = (bench: Bench): void => leave(bench, 'choosing')

/** A tool takes the table, or changes while it has it. */
export const setTool = (bench: Bench, tool: TableTool): void => enter(bench, { kind: 'tool', tool })

/** Changes the tool if it is still of that kind: answers may come when it has been put down. */
export const changeTool = <K extends TableTool['kind']>(
  bench: Bench,
  kind: K,
  change: Partial<Extract<TableTool, { readonly kind: K }>>,
): void => {
  const tool = toolOf(bench.get())
  if (tool?.kind === kind) setTool(bench, { ...tool, ...change })
}

export const putToolDown = (bench: Bench): void => leave(bench, 'tool')

/** Letters are typed, or what is typed changes. */
export const setTyping = (bench: Bench, typing: Typing): void => enter(bench, { kind: 'typing', typing })

/** Changes what is typed, if it is still this text. */
export const changeTyping = (bench: Bench, groupId: string, change: Partial<Typing>): void => {
  const typing = typingOf(bench.get())
  if (typing?.groupId === groupId) setTyping(bench, { ...typing, ...change })
}

/** A text that wraps is written, or what is written changes. */
export const setWriting = (bench: Bench, writing: Writing): void => enter(bench, { kind: 'writing', writing })

/** Changes what is written, if it is still this text. */
export const changeWriting = (bench: Bench, frameId: string, change: Partial<Writing>): void => {
  const writing = writingOf(bench.get())
  if (writing?.frameId === frameId) setWriting(bench, { ...writing, ...change })
}

export const leaveWriting = (bench: Bench): void => leave(bench, 'writing')

export const leaveTyping = (bench: Bench): void => leave(bench, 'typing')

/** Something is carried, or would now be dropped elsewhere. */
export const setCarry = (bench: Bench, carry: Carry): void =>
  set(bench, { mode: { kind: 'carry', carry, back: lastingOf(bench.get()) } })

/** The next point pressed gives its colour. */
export const takeDropper = (bench: Bench, take: (colour: Colour) => void): void =>
  set(bench, { mode: { kind: 'dropper', take, back: lastingOf(bench.get()) } })

/** A carry or the dropper is over; the hand goes on with what it was for. */
export const endShortMode = (bench: Bench): void => set(bench, { mode: lastingOf(bench.get()) })

/** What is traced on a sheet, in order; of nothing the draft goes. */
export const putDraft = (bench: Bench, sheetId: string, pieces: readonly DraftPiece[]): void =>
  set(bench, { draft: pieces.length ? { sheetId, pieces } : null })

/** How far drawn runs are smoothed, in [0, 1]. */
export const setSmoothness = (bench: Bench, smoothness: number): void => set(bench, { smoothness })

export const setFinderMode = (bench: Bench, finderMode: FinderMode): void => set(bench, { finderMode })

/** The next press or drag on the sheet begins a text that wraps; a second time not. */
export const toggleWriteTool = (bench: Bench): void =>
  toolOf(bench.get())?.kind === 'write' ? putToolDown(bench) : setTool(bench, { kind: 'write' })

/** The next press on the sheet begins a text there; a second time not. */
export const toggleTypeTool = (bench: Bench): void =>
  toolOf(bench.get())?.kind === 'type' ? putToolDown(bench) : setTool(bench, { kind: 'type' })
