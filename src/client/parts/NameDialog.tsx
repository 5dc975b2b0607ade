'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { RANGE } from '@/core/tolerance'

/** Asks for a name. */
export const NameDialog = ({
  title,
  action,
  name,
  onClose,
  onName,
}: {
  readonly title: string
  /** What the button does. */
  readonly action: string
  readonly name: string
  readonly onClose: () => void
  readonly onName: (name: string) => void
}) => {
  const [text, setText] = useState(name)
  const isLong = text.trim().length > RANGE.nameLength
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="name-title">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          if (text.trim() && !isLong) onName(text.trim())
        }}
      >
        <DialogTitle id="name-title">{title}</DialogTitle>
        <DialogContent>
          <TextField
            label="Name"
            value={text}
            onChange={(event) => setText(event.target.value)}
            error={isLong || !text.trim()}
            helperText={isLong ? `At most ${RANGE.nameLength} characters` : !text.trim() ? 'Type a name' : ' '}
            fullWidth
            autoFocus
            sx={{ mt: 1 }}
            onFocus={(event) => event.target.select()}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={isLong || !text.trim()}>
            {action}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
