'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { membersOf } from '@/core/document/lettering'
import type { Alphabet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { FaceChoice, LookFields } from '@/client/letters/LookFields'
import { RailButton } from '@/client/parts/RailButton'
import { exportAlphabet, fillAlphabet, forgetSet, goToLetter, restyleAlphabet } from '@/client/store/alphabets'
import { chosenPictures } from '@/client/store/arrangement'
import { faceOf, refOfFace } from '@/client/store/faces'
import panel from '@/client/parts/Panel.module.css'

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
      <div className={panel.wrap} role="group" aria-label="Letters of the set">
        {members.map((member) => (
          <RailButton
            key={member.groupId}
            framed
            label={`Go to the letter ${member.text}`}
            pressed={isHere(member.groupId)}
            onPress={() => goToLetter(bench, member)}
          >
            {member.text}
          </RailButton>
        ))}
      </div>
      <div className={panel.row}>
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
      <div className={panel.row}>
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
        <Button variant="contained" onClick={() => exportAlphabet(bench, set)}>
          Export the set
        </Button>
      </div>
    </>
  )
}
