'use client'
import type { FaceAnswer } from '@/contract/api'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { useCarry } from '@/client/gestures/useCarry'
import { FaceSample } from '@/client/letters/FaceSample'
import { foundFaces, KIND_WORDS } from '@/client/letters/FacePicker'
import { AddFaces } from '@/client/letters/FacesDialog'
import { currentFace, putWord } from '@/client/store/lettering'
import { FACE_KINDS } from '@/core/lettering/face'
import { CommandButton } from '@/client/commands/CommandButton'
import { Tile } from '@/client/parts/Tile'
import { WordField } from '@/client/parts/fields/WordField'
import panel from '@/client/parts/Panel.module.css'
import supplies from '@/client/parts/Supplies.module.css'
import { faceForSelected, hasSelectedText } from '@/client/store/selectedFace'
import { writeLetters } from '@/client/store/slices/supplies'
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
  // A typeface, not a letter, is for the text that is selected.
  const changes = useBench((state) => caption !== undefined && hasSelectedText(state))
  return (
    <Tile
      data-supply
      edged
      className={supplies.carryable}
      style={{ width, height: 78 }}
      {...(caption === undefined ? {} : { caption })}
      says={
        changes
          ? `${face.name}: press to set the selected text in it, drag it to put new letters there`
          : `${text} in ${face.name}: press to put it on the sheet, drag it to a spot`
      }
      aria-label={changes ? `Set the selected text in ${face.name}` : `${text} in ${face.name}`}
      {...carry({ kind: 'text', text, faceId: face.id })}
      onClick={() => {
        if (changes) void faceForSelected(bench, face).then(focusTable)
        else void putWord(bench, text, face.id).then(focusTable)
      }}
    >
      <FaceSample faceId={face.id} text={text} width={width - 14} height={caption ? 46 : 60} />
    </Tile>
  )
}

/** The person's own text in every typeface, then single letters in the current one. */
export const LetterSupplies = ({ search }: { readonly search: string }) => {
  const faces = useBench((state) => state.faces)
  const text = useBench((state) => state.letterText).trim() || 'Kites'
  const face = useBench(currentFace)
  const found = foundFaces(faces, search)
  if (!faces.length) return <div className={panel.kind}>The typefaces are coming…</div>
  if (!found.length) return <div className={panel.kind}>No typeface is called “{search.trim()}”.</div>
  return (
    <>
      {FACE_KINDS.map((kind) => {
        const held = found.filter((each) => each.kind === kind)
        return (
          held.length > 0 && (
            <section key={kind} className={supplies.group} aria-label={KIND_WORDS[kind]}>
              <h3 className={panel.kind}>{KIND_WORDS[kind]}</h3>
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
            <h3 className={panel.kind}>
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
  const face = useBench(currentFace)
  return (
    <>
      <WordField
        name="Your text"
        label="Your text"
        value={text}
        most={60}
        onValue={(next) => writeLetters(bench, next)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && face && text.trim()) void putWord(bench, text.trim(), face.id).then(focusTable)
        }}
      />
      <CommandButton namedByWords id="typeOnSheet" />
      <CommandButton namedByWords id="textOnSheet" />
      <AddFaces>Add a typeface</AddFaces>
      <CommandButton namedByWords id="alphabet" />
    </>
  )
}
