import type { Colour } from '@/core/colour/colour'
import type { Gradient } from '@/core/colour/gradient'

/** Gradients that read as polished metal: light and dark in turn across the outline. */
export interface Metal {
  readonly id: string
  readonly name: string
  readonly gradient: Gradient
}

const bands = (...colours: readonly Colour[]): Gradient => ({
  shape: 'linear',
  turn: 35,
  stops: colours.map((colour, i) => ({ at: i / (colours.length - 1), colour })),
})

export const METALS: readonly Metal[] = [
  { id: 'gold', name: 'Gold', gradient: bands('#8a6420', '#e9c96b', '#fff3c4', '#b98a2f', '#f0d98a', '#7c5618') },
  { id: 'silver', name: 'Silver', gradient: bands('#6f777c', '#d5dade', '#ffffff', '#98a1a6', '#e6eaec', '#5f676b') },
  { id: 'copper', name: 'Copper', gradient: bands('#6e3a1f', '#d98b5f', '#ffd9bd', '#a8582f', '#eeb08a', '#5f2f17') },
  {
    id: 'steel',
    name: 'Blued steel',
    gradient: bands('#1f2b38', '#6e859b', '#c9d8e4', '#34495d', '#8aa2b8', '#18222d'),
  },
]
