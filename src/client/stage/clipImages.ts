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
  /** The moment that was wished for last, in seconds of the clip; and does it go on from one to the next, as clips play? */
  wished: number
  goesOn: boolean
  /** What was wished for last is not there. */
  isBehind: boolean
  /** It did not come: it is not asked for again until then, in milliseconds of the page. */
  waitsUntil: number
}

/** So much may a picture be enlarged while it plays: a quarter of its pixels is then enough much more often. */
const ENLARGED = 1.25
/** Pictures that play are asked for so many seconds before their time, at most. */
const AHEAD = 0.12
/** Wishes not farther apart than this, in seconds, are those of a clip that plays. */
const STEP = 0.3

const shows = ({ start, end }: Held, at: number): boolean => at >= start && at < end

/**
 * Pictures of clips while they play. One of each clip is on its way at a time: the newest wish, and of what plays the one
 * that comes next, before its time. Where the machine can't keep up, pictures are left out and nothing waits.
 */
export class ClipImages {
  private readonly slots = new Map<string, Slot>()
  /** Where a clip was seen last: it stands in until it comes at another size. */
  private readonly shown = new Map<string, Slot>()
  private bytes = 0
  private clock = 0
  /** How many pictures came: read by measurements. */
  came = 0
  /** What plays may be a little coarser than what stands still. */
  isPlaying = false

  constructor(private readonly onArrive: () => void) {}

  /** True while a picture that was wished for is on its way. */
  get isWaiting(): boolean {
    return [...this.slots.values()].some(({ isBehind }) => isBehind)
  }

  /** The picture of a clip at an op's moment when a point is `scale` device pixels: the one before until it is there, null at first. */
  imageFor(op: PictureOp, moment: ClipMoment, scale: number): PaintImage | null {
    const { density } = needOf(op, scale)
    const level = levelFor(this.isPlaying ? density / ENLARGED : density, levelCount(op.pixels))
    const clip = `${moment.clip}/${adjustmentText(op.adjustments)}`
    const key = `${clip}/${level}`
    const slot = this.slots.get(key) ?? newSlot()
    this.slots.set(key, slot)
    const further = moment.at - slot.wished
    if (further !== 0) slot.goesOn = further > 0 && further < STEP
    slot.wished = moment.at
    const found = slot.held.find((one) => shows(one, moment.at))
    this.clock += 1
    slot.isBehind = !found && !this.isResting(slot)
    if (found) {
      found.usedAt = this.clock
      slot.last = found
    }
    const next = found ? nextOf(slot, found) : moment.at
    if (next !== null) void this.ask(slot, op, { ...moment, at: next }, level)
    const other = this.shown.get(clip)
    const image = (found ?? nearest(slot, moment.at) ?? slot.last ?? other?.last)?.image ?? null
    if (slot.last) this.shown.set(clip, slot)
    return image
  }

  private isResting({ waitsUntil }: Slot): boolean {
    return performance.now() < waitsUntil
  }

  private async ask(slot: Slot, op: PictureOp, { clip, container, at }: ClipMoment, level: number): Promise<void> {
    if (slot.isAsked || this.isResting(slot)) return
    slot.isAsked = true
    let came: Held | null = null
    const size = levelSize(op.pixels, level)
    const change = op.adjustments ? { change: { adjustments: op.adjustments, picture: op.pixels } } : {}
    try {
      const { bitmap, start, end } = await clipPicture({ file: clip, container }, at, { size, ...change })
      const [rimX, rimY] = [(RIM * op.pixels.w) / size.w, (RIM * op.pixels.h) / size.h]
      const part = { x0: -rimX, y0: -rimY, x1: op.pixels.w + rimX, y1: op.pixels.h + rimY }
      const image: PaintImage = { source: bitmap, width: bitmap.width, height: bitmap.height, part }
      came = { bitmap, image, start, end, usedAt: (this.clock += 1) }
      slot.held.push(came)
      this.came += 1
      // What came before its time is shown when that is there.
      if (start <= slot.wished) slot.last = came
      this.bytes += weightOf(came)
      this.letGo()
    } catch (error) {
      // What was shown before, or its still, stays in its place meanwhile.
      console.warn('A picture of a clip did not come.', error)
      slot.waitsUntil = performance.now() + RETRY_MS
    } finally {
      slot.isAsked = false
      slot.isBehind = false
      this.onArrive()
      // The next is on its way before the table is painted.
      const next = came && this.isPlaying ? nextOf(slot, came) : null
      if (next !== null) void this.ask(slot, op, { clip, container, at: Math.max(next, slot.wished) }, level)
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

const newSlot = (): Slot => ({
  held: [],
  last: null,
  isAsked: false,
  wished: Number.NaN,
  goesOn: false,
  isBehind: false,
  waitsUntil: 0,
})

/** Of several takes of a clip each shows what it had last: the picture before the moment, and soon before. */
const nearest = ({ held }: Slot, at: number): Held | null => {
  const before = held.filter(({ start, end }) => start <= at && at - end < STEP)
  return before.reduce<Held | null>((best, one) => (best && best.start > one.start ? best : one), null)
}

/** The moment at which the picture after one begins, where that is needed soon and is not there. */
const nextOf = ({ held, goesOn, wished }: Slot, { end }: Held): number | null =>
  goesOn && end < wished + AHEAD && !held.some((one) => shows(one, end)) ? end : null

const weightOf = ({ bitmap }: Held): number => bitmap.width * bitmap.height * BYTES_A_PIXEL
