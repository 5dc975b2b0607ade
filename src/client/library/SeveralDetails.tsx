'use client'
import Button from '@mui/material/Button'
import Chip from '@mui/material/Chip'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Paper from '@mui/material/Paper'
import { useState } from 'react'
import { hasTag, tagsOf } from '@/core/document/library'
import type { PictureAnswer } from '@/contract/api'
import { api, ApiError } from '@/client/http/api'
import { Written } from '@/client/library/PictureDetails'
import { Fault } from '@/client/parts/Fault'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/library/Library.module.css'

const wordsOf = (error: unknown): string =>
  error instanceof ApiError ? error.message : 'That did not work. Try it again.'

/** Does something with each picture, one after another; what fails is told by the picture's name, the rest is done. */
export const eachOne = async <T,>(
  pictures: readonly PictureAnswer[],
  act: (picture: PictureAnswer) => Promise<T>,
): Promise<{ readonly done: readonly T[]; readonly faults: readonly string[] }> => {
  const done: T[] = []
  const faults: string[] = []
  for (const picture of pictures) {
    try {
      done.push(await act(picture))
    } catch (error) {
      faults.push(pictures.length > 1 ? `${picture.name}: ${wordsOf(error)}` : wordsOf(error))
    }
  }
  return { done, faults }
}

/** Asks before pictures are taken out of the library. */
export const AskRemoval = ({
  pictures,
  onRemove,
  onClose,
}: {
  readonly pictures: readonly PictureAnswer[]
  readonly onRemove: () => void
  readonly onClose: () => void
}) => {
  const [only] = pictures
  const what = pictures.length === 1 ? `“${only?.name ?? ''}”` : `${pictures.length} pictures`
  return (
    <Dialog open onClose={onClose} aria-labelledby="removal-title" maxWidth="xs">
      <DialogTitle id="removal-title">Remove {what} from the library?</DialogTitle>
      <DialogContent>
        What a project or a template uses stays. For a day what was removed can be brought back: here, or by adding the
        file again.
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} autoFocus>
          Keep
        </Button>
        <Button color="error" variant="contained" onClick={onRemove}>
          Remove
        </Button>
      </DialogActions>
    </Dialog>
  )
}

interface SeveralProps {
  readonly pictures: readonly PictureAnswer[]
  readonly onChanged: (pictures: readonly PictureAnswer[]) => void
  readonly onRemove: (pictures: readonly PictureAnswer[]) => void
}

/** What is done with several pictures at once: tags are added to all or taken off all, all are removed. */
export const SeveralDetails = ({ pictures, onChanged, onRemove }: SeveralProps) => {
  const [faults, setFaults] = useState<readonly string[]>([])
  const retag = async (tagsFor: (picture: PictureAnswer) => readonly string[]): Promise<void> => {
    const made = await eachOne(pictures, (picture) => api.changePicture(picture.hash, { tags: tagsFor(picture) }))
    setFaults(made.faults)
    onChanged(made.done)
  }
  const count = (tag: string): number => pictures.filter((picture) => hasTag(picture, tag)).length
  return (
    <Paper
      variant="outlined"
      component="aside"
      className={styles.details}
      sx={{ minHeight: 0, p: 1.5, overflowY: 'auto' }}
      aria-label={`Details of ${pictures.length} pictures`}
    >
      <p>
        <strong>{pictures.length} pictures chosen</strong>
      </p>
      <Written
        label={`Tags for all ${pictures.length}`}
        hint="kites, dusk"
        value=""
        onText={(text) => void retag(({ tags }) => [...tags, ...text.split(',')])}
      />
      <div className={panel.wrap} role="group" aria-label="Tags they have">
        {tagsOf(pictures).map((tag) => (
          <Chip
            key={tag}
            label={count(tag) < pictures.length ? `${tag} (${count(tag)})` : tag}
            title={`Take the tag “${tag}” off all of them`}
            onDelete={() => void retag(({ tags }) => tags.filter((one) => one.toLowerCase() !== tag.toLowerCase()))}
          />
        ))}
      </div>
      {faults.map((fault) => (
        <Fault key={fault}>{fault}</Fault>
      ))}
      <p>
        <Button size="small" color="error" onClick={() => onRemove(pictures)}>
          Remove all {pictures.length}…
        </Button>
      </p>
    </Paper>
  )
}
