'use client'
import { useEffect } from 'react'

type Load = () => Promise<unknown>

const FIRST_SIGNS = ['pointermove', 'pointerdown', 'keydown'] as const

/**
 * Fetches code that the first load leaves out as soon as a hand stirs, so that it is there before it is wanted: what is
 * selected can be named by the next key. `loads` keeps its identity.
 */
export const useWarmUp = (loads: readonly Load[]): void => {
  useEffect(() => {
    const stop = new AbortController()
    const warm = (): void => {
      stop.abort()
      // One that does not come now is asked for again when it is wanted, and what is wrong is told there.
      void Promise.allSettled(loads.map((load) => load()))
    }
    for (const sign of FIRST_SIGNS) window.addEventListener(sign, warm, { signal: stop.signal, passive: true })
    return () => stop.abort()
  }, [loads])
}
