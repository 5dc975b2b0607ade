'use client'
import Button from '@mui/material/Button'
import { useEffect, useState } from 'react'
import { formatNumber } from '@/core/units'
import type { PictureAnswer, PictureChange, PictureUse } from '@/contract/api'
import { api, ApiError, levelUrl } from '@/client/http/api'
import Paper from '@mui/material/Paper'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import { Fault } from '@/client/parts/Fault'
import styles from '@/client/library/Library.module.css'

const wordsOf = (error: unknown): string =>
  error instanceof ApiError ? error.message : 'That did not work. Try it again.'

const day = (iso: string): string => new Date(iso).toLocaleDateString(undefined, { dateStyle: 'medium' })

const megabytes = (bytes: number): string => `${formatNumber(bytes / 1e6, bytes < 1e6 ? 2 : 1)} MB`

/** A field that is used when left or on Enter. */
export const Written = ({
  label,
  value,
  hint,
  onText,
}: {
  readonly label: string
  readonly value: string
  readonly hint?: string
  readonly onText: (text: string) => void
}) => {
  const [draft, setDraft] = useState<string | null>(null)
  const use = (): void => {
    if (draft !== null && draft !== value) onText(draft)
    setDraft(null)
  }
  return (
    <TextField
      fullWidth
      label={label}
      value={draft ?? value}
      placeholder={hint ?? ''}
      sx={{ mb: 1.5 }}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={use}
      onKeyDown={(event) => {
        if (event.key === 'Enter') use()
        if (event.key === 'Escape') setDraft(null)
      }}
    />
  )
}

/** The projects that use a picture, as the server tells. */
const useUses = (hash: string, version: number): readonly PictureUse[] | null => {
  const [told, setTold] = useState<{ readonly key: string; readonly uses: readonly PictureUse[] } | null>(null)
  const key = `${hash} ${version}`
  useEffect(() => {
    let isGone = false
    api.pictureUses(hash).then(
      (uses) => !isGone && setTold({ key, uses }),
      () => !isGone && setTold({ key, uses: [] }),
    )
    return () => {
      isGone = true
    }
  }, [hash, key])
  return told?.key === key ? told.uses : null
}

interface PictureDetailsProps {
  readonly picture: PictureAnswer
  /** Rises when the uses may have changed. */
  readonly version: number
  readonly onChanged: (picture: PictureAnswer) => void
  readonly onRemove: () => void
  /** Starts choosing what comes in this one's place: in every project, or only in this one. */
  readonly onReplace: (where: 'everywhere' | 'here') => void
  readonly canReplaceHere: boolean
}

/** What is known of a picture, and what can be done with its file. */
export const PictureDetails = (props: PictureDetailsProps) => {
  const { picture, version, onChanged, onRemove, onReplace, canReplaceHere } = props
  const [fault, setFault] = useState<string | null>(null)
  const uses = useUses(picture.hash, version)
  const change = (next: PictureChange): void => {
    api.changePicture(picture.hash, next).then(
      (changed) => {
        setFault(null)
        onChanged(changed)
      },
      (error: unknown) => setFault(wordsOf(error)),
    )
  }
  return (
    <Paper
      variant="outlined"
      component="aside"
      className={styles.details}
      sx={{ minHeight: 0, p: 1.5, overflowY: 'auto' }}
      aria-label={`Details of ${picture.name}`}
    >
      {/* eslint-disable-next-line @next/next/no-img-element -- a local file at a size chosen by us */}
      <img src={levelUrl(picture.hash, Math.max(0, picture.levels - 2))} alt="" />
      <Written label="Name" value={picture.name} onText={(name) => name.trim() && change({ name })} />
      <Written
        label="Tags"
        hint="kites, dusk"
        value={picture.tags.join(', ')}
        onText={(text) =>
          change({
            tags: text
              .split(',')
              .map((tag) => tag.trim())
              .filter(Boolean),
          })
        }
      />
      <p>
        {picture.width} × {picture.height} px, {picture.kind.toUpperCase()}, {megabytes(picture.bytes)}
        {picture.hasAlpha ? ', with transparency' : ''}
        <br />
        Added {day(picture.addedAt)}
        {picture.usedAt ? `, last used ${day(picture.usedAt)}` : ''}
      </p>
      <p data-uses>
        {uses === null
          ? 'Looking where it is used…'
          : uses.length
            ? `Used in ${uses.map((use) => `${use.name} (${use.count})`).join(', ')}`
            : 'Not used in any project'}
      </p>
      {fault && <Fault>{fault}</Fault>}
      <Stack spacing={0.75} sx={{ alignItems: 'flex-start' }}>
        <Button size="small" variant="outlined" onClick={() => onReplace('everywhere')}>
          Replace everywhere…
        </Button>
        {canReplaceHere && (
          <Button size="small" variant="outlined" onClick={() => onReplace('here')}>
            Replace only here…
          </Button>
        )}
        <Button size="small" color="error" onClick={onRemove}>
          Remove…
        </Button>
      </Stack>
    </Paper>
  )
}
