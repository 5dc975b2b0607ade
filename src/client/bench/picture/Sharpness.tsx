'use client'
'use memo'
import { seenStretch } from '@/core/document/laid'
import { pictureMatrix } from '@/core/document/content'
import { placedFrame } from '@/client/store/placed'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { sheetInSelected } from '@/client/store/shownSheets'
import { selectedFrame } from '@/client/store/selection'
import { formatNumber } from '@/core/units'
import { effectiveResolution, isStretched, resolvePlacement } from '@/core/placement/resolve'
import { useBench } from '@/client/binding/useBench'
import { useLiveWords, useSteady } from '@/client/binding/useLive'
import type { BenchState } from '@/client/store/state'
import { Tip } from '@/client/parts/Tip'
import styles from '@/client/parts/Panel.module.css'

/** Pixels to the inch of the selected picture as it shows; 0 where there is none. */
const ppiOf = (state: BenchState): number => {
  const frame = selectedFrame(state)
  const sheet = shownSheet(state)
  const matrix = frame && pictureMatrix(shownProject(state), sheet, frame)
  return frame && matrix ? Math.round(effectiveResolution(matrix, seenStretch(sheet, frame))) : 0
}

const isSharpIn = (state: BenchState): boolean => ppiOf(state) >= Math.round(shownSheet(state).ppi)

/** Whether the picture is sharp, and how many pixels to the inch it has; the number follows a drag. */
const Words = () => {
  const { words, shownBy } = useLiveWords<HTMLSpanElement>((state) => {
    const isSharp = isSharpIn(state)
    return `${isSharp ? '● sharp' : '▲ soft'}, ${formatNumber(ppiOf(state), 0)} ppi`
  })
  return <span ref={shownBy}>{words}</span>
}

/** How the selected picture comes out: sharp or soft, whether it leaves gaps, whether it is stretched. In words and colour. */
export const Sharpness = () => {
  const ppi = useSteady(ppiOf)
  const isSharp = useBench(isSharpIn)
  const needed = useBench((state) => shownSheet(state).ppi)
  const seen = useBench((state) => {
    const held = placedFrame(state)
    if (!held) return ''
    const resolved = resolvePlacement(held.placed, held.holder)
    return `${isStretched(resolved) ? 'stretched ' : ''}${resolved.isCovered ? '' : 'gaps'}`
  })
  // A sheet is painted as densely as it is seen.
  const isSheet = useBench((state) => sheetInSelected(state) !== null)
  if (!ppi || isSheet) return null
  const says = isSharp
    ? `The picture has ${ppi} pixels to the inch at this size; the sheet asks for ${formatNumber(needed, 0)}.`
    : `The picture has only ${ppi} pixels to the inch at this size; the sheet asks for ${formatNumber(needed, 0)}. Zoom out, or take a larger picture.`
  return (
    <span className={styles.row} data-sharpness={isSharp ? 'sharp' : 'soft'}>
      <Tip says={says}>
        <span className={isSharp ? styles.good : styles.caution}>
          <Words />
        </span>
      </Tip>
      {seen.includes('stretched') && (
        <Tip says="The picture is out of its own proportions. Cover or contain set it right.">
          <span className={styles.caution}>▲ stretched</span>
        </Tip>
      )}
      {seen.includes('gaps') && (
        <Tip says="The picture does not fill its frame: through the gaps what lies beneath is seen.">
          <span className={styles.caution}>▲ gaps</span>
        </Tip>
      )}
    </span>
  )
}
