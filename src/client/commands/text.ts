import { holdsPicture } from '@/core/document/content'
import { allOf, always, type Command } from '@/client/commands/command'
import { choosePicture } from '@/client/store/choosing'
import { toolOf } from '@/client/store/modes'
import { toggleWriteTool } from '@/client/store/slices/mode'
import type { BenchState } from '@/client/store/state'
import { textToLetters } from '@/client/store/textLetters'
import { boldness, toggleBold } from '@/client/store/textLooks'
import { fitBoxes, layTexts, selectedText, selectedTexts } from '@/client/store/texts'

/** One text or several, those in groups too. */
const needsTexts = (state: BenchState): string | null =>
  selectedTexts(state).length ? null : 'Select a text first, or write one on the sheet.'

const needsText = (state: BenchState): string | null => (selectedText(state) ? null : 'Select one text first.')

const needsBold = (state: BenchState): string | null =>
  boldness(state) === null ? 'This typeface has no bold here. Choose one for reading.' : null

const shrink = (state: BenchState): boolean => {
  const texts = selectedTexts(state)
  return texts.length > 0 && texts.every(({ stencil }) => stencil.shrinks)
}

export const TEXT_COMMANDS: readonly Command[] = [
  {
    id: 'textOnSheet',
    family: 'Letters',
    words: 'Write a text',
    does: 'Press the sheet, or draw a box on it, then write: the text wraps in its box',
    synonyms: 'paragraph message caption words block new',
    key: '6',
    keyGroup: 'Frames',
    menus: ['sheet'],
    whyNot: always,
    isOn: (state) => toolOf(state)?.kind === 'write',
    run: toggleWriteTool,
  },
  {
    id: 'boldText',
    family: 'Letters',
    words: 'Bold',
    does: 'Make the text, or what is selected in it, bold or regular',
    synonyms: 'weight heavy strong',
    whyNot: allOf(needsTexts, needsBold),
    isOn: (state) => boldness(state) === true,
    run: toggleBold,
  },
  {
    id: 'fitTextBox',
    family: 'Letters',
    words: 'Fit the box to the text',
    short: 'Fit box',
    does: 'Make the box as high as the text needs',
    synonyms: 'overflow grow height paragraph',
    menus: ['block'],
    whyNot: needsTexts,
    run: fitBoxes,
  },
  {
    id: 'shrinkText',
    family: 'Letters',
    words: 'Shrink the text to fit',
    short: 'Shrink to fit',
    does: 'What does not fit the box is made smaller until it does',
    synonyms: 'overflow smaller autosize paragraph',
    menus: ['block'],
    whyNot: needsTexts,
    isOn: shrink,
    run: (bench) => {
      const shrinks = !shrink(bench.get())
      layTexts(bench, shrinks ? 'Shrink text to fit' : 'Text at its own size', { shrinks })
    },
  },
  {
    id: 'pictureInText',
    family: 'Letters',
    words: 'A picture in the text',
    short: 'Picture',
    does: 'Choose a picture that shows in the letters of the text',
    synonyms: 'photo fill mask',
    menus: ['block'],
    whyNot: needsText,
    run: (bench) => {
      const frame = selectedText(bench.get())
      if (frame) choosePicture(bench, { kind: 'frame', frameId: frame.id })
    },
  },
  {
    id: 'textToLetters',
    family: 'Letters',
    words: 'Text to letters',
    short: 'To letters',
    does: 'Make each letter of the text a frame that can hold a picture',
    synonyms: 'convert word pictures split',
    menus: ['block'],
    whyNot: (state) => {
      const needs = needsText(state)
      if (needs !== null) return needs
      return holdsPicture(selectedText(state)?.fill)
        ? 'Take the picture out of the text first; its letters can have their own.'
        : null
    },
    run: (bench) => void textToLetters(bench),
  },
]
