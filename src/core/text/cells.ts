import type { TextRun, TextStencil } from '@/core/text/block'
import { readClusters, type SetCluster } from '@/core/text/clusters'

/** A cluster where it stands in its text. */
export interface Cell extends SetCluster {
  /** Where it begins, in UTF-16 units. */
  readonly place: number
  readonly run: TextRun
  /** Leaves room only, and hangs beyond the end of a line. */
  readonly isRoom: boolean
  /** Ends its paragraph. */
  readonly isEnd: boolean
  /** Becomes a hyphen where a line ends after it. */
  readonly isSoftHyphen: boolean
}

// No-break spaces stay with their words; only what a line may end at hangs.
const ROOM = /^[ \t\u1680\u2000-\u2006\u2008-\u200b\u205f\u3000\n]+$/

const cellsOfRun = (text: string, run: TextRun, from: number): readonly Cell[] => {
  let place = from
  return (readClusters(run.clusters) ?? []).map(({ units, advance, drawing, mayBreak }): Cell => {
    const said = text.slice(place, place + units)
    const at = place
    place += units
    // Field by field: spread objects are many times slower to make and to read, and a text has thousands.
    return {
      units,
      advance,
      drawing,
      mayBreak,
      place: at,
      run,
      isRoom: ROOM.test(said),
      isEnd: said === '\n',
      isSoftHyphen: said === '\u00ad',
    }
  })
}

const read = new WeakMap<TextStencil['runs'], readonly Cell[]>()

/** The clusters of a text in order, read once. */
export const cellsOf = ({ text, runs }: Pick<TextStencil, 'text' | 'runs'>): readonly Cell[] => {
  const known = read.get(runs)
  if (known) return known
  let from = 0
  const cells = runs.flatMap((run) => {
    const held = cellsOfRun(text, run, from)
    from += run.length
    return held
  })
  read.set(runs, cells)
  return cells
}
