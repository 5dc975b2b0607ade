'use client'
'use memo'
import Slider from '@mui/material/Slider'
import { formatNumber } from '@/core/units'
import { resolvePlacement } from '@/core/placement/resolve'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { zoomSelected } from '@/client/gestures/nudge'
import { placedFrame } from '@/client/store/placed'
import type { BenchState } from '@/client/store/state'

/** The slider goes by logarithm, in steps of a hundredth, from what is allowed to what hands reach. */
const SLIDER = { least: 0.1, most: 20, step: Math.log(1.01) }

/** The zoom of the selected picture as a multiple of its fit, and the least that is of use; null without a picture. */
export const zoomOf = (state: BenchState): { readonly zoom: number; readonly least: number } | null => {
  const held = placedFrame(state)
  if (!held) return null
  const seen = resolvePlacement(held.placed, held.holder)
  // Under keep covered its whole length is of use: it begins where the picture just covers.
  const isKept = held.placed.keepCovered && held.placed.fit !== 'tile'
  return { zoom: seen.scale / seen.fitScale, least: isKept ? seen.coverScale / seen.fitScale : SLIDER.least }
}

/** Zooms the selected picture about the middle of its frame. */
export const ZoomSlider = ({ name }: { readonly name: string }) => {
  const bench = useBenchHandle()
  const zoom = useBench((state) => zoomOf(state)?.zoom ?? 0)
  const least = useBench((state) => zoomOf(state)?.least ?? 0)
  if (!zoom) return null
  return (
    <Slider
      aria-label={name}
      min={Math.log(least)}
      max={Math.log(Math.max(SLIDER.most, 2 * least))}
      step={SLIDER.step}
      value={Math.log(zoom)}
      getAriaValueText={() => `${formatNumber(zoom, 2)} times`}
      onChange={(_event, value) => zoomSelected(bench, Math.exp(Number(value)) / zoom)}
      onChangeCommitted={() => bench.endBurst()}
    />
  )
}
