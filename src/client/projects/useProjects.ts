'use client'
import { useCallback, useEffect, useState } from 'react'
import type { ProjectSummary } from '@/contract/api'
import { api, ApiError, sendFile } from '@/client/http/api'

export interface Fault {
  readonly message: string
}

const wordsOf = (error: unknown): string =>
  error instanceof ApiError ? error.message : 'This did not work. Reload the page and try again.'

/** The list of projects, and what can be done with it. Every failure comes back in words. */
export const useProjects = () => {
  const [projects, setProjects] = useState<readonly ProjectSummary[] | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const [busy, setBusy] = useState<string | null>(null)

  const refresh = useCallback(async (): Promise<void> => {
    try {
      setProjects(await api.projects())
    } catch (error) {
      setFault(wordsOf(error))
    }
  }, [])
  useEffect(() => {
    const first = setTimeout(() => void refresh(), 0)
    return () => clearTimeout(first)
  }, [refresh])

  /** Does something, says what goes on meanwhile, and lists anew. */
  const attempt = async (words: string, act: () => Promise<unknown>): Promise<boolean> => {
    setBusy(words)
    setFault(null)
    try {
      await act()
      await refresh()
      return true
    } catch (error) {
      setFault(wordsOf(error))
      return false
    } finally {
      setBusy(null)
    }
  }

  const bringIn = (file: File): Promise<boolean> =>
    attempt(
      `Bringing ${file.name} in…`,
      () =>
        sendFile<{ id: string }>('/bundles', file, (share) =>
          setBusy(`Bringing ${file.name} in… ${Math.round(share * 100)}%`),
        ).done,
    )

  return { projects, fault, busy, setFault, attempt, bringIn }
}
