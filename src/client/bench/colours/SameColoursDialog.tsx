'use client'
import { slotsToChoose } from '@/core/document/fragment'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import type { Colour } from '@/core/colour/colour'
import { slotNamed } from '@/core/colour/slots'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { pasteHeld } from '@/client/store/clipboard'
import type { HeldPaste } from '@/client/store/state'
import styles from '@/client/parts/Panel.module.css'

const Sample = ({ colour }: { readonly colour: Colour }) => (
  <span
    style={{
      background: colour,
      width: 26,
      height: 26,
      border: '1px solid var(--room-field)',
      display: 'inline-block',
    }}
    aria-label={colour}
    role="img"
  />
)

/** Asks what becomes of colour slots that come with a paste, where the project has others of their names. */
export const SameColoursDialog = ({ held, onClose }: { readonly held: HeldPaste; readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.project)
  const same = slotsToChoose(project, held.fragment)
  return (
    <Dialog open onClose={onClose} aria-labelledby="same-colours-title" fullWidth maxWidth="xs">
      <DialogTitle id="same-colours-title">Colour slots of the same name</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1 }}>
        <Typography variant="body2">
          What is pasted uses colour slots whose names this project has for other colours.
        </Typography>
        {same.map((slot) => (
          <div key={slot.id} className={styles.row}>
            <Typography variant="body2" noWrap sx={{ flex: 1 }}>
              {slot.name}
            </Typography>
            here <Sample colour={slotNamed(project.slots, slot.name)?.colour ?? slot.colour} /> pasted{' '}
            <Sample colour={slot.colour} />
          </div>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button onClick={() => pasteHeld(bench, 'apart')}>Keep both</Button>
        <Button variant="contained" autoFocus onClick={() => pasteHeld(bench, 'join')}>
          Use this project’s
        </Button>
      </DialogActions>
    </Dialog>
  )
}
