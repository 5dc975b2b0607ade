'use client'
'use memo'
import Button from '@mui/material/Button'
import type { Colour } from '@/core/colour/colour'
import panel from '@/client/parts/Panel.module.css'
import { Tip } from '@/client/parts/Tip'

interface SwatchProps {
  /** None where there is no colour yet. */
  readonly colour: string | null
  readonly name: string
  readonly says?: string
  /** It is the one in use. */
  readonly isOn?: boolean
  readonly onPress: (swatch: HTMLElement) => void
}

/** A colour that can be pressed. */
export const Swatch = ({ colour, name, says = name, isOn, onPress }: SwatchProps) => (
  <Tip says={says}>
    <Button
      variant="swatch"
      style={{ background: colour ?? 'none' }}
      aria-label={name}
      {...(isOn === undefined ? {} : { 'aria-pressed': isOn })}
      onClick={(event) => onPress(event.currentTarget)}
    />
  </Tip>
)

/** Colours to choose from under a heading. */
export const Swatches = ({
  title,
  colours,
  onColour,
}: {
  readonly title: string
  readonly colours: readonly Colour[]
  readonly onColour: (colour: Colour) => void
}) =>
  colours.length > 0 && (
    <div role="group" aria-label={title}>
      <div className={panel.kind}>{title}</div>
      <div className={panel.wrap}>
        {colours.map((colour) => (
          <Swatch
            key={colour}
            colour={colour}
            name={`${title}: ${colour}`}
            says={colour}
            onPress={() => onColour(colour)}
          />
        ))}
      </div>
    </div>
  )
