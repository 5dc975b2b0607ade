'use client'
'use memo'
import { typedWithin } from '@/core/range'
import { RANGE } from '@/core/tolerance'
import type { Frame } from '@/core/document/types'
import type { Measure, Param } from '@/core/stencil/params'
import { paramsOf, type ParametricStencil } from '@/core/stencil/stencil'
import { useBenchHandle } from '@/client/binding/useBench'
import { PlainField } from '@/client/parts/fields/LengthField'
import { Choice } from '@/client/parts/fields/Choice'
import { MeasureField } from '@/client/parts/fields/MeasureField'
import { RailButton } from '@/client/parts/RailButton'
import { reshape } from '@/client/store/stencils'
import styles from '@/client/parts/Panel.module.css'

interface FieldProps {
  readonly param: Param
  readonly value: unknown
  readonly frame: Frame
  readonly onValue: (value: number | string | Measure) => void
}

const SEED_STEP = 1

/** How a plain number of each kind is shown: its factor, sign and decimals. */
const SHOWN = {
  count: { factor: 1, unit: '', decimals: 0 },
  share: { factor: 100, unit: '%', decimals: 1 },
  angle: { factor: 1, unit: '°', decimals: 1 },
  number: { factor: 1, unit: '', decimals: 2 },
} as const

const ParamField = ({ param, value, frame, onValue }: FieldProps) => {
  if (param.type === 'choice')
    return (
      <span className={styles.whole}>
        <Choice
          label={param.label}
          value={String(value)}
          options={param.options.map((option) => [option, option] as const)}
          onChoice={onValue}
        />
      </span>
    )
  if (param.type === 'measure')
    return (
      <span className={styles.row}>
        <MeasureField
          label={param.label}
          measure={value as Measure} // as the schema of the document has it
          most={param.max}
          size={frame.box}
          onMeasure={onValue}
        />
      </span>
    )
  if (param.type === 'seed')
    return (
      <RailButton
        framed
        label="Another, left to chance"
        onPress={() => onValue((Number(value) + SEED_STEP) % (RANGE.seed + 1))}
      >
        ⚄ Another
      </RailButton>
    )
  const { factor, unit, decimals } = SHOWN[param.type]
  const { min, max } = param
  return (
    <PlainField
      label={param.label}
      value={Number(value) * factor}
      decimals={decimals}
      {...(unit ? { unit } : {})}
      onValue={(typed) => {
        const read = typedWithin(param.label.toLowerCase(), typed, { min, max }, { times: factor, unit })
        onValue(param.type === 'count' ? Math.round(read) : read)
      }}
    />
  )
}

/** Every value of the frame's parametric outline. */
export const ParamFields = ({ stencil, frame }: { readonly stencil: ParametricStencil; readonly frame: Frame }) => {
  const bench = useBenchHandle()
  const params = Object.entries(paramsOf(stencil.kind))
  if (!params.length) return null
  const held = stencil as unknown as Readonly<Record<string, unknown>>
  return (
    <div className={styles.fields}>
      {params.map(([name, param]) => (
        <ParamField
          key={name}
          param={param}
          value={held[name]}
          frame={frame}

          // Of the param's own type, by its field.
          onValue={(value) => reshape(bench, { ...stencil, [name]: value } as ParametricStencil, param.label)}
        />
      ))}
    </div>
  )
}
