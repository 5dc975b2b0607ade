'use client'
import { lazy, Suspense, type ComponentType } from 'react'

/**
 * A component whose code comes when it is first shown. Until then its own place is empty: without a boundary of its own
 * everything around would stand still, showing what was before, and presses meanwhile would be lost.
 */
export const later = <Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> => {
  const Lazy = lazy(async () => ({ default: await load() }))
  const Later = (props: Props) => (
    <Suspense fallback={null}>
      <Lazy {...props} />
    </Suspense>
  )
  return Later
}
