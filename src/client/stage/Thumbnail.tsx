'use client'
import { resolved, resolvedPart, resolvedSheet } from '@/core/document/colours'
import { useEffect, useRef } from 'react'
import { sameList } from '@/core/document/lists'
import { inkOf } from '@/core/document/lettering'
import { sheetsShownOn } from '@/core/document/sheetPictures'
import { sheetView } from '@/core/document/sheetViews'
import { originalOf } from '@/core/document/content'
import type { ExportGround } from '@/contract/exports'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { borrowLevels } from '@/client/stage/images'
import { paintThumbnail } from '@/client/stage/thumbnail'

interface ThumbnailProps {
  readonly project: Project
  readonly sheet: Sheet
  /** The frames to show by themselves, from the bottom; the whole sheet without them. */
  readonly frames?: readonly Frame[]
  /** What stands in place of the background, or where it is clear. */
  readonly ground?: ExportGround
  readonly width: number
  readonly height: number
  readonly className?: string | undefined
}

/** What changes the look of a thumbnail: the frames and the pictures, or all of the sheet. */
const looksOf = ({ project, sheet, frames, ground, width, height }: ThumbnailProps): readonly unknown[] => {
  const { pictures, finishes } = project
  // A canvas of another size is empty.
  const place = [ground, width, height]
  const within = sheetsShownOn(pictures, sheet).map((id) => sheetView(project, id))
  if (!frames) return [sheet, pictures, finishes, ...within, ...place]
  const shared = frames.some(({ fill }) => fill.kind === 'span') ? [sheet.spans, sheet.background] : []
  const inks = frames.map((frame) => inkOf(sheet, frame))
  return [
    ...frames,
    ...frames.map((frame) => originalOf(sheet, frame)),
    ...inks,
    ...shared,
    ...within,
    pictures,
    finishes,
    ...place,
  ]
}

/** Colours of slots are resolved first, so that what follows one is painted anew when that changes. */
const resolvedProps = ({ project, sheet, frames, ...others }: ThumbnailProps): ThumbnailProps => {
  const seen = resolvedSheet(sheet, project.slots)
  const frameSeen = (frame: Frame): Frame => {
    const there = sheet.items[frame.id] === frame ? seen.items[frame.id] : undefined
    return there?.kind === 'frame' ? there : resolvedPart(frame, project.slots)
  }
  return { ...others, project: resolved(project), sheet: seen, ...(frames ? { frames: frames.map(frameSeen) } : {}) }
}

/** Frames or a sheet painted small by the same painter as the table; painted anew only when they change. */
export const Thumbnail = (given: ThumbnailProps) => {
  const props = resolvedProps(given)
  const { width, height, className } = props
  const canvas = useRef<HTMLCanvasElement>(null)
  const shown = useRef<ThumbnailProps | null>(null)
  const paint = useRef<() => void>(() => undefined)

  useEffect(() => {
    const { images, release } = borrowLevels()
    let frame = 0
    const ask = (): void => {
      frame ||= requestAnimationFrame(() => {
        frame = 0
        const now = shown.current
        if (canvas.current && now)
          paintThumbnail(canvas.current, images, {
            project: now.project,
            sheet: now.sheet,
            frames: now.frames ?? null,
            ...(now.ground === undefined ? {} : { ground: now.ground }),
          })
      })
    }
    paint.current = ask
    const stop = images.onArrive(ask)
    ask()
    return () => {
      stop()
      cancelAnimationFrame(frame)
      release()
    }
  }, [])

  useEffect(() => {
    const before = shown.current
    shown.current = props
    if (!before || !sameList(looksOf(before), looksOf(props))) paint.current()
  })

  // Two device pixels for one: small pictures stay crisp on every screen.
  return (
    <canvas
      ref={canvas}
      className={className}
      width={width * 2}
      height={height * 2}
      style={{ width, height }}
      aria-hidden
    />
  )
}
