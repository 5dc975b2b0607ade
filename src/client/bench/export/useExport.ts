'use client'
import { useEffect, useRef, useState } from 'react'
import type { ExportRequest, ExportState } from '@/contract/exports'
import { api, ApiError, exportUrl, saveAs } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'

const POLL_MS = 200
/** While the server is not reached. */
const AGAIN_MS = 1500

const wordsOf = (error: unknown): string =>
  error instanceof ApiError ? error.message : 'The export could not be started. Try it again.'

const rest = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

/** How an export stands; null while the server is not reached. */
const asked = async (id: string): Promise<ExportState | null> => {
  try {
    return await api.exportState(id)
  } catch (error) {
    if (error instanceof ApiError && error.status === 0) return null
    throw error
  }
}

/** Hands the file to the browser once it is known to be there: what the browser finds missing it says in its own way. */
const save = async (id: string, fileName: string): Promise<void> => {
  await api.exportIsThere(id)
  saveAs(exportUrl(id), fileName)
}

/** Runs one export at a time and follows it to its download. */
export const useExport = (bench: Bench) => {
  const [job, setJob] = useState<string | null>(null)
  const [state, setState] = useState<ExportState | null>(null)
  const [isLost, setLost] = useState(false)
  const running = useRef(0)
  useEffect(() => () => void (running.current += 1), [])
  const isBusy = state?.state === 'waiting' || state?.state === 'running'

  const follow = async (id: string, turn: number): Promise<void> => {
    while (running.current === turn) {
      const now = await asked(id)
      if (running.current !== turn) return
      setLost(now === null)
      if (now === null) {
        await rest(AGAIN_MS)
        continue
      }
      setState(now)
      if (now.state === 'done') return save(id, now.fileName)
      if (now.state === 'failed' || now.state === 'cancelled') return
      await rest(POLL_MS)
    }
  }

  const start = async (request: ExportRequest): Promise<void> => {
    running.current += 1
    const turn = running.current
    setJob(null)
    setState({ state: 'waiting' })
    setLost(false)
    try {
      if (!(await bench.allSaved()))
        throw new ApiError(0, {
          code: 'unsaved',
          message:
            'The newest changes are not saved yet, so the export would miss them. Wait until the server answers, then export again.',
        })
      const { id } = await api.startExport(bench.get().project.id, request)
      setJob(id)
      await follow(id, turn)
    } catch (error) {
      if (running.current === turn) setState({ state: 'failed', message: wordsOf(error) })
    }
  }

  /** Saves the finished file once more; says so where it is gone or the server is. */
  const download = async (): Promise<void> => {
    if (state?.state !== 'done' || !job) return
    try {
      await save(job, state.fileName)
    } catch (error) {
      setState({ state: 'failed', message: wordsOf(error) })
    }
  }

  const cancel = (): void => {
    running.current += 1
    setState({ state: 'cancelled' })
    if (job)
      void api.cancelExport(job).catch((error: unknown) => setState({ state: 'failed', message: wordsOf(error) }))
  }

  return { job, state, isBusy, isLost, start, cancel, download }
}
