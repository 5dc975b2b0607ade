'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { CategoryField } from '@/client/parts/fields/CategoryField'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { keepable, keepAll } from '@/client/store/keptStencils'
import { selectedFrames } from '@/client/store/selection'

const FIRST_CATEGORY = 'Mine'

/** Keeps the outlines of the selected frames among the stencils of one's own: one by a name, several by their frames' names. */
export const KeepDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const ids = useBench((state) =>
    selectedFrames(state)
      .map(({ id }) => id)
      .join(),
  )
  const frames = useMemo(() => (ids ? selectedFrames(bench.get()) : []), [bench, ids])
  const [frame] = frames
  const kept = useBench((state) => state.kept)
  const [name, setName] = useState(frame?.name ?? '')
  const [category, setCategory] = useState(kept[0]?.category ?? FIRST_CATEGORY)
  if (!frame) return null
  const isSeveral = frames.length > 1
  const keep = async (): Promise<void> => {
    const kind = category.trim() || FIRST_CATEGORY
    const made = frames.map((one) => ({
      name: (isSeveral ? one.name : name).trim() || 'Outline',
      category: kind,
      ...keepable(one.stencil, one.box),
    }))
    if (await keepAll(bench, made)) onClose()
  }
  return (
    <Dialog open onClose={onClose} aria-labelledby="keep-title" fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <DialogTitle id="keep-title">{isSeveral ? `Keep ${frames.length} outlines` : 'Keep this outline'}</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2, justifyItems: 'stretch' }}>
          <Stack direction="row" useFlexGap spacing={1.5} sx={{ flexWrap: 'wrap', justifyContent: 'center' }}>
            {frames.map((one) => (
              <StencilIcon
                key={one.id}
                stencil={one.stencil}
                aspect={one.box.w / one.box.h}
                width={isSeveral ? 64 : 150}
                height={isSeveral ? 48 : 100}
              />
            ))}
          </Stack>
          {isSeveral ? (
            <Typography variant="caption">
              They are kept under the names of their frames: {frames.map((one) => one.name).join(', ')}.
            </Typography>
          ) : (
            <TextField
              label="Name"
              size="small"
              autoFocus
              value={name}
              onChange={(event) => setName(event.target.value.slice(0, 100))}
            />
          )}
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
