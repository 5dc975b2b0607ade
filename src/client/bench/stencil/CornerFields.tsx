'use client'
import { CORNER_STYLES, type Corner, type CornerStyle } from '@/core/stencil/corners'
import type { Size } from '@/core/geometry/vector'
import { useBenchHandle } from '@/client/binding/useBench'
import { Choice } from '@/client/parts/fields/Choice'
import { MeasureField } from '@/client/parts/fields/MeasureField'
import { RailButton } from '@/client/parts/RailButton'
import { changeCorners } from '@/client/store/stencils'
import styles from '@/client/parts/Panel.module.css'

const WORDS: Readonly<Record<CornerStyle | 'sharp', string>> = {
  sharp: 'Sharp',
  round: 'Round',
  bevel: 'Bevel',
  scoop: 'Scoop',
  notch: 'Notch',
}
const EACH = ['Top left', 'Top right', 'Bottom right', 'Bottom left'] as const
const FIRST_SIZE = { share: 0.12 } as const

interface CornerFieldsProps {
  readonly corners: readonly Corner[]
  readonly size: Size
  /** Only a rectangle's corners can differ. */
  readonly canDiffer: boolean
}

const StyleChoice = ({
  name,
  value,
  onStyle,
}: {
  readonly name: string
  readonly value: CornerStyle | 'sharp'
  readonly onStyle: (style: CornerStyle | 'sharp') => void
}) => (
  <Choice
    label="Corners"
    name={name}
    value={value}
    options={(['sharp', ...CORNER_STYLES] as const).map((style) => [style, WORDS[style]])}
    onChoice={onStyle}
  />
)

/** Style and size of the corners: one for all, or each of a rectangle's four. */
export const CornerFields = ({ corners, size, canDiffer }: CornerFieldsProps) => {
  const bench = useBenchHandle()
  const [first] = corners
  const isEach = corners.length === 4
  const setAt = (at: number, corner: Corner): void =>
    changeCorners(
      bench,
      corners.map((held, i) => (i === at ? corner : held)),
    )
  const setStyle = (style: CornerStyle | 'sharp'): void =>
    changeCorners(
      bench,
      style === 'sharp'
        ? null
        : corners.length
          ? corners.map((corner) => ({ ...corner, style }))
          : [{ style, size: FIRST_SIZE }],
    )
  return (
    <>
      <div className={styles.row}>
        <StyleChoice name="Style of the corners" value={first?.style ?? 'sharp'} onStyle={setStyle} />
        {first && canDiffer && (
          <RailButton
            framed
            label="Each corner by itself"
            pressed={isEach}
            onPress={() => changeCorners(bench, isEach ? [first] : [first, first, first, first])}
          >
            Each
          </RailButton>
        )}
      </div>
      {first && !isEach && (
        <div className={styles.row}>
          <MeasureField
            label="Size"
            name="Size of the corners"
            measure={first.size}
            most={0.5}

            size={size}
            onMeasure={(measure) => setAt(0, { ...first, size: measure })}
          />
        </div>
      )}
      {isEach && (
        <div className={styles.fields}>
          {corners.map((corner, i) => (
            <span key={EACH[i]} className={styles.row}>
              <MeasureField
                label={['◜', '◝', '◞', '◟'][i] ?? ''}
                name={`${EACH[i]} corner`}
                measure={corner.size}
                most={0.5}

                size={size}
                onMeasure={(measure) => setAt(i, { ...corner, size: measure })}
              />
            </span>
          ))}
        </div>
      )}
    </>
  )
}
