'use client'
import Colorize from '@mui/icons-material/Colorize'
import { useEffect, useRef, useState, type ReactNode } from 'react'
import { HexColorPicker } from 'react-colorful'
import { parseColour, type Colour } from '@/core/colour/colour'
import { fromHsl, fromRgb, toHsl, toRgb, type Hsl, type Rgb } from '@/core/colour/space'
import { within } from '@/core/range'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { usePalette } from '@/client/binding/usePalette'
import { PlainField } from '@/client/parts/fields/LengthField'
import { Swatches } from '@/client/parts/fields/Swatch'
import { EscGoesOn, TypedField } from '@/client/parts/fields/TypedField'
import { RailButton } from '@/client/parts/RailButton'
import { recentColours } from '@/client/store/recentColours'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/parts/fields/Colour.module.css'
import { toggleKeptColour } from '@/client/store/colours'

const CHANNELS: readonly (readonly [keyof Rgb, string])[] = [
  ['r', 'R'],
  ['g', 'G'],
  ['b', 'B'],
]
const HSL: readonly (readonly [keyof Hsl, string, number, string])[] = [
  ['h', 'H', 360, '°'],
  ['s', 'S', 100, '%'],
  ['l', 'L', 100, '%'],
]

const Numbers = ({ colour, onColour }: { readonly colour: Colour; readonly onColour: (colour: Colour) => void }) => {
  const rgb = toRgb(colour)
  const hsl = toHsl(colour)
  return (
    <>
      <div className={panel.row}>
        {CHANNELS.map(([key, label]) => (
          <PlainField
            key={key}
            label={label}
            value={rgb[key]}
            decimals={0}
            onValue={(value) => onColour(fromRgb({ ...rgb, [key]: within(label, value, { min: 0, max: 255 }) }))}
          />
        ))}
      </div>
      <div className={panel.row}>
        {HSL.map(([key, label, max, unit]) => (
          <PlainField
            key={key}
            label={label}
            name={`${label} in ${unit}`}
            value={hsl[key]}
            decimals={0}
            onValue={(value) => onColour(fromHsl({ ...hsl, [key]: within(label, value, { min: 0, max }) }))}
          />
        ))}
      </div>
    </>
  )
}

/** Chooses a colour: by eye, by numbers, from those at hand, or from any point of the sheet. */
export const ColourPicker = ({
  colour,
  onColour,
  slots,
  isOfSlot = false,
  onDropper,
  onGrown,
}: {
  readonly colour: Colour
  readonly onColour: (colour: Colour) => void
  /** What is to be said of the project's slots. */
  readonly slots?: ReactNode
  /** The colour is a slot's: it is kept by that. */
  readonly isOfSlot?: boolean
  readonly onDropper: () => void
  /** Called when it has become taller, so that it can be brought back within the window. */
  readonly onGrown: () => void
}) => {
  const bench = useBenchHandle()
  const kept = useBench((state) => (state.preview ?? state.project).colours)
  const palette = usePalette()
  const [recent] = useState(recentColours)
  const grown = useRef(onGrown)
  useEffect(() => grown.current(), [palette.length, kept.length])
  const isKept = kept.includes(colour)
  const keep = (): void => toggleKeptColour(bench, colour)
  return (
    <EscGoesOn value>
      <div className={`${panel.column} ${styles.picker}`}>
        <HexColorPicker color={colour} onChange={(next) => onColour(parseColour(next))} />
        <div className={panel.row}>
          <TypedField label="Hex" step={0} shown={colour} onText={(text) => onColour(parseColour(text))} />
          <RailButton framed label="Take a colour from the sheet" onPress={onDropper}>
            <Colorize fontSize="small" /> From the sheet
          </RailButton>
        </div>
        {slots}
        <Numbers colour={colour} onColour={onColour} />
        <Swatches title="Used last" colours={recent} onColour={onColour} />
        <Swatches title="Colours of the project" colours={kept} onColour={onColour} />
        {!isOfSlot && (
          <RailButton
            framed
            label={isKept ? 'Let go of this colour' : 'Keep this colour for the project'}
            onPress={keep}
          >
            {isKept ? 'Let go of this colour' : 'Keep for the project'}
          </RailButton>
        )}
        <Swatches title="From the sheet’s pictures" colours={palette} onColour={onColour} />
      </div>
    </EscGoesOn>
  )
}
