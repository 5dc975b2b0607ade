'use client'
import { toolOf } from '@/client/store/modes'
import type { FaceAnswer } from '@/contract/api'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { useCarry } from '@/client/gestures/useCarry'
import { FaceSample } from '@/client/letters/FaceSample'
import { foundFaces, KIND_WORDS } from '@/client/letters/FacePicker'
import { AddFaces } from '@/client/letters/FacesDialog'
import { currentFace, putWord } from '@/client/store/lettering'
import { FACE_KINDS } from '@/core/lettering/face'
import supplies from '@/client/parts/Supplies.module.css'
import styles from '@/client/letters/Letters.module.css'
import { writeLetters, openAlphabets } from '@/client/store/slices/supplies'
import { toggleTypeTool } from '@/client/store/slices/mode'

const SINGLES = [
  ['Letters', 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'],
  ['Digits and signs', '0123456789&!?@'],
] as const

/** A text in a face: pressed it goes on the sheet, dragged it goes to a spot. */
const TextSupply = ({
  face,
  text,
  caption,
  width,
}: {
  readonly face: FaceAnswer
  readonly text: string
  readonly caption?: string
  readonly width: number
}) => {
  const bench = useBenchHandle()
  const carry = useCarry(bench)
  return (
    <button
      type="button"
      data-supply
      className={styles.supply}
      style={{ width }}
      aria-label={`${text} in ${face.name}`}
      title={`${text} in ${face.name}: press to put it on the sheet, drag it to a spot`}
      {...carry({ kind: 'text', text, faceId: face.id })}
      onClick={() => void putWord(bench, text, face.id).then(focusTable)}
    >
      <FaceSample faceId={face.id} text={text} width={width - 14} height={caption ? 44 : 56} />
      {caption && <span className={styles.faceName}>{caption}</span>}
    </button>
  )
}

/** The person's own text in every typeface, then single letters in the current one. */
export const LetterSupplies = ({ search }: { readonly search: string }) => {
  const faces = useBench((state) => state.faces)
  const text = useBench((state) => state.letterText).trim() || 'Kites'
  const face = useBench(currentFace)
  const found = foundFaces(faces, search)
  if (!faces.length) return <div className={supplies.note}>The typefaces are coming…</div>
  if (!found.length) return <div className={supplies.note}>No typeface is called “{search.trim()}”.</div>
  return (
    <>
      {FACE_KINDS.map((kind) => {
        const held = found.filter((each) => each.kind === kind)
        return (
          held.length > 0 && (
            <section key={kind} className={supplies.group} aria-label={KIND_WORDS[kind]}>
              <h3>{KIND_WORDS[kind]}</h3>
              <div className={supplies.groupRow}>
                {held.map((each) => (
                  <TextSupply key={each.id} face={each} text={text} caption={each.name} width={118} />
                ))}
              </div>
            </section>
          )
        )
      })}
      {face &&
        !search &&
        SINGLES.map(([title, letters]) => (
          <section key={title} className={supplies.group} aria-label={title}>
            <h3>
              {title}, {face.name}
            </h3>
            <div className={supplies.groupRow}>
              {[...letters].map((letter) => (
                <TextSupply key={letter} face={face} text={letter} width={62} />
              ))}
            </div>
          </section>
        ))}
    </>
  )
}

/** The text to be put on the sheet, and what else makes letters. */
export const LetterTools = () => {
  const bench = useBenchHandle()
  const text = useBench((state) => state.letterText)
  const isTyping = useBench((state) => toolOf(state)?.kind === 'type')
  const isSetOpen = useBench((state) => state.alphabetPanel !== null)
  const face = useBench(currentFace)
  return (
    <span className={supplies.marks}>
      <label className={styles.textField}>
        Your text
        <input
          type="text"
          value={text}
          maxLength={60}
          aria-label="Your text"
          onChange={(event) => writeLetters(bench, event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && face && text.trim()) void putWord(bench, text.trim(), face.id)
          }}
        />
      </label>
      <button
        type="button"
        className={supplies.add}
        aria-pressed={isTyping}
        title="Then press the sheet where the text shall begin"
        onClick={() => toggleTypeTool(bench)}
      >
        {isTyping ? '✓ Type on the sheet' : 'Type on the sheet'}
      </button>
      <AddFaces>Add a typeface</AddFaces>
      <button
        type="button"
        className={supplies.add}
        aria-pressed={isSetOpen}
        onClick={() => openAlphabets(bench, isSetOpen ? null : { setId: null })}
      >
        {isSetOpen ? '✓ Alphabet set' : 'Alphabet set'}
      </button>
    </span>
  )
}
