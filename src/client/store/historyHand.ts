import { advance, patched, redoOf, undoOf, type History, type LoggedStep, type Step } from '@/core/document/history'
import type { Project } from '@/core/document/types'
import type { BenchState } from '@/client/store/state'

export const newStepId = (): string => `s-${crypto.randomUUID()}`

/** Taking back and making again, one step at a time or up to one. */
export const historyHand = ({
  get,
  log,
  logAll,
  endBurst,
  say,
}: {
  readonly get: () => BenchState
  readonly log: (entry: LoggedStep, project: Project, step: Step) => void
  readonly logAll: (entries: readonly LoggedStep[], project: Project, history: History) => void
  readonly endBurst: () => void
  readonly say: (spoken: string) => void
}) => {
  const back = (): boolean => {
    endBurst()
    const step = get().history.undo.at(-1)
    if (!step) return false
    log(undoOf(step, newStepId()), patched(get().project, step.inverse), step)
    say(`Taken back: ${step.name}`)
    return true
  }

  const again = (): boolean => {
    endBurst()
    const step = get().history.redo.at(-1)
    if (!step) return false
    log(redoOf(step, newStepId()), patched(get().project, step.forward), step)
    say(`Made again: ${step.name}`)
    return true
  }

  /** All steps up to one at once: the page follows only where that ends. */
  const goTo = (stepId: string | null): void => {
    endBurst()
    let { project, history } = get()
    const goesBack = stepId === null || history.undo.some((step) => step.id === stepId)
    const entries: LoggedStep[] = []
    const next = (): Step | undefined => {
      const newest = history.undo.at(-1)
      return newest?.id === (stepId ?? undefined) ? undefined : goesBack ? newest : history.redo.at(-1)
    }
    for (let step = next(); step; step = next()) {
      const entry = goesBack ? undoOf(step, newStepId()) : redoOf(step, newStepId())
      project = patched(project, entry.forward)
      history = advance(history, entry, step)
      entries.push(entry)
    }
    const [last] = entries.slice(-1)
    if (!last) return
    logAll(entries, project, history)
    const what = entries.length === 1 ? last.name : `${entries.length} steps`
    say(`${goesBack ? 'Taken back' : 'Made again'}: ${what}`)
  }

  return { back, again, goTo }
}
