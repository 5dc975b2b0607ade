'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useState } from 'react'
import type { FaceAnswer } from '@/contract/api'
import { FacePicker, foundFaces } from '@/client/letters/FacePicker'
import { RailButton } from '@/client/parts/RailButton'
import { Search } from '@/client/parts/fields/Search'

interface FaceButtonProps {
  readonly faces: readonly FaceAnswer[]
  readonly value: string
  readonly name: string
  /** What the samples say. */
  readonly text: string
  readonly onFace: (face: FaceAnswer) => void
}

/** A typeface by name; pressed, all are shown by a sample of their own. */
export const FaceButton = ({ faces, value, name, text, onFace }: FaceButtonProps) => {
  const [isOpen, setOpen] = useState(false)
  const [search, setSearch] = useState('')
  return (
    <>
      <RailButton framed hasMenu label={`Typeface: ${name}. Choose another`} onPress={() => setOpen(true)}>
        {name} …
      </RailButton>
      <Dialog open={isOpen} onClose={() => setOpen(false)} aria-labelledby="set-face-title" fullWidth maxWidth="md">
        <DialogTitle id="set-face-title">Typeface of the set</DialogTitle>
        <DialogContent>
          <Search name="Search typefaces" placeholder="Search by name or kind" value={search} onValue={setSearch} />
          <FacePicker
            faces={foundFaces(faces, search)}
            text={text}
            chosen={value}
            onChoose={(face) => {
              onFace(face)
              setOpen(false)
            }}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setOpen(false)}>Cancel</Button>
        </DialogActions>
      </Dialog>
    </>
  )
}
