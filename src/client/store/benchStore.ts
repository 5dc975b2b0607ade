import { toolOf, carriedOf } from '@/client/store/modes'
import { createStore } from 'zustand/vanilla'
import { advance, joined, type History, type LoggedStep, type Step } from '@/core/document/history'
import type { Recorded } from '@/core/document/edit'
import { holdsPicture } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import { BACKGROUND_ID, frameOrBackground } from '@/core/document/background'
import type { Project, Sheet } from '@/core/document/types'
import type { OpenedProject } from '@/contract/api'
import { limitPassed, touchedFaults } from '@/core/document/validate'
import { api } from '@/client/http/api'
import { historyHand, newStepId } from '@/client/store/historyHand'
import { noticeOf } from '@/client/store/notice'
import { Saver, type Keeper } from '@/client/store/saver'
import { NO_MARKS, type BenchState, type Saving } from '@/client/store/state'
import type { Mode } from '@/client/store/modes'
import { firstDocument } from '@/client/store/slices/document'
import { firstView } from '@/client/store/slices/view'
import { FIRST_SELECTION } from '@/client/store/slices/selection'
import { FIRST_HAND } from '@/client/store/slices/hand'
import { FIRST_MODE } from '@/client/store/slices/mode'
import { FIRST_SUPPLIES } from '@/client/store/slices/supplies'
import { FIRST_CARD } from '@/client/store/slices/card'
import { FIRST_DIALOG } from '@/client/store/slices/dialogs'
import { FIRST_TIME } from '@/client/store/slices/time'
import { FIRST_NOTICES } from '@/client/store/slices/notices'
import { type Bench } from '@/client/store/bench'
import { followSessions } from '@/client/store/session'
import { Belongings } from '@/client/store/owned'

const BURST_MS = 700

const UNKEPT =
  'This browser keeps no more: what the server does not have yet is lost if this page is closed. Leave it open until it says “Saved”.'

/** Small changes of one kind in quick succession, kept apart until they make one step. */
interface Burst {
  readonly key: string
  readonly name: string
  readonly steps: Step[]
  project: Project
  /** Undefined while it is held. */
  timer: ReturnType<typeof setTimeout> | undefined
}

export const shownProject = (state: Pick<BenchState, 'project' | 'preview'>): Project => state.preview ?? state.project
export const shownSheet = (state: Pick<BenchState, 'project' | 'preview' | 'sheetId'>): Sheet =>
  sheetOf(shownProject(state), state.sheetId)

/** The sheet where something of it is to be shown, else null: what shows nothing need not follow every move. */
export const shownSheetIf =
  (wanted: (sheet: Sheet, state: BenchState) => boolean) =>
  (state: BenchState): Sheet | null => {
    const sheet = shownSheet(state)
    return wanted(sheet, state) ? sheet : null
  }

/** The project as what is beside the table shows it: while something is carried, as it is, so that its place stays. */
export const steadyProject = (state: Pick<BenchState, 'project' | 'preview' | 'mode'>): Project =>
  carriedOf(state) ? state.project : shownProject(state)

/** The project as the card shows it: it waits until a hand on the table lets go; leaves that show a dragged value do not. */
export const cardProject = (state: Pick<BenchState, 'project' | 'preview' | 'isPreviewOfHand'>): Project =>
  state.isPreviewOfHand ? state.project : shownProject(state)

export const cardSheet = (state: Pick<BenchState, 'project' | 'preview' | 'isPreviewOfHand' | 'sheetId'>): Sheet =>
  sheetOf(cardProject(state), state.sheetId)

export const steadySheet = (state: Pick<BenchState, 'project' | 'preview' | 'mode' | 'sheetId'>): Sheet =>
  sheetOf(steadyProject(state), state.sheetId)

/** The sheet without what a drag under way would make of it: for what need not follow every move. */
export const heldSheet = (state: Pick<BenchState, 'project' | 'sheetId'>): Sheet =>
  sheetOf(state.project, state.sheetId)

const firstState = (opened: OpenedProject): BenchState => ({
  ...firstDocument(opened),
  ...firstView(opened.project.order[0] ?? ''),
  ...FIRST_SELECTION,
  ...FIRST_HAND,
  ...FIRST_MODE,
  ...FIRST_SUPPLIES,
  ...FIRST_CARD,
  ...FIRST_DIALOG,
  ...FIRST_NOTICES,
  ...FIRST_TIME,
})

const isSelectable = (sheet: Sheet, id: string): boolean =>
  id === BACKGROUND_ID ? sheet.background.kind === 'picture' : sheet.items[id] !== undefined

/** A tool that works on a frame or a plane goes with it. */
const modeOn = ({ mode }: Pick<BenchState, 'mode'>, sheet: Sheet): Mode => {
  const tool = toolOf({ mode })
  const stands =
    (!tool || !('frameId' in tool) || tool.frameId === null || frameOrBackground(sheet, tool.frameId) !== null) &&
    (tool?.kind !== 'plane' || sheet.planes[tool.planeId] !== undefined)
  return stands ? mode : 'back' in mode ? { ...mode, back: { kind: 'rest' } } : { kind: 'rest' }
}

/** What is selected must exist after any change of the project. */
const settled = (state: BenchState, project: Project): Partial<BenchState> => {
  const sheetId = project.sheets[state.sheetId] ? state.sheetId : (project.order[0] ?? '')
  const sheet = sheetOf(project, sheetId)
  const selection = state.selection.filter((id) => isSelectable(sheet, id))
  const [only] = selection
  const holder = selection.length === 1 && only !== undefined ? frameOrBackground(sheet, only) : null
  return {
    project,
    preview: null,
    sheetId,
    selection: selection.length === state.selection.length ? state.selection : selection,
    entered: state.entered !== null && sheet.items[state.entered]?.kind === 'group' ? state.entered : null,
    way: holdsPicture(holder?.fill) ? state.way : 'whole',
    mode: modeOn(state, sheet),
  }
}

/** A sentence for what the project may not become by a step, or null: better said now than refused by the server later. */
const refusalOf = (project: Project, { forward }: Pick<Recorded, 'forward'>): string | null => {
  const passed = limitPassed(project)
  if (passed) return passed
  const [fault] = touchedFaults(
    project,
    forward.map(({ path }) => path),
  )
  return fault ? `This cannot be done: ${fault.path.split('.').slice(-2).join(' ')} ${fault.message}.` : null
}

/** Where unsent steps are kept, and who is told of saved ones. */
export interface BenchOptions {
  readonly keeper: Keeper
  readonly onSaved?: (revision: number) => void
}

export const createBench = (opened: OpenedProject, { keeper, onSaved = () => undefined }: BenchOptions): Bench => {
  const store = createStore<BenchState>(() => firstState(opened))
  const get = store.getState
  const set = (change: Partial<BenchState>): void => store.setState(change)
  const onKept = (isKept: boolean): void => {
    if (get().isUnkept !== isKept) return
    set({ isUnkept: !isKept, ...(isKept ? {} : { notice: noticeOf(UNKEPT, 'fault') }) })
  }
  const saver = new Saver({
    revision: opened.revision,
    send: (request) => api.saveSteps(opened.project.id, request),
    keeper,
    onState: (saving: Saving) => set({ saving }),
    onSaved,
    onKept,
  })
  let current: Burst | null = null
  /** While a value is stepped its changes add to a burst. */
  let stepping: 'no' | 'by key' | 'held' = 'no'
  const belongings = new Belongings()

  const log = (entry: LoggedStep, project: Project, step: Step): void => {
    const state = get()
    set({ ...settled(state, project), history: advance(state.history, entry, step) })
    saver.push(entry)
  }

  const logAll = (entries: readonly LoggedStep[], project: Project, history: History): void => {
    set({ ...settled(get(), project), history })
    for (const entry of entries) saver.push(entry)
  }

  const isRefused = (project: Project, change: Pick<Recorded, 'forward'>): boolean => {
    const refusal = refusalOf(project, change)
    if (refusal) set({ preview: null, notice: noticeOf(refusal, 'fault') })
    return refusal !== null
  }

  const endBurst = (): void => {
    if (!current || stepping !== 'no') return
    const { name, steps, timer, project } = current
    clearTimeout(timer)
    current = null
    const step = joined(newStepId(), name, steps)
    if (isRefused(project, step)) return
    log({ ...step, kind: 'do' }, project, step)
  }

  const burst = (key: string, name: string, recorded: Recorded): void => {
    if (current && current.key !== key) {
      const kept = stepping
      stepping = 'no'
      endBurst()
      stepping = kept
    }
    // While a drag shows its own preview, nothing else may change what it started from.
    if (!recorded.forward.length || (!current && get().preview)) return
    const step: Step = { id: '', name, forward: recorded.forward, inverse: recorded.inverse }
    if (current) clearTimeout(current.timer)
    // One that is held ends with the hand.
    const timer = stepping === 'held' ? undefined : setTimeout(endBurst, BURST_MS)
    if (current) {
      current.steps.push(step)
      current.timer = timer
      current.project = recorded.project
    } else current = { key, name, steps: [step], project: recorded.project, timer }
    set({ preview: recorded.project, isPreviewOfHand: false })
  }

  const commit = (name: string, change: (project: Project) => Recorded): void => {
    if (stepping !== 'no') return burst(`step ${name}`, name, change(shownProject(get())))
    // A burst under way becomes a step first, so that the change is made on what is seen.
    endBurst()
    const recorded = change(get().project)
    if (!recorded.forward.length) return set({ preview: null })
    if (isRefused(recorded.project, recorded)) return
    const step: Step = { id: newStepId(), name, forward: recorded.forward, inverse: recorded.inverse }
    log({ ...step, kind: 'do' }, recorded.project, step)
  }

  const { back, again, goTo } = historyHand({ get, log, logAll, endBurst, say: (spoken) => set({ spoken }) })

  const step = (act: () => void, isHeld: boolean): void => {
    stepping = isHeld ? 'held' : 'by key'
    try {
      act()
    } finally {
      stepping = 'no'
    }
  }

  const bench: Bench = {
    store,
    commit,
    burst,
    endBurst,
    step,
    preview: (project) =>
      set({ preview: project, isPreviewOfHand: project !== null, ...(project ? {} : { snapMarks: NO_MARKS }) }),
    undo: () => void back(),
    redo: () => void again(),
    goTo,
    allSaved: () => {
      endBurst()
      return saver.flush()
    },
    get,
    adopt: (fresh) => {
      saver.restart(fresh.revision)
      set({ ...settled(get(), fresh.project), history: fresh.history, saving: { state: 'saved' } })
    },
    own: (what) => belongings.of(what),
    hasUnsent: () => saver.hasUnsent || current !== null,
    close: () => {
      endBurst()
      saver.stop()
      belongings.end()
    },
  }
  followSessions(bench)
  return bench
}
