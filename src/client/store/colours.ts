import type { Colour } from '@/core/colour/colour'
import type { Gradient } from '@/core/colour/gradient'
import { setColours } from '@/core/document/edits/project'
import type { Bench } from '@/client/store/bench'

/** What documents begin with; none of it is a colour of the interface. */
export const WHITE: Colour = '#ffffff'
/** A frame's own colour before it is changed. */
export const FIRST_COLOUR: Colour = '#c98d63'
/** What a stroke or a shadow is painted with before it is changed. */
export const FIRST_PAINT: Colour = '#8e2a5b'
/** Letters that hold no picture, on pale and on dark ground. */
export const DARK_INK: Colour = '#22282b'
export const LIGHT_INK: Colour = '#fbf9f4'
/** What is shown for a slot that has just gone, until what referred to it is told. */
export const GONE_COLOUR: Colour = '#808080'
/** What a tile of the finishes shows: a bit of sky over sand, on kraft. */
export const SAMPLE = {
  stops: [
    { at: 0, colour: '#9fc0cf' },
    { at: 0.55, colour: '#e7c9a0' },
    { at: 1, colour: '#b5764a' },
  ],
  ground: '#efe7da',
} as const

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
