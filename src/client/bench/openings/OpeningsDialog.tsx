'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useEffect, useState } from 'react'
import { isFailure } from '@/core/failure'
import { useBenchHandle } from '@/client/binding/useBench'
import { OpeningsLayers } from '@/client/bench/openings/OpeningsLayers'
import { OpeningsList } from '@/client/bench/openings/OpeningsList'
import { OpeningsPreview } from '@/client/bench/openings/OpeningsPreview'
import { OpeningsSearch } from '@/client/bench/openings/OpeningsSearch'
import { useOpenings } from '@/client/bench/openings/useOpenings'
import { focusTable } from '@/client/gestures/focus'
import { Choice } from '@/client/parts/fields/Choice'
import { Fault } from '@/client/parts/Fault'
import { putOpenings, type ArtWay } from '@/client/store/putOpenings'
import type { OpeningsSource } from '@/client/store/state'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/parts/ArtPanes.module.css'

const WAYS: readonly (readonly [ArtWay, string])[] = [
  ['over', 'over the pictures'],
  ['background', 'the background'],
  ['pieces', 'in loose pieces'],
]

const madeWords = (count: number): string =>
  count === 0 ? 'Make frames' : count === 1 ? 'Make the frame' : `Make ${count} frames`

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
  const [isMaking, setMaking] = useState(false)
  const [fault, setFault] = useState<string | null>(null)
  // What is made is worked on at once. Where the dialog was opened from may be a tab, which would open again by its focus.
  useEffect(() => () => focusTable(), [])
  const kept = held.openings.filter(({ isKept }) => isKept)
  const make = async (): Promise<void> => {
    setMaking(true)
    setFault(null)
    try {
      const uses = held.layers.map(({ use }) => use)
      if (await putOpenings(bench, source, { uses, way: held.way, by: held.choice.by, chosen: kept })) onClose()
    } catch (error) {
      setFault(isFailure(error) ? error.message : 'The frames could not be made. Nothing was changed.')
    } finally {
      setMaking(false)
    }
  }
  return (
    <Dialog open disableRestoreFocus onClose={onClose} aria-labelledby="openings-title" fullWidth maxWidth="md">
      <DialogTitle id="openings-title">Frames for the holes of {source.name}</DialogTitle>
      <DialogContent>
        <div className={styles.art}>
          <OpeningsPreview source={source} held={held} />
          <div className={styles.options}>
            {held.layers.length > 1 && <OpeningsLayers held={held} />}
            <OpeningsSearch held={held} />
            <OpeningsList held={held} />
            <Choice
              label="Art"
              name="How the art lies"
              value={held.way}
              // Art that lies on the sheet already is no background.
              options={source.onSheet ? WAYS.filter(([way]) => way !== 'background') : WAYS}
              onChoice={held.setWay}
            />
            {source.notes.map((note) => (
              <span key={note} className={panel.caution}>
                ▲ {note}
              </span>
            ))}
            {[...(held.fault ? [held.fault] : []), ...(fault ? [fault] : [])].map((words) => (
              <Fault key={words}>{words}</Fault>
            ))}
          </div>
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={() => void make()} disabled={held.isLooking || isMaking || !kept.length}>
          {madeWords(kept.length)}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
