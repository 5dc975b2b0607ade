'use client'
import { useMemo } from 'react'
import type { ExportRequest } from '@/contract/exports'
import { useTrial } from '@/client/bench/export/useTrial'
import { formatNumber, fromPoints, outputPixels } from '@/core/units'
import type { Project, Sheet } from '@/core/document/types'
import { MARKS_ROOM, OUTPUT } from '@/core/formats/outputFormats'
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
/** How large the file will be, in words. */
const SizeWords = ({ request }: { readonly request: ExportRequest | null }) => {
  const trial = useTrial(request)
  if (trial.state === 'waiting') return <>Reckoning the file’s size…</>
  if (trial.state === 'unknown') return <>{trial.why}</>
  const { bytes, isExact, files } = trial.trial
  return (
    <>
      {isExact ? '' : 'about '}
      {megabytes(bytes)}
      {files !== undefined && (files > 1 ? `, a zip of ${files}` : ', a zip')}
    </>
  )
}

interface DrawnWordsProps {
  readonly look: ExportLook
  /** In millimetres. */
  readonly width: string
  readonly height: string
  readonly isBled: boolean
  readonly request: ExportRequest | null
}

/** What is said of a file of outlines. */
const DrawnWords = ({ look: { format, drawn }, width, height, isBled, request }: DrawnWordsProps) => (
  <span className={panel.kind}>
    {width} × {height} mm, true size{isBled ? ', bleed included' : ''}
    {format === 'pdf' && drawn?.marks.length ? (
      <>
        <br />
        and {formatNumber(fromPoints(MARKS_ROOM, 'mm', 1), 1)} mm around it for the marks
      </>
    ) : null}
    <br />
    Outlines, letters and colours stay sharp at any size.
    <br />
    {SOFT_WORDS[format === 'svg' ? 'svg' : 'pdf']}
    <br />
    <SizeWords request={request} />
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
  /** What will be asked for; null where there is nothing to export. */
  readonly request: ExportRequest | null
}

/** What comes out: the sheet or its items as they will look, in pixels and in print, and about how large the file is. */
export const ExportPreview = ({ project, sheet, look, itemIds, request }: ExportPreviewProps) => {
  const { bleed, sizing, ground } = look
  const frames = useMemo(() => (itemIds ? framesUnder(sheet, itemIds) : undefined), [sheet, itemIds])
  const points = useMemo(() => {
    if (itemIds?.length) return rectSize(renderItems(project, sheet, itemIds).area)
    const beyond = bleed ? 2 * sheet.bleed : 0
    return { w: sheet.size.w + beyond, h: sheet.size.h + beyond }
  }, [project, sheet, itemIds, bleed])
  const ppi = ppiFor(sizing, points, sheet.ppi)
  const pixels = { w: outputPixels(points.w, ppi), h: outputPixels(points.h, ppi) }
  // What bleeds is not shown: the sheet is, as it will be cut.
  const seen = itemIds ? points : sheet.size
  const scale = SIDE / Math.max(seen.w, seen.h)
  const mm = (length: number): string => formatNumber(fromPoints(length, 'mm', ppi), 1)
  const isBled = bleed && !itemIds && sheet.bleed > 0
  return (
    <div className={styles.preview} role="group" aria-label="What comes out">
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
        <DrawnWords look={look} width={mm(points.w)} height={mm(points.h)} isBled={isBled} request={request} />
      ) : (
        <span className={panel.kind}>
          {pixels.w} × {pixels.h} px, sRGB
          <br />
          {mm(points.w)} × {mm(points.h)} mm in print at {formatNumber(ppi, 1)} ppi{isBled ? ', bleed included' : ''}
          <br />
          <SizeWords request={request} />
        </span>
      )}
    </div>
  )
}
