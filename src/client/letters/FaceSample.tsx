'use client'
import { useEffect, useState } from 'react'
import { faceUrl } from '@/client/http/api'
import { askSamples } from '@/client/workers/faces'
import type { FaceSample as Sample } from '@/client/workers/faces.worker'
import Typography from '@mui/material/Typography'
import { useBenchHandle } from '@/client/binding/useBench'

/** Samples wait until typing pauses. */
const PAUSE_MS = 140

const useSample = (faceId: string, text: string): { readonly sample: Sample | null; readonly fault: string | null } => {
  const bench = useBenchHandle()
  const [sample, setSample] = useState<Sample | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  useEffect(() => {
    let isCurrent = true
    const timer = setTimeout(() => {
      askSamples(bench, { job: 'sample', url: faceUrl(faceId), text }).then(
        (made) => {
          if (!isCurrent) return
          setSample(made)
          setFault(null)
        },
        (error: unknown) => isCurrent && setFault(error instanceof Error ? error.message : 'It cannot be shown.'),
      )
    }, PAUSE_MS)
    return () => {
      isCurrent = false
      clearTimeout(timer)
    }
  }, [bench, faceId, text])
  return { sample, fault }
}

/** A line of text in a typeface, as outlines. */
export const FaceSample = ({
  faceId,
  text,
  width,
  height,
}: {
  readonly faceId: string
  readonly text: string
  readonly width: number
  readonly height: number
}) => {
  const { sample, fault } = useSample(faceId, text)
  if (fault)
    return (
      <Typography variant="caption" color="warning">
        {fault}
      </Typography>
    )
  if (sample && !sample.d)
    return (
      <Typography variant="caption" color="warning">
        lacks these letters
      </Typography>
    )
  const { x0, y0, x1, y1 } = sample?.bounds ?? { x0: 0, y0: 0, x1: 1, y1: 1 }
  return (
    <svg
      overflow="visible"
      width={width}
      height={height}
      viewBox={`${x0} ${y0} ${x1 - x0} ${y1 - y0}`}
      preserveAspectRatio="xMidYMid meet"
      data-ready={sample !== null}
      aria-hidden
    >
      {sample && <path d={sample.d} fill="currentColor" fillRule="nonzero" />}
    </svg>
  )
}
