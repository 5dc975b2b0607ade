'use client'
import NextPlan from '@mui/icons-material/SkipNext'
import Chip from '@mui/material/Chip'
import Paper from '@mui/material/Paper'
import { fillingOf } from '@/core/document/filling'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { useWhenStill } from '@/client/binding/useLive'
import { CommandButton } from '@/client/commands/CommandButton'
import { THICK } from '@/client/stage/Rulers'
import { RailButton } from '@/client/parts/RailButton'
import { Tip } from '@/client/parts/Tip'
import { heldSheet } from '@/client/store/benchStore'
import { carriedOf } from '@/client/store/modes'
import { goToEmpty, isFillable } from '@/client/store/filling'
import { turnLook } from '@/client/store/sheetLooks'
import panel from '@/client/parts/Panel.module.css'

/** The looks that the sheet offers, each on or off. */
const LookSwitches = () => {
  const bench = useBenchHandle()
  const switches = useBench((state) => heldSheet(state).switches)
  return Object.values(switches).map(({ id, name, on, frames }) => (
    <Tip
      key={id}
      describes
      says={`${on ? 'Take' : 'Put'} “${name}” ${on ? 'off' : 'on'} ${frames ? 'its' : 'all'} openings`}
    >
      <Chip
        size="small"
        clickable
        label={name}
        aria-pressed={on}
        color={on ? 'primary' : 'default'}
        variant={on ? 'filled' : 'outlined'}
        onClick={() => turnLook(bench, id, !on)}
      />
    </Tip>
  ))
}

/** At the head of the table, while the sheet is one to be filled: how far it is, what comes next, the looks it offers. */
export const FillingBar = () => {
  const bench = useBenchHandle()
  const isShown = useBench((state) => isFillable(state) && carriedOf(state) === null && !state.isClean)
  const hasRulers = useBench((state) => state.hasRulers)
  const { of, filled, empty } = useWhenStill((state) => fillingOf(heldSheet(state)))
  if (!isShown) return null
  return (
    <Paper
      elevation={3}
      role="group"
      aria-label="Filling this sheet"
      className={panel.row}
      sx={{ gridArea: 'table', placeSelf: 'start center', zIndex: 5 }}
      style={{ margin: `${hasRulers ? 6 + THICK : 5}px 5px 5px`, padding: '2px 10px', minHeight: 32 }}
    >
      <span role="status">{empty.length ? `${filled} of ${of} filled` : of ? 'All filled' : 'Nothing to fill'}</span>
      {empty.length > 0 && (
        <RailButton label="Next empty opening" onPress={() => goToEmpty(bench)}>
          <NextPlan fontSize="small" /> Next empty
        </RailButton>
      )}
      <LookSwitches />
      <CommandButton namedByWords id="changeTemplate">
        Another template
      </CommandButton>
    </Paper>
  )
}
