'use client'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import Card from '@mui/material/Card'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { Thumbnail } from '@/client/stage/Thumbnail'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { selectedWord } from '@/client/store/lettering'
import { lettersByPicture, makeOneStencil } from '@/client/store/letterPictures'
import styles from '@/client/bench/dialogs/Takes.module.css'

const TILE = { w: 160, h: 130 }

/** Asks which of a text's pictures stays when it becomes one stencil. */
export const OneStencilDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const project = useBench(shownProject)
  const sheet = useBench(shownSheet)
  const word = useBench(selectedWord)
  if (!word) return null
  const make = (letterId: string | null): void => {
    makeOneStencil(bench, word.id, letterId)
    onClose()
  }
  return (
    <Dialog open onClose={onClose} aria-labelledby="one-stencil-title" fullWidth maxWidth="sm">
      <DialogTitle id="one-stencil-title">Which picture stays?</DialogTitle>
      <DialogContent>
        <p>
          The letters become one stencil, and that holds one picture. The others leave the sheet; undo brings them back.
        </p>
        <div className={styles.takes}>
          {lettersByPicture(sheet, word).map((frame) => (
            <Card key={frame.id} variant="outlined" sx={{ p: 0.75 }}>
              <ButtonBase
                className={styles.picture}
                aria-label={`Keep the picture of ${frame.name}`}
                onClick={() => make(frame.id)}
              >
                <Thumbnail project={project} sheet={sheet} frames={[frame]} width={TILE.w} height={TILE.h} />
              </ButtonBase>
            </Card>
          ))}
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button onClick={() => make(null)}>No picture</Button>
      </DialogActions>
    </Dialog>
  )
}
