'use client'
import { useEffect, useRef, useState } from 'react'
import { isFailure } from '@/core/failure'
import type { Point } from '@/core/geometry/vector'
import { FIRST_CHOICE, type RegionChoice } from '@/core/region/choice'
import type { Opening, Openings } from '@/core/region/openings'
import { useBenchHandle } from '@/client/binding/useBench'
import {
  decidedOf,
  FIRST_GROW,
  joined,
  lookForOpenings,
  type Decided,
  type OpeningsChoice,
} from '@/client/store/openings'
import type { OpeningsSource } from '@/client/store/state'

/** What was decided of an opening, and the parts of the art that it is of: several where they were joined. */
export interface HeldOpening extends Decided {
  readonly found: readonly Opening[]
}

export interface HeldOpenings {
  readonly openings: readonly HeldOpening[]
  readonly choice: OpeningsChoice
  readonly by: 'transparency' | 'colour'
  /** How many more there are than are looked at. */
  readonly left: number
  readonly isLooking: boolean
  readonly fault: string | null
  readonly setBy: (by: 'transparency' | 'colour') => void
  readonly pickColour: (at: Point) => void
  readonly changeChoice: (change: Partial<RegionChoice>) => void
  readonly setGrow: (grow: number) => void
  readonly toggle: (index: number) => void
  readonly rename: (index: number, name: string) => void
  /** Makes one of all that are kept. */
  readonly join: () => void
}

/** Sliders move many times a second; what they ask for is looked for when they rest. */
const REST_MS = 220

const NOTHING: Openings = { openings: [], left: 0 }

/** What was found, and what is decided of it: kept while only how far frames reach under the art is changed. */
interface Found extends Openings {
  readonly decided: readonly Decided[]
  /** What it was looked for by. */
  readonly choice: OpeningsChoice | null
}

const isSameSearch = (p: OpeningsChoice | null, q: OpeningsChoice): boolean =>
  p !== null && p.points === q.points && p.choice === q.choice

/** Looks for the openings of art, again when it is told how otherwise; holds what is decided about them. */
export const useOpenings = (source: OpeningsSource): HeldOpenings => {
  const bench = useBenchHandle()
  const [found, setFound] = useState<Found>({ ...NOTHING, decided: [], choice: null })
  const [by, setBy] = useState<'transparency' | 'colour'>('transparency')
  const [choice, setChoice] = useState<OpeningsChoice>({ points: [], choice: FIRST_CHOICE, grow: FIRST_GROW })
  const [isLooking, setLooking] = useState(true)
  const [fault, setFault] = useState<string | null>(null)
  const isFirst = useRef(true)
  const change = (next: Partial<OpeningsChoice>): void => {
    setChoice((now) => ({ ...now, ...next }))
    setLooking(true)
  }
  useEffect(() => {
    let isHere = true
    const look = async (): Promise<void> => {
      try {
        // By colour one has to be pressed first.
        const isWaiting = by === 'colour' && !choice.points.length
        const next = isWaiting ? NOTHING : await lookForOpenings(bench, source, choice)
        if (!isHere) return
        setFound((before) => ({
          ...next,
          choice,
          decided: isSameSearch(before.choice, choice) ? before.decided : decidedOf(next.openings),
        }))
        setFault(null)
      } catch (error) {
        if (isHere) setFault(isFailure(error) ? error.message : 'The art could not be read. Close this and try again.')
      } finally {
        if (isHere) setLooking(false)
      }
    }
    const timer = setTimeout(() => void look(), isFirst.current ? 0 : REST_MS)
    isFirst.current = false
    return () => {
      isHere = false
      clearTimeout(timer)
    }
  }, [bench, source, choice, by])
  const decide = (next: (decided: readonly Decided[]) => readonly Decided[]): void =>
    setFound((now) => ({ ...now, decided: next(now.decided) }))
  const put = (index: number, next: (one: Decided) => Partial<Decided>): void =>
    decide((decided) => decided.map((one, i) => (i === index ? { ...one, ...next(one) } : one)))
  return {
    openings: found.decided.map((one) => ({ ...one, found: one.parts.flatMap((part) => found.openings[part] ?? []) })),
    choice,
    by,
    left: found.left,
    isLooking,
    fault,
    setBy: (next) => {
      setBy(next)
      change({ points: [] })
    },
    pickColour: (at) => change({ points: [at] }),
    changeChoice: (next) => change({ choice: { ...choice.choice, ...next } }),
    setGrow: (grow) => change({ grow }),
    toggle: (index) => put(index, ({ isKept }) => ({ isKept: !isKept })),
    rename: (index, name) => put(index, () => ({ name })),
    join: () => decide(joined),
  }
}
