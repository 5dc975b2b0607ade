'use client'
import { useEffect, useState } from 'react'
import type { ExportRequest, ExportTrial } from '@/contract/exports'
import { useBenchHandle } from '@/client/binding/useBench'
import { api, ApiError } from '@/client/http/api'

/** Choices rest so long before they are tried: typing tries only what it ends with. */
const REST_MS = 500

/** How large a file will be: not known yet, known, or why it cannot be. */
export type Trial =
  | { readonly state: 'waiting' }
  | { readonly state: 'known'; readonly trial: ExportTrial }
  | { readonly state: 'unknown'; readonly why: string }

const wordsOf = (error: unknown): string =>
  error instanceof ApiError ? error.message : 'How large the file will be could not be found out.'

interface Told {
  readonly asked: string
  readonly answer: Trial
}

/** Tries an export on the server, as often as its request changes; null asks nothing. */
export const useTrial = (request: ExportRequest | null): Trial => {
  const bench = useBenchHandle()
  const [told, setTold] = useState<Told | null>(null)
  const asked = JSON.stringify(request)
  useEffect(() => {
    const wanted = JSON.parse(asked) as ExportRequest | null // written just above
    if (!wanted) return
    const stop = new AbortController()
    const tell = (answer: Trial): void => {
      if (!stop.signal.aborted) setTold({ asked, answer })
    }
    const ask = async (): Promise<void> => {
      try {
        await bench.allSaved()
        const trial = await api.tryExport(bench.get().project.id, { request: wanted }, stop.signal)
        tell({ state: 'known', trial })
      } catch (error) {
        tell({ state: 'unknown', why: wordsOf(error) })
      }
    }
    const timer = setTimeout(() => void ask(), REST_MS)
    return () => {
      clearTimeout(timer)
      stop.abort()
    }
  }, [asked, bench])
  return told?.asked === asked ? told.answer : { state: 'waiting' }
}

export interface Wish {
  readonly isBusy: boolean
  /** Why it could not be met. */
  readonly fault: string | null
  readonly ask: (bytes: number) => void
}

/** Finds the best quality at which a file is no larger than is wished for. */
export const useWish = (request: ExportRequest, onQuality: (quality: number) => void): Wish => {
  const bench = useBenchHandle()
  const [isBusy, setBusy] = useState(false)
  const [fault, setFault] = useState<string | null>(null)
  const find = async (wish: number): Promise<void> => {
    setBusy(true)
    setFault(null)
    try {
      await bench.allSaved()
      const { signal } = new AbortController()
      const { bytes, quality } = await api.tryExport(bench.get().project.id, { request, wish }, signal)
      if (quality !== undefined) onQuality(quality)
      if (bytes > wish) setFault('Even at the least quality the file is larger than that. Choose fewer pixels.')
    } catch (error) {
      setFault(wordsOf(error))
    } finally {
      setBusy(false)
    }
  }
  return { isBusy, fault, ask: (bytes) => void find(bytes) }
}
