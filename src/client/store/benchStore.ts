import { createStore, type StoreApi } from 'zustand/vanilla'
import { advance, joined, patched, redoOf, undoOf, type LoggedStep, type Step } from '@/core/document/history'
import type { Recorded } from '@/core/document/edit'
import { holdsPicture } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import { BACKGROUND_ID, backgroundFrame } from '@/core/document/background'
import type { Frame, Project, Sheet } from '@/core/document/types'
import type { OpenedProject } from '@/contract/api'
import { limitPassed, touchedFaults } from '@/core/document/validate'
import { api } from '@/client/http/api'
import { noticeOf } from '@/client/store/notice'
import { Saver, type Keeper } from '@/client/store/saver'
import { NO_MARKS, type BenchState, type Saving, type TableTool } from '@/client/store/state'

const BURST_MS = 700

const UNKEPT =
  'This browser keeps no more: what the server does not have yet is lost if this page is closed. Leave it open until it says “Saved”.'

const newStepId = (): string => `s-${crypto.randomUUID()}`

/** Small changes of one kind in quick succession, kept apart until they make one step. */
interface Burst {
  readonly key: string
  readonly name: string
  readonly steps: Step[]
  project: Project
  timer: ReturnType<typeof setTimeout>
}

/** The bench: its state, and the only ways to change the project. */
export interface Bench {
  readonly store: StoreApi<BenchState>
  /** Makes a named step of a change of the current project. A change of nothing makes none. */
  commit(name: string, change: (project: Project) => Recorded): void
  /** Adds to a burst that becomes one step when it pauses. */
  burst(key: string, name: string, recorded: Recorded): void
  endBurst(): void
  preview(project: Project | null): void
  undo(): void
  redo(): void
  /** Takes back (or makes again) until the step is the newest of the history. */
  goTo(stepId: string | null): void
  /** Waits until all is saved; false when the server could not be reached. */
  allSaved(): Promise<boolean>
  set(change: Partial<BenchState>): void
  get(): BenchState
  /** Takes over another state of the same project, as read from the server. */
  adopt(opened: OpenedProject): void
  hasUnsent(): boolean
  close(): void
}

export const shownProject = (state: Pick<BenchState, 'project' | 'preview'>): Project => state.preview ?? state.project
export const shownSheet = (state: Pick<BenchState, 'project' | 'preview' | 'sheetId'>): Sheet =>
  sheetOf(shownProject(state), state.sheetId)

/** The project as what is beside the table shows it: while something is carried, as it is, so that its place stays. */
export const steadyProject = (state: Pick<BenchState, 'project' | 'preview' | 'carried'>): Project =>
  state.carried ? state.project : shownProject(state)

export const steadySheet = (state: Pick<BenchState, 'project' | 'preview' | 'carried' | 'sheetId'>): Sheet =>
  sheetOf(steadyProject(state), state.sheetId)

/** The sheet without what a drag under way would make of it: for what need not follow every move. */
export const heldSheet = (state: Pick<BenchState, 'project' | 'sheetId'>): Sheet =>
  sheetOf(state.project, state.sheetId)

const firstState = (opened: OpenedProject): BenchState => ({
  project: opened.project,
  preview: null,
  history: opened.history,
  saving: { state: 'saved' },
  sheetId: opened.project.order[0] ?? '',
  selection: [],
  entered: null,
  isAdding: false,
  way: 'whole',
  snaps: true,
  snapMarks: NO_MARKS,
  gathering: null,
  guideDrag: null,
  isClean: false,
  hasRulers: false,
  missing: [],
  isStackWide: false,
  hasSheetStrip: false,
  view: { scale: 1, x: 0, y: 0 },
  isFitted: true,
  table: { w: 0, h: 0 },
  armed: null,
  drawsOut: false,
  isCutting: false,
  tool: null,
  draft: null,
  smoothness: 0.35,
  kept: [],
  artwork: [],
  drawing: null,
  carried: null,
  carriedAt: null,
  dropFrame: null,
  overBackground: false,
  isCopying: false,
  stackDrop: null,
  dropper: null,
  isStopped: false,
  finishScope: 'here',
  openLayer: null,
  renaming: null,
  isBefore: false,
  isMatching: false,
  choosing: null,
  menuAt: null,
  isFinding: false,
  isMoving: false,
  alignTo: 'selection',
  alignsEach: false,
  gridColumns: null,
  forSeveral: null,
  faces: [],
  letterFace: null,
  letterText: 'Kites',
  exportChoice: null,
  alphabetPanel: null,
  typing: null,
  missingLetters: null,
  dropWord: null,
  notice: null,
  spoken: '',
  dialog: 'none',
  pictures: [],
  marked: [],
  matched: '',
  uploads: [],
  hasSeenPictureHint: false,
  hasSeenRemovalHint: false,
  locksRatio: { frame: false, hull: true },
  finderMode: 'move',
  isUnkept: false,
  arePicturesRead: false,
  suppliesTab: 'Pictures',
  left: [],
})

/** The frame of that id, or the background's picture as one; null for a group or what is not there. */
export const selectableFrame = (sheet: Sheet, id: string): Frame | null => {
  if (id === BACKGROUND_ID) return backgroundFrame(sheet)
  const item = sheet.items[id]
  return item?.kind === 'frame' ? item : null
}

const isSelectable = (sheet: Sheet, id: string): boolean =>
  id === BACKGROUND_ID ? sheet.background.kind === 'picture' : sheet.items[id] !== undefined

/** A tool that works on a frame goes with it. */
const toolStands = (tool: TableTool | null, sheet: Sheet): boolean =>
  tool === null || tool.kind === 'trace' || tool.kind === 'type' || selectableFrame(sheet, tool.frameId) !== null

/** What is selected must exist after any change of the project. */
const settled = (state: BenchState, project: Project): Partial<BenchState> => {
  const sheetId = project.sheets[state.sheetId] ? state.sheetId : (project.order[0] ?? '')
  const sheet = sheetOf(project, sheetId)
  const selection = state.selection.filter((id) => isSelectable(sheet, id))
  const [only] = selection
  const holder = selection.length === 1 && only !== undefined ? selectableFrame(sheet, only) : null
  return {
    project,
    preview: null,
    sheetId,
    selection: selection.length === state.selection.length ? state.selection : selection,
    entered: state.entered !== null && sheet.items[state.entered]?.kind === 'group' ? state.entered : null,
    way: holdsPicture(holder?.fill) ? state.way : 'whole',
    tool: toolStands(state.tool, sheet) ? state.tool : null,
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

  const log = (entry: LoggedStep, project: Project, step: Step): void => {
    const state = get()
    set({ ...settled(state, project), history: advance(state.history, entry, step) })
    saver.push(entry)
  }

  const isRefused = (project: Project, change: Pick<Recorded, 'forward'>): boolean => {
    const refusal = refusalOf(project, change)
    if (refusal) set({ preview: null, notice: noticeOf(refusal, 'fault') })
    return refusal !== null
  }

  const endBurst = (): void => {
    if (!current) return
    const { name, steps, timer, project } = current
    clearTimeout(timer)
    current = null
    const step = joined(newStepId(), name, steps)
    if (isRefused(project, step)) return
    log({ ...step, kind: 'do' }, project, step)
  }

  const commit = (name: string, change: (project: Project) => Recorded): void => {
    // A burst under way becomes a step first, so that the change is made on what is seen.
    endBurst()
    const recorded = change(get().project)
    if (!recorded.forward.length) return set({ preview: null })
    if (isRefused(recorded.project, recorded)) return
    const step: Step = { id: newStepId(), name, forward: recorded.forward, inverse: recorded.inverse }
    log({ ...step, kind: 'do' }, recorded.project, step)
  }

  const burst = (key: string, name: string, recorded: Recorded): void => {
    if (current && current.key !== key) endBurst()
    // While a drag shows its own preview, nothing else may change what it started from.
    if (!recorded.forward.length || (!current && get().preview)) return
    const step: Step = { id: '', name, forward: recorded.forward, inverse: recorded.inverse }
    if (current) clearTimeout(current.timer)
    const timer = setTimeout(endBurst, BURST_MS)
    if (current) {
      current.steps.push(step)
      current.timer = timer
      current.project = recorded.project
    } else current = { key, name, steps: [step], project: recorded.project, timer }
    set({ preview: recorded.project })
  }

  const back = (): boolean => {
    endBurst()
    const step = get().history.undo.at(-1)
    if (!step) return false
    log(undoOf(step, newStepId()), patched(get().project, step.inverse), step)
    set({ spoken: `Taken back: ${step.name}` })
    return true
  }

  const again = (): boolean => {
    endBurst()
    const step = get().history.redo.at(-1)
    if (!step) return false
    log(redoOf(step, newStepId()), patched(get().project, step.forward), step)
    set({ spoken: `Made again: ${step.name}` })
    return true
  }

  const goTo = (stepId: string | null): void => {
    const { history } = get()
    const isDone = stepId === null || history.undo.some((step) => step.id === stepId)
    if (isDone) while (get().history.undo.length && get().history.undo.at(-1)?.id !== stepId) if (!back()) return
    if (!isDone) while (get().history.redo.length && get().history.undo.at(-1)?.id !== stepId) if (!again()) return
  }

  return {
    store,
    commit,
    burst,
    endBurst,
    preview: (project) => set({ preview: project, ...(project ? {} : { snapMarks: NO_MARKS }) }),
    undo: () => void back(),
    redo: () => void again(),
    goTo,
    allSaved: () => {
      endBurst()
      return saver.flush()
    },
    set,
    get,
    adopt: (fresh) => {
      saver.restart(fresh.revision)
      set({ ...settled(get(), fresh.project), history: fresh.history, saving: { state: 'saved' } })
    },
    hasUnsent: () => saver.hasUnsent || current !== null,
    close: () => {
      endBurst()
      saver.stop()
    },
  }
}
