/**
 * Who this tab is, over reloads: its id stands in the tab's own store, and a lock of that name is held as long as its page
 * lives. So a tab that is gone is known by its free lock, however it went.
 */
const KEY = 'eager-stencil.tab'
const LOCK = 'eager-stencil.tab.'
/** A page that is being reloaded may hold its lock a moment longer. */
const PATIENCE_MS = 700

const newId = (): string => crypto.randomUUID()

/** Holds the lock of an id until the page goes; false where another tab has it. */
const hold = (id: string): Promise<boolean> =>
  new Promise((resolve) => {
    navigator.locks
      .request(LOCK + id, { signal: AbortSignal.timeout(PATIENCE_MS) }, () => {
        resolve(true)
        return new Promise<never>(() => undefined)
      })
      .catch(() => resolve(false))
  })

const claim = async (): Promise<string> => {
  const known = sessionStorage.getItem(KEY)
  if (known && (await hold(known))) return known
  // New, or a copy of a tab that still lives.
  const id = newId()
  sessionStorage.setItem(KEY, id)
  await hold(id)
  return id
}

let claimed: Promise<string> | null = null

/** The id of this tab; the same after a reload. */
export const ownTab = (): Promise<string> => (claimed ??= claim())

/** The ids of all tabs whose pages live. */
export const livingTabs = async (): Promise<ReadonlySet<string>> => {
  const { held = [] } = await navigator.locks.query()
  return new Set(held.flatMap(({ name }) => (name?.startsWith(LOCK) ? [name.slice(LOCK.length)] : [])))
}
