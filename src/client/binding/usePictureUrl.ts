'use client'
import { useEffect, useState } from 'react'
import { resolved } from '@/core/document/colours'
import { isSheetPicture } from '@/core/document/sheetPictures'
import { sheetView } from '@/core/document/sheetViews'
import type { PictureRef } from '@/core/document/types'
import { useBench } from '@/client/binding/useBench'
import { levelUrl } from '@/client/http/api'
import { sheetUrl } from '@/client/stage/sheetUrl'

/** The address of a picture at a pyramid level, to be shown small. That of a sheet follows the sheet; undefined until it is painted. */
export const usePictureUrl = (ref: PictureRef | undefined, level: number): string | undefined => {
  const view = useBench(({ project }) =>
    ref && isSheetPicture(ref) ? sheetView(resolved(project), ref.sheetId) : null,
  )
  const [painted, setPainted] = useState<string>()
  const pixels = ref?.pixels
  useEffect(() => {
    if (!view || !pixels) return
    let [url, isOver] = ['', false]
    sheetUrl(view, pixels, level).then(
      (made) => {
        url = made
        if (isOver) URL.revokeObjectURL(made)
        else setPainted(made)
      },
      (error: unknown) => console.warn('A sheet was not painted as a picture.', error),
    )
    return () => {
      isOver = true
      // What is shown stays until the next one is painted.
      if (url) setTimeout(() => URL.revokeObjectURL(url), 10_000)
    }
  }, [view, pixels, level])
  if (!ref) return undefined
  return isSheetPicture(ref) ? painted : levelUrl(ref.hash, level)
}
