import { BufferTarget, Output, VideoSample, VideoSampleSource, WebMOutputFormat } from 'mediabunny'
import { Failure } from '@/core/failure'
import type { Size } from '@/core/geometry/vector'
import { RECORDED_SCENES } from '@/client/clips/recordedScenes'

/** Something that can be recorded: what a camera would see. */
export interface Recordable {
  readonly id: string
  readonly name: string
}

/**
 * A camera that clips are recorded from. The program ships with a stand-in that paints what it sees; a real one takes its
 * place by answering the same.
 */
export interface Recorder {
  readonly name: string
  readonly size: Size
  /** Pictures a second. */
  readonly rate: number
  readonly sees: readonly Recordable[]
  /** Draws what is seen now over a canvas of its size. */
  readonly look: (id: string, seconds: number, canvas: HTMLCanvasElement | OffscreenCanvas) => void
}

/** The stand-in: scenes painted by the program. */
export const paintedRecorder: Recorder = {
  name: 'Painted camera',
  size: { w: 640, h: 360 },
  rate: 25,
  sees: RECORDED_SCENES,
  look: (id, seconds, canvas) => {
    const context = canvas.getContext('2d') as CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D | null
    const scene = RECORDED_SCENES.find((one) => one.id === id)
    if (context && scene) scene.paint(context, seconds, { w: canvas.width, h: canvas.height })
  },
}

/** Seconds of one recording at most. */
export const MOST_SECONDS = 60

/** Records what a recorder sees until it is told to stop, as WebM. Rejects in words where the browser cannot. */
export const record = async (
  recorder: Recorder,
  id: string,
  { onSecond, signal }: { readonly onSecond: (seconds: number) => void; readonly signal: AbortSignal },
): Promise<Blob> => {
  const { rate, size } = recorder
  const canvas = new OffscreenCanvas(size.w, size.h)
  const target = new BufferTarget()
  const output = new Output({ format: new WebMOutputFormat(), target })
  const source = new VideoSampleSource({ codec: 'vp9', bitrate: 2_500_000, keyFrameInterval: 1 })
  output.addVideoTrack(source, { frameRate: rate })
  await output.start()
  const began = performance.now()
  for (let k = 0; k < MOST_SECONDS * rate && !signal.aborted; k += 1) {
    recorder.look(id, k / rate, canvas)
    const sample = new VideoSample(canvas, { timestamp: k / rate, duration: 1 / rate })
    await source.add(sample)
    sample.close()
    onSecond(k / rate)
    // As long as it takes: what is recorded lasts as long as it was looked at.
    const wait = began + (1000 * (k + 1)) / rate - performance.now()
    if (wait > 0) await new Promise((done) => setTimeout(done, wait))
  }
  await output.finalize()
  if (!target.buffer) throw new Failure('job-failed', 'Nothing was recorded. Try it again.')
  return new Blob([target.buffer], { type: 'video/webm' })
}
