'use client'
import { useCallback, useEffect, useState } from 'react'
import type { BroughtIn, PictureAnswer, ProjectSummary } from '@/contract/api'
import { api, ApiError, sendFile } from '@/client/http/api'
import { isFailure } from '@/core/failure'
import type { Project } from '@/core/document/types'

export interface Fault {
  readonly message: string
}

const wordsOf = (error: unknown): string =>
  error instanceof ApiError || isFailure(error) ? error.message : 'This did not work. Reload the page and try again.'

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

  /** Brings a bundle in; what it was, or null where that failed. */
  const bringIn = async (file: File): Promise<BroughtIn['kind'] | null> => {
    let kind: BroughtIn['kind'] | null = null
    await attempt(`Bringing ${file.name} in…`, async () => {
      const sending = sendFile<BroughtIn>('/bundles', file, (share) =>
        setBusy(`Bringing ${file.name} in… ${Math.round(share * 100)}%`),
      )
      kind = (await sending.done).kind
    })
    return kind
  }

  const send = async (file: File, words: string): Promise<PictureAnswer> => {
    const tell = (share: number): void => setBusy(`${words} ${Math.round(share * 100)}%`)
    const { isClipFile, sendClip } = await import('@/client/store/clipSending')
    if (await isClipFile(file)) return (await sendClip(file, ({ share = 0 }) => tell(share))).picture
    return sendFile<PictureAnswer>(`/pictures?name=${encodeURIComponent(file.name.slice(0, 200))}`, file, tell).done
  }

  /** Sends files, one after another, saying how far it is. */
  const sendAll = async (files: readonly File[], alone: string): Promise<readonly PictureAnswer[]> => {
    const pictures: PictureAnswer[] = []
    for (const [i, file] of files.entries())
      pictures.push(await send(file, files.length > 1 ? `Photograph ${i + 1} of ${files.length}…` : alone))
    return pictures
  }

  /** Adds photographs to the library; null where that failed. */
  const addAll = async (files: readonly File[]): Promise<readonly PictureAnswer[] | null> => {
    let added: readonly PictureAnswer[] | null = null
    const words = `Adding ${files.length} photographs…`
    await attempt(words, async () => {
      added = await sendAll(files, words)
    })
    return added
  }

  /** Starts a project with photographs; gives its id, or null where that failed. */
  const startWith = async (
    files: readonly File[],
    made: (pictures: readonly PictureAnswer[]) => Project,
  ): Promise<string | null> => {
    const [first] = files
    if (!first) return null
    let id: string | null = null
    const words = files.length > 1 ? `Starting with ${files.length} photographs…` : `Starting with ${first.name}…`
    await attempt(words, async () => {
      const pictures = await sendAll(files, words)
      id = (await api.keepCopy(made(pictures), pictures[0]?.name ?? first.name)).id
    })
    return id
  }

  return { projects, fault, busy, setFault, attempt, bringIn, addAll, startWith }
}
