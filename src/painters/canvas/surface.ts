import type { Rect } from '@/core/geometry/rect'
import type { Matrix } from '@/core/geometry/matrix'

/** The part of Canvas 2D that the painter uses; browser, worker and server canvases all have it. */
export interface PaintContext {
  save(): void
  restore(): void
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void
  beginPath(): void
  moveTo(x: number, y: number): void
  lineTo(x: number, y: number): void
  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void
  ellipse(
    x: number,
    y: number,
    rx: number,
    ry: number,
    turn: number,
    start: number,
    end: number,
    anticlockwise?: boolean,
  ): void
  closePath(): void
  fill(rule?: 'nonzero' | 'evenodd'): void
  stroke(): void
  drawImage(image: PaintSource, x: number, y: number): void
  createPattern(image: PaintSource, repetition: 'no-repeat' | 'repeat'): PaintPattern | null
  createLinearGradient(x0: number, y0: number, x1: number, y1: number): PaintGradient
  createRadialGradient(x0: number, y0: number, r0: number, x1: number, y1: number, r1: number): PaintGradient
  getImageData(x: number, y: number, width: number, height: number): PaintPixels
  putImageData(pixels: PaintPixels, x: number, y: number): void
  fillStyle: unknown
  strokeStyle: unknown
  lineWidth: number
  lineJoin: string
  lineCap: string
  miterLimit: number
  setLineDash(lengths: number[]): void
  shadowColor: string
  /** Twice the standard deviation, in device pixels. */
  shadowBlur: number
  shadowOffsetX: number
  shadowOffsetY: number
  globalAlpha: number
  globalCompositeOperation: string
  imageSmoothingEnabled: boolean
  imageSmoothingQuality: string
}

/** An image of whichever canvas library is in use; opaque to the painter. */
export type PaintSource = object
export interface PaintPattern {
  setTransform(matrix: Matrix): void
}

export interface PaintGradient {
  addColorStop(at: number, colour: string): void
}
export interface PaintPixels {
  readonly width: number
  readonly height: number
  /** RGBA, not multiplied by alpha. */
  readonly data: Uint8ClampedArray
}

/** Picture pixels ready to paint. */
export interface PaintImage {
  readonly source: PaintSource
  /** Size of the source in its own pixels. */
  readonly width: number
  readonly height: number
  /** Which part of the picture the source shows, in picture pixels, its rim of repeated edge pixels included. */
  readonly part: Rect
  /**
   * Draws the whole picture onto a rectangle of the device, and of that only what lies within another, which ends on whole pixels:
   * without the way over a source with a rim, over all that lies there. Null where there is only the source.
   */
  readonly drawOnto?: ((context: PaintContext, onto: Rect, within: Rect) => void) | null
}

/** A canvas apart, for what must be masked twice before it is composed. */
export interface Layer {
  readonly source: PaintSource
  readonly context: PaintContext
}
