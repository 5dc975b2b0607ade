/** OpenCV, built for the web, as another eye on projective maps: in a process of its own, since a test's context is slow. */
import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { composeHomographies, homographyOf, type Homography } from '@/core/geometry/homography'
import { translation } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'

const PROGRAM = `
  const { readFileSync, writeFileSync } = require('node:fs')
  const cv = require('@techstark/opencv-js')
  const flat = (points) => points.flatMap(({ x, y }) => [x, y])
  const run = () => {
    const { maps, warp, folder } = JSON.parse(readFileSync(process.argv[1], 'utf8'))
    const mapOf = ([from, to]) => {
      const a = cv.matFromArray(4, 1, cv.CV_32FC2, flat(from))
      const b = cv.matFromArray(4, 1, cv.CV_32FC2, flat(to))
      return cv.getPerspectiveTransform(a, b)
    }
    if (maps) return process.stdout.write(JSON.stringify(maps.map((pair) => [...mapOf(pair).data64F])))
    const { width, height, to, matrix } = warp
    const source = cv.matFromArray(height, width, cv.CV_8UC4, readFileSync(folder + '/source'))
    const m = cv.matFromArray(3, 3, cv.CV_64FC1, matrix)
    const target = new cv.Mat()
    cv.warpPerspective(source, target, m, new cv.Size(to.width, to.height), cv.INTER_LINEAR, cv.BORDER_REPLICATE)
    writeFileSync(folder + '/target', target.data)
  }
  if (cv.Mat) run()
  else cv.onRuntimeInitialized = run
`

const run = (folder: string, job: object): string => {
  const file = path.join(folder, 'job.json')
  writeFileSync(file, JSON.stringify(job))
  return execFileSync('node', ['-e', PROGRAM, file], { encoding: 'utf8', maxBuffer: 1e8 })
}

type Corners = readonly Point[]

/** The maps of quads onto quads, nine numbers each, row by row, the last of them 1. */
export const opencvMaps = (
  folder: string,
  maps: readonly (readonly [Corners, Corners])[],
): readonly (readonly number[])[] => JSON.parse(run(folder, { maps })) as readonly number[][] // written by the program

export interface Plain {
  readonly data: Uint8ClampedArray
  readonly width: number
  readonly height: number
}

/** Pixels through a map of source pixels onto target pixels, both counted from their corners, taken linearly. */
export const opencvWarp = (
  folder: string,
  { data, width, height }: Plain,
  map: Homography,
  to: { readonly width: number; readonly height: number },
): Uint8ClampedArray => {
  writeFileSync(path.join(folder, 'source'), data)
  // OpenCV counts from the centres of pixels.
  const matrix = composeHomographies(homographyOf(translation(-0.5, -0.5)), map, homographyOf(translation(0.5, 0.5)))
  run(folder, { warp: { width, height, to, matrix }, folder })
  return new Uint8ClampedArray(readFileSync(path.join(folder, 'target')))
}
