'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useRef, useState } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { FacePicker, foundFaces } from '@/client/letters/FacePicker'
import { addFaces, faceOf, forgetFace, refOfFace } from '@/client/store/faces'
import type { FaceAnswer } from '@/contract/api'
import { chooseTextFace, lookShown } from '@/client/store/textLooks'
import { selectedTexts } from '@/client/store/texts'
import { currentFace, resetWord, selectedWord } from '@/client/store/lettering'
import panel from '@/client/parts/Panel.module.css'
import { FilePick } from '@/client/parts/FilePick'
import { Search } from '@/client/parts/fields/Search'
import { chooseFace } from '@/client/store/slices/supplies'

/** A button that asks for files of typefaces. */
export const AddFaces = ({ children }: { readonly children: string }) => {
  const bench = useBenchHandle()
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <FilePick
        ref={input}
        several
        name="Files of typefaces"
        accept=".otf,.ttf,.woff,.woff2"
        onFiles={(files) => void addFaces(bench, files)}
      />
      <Button size="small" onClick={() => input.current?.click()}>
        {children}
      </Button>
    </>
  )
}

/** The regular face of a bold one, or the face itself. */
const regularOf = (faces: readonly FaceAnswer[], id: string | undefined): string | undefined =>
  faceOf(faces, id ?? '')?.regular ?? id

/** Chooses the typeface of the selected text, or of those to come. */
export const FacesDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const faces = useBench((state) => state.faces)
  const word = useBench(selectedWord)
  const block = useBench((state) => selectedTexts(state)[0] ?? null)
  const blockFace = useBench((state) => (block ? lookShown(state, block).faceId : undefined))
  const next = useBench(currentFace)
  const sample = useBench((state) => state.letterText)
  const [search, setSearch] = useState('')
  const chosen = block ? (regularOf(faces, blockFace) ?? null) : (word?.lettering.face.id ?? next?.id ?? null)
  const held = faceOf(faces, chosen ?? '')
  const found = foundFaces(faces, search).filter(({ regular }) => !block || regular === undefined)
  const firstLine = (block?.stencil.text ?? word?.lettering.text ?? sample).split('\n')[0]?.trim().slice(0, 12)
  return (
    <Dialog open onClose={onClose} aria-labelledby="faces-title" fullWidth maxWidth="md">
      <DialogTitle id="faces-title">Typefaces</DialogTitle>
      <DialogContent>
        <div className={panel.row}>
          <Search name="Search typefaces" placeholder="Search by name or kind" value={search} onValue={setSearch} />
          <AddFaces>Add a typeface…</AddFaces>
          <span className={panel.kind}>OTF, TTF, WOFF or WOFF2</span>
        </div>
        {found.length > 0 ? (
          <FacePicker
            faces={found}
            text={firstLine || 'Kites'}
            chosen={chosen}
            first={block ? 'reading' : undefined}
            onChoose={(face) => {
              if (block) return chooseTextFace(bench, face)
              chooseFace(bench, face.id)
              if (word && face.id !== word.lettering.face.id)
                void resetWord(bench, word.id, { name: 'Typeface', setting: { face: refOfFace(face) } })
            }}
          />
        ) : (
          <p className={panel.kind}>No typeface is called “{search.trim()}”.</p>
        )}
      </DialogContent>
      <DialogActions>
        {held?.kind === 'own' && (
          <Button color="inherit" onClick={() => void forgetFace(bench, held)}>
            Remove {held.name}
          </Button>
        )}
        <span className={panel.grow} />
        <Button variant="contained" onClick={onClose}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  )
}
