import type { Point } from '@/core/geometry/vector'
import type { RegionChoice } from '@/core/region/choice'
import { inReadingOrder, type Opening, type OpeningSearch } from '@/core/region/openings'
import { levelWithin } from '@/core/render/needs'
import { levelUrl } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import type { ArtLayer, LayerUse, OpeningsSource } from '@/client/store/state'
import { askOutlines } from '@/client/workers/outlines'

/** How openings are looked for. */
export interface OpeningsChoice {
  readonly by: 'transparency' | 'colour'
  /** Points of the picture that have the colour of the openings. */
  readonly points: readonly Point[]
  readonly choice: RegionChoice
  /** Pixels that frames reach under the art. */
  readonly grow: number
  /** Also where the art would be cut: to lie beneath the frames, or because nothing is seen through it. */
  readonly cuts: boolean
}

export const FIRST_GROW = 1
export const MOST_GROW = 12

/** Of larger art a smaller level is looked at: its edges are as near as a pixel of that. */
const MOST_PIXELS = 24e6

/** An opening, and the layer of the art that it was found in, counted from the bottom. */
export interface FoundOpening extends Opening {
  readonly layer: number
}

/** What was found; `left` tells how many openings beyond the most that are looked at. */
export interface FoundOpenings {
  readonly openings: readonly FoundOpening[]
  readonly left: number
}

interface LayerFound {
  readonly openings: readonly Opening[]
  readonly left: number
}

/** A layer of art with what it is used for. */
export interface UsedLayer extends ArtLayer {
  readonly at: number
}

/** The layers with what they are used for now, from the bottom up; those left out are gone. */
export const usedLayers = (source: OpeningsSource, uses: readonly LayerUse[]): readonly UsedLayer[] =>
  source.layers
    .map((layer, at): UsedLayer => ({ ...layer, at, use: uses[at] ?? layer.use }))
    .filter(({ use }) => use !== 'none')

/** What was found already: changing one layer's use looks at no other layer again. */
export type KnownOpenings = Map<string, LayerFound>

/** Looks at one layer in the worker. */
export const lookAtLayer = async (
  bench: Bench,
  { pixels }: OpeningsSource,
  layer: ArtLayer,
  { by, points, choice, grow, cuts }: Omit<OpeningsChoice, 'by'> & Pick<OpeningSearch, 'by'>,
): Promise<LayerFound> => {
  const answer = await askOutlines(bench, {
    job: 'openings',
    url: levelUrl(layer.hash, levelWithin(pixels, MOST_PIXELS)),
    picture: pixels,
    by,
    points,
    choice: { ...choice, isConnected: false },
    grow,
    cuts,
  })
  return { openings: answer.openings ?? [], left: answer.left ?? 0 }
}

const foundIn = async (
  bench: Bench,
  source: OpeningsSource,
  layer: UsedLayer,
  choice: OpeningsChoice,
  known: KnownOpenings,
): Promise<LayerFound> => {
  if (layer.marked) return { openings: layer.marked, left: 0 }
  const by = layer.use === 'opening' ? 'layer' : choice.by
  // By colour one has to be pressed first.
  if (by === 'colour' && !choice.points.length) return { openings: [], left: 0 }
  const key = JSON.stringify([layer.hash, by, choice])
  const held = known.get(key) ?? (await lookAtLayer(bench, source, layer, { ...choice, by }))
  known.set(key, held)
  return held
}

/**
 * Finds the openings of art in the worker, layer by layer: those of all layers in reading order, then what lies around the
 * lowest. Rejects with a failure in words.
 */
export const lookForOpenings = async (
  bench: Bench,
  source: OpeningsSource,
  uses: readonly LayerUse[],
  choice: OpeningsChoice,
  known: KnownOpenings,
): Promise<FoundOpenings> => {
  const within: FoundOpening[] = []
  let around: readonly FoundOpening[] | null = null
  let left = 0
  for (const layer of usedLayers(source, uses)) {
    const found = await foundIn(bench, source, layer, choice, known)
    const openings = found.openings.map((opening): FoundOpening => ({ ...opening, layer: layer.at }))
    left += found.left
    within.push(...openings.filter(({ kind }) => kind !== 'around'))
    // What lies around a higher layer is the layers beneath it.
    if (layer.use === 'art') around ??= openings.filter(({ kind }) => kind === 'around')
  }
  return { openings: [...inReadingOrder(within), ...(around ?? [])], left }
}

/** What was decided of one opening: its name, whether a frame is made for it, and which of those found it is of. */
export interface Decided {
  readonly name: string
  readonly isKept: boolean
  /** Several where they were joined. */
  readonly parts: readonly number[]
}

/** A layer that is one opening gives it its name. */
const nameOf = (openings: readonly FoundOpening[], layers: readonly ArtLayer[], i: number): string => {
  const own = openings[i]
  const layer = own && layers[own.layer]
  const isAlone = own && openings.filter((one) => one.layer === own.layer).length === 1
  return layer?.use === 'opening' && isAlone && !layer.marked ? layer.name : `Opening ${i + 1}`
}

/** All that were found, each by itself; what lies around the art is offered and not kept. */
export const decidedOf = (openings: readonly FoundOpening[], layers: readonly ArtLayer[]): readonly Decided[] =>
  openings.map(({ kind }, i) => ({
    name: kind === 'around' ? 'Around the art' : nameOf(openings, layers, i),
    isKept: kind !== 'around',
    parts: [i],
  }))

/** All that are kept as one, in the place of the first of them. */
export const joined = (decided: readonly Decided[]): readonly Decided[] => {
  const kept = decided.filter(({ isKept }) => isKept)
  const [first] = kept
  if (!first || kept.length < 2) return decided
  const whole = { ...first, parts: kept.flatMap(({ parts }) => parts) }
  return decided.flatMap((one) => (one === first ? [whole] : one.isKept ? [] : [one]))
}
