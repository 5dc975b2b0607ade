'use client'
import Alert from '@mui/material/Alert'
import type { Word } from '@/core/document/lettering'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { refOfFace } from '@/client/store/faces'
import { resetWord } from '@/client/store/lettering'
import panel from '@/client/parts/Panel.module.css'

/** Names the letters that the face does not have, and offers faces that have them. */
export const MissingLetters = ({ word }: { readonly word: Word }) => {
  const bench = useBenchHandle()
  const missing = useBench((state) => (state.missingLetters?.groupId === word.id ? state.missingLetters : null))
  if (!missing) return null
  const { letters, offered } = missing
  const what = letters.length > 1 ? 'all of them' : 'it'
  return (
    <Alert severity="warning" variant="outlined" role="status">
      <strong>
        {word.lettering.face.name} has no {letters.map((letter) => `“${letter}”`).join(' ')}
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
            <RailButton
              key={face.id}
              framed
              label={`Set the text in ${face.name}`}
              onPress={() => void resetWord(bench, word.id, { name: 'Typeface', setting: { face: refOfFace(face) } })}
            >
              {face.name}
            </RailButton>
          ))}
        </div>
      )}
    </Alert>
  )
}
