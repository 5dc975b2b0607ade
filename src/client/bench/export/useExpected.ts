'use client'
import { useEffect, useState } from 'react'
import { bitrateOf, type FilmPlan } from '@/core/film/plan'
import type { Size } from '@/core/geometry/vector'
import type { Project } from '@/core/document/types'
import { makeFilm, removeFilm } from '@/client/film/film'

/** A hand that goes on choosing is waited for. */
const WAIT_MS = 500
/** Pictures that are made to tell how large all will be. */
const TRIAL = 2

/** Bytes that a film will have about; null while they are not known. Of MP4 and WebM by their bits a second, else by a trial. */
export const useExpected = (
  project: Project,
  plan: FilmPlan,
  size: Size,
  seconds: number,
  isOff: boolean,
): number | null => {
  const { format, rate, quality, loops, isClear, side, sheetIds } = plan
  const isFilm = format === 'mp4' || format === 'webm'
  const key = [format, rate, quality, isClear, side, sheetIds.join()].join(' ')
  const [tried, setTried] = useState<{ readonly key: string; readonly bytes: number } | null>(null)
  const ids = sheetIds.join(' ')
  useEffect(() => {
    if (isFilm || isOff || !ids) return
    const control = new AbortController()
    const timer = setTimeout(() => {
      const wanted: FilmPlan = { format, rate, quality, loops, isClear, side, sheetIds: ids.split(' ') }
      makeFilm(project, wanted, { signal: control.signal, onProgress: () => undefined, trial: TRIAL }).then(
        async (file) => {
          const bytes = file.size / TRIAL
          await removeFilm(file.name)
          if (!control.signal.aborted) setTried({ key, bytes })
        },
        (error: unknown) => {
          if (!control.signal.aborted) console.warn('The size of a film could not be told.', error)
        },
      )
    }, WAIT_MS)
    return () => {
      clearTimeout(timer)
      control.abort()
    }
  }, [project, key, format, rate, quality, loops, isClear, side, ids, isFilm, isOff])
  if (isFilm) return (bitrateOf(size, plan) * seconds) / 8
  return tried?.key === key ? tried.bytes * Math.max(1, Math.round(seconds * rate)) : null
}
