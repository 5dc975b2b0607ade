import type { Rect } from '@/core/geometry/rect'
import { softPictures } from '@/core/render/needs'
import {
  isGroup,
  type DrawItem,
  type DrawNode,
  type DrawOp,
  type Mask,
  type PictureOp,
  type PlaneOp,
  type ReliefOp,
  type ShadeOp,
} from '@/core/render/ops'
import type { NeedsPixels, PlacedImage, Raster, ReadyImages } from '@/painters/assets'
import { hidesMask } from '@/painters/hiding'
import type { StoredPictures } from '@/server/export/drawn/pictures'
import type { Rasters, SheetPixels } from '@/server/export/drawn/rasters'
import type { ImageStore } from '@/server/export/drawn/store'

const held = <K extends object, V>(map: ReadonlyMap<K, V>, key: K): V => {
  const value = map.get(key)
  if (value === undefined) throw new TypeError('It was not made ready.')
  return value
}

/** Makes ready what a node needs that takes waiting, just before it is painted. */
export class MadeReady implements ReadyImages {
  private readonly images = new Map<PictureOp, PlacedImage>()
  private readonly rasters = new Map<object, Raster>()
  private readonly inverted = new Map<Mask, Raster>()

  constructor(
    private readonly store: ImageStore,
    private readonly pictures: StoredPictures,
    private readonly painted: Rasters,
    private readonly needs: NeedsPixels,
  ) {}

  pictureOf = (op: PictureOp): PlacedImage => held(this.images, op)
  tilesOf = (op: PictureOp): Raster => held(this.rasters, op)
  softOf = (op: ShadeOp | ReliefOp): Raster => held(this.rasters, op)
  planeOf = (op: PlaneOp): Raster => held(this.rasters, op)
  blurredOf = (node: DrawNode): Raster => held(this.rasters, node)
  maskOf = (mask: Mask, how: 'kept' | 'inverted'): Raster => held(how === 'kept' ? this.rasters : this.inverted, mask)

  /** Makes ready what this node needs; of a group, also what is painted once its members are. */
  async ready(node: DrawNode): Promise<void> {
    if (isGroup(node)) {
      for (const op of [...node.under, ...node.inside, ...node.over]) await this.readyOp(op, node.bounds)
      return
    }
    if (node.blur !== undefined) this.rasters.set(node, await this.colours(await this.painted.blurred(node)))
    else await this.readyItem(node)
    await this.store.settled()
  }

  private async readyItem(item: DrawItem): Promise<void> {
    const { under = [], ops, over = [], mask, bounds } = item
    for (const op of [...under, ...ops, ...over]) await this.readyOp(op, bounds)
    if (!mask || !this.needs.mask(mask)) return
    const pixels = await this.painted.mask(mask, bounds)
    this.rasters.set(mask, await this.grey(pixels))
    if (!under.length || hidesMask(item, this)) return
    for (let i = 3; i < pixels.data.length; i += 4) pixels.data[i] = 255 - (pixels.data[i] ?? 0)
    this.inverted.set(mask, await this.grey(pixels))
  }

  private async readyOp(op: DrawOp, bounds: Rect): Promise<void> {
    if (op.op === 'picture') {
      if (op.tileGap === undefined) this.images.set(op, await this.pictures.imageOf(op))
      else this.rasters.set(op, await this.colours(await this.painted.tiles(op, bounds)))
    }
    if (op.op === 'plane') this.rasters.set(op, await this.planePixels(op))
    if (op.op === 'relief' || (op.op === 'shade' && this.needs.shade(op)))
      this.rasters.set(op, await this.colours(await this.painted.soft(op, bounds)))
  }

  /** As pictures are stored where there are any in the plane; what is plain keeps its edges. */
  private async planePixels(op: PlaneOp): Promise<Raster> {
    const pixels = await this.painted.plane(op, this.pictures.ceiling)
    if (!softPictures(op).length) return this.colours(pixels)
    return { name: await this.pictures.storePainted(pixels), area: pixels.area }
  }

  private async colours(pixels: SheetPixels): Promise<Raster> {
    return { name: await this.store.storeRaster(pixels), area: pixels.area }
  }

  private async grey(pixels: SheetPixels): Promise<Raster> {
    return { name: await this.store.storeMask(pixels), area: pixels.area }
  }
}
