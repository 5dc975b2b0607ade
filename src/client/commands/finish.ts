import { LAYER_KINDS, type LayerKind } from '@/core/finish/layers'
import type { Command } from '@/client/commands/command'
import { needsItems, needsPicture } from '@/client/commands/command'
import { copyTones, matchToFirst, pasteTones, resetAll, shownTones, switchTones } from '@/client/store/adjust'
import {
  addLayer,
  clearSelected,
  copySelectedFinish,
  pasteSelectedFinish,
  detachSelected,
  setBackSelected,
  shareSelected,
} from '@/client/store/finishes'
import { isPlain } from '@/core/adjust/adjustments'
import { growsLengths, toggleGrowing } from '@/client/store/lengths'
import { giveLook, lookForAll, lookInUse, removeUsedLook } from '@/client/store/looks'
import { keptLookInUse, toggleKeptLook } from '@/client/store/keptStyles'
import { openDialog } from '@/client/store/slices/dialogs'
import { selectedFrames } from '@/client/store/selection'
import { type BenchState } from '@/client/store/state'
import { openFinish } from '@/client/store/slices/dialogs'
import { shownSheet, shownProject } from '@/client/store/benchStore'
import { namedOf } from '@/core/document/finish'

const ITEM = ['frame', 'group', 'letter', 'text', 'block', 'several'] as const

const LAYERS: Readonly<Record<LayerKind, readonly [string, string]>> = {
  stroke: ['stroke', 'border outline line edge'],
  shadow: ['shadow', 'drop depth'],
  glow: ['glow', 'light halo'],
  copy: ['copy behind', 'offset echo'],
  relief: ['relief', 'emboss bevel'],
}

const needsNamed = (state: BenchState): string | null =>
  state.selection.some((id) => {
    const item = shownSheet(state).items[id]
    return item !== undefined && namedOf(shownProject(state), item) !== null
  })
    ? null
    : 'Give what is selected a named finish first.'

const needsLook = (state: BenchState): string | null =>
  lookInUse(state) ? null : 'Select a picture that has a look of the project first.'

export const FINISH_COMMANDS: readonly Command[] = [
  ...LAYER_KINDS.map((kind): Command => ({
    id: `add-${kind}`,
    family: 'Finish',
    words: `Add a ${LAYERS[kind][0]}`,
    short: `+ ${LAYERS[kind][0].charAt(0).toUpperCase()}${LAYERS[kind][0].slice(1)}`,
    does: `Add a ${LAYERS[kind][0]} to the finish of what is selected`,
    synonyms: LAYERS[kind][1],
    whyNot: needsItems,
    run: (bench) => addLayer(bench, kind),
  })),
  {
    id: 'growFinish',
    family: 'Finish',
    words: 'Finish grows along',
    does: 'Strokes, shadows and fixed corners grow and shrink with the size',
    synonyms: 'scale stroke border corners proportion resize',
    whyNot: needsItems,
    isOn: (state) => growsLengths(state),
    run: toggleGrowing,
  },
  {
    id: 'copyFinish',
    family: 'Finish',
    words: 'Copy the finish',
    does: 'Copy the finish, to give it to others',
    synonyms: 'style look format',
    menus: ITEM,
    whyNot: needsItems,
    run: copySelectedFinish,
  },
  {
    id: 'pasteFinish',
    family: 'Finish',
    words: 'Paste the finish',
    does: 'Paste the finish copied last',
    synonyms: 'style look format apply',
    menus: ITEM,
    whyNot: needsItems,
    run: pasteSelectedFinish,
  },
  {
    id: 'clearFinish',
    family: 'Finish',
    words: 'Take the finish off',
    does: 'Take the finish off: no layers, opaque, mixed as normal',
    synonyms: 'remove style plain',
    whyNot: needsItems,
    run: clearSelected,
  },
  {
    id: 'detachFinish',
    family: 'Finish',
    words: 'Stop sharing the finish',
    does: 'Let go of the named finish; the look stays',
    synonyms: 'unlink style',
    whyNot: needsNamed,
    run: detachSelected,
  },
  {
    id: 'finishBack',
    family: 'Finish',
    words: 'Set back to the finish',
    does: 'Set everything back to the named finish',
    synonyms: 'reset style',
    whyNot: needsNamed,
    run: (bench) => setBackSelected(bench),
  },
  {
    id: 'finishForAll',
    family: 'Finish',
    words: 'For all',
    does: 'Make the differences part of the finish, for all',
    synonyms: 'update style share',
    whyNot: needsNamed,
    run: shareSelected,
  },
  {
    id: 'nameFinish',
    family: 'Finish',
    words: 'Name this finish',
    does: 'Name this finish, to share it',
    synonyms: 'save style keep',
    whyNot: needsItems,
    run: (bench) => openFinish(bench, null),
  },
  {
    id: 'switchTones',
    family: 'Picture',
    words: 'Tones on',
    does: 'Switch the tones off, or on again; their values stay',
    synonyms: 'disable enable adjustments compare toggle',
    whyNot: (state) => {
      const tones = shownTones(state)
      return tones && (tones.off || !isPlain(tones)) ? null : 'Adjust the tones of a picture first.'
    },
    isOn: (state) => !shownTones(state)?.off,
    run: switchTones,
  },
  {
    id: 'nameLook',
    family: 'Picture',
    words: 'Keep as a look…',
    short: 'Keep look',
    does: 'Keep these tones under a name, to give them to other pictures',
    synonyms: 'save preset style own',
    whyNot: (state) => (shownTones(state) ? null : 'Select a frame with a picture first.'),
    run: (bench) => openDialog(bench, 'look'),
  },
  {
    id: 'lookForAll',
    family: 'Picture',
    words: 'Change the look for all',
    does: 'Give these values to the look, and to every picture that has it',
    synonyms: 'update shared tones',
    whyNot: needsLook,
    run: lookForAll,
  },
  {
    id: 'lookBack',
    family: 'Picture',
    words: 'Set back to the look',
    does: 'Bring the tones back to the values of their look',
    synonyms: 'revert reset tones',
    whyNot: needsLook,
    run: (bench) => {
      const used = lookInUse(bench.get())
      if (used) giveLook(bench, used.look.id)
    },
  },
  {
    id: 'renameLook',
    family: 'Picture',
    words: 'Rename the look…',
    does: 'Give the look of this picture another name',
    synonyms: 'preset style call',
    whyNot: needsLook,
    run: (bench) => openDialog(bench, 'lookName'),
  },
  {
    id: 'keepLook',
    family: 'Picture',
    words: 'Look for all projects',
    does: 'Keep this look for all projects, or no longer',
    synonyms: 'save preset library everywhere global',
    whyNot: needsLook,
    isOn: (state) => keptLookInUse(state) !== null,
    run: toggleKeptLook,
  },
  {
    id: 'removeLook',
    family: 'Picture',
    words: 'Remove the look’s name',
    does: 'Forget the look; pictures that have it keep its values',
    synonyms: 'delete preset',
    whyNot: needsLook,
    run: removeUsedLook,
  },
  {
    id: 'copyTones',
    family: 'Finish',
    words: 'Copy the tones',
    does: 'Copy the adjustments of this picture',
    synonyms: 'colour grade look',
    menus: ['background'],
    whyNot: needsPicture,
    run: copyTones,
  },
  {
    id: 'pasteTones',
    family: 'Finish',
    words: 'Paste the tones',
    does: 'Give the pictures selected the adjustments copied last',
    synonyms: 'colour grade look apply',
    menus: ['background'],
    whyNot: needsItems,
    run: pasteTones,
  },
  {
    id: 'resetTones',
    family: 'Finish',
    words: 'Reset the adjustments',
    does: 'Show the pictures selected without adjustments, for good',
    synonyms: 'original colours',
    whyNot: needsItems,
    run: resetAll,
  },
  {
    id: 'matchTones',
    family: 'Finish',
    words: 'Match the tones',
    does: 'Bring the tones of the selected pictures to those of the first',
    synonyms: 'colour match harmonise',
    menus: ['several'],
    whyNot: (state) =>
      selectedFrames(state).length > 1 ? null : 'Select two or more pictures: the first selected gives the tones.',
    run: (bench) => void matchToFirst(bench),
  },
]
