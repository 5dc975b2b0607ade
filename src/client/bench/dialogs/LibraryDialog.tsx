'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useMemo } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { api, ApiError } from '@/client/http/api'
import { PictureLibrary } from '@/client/library/PictureLibrary'
import { takeSupply, replaceFile } from '@/client/store/actions'
import { usesByHash } from '@/client/store/uploads'
import { putPictures, putMarked } from '@/client/store/slices/supplies'

/** The library over the bench: choose pictures for the frames, or put one file in another's place. */
export const LibraryDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const pictures = useBench((state) => state.pictures)
  const project = useBench((state) => state.project)
  const usesHere = useMemo(() => usesByHash(project), [project])
  return (
    <Dialog
      open
      onClose={onClose}
      maxWidth="lg"
      fullWidth
      aria-labelledby="library-title"
      slotProps={{ paper: { sx: { height: '86vh' } } }}
    >
      <DialogTitle id="library-title">Pictures</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', overflow: 'hidden' }}>
        <PictureLibrary
          pictures={pictures}
          usesHere={usesHere}
          onPictures={(next) => putPictures(bench, next)}
          onUse={(chosen) => {
            onClose()
            const [only] = chosen
            if (chosen.length === 1 && only) takeSupply(bench, only)
            else
              putMarked(
                bench,
                chosen.map(({ hash }) => hash),
              )
          }}
          onReplaceHere={(hash, by) => replaceFile(bench, hash, by)}
          aroundReplace={async (replace) => {
            if (!(await bench.allSaved()))
              throw new ApiError(0, {
                code: 'unsaved',
                message: 'The newest changes are not saved yet. Wait until the server answers, then replace again.',
              })
            const replaced = await replace()
            bench.adopt(await api.openProject(bench.get().project.id))
            return replaced
          }}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}
