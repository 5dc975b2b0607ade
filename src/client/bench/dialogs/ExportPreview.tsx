'use client'
import { useEffect, useRef, useState } from 'react'
import { formatNumber, fromPoints, outputPixels } from '@/core/units'
import type { Project, Sheet } from '@/core/document/types'
import type { ExportLook } from '@/client/bench/dialogs/ExportFields'
import { Thumbnail } from '@/client/stage/Thumbnail'
import { megabytes } from '@/client/bench/dialogs/fileSize'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/bench/dialogs/ExportPreview.module.css'

const SIDE = 230
/** Small pictures hold more detail to the pixel than large ones of the same thing: a file grows with this power. */
const GROWTH = 0.86
/** For the pictures of the preview to arrive. */
const SETTLE_MS = 350

const TYPES = { png: 'image/png', jpeg: 'image/jpeg', webp: 'image/webp' } as const

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
      canvas?.toBlob(
        (blob) => {
          if (isHere && blob) setBytes(blob.size * (pixels / (canvas.width * canvas.height)) ** GROWTH)
        },
        TYPES[format],
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

interface ExportPreviewProps {
  readonly project: Project
  readonly sheet: Sheet
  readonly look: ExportLook
}

/** What comes out: the sheet as it will look, its pixels, its size in print, about how large the file is. */
export const ExportPreview = ({ project, sheet, look }: ExportPreviewProps) => {
  const holder = useRef<HTMLDivElement>(null)
  const { ppi, bleed } = look
  const beyond = bleed ? 2 * sheet.bleed : 0
  const points = { w: sheet.size.w + beyond, h: sheet.size.h + beyond }
  const pixels = { w: outputPixels(points.w, ppi), h: outputPixels(points.h, ppi) }
  const bytes = useFileSize(holder, look, pixels.w * pixels.h)
  const scale = SIDE / Math.max(sheet.size.w, sheet.size.h)
  const mm = (length: number): string => formatNumber(fromPoints(length, 'mm', ppi), 1)
  return (
    <div ref={holder} className={styles.preview} role="group" aria-label="What comes out">
      <Thumbnail
        className={styles.paper}
        project={project}
        sheet={sheet}
        width={Math.max(1, Math.round(sheet.size.w * scale))}
        height={Math.max(1, Math.round(sheet.size.h * scale))}
      />
      <strong>{sheet.name}</strong>
      <span className={panel.kind}>
        {pixels.w} × {pixels.h} px, sRGB
        <br />
        {mm(points.w)} × {mm(points.h)} mm in print{bleed && beyond > 0 ? ', bleed included' : ''}
        <br />
        {bytes === null ? 'Reckoning the file’s size…' : `about ${megabytes(bytes)}`}
      </span>
    </div>
  )
}
