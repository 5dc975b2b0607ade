import type { KeptStencil, NewStencil, StencilChange } from '@/contract/api'
import { boundsOf } from '@/core/path/extent'
import { svgTextOf } from '@/core/path/svgText'
import { outlineOf, type Stencil } from '@/core/stencil/stencil'
import type { Size } from '@/core/geometry/vector'
import { api, ApiError } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import { say } from '@/client/store/notices'
import { putKept } from '@/client/store/slices/supplies'

const wordsOf = (error: unknown, otherwise: string): string => (error instanceof ApiError ? error.message : otherwise)

/** Reads the outlines of one's own. */
export const loadStencils = async (bench: Bench): Promise<void> => {
  try {
    putKept(bench, await api.stencils())
  } catch (error) {
    say(bench, wordsOf(error, 'Your stencils could not be listed. Reload the page.'), 'fault')
  }
}

/** Decimals of a kept outline's text. */
const DECIMALS = 4

/** The stencil as it stands in a box, fit to be kept: an outline of one's own takes the box's shape. */
export const keepable = (stencil: Stencil, box: Size): Pick<NewStencil, 'stencil' | 'aspect'> => {
  const aspect = Math.min(1000, Math.max(0.001, box.w / box.h))
  // Of a text its letters as they stand are kept, not the text.
  if (stencil.kind === 'text') {
    const { path, fillRule } = outlineOf(stencil, box)
    const { x0, y0, x1, y1 } = boundsOf(path)
    return { stencil: { kind: 'path', d: svgTextOf(path, DECIMALS), fillRule }, aspect: (x1 - x0) / (y1 - y0) }
  }
  if (stencil.kind !== 'path') return { stencil, aspect }
  return { stencil: { ...stencil, d: svgTextOf(outlineOf(stencil, box).path, DECIMALS) }, aspect }
}

/** Keeps outlines in their categories; true if they are kept now. */
export const keepAll = async (bench: Bench, stencils: readonly NewStencil[]): Promise<boolean> => {
  try {
    await api.keepStencils(stencils)
    putKept(bench, await api.stencils())
    say(bench, stencils.length === 1 ? `“${stencils[0]?.name}” is kept.` : `${stencils.length} outlines are kept.`)
    return true
  } catch (error) {
    say(bench, wordsOf(error, 'The outlines could not be kept. Try again.'), 'fault')
    return false
  }
}

export const changeKept = async (bench: Bench, { id }: KeptStencil, change: StencilChange): Promise<void> => {
  try {
    await api.changeStencil(id, change)
    putKept(bench, await api.stencils())
  } catch (error) {
    say(bench, wordsOf(error, 'The outline could not be changed. Try again.'), 'fault')
  }
}

export const forgetKept = async (bench: Bench, { id, name }: KeptStencil): Promise<void> => {
  try {
    await api.forgetStencil(id)
    putKept(bench, await api.stencils())
    say(bench, `“${name}” is no longer kept. Frames that have it keep it.`)
  } catch (error) {
    say(bench, wordsOf(error, 'The outline could not be removed. Try again.'), 'fault')
  }
}
