import { api, ApiError } from '@/client/http/api'
import { createBench, type Bench } from '@/client/store/benchStore'
import { forgetUnsent, MOST_STEPS_AT_ONCE, readUnsent } from '@/client/store/saver'

interface Said {
  readonly id: string
  readonly revision: number
  readonly tab: string
}

const tab = crypto.randomUUID()

/** Sends what an earlier visit could not; a conflict with it comes back as the message. */
const sendUnsent = async (id: string): Promise<string | null> => {
  const unsent = readUnsent(id)
  if (!unsent?.steps.length) return null
  try {
    let { base } = unsent
    for (let at = 0; at < unsent.steps.length; at += MOST_STEPS_AT_ONCE)
      base = (await api.saveSteps(id, { base, steps: unsent.steps.slice(at, at + MOST_STEPS_AT_ONCE) })).revision
    forgetUnsent(id)
    return null
  } catch (error) {
    if (error instanceof ApiError && error.status >= 400 && error.status < 500) return error.message
    throw error
  }
}

/** Opens a project for work: unsent steps first, then the saved state with its history. */
export const openBench = async (id: string): Promise<{ readonly bench: Bench; readonly close: () => void }> => {
  const unsent = readUnsent(id)
  const conflict = await sendUnsent(id)
  const opened = await api.openProject(id)
  const channel = new BroadcastChannel('eager-stencil')
  const bench = createBench(opened, (revision) => channel.postMessage({ id, revision, tab } satisfies Said))
  if (conflict && unsent) bench.set({ project: unsent.project, saving: { state: 'conflict', message: conflict } })
  // Two tabs of one browser follow each other, unless this one has something of its own to save.
  channel.onmessage = (event: MessageEvent<Said>) => {
    const said = event.data
    if (said.id !== id || said.tab === tab || bench.hasUnsent() || bench.get().saving.state === 'conflict') return
    api.openProject(id).then(
      (fresh) => {
        if (!bench.hasUnsent()) bench.adopt(fresh)
      },
      () => bench.set({ spoken: 'Another tab changed this project; reload to see it.' }),
    )
  }
  return {
    bench,
    close: () => {
      bench.close()
      channel.close()
    },
  }
}
