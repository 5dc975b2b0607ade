'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { toPoints } from '@/core/units'
import type { Background } from '@/core/document/types'
import { WHITE } from '@/client/store/colours'
import type { NewSheet } from '@/core/document/create'
import { SHEET_PRESETS } from '@/core/document/presets'
import { CHARACTER_LISTS, lettersOfList } from '@/core/lettering/alphabet'
import type { Heights } from '@/core/lettering/settings'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { FaceButton } from '@/client/letters/FaceButton'
import { LookFields } from '@/client/letters/LookFields'
import { Choice } from '@/client/parts/fields/Choice'
import { makeAlphabet } from '@/client/store/alphabets'
import { chosenPictures } from '@/client/store/arrangement'
import { shownSheet } from '@/client/store/benchStore'
import { faceOf, refOfFace } from '@/client/store/faces'
import { currentFace } from '@/client/store/lettering'
import panel from '@/client/parts/Panel.module.css'
import { WordField } from '@/client/parts/fields/WordField'

const LISTS = [
  ['capitals', 'A–Z'],
  ['small', 'a–z'],
  ['digits', '0–9'],
  ['own', 'Own list'],
] as const
type ListWord = (typeof LISTS)[number][0]

const SET_NAMES: Readonly<Record<ListWord, string>> = {
  capitals: 'Alphabet A–Z',
  small: 'Alphabet a–z',
  digits: 'Digits',
  own: 'Letters',
}

const THIS_SIZE = 'as this sheet'

type Ground = 'sheet' | 'none' | 'white'
/** What lies under the letters; the shown sheet's own where none is named. */
const GROUNDS: Readonly<Record<Ground, Background | null>> = {
  sheet: null,
  none: { kind: 'none' },
  white: { kind: 'colour', colour: WHITE },
}

const presetSheet = (name: string): NewSheet | null => {
  const preset = SHEET_PRESETS.find((one) => one.name === name)
  if (!preset) return null
  const { unit, ppi, bleed, w, h } = preset
  const points = (value: number): number => toPoints(value, unit, ppi)
  return { unit, ppi, size: { w: points(w), h: points(h) }, bleed: points(bleed) }
}

const counted = (count: number, noun: string): string => `${count} ${noun}${count === 1 ? '' : 's'}`

/** What the letters will be filled with. */
const PicturesNote = () => {
  const marked = useBench((state) => chosenPictures(state).length)
  const words = marked
    ? `${counted(marked, 'marked picture')}: into the letters in order${marked > 1 ? ', then from the first again' : ''}.`
    : 'To fill them, mark pictures among the supplies: Shift and press.'
  return <div className={panel.kind}>{words}</div>
}

/** The fields of a set that is to be made. */
export const NewAlphabet = () => {
  const bench = useBenchHandle()
  const sheet = useBench(shownSheet)
  const faces = useBench((state) => state.faces)
  const first = useBench(currentFace)
  const [list, setList] = useState<ListWord>('capitals')
  const [own, setOwn] = useState<string>(CHARACTER_LISTS.capitals)
  const [faceId, setFaceId] = useState<string | null>(null)
  const [heights, setHeights] = useState<Heights>('common')
  const [margin, setMargin] = useState(0.1)
  const [on, setOn] = useState<'each' | 'one'>('each')
  const [size, setSize] = useState(THIS_SIZE)
  const [ground, setGround] = useState<Ground>('sheet')
  const characters = list === 'own' ? own : CHARACTER_LISTS[list]
  const count = lettersOfList(characters).length
  const face = faceOf(faces, faceId ?? '') ?? first
  const of = presetSheet(size) ?? { unit: sheet.unit, size: sheet.size, ppi: sheet.ppi, bleed: sheet.bleed }
  const make = (): void => {
    if (!face) return
    const sheets = { of, on, name: SET_NAMES[list], background: GROUNDS[ground] ?? sheet.background }
    void makeAlphabet(bench, { list: characters, face: refOfFace(face), heights, margin, sheets })
  }
  return (
    <>
      <div className={panel.row}>
        <Choice label="Letters" value={list} options={LISTS} onChoice={setList} />
        <Choice
          label="On"
          name="Sheets of the set"
          value={on}
          options={[
            ['each', 'a sheet each'],
            ['one', 'one sheet'],
          ]}
          onChoice={setOn}
        />
      </div>
      {list === 'own' && <WordField name="Letters of the set" value={own} onValue={setOwn} />}
      <div className={panel.row}>
        <FaceButton
          faces={faces}
          value={face?.id ?? ''}
          name={face?.name ?? 'No typeface'}
          text={lettersOfList(characters).slice(0, 5).join('') || 'Kites'}
          onFace={({ id }) => setFaceId(id)}
        />
        <Choice
          label="Size"
          name="Size of the sheets"
          value={size}
          options={[
            [THIS_SIZE, THIS_SIZE],
            ...SHEET_PRESETS.map(({ name }): readonly [string, string] => [name, name]),
          ]}
          onChoice={setSize}
        />
      </div>
      <div className={panel.row}>
        <Choice
          label="Ground"
          name="Ground of the sheets"
          value={ground}
          options={[
            ['sheet', THIS_SIZE],
            ['none', 'transparent'],
            ['white', 'white'],
          ]}
          onChoice={setGround}
        />
      </div>
      <LookFields
        heights={heights}
        margin={margin}
        onHeights={setHeights}
        onMargin={setMargin}
        onSettle={() => undefined}
      />
      <PicturesNote />
      <div className={panel.row}>
        <Button variant="contained" disabled={!count || !face} onClick={make}>
          Make {counted(count, 'letter')}
          {on === 'each' ? ` on ${counted(count, 'sheet')}` : ' on one sheet'}
        </Button>
      </div>
    </>
  )
}
