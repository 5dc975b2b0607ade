'use client'
import Alert from '@mui/material/Alert'
import type { FaceAnswer } from '@/contract/api'
import { useEffect } from 'react'
import { lackingOf } from '@/client/store/lackingLetters'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import panel from '@/client/parts/Panel.module.css'

interface MissingProps {
  /** The text: its group or its frame. */
  readonly ownerId: string
  readonly faceName: string
  readonly onFace: (face: FaceAnswer) => void
}

/** Names the letters that the face does not have, and offers faces that have them. */
export const MissingLetters = ({ ownerId, faceName, onFace }: MissingProps) => {
  const bench = useBenchHandle()
  const missing = useBench((state) => (state.missingLetters?.groupId === ownerId ? state.missingLetters : null))
  // Told anew when the text is selected again, and after a reload.
  useEffect(() => void lackingOf(bench, ownerId), [bench, ownerId])
  if (!missing) return null
  const { letters, offered } = missing
  const what = letters.length > 1 ? 'all of them' : 'it'
  return (
    <Alert severity="warning" variant="outlined" role="status">
      <strong>
        {faceName} has no {letters.map((letter) => `“${letter}”`).join(' ')}
      </strong>
      <br />
      {offered === null
        ? `Looking for a typeface that has ${what}…`
        : offered.length
          ? `These have ${what}:`
          : `None of the typefaces here has ${what}. Add one that does, or change the text.`}
      {offered && (
        <div className={panel.wrap}>
          {offered.map((face) => (
            <RailButton key={face.id} framed label={`Set the text in ${face.name}`} onPress={() => onFace(face)}>
              {face.name}
            </RailButton>
          ))}
        </div>
      )}
    </Alert>
  )
}
