'use client'
'use memo'
import { typedWithin, within } from '@/core/range'
import { RANGE } from '@/core/tolerance'
import { CAPS, JOINS, LAYER_RANGE, STROKE_SIDES, type Stroke, type StrokeLine } from '@/core/finish/layers'
import { useBenchHandle } from '@/client/binding/useBench'
import { Choice } from '@/client/parts/fields/Choice'
import { PlainField } from '@/client/parts/fields/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { JOIN_WORDS, LINE_WORDS } from '@/client/bench/finish/finishWords'
import { LayerLength } from '@/client/bench/finish/LayerLength'
import { PaintField } from '@/client/bench/finish/PaintField'
import { changeLayer, recordLayer } from '@/client/store/finishes'
import styles from '@/client/parts/Panel.module.css'

interface StrokeProps {
  readonly layer: Stroke
}

const SIDE_WORDS = { inside: 'Inside', centre: 'On the edge', outside: 'Outside' } as const
const CAP_WORDS = { butt: 'Flat', round: 'Round', square: 'Square' } as const

const firstLine = (kind: StrokeLine['kind'], width: number): StrokeLine => {
  switch (kind) {
    case 'solid':
      return { kind }
    case 'dashes':
      return { kind, dash: width * 2, gap: width, cap: 'butt' }
    case 'dots':
      return { kind, gap: width * 0.5 }
    case 'double':
      return { kind, gap: 0.34 }
    case 'brushed':
      return { kind, bristles: 16, dryness: 0.5, seed: 1 }
  }
}

/** The values of dashes, dots, double and brushed lines. */
const LineFields = ({ layer }: StrokeProps) => {
  const bench = useBenchHandle()
  const { line } = layer
  const set = (next: StrokeLine): void => changeLayer(bench, { ...layer, line: next })
  switch (line.kind) {
    case 'solid':
      return null
    case 'dashes':
      return (
        <>
          <LayerLength
            label="Dash"
            points={line.dash}
            range={LAYER_RANGE.dash}
            put={(dash) => ({ ...layer, line: { ...line, dash } })}
          />
          <LayerLength
            label="Gap"
            points={line.gap}
            range={LAYER_RANGE.gap}
            put={(gap) => ({ ...layer, line: { ...line, gap } })}
          />
          <div className={styles.row}>
            <Choice
              label="Ends"
              value={line.cap}
              options={CAPS.map((cap) => [cap, CAP_WORDS[cap]] as const)}
              onChoice={(cap) => set({ ...line, cap })}
            />
          </div>
        </>
      )
    case 'dots':
      return (
        <LayerLength
          label="Gap"
          name="Gap between dots"
          points={line.gap}
          range={LAYER_RANGE.gap}
          put={(gap) => ({ ...layer, line: { ...line, gap } })}
        />
      )
    case 'double':
      return (
        <div className={styles.row}>
          <PlainField
            label="Gap of the width"
            unit="%"
            decimals={0}
            value={line.gap * 100}
            onValue={(gap) =>
              set({ ...line, gap: typedWithin('the gap', gap, LAYER_RANGE.doubleGap, { times: 100, unit: '%' }) })
            }
          />
        </div>
      )
    case 'brushed':
      return (
        <div className={styles.row}>
          <PlainField
            label="Bristles"
            decimals={0}
            value={line.bristles}
            onValue={(n) => set({ ...line, bristles: within('the bristles', n, LAYER_RANGE.bristles) })}
          />
          <PlainField
            label="Dry"
            name="Dryness"
            unit="%"
            decimals={0}
            value={line.dryness * 100}
            onValue={(n) =>
              set({ ...line, dryness: typedWithin('the dryness', n, RANGE.share, { times: 100, unit: '%' }) })
            }
          />
          <RailButton
            framed
            label="Another brush stroke"
            onPress={() => set({ ...line, seed: (line.seed + 1) % RANGE.seed })}
          >
            Another
          </RailButton>
        </div>
      )
  }
}

/** The values of a stroke. */
export const StrokeFields = ({ layer }: StrokeProps) => {
  const bench = useBenchHandle()
  const set = (change: Partial<Stroke>): void => changeLayer(bench, { ...layer, ...change })
  return (
    <>
      <LayerLength
        label="Width"
        points={layer.width}
        range={LAYER_RANGE.width}
        put={(width) => ({ ...layer, width })}
      />
      <div className={styles.row}>
        <Choice
          label="Side"
          name="Side of the outline"
          value={layer.side}
          options={STROKE_SIDES.map((side) => [side, SIDE_WORDS[side]] as const)}
          onChoice={(side) => set({ side })}
        />
      </div>
      <div className={styles.row}>
        <Choice
          label="Line"
          value={layer.line.kind}
          options={(['solid', 'dashes', 'dots', 'double', 'brushed'] as const).map(
            (kind) => [kind, LINE_WORDS[kind]] as const,
          )}
          onChoice={(kind) => set({ line: firstLine(kind, layer.width) })}
        />
        <Choice
          label=""
          name="Corners of the stroke"
          value={layer.join}
          options={JOINS.map((join) => [join, JOIN_WORDS[join]] as const)}
          onChoice={(join) => set({ join })}
        />
      </div>
      <LineFields layer={layer} />
      {layer.join === 'miter' && layer.line.kind !== 'dots' && layer.line.kind !== 'brushed' && (
        <div className={styles.row}>
          <PlainField
            label="Mitres up to"
            name="Mitres up to so many half widths"
            unit="×"
            decimals={1}
            value={layer.mitreLimit}
            onValue={(value) => set({ mitreLimit: within('the mitre limit', value, LAYER_RANGE.mitreLimit) })}
          />
        </div>
      )}
      <PaintField
        paint={layer.paint}
        step="Change stroke"
        record={(project, paint) => recordLayer(bench, project, { ...layer, paint })}
        onPaint={(paint) => set({ paint })}
      />
    </>
  )
}
