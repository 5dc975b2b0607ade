import type { Layer, PaintContext } from '@/painters/canvas/surface'

/** The browser's context has all that the painter uses, under wider types of its own. */
export const painterContext = (
  context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D | null,
): PaintContext => context as unknown as PaintContext

export const createLayer = (width: number, height: number): Layer & { readonly source: OffscreenCanvas } => {
  const source = new OffscreenCanvas(Math.max(1, width), Math.max(1, height))
  return { source, context: painterContext(source.getContext('2d')) }
}
