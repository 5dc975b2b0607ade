import type { Colour } from '@/core/colour/colour'
import type { Gradient } from '@/core/colour/gradient'
import { setColours } from '@/core/document/edits/project'
import type { Bench } from '@/client/store/bench'

/** What a gradient is before it is changed. */
export const FIRST_GRADIENT: Gradient = {
  shape: 'linear',
  turn: 90,
  stops: [
    { at: 0, colour: '#f2c08a' },
    { at: 1, colour: '#8e2a5b' },
  ],
}

/** Keeps a colour among those of the project, or lets go of one that is kept. */
export const toggleKeptColour = (bench: Bench, colour: Colour): void => {
  const { colours } = bench.get().project
  const isKept = colours.includes(colour)
  const next = isKept ? colours.filter((one) => one !== colour) : [...colours, colour]
  bench.commit(isKept ? 'Let go of a colour' : 'Keep a colour', (project) =>
    setColours.record(project, { colours: next }),
  )
}
