/** Perspective: pixels through a projective map beside OpenCV's linear warp on the same pixels, and a quad under the hand. */
import { execFileSync } from 'node:child_process'
import { mkdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { invertHomography, quadToQuad } from '@/core/geometry/homography'
import type { Quad } from '@/core/geometry/quad'
import { resample, SAMPLING } from '@/core/warp/resample'
import { median } from './numbers'

const SOURCE = { w: 2400, h: 1600 }
const TARGET = { w: 1800, h: 1200 }
const RUNS = 7

const rectangle = (w: number, h: number): Quad => [
  { x: 0, y: 0 },
  { x: w, y: 0 },
  { x: w, y: h },
  { x: 0, y: h },
]

/** A wall that recedes and fills its picture: all of the target is seen. */
const WALL: Quad = [
  { x: -60, y: -200 },
  { x: TARGET.w + 40, y: -20 },
  { x: TARGET.w + 40, y: TARGET.h + 20 },
  { x: -60, y: TARGET.h + 260 },
]

const OPENCV = `
  const { readFileSync } = require('node:fs')
  const cv = require('@techstark/opencv-js')
  const { source, target, matrix, file, runs } = JSON.parse(process.argv[1])
  const run = () => {
    const from = cv.matFromArray(source.h, source.w, cv.CV_8UC4, readFileSync(file))
    const m = cv.matFromArray(3, 3, cv.CV_64FC1, matrix)
    const to = new cv.Mat()
    const times = []
    for (let i = 0; i < runs; i += 1) {
      const start = performance.now()
      cv.warpPerspective(from, to, m, new cv.Size(target.w, target.h), cv.INTER_LINEAR, cv.BORDER_REPLICATE)
      times.push(performance.now() - start)
    }
    process.stdout.write(JSON.stringify(times))
  }
  if (cv.Mat) run()
  else cv.onRuntimeInitialized = run
`

const grained = (): Uint8ClampedArray => {
  const data = new Uint8ClampedArray(SOURCE.w * SOURCE.h * 4)
  for (let i = 0; i < data.length; i += 1) data[i] = i % 4 === 3 ? 255 : (i * 2654435761) >>> 24
  return data
}

const timed = (run: () => void): number => {
  const start = performance.now()
  run()
  return performance.now() - start
}

/** Megapixels a second of our own resampling, as previews and as exports have it, beside OpenCV's in the same run. */
export const measureWarp = async (work: string): Promise<readonly string[]> => {
  const folder = path.join(work, 'warp')
  await mkdir(folder, { recursive: true })
  const data = grained()
  const file = path.join(folder, 'source')
  await writeFile(file, data)
  const map = quadToQuad(rectangle(SOURCE.w, SOURCE.h), WALL)
  const inverse = invertHomography(map)
  const source = { data, width: SOURCE.w, height: SOURCE.h }
  const target = { width: TARGET.w, height: TARGET.h, inverse }
  const own = (step: number): number =>
    median(Array.from({ length: RUNS }, () => timed(() => resample(source, { ...target, step }))))
  const job = { source: SOURCE, target: TARGET, matrix: map, file, runs: RUNS }
  const theirs = median(
    JSON.parse(execFileSync('node', ['-e', OPENCV, JSON.stringify(job)], { encoding: 'utf8' })) as number[],
  )
  const speed = (ms: number): number => (TARGET.w * TARGET.h) / ms / 1000
  const [quick, best] = [own(SAMPLING.quick), own(SAMPLING.best)]
  const row = (name: string, ms: number): string =>
    `${name}: ${speed(ms).toFixed(1)} megapixels a second, ${(theirs / ms).toFixed(2)} of OpenCV's linear`
  return [
    `OpenCV's linear warp: ${speed(theirs).toFixed(1)} megapixels a second`,
    row('Perspective as previewed', quick),
    row('Perspective as exported', best),
  ]
}
