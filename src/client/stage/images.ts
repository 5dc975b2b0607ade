import type { DrawOp } from '@/core/render/drawList'
import { levelCount, levelFor, needOf } from '@/core/render/needs'
import type { PaintImage } from '@/painters/canvas/surface'
import { levelUrl } from '@/client/http/api'
import type { LevelAnswer, LevelRequest } from '@/client/workers/levels.worker'

type PictureOp = Extract<DrawOp, { op: 'picture' }>

/** Rim of repeated pixels that the worker adds. */
const RIM = 2
const MOST_BYTES = 420e6
const BYTES_A_PIXEL = 4
const RETRY_MS = 4000

interface Loaded {
  readonly bitmap: ImageBitmap
  readonly image: PaintImage
  usedAt: number
}

/** Pyramid levels by hash and level: asked for when needed, let go of by age when too many. */
export class LevelImages {
  private readonly worker: Worker
  private readonly loaded = new Map<string, Loaded>()
  private readonly asked = new Set<string>()
  private readonly failed = new Map<string, number>()
  private readonly missing = new Set<string>()
  private clock = 0
  private bytes = 0

  private readonly listeners = new Set<() => void>()

  constructor() {
    this.worker = new Worker(new URL('../workers/levels.worker.ts', import.meta.url), { type: 'module' })
    this.worker.onmessage = (event: MessageEvent<LevelAnswer>) => this.arrived(event.data)
  }

  /** Calls `listener` whenever pixels arrive or fail; returns how to stop. */
  onArrive(listener: () => void): () => void {
    this.listeners.add(listener)
    return () => void this.listeners.delete(listener)
  }

  /** Did the file of this picture fail to come? */
  isMissing(hash: string): boolean {
    return this.missing.has(hash)
  }

  /** True while something that was asked for has not come. */
  get isWaiting(): boolean {
    return this.asked.size > 0
  }

  /** The level to draw an op from when a point is `scale` device pixels; the nearest one there is until it comes. */
  imageFor(op: PictureOp, scale: number): PaintImage | null {
    const count = levelCount(op.pixels)
    const wanted = levelFor(needOf(op, scale).density, count)
    const exact = this.take(op, wanted)
    if (exact) return exact
    this.ask(op.hash, wanted)
    for (let distance = 1; distance < count; distance += 1) {
      const near = this.take(op, wanted + distance) ?? this.take(op, wanted - distance)
      if (near) return near
    }
    return null
  }

  /** Asks for a picture again that did not come before. */
  retry(hash: string): void {
    this.missing.delete(hash)
    for (const key of this.failed.keys()) if (key.startsWith(`${hash}/`)) this.failed.delete(key)
    for (const listener of this.listeners) listener()
  }

  private take(op: PictureOp, level: number): PaintImage | null {
    const held = this.loaded.get(`${op.hash}/${level}`)
    if (!held) return null
    this.clock += 1
    held.usedAt = this.clock
    return this.fitted(held, op)
  }

  /** The image with the part it shows in the op's picture pixels. */
  private fitted(held: Loaded, op: PictureOp): PaintImage {
    if (held.image.part.x1 !== 0) return held.image
    const rimX = (RIM * op.pixels.w) / (held.image.width - 2 * RIM)
    const rimY = (RIM * op.pixels.h) / (held.image.height - 2 * RIM)
    const image = { ...held.image, part: { x0: -rimX, y0: -rimY, x1: op.pixels.w + rimX, y1: op.pixels.h + rimY } }
    Object.assign(held, { image })
    return image
  }

  private ask(hash: string, level: number): void {
    const key = `${hash}/${level}`
    if (this.asked.has(key) || performance.now() < (this.failed.get(key) ?? 0)) return
    this.asked.add(key)
    const request: LevelRequest = { key, url: levelUrl(hash, level) }
    this.worker.postMessage(request)
  }

  private arrived(answer: LevelAnswer): void {
    this.asked.delete(answer.key)
    const hash = answer.key.split('/')[0] ?? ''
    if ('failed' in answer) {
      this.failed.set(answer.key, performance.now() + RETRY_MS)
      if (answer.isGone) this.missing.add(hash)
    } else {
      this.failed.delete(answer.key)
      this.missing.delete(hash)
      const { bitmap, width, height } = answer
      const image: PaintImage = { source: bitmap, width, height, part: { x0: 0, y0: 0, x1: 0, y1: 0 } }
      this.clock += 1
      this.loaded.set(answer.key, { bitmap, image, usedAt: this.clock })
      this.bytes += width * height * BYTES_A_PIXEL
      this.letGo(answer.key)
    }
    for (const listener of this.listeners) listener()
  }

  private letGo(keep: string): void {
    const byAge = [...this.loaded].sort(([, p], [, q]) => p.usedAt - q.usedAt)
    for (const [key, { bitmap, image }] of byAge) {
      if (this.bytes <= MOST_BYTES) return
      if (key === keep) continue
      this.bytes -= image.width * image.height * BYTES_A_PIXEL
      bitmap.close()
      this.loaded.delete(key)
    }
  }

  close(): void {
    this.worker.terminate()
    for (const { bitmap } of this.loaded.values()) bitmap.close()
    this.loaded.clear()
  }
}

let shared: { readonly images: LevelImages; users: number } | null = null

/** A picture that was missing is there again: whoever shows it asks anew. */
export const forgetMissing = (hash: string): void => shared?.images.retry(hash)

/** The levels that everything on the page draws from: one cache, closed when its last user is done. */
export const borrowLevels = (): { readonly images: LevelImages; readonly release: () => void } => {
  const held = (shared ??= { images: new LevelImages(), users: 0 })
  held.users += 1
  return {
    images: held.images,
    release: () => {
      held.users -= 1
      if (held.users > 0) return
      held.images.close()
      if (shared === held) shared = null
    },
  }
}
