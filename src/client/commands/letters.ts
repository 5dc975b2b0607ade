import { setOfSheet } from '@/client/store/alphabetSets'
import type { Command } from '@/client/commands/command'
import { always, needsWord } from '@/client/commands/command'
import { breakSelectedWord, setLettersBack, setPictures, stepLetter, wordAsPath } from '@/client/store/letterPictures'
import { selectedWord } from '@/client/store/lettering'
import { select } from '@/client/store/selection'
import { selectedText } from '@/client/store/texts'
import { endWriting, writeInSelected } from '@/client/store/writing'
import { toggleTyping } from '@/client/store/typing'
import { toggleTypeTool } from '@/client/store/slices/mode'
import { showTab, openAlphabets } from '@/client/store/slices/supplies'
import { toolOf, typingOf, writingOf } from '@/client/store/modes'

const TEXT = ['text', 'letter'] as const

export const LETTER_COMMANDS: readonly Command[] = [
  {
    id: 'typeOnSheet',
    family: 'Letters',
    words: 'Type on the sheet',
    does: 'Press the sheet where a text shall begin, then type',
    synonyms: 'new text words write',
    menus: ['sheet'],
    whyNot: always,
    isOn: (state) => toolOf(state)?.kind === 'type',
    run: toggleTypeTool,
  },
  {
    id: 'type',
    family: 'Letters',
    words: 'Type in the text',
    does: 'Type in the selected letters, or write in the selected text',
    synonyms: 'edit text write',
    key: '3',
    keyGroup: 'Frames',
    menus: [...TEXT, 'block'],
    whyNot: (state) => (selectedText(state) ? null : needsWord(state) && 'Select letters or a text first.'),
    isOn: (state) => typingOf(state) !== null || writingOf(state) !== null,
    run: (bench) => {
      if (writingOf(bench.get())) void endWriting(bench)
      else if (!writeInSelected(bench)) toggleTyping(bench)
    },
  },
  {
    id: 'letterBefore',
    family: 'Letters',
    words: 'The letter before',
    does: 'The letter before, moved the same way',
    key: '2',
    keyGroup: 'Selecting',
    whyNot: needsWord,
    run: (bench) => stepLetter(bench, -1),
  },
  {
    id: 'letterNext',
    family: 'Letters',
    words: 'The next letter',
    does: 'The next letter, moved the same way',
    key: '4',
    keyGroup: 'Selecting',
    whyNot: needsWord,
    run: (bench) => stepLetter(bench, 1),
  },
  {
    id: 'wholeText',
    family: 'Letters',
    words: 'The whole text',
    does: 'Select the whole text that this letter belongs to',
    menus: ['letter'],
    whyNot: needsWord,
    run: (bench) => {
      const word = selectedWord(bench.get())
      if (word) select(bench, word.id)
    },
  },
  ...(['each', 'across'] as const).map((how): Command => ({
    id: `pictures-${how}`,
    family: 'Letters',
    words: how === 'each' ? 'A picture for each letter' : 'One picture across',
    does: how === 'each' ? 'A picture for each letter' : 'Show one picture across the whole text',
    synonyms: 'text photo mask',
    menus: ['text'],
    whyNot: needsWord,
    isOn: (state) => selectedWord(state)?.lettering.pictures === how,
    run: (bench) => setPictures(bench, how),
  })),
  {
    id: 'lettersBack',
    family: 'Letters',
    words: 'Set letters back',
    does: 'Set letters back to where the text puts them',
    synonyms: 'reset position kerning',
    menus: TEXT,
    whyNot: needsWord,
    run: (bench) => void setLettersBack(bench),
  },
  {
    id: 'breakText',
    family: 'Letters',
    words: 'Text into pieces',
    does: 'Into pieces: letters become frames, in place',
    synonyms: 'outlines convert expand',
    menus: ['text'],
    whyNot: needsWord,
    run: breakSelectedWord,
  },
  {
    id: 'textToStencil',
    family: 'Letters',
    words: 'To one stencil',
    does: 'Make one stencil of the whole text',
    synonyms: 'outlines convert path',
    menus: ['text'],
    whyNot: needsWord,
    run: wordAsPath,
  },
  {
    id: 'alphabet',
    family: 'Letters',
    words: 'Alphabet set',
    does: 'Make single letters on sheets of their own, together',
    synonyms: 'abc letters batch',
    whyNot: always,
    run: (bench) => {
      showTab(bench, 'Letters')
      openAlphabets(bench, { setId: setOfSheet(bench.get())?.id ?? null })
    },
  },
]
