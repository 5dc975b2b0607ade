import { adjustmentText } from '@/core/adjust/adjustments'
import { levelCount, levelFor, levelSize, needOf } from '@/core/render/needs'
import type { ClipMoment, PictureOp } from '@/core/render/ops'
import type { PaintImage } from '@/painters/canvas/surface'
import { clipPicture } from '@/client/workers/clips'
import { RIM } from '@/client/workers/rim'

/** Pixels of clips that are kept: what was seen last is seen again when a hand goes to and fro. */
const MOST_BYTES = 160e6
const BYTES_A_PIXEL = 4
const RETRY_MS = 4000

interface Held {
  readonly bitmap: ImageBitmap
  readonly image: PaintImage
  readonly start: number
  readonly end: number
  usedAt: number
}

/** One clip at one size, changed in one way: what was read of it, and what is on its way. */
interface Slot {
  readonly held: Held[]
  /** What was shown last stays while the next is on its way. */
  last: Held | null
  isAsked: boolean
  /** It did not come: it is not asked for again until then, in milliseconds of the page. */
  waitsUntil: number
}

const shows = ({ start, end }: Held, at: number): boolean => at >= start && at < end

/**
 * Pictures of clips while they play. One of each clip is on its way at a time, the newest wish next: where the machine
 * can't keep up, pictures are left out and nothing waits.
 */
export class ClipImages {
  private readonly slots = new Map<string, Slot>()
  private bytes = 0
  private clock = 0
  private asked = 0
  /** How many pictures came: read by measurements. */
  came = 0

  constructor(private readonly onArrive: () => void) {}

  /** True while a picture is on its way. */
  get isWaiting(): boolean {
    return this.asked > 0
  }

  /** The picture of a clip at an op's moment when a point is `scale` device pixels: the one before until it is there, null at first. */
  imageFor(op: PictureOp, moment: ClipMoment, scale: number): PaintImage | null {
    const level = levelFor(needOf(op, scale).density, levelCount(op.pixels))
    const key = `${moment.clip}/${level}/${adjustmentText(op.adjustments)}`
    const slot = this.slots.get(key) ?? { held: [], last: null, isAsked: false, waitsUntil: 0 }
    this.slots.set(key, slot)
    const found = slot.held.find((one) => shows(one, moment.at))
    this.clock += 1
    if (found) {
      found.usedAt = this.clock
      slot.last = found
    } else void this.ask(slot, op, moment, level)
    return slot.last?.image ?? null
  }

  private async ask(slot: Slot, op: PictureOp, { clip, container, at }: ClipMoment, level: number): Promise<void> {
    if (slot.isAsked || performance.now() < slot.waitsUntil) return
    slot.isAsked = true
    this.asked += 1
    const size = levelSize(op.pixels, level)
    const change = op.adjustments ? { change: { adjustments: op.adjustments, picture: op.pixels } } : {}
    try {
      const { bitmap, start, end } = await clipPicture({ file: clip, container }, at, { size, ...change })
      const [rimX, rimY] = [(RIM * op.pixels.w) / size.w, (RIM * op.pixels.h) / size.h]
      const part = { x0: -rimX, y0: -rimY, x1: op.pixels.w + rimX, y1: op.pixels.h + rimY }
      const image: PaintImage = { source: bitmap, width: bitmap.width, height: bitmap.height, part }
      const held: Held = { bitmap, image, start, end, usedAt: (this.clock += 1) }
      slot.held.push(held)
      this.came += 1
      slot.last = held
      this.bytes += weightOf(held)
      this.letGo()
    } catch (error) {
      // What was shown before, or its still, stays in its place meanwhile.
      console.warn('A picture of a clip did not come.', error)
      slot.waitsUntil = performance.now() + RETRY_MS
    } finally {
      slot.isAsked = false
      this.asked -= 1
      this.onArrive()
    }
  }

  /** Lets the oldest go; what each slot shows now stays. */
  private letGo(): void {
    if (this.bytes <= MOST_BYTES) return
    const all = [...this.slots.values()].flatMap((slot) => slot.held.map((held) => ({ slot, held })))
    for (const { slot, held } of all.sort((p, q) => p.held.usedAt - q.held.usedAt)) {
      if (this.bytes <= MOST_BYTES) return
      if (held === slot.last) continue
      slot.held.splice(slot.held.indexOf(held), 1)
      this.bytes -= weightOf(held)
      held.bitmap.close()
    }
  }
}

const weightOf = ({ bitmap }: Held): number => bitmap.width * bitmap.height * BYTES_A_PIXEL
