import type { Corner } from '@/core/stencil/corners'
import { cornerPoints, isStraight, type Stencil } from '@/core/stencil/stencil'

const UNIT = { w: 1, h: 1 }

/** A stencil with its corners worked, one each where there are as many, or without; one that has none stays as it is. */
export const cornered = (stencil: Stencil, corners: readonly Corner[] | null): Stencil => {
  if (!isStraight(stencil)) return stencil
  const rest = Object.fromEntries(Object.entries(stencil).filter(([key]) => key !== 'corners'))
  if (!corners?.length) return rest as unknown as Stencil
  const fitting = corners.length === cornerPoints(stencil, UNIT).length ? corners : corners.slice(0, 1)
  return { ...stencil, corners: fitting } as Stencil // the same kind, with the corners it may have
}

/** A stencil that brings no corners of its own with those of another that it takes the place of, as far as it has some. */
export const withCornersOf = (stencil: Stencil, before: Stencil): Stencil =>
  stencil.kind !== before.kind && isStraight(stencil) && !stencil.corners?.length && isStraight(before)
    ? cornered(stencil, before.corners ?? null)
    : stencil
