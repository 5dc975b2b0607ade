'use client'
import { lazy, Suspense, useState, type ComponentType } from 'react'

interface Later {
  /** Fetches the code before it is needed: what is known by then shows at once. */
  readonly warm: () => Promise<unknown>
}

/**
 * A component whose code comes when it is first shown. Until then its own place is empty: without a boundary of its own
 * everything around would stand still, showing what was before, and presses meanwhile would be lost.
 */
export const later = <Props extends object>(
  load: () => Promise<ComponentType<Props>>,
): ComponentType<Props> & Later => {
  let known: ComponentType<Props> | null = null
  const fetchCode = async (): Promise<{ readonly default: ComponentType<Props> }> => {
    known ??= await load()
    return { default: known }
  }
  const Lazy = lazy(fetchCode)
  const Placed = (props: Props) => {
    // What is known is not asked for: a boundary that once showed nothing keeps its content back for a while.
    const [Known] = useState(() => known)
    return Known ? (
      <Known {...props} />
    ) : (
      <Suspense fallback={null}>
        <Lazy {...props} />
      </Suspense>
    )
  }
  return Object.assign(Placed, { warm: fetchCode })
}
