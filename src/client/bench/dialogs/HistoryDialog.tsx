'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import List from '@mui/material/List'
import ListItemButton from '@mui/material/ListItemButton'
import { useBench, useBenchHandle } from '@/client/binding/useBench'

/** Every step, newest first; pressing one goes back (or forward) to it. */
export const HistoryDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const { undo, redo } = useBench((state) => state.history)
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="history-title">
      <DialogTitle id="history-title">History</DialogTitle>
      <DialogContent>
        <List dense component="div" role="group" aria-label="Steps">
          {redo.map((step) => (
            <ListItemButton key={step.id} onClick={() => bench.goTo(step.id)} sx={{ opacity: 0.72 }}>
              {step.name} (taken back)
            </ListItemButton>
          ))}
          {undo.toReversed().map((step, i) => (
            <ListItemButton key={step.id} selected={i === 0} onClick={() => bench.goTo(step.id)}>
              {step.name}
              {i === 0 && ' · now'}
            </ListItemButton>
          ))}
          <ListItemButton selected={!undo.length} onClick={() => bench.goTo(null)}>
            The beginning{!undo.length && ' · now'}
          </ListItemButton>
        </List>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}
