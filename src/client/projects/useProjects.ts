'use client'
import { useCallback, useEffect, useState } from 'react'
import type { PictureAnswer, ProjectSummary } from '@/contract/api'
import { api, ApiError, sendFile } from '@/client/http/api'
import { pictureProject } from '@/client/projects/pictureProject'

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

  /** Starts a project with a photograph; gives its id, or null where that failed. */
  const startWith = async (file: File): Promise<string | null> => {
    let id: string | null = null
    await attempt(`Starting with ${file.name}…`, async () => {
      const sending = sendFile<PictureAnswer>(
        `/pictures?name=${encodeURIComponent(file.name.slice(0, 200))}`,
        file,
        (share) => setBusy(`Starting with ${file.name}… ${Math.round(share * 100)}%`),
      )
      const picture = await sending.done
      id = (await api.keepCopy(pictureProject(picture), picture.name)).id
    })
    return id
  }

  return { projects, fault, busy, setFault, attempt, bringIn, startWith }
}
