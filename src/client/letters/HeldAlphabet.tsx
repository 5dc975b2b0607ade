'use client'
import { useState } from 'react'
import { membersOf } from '@/core/document/lettering'
import type { Alphabet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { FaceChoice, LookFields } from '@/client/letters/LookFields'
import { RailButton } from '@/client/parts/RailButton'
import { exportAlphabet, fillAlphabet, forgetSet, goToLetter, restyleAlphabet } from '@/client/store/alphabets'
import { chosenPictures } from '@/client/store/arrangement'
import { faceOf, refOfFace } from '@/client/store/faces'
import styles from '@/client/letters/Letters.module.css'

/** A set that is there: its face and sizes for all letters, its letters to go to, its export. */
export const HeldAlphabet = ({ set }: { readonly set: Alphabet }) => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.project)
  const faces = useBench((state) => state.faces)
  const marked = useBench((state) => chosenPictures(state).length)
  const sheetId = useBench((state) => state.sheetId)
  const selection = useBench((state) => state.selection[0])
  const [margin, setMargin] = useState(set.margin)
  const members = membersOf(project, set)
  const isHere = (groupId: string): boolean => {
    const item = project.sheets[sheetId]?.items[groupId]
    return item?.kind === 'group' && (selection === groupId || item.order.includes(selection ?? ''))
  }
  return (
    <>
      <div className={styles.letters} role="group" aria-label="Letters of the set">
        {members.map((member) => (
          <button
            key={member.groupId}
            type="button"
            className={styles.letter}
            aria-label={`Go to the letter ${member.text}`}
            aria-pressed={isHere(member.groupId)}
            onClick={() => goToLetter(bench, member)}
          >
            {member.text}
          </button>
        ))}
      </div>
      <div className={styles.panelRow}>
        <FaceChoice
          faces={faceOf(faces, set.face.id) ? faces : [...faces, { ...set.face, kind: 'own', canTravel: false }]}
          value={set.face.id}
          onFace={(id) => {
            const face = faceOf(faces, id)
            if (face) void restyleAlphabet(bench, set, { face: refOfFace(face) })
          }}
        />
      </div>
      <LookFields
        heights={set.heights}
        margin={margin}
        onHeights={(heights) => void restyleAlphabet(bench, set, { heights })}
        onMargin={setMargin}
        onSettle={(value) => void restyleAlphabet(bench, set, { margin: value })}
      />
      <div className={styles.panelRow}>
        <RailButton
          framed
          label="Fill the letters with the marked pictures, in order"
          onPress={() => fillAlphabet(bench, set)}
        >
          Fill{marked ? ` with ${marked}` : ''}
        </RailButton>
        <RailButton framed label="Letters no longer belong together; sheets stay" onPress={() => forgetSet(bench, set)}>
          Unlink the letters
        </RailButton>
        <button type="button" className={styles.make} onClick={() => exportAlphabet(bench, set)}>
          Export the set
        </button>
      </div>
    </>
  )
}
