import { always, type Command } from '@/client/commands/command'
import { FIRST_PAINT } from '@/client/store/colours'
import { openDialog } from '@/client/store/slices/dialogs'
import { makeSlot } from '@/client/store/slots'

export const SLOT_COMMANDS: readonly Command[] = [
  {
    id: 'newSlot',
    family: 'Sheet',
    words: 'New colour slot',
    does: 'Add a colour with a name to the project: what uses it changes with it',
    synonyms: 'swatch palette named global theme',
    whyNot: always,
    run: (bench) => void makeSlot(bench, FIRST_PAINT),
  },
  {
    id: 'fillSlots',
    family: 'Sheet',
    words: 'Fill the colour slots from pictures',
    does: 'Give all colour slots the colours of the pictures, in one of several ways that are seen before',
    synonyms: 'palette scheme theme recolour',
    whyNot: (state) => (Object.keys(state.project.slots).length ? null : 'Make a colour slot first.'),
    run: (bench) => openDialog(bench, 'slots'),
  },
]
