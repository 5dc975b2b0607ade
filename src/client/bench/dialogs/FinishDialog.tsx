'use client'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import FormControlLabel from '@mui/material/FormControlLabel'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { CategoryField } from '@/client/parts/fields/CategoryField'
import { isStraight } from '@/core/stencil/stencil'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { changeNamed, keepFinish, selectedItems } from '@/client/store/finishes'
import { say } from '@/client/store/notices'

/** Names the finish of what is selected, or renames one of the project. */
export const FinishDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const finishes = useBench((state) => state.project.finishes)
  const renamed = useBench((state) => state.project.finishes[state.renaming ?? ''])
  const [item] = selectedItems(bench)
  const [name, setName] = useState(renamed?.name ?? '')
  const [category, setCategory] = useState(renamed?.category ?? '')
  const corner = item?.kind === 'frame' && isStraight(item.stencil) ? item.stencil.corners?.[0] : undefined
  const [withCorners, setWithCorners] = useState(true)
  const keep = (): void => {
    const words = name.trim() || 'Finish'
    if (renamed) changeNamed(bench, renamed.id, { name: words, category: category.trim() })
    else if (item) keepFinish(bench, words, category.trim(), withCorners)
    else say(bench, 'Select a frame or group first, then name its finish.')
    onClose()
  }
  return (
    <Dialog open onClose={onClose} aria-labelledby="finish-title" fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          keep()
        }}
      >
        <DialogTitle id="finish-title">{renamed ? 'Rename the finish' : 'Name this finish'}</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>
          <TextField
            label="Name"
            size="small"
            autoFocus
            value={name}
            onChange={(event) => setName(event.target.value.slice(0, 100))}
          />
          <CategoryField
            label="Category (may be left empty)"
            categories={Object.values(finishes).map((one) => one.category)}
            value={category}
            onValue={(next) => setCategory(next.slice(0, 100))}
          />
          {!renamed && corner && (
            <FormControlLabel
              control={<Checkbox checked={withCorners} onChange={(event) => setWithCorners(event.target.checked)} />}
              label="The corners are part of it"
            />
          )}
          {!renamed && <span>Frames that use it follow when it is changed for all.</span>}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            {renamed ? 'Rename' : 'Name it'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
