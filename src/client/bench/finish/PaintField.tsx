'use client'
'use memo'
import { FIRST_PAINT } from '@/client/store/colours'
import type { Recorded } from '@/core/document/edit'
import type { Project } from '@/core/document/types'
import type { Paint } from '@/core/finish/layers'
import { METALS } from '@/core/finish/metals'
import { Choice } from '@/client/parts/fields/Choice'
import { normalTurn } from '@/core/geometry/angle'
import { PlainField } from '@/client/parts/fields/LengthField'
import { ColourField } from '@/client/parts/fields/ColourField'
import { GradientEditor } from '@/client/bench/finish/GradientEditor'
import { FIRST_GRADIENT } from '@/client/store/colours'
import styles from '@/client/parts/Panel.module.css'

interface PaintFieldProps {
  readonly paint: Paint
  readonly step: string
  readonly record: (project: Project, paint: Paint) => Recorded
  readonly onPaint: (paint: Paint) => void
}

const kindOf = (paint: Paint): string => {
  if (paint.kind === 'colour') return 'colour'
  const metal = METALS.find(({ gradient }) => JSON.stringify(gradient.stops) === JSON.stringify(paint.stops))
  return metal?.id ?? 'gradient'
}

/** What a stroke is painted with: one colour, a gradient, or one that reads as metal. */
export const PaintField = ({ paint, step, record, onPaint }: PaintFieldProps) => {
  const kind = kindOf(paint)
  const choose = (next: string): void => {
    const metal = METALS.find(({ id }) => id === next)
    if (next === 'colour') onPaint({ kind: 'colour', colour: paint.kind === 'colour' ? paint.colour : FIRST_PAINT })
    else onPaint({ kind: 'gradient', ...(metal?.gradient ?? FIRST_GRADIENT) })
  }
  return (
    <>
      <div className={styles.row}>
        <Choice
          label="Paint"
          value={kind}
          options={[
            ['colour', 'One colour'],
            ...METALS.map(({ id, name }) => [id, name] as const),
            ['gradient', 'Gradient'],
          ]}
          onChoice={choose}
        />
        {paint.kind === 'colour' && (
          <ColourField
            isShort
            label="Colour"
            colour={paint.colour}
            step={step}
            record={(project, colour) => record(project, { kind: 'colour', colour })}
          />
        )}
      </div>
      {paint.kind === 'gradient' && kind !== 'gradient' && (
        <div className={styles.row}>
          <PlainField
            label="Sheen turned"
            unit="°"
            decimals={0}
            value={paint.turn}
            onValue={(turn) => onPaint({ ...paint, turn: normalTurn(turn) })}
          />
        </div>
      )}
      {paint.kind === 'gradient' && kind === 'gradient' && (
        <GradientEditor
          gradient={paint}
          step={step}
          record={(project, gradient) => record(project, { ...gradient, kind: 'gradient' })}
        />
      )}
    </>
  )
}
