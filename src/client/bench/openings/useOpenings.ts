'use client'
import { useEffect, useRef, useState } from 'react'
import { isFailure } from '@/core/failure'
import type { Point } from '@/core/geometry/vector'
import { FIRST_CHOICE, type RegionChoice } from '@/core/region/choice'
import { useBenchHandle } from '@/client/binding/useBench'
import {
  decidedOf,
  FIRST_GROW,
  joined,
  lookForOpenings,
  type Decided,
  type FoundOpening,
  type FoundOpenings,
  type KnownOpenings,
  type OpeningsChoice,
} from '@/client/store/openings'
import type { ArtWay } from '@/client/store/putOpenings'
import type { ArtLayer, LayerUse, OpeningsSource } from '@/client/store/state'

/** What was decided of an opening, and the parts of the art that it is of: several where they were joined. */
export interface HeldOpening extends Decided {
  readonly found: readonly FoundOpening[]
}

export interface HeldOpenings {
  readonly openings: readonly HeldOpening[]
  /** The layers from the bottom up, each with what it is used for now. */
  readonly layers: readonly ArtLayer[]
  readonly choice: OpeningsChoice
  readonly way: ArtWay
  /** How many more there are than are looked at. */
  readonly left: number
  readonly isLooking: boolean
  readonly fault: string | null
  readonly setBy: (by: OpeningsChoice['by']) => void
  readonly pickColour: (at: Point) => void
  readonly changeChoice: (change: Partial<RegionChoice>) => void
  readonly setGrow: (grow: number) => void
  readonly setWay: (way: ArtWay) => void
  readonly setUse: (layer: number, use: LayerUse) => void
  readonly toggle: (index: number) => void
  readonly rename: (index: number, name: string) => void
  /** Makes one of all that are kept. */
  readonly join: () => void
}

/** Sliders move many times a second; what they ask for is looked for when they rest. */
const REST_MS = 220

/** What openings are looked for by. */
interface Search {
  readonly uses: readonly LayerUse[]
  readonly choice: OpeningsChoice
}

/** What was found, and what is decided of it: kept while only how far frames reach under the art is changed. */
interface Found extends FoundOpenings {
  readonly decided: readonly Decided[]
  readonly search: Search | null
}

const NOTHING: Found = { openings: [], left: 0, decided: [], search: null }

const isSame = (p: Search | null, q: Search): boolean =>
  p !== null &&
  p.uses === q.uses &&
  p.choice.by === q.choice.by &&
  p.choice.points === q.choice.points &&
  p.choice.choice === q.choice.choice

/** Art is cut where nothing is seen through its holes, and covered up to there where it lies beneath. */
const needsCuts = (by: OpeningsChoice['by'], way: ArtWay): boolean => by === 'colour' || way === 'background'

const firstSearch = ({ layers }: OpeningsSource): Search => ({
  uses: layers.map(({ use }) => use),
  choice: { by: 'transparency', points: [], choice: FIRST_CHOICE, grow: FIRST_GROW, cuts: false },
})

const layersOf = ({ layers }: OpeningsSource, uses: readonly LayerUse[]): readonly ArtLayer[] =>
  layers.map((layer, i) => ({ ...layer, use: uses[i] ?? layer.use }))

/** Looks for openings whenever the search is another; what was decided stays as long as the same ones are found. */
const useFound = (source: OpeningsSource, search: Search) => {
  const bench = useBenchHandle()
  const [found, setFound] = useState(NOTHING)
  /** The search that was answered last, by what was found or by a fault. */
  const [looked, setLooked] = useState<Search | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const isFirst = useRef(true)
  const known = useRef<KnownOpenings>(new Map())
  useEffect(() => {
    let isHere = true
    const look = async (): Promise<void> => {
      try {
        const next = await lookForOpenings(bench, source, search.uses, search.choice, known.current)
        if (!isHere) return
        setFound((before) => ({
          ...next,
          search,
          decided: isSame(before.search, search)
            ? before.decided
            : decidedOf(next.openings, layersOf(source, search.uses)),
        }))
        setFault(null)
      } catch (error) {
        if (isHere) setFault(isFailure(error) ? error.message : 'The art could not be read. Close this and try again.')
      } finally {
        if (isHere) setLooked(search)
      }
    }
    const timer = setTimeout(() => void look(), isFirst.current ? 0 : REST_MS)
    isFirst.current = false
    return () => {
      isHere = false
      clearTimeout(timer)
    }
  }, [bench, source, search])
  return { found, setFound, fault, isLooking: looked !== search }
}

/** Looks for the openings of art, again when it is told how otherwise; holds what is decided about them. */
export const useOpenings = (source: OpeningsSource): HeldOpenings => {
  const [search, setSearch] = useState(() => firstSearch(source))
  const [way, setWay] = useState<ArtWay>('over')
  const { found, setFound, fault, isLooking } = useFound(source, search)
  const choose = (next: Partial<OpeningsChoice>): void =>
    setSearch((now) => ({ ...now, choice: { ...now.choice, ...next } }))
  const decide = (next: (decided: readonly Decided[]) => readonly Decided[]): void =>
    setFound((now) => ({ ...now, decided: next(now.decided) }))
  const put = (index: number, next: (one: Decided) => Partial<Decided>): void =>
    decide((decided) => decided.map((one, i) => (i === index ? { ...one, ...next(one) } : one)))
  return {
    openings: found.decided.map((one) => ({ ...one, found: one.parts.flatMap((part) => found.openings[part] ?? []) })),
    layers: layersOf(source, search.uses),
    choice: search.choice,
    way,
    left: found.left,
    isLooking,
    fault,
    setBy: (by) => choose({ by, points: [], cuts: needsCuts(by, way) }),
    pickColour: (at) => choose({ points: [at] }),
    changeChoice: (next) => choose({ choice: { ...search.choice.choice, ...next } }),
    setGrow: (grow) => choose({ grow }),
    setWay: (next) => {
      setWay(next)
      choose({ cuts: needsCuts(search.choice.by, next) })
    },
    setUse: (layer, use) => setSearch((now) => ({ ...now, uses: now.uses.map((one, i) => (i === layer ? use : one)) })),
    toggle: (index) => put(index, ({ isKept }) => ({ isKept: !isKept })),
    rename: (index, name) => put(index, () => ({ name })),
    join: () => decide(joined),
  }
}
