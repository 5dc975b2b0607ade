import { isFailure } from '@/core/failure'
import type { Reply, Request } from '@/client/workers/workerClient'
import { readArtwork, type ArtKind } from '@/core/formats/svg/artwork'
import { mapQuad } from '@/core/geometry/quad'
import { apply, scaling, type Matrix } from '@/core/geometry/matrix'
import type { Combination } from '@/core/path/combinations'
import { combineAll } from '@/core/path/combine'
import type { Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { mapRect } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import type { RegionChoice } from '@/core/region/choice'
import { alphaField, coloursField, hasSoftEdges, hasTransparency, openField, type Pixels } from '@/core/region/field'
import type { Field } from '@/core/region/contours'
import { findOpenings, type Opening, type OpeningSearch } from '@/core/region/openings'
import { quadAt, quadsLike, type FoundQuad } from '@/core/region/quads'
import { traceField } from '@/core/region/trace'
import { pixelsOfImage, fetched } from '@/client/workers/pixels'

/** What the worker of outlines can be asked. */
export type OutlineJob =
  | { readonly job: 'combine'; readonly outlines: readonly Outline[]; readonly how: Combination }
  | {
      readonly job: 'colour'
      readonly url: string
      /** Upright size of the picture in pixels, in which point and outlines are. */
      readonly picture: Size
      readonly points: readonly Point[]
      readonly choice: RegionChoice
    }
  | { readonly job: 'alpha'; readonly url: string; readonly picture: Size }
  | {
      readonly job: 'openings'
      readonly url: string
      readonly picture: Size
      /** What is transparent, what has a colour, or what a layer holds. */
      readonly by: OpeningSearch['by']
      /** Points of the colour that the openings have, and how near to it. */
      readonly points: readonly Point[]
      readonly choice: RegionChoice
      /** Pixels of the picture under the art that are added to what is put beneath. */
      readonly grow: number
      /** Also where the art would be cut. */
      readonly cuts: boolean
    }
  | {
      readonly job: 'quads'
      readonly url: string
      readonly picture: Size
      /** Pressed, in pixels of the picture. */
      readonly point: Point
      /** Also all that are alike. */
      readonly isAll: boolean
    }
  | { readonly job: 'svg'; readonly text: string }

/** What it answers; `isSoft` of a transparency with soft edges, `isFlattened` of a combination without curves. */
export interface OutlineAnswer {
  readonly outlines: readonly Outline[]
  readonly names?: readonly string[]
  /** Of a drawing, what each outline is there. */
  readonly kinds?: readonly ArtKind[]
  readonly notes?: readonly string[]
  readonly size?: Size
  readonly isSoft?: boolean
  readonly isFlattened?: boolean
  /** Of art, in pixels of the picture; and how many more there are than are looked at. */
  readonly openings?: readonly Opening[]
  readonly left?: number
  /** Four corners of what was pressed, in pixels of the picture. */
  readonly quads?: readonly FoundQuad[]
}

let held: { readonly url: string; readonly pixels: Pixels } | null = null

const pixelsOf = async (url: string): Promise<Pixels> => {
  if (held?.url === url) return held.pixels
  held = { url, pixels: pixelsOfImage(await createImageBitmap(await fetched(url), { premultiplyAlpha: 'none' })) }
  return held.pixels
}

const scaled = (outlines: readonly Outline[], m: Matrix): readonly Outline[] =>
  outlines.map((outline) => ({ ...outline, path: transformPath(m, outline.path) }))

const toPicture = (pixels: Pixels, picture: Size): Matrix =>
  scaling(picture.w / pixels.width, picture.h / pixels.height)

const toPixels = (points: readonly Point[], pixels: Pixels, picture: Size): readonly Point[] =>
  points.map(({ x, y }) => ({ x: (x * pixels.width) / picture.w, y: (y * pixels.height) / picture.h }))

const openingsField = (job: OpeningsJob, pixels: Pixels): Field => {
  if (job.by === 'transparency') return openField(pixels)
  if (job.by === 'layer') return alphaField(pixels)
  return coloursField(pixels, toPixels(job.points, pixels, job.picture), { ...job.choice, isInside: true })
}

type OpeningsJob = Extract<OutlineJob, { readonly job: 'openings' }>

const openingsOf = async (job: OpeningsJob): Promise<OutlineAnswer> => {
  const pixels = await pixelsOf(job.url)
  const m = toPicture(pixels, job.picture)
  const found = findOpenings(openingsField(job, pixels), {
    by: job.by,
    grow: (job.grow * pixels.width) / job.picture.w,
    cuts: job.cuts,
  })
  const onPicture = (outline: Outline): Outline => ({ ...outline, path: transformPath(m, outline.path) })
  const openings = found.openings.map((one) => ({
    ...one,
    outline: onPicture(one.outline),
    under: onPicture(one.under),
    ...(one.cut ? { cut: onPicture(one.cut) } : {}),
    bounds: mapRect(m, one.bounds),
  }))
  return { outlines: [], openings, left: found.left }
}

const quadsOf = async (job: Extract<OutlineJob, { readonly job: 'quads' }>): Promise<OutlineAnswer> => {
  const pixels = await pixelsOf(job.url)
  const [point] = toPixels([job.point], pixels, job.picture)
  const found = point ? (job.isAll ? quadsLike(pixels, point) : [quadAt(pixels, point)]) : []
  const m = toPicture(pixels, job.picture)
  const onPicture = (one: FoundQuad): FoundQuad => ({ ...one, corners: mapQuad(one.corners, (p) => apply(m, p)) })
  return { outlines: [], quads: found.flatMap((one) => (one ? [onPicture(one)] : [])) }
}

const answerTo = async (job: OutlineJob): Promise<OutlineAnswer> => {
  switch (job.job) {
    case 'combine': {
      const { outline, isFlattened } = combineAll(job.outlines, job.how)
      return { outlines: [outline], isFlattened }
    }
    case 'colour': {
      const pixels = await pixelsOf(job.url)
      const points = toPixels(job.points, pixels, job.picture)
      const found = traceField(coloursField(pixels, points, job.choice))
      return { outlines: scaled(found, toPicture(pixels, job.picture)) }
    }
    case 'alpha': {
      const pixels = await pixelsOf(job.url)
      if (!hasTransparency(pixels)) return { outlines: [] }
      const field = alphaField(pixels)
      return { outlines: scaled(traceField(field), toPicture(pixels, job.picture)), isSoft: hasSoftEdges(field) }
    }
    case 'openings':
      return openingsOf(job)
    case 'quads':
      return quadsOf(job)
    case 'svg':
      return readArtwork(job.text)
  }
}

const wordsOf = (error: unknown): string =>
  isFailure(error) ? error.message : 'This could not be worked out. Try again, or with another picture.'

self.onmessage = async ({ data: { id, job } }: MessageEvent<Request<OutlineJob>>) => {
  try {
    self.postMessage({ id, answer: await answerTo(job) } satisfies Reply<OutlineAnswer>)
  } catch (error) {
    self.postMessage({ id, failed: wordsOf(error) } satisfies Reply<OutlineAnswer>)
  }
}
