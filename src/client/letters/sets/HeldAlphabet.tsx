'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { membersOf } from '@/core/document/lettering'
import type { Alphabet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { FaceButton } from '@/client/letters/FaceButton'
import { LookFields } from '@/client/letters/LookFields'
import { SetFinish, SetGround } from '@/client/letters/sets/SetLooks'
import { WordField } from '@/client/parts/fields/WordField'
import { RailButton } from '@/client/parts/RailButton'
import {
  exportAlphabet,
  fillAlphabet,
  forgetSet,
  goToLetter,
  restyleAlphabet,
  slideAlphabet,
} from '@/client/store/alphabets'
import { acrossAlphabet, isOnOne, listOfSet, relistAlphabet } from '@/client/store/alphabetSets'
import { chosenPictures } from '@/client/store/arrangement'
import { refOfFace } from '@/client/store/faces'
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
  const list = listOfSet(project, set)
  const [typed, setTyped] = useState<string | null>(null)
  const relist = (): void => {
    setTyped(null)
    void relistAlphabet(bench, set, typed ?? list)
  }
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
        <WordField
          key={list}
          name="Letters of the set, typed"
          label="Letters"
          value={typed ?? list}
          onValue={setTyped}
          onKeyDown={(event) => {
            if (event.key === 'Enter') relist()
          }}
        />
        <RailButton framed label="Give the set these letters: new ones are added, others leave" onPress={relist}>
          Use
        </RailButton>
      </div>
      <div className={panel.row}>
        <FaceButton
          faces={faces}
          value={set.face.id}
          name={set.face.name}
          text={list.slice(0, 5) || 'Kites'}
          onFace={(face) => void restyleAlphabet(bench, set, { face: refOfFace(face) })}
        />
      </div>
      <SetGround set={set} />
      <SetFinish set={set} />
      <LookFields
        heights={set.heights}
        margin={margin}
        onHeights={(heights) => void restyleAlphabet(bench, set, { heights })}
        onMargin={(value) => {
          setMargin(value)
          void slideAlphabet(bench, set, value)
        }}
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
        {isOnOne(project, set) && (
          <RailButton
            framed
            label="One picture across all letters of the sheet: the first that is marked"
            onPress={() => acrossAlphabet(bench, set)}
          >
            Across
          </RailButton>
        )}
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
