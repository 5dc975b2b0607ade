import {
  BlobSource,
  EncodedPacketSink,
  Input,
  MATROSKA,
  MP4,
  QTFF,
  UrlSource,
  VideoSampleSink,
  WEBM,
  type InputVideoTrack,
  type VideoSample,
} from 'mediabunny'
import { Failure } from '@/core/failure'
import { slackOf, type Container } from '@/core/film/clip'
import { RANGE } from '@/core/tolerance'
import { planesOf } from '@/client/clips/planes'
import type { ClipFacts, ClipPicture, ClipReader, ClipSource, DrawClip } from '@/client/clips/reader'

const unreadable = (why: string): Failure => new Failure('picture-unreadable', why)

const CUT = 'The clip is damaged or incomplete: pictures of it are missing. Copy or convert it again and add that file.'

const CONTAINERS: readonly (readonly [string, Container])[] = [
  ['QuickTime', 'mov'],
  ['MP4', 'mp4'],
  ['WebM', 'webm'],
  ['Matroska', 'webm'],
]

const checked = (what: string, value: number, { min, max }: { readonly min: number; readonly max: number }): number => {
  if (value >= min && value <= max) return value
  throw unreadable(
    `Its ${what} is ${value || 'nothing'}, and has to be between ${min} and ${max}. Convert the clip and add that file.`,
  )
}

/** A side longer than this is not drawn by browsers at a clip's rate. */
const SIDE = { min: 1, max: 8192 }

/** The track that is seen, or why there is none that can be. */
const trackOf = async (input: Input): Promise<InputVideoTrack> => {
  const track = await input.getPrimaryVideoTrack()
  if (!track) {
    const hasSound = (await input.getPrimaryAudioTrack()) !== null
    throw unreadable(hasSound ? 'This file has no pictures, only sound. Choose a file with pictures.' : CUT)
  }
  checked('width', await track.getDisplayWidth(), SIDE)
  checked('height', await track.getDisplayHeight(), SIDE)
  if (!(await track.canDecode())) {
    const codec = (await track.getCodecParameterString()) ?? 'its codec'
    throw unreadable(
      `This browser cannot decode ${codec}. Convert the clip to MP4 with H.264, or WebM with VP9, and add that file.`,
    )
  }
  return track
}

/** Is the last picture in the file, and not only told of? */
const reachesEnd = async (track: InputVideoTrack): Promise<boolean> => {
  try {
    const last = await new EncodedPacketSink(track).getPacket(Infinity)
    return last !== null && last.data.length > 0
  } catch (error) {
    console.warn('The end of a clip could not be read.', error)
    return false
  }
}

const factsOf = async (input: Input, track: InputVideoTrack): Promise<ClipFacts & { readonly first: number }> => {
  const [first, end, stats] = [
    // What lies before 0 is there to be decoded and not to be seen (edit lists: ISO/IEC 14496-12, 8.6.6).
    Math.max(0, await track.getFirstTimestamp()),
    await track.computeDuration(),
    await track.computePacketStats(),
  ]
  if (stats.packetCount === 0 || !(await reachesEnd(track))) throw unreadable(CUT)
  const { name } = await input.getFormat()
  const duration = checked('length in seconds', end - first || 1 / (stats.averagePacketRate || 1), RANGE.film.clip)
  const notes = [
    ...((await input.getPrimaryAudioTrack()) ? ['Its sound is left out.'] : []),
    ...((await track.hasHighDynamicRange()) ? ['Its high dynamic range is brought into the range of screens.'] : []),
  ]
  return {
    container: CONTAINERS.find(([word]) => name.includes(word))?.[1] ?? 'mp4',
    duration,
    rate: checked(
      'number of pictures a second',
      Math.min(stats.averagePacketRate || stats.packetCount / duration, 1e6),
      RANGE.film.rate,
    ),
    pixels: { w: await track.getDisplayWidth(), h: await track.getDisplayHeight() },
    hasAlpha: await track.canBeTransparent(),
    notes,
    first,
  }
}

/** Goes through a clip from one picture to the next, so that what plays is decoded once. */
class Cursor {
  private at: VideoSample | null = null
  private next: VideoSample | null = null
  usedAt = 0

  private constructor(private readonly samples: AsyncGenerator<VideoSample, void, unknown>) {}

  static from(sink: VideoSampleSink, time: number): Cursor {
    return new Cursor(sink.samples(time))
  }

  get start(): number {
    return this.at?.timestamp ?? -Infinity
  }

  private async step(): Promise<boolean> {
    if (this.at && !this.next) return false
    const { value } = await this.samples.next()
    this.at?.close()
    this.at = this.next
    this.next = value ?? null
    return this.at !== null || this.next !== null
  }

  /** The picture at a time, and when the next begins; null where there is none. */
  async to(time: number): Promise<{ readonly sample: VideoSample; readonly end: number } | null> {
    while (!this.at || (this.next && this.next.timestamp <= time)) if (!(await this.step())) break
    return this.at ? { sample: this.at, end: this.next?.timestamp ?? Infinity } : null
  }

  close(): void {
    this.at?.close()
    this.next?.close()
    void this.samples.return()
  }
}

/** A moment this far beyond a cursor is reached from a key picture sooner than by going on. */
const AHEAD = 1.5
/** Takes of one clip that play at once, each with a cursor of its own. */
const MOST_CURSORS = 3

/** Opens a clip of one of the containers that hold films. Throws in words where it can't be shown. */
export const openVideo = async (source: ClipSource): Promise<ClipReader> => {
  const input = new Input({
    source: 'blob' in source ? new BlobSource(source.blob) : new UrlSource(source.url),
    formats: [MP4, QTFF, WEBM, MATROSKA],
  })
  try {
    const track = await trackOf(input)
    const { first, ...facts } = await factsOf(input, track)
    return readerOf(input, track, first, facts)
  } catch (error) {
    input.dispose()
    if (error instanceof Failure) throw error
    console.warn('A clip could not be read.', error)
    throw unreadable(
      'The clip is damaged, incomplete, or no MP4, WebM or MOV. Convert it to MP4 with H.264 and add that file.',
    )
  }
}

const drawOf =
  (sample: VideoSample): DrawClip =>
  (context, x, y, { w, h }) =>
    sample.draw(context, x, y, w, h)

const readerOf = (input: Input, track: InputVideoTrack, first: number, facts: ClipFacts): ClipReader => {
  const sink = new VideoSampleSink(track)
  const slack = slackOf(facts.rate)
  const cursors: Cursor[] = []
  let clock = 0
  const cursorFor = (time: number): Cursor => {
    const behind = cursors.filter(({ start }) => start <= time && time - start < AHEAD)
    const near = behind.sort((a, b) => b.start - a.start)[0]
    if (near) return near
    if (cursors.length >= MOST_CURSORS) {
      const oldest = cursors.sort((a, b) => a.usedAt - b.usedAt).shift()
      oldest?.close()
    }
    const made = Cursor.from(sink, time)
    cursors.push(made)
    return made
  }
  const pictureAt = async (moment: number): Promise<ClipPicture> => {
    const time = first + Math.max(0, moment) + slack
    const cursor = cursorFor(time)
    clock += 1
    cursor.usedAt = clock
    const found = await cursor.to(time)
    if (!found) throw unreadable('The clip cannot be decoded here. Convert it to MP4 with H.264 and add that file.')
    const { sample, end } = found
    return {
      // Before the first picture there is nothing: it is taken for what was asked.
      start: Math.min(sample.timestamp - first - slack, moment),
      end: end - first - slack,
      draw: drawOf(sample),
      planes: (room) => planesOf(sample, room),
      keep: () => {
        const kept = sample.clone()
        return { draw: drawOf(kept), close: () => kept.close() }
      },
    }
  }
  const close = (): void => {
    for (const cursor of cursors) cursor.close()
    input.dispose()
  }
  return { facts, pictureAt, close }
}
