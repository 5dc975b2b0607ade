const STORE = 'eager-stencil-folded'
const listeners = new Set<() => void>()
let known: Readonly<Record<string, boolean>> | null = null
const NOTHING: Readonly<Record<string, boolean>> = {}

/** Which sections the person has closed (true) or opened (false) by hand, by name; remembered by the browser. */
export const folds = (): Readonly<Record<string, boolean>> => {
  if (known) return known
  try {
    const held: unknown = JSON.parse(localStorage.getItem(STORE) ?? '{}')
    known = typeof held === 'object' && held !== null ? (held as Readonly<Record<string, boolean>>) : NOTHING // of booleans, or harmless
  } catch {
    known = NOTHING
  }
  return known
}

const keep = (next: Readonly<Record<string, boolean>>): void => {
  known = next
  try {
    localStorage.setItem(STORE, JSON.stringify(next))
  } catch {
    // The browser keeps no more: the folds last as long as the page.
    known = { ...next }
  }
  for (const listener of listeners) listener()
}

/** Opens or closes a section by hand. */
export const setFold = (name: string, isFolded: boolean): void => keep({ ...folds(), [name]: isFolded })

/** What was opened and closed by hand is forgotten: sections follow what is worked on again. */
export const forgetFolds = (): void => keep(NOTHING)

export const subscribeFolds = (listener: () => void): (() => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}
