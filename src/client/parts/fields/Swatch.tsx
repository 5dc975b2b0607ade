'use client'
import ButtonBase from '@mui/material/ButtonBase'
import styles from '@/client/parts/fields/Colour.module.css'
import { Tip } from '@/client/parts/Tip'

interface SwatchProps {
  /** None where there is no colour yet. */
  readonly colour: string | null
  readonly name: string
  readonly says?: string
  readonly onPress: (swatch: HTMLElement) => void
}

/** A colour that can be pressed. */
export const Swatch = ({ colour, name, says = name, onPress }: SwatchProps) => (
  <Tip says={says}>
    <ButtonBase
      className={styles.swatch}
      style={{ background: colour ?? 'none' }}
      aria-label={name}
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
  readonly colours: readonly string[]
  readonly onColour: (colour: string) => void
}) =>
  colours.length > 0 && (
    <div role="group" aria-label={title}>
      <div className={styles.title}>{title}</div>
      <div className={styles.swatches}>
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
