'use client'
import { filePicture } from '@/core/document/sheetPictures'
import { useEffect, useMemo, useState } from 'react'
import type { Colour } from '@/core/colour/colour'
import { levelCount } from '@/core/render/needs'
import { sheetPictureIds } from '@/core/document/read'
import type { Project, Sheet } from '@/core/document/types'
import { useBench } from '@/client/binding/useBench'
import { levelUrl } from '@/client/http/api'
import { heldSheet } from '@/client/store/benchStore'
import type { PaletteAnswer, PaletteRequest } from '@/client/workers/palette.worker'

const MOST = 10
/** Pictures of a sheet that are looked at. */
const MOST_PICTURES = 60

const NONE = { key: '', colours: [] } as const

/** Whose pictures are looked at. */
export type PaletteOf = 'sheet' | 'project'

const urlsOf = (project: Project, sheets: readonly Sheet[]): readonly string[] => {
  const ids = new Set(sheets.flatMap(sheetPictureIds))
  return [...ids].slice(0, MOST_PICTURES).flatMap((id) => {
    const picture = filePicture(project.pictures[id])
    return picture ? [levelUrl(picture.hash, levelCount(picture.pixels) - 1)] : []
  })
}

/** The colours of the pictures of the sheet or of all sheets, worked out in a worker while the component that asks is shown. */
export const usePalette = (of: PaletteOf = 'sheet', most = MOST): readonly Colour[] => {
  const project = useBench((state) => state.project)
  const sheet = useBench(heldSheet)
  const key = useMemo(
    () => urlsOf(project, of === 'sheet' ? [sheet] : Object.values(project.sheets)).join('\n'),
    [project, sheet, of],
  )
  const [found, setFound] = useState<{ readonly key: string; readonly colours: readonly Colour[] }>(NONE)
  useEffect(() => {
    if (!key) return
    const worker = new Worker(new URL('../workers/palette.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<PaletteAnswer>) => setFound({ key, colours: data.colours })
    worker.postMessage({ id: 0, urls: key.split('\n'), most } satisfies PaletteRequest)
    return () => worker.terminate()
  }, [key, most])
  // What was found stays in sight until the next answer is there.
  return key ? found.colours : NONE.colours
}
