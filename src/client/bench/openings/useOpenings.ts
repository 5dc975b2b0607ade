'use client'
import { useEffect, useRef, useState } from 'react'
import { isFailure } from '@/core/failure'
import type { Point } from '@/core/geometry/vector'
import type { Outline } from '@/core/path/path'
import { FIRST_CHOICE, type RegionChoice } from '@/core/region/choice'
import type { Opening } from '@/core/region/openings'
import { useBenchHandle } from '@/client/binding/useBench'
import { FIRST_GROW, lookForOpenings, type OpeningsChoice } from '@/client/store/openings'
import type { OpeningsSource } from '@/client/store/state'

/** An opening in the dialog: one that was found, or several that were joined. */
export interface HeldOpening {
  readonly name: string
  readonly isKept: boolean
  readonly isAround: boolean
  /** Its edges in the art, and what is put beneath; of joined ones several. */
  readonly edges: readonly Outline[]
  readonly unders: readonly Outline[]
  /** Where its number stands. */
  readonly middle: Point
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

const heldOf = (openings: readonly Opening[]): readonly HeldOpening[] =>
  openings.map(({ outline, under, bounds, kind }, i) => ({
    name: kind === 'around' ? 'Around the art' : `Opening ${i + 1}`,
    isKept: kind !== 'around',
    isAround: kind === 'around',
    edges: [outline],
    unders: [under],
    middle: { x: (bounds.x0 + bounds.x1) / 2, y: (bounds.y0 + bounds.y1) / 2 },
  }))

/** What was decided about the same openings before stays, when only their outlines were worked out anew. */
const withDecisions = (fresh: readonly HeldOpening[], before: readonly HeldOpening[]): readonly HeldOpening[] =>
  fresh.length === before.length
    ? fresh.map((one, i) => ({ ...one, name: before[i]?.name ?? one.name, isKept: before[i]?.isKept ?? one.isKept }))
    : fresh

/** Looks for the openings of art, again when it is told how otherwise; holds what is decided about them. */
export const useOpenings = (source: OpeningsSource): HeldOpenings => {
  const bench = useBenchHandle()
  const [openings, setOpenings] = useState<readonly HeldOpening[]>([])
  const [left, setLeft] = useState(0)
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
        const found = isWaiting ? { openings: [], left: 0 } : await lookForOpenings(bench, source, choice)
        if (!isHere) return
        setOpenings((before) => withDecisions(heldOf(found.openings), before))
        setLeft(found.left)
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
  const join = (): void => {
    const kept = openings.filter(({ isKept }) => isKept)
    const [first] = kept
    if (!first || kept.length < 2) return
    const joined: HeldOpening = {
      ...first,
      edges: kept.flatMap(({ edges }) => edges),
      unders: kept.flatMap(({ unders }) => unders),
    }
    setOpenings(openings.flatMap((one) => (one === first ? [joined] : one.isKept ? [] : [one])))
  }
  const put = (index: number, next: Partial<HeldOpening>): void =>
    setOpenings(openings.map((one, i) => (i === index ? { ...one, ...next } : one)))
  return {
    openings,
    choice,
    by,
    left,
    isLooking,
    fault,
    setBy: (next) => {
      setBy(next)
      change({ points: [] })
    },
    pickColour: (at) => change({ points: [at] }),
    changeChoice: (next) => change({ choice: { ...choice.choice, ...next } }),
    setGrow: (grow) => change({ grow }),
    toggle: (index) => put(index, { isKept: openings[index]?.isKept !== true }),
    rename: (index, name) => put(index, { name }),
    join,
  }
}
