import { Zip, ZipPassThrough } from 'fflate'
import {
  Mp4OutputFormat,
  Output,
  StreamTarget,
  VideoSample,
  VideoSampleSource,
  WebMOutputFormat,
  type StreamTargetChunk,
} from 'mediabunny'
import { FILM, bitrateOf, type FilmFormat, type FilmPlan } from '@/core/film/plan'
import type { Size } from '@/core/geometry/vector'
import { PngJoiner } from '@/core/formats/pngFilm'
import { WebpJoiner } from '@/core/formats/webpFilm'
import { GifWriter } from '@/painters/film/gif'

/** A file that is written in pieces, at its end or elsewhere. */
export interface FilmFile {
  readonly write: (bytes: Uint8Array, at?: number) => void
}

/** Takes in the pictures of a film, one after another. */
export interface FilmSink {
  readonly add: (canvas: OffscreenCanvas, index: number) => Promise<void>
  readonly end: () => Promise<void>
}

/** What a film is made like, with its size and how many pictures it has. */
export interface FilmShape extends Pick<FilmPlan, 'format' | 'rate' | 'quality' | 'loops' | 'isClear'> {
  readonly size: Size
  readonly count: number
}

/** Seconds between pictures that are whole by themselves: players go there at once. */
const KEY_SECONDS = 2

/** Codecs as browsers' encoders name them. */
export const FILM_CODEC = { mp4: 'avc', webm: 'vp9' } as const

const videoSink = async (file: FilmFile, shape: FilmShape, format: 'mp4' | 'webm'): Promise<FilmSink> => {
  const { rate, size, isClear } = shape
  const stream = new WritableStream<StreamTargetChunk>({ write: ({ data, position }) => file.write(data, position) })
  const output = new Output({
    format: format === 'mp4' ? new Mp4OutputFormat({ fastStart: false }) : new WebMOutputFormat(),
    target: new StreamTarget(stream),
  })
  const source = new VideoSampleSource({
    codec: FILM_CODEC[format],
    bitrate: bitrateOf(size, shape),
    keyFrameInterval: KEY_SECONDS,
    ...(FILM[format].hasAlpha && isClear ? { alpha: 'keep' as const } : {}),
  })
  output.addVideoTrack(source, { frameRate: rate })
  await output.start()
  return {
    add: async (canvas, index) => {
      const sample = new VideoSample(canvas, { timestamp: index / rate, duration: 1 / rate })
      await source.add(sample)
      sample.close()
    },
    end: () => output.finalize(),
  }
}

const pngOf = async (canvas: OffscreenCanvas): Promise<Uint8Array> =>
  new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())

const apngSink = (file: FilmFile, shape: FilmShape): FilmSink => {
  const joiner = new PngJoiner(shape)
  return {
    add: async (canvas, index) => joiner.add(await pngOf(canvas), index).forEach((bytes) => file.write(bytes)),
    end: () => Promise.resolve(file.write(joiner.end())),
  }
}

const webpSink = (file: FilmFile, shape: FilmShape): FilmSink => {
  const joiner = new WebpJoiner({ ...shape, width: shape.size.w, height: shape.size.h })
  file.write(joiner.head())
  return {
    add: async (canvas, index) => {
      // At the highest quality browsers write WebP without loss.
      const blob = await canvas.convertToBlob({ type: 'image/webp', quality: shape.quality / 100 })
      file.write(joiner.add(new Uint8Array(await blob.arrayBuffer()), index))
    },
    end: () => Promise.resolve(file.write(joiner.sizeField(), 4)),
  }
}

const gifSink = (file: FilmFile, shape: FilmShape): FilmSink => {
  const { w, h } = shape.size
  const gif = new GifWriter(shape)
  return {
    add: (canvas, index) => {
      const pixels = canvas.getContext('2d')?.getImageData(0, 0, w, h)
      if (pixels) file.write(gif.add(pixels.data, index))
      return Promise.resolve()
    },
    end: () => Promise.resolve(file.write(gif.end())),
  }
}

const zipSink = (file: FilmFile, { count }: FilmShape): FilmSink => {
  const digits = Math.max(4, String(count).length)
  const zip = new Zip((error, data) => {
    if (error) throw error
    file.write(data)
  })
  return {
    add: async (canvas, index) => {
      const entry = new ZipPassThrough(`${String(index + 1).padStart(digits, '0')}.png`)
      zip.add(entry)
      entry.push(await pngOf(canvas), true)
    },
    end: () => Promise.resolve(zip.end()),
  }
}

const SINKS: Readonly<Record<FilmFormat, (file: FilmFile, shape: FilmShape) => FilmSink | Promise<FilmSink>>> = {
  mp4: (file, shape) => videoSink(file, shape, 'mp4'),
  webm: (file, shape) => videoSink(file, shape, 'webm'),
  gif: gifSink,
  apng: apngSink,
  webp: webpSink,
  zip: zipSink,
}

/** What writes a film of a format. */
export const sinkOf = async (file: FilmFile, shape: FilmShape): Promise<FilmSink> => SINKS[shape.format](file, shape)
