'use client'
import Delete from '@mui/icons-material/DeleteOutlined'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { plainColour, type Slot } from '@/core/colour/slots'
import { slotUses } from '@/core/document/colours'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { CommandButton } from '@/client/commands/CommandButton'
import { ColourField } from '@/client/parts/fields/ColourField'
import { Swatch } from '@/client/parts/fields/Swatch'
import { NameField } from '@/client/parts/fields/NameField'
import { RailButton } from '@/client/parts/RailButton'
import { Section } from '@/client/parts/Section'
import styles from '@/client/parts/Panel.module.css'
import { shownProject } from '@/client/store/benchStore'
import { dropSlot, listedSlots, makeSlot, renameSlot, slotColour } from '@/client/store/slots'

const usedWords = (uses: number): string => (uses === 0 ? 'unused' : `used ${uses}×`)

/** A slot: its colour, its name, how often it is used, and the way to let go of it. */
const SlotRow = ({ slot, uses }: { readonly slot: Slot; readonly uses: number }) => {
  const bench = useBenchHandle()
  return (
    <div className={styles.row} data-slot={slot.id}>
      <ColourField
        isPlain
        label={slot.name}
        colour={slot.colour}
        step={`Colour of “${slot.name}”`}
        record={(project, colour) => slotColour(slot.id)(project, plainColour(colour))}
        beside={
          <NameField
            label={`Name of the slot ${slot.name}`}
            name={slot.name}
            onName={(name) => renameSlot(bench, slot.id, name)}
          />
        }
      />
      <Typography variant="caption" color="textSecondary" noWrap sx={{ flex: 'none', width: 58, textAlign: 'right' }}>
        {usedWords(uses)}
      </Typography>
      <RailButton
        label={`Remove the slot “${slot.name}”: what uses it keeps its colour`}
        onPress={() => dropSlot(bench, slot.id)}
      >
        <Delete fontSize="small" />
      </RailButton>
    </div>
  )
}

/** The project's named colours; what uses one changes with it. Colours that are only kept become slots by a press. */
export const SlotsSection = () => {
  const bench = useBenchHandle()
  const project = useBench(shownProject)
  const uses = useMemo(() => slotUses(project), [project])
  const slots = listedSlots(project.slots)
  const { colours } = project
  return (
    <Section name="Colour slots" says={slots.length ? `${slots.length} of the project` : 'none yet'}>
      {slots.map((slot) => (
        <SlotRow key={slot.id} slot={slot} uses={uses.get(slot.id) ?? 0} />
      ))}
      {slots.length === 0 && (
        <div className={styles.kind}>
          A slot is a colour with a name. Give it to frames, letters, edges and backgrounds: they all change with it.
        </div>
      )}
      <div className={styles.row}>
        <CommandButton framed id="newSlot">
          New slot
        </CommandButton>
        <CommandButton framed id="fillSlots">
          Fill from pictures…
        </CommandButton>
      </div>
      {colours.length > 0 && (
        <div role="group" aria-label="Kept colours">
          <div className={styles.kind}>Kept colours: press one to make it a slot</div>
          <div className={styles.wrap}>
            {colours.map((colour) => (
              <Swatch
                key={colour}
                colour={colour}
                name={`Make ${colour} a slot`}
                says={`${colour}: press to make it a slot`}
                onPress={() => void makeSlot(bench, colour)}
              />
            ))}
          </div>
        </div>
      )}
    </Section>
  )
}
