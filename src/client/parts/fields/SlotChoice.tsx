'use client'
'use memo'
import { readSlotRef, slotRef, TINT, tinted, type ColourRef, type Slot } from '@/core/colour/slots'
import { within } from '@/core/range'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { OneOf } from '@/client/parts/OneOf'
import { PlainField } from '@/client/parts/fields/LengthField'
import { Swatch } from '@/client/parts/fields/Swatch'
import { TypedField } from '@/client/parts/fields/TypedField'
import { RailButton } from '@/client/parts/RailButton'
import panel from '@/client/parts/Panel.module.css'
import { shownProject } from '@/client/store/benchStore'
import { listedSlots, renameSlot, tintWords } from '@/client/store/slots'

/** What a colour that is picked is for: this one place, or the slot and with it all that uses it. */
export type PickedFor = 'place' | 'slot'

/** Tints that are at hand by a press, in percent. */
const TINTS = [-40, -20, 0, 25, 50, 75] as const

interface BoundProps {
  readonly slot: Slot
  readonly tint: number
  readonly picksFor: PickedFor
  readonly onPicksFor: (picksFor: PickedFor) => void
  readonly onRef: (ref: ColourRef) => void
}

/** A colour of a slot: which, how light, what picking changes, and the way out. */
const Bound = ({ slot, tint, picksFor, onPicksFor, onRef }: BoundProps) => {
  const bench = useBenchHandle()
  const own = tinted(slot.colour, tint)
  return (
    <>
      <TypedField
        label="Slot"
        name="Name of the slot"
        step={0}
        shown={slot.name}
        onText={(text) => text.trim() && renameSlot(bench, slot.id, text.trim())}
      />
      <div className={panel.row}>
        {TINTS.map((percent) => (
          <Swatch
            key={percent}
            colour={tinted(slot.colour, percent)}
            name={tintWords(slot.name, percent)}
            isOn={percent === tint}
            onPress={() => onRef(slotRef(slot.id, percent))}
          />
        ))}
      </div>
      <PlainField
        label="Tint"
        name="Lighter or darker"
        unit="%"
        decimals={0}
        value={tint}
        onValue={(value) => onRef(slotRef(slot.id, within('the tint', value, TINT)))}
      />
      <div className={panel.row}>
        <OneOf
          name="What a picked colour changes"
          value={picksFor}
          options={[
            ['slot', 'The slot', `A picked colour changes “${slot.name}”, and all that uses it`],
            [
              'place',
              'Only here',
              `A picked colour is for this place alone, which then follows “${slot.name}” no more`,
            ],
          ]}
          onChoice={onPicksFor}
        />
        <RailButton framed label={`Keep this colour, but follow “${slot.name}” no more`} onPress={() => onRef(own)}>
          Free
        </RailButton>
      </div>
    </>
  )
}

/** The project's colour slots in the picker: to take one, to make one, and what is to be said of the one in use. */
export const SlotChoice = ({
  colour,
  picksFor,
  onPicksFor,
  onRef,
  onMake,
}: {
  readonly colour: ColourRef
  readonly picksFor: PickedFor
  readonly onPicksFor: (picksFor: PickedFor) => void
  readonly onRef: (ref: ColourRef) => void
  readonly onMake: () => void
}) => {
  const slots = useBench((state) => shownProject(state).slots)
  const use = readSlotRef(colour)
  const slot = use && slots[use.slot]
  const all = listedSlots(slots)
  return (
    <>
      {all.length > 0 && (
        <div role="group" aria-label="Colour slots">
          <div className={panel.kind}>Colour slots</div>
          <div className={panel.wrap} style={{ padding: '4px 2px' }}>
            {all.map((one) => (
              <Swatch
                key={one.id}
                colour={one.colour}
                name={`Slot: ${one.name}`}
                says={one.name}
                isOn={one.id === slot?.id}
                onPress={() => onRef(slotRef(one.id))}
              />
            ))}
          </div>
        </div>
      )}
      {slot ? (
        <Bound slot={slot} tint={use.tint} picksFor={picksFor} onPicksFor={onPicksFor} onRef={onRef} />
      ) : (
        <RailButton
          framed
          label="Make this colour a slot of the project: what uses it changes with it"
          onPress={onMake}
        >
          Make it a slot
        </RailButton>
      )}
    </>
  )
}
