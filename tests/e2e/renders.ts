/**
 * Which parts of the page React renders: counted by the hook that React offers to its developer tools, so that the program
 * itself carries nothing for it.
 */
import type { Page } from '@playwright/test'

/** Parts rendered since the last reading, by what of the page they belong to: the overlay, or the element nearest above. */
export type Renders = Readonly<Record<string, number>>

/** Begins to count; to be called before the page is opened. */
export const countRenders = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    interface Fiber {
      readonly tag: number
      readonly flags: number
      readonly stateNode: unknown
      readonly child: Fiber | null
      readonly sibling: Fiber | null
      readonly return: Fiber | null
      readonly alternate: Fiber | null
    }
    // Tags and flag of React 19's ReactWorkTags.js and ReactFiberFlags.js.
    const PARTS = [0, 11, 14, 15]
    const HOST = 5
    const WORKED = 1
    const counts: Record<string, number> = {}
    const drawn = (fiber: Fiber): boolean => {
      let at: Fiber | null = fiber
      while (at && at.tag !== HOST) at = at.child
      return at?.stateNode instanceof SVGElement
    }
    const placeOf = (fiber: Fiber): string => {
      for (let at: Fiber | null = fiber; at; at = at.return) {
        if (at.tag !== HOST || !(at.stateNode instanceof Element)) continue
        const element = at.stateNode
        if (element.closest('[data-region="table"] > svg')) return 'overlay'
        if (element.matches('[data-region="table"]') && drawn(fiber)) return 'overlay'
        return element.closest('[data-region]')?.getAttribute('data-region') ?? element.tagName.toLowerCase()
      }
      return 'page'
    }
    const count = (fiber: Fiber): void => {
      const place = placeOf(fiber)
      counts[place] = (counts[place] ?? 0) + 1
    }
    const visit = (now: Fiber, before: Fiber | null): void => {
      if (PARTS.includes(now.tag) && (!before || (now.flags & WORKED) !== 0)) count(now)
      if (before && now.child === before.child) return
      for (let child = now.child; child; child = child.sibling) visit(child, before ? child.alternate : null)
    }
    Object.assign(window, {
      __renders: counts,
      __REACT_DEVTOOLS_GLOBAL_HOOK__: {
        supportsFiber: true,
        inject: () => 1,
        onCommitFiberUnmount: () => undefined,
        onPostCommitFiberRoot: () => undefined,
        onCommitFiberRoot: (_: number, root: { readonly current: Fiber }) => {
          visit(root.current, root.current.alternate)
        },
      },
    })
  })

/** What was rendered since it was read last. */
export const readRenders = (page: Page): Promise<Renders> =>
  page.evaluate(() => {
    const { __renders: counts } = window as unknown as { __renders: Record<string, number> }
    const seen = { ...counts }
    for (const key of Object.keys(counts)) delete counts[key]
    return seen
  })
