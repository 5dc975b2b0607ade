'use client'
'use memo'
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
const STYLES = (['sharp', ...CORNER_STYLES] as const).map((style) => [style, WORDS[style]] as const)
const OF_RECTANGLE = ['Top left', 'Top right', 'Bottom right', 'Bottom left'] as const
const SIGNS = ['◜', '◝', '◞', '◟'] as const
const FIRST_SIZE = { share: 0.12 } as const
/** An outline of more corners has one style and size for all. */
const MOST_EACH = 12

interface CornerFieldsProps {
  readonly corners: readonly Corner[]
  readonly size: Size
  /** How many corners there are that can differ; 0 where they cannot. */
  readonly count: number
  /** They are those of a rectangle, and are called by where they are. */
  readonly isRectangle?: boolean
}

const StyleChoice = ({
  name,
  value,
  isMixed,
  onStyle,
}: {
  readonly name: string
  readonly value: CornerStyle | 'sharp'
  /** Some corners have other styles. */
  readonly isMixed: boolean
  readonly onStyle: (style: CornerStyle | 'sharp') => void
}) => (
  <Choice
    label="Corners"
    name={name}
    value={isMixed ? 'mixed' : value}
    options={isMixed ? [['mixed', 'Mixed'], ...STYLES] : STYLES}
    onChoice={(style) => {
      if (style !== 'mixed') onStyle(style)
    }}
  />
)

interface OneCornerProps {
  readonly corner: Corner
  readonly label: string
  readonly name: string
  readonly size: Size
  readonly onCorner: (corner: Corner) => void
}

const isSharp = ({ size }: Corner): boolean => ('share' in size ? size.share : size.points) === 0

/** One corner among several: its style and its size. */
const OneCorner = ({ corner, label, name, size, onCorner }: OneCornerProps) => (
  <span className={`${styles.row} ${styles.whole}`}>
    <Choice
      label={label}
      name={`Style of ${name}`}
      value={isSharp(corner) ? 'sharp' : corner.style}
      options={STYLES}
      onChoice={(style) => {
        if (style === 'sharp') onCorner({ ...corner, size: { share: 0 } })
        else onCorner({ style, size: isSharp(corner) ? FIRST_SIZE : corner.size })
      }}
    />
    <MeasureField
      label=""
      name={`Size of ${name}`}
      measure={corner.size}
      most={0.5}
      size={size}
      onMeasure={(measure) => onCorner({ ...corner, size: measure })}
    />
  </span>
)

/** Style and size of the corners: one for all, or each by itself. */
export const CornerFields = ({ corners, size, count, isRectangle = false }: CornerFieldsProps) => {
  const bench = useBenchHandle()
  const [first] = corners
  const isEach = corners.length > 1
  const setAt = (at: number, corner: Corner): void =>
    changeCorners(
      bench,
      corners.map((held, i) => (i === at ? corner : held)),
    )
  const setStyle = (style: CornerStyle | 'sharp'): void => {
    if (style === 'sharp') return changeCorners(bench, null)
    changeCorners(
      bench,
      corners.length ? corners.map((corner) => ({ ...corner, style })) : [{ style, size: FIRST_SIZE }],
    )
  }
  const isAlike = corners.every(({ style }) => style === first?.style)
  return (
    <>
      <div className={styles.row}>
        <StyleChoice
          name="Style of the corners"
          value={first?.style ?? 'sharp'}
          isMixed={!isAlike}
          onStyle={setStyle}
        />
        {first && count > 1 && count <= MOST_EACH && (
          <RailButton
            framed
            label="Each corner by itself"
            pressed={isEach}
            onPress={() => changeCorners(bench, isEach ? [first] : Array.from({ length: count }, () => first))}
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
          {corners.slice(0, count).map((corner, i) => {
            const name = isRectangle ? `the ${OF_RECTANGLE[i]?.toLowerCase() ?? ''} corner` : `corner ${i + 1}`
            return (
              <OneCorner
                key={name}
                corner={corner}
                label={isRectangle ? (SIGNS[i] ?? '') : `${i + 1}`}
                name={name}
                size={size}
                onCorner={(next) => setAt(i, next)}
              />
            )
          })}
        </div>
      )}
    </>
  )
}
