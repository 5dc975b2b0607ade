'use client'
import { useEffect, useMemo, useRef, type RefObject } from 'react'
import { useStore } from 'zustand'
import { useBenchHandle } from '@/client/binding/useBench'
import type { BenchState } from '@/client/store/state'

/** The state without what a hand on the table would make of the project: as it was before, until the hand lets go. */
const atRest = (state: BenchState): BenchState => (state.isPreviewOfHand ? { ...state, preview: null } : state)

/** A value of the bench's state that waits until a hand on the table lets go. Choose values that keep their identity. */
export const useSteady = <T>(choose: (state: BenchState) => T): T =>
  useStore(useBenchHandle().store, (state) => choose(atRest(state)))

/** Chooses anew only while no hand moves anything on the table. */
const whileStill = <T>(choose: (state: BenchState) => T): ((state: BenchState) => T) => {
  let last: { readonly chosen: T } | null = null
  return (state) => {
    if (!last || !state.isPreviewOfHand) last = { chosen: choose(state) }
    return last.chosen
  }
}

/** A value that costs something to choose and does not change while a hand moves things on the table. */
export const useWhenStill = <T>(choose: (state: BenchState) => T): T => {
  const chosen = useMemo(() => whileStill(choose), [choose])
  return useStore(useBenchHandle().store, chosen)
}

/** Numbers that change more often than this can't be read, but each change lays out the page anew; in milliseconds. */
const FOLLOWING = 60

/**
 * Calls `write` with words of the state while a hand moves on the table, and when it lets go. What shows them writes
 * them into the page itself: numbers that follow a drag would else render the whole card with every move.
 */
export const useFollowing = (
  choose: ((state: BenchState) => string | null) | undefined,
  write: (words: string) => void,
): void => {
  const { store } = useBenchHandle()
  const latest = useRef({ choose, write })
  useEffect(() => {
    latest.current = { choose, write }
  })
  const follows = choose !== undefined
  useEffect(() => {
    if (!follows) return undefined
    let waits: ReturnType<typeof setTimeout> | undefined
    const put = (): void => {
      clearTimeout(waits)
      waits = undefined
      const words = latest.current.choose?.(store.getState())
      if (words !== null && words !== undefined) latest.current.write(words)
    }
    const stop = store.subscribe((now, before) => {
      if (now.preview === before.preview || !(now.isPreviewOfHand || before.isPreviewOfHand)) return
      if (now.isPreviewOfHand) waits ??= setTimeout(put, FOLLOWING)
      else put()
    })
    return () => {
      stop()
      clearTimeout(waits)
    }
  }, [store, follows])
}

/** Words that follow a hand on the table, and the element that shows them. */
export const useLiveWords = <E extends HTMLElement>(
  choose: (state: BenchState) => string,
): { readonly words: string; readonly shownBy: RefObject<E | null> } => {
  const words = useSteady(choose)
  const shownBy = useRef<E>(null)
  useFollowing(choose, (now) => {
    const text = shownBy.current?.firstChild
    if (text) text.nodeValue = now
  })
  return { words, shownBy }
}
