'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useState } from 'react'
import { isFailure } from '@/core/failure'
import { useBenchHandle } from '@/client/binding/useBench'
import { OpeningsList } from '@/client/bench/openings/OpeningsList'
import { OpeningsPreview } from '@/client/bench/openings/OpeningsPreview'
import { OpeningsSearch } from '@/client/bench/openings/OpeningsSearch'
import { useOpenings } from '@/client/bench/openings/useOpenings'
import { Fault } from '@/client/parts/Fault'
import { putOpenings } from '@/client/store/openings'
import type { OpeningsSource } from '@/client/store/state'
import styles from '@/client/parts/ArtPanes.module.css'

/** The openings of art: found, numbered over it, to be kept or dropped, joined and named; then frames lie beneath them. */
export const OpeningsDialog = ({
  source,
  onClose,
}: {
  readonly source: OpeningsSource
  readonly onClose: () => void
}) => {
  const bench = useBenchHandle()
  const held = useOpenings(source)
  const [fault, setFault] = useState<string | null>(null)
  const kept = held.openings.filter(({ isKept }) => isKept)
  const make = (): void => {
    try {
      if (putOpenings(bench, source, kept)) onClose()
    } catch (error) {
      setFault(isFailure(error) ? error.message : 'The frames could not be made. Nothing was changed.')
    }
  }
  return (
    <Dialog open onClose={onClose} aria-labelledby="openings-title" fullWidth maxWidth="md">
      <DialogTitle id="openings-title">Frames for the holes of {source.name}</DialogTitle>
      <DialogContent>
        <div className={styles.art}>
          <OpeningsPreview source={source} held={held} />
          <div className={styles.options}>
            <OpeningsSearch held={held} />
            <OpeningsList held={held} />
            {[...(held.fault ? [held.fault] : []), ...(fault ? [fault] : [])].map((words) => (
              <Fault key={words}>{words}</Fault>
            ))}
          </div>
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={make} disabled={held.isLooking || !kept.length}>
          {kept.length === 1 ? 'Make the frame' : `Make ${kept.length} frames`}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
