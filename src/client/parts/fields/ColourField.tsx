'use client'
'use memo'
import { later } from '@/client/parts/later'
import Popover, { type PopoverActions } from '@mui/material/Popover'
import { useEffect, useRef, useState, type ReactNode } from 'react'
import type { Colour } from '@/core/colour/colour'
import { readSlotRef, type ColourRef } from '@/core/colour/slots'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { SlotChoice, type PickedFor } from '@/client/parts/fields/SlotChoice'
import { Swatch } from '@/client/parts/fields/Swatch'
import { TypedField } from '@/client/parts/fields/TypedField'
import { shownProject } from '@/client/store/benchStore'
import { colourText, readColourText, makeSlot, seenColour, slotColour } from '@/client/store/slots'
import { FIRST_COLOUR } from '@/client/store/colours'
import { rememberColour } from '@/client/store/recentColours'
import panel from '@/client/parts/Panel.module.css'
import { takeDropper } from '@/client/store/slices/mode'
import { speak } from '@/client/store/slices/notices'
import { type Recording, slideValue, settleValue } from '@/client/store/recording'

// Comes when it is first opened.
const ColourPicker = later(() => import('@/client/parts/fields/ColourPicker').then((m) => m.ColourPicker))

interface ColourFieldProps {
  readonly label: string
  /** Null where there is none yet. */
  readonly colour: ColourRef | null
  /** What the picker starts from where there is none. */
  readonly first?: Colour
  /** The swatch and its label alone, where there is no room for the number. */
  readonly isShort?: boolean
  /** What stands beside the swatch instead of its label and number. */
  readonly beside?: ReactNode
  /** It is of no slot and can be given none. */
  readonly isPlain?: boolean
  /** Name of the step. */
  readonly step: string
  readonly record: Recording<ColourRef>
}

/** Beside the card that the swatch stands in, so that the picker covers none of it. */
const besideCard = (swatch: HTMLElement): { readonly left: number; readonly top: number } => {
  const { top, bottom, right } = swatch.getBoundingClientRect()
  const card = swatch.closest('[data-region]')?.getBoundingClientRect()
  return { left: (card?.right ?? right) + 6, top: (top + bottom) / 2 }
}

/** A colour as a swatch and its number; the swatch opens the picker. All of one visit is one step. */
export const ColourField = ({
  label,
  colour,
  first = FIRST_COLOUR,
  isShort,
  beside,
  isPlain = false,
  step,
  record,
}: ColourFieldProps) => {
  const bench = useBenchHandle()
  const slots = useBench((state) => shownProject(state).slots)
  const seen = colour && seenColour(colour, slots)
  const slot = colour && slots[readSlotRef(colour)?.slot ?? '']
  const [picksFor, setPicksFor] = useState<PickedFor>('slot')
  const ofSlot = picksFor === 'slot' ? slot : null
  const [anchor, setAnchor] = useState<{ readonly left: number; readonly top: number } | null>(null)
  const popover = useRef<PopoverActions>(null)
  const isOpen = anchor !== null
  const put = (next: Colour): void => bench.step(() => slideValue(bench, `colour-${label}`, step, record, next), true)
  /** To take a slot, a tint of it, or to leave it, is a step of its own. */
  const bind = (next: ColourRef): void => {
    bench.endBurst()
    settleValue(bench, step, record, next)
  }
  const use = (next: Colour): void =>
    ofSlot
      ? bench.step(
          () => slideValue(bench, `slot-${ofSlot.id}`, `Colour of “${ofSlot.name}”`, slotColour(ofSlot.id), next),
          true,
        )
      : put(next)
  // The visit is over when the picker is, in whichever way that goes.
  useEffect(() => (isOpen ? () => bench.endBurst() : undefined), [bench, isOpen])
  const close = (): void => {
    bench.endBurst()
    setAnchor(null)
    if (seen) rememberColour(seen)
  }
  const said = colour ? colourText(colour, slots) : ''
  const dropper = (): void => {
    close()
    takeDropper(bench, (picked) => {
      rememberColour(picked)
      if (ofSlot) settleValue(bench, `Colour of “${ofSlot.name}”`, slotColour(ofSlot.id), picked)
      else settleValue(bench, step, record, picked)
    })
    speak(bench, 'Press a point of the sheet to take its colour. Esc puts the dropper down.')
  }
  return (
    <div className={`${panel.row} ${panel.grow}`}>
      <Swatch
        colour={seen}
        name={`${label}: ${said || 'none'}. Choose a colour`}
        says={`${label}: choose a colour`}
        onPress={(swatch) => {
          setPicksFor('slot')
          setAnchor(besideCard(swatch))
        }}
      />
      {beside ??
        (isShort ? (
          <span className={panel.kind}>{label}</span>
        ) : (
          <TypedField
            label={label}
            step={0}
            shown={said}
            onText={(text) => settleValue(bench, step, record, readColourText(text, slots))}
          />
        ))}
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
          colour={ofSlot?.colour ?? seen ?? first}
          onColour={use}
          isOfSlot={isPlain || Boolean(slot)}
          slots={
            !isPlain && (
              <SlotChoice
                colour={colour ?? first}
                picksFor={picksFor}
                onPicksFor={setPicksFor}
                onRef={bind}
                onMake={() => void makeSlot(bench, seen ?? first, record)}
              />
            )
          }
          onDropper={dropper}
          onGrown={() => popover.current?.updatePosition()}
        />
      </Popover>
    </div>
  )
}
