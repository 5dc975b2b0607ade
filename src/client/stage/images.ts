import { adjustmentText } from '@/core/adjust/adjustments'
import { sourceKey, type FileSource, type PictureOp } from '@/core/render/ops'
import { levelCount, levelFor, needOf } from '@/core/render/needs'
import type { PaintImage } from '@/painters/canvas/surface'
import { levelUrl } from '@/client/http/api'
import { ClipImages } from '@/client/stage/clipImages'
import { SheetImages } from '@/client/stage/sheetImages'
import type { LevelAnswer, LevelRequest } from '@/client/workers/levels.worker'

/** Rim of repeated pixels that the worker adds. */
const RIM = 2
const MOST_BYTES = 420e6
const BYTES_A_PIXEL = 4
const RETRY_MS = 4000

/** Levels as they are, or with their pixels changed in one way. */
interface Wanted {
  readonly source: FileSource
  readonly level: number
  /** What they are changed by; empty for nothing. */
  readonly text: string
}

const keyOf = ({ source, level, text }: Wanted): string => `${sourceKey(source)}/${level}/${text}`

interface Loaded {
  readonly wanted: Wanted
  readonly bitmap: ImageBitmap
  readonly image: PaintImage
  usedAt: number
}

/** Pyramid levels by hash and level: asked for when needed, let go of by age when too many. */
export class LevelImages {
  /** Fetches levels; started when the first is asked for. */
  private worker: Worker | null = null
  /** Changes pixels, so that levels still come while it is at work. */
  private adjuster: Worker | null = null
  /** The key of the changed level of a picture that came last: shown until the next one is there. */
  private readonly lastChanged = new Map<string, string>()
  /** Changed levels on their way: one at a time for each picture and level, the newest wish next. */
  private readonly changing = new Map<string, string>()
  private readonly loaded = new Map<string, Loaded>()
  private readonly asked = new Map<string, Wanted>()
  private readonly failed = new Map<string, number>()
  private readonly missing = new Set<string>()
  /** Sheets within sheets are painted here, of the same levels. */
  readonly sheets = new SheetImages(
    (op, scale) => this.imageFor(op, scale),
    () => this.arrivals,
  )
  /** Pictures of clips that play come by a way of their own. */
  private readonly clips = new ClipImages(() => {
    this.arrivals += 1
    for (const listener of this.listeners) listener()
  })
  private arrivals = 0
  private clock = 0
  private bytes = 0

  private readonly listeners = new Set<() => void>()

  /** Keeps at most so many bytes of pixels. */
  constructor(private readonly mostBytes: number = MOST_BYTES) {}

  /** Gets ready, while what is to be shown is still on its way. */
  warm(): void {
    this.worker ??= this.startWorker()
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

  /**
   * While it stays the same, so does every image that is given. It never does while something has failed, which is asked for
   * again after a while.
   */
  get version(): number {
    return this.failed.size ? Number.NaN : this.arrivals
  }

  /** How many pictures of clips came. */
  get clipPictures(): number {
    return this.clips.came
  }

  /** Clips are asked for as they are seen while they play, or exactly as large as they are seen. */
  play(isPlaying: boolean): void {
    if (this.clips.isPlaying === isPlaying) return
    this.clips.isPlaying = isPlaying
    this.arrivals += 1
  }

  /** True while something that was asked for has not come. */
  get isWaiting(): boolean {
    return this.asked.size > 0 || this.clips.isWaiting
  }

  /**
   * The level to draw an op from when a point is `scale` device pixels. Until it comes: the same changes at another
   * level, the changes that came last, or the picture as it is, of the nearest level there is.
   */
  imageFor(op: PictureOp, scale: number): PaintImage | null {
    const { source } = op
    if (source.kind === 'sheet') return this.sheets.of(op, source.view, scale)
    const playing = source.moment ? this.clips.imageFor(op, source.moment, scale) : null
    return playing ?? this.levelOf(op, { kind: 'file', hash: source.hash }, scale)
  }

  private levelOf(op: PictureOp, source: FileSource, scale: number): PaintImage | null {
    const count = levelCount(op.pixels)
    const level = levelFor(needOf(op, scale).density, count)
    const wanted = { source, level, text: adjustmentText(op.adjustments) }
    const exact = this.take(op, keyOf(wanted))
    if (exact) return exact
    this.ask(op, wanted)
    const near = this.nearest(op, wanted, count)
    if (near || wanted.text === '') return near
    return this.take(op, this.lastChanged.get(sourceKey(source)) ?? '') ?? this.plain(op, wanted, count)
  }

  private nearest(op: PictureOp, wanted: Wanted, count: number): PaintImage | null {
    for (let distance = 1; distance < count; distance += 1) {
      const near =
        this.take(op, keyOf({ ...wanted, level: wanted.level + distance })) ??
        this.take(op, keyOf({ ...wanted, level: wanted.level - distance }))
      if (near) return near
    }
    return null
  }

  private plain(op: PictureOp, wanted: Wanted, count: number): PaintImage | null {
    const as = { ...wanted, text: '' }
    return this.take(op, keyOf(as)) ?? this.nearest(op, as, count)
  }

  /** Asks for a picture again that did not come before. */
  retry(hash: string): void {
    this.missing.delete(hash)
    for (const key of this.failed.keys())
      if (key.startsWith(`${sourceKey({ kind: 'file', hash })}/`)) this.failed.delete(key)
    this.arrivals += 1
    for (const listener of this.listeners) listener()
  }

  private take(op: PictureOp, key: string): PaintImage | null {
    const held = this.loaded.get(key)
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

  private ask({ pixels, adjustments }: PictureOp, wanted: Wanted): void {
    const key = keyOf(wanted)
    if (this.asked.has(key) || performance.now() < (this.failed.get(key) ?? 0)) return
    const url = levelUrl(wanted.source.hash, wanted.level)
    if (wanted.text === '' || !adjustments) {
      this.asked.set(key, wanted)
      this.warm()
      return this.worker?.postMessage({ key, url } satisfies LevelRequest)
    }
    const slot = `${sourceKey(wanted.source)}/${wanted.level}`
    if (this.changing.has(slot)) return
    this.changing.set(slot, key)
    this.asked.set(key, wanted)
    this.adjuster ??= this.startWorker()
    this.adjuster.postMessage({ key, url, change: { adjustments, picture: pixels } } satisfies LevelRequest)
  }

  private startWorker(): Worker {
    const worker = new Worker(new URL('../workers/levels.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = (event: MessageEvent<LevelAnswer>) => this.arrived(event.data)
    return worker
  }

  private arrived(answer: LevelAnswer): void {
    this.arrivals += 1
    const wanted = this.asked.get(answer.key)
    if (!wanted) return
    this.asked.delete(answer.key)
    const { source, level, text } = wanted
    const { hash } = source
    if (text !== '') this.changing.delete(`${sourceKey(source)}/${level}`)
    if ('failed' in answer) {
      this.failed.set(answer.key, performance.now() + RETRY_MS)
      if (answer.isGone) this.missing.add(hash)
    } else {
      this.failed.delete(answer.key)
      this.missing.delete(hash)
      if (text !== '') this.lastChanged.set(sourceKey(source), answer.key)
      const { bitmap, width, height } = answer
      const image: PaintImage = { source: bitmap, width, height, part: { x0: 0, y0: 0, x1: 0, y1: 0 } }
      this.clock += 1
      this.loaded.set(answer.key, { wanted, bitmap, image, usedAt: this.clock })
      this.bytes += width * height * BYTES_A_PIXEL
      this.letGo(answer.key)
    }
    for (const listener of this.listeners) listener()
  }

  private letGo(keep: string): void {
    const byAge = [...this.loaded].sort(([, p], [, q]) => p.usedAt - q.usedAt)
    for (const [key, { bitmap, image }] of byAge) {
      if (this.bytes <= this.mostBytes) return
      if (key === keep) continue
      this.bytes -= image.width * image.height * BYTES_A_PIXEL
      bitmap.close()
      this.loaded.delete(key)
      this.arrivals += 1
    }
  }

  close(): void {
    this.worker?.terminate()
    this.adjuster?.terminate()
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
