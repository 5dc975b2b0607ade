import { Failure } from '@/core/failure'
import { pictureAt, slackOf, type Container } from '@/core/film/clip'
import { RANGE } from '@/core/tolerance'
import type { ClipPicture, ClipReader, ClipSource, DrawClip } from '@/client/clips/reader'
import { fetched } from '@/client/workers/pixels'

/** Pictures that may move, by media type. */
export const IMAGE_CLIPS: Readonly<Record<string, Container>> = {
  'image/gif': 'gif',
  'image/png': 'apng',
  'image/apng': 'apng',
  'image/webp': 'webp',
}

const MICRO = 1e6
/** What a picture of no length lasts, as browsers have it (common practice; from memory). */
const NO_LENGTH = 0.1

const unreadable = (why: string): Failure => new Failure('picture-unreadable', why)

const decoderOf = async (blob: Blob, type: string): Promise<ImageDecoder> => {
  if (typeof ImageDecoder === 'undefined')
    throw unreadable('This browser cannot play moving pictures of this kind. Convert it to MP4 and add that file.')
  const decoder = new ImageDecoder({ data: await blob.arrayBuffer(), type, preferAnimation: true })
  await decoder.tracks.ready
  await decoder.completed
  return decoder
}

/** How many pictures a GIF, PNG or WebP holds; 1 for one that does not move or can't be told. */
export const picturesIn = async (blob: Blob): Promise<number> => {
  if (!IMAGE_CLIPS[blob.type] || typeof ImageDecoder === 'undefined') return 1
  try {
    const decoder = await decoderOf(blob, blob.type)
    const count = decoder.tracks.selectedTrack?.frameCount ?? 1
    decoder.close()
    return count
  } catch (error) {
    // The server says what is wrong with it.
    console.warn('It could not be told whether a picture moves.', error)
    return 1
  }
}

/** Opens a GIF, APNG or animated WebP. Throws in words where it can't be shown. */
export const openImageClip = async (source: ClipSource): Promise<ClipReader> => {
  const blob = 'blob' in source ? source.blob : await fetched(source.url)
  const container = IMAGE_CLIPS[blob.type]
  if (!container) throw unreadable('This is no moving picture of a kind that is known here. Convert it to MP4.')
  try {
    return await readerOf(await decoderOf(blob, blob.type), container)
  } catch (error) {
    if (error instanceof Failure) throw error
    console.warn('A moving picture could not be read.', error)
    throw unreadable('The moving picture is damaged or incomplete. Save it again and add that file.')
  }
}

const drawOf =
  (image: VideoFrame): DrawClip =>
  (context, x, y, { w, h }) =>
    context.drawImage(image, x, y, w, h)

const readerOf = async (decoder: ImageDecoder, container: Container): Promise<ClipReader> => {
  const count = decoder.tracks.selectedTrack?.frameCount ?? 0
  if (count === 0) throw unreadable('The file holds no picture. Choose another file.')
  const starts: number[] = []
  let [end, size, hasAlpha] = [0, { w: 1, h: 1 }, false]
  for (let frameIndex = 0; frameIndex < count; frameIndex += 1) {
    const { image } = await decoder.decode({ frameIndex })
    starts.push(end)
    end += image.duration ? image.duration / MICRO : NO_LENGTH
    size = { w: image.displayWidth, h: image.displayHeight }
    hasAlpha ||= image.format === null || image.format.includes('A')
    image.close()
  }
  if (end > RANGE.film.clip.max) throw unreadable('The clip is longer than ten hours. Shorten it and add it again.')
  const slack = slackOf(count / end)
  let held: { readonly index: number; readonly image: VideoFrame } | null = null
  const show = async (moment: number): Promise<ClipPicture> => {
    const index = pictureAt(starts, moment, slack)
    if (held?.index !== index) {
      const { image } = await decoder.decode({ frameIndex: index })
      held?.image.close()
      held = { index, image }
    }
    const { image } = held
    return {
      start: (starts[index] ?? 0) - slack,
      end: (starts[index + 1] ?? Infinity) - slack,
      draw: drawOf(image),
      planes: () => Promise.resolve(null),
      keep: () => {
        const kept = image.clone()
        return { draw: drawOf(kept), close: () => kept.close() }
      },
    }
  }
  return {
    facts: {
      container,
      duration: end,
      rate: Math.min(count / end, RANGE.film.rate.max),
      pixels: size,
      hasAlpha,
      notes: [],
    },
    pictureAt: show,
    close: () => {
      held?.image.close()
      decoder.close()
    },
  }
}
