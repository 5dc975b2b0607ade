'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import { formatNumber, fromPoints, outputPixels } from '@/core/units'
import type { Project, Sheet } from '@/core/document/types'
import { MARKS_ROOM, OUTPUT, type OutputFormat } from '@/core/formats/outputFormats'
import { RASTER_PPI } from '@/painters/assets'
import { ppiFor } from '@/core/render/sizing'
import { rectSize } from '@/core/geometry/rect'
import { renderItems } from '@/core/render/drawList'
import { framesUnder } from '@/core/document/tree'
import type { ExportLook } from '@/client/store/exportChoice'
import { Thumbnail } from '@/client/stage/Thumbnail'
import { megabytes } from '@/client/bench/export/fileSize'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/bench/export/ExportPreview.module.css'

const SIDE = 230
/** Small pictures hold more detail to the pixel than large ones of the same thing: a file grows with this power. */
const GROWTH = 0.86
/** For the pictures of the preview to arrive. */
const SETTLE_MS = 350

/** What the browser can write, and how the size of that compares with what comes out. */
const TRIALS: Readonly<Record<OutputFormat, { readonly type: string; readonly times: number } | null>> = {
  png: { type: 'image/png', times: 1 },
  jpeg: { type: 'image/jpeg', times: 1 },
  webp: { type: 'image/webp', times: 1 },
  avif: { type: 'image/webp', times: 0.75 },
  tiff: { type: 'image/png', times: 1.2 },
  // Layers and the whole beside them.
  ora: { type: 'image/png', times: 2.2 },
  // As large as the pictures in them.
  pdf: null,
  svg: null,
}

/** About how large the file will be, by what the preview comes to in the same format; null until that is known. */
const useFileSize = (
  holder: React.RefObject<HTMLDivElement | null>,
  { format, quality }: ExportLook,
  pixels: number,
): number | null => {
  const [bytes, setBytes] = useState<number | null>(null)
  useEffect(() => {
    let isHere = true
    const timer = setTimeout(() => {
      const canvas = holder.current?.querySelector('canvas')
      const trial = TRIALS[format]
      if (!trial) return
      canvas?.toBlob(
        (blob) => {
          if (isHere && blob) setBytes(trial.times * blob.size * (pixels / (canvas.width * canvas.height)) ** GROWTH)
        },
        trial.type,
        quality / 100,
      )
    }, SETTLE_MS)
    return () => {
      isHere = false
      clearTimeout(timer)
    }
  }, [holder, format, quality, pixels])
  return bytes
}

interface DrawnWordsProps {
  readonly look: ExportLook
  /** In millimetres. */
  readonly width: string
  readonly height: string
  readonly isBled: boolean
}

/** What is said of a file of outlines. */
const DrawnWords = ({ look: { format, pdf }, width, height, isBled }: DrawnWordsProps) => (
  <span className={panel.kind}>
    {width} × {height} mm, true size{isBled ? ', bleed included' : ''}
    {format === 'pdf' && pdf?.marks.length ? (
      <>
        <br />
        and {formatNumber(fromPoints(MARKS_ROOM, 'mm', 1), 1)} mm around it for the marks
      </>
    ) : null}
    <br />
    Outlines, letters and colours stay sharp at any size.
    <br />
    {SOFT_WORDS[format === 'svg' ? 'svg' : 'pdf']}
  </span>
)

/** What becomes pixels, and how fine. */
const SOFT_WORDS = {
  pdf: `Shadows, glows, relief and soft edges are painted at ${RASTER_PPI.soft} ppi, ${RASTER_PPI.edge} where they are sharp; pictures with tones at ${RASTER_PPI.edge}.`,
  svg: `Relief and blurs of pictures are painted at ${RASTER_PPI.soft} ppi, ${RASTER_PPI.edge} where they are sharp; pictures with tones at ${RASTER_PPI.edge}.`,
} as const

interface ExportPreviewProps {
  readonly project: Project
  readonly sheet: Sheet
  readonly look: ExportLook
  /** Only these items, cut to their outline; the whole sheet without them. */
  readonly itemIds?: readonly string[] | undefined
}

/** What comes out: the sheet or its items as they will look, in pixels and in print, and about how large the file is. */
export const ExportPreview = ({ project, sheet, look, itemIds }: ExportPreviewProps) => {
  const holder = useRef<HTMLDivElement>(null)
  const { bleed, sizing, ground } = look
  const frames = useMemo(() => (itemIds ? framesUnder(sheet, itemIds) : undefined), [sheet, itemIds])
  const points = useMemo(() => {
    if (itemIds?.length) return rectSize(renderItems(project, sheet, itemIds).area)
    const beyond = bleed ? 2 * sheet.bleed : 0
    return { w: sheet.size.w + beyond, h: sheet.size.h + beyond }
  }, [project, sheet, itemIds, bleed])
  const ppi = ppiFor(sizing, points, sheet.ppi)
  const pixels = { w: outputPixels(points.w, ppi), h: outputPixels(points.h, ppi) }
  const bytes = useFileSize(holder, look, pixels.w * pixels.h)
  // What bleeds is not shown: the sheet is, as it will be cut.
  const seen = itemIds ? points : sheet.size
  const scale = SIDE / Math.max(seen.w, seen.h)
  const mm = (length: number): string => formatNumber(fromPoints(length, 'mm', ppi), 1)
  const isBled = bleed && !itemIds && sheet.bleed > 0
  return (
    <div ref={holder} className={styles.preview} role="group" aria-label="What comes out">
      <Thumbnail
        className={styles.paper}
        project={project}
        sheet={sheet}
        {...(frames ? { frames } : {})}
        {...(ground === undefined ? {} : { ground })}
        width={Math.max(1, Math.round(seen.w * scale))}
        height={Math.max(1, Math.round(seen.h * scale))}
      />
      <strong>{frames?.length === 1 ? frames[0]?.name : sheet.name}</strong>
      {OUTPUT[look.format].isDrawn ? (
        <DrawnWords look={look} width={mm(points.w)} height={mm(points.h)} isBled={isBled} />
      ) : (
        <span className={panel.kind}>
          {pixels.w} × {pixels.h} px, sRGB
          <br />
          {mm(points.w)} × {mm(points.h)} mm in print at {formatNumber(ppi, 1)} ppi{isBled ? ', bleed included' : ''}
          <br />
          {bytes === null ? 'Reckoning the file’s size…' : `about ${megabytes(bytes)}`}
        </span>
      )}
    </div>
  )
}
