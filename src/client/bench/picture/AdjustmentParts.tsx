'use client'
'use memo'
import { typedWithin } from '@/core/range'
import { FIRST_PARTS, PARTS, VIGNETTE_OF, type Adjustments, type PartKey } from '@/core/adjust/adjustments'
import { RANGE } from '@/core/tolerance'
import { useBenchHandle } from '@/client/binding/useBench'
import { Choice } from '@/client/parts/fields/Choice'
import { ColourField } from '@/client/parts/fields/ColourField'
import { PlainField } from '@/client/parts/fields/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { changeAdjustments, recordAdjustments, type Toning } from '@/client/store/toning'
import styles from '@/client/parts/Panel.module.css'

const OF_WORDS = { visible: 'of what shows', picture: 'of the whole picture' } as const

/** A share of the picture's short side, in thousandths. */
const Share = ({
  label,
  value,
  range,
  onValue,
}: {
  readonly label: string
  readonly value: number
  readonly range: { readonly min: number; readonly max: number }
  readonly onValue: (value: number) => void
}) => (
  <PlainField
    label={label}
    unit="‰"
    decimals={2}
    value={value * 1000}
    onValue={(typed) => onValue(typedWithin(label.toLowerCase(), typed, range, { times: 1000, unit: '‰' }))}
  />
)

/** The other values of an adjustment of several parts. */
export const AdjustmentParts = ({
  toning,
  part,
  adjustments,
}: {
  readonly toning: Toning
  readonly part: PartKey
  readonly adjustments: Adjustments
}) => {
  const bench = useBenchHandle()
  const put =
    <K extends PartKey>(key: K, change: Partial<Required<Adjustments>[K]>) =>
    (held: Adjustments): Adjustments => ({ ...held, [key]: { ...FIRST_PARTS[key], ...held[key], ...change } })
  const set = <K extends PartKey>(key: K, change: Partial<Required<Adjustments>[K]>): void =>
    changeAdjustments(bench, toning, `Adjust ${key}`, put(key, change))
  switch (part) {
    case 'tones': {
      const { dark, light } = adjustments.tones ?? FIRST_PARTS.tones
      return (
        <div className={styles.row}>
          <ColourField
            isShort
            label="Dark"
            colour={dark}
            step="Adjust tones"
            record={(project, colour) => recordAdjustments(toning, project, put('tones', { dark: colour }))}
          />
          <ColourField
            isShort
            label="Light"
            colour={light}
            step="Adjust tones"
            record={(project, colour) => recordAdjustments(toning, project, put('tones', { light: colour }))}
          />
        </div>
      )
    }
    case 'sharpen': {
      const { radius } = adjustments.sharpen ?? FIRST_PARTS.sharpen
      return (
        <div className={styles.row}>
          <Share
            label="Radius"
            value={radius}
            range={PARTS.sharpen.radius}
            onValue={(r) => set('sharpen', { radius: r })}
          />
        </div>
      )
    }
    case 'edges': {
      const { width } = adjustments.edges ?? FIRST_PARTS.edges
      return (
        <div className={styles.row}>
          <Share
            label="Line width"
            value={width}
            range={PARTS.edges.width}
            onValue={(w) => set('edges', { width: w })}
          />
        </div>
      )
    }
    case 'vignette': {
      const { start, of } = adjustments.vignette ?? FIRST_PARTS.vignette
      return (
        <div className={styles.row}>
          <PlainField
            label="From"
            name="Where the vignette begins"
            unit="%"
            decimals={0}
            value={start * 100}
            onValue={(typed) =>
              set('vignette', {
                start: typedWithin('the start', typed, PARTS.vignette.start, { times: 100, unit: '%' }),
              })
            }
          />
          <Choice
            label=""
            name="What the vignette is about"
            value={of}
            options={VIGNETTE_OF.map((each) => [each, OF_WORDS[each]] as const)}
            onChoice={(next) => set('vignette', { of: next })}
          />
        </div>
      )
    }
    case 'grain': {
      const { size, seed } = adjustments.grain ?? FIRST_PARTS.grain
      return (
        <div className={styles.row}>
          <Share label="Size" value={size} range={PARTS.grain.size} onValue={(s) => set('grain', { size: s })} />
          <RailButton framed label="Other grain" onPress={() => set('grain', { seed: (seed + 1) % RANGE.seed })}>
            Another
          </RailButton>
        </div>
      )
    }
  }
}
