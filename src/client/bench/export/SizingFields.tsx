'use client'
import { within } from '@/core/range'
import { SIZING_RANGE, type Sizing } from '@/core/render/sizing'
import { RANGE } from '@/core/tolerance'
import { RailButton } from '@/client/parts/RailButton'
import { Choice } from '@/client/parts/fields/Choice'
import { PlainField } from '@/client/parts/fields/LengthField'
import panel from '@/client/parts/Panel.module.css'

const WAYS = [
  ['ppi', 'By resolution'],
  ['scale', 'By a factor of the sheet'],
  ['longest', 'By the longest side'],
  ['width', 'By the width'],
  ['height', 'By the height'],
] as const

type Way = (typeof WAYS)[number][0]

/** What each way starts with. */
const firstOf = (way: Way, own: number): Sizing =>
  way === 'ppi'
    ? { by: 'ppi', ppi: own }
    : way === 'scale'
      ? { by: 'scale', scale: 1 }
      : { by: 'side', side: way, pixels: 2048 }

const SidePixels = ({
  sizing,
  disabled,
  onSizing,
}: SizingFieldsProps & { readonly sizing: Extract<Sizing, { by: 'side' }> }) => (
  <PlainField
    label="Pixels"
    unit="px"
    value={sizing.pixels}
    decimals={0}
    disabled={disabled}
    onValue={(value) => onSizing({ ...sizing, pixels: Math.round(within('the side', value, SIZING_RANGE.pixels)) })}
  />
)

interface SizingFieldsProps {
  readonly sizing: Sizing
  readonly carried: number | null
  readonly disabled: boolean
  readonly onSizing: (sizing: Sizing) => void
}

/** How large the file becomes, in one of several ways of saying it. */
export const SizingFields = (props: SizingFieldsProps) => {
  const { sizing, carried, disabled, onSizing } = props
  const way: Way = sizing.by === 'side' ? sizing.side : sizing.by
  const isCarried = sizing.by === 'ppi' && sizing.ppi === carried
  return (
    <>
      <div className={panel.row}>
        <Choice
          label="Size"
          name="How the size is given"
          value={way}
          options={WAYS}
          disabled={disabled}
          onChoice={(next) => {
            if (next !== way)
              onSizing(
                sizing.by === 'side' && next !== 'ppi' && next !== 'scale'
                  ? { ...sizing, side: next }
                  : firstOf(next, carried ?? 300),
              )
          }}
        />
        {sizing.by === 'ppi' && (
          <PlainField
            label="Resolution"
            unit="ppi"
            value={sizing.ppi}
            decimals={2}
            disabled={disabled}
            onValue={(value) => onSizing({ by: 'ppi', ppi: within('the resolution', value, RANGE.ppi) })}
          />
        )}
        {sizing.by === 'scale' && (
          <PlainField
            label="Times"
            unit="×"
            value={sizing.scale}
            decimals={2}
            disabled={disabled}
            onValue={(value) => onSizing({ by: 'scale', scale: within('the factor', value, SIZING_RANGE.scale) })}
          />
        )}
        {sizing.by === 'side' && <SidePixels {...props} sizing={sizing} />}
      </div>
      {carried !== null && !isCarried && (
        <div className={panel.row} style={{ margin: '6px 0' }}>
          <span className={panel.kind}>The pictures carry up to {carried} ppi without being enlarged.</span>
          <RailButton
            framed
            label="As large as the pictures carry"
            disabled={disabled}
            onPress={() => onSizing({ by: 'ppi', ppi: carried })}
          >
            Use it
          </RailButton>
        </div>
      )}
    </>
  )
}
