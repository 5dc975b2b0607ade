'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { CategoryField } from '@/client/parts/CategoryField'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { keepable, keepAll } from '@/client/store/keptStencils'
import { selectedFrame } from '@/client/store/selection'

const FIRST_CATEGORY = 'Mine'

/** Keeps the selected frame's outline among the stencils of one's own. */
export const KeepDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const frame = useBench(selectedFrame)
  const kept = useBench((state) => state.kept)
  const [name, setName] = useState(frame?.name ?? '')
  const [category, setCategory] = useState(kept[0]?.category ?? FIRST_CATEGORY)
  if (!frame) return null
  const keep = async (): Promise<void> => {
    const made = { name: name.trim() || 'Outline', category: category.trim() || FIRST_CATEGORY }
    if (await keepAll(bench, [{ ...made, ...keepable(frame.stencil, frame.box) }])) onClose()
  }
  return (
    <Dialog open onClose={onClose} aria-labelledby="keep-title" fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <DialogTitle id="keep-title">Keep this outline</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2, justifyItems: 'stretch' }}>
          <span style={{ justifySelf: 'center' }}>
            <StencilIcon stencil={frame.stencil} aspect={frame.box.w / frame.box.h} width={150} height={100} />
          </span>
          <TextField
            label="Name"
            size="small"
            autoFocus
            value={name}
            onChange={(event) => setName(event.target.value.slice(0, 100))}
          />
          <CategoryField categories={kept.map((one) => one.category)} value={category} onValue={setCategory} />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            Keep
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
