'use client'
import { usePictureUrl } from '@/client/binding/usePictureUrl'
import { letterFrames, isNudged, type Word } from '@/core/document/lettering'
import { holdsPicture, placedIn } from '@/core/document/content'
import type { Aside, Frame, Sheet } from '@/core/document/types'
import { levelCount } from '@/core/render/needs'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/fields/ColourField'
import { Choice } from '@/client/parts/fields/Choice'
import { RailButton } from '@/client/parts/RailButton'
import { Tile } from '@/client/parts/Tile'
import { Section } from '@/client/parts/Section'
import { chosenPictures } from '@/client/store/arrangement'
import { dropAside, setPictures, takeAside } from '@/client/store/letterPictures'
import card from '@/client/parts/Panel.module.css'
import styles from '@/client/letters/Letters.module.css'
import { inkOf, dropInk } from '@/client/store/lettering'
import { CommandButton } from '@/client/commands/CommandButton'

const Spare = ({ kept, word }: { readonly kept: Aside; readonly word: Word }) => {
  const bench = useBenchHandle()
  const shown = kept.fill.takes.find(({ id }) => id === kept.fill.shown)
  const picture = useBench((state) => state.project.pictures[shown?.placed.pictureId ?? ''])
  const url = usePictureUrl(picture, picture ? levelCount(picture.pixels) - 1 : 0)
  if (!picture) return null
  const label = `${picture.name}, which stood in ${kept.text}. Press to give it to a letter`
  return (
    <Tile
      className={styles.spare}
      says={label}
      aria-label={label}
      caption={kept.text}
      onClick={() => takeAside(bench, word, kept.letterId)}
    >
      {/* eslint-disable-next-line @next/next/no-img-element -- a local file at a size chosen by us */}
      <img src={url} alt="" draggable={false} />
    </Tile>
  )
}

/** Pictures whose letter has none to show them: kept until they are wanted. */
const Spares = ({ word }: { readonly word: Word }) => {
  const bench = useBenchHandle()
  const { aside, pictures } = word.lettering
  if (!aside.length) return null
  const words = pictures === 'across' ? 'Kept for “each letter”' : 'Spare pictures'
  return (
    <div role="group" aria-label={words}>
      <div className={card.row}>
        <span className={card.kind}>
          {words}: {aside.length}
        </span>
        <span style={{ flex: 1 }} />
        <RailButton
          framed
          label="Let the spare pictures go; the library keeps them"
          onPress={() => dropAside(bench, word)}
        >
          Let go
        </RailButton>
      </div>
      {pictures === 'each' && (
        <div className={card.wrap}>
          {aside.map((kept) => (
            <Spare key={kept.letterId} kept={kept} word={word} />
          ))}
        </div>
      )}
    </div>
  )
}

/** The ink of all letters that hold no picture; without one they stay unseen in files. */
const LetterInk = ({
  word,
  frames,
  sheetId,
}: {
  readonly word: Word
  readonly frames: readonly Frame[]
  readonly sheetId: string
}) => {
  const bench = useBenchHandle()
  const plain = frames.filter(({ fill }) => !holdsPicture(fill))
  if (!plain.length) return null
  const first = plain[0]?.fill
  const at = { sheetId, groupId: word.id }
  const ink = first?.kind === 'colour' ? first.colour : word.lettering.ink
  return (
    <div className={card.row}>
      <ColourField
        label={plain.length === frames.length ? 'Ink' : `Ink of ${plain.length} without`}
        colour={ink ?? null}
        step="Ink of letters"
        record={inkOf(at)}
      />
      {ink !== undefined && (
        <RailButton
          framed
          label="No ink: letters without a picture stay unseen in files"
          onPress={() => dropInk(bench, at)}
        >
          None
        </RailButton>
      )}
    </div>
  )
}

/** One picture across, or one a letter; filling, setting back, and what a text can become. */
export const LettersSection = ({ word, sheet }: { readonly word: Word; readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const marked = useBench((state) => chosenPictures(state).length)
  const frames = letterFrames(sheet, word)
  const filled = frames.filter((frame) => placedIn(sheet, frame)).length
  const nudged = frames.filter((frame) => isNudged(frame, word)).length
  const isEach = word.lettering.pictures === 'each'
  return (
    <Section name="Pictures in letters" says={`${filled} of ${frames.length} filled`}>
      <div className={card.row}>
        <Choice
          label="Picture"
          name="How pictures lie in the letters"
          value={word.lettering.pictures}
          options={[
            ['each', 'one for each letter'],
            ['across', 'one across the word'],
          ]}
          onChoice={(pictures) => setPictures(bench, pictures)}
        />
      </div>
      {isEach && <LetterInk word={word} frames={frames} sheetId={sheet.id} />}
      {isEach && (
        <div className={card.wrap}>
          <CommandButton
            framed
            id="fillSet"
            label="Fill the letters in order with the pictures marked in the supplies"
            disabled={filled === frames.length}
          >
            Fill{marked ? ` with ${marked}` : ''}
          </CommandButton>
          <CommandButton framed id="shuffle" label="Shuffle the pictures among the letters" disabled={filled < 2}>
            Shuffle
          </CommandButton>
          <CommandButton framed id="clearSet" label="Take all pictures out of the letters" disabled={!filled}>
            Clear
          </CommandButton>
        </div>
      )}
      <Spares word={word} />
      <div className={card.wrap}>
        <CommandButton
          framed
          id="lettersBack"
          label="Set all letters back to where the text puts them"
          disabled={!nudged}
        >
          Set back{nudged ? ` ${nudged}` : ''}
        </CommandButton>
        <CommandButton framed id="breakText">
          Break apart
        </CommandButton>
        <CommandButton framed id="textToStencil">
          To one stencil
        </CommandButton>
        <CommandButton framed id="windows">
          Windows onto the background
        </CommandButton>
      </div>
    </Section>
  )
}
