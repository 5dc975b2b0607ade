import type { Colour } from '@/core/colour/colour'
import type { Point } from '@/core/geometry/vector'
import type { Bench } from '@/client/store/bench'
import { owned } from '@/client/store/owned'

/** Reads the colours that the sheet is painted with at points of it; none where they are out of sight. */
export type ReadPainted = (at: readonly Point[]) => readonly Colour[]

const PAINTED = owned<{ read: ReadPainted | null }>(() => ({ read: null }))

/** The table says how its colours are read; null while it is not there. */
export const readPaintedBy = (bench: Bench, read: ReadPainted | null): void => {
  bench.own(PAINTED).read = read
}

/** The colours painted at points of the sheet. */
export const paintedAt = (bench: Bench, at: readonly Point[]): readonly Colour[] => bench.own(PAINTED).read?.(at) ?? []
