'use client'
import { useState } from 'react'
import { formatNumber, POINTS_PER_INCH } from '@/core/units'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { normalTurn } from '@/core/geometry/angle'
import { rectAround } from '@/core/geometry/rect'
import { boxCorners, type Box } from '@/core/geometry/box'
import type { Frame, Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { LengthField, PlainField } from '@/client/parts/LengthField'
import { RatioLock } from '@/client/parts/RatioLock'
import { RailButton } from '@/client/parts/RailButton'
import styles from '@/client/parts/Panel.module.css'
import { putBox } from '@/client/store/frameFields'

/** The box with its top left corner (of the upright box around it) or centre at the typed place. */
export const PlaceSection = ({ frame, sheet }: { readonly frame: Frame; readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const [fromCentre, setFromCentre] = useState(false)
  const isLocked = useBench((state) => state.locksRatio.frame)
  const at = { sheetId: sheet.id, frameId: frame.id }
  const { box, turn } = frame
  const around = fromCentre ? { x0: box.cx, y0: box.cy } : rectAround(boxCorners(box, turn))
  const change = (name: string, next: Partial<Box>): void => putBox(bench, name, at, { box: { ...box, ...next } })
  // Sizing by number keeps what the place is measured from.
  const size = (w: number, h: number): void => {
    const sized = { ...box, w: within('width', w, RANGE.frameSide), h: within('height', h, RANGE.frameSide) }
    const now = fromCentre ? { x0: box.cx, y0: box.cy } : rectAround(boxCorners(sized, turn))
    change('Size frame', { w: sized.w, h: sized.h, cx: box.cx + around.x0 - now.x0, cy: box.cy + around.y0 - now.y0 })
  }
  return (
    <section className={styles.section} aria-label="Place">
      <h2>
        <span className={styles.step}>4</span> Place
        <span className={styles.fileName} style={{ overflow: 'visible' }}>
          <RailButton
            framed
            label={`Measured from the ${fromCentre ? 'centre' : 'top left'}. Press to change`}
            onPress={() => setFromCentre(!fromCentre)}
          >
            from the {fromCentre ? 'centre' : 'top left'}
          </RailButton>
        </span>
      </h2>
      <div className={styles.row}>
        <LengthField
          label="x"
          points={around.x0}
          onPoints={(x) => change('Move frame', { cx: within('x', box.cx + x - around.x0, RANGE.position) })}
        />
        <LengthField
          label="y"
          points={around.y0}
          onPoints={(y) => change('Move frame', { cy: within('y', box.cy + y - around.y0, RANGE.position) })}
        />
      </div>
      <div className={styles.row}>
        <LengthField label="w" points={box.w} onPoints={(w) => size(w, isLocked ? (box.h * w) / box.w : box.h)} />
        <LengthField label="h" points={box.h} onPoints={(h) => size(isLocked ? (box.w * h) / box.h : box.w, h)} />
        <RatioLock of="frame" />
      </div>
      <div className={styles.row}>
        <PlainField
          label="Turn"
          unit="°"
          value={turn}
          decimals={2}
          onValue={(value) => putBox(bench, 'Turn frame', at, { turn: normalTurn(value) })}
        />
        <span style={{ flex: 1, color: 'var(--ink-soft)', fontSize: 11 }}>
          {formatNumber(box.w / POINTS_PER_INCH, 2)} × {formatNumber(box.h / POINTS_PER_INCH, 2)} in
        </span>
      </div>
    </section>
  )
}
