import { patched } from '@/core/document/history'
import type { Project } from '@/core/document/types'
import { api, ApiError } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import { createBench } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { inRequests, type Keeper } from '@/client/store/saver'
import { livingTabs, ownTab } from '@/client/store/tabs'
import { forgetSteps, keepStep, keptSteps, type Unsent } from '@/client/store/unsent'
import { openConflict, putLeft } from '@/client/store/slices/document'
import { speak } from '@/client/store/slices/notices'

interface Said {
  readonly id: string
  readonly revision: number
  readonly tab: string
}

/** Sends what could not be sent before; a refusal comes back as its message. */
export const sendLeft = async (id: string, { base, tab, steps }: Unsent): Promise<string | null> => {
  try {
    let revision = base
    for (const part of inRequests(steps)) {
      revision = (await api.saveSteps(id, { base: revision, steps: part })).revision
      await forgetSteps(id, tab, revision)
    }
    return null
  } catch (error) {
    if (error instanceof ApiError && error.status >= 400 && error.status < 500) return error.message
    throw error
  }
}

/** The project as it stood in the tab that could not send these steps; null where what they were made on is gone. */
export const projectOfLeft = async (id: string, { base, steps }: Unsent): Promise<Project | null> => {
  try {
    const { project } = await api.projectAt(id, base)
    return patched(
      project,
      steps.flatMap(({ forward }) => forward),
    )
  } catch (error) {
    console.warn('What was left unsent does not fit what is saved.', error)
    return null
  }
}

/** What is kept in this browser; nothing where it keeps nothing. */
const readKept = async (id: string): Promise<readonly Unsent[]> => {
  try {
    return await keptSteps(id)
  } catch (error) {
    console.warn('This browser keeps no unsent steps.', error)
    return []
  }
}

const keeperOf = (id: string, tab: string): Keeper => ({
  keep: (on, step) => keepStep(id, tab, on, step),
  forget: (before) => forgetSteps(id, tab, before),
})

const mendedWords = (leftOut: number): string =>
  leftOut
    ? `This project was damaged. It is shown as far as it can be read: ${leftOut} of its last steps ${leftOut === 1 ? 'is' : 'are'} left out.`
    : 'This project was damaged and has been put together again from its steps. Nothing of it is missing.'

/** Opens a project for work: unsent steps of this tab first, then the saved state with its history. */
export const openBench = async (id: string): Promise<{ readonly bench: Bench; readonly close: () => void }> => {
  const tab = await ownTab()
  const kept = await readKept(id)
  const own = kept.find((one) => one.tab === tab)
  const conflict = own ? await sendLeft(id, own) : null
  const opened = await api.openProject(id)
  const channel = new BroadcastChannel('eager-stencil')
  const bench = createBench(opened, {
    keeper: keeperOf(id, tab),
    onSaved: (revision) => channel.postMessage({ id, revision, tab } satisfies Said),
  })
  if (opened.mended) say(bench, mendedWords(opened.mended.leftOut), 'fault')
  const mine = conflict && own ? await projectOfLeft(id, own) : null
  if (conflict && mine) openConflict(bench, mine, conflict)
  const living = await livingTabs()
  // Of this tab's own, what fits nothing any more is offered like that of others.
  const isLeft = (one: Unsent): boolean => (one.tab === tab ? Boolean(conflict) && !mine : !living.has(one.tab))
  putLeft(bench, kept.filter(isLeft))
  const warn = (event: BeforeUnloadEvent): void => {
    if (bench.hasUnsent() && bench.get().isUnkept) event.preventDefault()
  }
  window.addEventListener('beforeunload', warn)
  // Two tabs of one browser follow each other, unless this one has something of its own to save.
  channel.onmessage = (event: MessageEvent<Said>) => {
    const said = event.data
    const { state } = bench.get().saving
    if (said.id !== id || said.tab === tab || bench.hasUnsent() || state === 'conflict' || state === 'refused') return
    api.openProject(id).then(
      (fresh) => {
        if (!bench.hasUnsent()) bench.adopt(fresh)
      },
      () => speak(bench, 'Another tab changed this project; reload to see it.'),
    )
  }
  return {
    bench,
    close: () => {
      bench.close()
      window.removeEventListener('beforeunload', warn)
      channel.close()
    },
  }
}
