import type { Sharp } from 'sharp'
import type { SheetPixels } from '@/server/export/drawn/rasters'

/** The data of a JPEG that any reader makes the same colours of. */
export interface PassedJpeg {
  readonly width: number
  readonly height: number
  readonly components: number
  /** The file without anything but what is needed to decode it. */
  readonly data: Uint8Array
  /** The profile it came with; sRGB without one. */
  readonly profile: Buffer | null
}

export interface PixelsToStore {
  /** Upright, in sRGB. */
  readonly picture: Sharp
  readonly isOpaque: boolean
  /** Did it come without loss? It then stays so. */
  readonly isLossless: boolean
  /** 1 to 100, where there is loss. */
  readonly quality: number
}

/** Where a file of outlines keeps its images. Each is named as the file's painter says it. */
export interface ImageStore {
  /** Takes a JPEG as it is; null where the format would show other colours. */
  passJpeg(jpeg: PassedJpeg): Promise<string | null>
  storePixels(pixels: PixelsToStore): Promise<string>
  /** With alpha, without loss. */
  storeRaster(pixels: SheetPixels): Promise<string>
  /** Only the alpha, as a mask is made of it. */
  storeMask(pixels: SheetPixels): Promise<string>
  /** Waits until what was stored weighs little. */
  settled(): Promise<void>
}
