import type { Colour } from '@/core/colour/colour'
import { setColours } from '@/core/document/edits/project'
import type { Bench } from '@/client/store/bench'

/** Keeps a colour among those of the project, or lets go of one that is kept. */
export const toggleKeptColour = (bench: Bench, colour: Colour): void => {
  const { colours } = bench.get().project
  const isKept = colours.includes(colour)
  const next = isKept ? colours.filter((one) => one !== colour) : [...colours, colour]
  bench.commit(isKept ? 'Let go of a colour' : 'Keep a colour', (project) =>
    setColours.record(project, { colours: next }),
  )
}
