import { assertNever } from '@/core/failure'
import { intersectRects, type Rect } from '@/core/geometry/rect'
import type { Composed, DrawNode, DrawOp, FillOp, Mask, PictureOp, ShadeOp, StrokeOp } from '@/core/render/ops'
import type { KnockOut, Layer, ListSink } from '@/core/render/walk'
import type { NeedsPixels, Raster, ReadyImages } from '@/painters/assets'
import { hidesMask } from '@/painters/hiding'

/** What stays of what lies beneath at the edge of what is laid over it, in points: half a pixel at 300 ppi. */
export const RIM = 0.12

/** Text of a file of outlines as it grows, layer by layer. */
export class Pile {
  private readonly lines: string[] = []
  /** How many things were painted. */
  painted = 0
  /** Does something of it mix with what lies beneath, so that it must be kept apart? */
  isMixing = false

  /** What paints one thing. */
  paint(...lines: readonly string[]): void {
    this.lines.push(...lines)
    this.painted += 1
  }

  /** Takes in what another pile paints. */
  take(other: Pile, around: (text: string) => string = (text) => text): void {
    this.lines.push(around(other.text))
    this.painted += other.painted
    this.isMixing ||= other.isMixing
  }

  get text(): string {
    return this.lines.join('\n')
  }
}

/** Paints a draw list as outlines into piles of text, but for what `images` has as pixels. */
export abstract class OutlineSink<T extends Pile> implements ListSink {
  private readonly open: T[] = []
  private node: DrawNode | null = null

  constructor(
    /** All that is painted. */
    readonly whole: T,
    private readonly newPile: () => T,
    private readonly needs: NeedsPixels,
    protected readonly images: ReadyImages,
    /** What is seen, in sheet points. */
    protected readonly area: Rect,
  ) {}

  /** Which node is painted next. */
  turnTo(node: DrawNode): void {
    this.node = node
  }

  protected get top(): T {
    return this.open.at(-1) ?? this.whole
  }

  begin(layer: Layer): boolean {
    if (!intersectRects(layer.bounds, this.area)) return false
    if (layer.blur !== undefined && this.node) {
      this.top.isMixing ||= layer.blend !== undefined
      this.putRaster(this.images.blurredOf(this.node), layer)
      return false
    }
    this.open.push(this.newPile())
    return true
  }

  end(layer: Layer): void {
    const pile = this.open.pop()
    if (!pile?.painted) return
    this.top.isMixing ||= layer.blend !== undefined
    this.close(pile, layer)
  }

  beginKnockOut(): void {
    this.open.push(this.newPile())
  }

  endKnockOut({ mask, hasRim }: KnockOut): void {
    const pile = this.open.pop()
    if (!pile?.painted) return
    // What hides all that lies beneath it needs nothing knocked out, and no edge then shows a seam.
    if (!hasRim && this.node && hidesMask(this.node, this.images)) this.top.take(pile)
    else this.knockOut(pile, mask)
  }

  paint(op: DrawOp): void {
    switch (op.op) {
      case 'fill':
        return this.paintFill(op)
      case 'picture':
        return this.paintPicture(op)
      case 'stroke':
        return this.paintStroke(op)
      case 'shade':
        return this.needs.shade(op) ? this.putRaster(this.images.softOf(op)) : this.paintShade(op)
      case 'relief':
        return this.putRaster(this.images.softOf(op))
      case 'plane':
        return this.putRaster(this.images.planeOf(op))
      default:
        return assertNever(op)
    }
  }

  /** Lays a finished layer on what lies beneath. */
  protected abstract close(pile: T, layer: Layer): void
  /** Lays on what lies beneath what is left of a pile outside a mask. */
  protected abstract knockOut(pile: T, mask: Mask): void
  protected abstract putRaster(raster: Raster, how?: Composed): void
  protected abstract paintFill(op: FillOp): void
  protected abstract paintPicture(op: PictureOp): void
  protected abstract paintStroke(op: StrokeOp): void
  /** One that needs no pixels. */
  protected abstract paintShade(op: ShadeOp): void
}
