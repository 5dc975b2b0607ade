'use client'
'use memo'
import { later } from '@/client/parts/later'
import { ADJUSTMENT_KEYS, strengthOf } from '@/core/adjust/adjustments'
import { placedIn } from '@/core/document/content'
import type { Frame } from '@/core/document/types'
import { useBench } from '@/client/binding/useBench'
import { Section } from '@/client/parts/Section'
import { cardProject, cardSheet } from '@/client/store/benchStore'

// Sliders, looks and the chart come when tones are first opened.
const TonesBody = later(() => import('@/client/bench/picture/TonesBody').then((m) => m.TonesBody))

/** The tones on one line. */
const tonesWords = (busy: number, isOff: boolean, look: string | undefined): string => {
  if (isOff) return 'switched off'
  return look ?? (busy ? `${busy} adjusted` : 'as they are')
}

/** Adjustments of the pictures of frames; of several, those of the first are shown. */
export const TonesSection = ({ frames }: { readonly frames: readonly Frame[] }) => {
  const project = useBench(cardProject)
  const sheet = useBench(cardSheet)
  const shown = frames.flatMap((frame) => placedIn(sheet, frame) ?? [])
  const [placed] = shown
  const picture = placed && project.pictures[placed.pictureId]
  if (!placed || !picture) return <Section name="Tones" says="no picture yet" isOff />
  const adjustments = placed.adjustments ?? {}
  const look = adjustments.look === undefined ? undefined : project.looks[adjustments.look]?.name
  const busy = ADJUSTMENT_KEYS.filter((key) => strengthOf(adjustments, key) !== 0).length
  return (
    <Section name="Tones" says={tonesWords(busy, adjustments.off === true, look)}>
      <TonesBody picture={picture} adjustments={adjustments} count={shown.length} />
    </Section>
  )
}
