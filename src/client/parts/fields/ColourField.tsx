'use client'
import dynamic from 'next/dynamic'
import Popover, { type PopoverActions } from '@mui/material/Popover'
import { useEffect, useRef, useState } from 'react'
import { parseColour, type Colour } from '@/core/colour/colour'
import { useBenchHandle } from '@/client/binding/useBench'
import { Swatch } from '@/client/parts/fields/Swatch'
import { TypedField } from '@/client/parts/fields/TypedField'
import { FIRST_COLOUR } from '@/client/store/colours'
import { rememberColour } from '@/client/store/recentColours'
import panel from '@/client/parts/Panel.module.css'
import { takeDropper } from '@/client/store/slices/mode'
import { speak } from '@/client/store/slices/notices'
import { type Recording, slideValue, settleValue } from '@/client/store/recording'

// Comes when it is first opened.
const ColourPicker = dynamic(() => import('@/client/parts/fields/ColourPicker').then((m) => m.ColourPicker))

interface ColourFieldProps {
  readonly label: string
  /** Null where there is none yet. */
  readonly colour: Colour | null
  /** What the picker starts from where there is none. */
  readonly first?: Colour
  /** The swatch and its label alone, where there is no room for the number. */
  readonly isShort?: boolean
  /** Name of the step. */
  readonly step: string
  readonly record: Recording<Colour>
}

/** Beside the card that the swatch stands in, so that the picker covers none of it. */
const besideCard = (swatch: HTMLElement): { readonly left: number; readonly top: number } => {
  const { top, bottom, right } = swatch.getBoundingClientRect()
  const card = swatch.closest('[data-region]')?.getBoundingClientRect()
  return { left: (card?.right ?? right) + 6, top: (top + bottom) / 2 }
}

/** A colour as a swatch and its number; the swatch opens the picker. All of one visit is one step. */
export const ColourField = ({ label, colour, first = FIRST_COLOUR, isShort, step, record }: ColourFieldProps) => {
  const bench = useBenchHandle()
  const [anchor, setAnchor] = useState<{ readonly left: number; readonly top: number } | null>(null)
  const popover = useRef<PopoverActions>(null)
  const isOpen = anchor !== null
  const use = (next: Colour): void => bench.step(() => slideValue(bench, `colour-${label}`, step, record, next), true)
  // The visit is over when the picker is, in whichever way that goes.
  useEffect(() => (isOpen ? () => bench.endBurst() : undefined), [bench, isOpen])
  const close = (): void => {
    bench.endBurst()
    setAnchor(null)
    if (colour) rememberColour(colour)
  }
  const dropper = (): void => {
    close()
    takeDropper(bench, (picked) => {
      rememberColour(picked)
      settleValue(bench, step, record, picked)
    })
    speak(bench, 'Press a point of the sheet to take its colour. Esc puts the dropper down.')
  }
  return (
    <div className={`${panel.row} ${panel.grow}`}>
      <Swatch
        colour={colour}
        name={`${label}: ${colour ?? 'none'}. Choose a colour`}
        says={`${label}: choose a colour`}
        onPress={(swatch) => setAnchor(besideCard(swatch))}
      />
      {isShort ? (
        <span className={panel.kind}>{label}</span>
      ) : (
        <TypedField
          label={label}
          step={0}
          shown={colour ?? ''}
          onText={(text) => settleValue(bench, step, record, parseColour(text))}
        />
      )}
      <Popover
        open={isOpen}
        action={popover}
        anchorReference="anchorPosition"
        {...(anchor ? { anchorPosition: anchor } : {})}
        onClose={close}
        transformOrigin={{ vertical: 'center', horizontal: 'left' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': `${label}: choose a colour` } }}
      >
        <ColourPicker
          colour={colour ?? first}
          onColour={use}
          onDropper={dropper}
          onGrown={() => popover.current?.updatePosition()}
        />
      </Popover>
    </div>
  )
}
