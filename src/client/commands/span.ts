import { spanOf } from '@/core/document/content'
import { takesOf } from '@/core/document/takes'
import type { Span } from '@/core/document/types'
import type { Command } from '@/client/commands/command'
import { shownSheet } from '@/client/store/benchStore'
import { selectedFrame, selectItems } from '@/client/store/selection'
import { coverTogether, echoesOf, pinSelected, selectMembers } from '@/client/store/sharing'
import { openDialog } from '@/client/store/slices/dialogs'
import type { BenchState } from '@/client/store/state'
import type { Bench } from '@/client/store/bench'

const NO_SPAN = 'Select a frame that shows one picture together with others first.'

/** The span that the selected frame is a window of. */
const spanAt = (state: BenchState): Span | null => {
  const fill = selectedFrame(state)?.fill
  return fill?.kind === 'span' ? spanOf(shownSheet(state), fill.spanId) : null
}

const needsSpan = (state: BenchState): string | null => (spanAt(state) ? null : NO_SPAN)

const needsPlacedSpan = (state: BenchState): string | null => {
  const span = spanAt(state)
  if (!span) return NO_SPAN
  return span.source.kind === 'placed' ? null : 'Windows onto the background show it as it lies.'
}

const isPinned = (state: BenchState): boolean => {
  const fill = selectedFrame(state)?.fill
  return fill?.kind === 'span' && fill.pinned !== undefined
}

const cover = (bench: Bench, gaps?: Span['gaps']): void => {
  const span = spanAt(bench.get())
  if (span) coverTogether(bench, span.id, gaps)
}

/** What can be asked of frames that show one picture together, of echoes and of takes. */
export const SPAN_COMMANDS: readonly Command[] = [
  {
    id: 'coverSpan',
    family: 'Sharing',
    words: 'Cover all',
    does: 'Cover all frames of the span anew',
    synonyms: 'fit fill reset shared picture',
    whyNot: needsPlacedSpan,
    run: (bench) => cover(bench),
  },
  {
    id: 'gapsHide',
    family: 'Sharing',
    words: 'Gaps hide',
    does: 'Gaps between the frames hide the picture',
    synonyms: 'bars window panes',
    whyNot: needsPlacedSpan,
    isOn: (state) => spanAt(state)?.gaps === 'hide',
    run: (bench) => cover(bench, 'hide'),
  },
  {
    id: 'gapsSkip',
    family: 'Sharing',
    words: 'Gaps skip',
    does: 'The picture skips the gaps, nothing of it is lost',
    synonyms: 'continuous panels',
    whyNot: needsPlacedSpan,
    isOn: (state) => spanAt(state)?.gaps === 'skip',
    run: (bench) => cover(bench, 'skip'),
  },
  {
    id: 'pin',
    family: 'Sharing',
    words: 'Pin',
    does: 'Pin the frame to the part that it shows: it takes that along',
    synonyms: 'fix stick lock part',
    whyNot: needsSpan,
    isOn: isPinned,
    run: (bench) => pinSelected(bench, !isPinned(bench.get())),
  },
  {
    id: 'selectSpan',
    family: 'Sharing',
    words: 'Select the whole span',
    does: 'Select all frames of the span',
    synonyms: 'members together',
    menus: ['frame'],
    whyNot: needsSpan,
    run: (bench) => {
      const span = spanAt(bench.get())
      if (span) selectMembers(bench, span.id)
    },
  },
  {
    id: 'selectEchoes',
    family: 'Sharing',
    words: 'Select its echoes',
    does: 'Select its echoes',
    synonyms: 'copies linked instances',
    whyNot: (state) => (echoIds(state).length ? null : 'Select a frame that echoes show first.'),
    run: (bench) => selectItems(bench, echoIds(bench.get())),
  },
  {
    id: 'takes',
    family: 'Picture',
    words: 'Compare its takes',
    does: 'See all takes beside each other, rename or remove them',
    synonyms: 'alternatives versions candidates overview',
    whyNot: (state) => {
      const frame = selectedFrame(state)
      const takes = frame && takesOf(shownSheet(state), frame)
      return (takes?.takes.length ?? 0) > 1 ? null : 'Add a take to a picture first.'
    },
    run: (bench) => openDialog(bench, 'takes'),
  },
]

const echoIds = (state: BenchState): readonly string[] => {
  const frame = selectedFrame(state)
  return frame ? echoesOf(state, frame).map(({ id }) => id) : []
}
