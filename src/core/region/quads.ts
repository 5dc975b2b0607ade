import { quadToUnit, project } from '@/core/geometry/homography'
import { clockwise, quadFault, quadMiddle, type Quad } from '@/core/geometry/quad'
import { distance, type Point, type Size } from '@/core/geometry/vector'
import { outlineContains } from '@/core/path/contains'
import { polygonPath } from '@/core/path/path'
import { componentsOf, type Component, type Labelled } from '@/core/region/components'
import type { Pixels } from '@/core/region/field'
import { fitQuad, quadArea, type FittedQuad } from '@/core/region/quadFit'
import { refineQuad } from '@/core/region/quadEdges'

/** Something flat and plain found in a picture: its four corners in pixels, from the left upper one clockwise. */
export interface FoundQuad {
  readonly corners: Quad
  /** How far its corners are rounded, as a share of its shorter side; 0 where they are sharp. */
  readonly rounded: number
  /** How surely it is one: how much of its four sides is seen as edges, and how well it is filled. */
  readonly sure: number
}

/** How far colours may be from that of the press, in 0 to 255, one after another: light changes over a surface. */
const TOLERANCES = [9, 15, 24, 36, 52] as const
/** Noise is smoothed before the colours are told apart: binomial weights, a deviation of 1.2 pixels once over both ways. */
const WEIGHTS = [1, 6, 15, 20, 15, 6, 1].map((weight) => weight / 64)
/** So much of the quad must have the colour: something may stand before it. */
const LEAST_FILLED = 0.62
/** A side that lies on the picture's own edge is none of something in it. */
const EDGE = 2.5
/** Quads of fewer pixels are specks. */
const LEAST_AREA = 120
/** The four sides must be seen as edges, but for one that may be hidden. */
const LEAST_EDGES = 3

/** Lines of pixels smoothed along themselves: so many of a length, their pixels and their starts so far apart. */
const smoothedAlong = (
  plane: Float32Array,
  length: number,
  step: number,
  lines: number,
  apart: number,
): Float32Array => {
  const out = new Float32Array(plane.length)
  const half = (WEIGHTS.length - 1) / 2
  for (let line = 0; line < lines; line += 1)
    for (let i = 0; i < length; i += 1) {
      let sum = 0
      for (let k = -half; k <= half; k += 1) {
        const at = i + k < 0 ? 0 : i + k >= length ? length - 1 : i + k
        sum += (WEIGHTS[k + half] ?? 0) * (plane[line * apart + at * step] ?? 0)
      }
      out[line * apart + i * step] = sum
    }
  return out
}

/** A picture smoothed, each colour by itself. */
const smoothed = ({ data, width, height }: Pixels): readonly Float32Array[] =>
  [0, 1, 2].map((k) => {
    const plane = new Float32Array(width * height)
    for (let i = 0; i < plane.length; i += 1) plane[i] = data[i * 4 + k] ?? 0
    return smoothedAlong(smoothedAlong(plane, width, 1, height, width), height, width, width, 1)
  })

interface Looked {
  readonly pixels: Pixels
  readonly planes: readonly Float32Array[]
}

const colourNear = ({ pixels: { width, height }, planes }: Looked, { x, y }: Point): readonly number[] => {
  const [cx, cy] = [Math.min(width - 3, Math.max(2, Math.floor(x))), Math.min(height - 3, Math.max(2, Math.floor(y)))]
  return planes.map((plane) => {
    let sum = 0
    for (let dy = -2; dy <= 2; dy += 1)
      for (let dx = -2; dx <= 2; dx += 1) sum += plane[(cy + dy) * width + cx + dx] ?? 0
    return sum / 25
  })
}

/** 1 where a picture has a colour to within a tolerance. */
const likeness = ({ pixels: { width, height }, planes }: Looked, colour: readonly number[], tolerance: number) => {
  const [r, g, b] = planes
  const [r0 = 0, g0 = 0, b0 = 0] = colour
  const most = 3 * tolerance * tolerance
  const values = new Float32Array(width * height)
  for (let i = 0; i < values.length; i += 1) {
    const off = ((r?.[i] ?? 0) - r0) ** 2 + ((g?.[i] ?? 0) - g0) ** 2 + ((b?.[i] ?? 0) - b0) ** 2
    values[i] = off <= most ? 1 : 0
  }
  return { values, width, height }
}

/** The outermost pixels of each row and column of a part, by their corners. */
const rimOf = ({ labels }: Labelled, { label, x0, y0, x1, y1 }: Component, width: number): readonly Point[] => {
  const rim: Point[] = []
  for (let y = y0; y < y1; y += 1) {
    let [first, last] = [-1, -1]
    for (let x = x0; x < x1; x += 1)
      if (labels[y * width + x] === label) {
        if (first < 0) first = x
        last = x
      }
    if (first >= 0) rim.push({ x: first, y }, { x: first, y: y + 1 }, { x: last + 1, y }, { x: last + 1, y: y + 1 })
  }
  return rim
}

const isOnEdge = (quad: Quad, { width, height }: Pixels): boolean =>
  quad.some((p, i) => {
    const q = quad[(i + 1) % 4] ?? p
    const near = (a: number, b: number, at: number): boolean => Math.abs(a - at) < EDGE && Math.abs(b - at) < EDGE
    return near(p.x, q.x, 0) || near(p.x, q.x, width) || near(p.y, q.y, 0) || near(p.y, q.y, height)
  })

/** The quad that a part fills, its sides on the edges of the picture; null where it is none. */
const quadOfPart = (looked: Looked, labelled: Labelled, part: Component): FoundQuad | null => {
  if (part.area < LEAST_AREA) return null
  const rim = rimOf(labelled, part, looked.pixels.width)
  const fitted = fitQuad(rim)
  return fitted && sureQuad(looked, fitted, part.area, rim)
}

/** A fitted quad brought onto the edges near it; null where there are too few, or it is not filled. */
const sureQuad = (
  { pixels }: Looked,
  { quad: fitted, support }: FittedQuad,
  area: number,
  rim: readonly Point[],
): FoundQuad | null => {
  if (isOnEdge(fitted, pixels) || area < LEAST_FILLED * quadArea(fitted)) return null
  // Once from about there, and once more from beside the edges.
  const { quad, firm } = refineQuad(pixels, refineQuad(pixels, fitted).quad)
  const corners = clockwise(quad)
  if (!corners || firm.filter((share) => share > 0).length < LEAST_EDGES || quadFault(corners)) return null
  // An edge that is far from where the part ends is that of something else.
  const reach = 8 + 0.05 * Math.sqrt(area)
  if (quad.some((p, i) => distance(p, fitted[i] ?? p) > reach)) return null
  const filled = Math.min(1, area / quadArea(corners))
  return {
    corners,
    rounded: roundedOf(corners, rim),
    sure: firm.reduce((sum, share) => sum + share, 2 * support + filled),
  }
}

/** From a rounded corner's radius to how far it lies within the sharp one, along its middle. */
const ALONG_MIDDLE = Math.SQRT2 - 1
/** Smoothing and pixels cut so much off every corner, and a little off those that are round. */
const BLUNT = { sharp: 3, round: 0.6 } as const

/** How far corners are rounded, as a share of the shorter side: the third of the four, since one may stand out by what is before it. */
const roundedOf = (quad: Quad, rim: readonly Point[]): number => {
  const sides = quad.map((p, i) => distance(p, quad[(i + 1) % 4] ?? p))
  const across: Size = {
    w: ((sides[0] ?? 1) + (sides[2] ?? 1)) / 2,
    h: ((sides[1] ?? 1) + (sides[3] ?? 1)) / 2,
  }
  const toUnit = quadToUnit(quad)
  const flat = rim.map((p) => {
    const { x, y } = project(toUnit, p)
    return { x: x * across.w, y: y * across.h }
  })
  const radii = [
    { x: 0, y: 0 },
    { x: across.w, y: 0 },
    { x: across.w, y: across.h },
    { x: 0, y: across.h },
  ].map((corner) => {
    const away = flat.reduce((least, p) => Math.min(least, distance(p, corner)), Infinity)
    return away < BLUNT.sharp ? 0 : (away - BLUNT.round) / ALONG_MIDDLE
  })
  const [, , third = 0] = radii.sort((p, q) => p - q)
  const share = third / Math.min(across.w, across.h)
  return Math.min(0.5, share)
}

const looking = (pixels: Pixels): Looked => ({ pixels, planes: smoothed(pixels) })

const labelAt = ({ labels }: Labelled, { x, y }: Point, { width, height }: Pixels): number =>
  labels[Math.min(height - 1, Math.max(0, Math.floor(y))) * width + Math.min(width - 1, Math.max(0, Math.floor(x)))] ??
  0

/**
 * The plain-coloured picture, screen or card that a point of a picture lies on: the part of that colour is taken wider and
 * wider until it fills a quad; of those that do, the surest that holds the point. Null where there is none.
 */
export const quadAt = (pixels: Pixels, at: Point): FoundQuad | null => quadUnder(looking(pixels), at)

const quadUnder = (looked: Looked, at: Point): FoundQuad | null => {
  const { pixels } = looked
  const colour = colourNear(looked, at)
  let best: FoundQuad | null = null
  for (const tolerance of TOLERANCES) {
    const labelled = componentsOf(likeness(looked, colour, tolerance), 0.5)
    const label = labelAt(labelled, at, pixels)
    const part = labelled.components.find((one) => one.label === label && label !== 0)
    const found = part && quadOfPart(looked, labelled, part)
    if (!found || !outlineContains({ path: polygonPath(found.corners), fillRule: 'nonzero' }, at)) continue
    if (best === null || found.sure > best.sure) best = found
  }
  return best
}

/** All quads of a picture that have the colour of a point, in order of their size; the one at the point among them. */
export const quadsLike = (pixels: Pixels, at: Point): readonly FoundQuad[] => {
  const looked = looking(pixels)
  const colour = colourNear(looked, at)
  const found: FoundQuad[] = []
  const take = (quad: FoundQuad): void => {
    const near = found.findIndex(
      ({ corners }) => distance(quadMiddle(corners), quadMiddle(quad.corners)) < 0.35 * Math.sqrt(quadArea(corners)),
    )
    if (near < 0) found.push(quad)
    else if (quad.sure > (found[near]?.sure ?? 0)) found[near] = quad
  }
  for (const tolerance of TOLERANCES) {
    const labelled = componentsOf(likeness(looked, colour, tolerance), 0.5)
    for (const part of labelled.components.slice(0, MOST_PARTS)) {
      const quad = quadOfPart(looked, labelled, part)
      if (quad) take(quad)
    }
  }
  // Light is not the same everywhere: each is looked at once more by its own colour.
  const surest = found.map((one) => {
    const own = quadUnder(looked, quadMiddle(one.corners))
    return own && own.sure > one.sure ? own : one
  })
  return surest.sort((p, q) => quadArea(q.corners) - quadArea(p.corners))
}

/** So many parts of one colour are looked at. */
const MOST_PARTS = 40
