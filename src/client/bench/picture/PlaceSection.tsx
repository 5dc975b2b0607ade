'use client'
'use memo'
import { formatLength } from '@/core/units'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { normalTurn } from '@/core/geometry/angle'
import { rectAround } from '@/core/geometry/rect'
import { boxCorners, type Box } from '@/core/geometry/box'
import type { Anchor } from '@/core/placement/position'
import type { Point } from '@/core/geometry/vector'
import type { Frame } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { useLiveWords, useSteady } from '@/client/binding/useLive'
import { AnchorButton } from '@/client/bench/card/AnchorButton'
import { CommandButton } from '@/client/commands/CommandButton'
import { LengthField, PlainField } from '@/client/parts/fields/LengthField'
import { RatioLock } from '@/client/parts/fields/RatioLock'
import { Section } from '@/client/parts/Section'
import { useUnits } from '@/client/parts/fields/Units'
import styles from '@/client/parts/Panel.module.css'
import { haveLengths } from '@/client/store/lengths'
import { putBox } from '@/client/store/frameFields'
import { cardSheet } from '@/client/store/benchStore'
import { selectedFrame } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'

/** The selected frame as a drag shows it, or else the one that the card is about. */
const liveFrame = (state: BenchState, frame: Frame): Frame => {
  const shown = selectedFrame(state)
  return shown?.id === frame.id ? shown : frame
}

/** From where a box is measured: the top left of the upright box around it, or its centre. */
const pointOf = (box: Box, turn: number, anchor: Anchor): Point => {
  if (anchor === 'centre') return { x: box.cx, y: box.cy }
  const around = rectAround(boxCorners(box, turn))
  return { x: around.x0, y: around.y0 }
}

interface FrameProps {
  readonly frame: Frame
}

/** Size, place and turn on one line; follows a drag. */
const Says = ({ frame }: FrameProps) => {
  const { unit, ppi } = useUnits()
  const { words, shownBy } = useLiveWords<HTMLSpanElement>((state) => {
    const { box, turn } = liveFrame(state, frame)
    const at = pointOf(box, turn, state.anchor)
    const [w, h, x, y] = [box.w, box.h, at.x, at.y].map((value) => formatLength(value, unit, ppi))
    return `${w} × ${h} ${unit} at ${x}, ${y}${turn ? ` · ${formatLength(turn, 'pt', 72)}°` : ''}`
  })
  return <span ref={shownBy}>{words}</span>
}

const Fields = ({ frame }: FrameProps) => {
  const bench = useBenchHandle()
  const anchor = useBench((state) => state.anchor)
  const isLocked = useBench((state) => state.locksRatio.frame)
  const sheetId = useBench((state) => state.sheetId)
  const at = { sheetId, frameId: frame.id }
  const canGrow = useBench((state) => haveLengths(cardSheet(state), [frame.id]))
  const { box, turn } = useSteady((state) => liveFrame(state, frame))
  const from = pointOf(box, turn, anchor)
  const pointNow = (state: BenchState): Point => {
    const now = liveFrame(state, frame)
    return pointOf(now.box, now.turn, anchor)
  }
  const change = (name: string, next: Partial<Box>): void => putBox(bench, name, at, { box: { ...box, ...next } })
  // Sizing by number keeps what the place is measured from.
  const size = (w: number, h: number): void => {
    const sized = { ...box, w: within('width', w, RANGE.frameSide), h: within('height', h, RANGE.frameSide) }
    const now = pointOf(sized, turn, anchor)
    change('Size frame', { w: sized.w, h: sized.h, cx: box.cx + from.x - now.x, cy: box.cy + from.y - now.y })
  }
  return (
    <>
      <div className={styles.row}>
        <LengthField
          label="x"
          points={from.x}
          live={(state) => pointNow(state).x}
          onPoints={(x) => change('Move frame', { cx: within('x', box.cx + x - from.x, RANGE.position) })}
        />
        <LengthField
          label="y"
          points={from.y}
          live={(state) => pointNow(state).y}
          onPoints={(y) => change('Move frame', { cy: within('y', box.cy + y - from.y, RANGE.position) })}
        />
      </div>
      <div className={styles.row}>
        <LengthField
          label="w"
          points={box.w}
          live={(state) => liveFrame(state, frame).box.w}
          onPoints={(w) => size(w, isLocked ? (box.h * w) / box.w : box.h)}
        />
        <LengthField
          label="h"
          points={box.h}
          live={(state) => liveFrame(state, frame).box.h}
          onPoints={(h) => size(isLocked ? (box.w * h) / box.h : box.w, h)}
        />
      </div>
      <div className={styles.row}>
        <PlainField
          label="Turn"
          unit="°"
          value={turn}
          live={(state) => liveFrame(state, frame).turn}
          decimals={2}
          onValue={(value) => putBox(bench, 'Turn frame', at, { turn: normalTurn(value) })}
        />
        <RatioLock of="frame" />
        <CommandButton framed id="square">
          1 : 1
        </CommandButton>
        <AnchorButton />
      </div>
      {canGrow && <CommandButton framed id="growFinish" />}
    </>
  )
}

/** The frame's box in numbers, measured from its corner or its centre. */
export const PlaceSection = ({ frame, isOpen }: FrameProps & { readonly isOpen: boolean }) => (
  <Section name="Place" says={<Says frame={frame} />} isOpen={isOpen}>
    <Fields frame={frame} />
  </Section>
)
