'use client'
'use memo'
import { withPictureUrl } from '@/client/stage/sheetUrl'
import { MARK } from '@/client/theme/colours'
import Plotly from 'plotly.js'
import createPlotlyComponent from 'react-plotly.js/factory'
import { useEffect, useRef, useState } from 'react'
import { seenPart } from '@/client/store/slots'
import { adjustmentText, shownAdjustments, type Adjustments } from '@/core/adjust/adjustments'
import { HISTOGRAM_BINS, type Histogram } from '@/core/adjust/histogram'
import type { PictureRef } from '@/core/document/types'
import { levelCount } from '@/core/render/needs'
import { askTones } from '@/client/workers/tones'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { shownProject } from '@/client/store/benchStore'

const Plot = createPlotlyComponent(Plotly)

/** The smallest level with this long a side or more is counted. */
const COUNTED_SIDE = 300
const HEIGHT = 84
/** How long after a change it is counted, and how often at most while changes go on, in milliseconds. */
const AFTER_MS = 120
const EVERY_MS = 250
const VALUES = Array.from({ length: HISTOGRAM_BINS }, (_, i) => (i + 0.5) * (256 / HISTOGRAM_BINS))

const countedLevel = ({ w, h }: PictureRef['pixels']): number => {
  const count = levelCount({ w, h })
  let level = count - 1
  while (level > 0 && Math.max(w, h) / 2 ** level < COUNTED_SIDE) level -= 1
  return level
}

const share = (counts: readonly number[], total: number): readonly number[] =>
  counts.map((n) => (100 * n) / (total || 1))

const LINES = [
  ['light', 'Lightness', MARK.rule, 'tozeroy'],
  ['red', 'Red', MARK.fault, 'none'],
  ['green', 'Green', MARK.moss, 'none'],
  ['blue', 'Blue', MARK.blue, 'none'],
] as const

/** How many pixels of the whole picture have each value, as adjusted; it follows the hand. */
export const ToneChart = ({
  picture,
  adjustments,
}: {
  readonly picture: PictureRef
  readonly adjustments: Adjustments
}) => {
  const bench = useBenchHandle()
  const [histogram, setHistogram] = useState<Histogram | null>(null)
  const slots = useBench((state) => shownProject(state).slots)
  const text = adjustmentText(shownAdjustments(seenPart(adjustments, slots)))
  const shown = useRef<PictureRef | null>(null)
  const counted = useRef(0)
  useEffect(() => {
    shown.current = picture
    return () => {
      shown.current = null
    }
  }, [picture])
  useEffect(() => {
    const count = (): void => {
      counted.current = performance.now()
      const change: Adjustments = text ? (JSON.parse(text) as Adjustments) : {} // our own text
      withPictureUrl(bench.get().project, picture, countedLevel(picture.pixels), (url) =>
        askTones(bench, { url, picture: picture.pixels, adjustments: change, want: 'histogram' }),
      )
        .then((answer) => {
          if (shown.current === picture && answer?.histogram) setHistogram(answer.histogram)
        })
        // The picture's file is gone or the server away: the page says that where it shows the picture.
        .catch((error: unknown) => console.warn('The tones of a picture were not counted.', error))
    }
    // While a slider moves, the picture comes first, and the chart now and then.
    const timer = setTimeout(count, Math.max(AFTER_MS, counted.current + EVERY_MS - performance.now()))
    return () => clearTimeout(timer)
  }, [bench, picture, text])
  if (!histogram) return <div style={{ height: HEIGHT }} />
  return (
    <div
      role="img"
      aria-label="Chart of tones: how much of the picture is dark, middling and light"
      data-tones={histogram.count}
      style={{ height: HEIGHT }}
    >
      <Plot
        data={LINES.map(([key, name, colour, fill]) => ({
          type: 'scatter',
          mode: 'lines',
          x: VALUES,
          y: [...share(histogram[key], histogram.count)],
          name,
          fill,
          line: { color: colour, width: key === 'light' ? 0.5 : 1.5, shape: 'spline' },
          hovertemplate: `${name} %{x:.0f}: %{y:.1f}%<extra></extra>`,
        }))}
        layout={{
          height: HEIGHT,
          margin: { l: 4, r: 4, t: 4, b: 16 },
          showlegend: false,
          paper_bgcolor: 'transparent',
          plot_bgcolor: 'transparent',
          xaxis: {
            range: [-16, 271],
            tickvals: [0, 128, 255],
            ticktext: ['dark', 'middle', 'light'],
            tickfont: { size: 11, color: MARK.rule },
            fixedrange: true,
            zeroline: false,
            showgrid: false,
          },
          yaxis: { visible: false, fixedrange: true, rangemode: 'tozero' },
          hovermode: 'closest',
        }}
        config={{ displayModeBar: false, responsive: true }}
        useResizeHandler
        style={{ width: '100%', height: HEIGHT }}
      />
    </div>
  )
}
