'use client'
import { typedWithin, within } from '@/core/range'
import type { Word } from '@/core/document/lettering'
import { CAPITALS } from '@/core/lettering/graphemes'
import { ALIGNS, FITTINGS, HEIGHTS, LETTERING_RANGE as L, type Fitting, type Setting } from '@/core/lettering/settings'
import { restBounds } from '@/core/document/lettering'
import { rectSize } from '@/core/geometry/rect'
import { useBenchHandle } from '@/client/binding/useBench'
import { CurveFields } from '@/client/letters/CurveFields'
import { MissingLetters } from '@/client/letters/MissingLetters'
import { TextField } from '@/client/letters/TextField'
import { Choice } from '@/client/parts/fields/Choice'
import { LengthField, PlainField } from '@/client/parts/fields/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { Tick } from '@/client/parts/fields/Tick'
import { Tip } from '@/client/parts/Tip'
import { Section } from '@/client/parts/Section'
import { refOfFace } from '@/client/store/faces'
import { resetWord } from '@/client/store/lettering'
import card from '@/client/parts/Panel.module.css'
import { openDialog } from '@/client/store/slices/dialogs'

type ChangeSetting = (name: string, setting: Partial<Setting>) => void

const ALIGN_WORDS = { left: 'Left', centre: 'Centre', right: 'Right' } as const
const FIT_WORDS = { size: 'Size as typed', box: 'Fit to the box', lines: 'Each line as wide as the box' } as const
const HEIGHT_WORDS = { common: 'Common cap height', each: 'Each letter as tall' } as const
const CAPITAL_WORDS = { typed: 'As typed', upper: 'CAPITALS', lower: 'small letters' } as const

const pairs = <T extends string>(
  list: readonly T[],
  words: Readonly<Record<T, string>>,
): readonly (readonly [T, string])[] => list.map((one) => [one, words[one]] as const)

/** Size, or the box that is fitted. */
const SizeFields = ({ word, set }: { readonly word: Word; readonly set: ChangeSetting }) => {
  const { lettering } = word
  const fit = (to: Fitting): void => {
    const bounds = restBounds(lettering)
    const size = bounds ? rectSize(bounds) : { w: lettering.size, h: lettering.size }
    const box = lettering.box ?? { w: Math.max(L.box.min, size.w), h: Math.max(L.box.min, size.h) }
    if (to === 'size') return set(FIT_WORDS[to], { fit: to, size: lettering.typedSize ?? lettering.size })
    // What was typed is kept for the way back.
    set(FIT_WORDS[to], { fit: to, box, ...(lettering.fit === 'size' ? { typedSize: lettering.size } : {}) })
  }
  const box = lettering.box
  return (
    <>
      <div className={card.row}>
        <Choice label="Fit" value={lettering.fit} options={pairs(FITTINGS, FIT_WORDS)} onChoice={fit} />
      </div>
      <div className={card.row}>
        {lettering.fit === 'size' || !box ? (
          <PlainField
            label="Size"
            name="Size of the letters"
            unit="pt"
            decimals={1}
            value={lettering.size}
            onValue={(size) => set('Size of letters', { size: within('the size', size, L.size) })}
          />
        ) : (
          <>
            <LengthField
              label="Box w"
              points={box.w}
              what="the width"
              range={L.box}
              onPoints={(w) => set('Box of letters', { box: { ...box, w: w } })}
            />
            {lettering.fit === 'box' && (
              <LengthField
                label="h"
                points={box.h}
                what="the height"
                range={L.box}
                onPoints={(h) => set('Box of letters', { box: { ...box, h: h } })}
              />
            )}
          </>
        )}
      </div>
    </>
  )
}

/** Distances between letters, words and lines. */
const SpacingFields = ({ word, set }: { readonly word: Word; readonly set: ChangeSetting }) => {
  const { tracking, wordSpacing, leading, stretch } = word.lettering
  return (
    <>
      <div className={card.row}>
        <PlainField
          label="Letters"
          name="Tracking in thousandths of an em"
          decimals={0}
          value={tracking}
          onValue={(value) => set('Tracking', { tracking: within('tracking', value, L.tracking) })}
        />
        <PlainField
          label="Words"
          name="Word spacing in thousandths of an em"
          decimals={0}
          value={wordSpacing}
          onValue={(value) => set('Word spacing', { wordSpacing: within('word spacing', value, L.wordSpacing) })}
        />
      </div>
      <div className={card.row}>
        <PlainField
          label="Lines"
          name="Line spacing in ems"
          unit="×"
          decimals={2}
          value={leading}
          onValue={(value) => set('Line spacing', { leading: within('line spacing', value, L.leading) })}
        />
        <PlainField
          label="Width"
          name="Width of the letters"
          unit="%"
          decimals={1}
          value={stretch * 100}
          onValue={(value) =>
            set('Width of letters', { stretch: typedWithin('the width', value, L.stretch, { times: 100, unit: '%' }) })
          }
        />
      </div>
    </>
  )
}

/** What the text says and how it is set. */
export const TextSection = ({ word }: { readonly word: Word }) => {
  const bench = useBenchHandle()
  const { lettering } = word
  const set: ChangeSetting = (name, setting) => void resetWord(bench, word.id, { name, setting })
  return (
    <Section name="Text" says={word.lettering.face.name} isOpen>
      <TextField word={word} />
      <MissingLetters
        ownerId={word.id}
        faceName={lettering.face.name}
        onFace={(face) => set('Typeface', { face: refOfFace(face) })}
      />
      <div className={card.row}>
        <RailButton
          framed
          hasMenu
          label={`Typeface: ${lettering.face.name}. Choose another`}
          onPress={() => openDialog(bench, 'faces')}
        >
          {lettering.face.name} …
        </RailButton>
      </div>
      <SizeFields word={word} set={set} />
      <div className={card.row}>
        <Choice
          label="Align"
          value={lettering.align}
          options={pairs(ALIGNS, ALIGN_WORDS)}
          onChoice={(align) => set('Align lines', { align })}
        />
        <Choice
          label="Case"
          value={lettering.capitals}
          options={pairs(CAPITALS, CAPITAL_WORDS)}
          onChoice={(capitals) => set('Capitals', { capitals })}
        />
      </div>
      <SpacingFields word={word} set={set} />
      <div className={card.row}>
        <Choice
          label="Heights"
          value={lettering.heights}
          options={pairs(HEIGHTS, HEIGHT_WORDS)}
          onChoice={(heights) => set('Heights of letters', { heights })}
        />
      </div>
      <div className={card.row}>
        <Tick isOn={lettering.kerning} onChange={(kerning) => set('Kerning', { kerning })}>
          Kerning
        </Tick>
        <Tip says="Letters that the face joins become one, with one picture">
          <span>
            <Tick isOn={lettering.ligatures} onChange={(ligatures) => set('Ligatures', { ligatures })}>
              Ligatures
            </Tick>
          </span>
        </Tip>
      </div>
      <CurveFields word={word} set={set} />
    </Section>
  )
}
