import type { PictureRef } from '@/core/document/types'

const isThing = (value: unknown): value is object => typeof value === 'object' && value !== null

const isSameClip = (a: object, b: object): boolean => {
  const [one, other] = [a as PictureRef, b as PictureRef] // only what has a clip is looked at
  return (
    'clip' in one && 'clip' in other && one.clip !== undefined && one.clip === other.clip && one.hash === other.hash
  )
}

const isSameScene = (a: object, b: object): boolean => 'scene' in a && 'scene' in b && a.scene === b.scene

/**
 * Were both worked out from the same, but for the moments of clips: of their own pictures, or within sheets that they show
 * (`SheetView.scene`)?
 */
export const sameButMoments = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length &&
  a.every((one, i) => {
    const other = b[i]
    if (one === other) return true
    return isThing(one) && isThing(other) && (isSameClip(one, other) || isSameScene(one, other))
  })
