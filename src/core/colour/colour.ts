import { refuse } from '@/core/failure'

/** An opaque sRGB colour as #rrggbb, lower case. */
export type Colour = `#${string}`

export const COLOUR_PATTERN = /^#[0-9a-f]{6}$/

/** Reads #rgb or #rrggbb in any case, with or without the sign. */
export const parseColour = (text: string): Colour => {
  const hex = text.trim().replace(/^#/, '').toLowerCase()
  if (/^[0-9a-f]{6}$/.test(hex)) return `#${hex}`
  if (/^[0-9a-f]{3}$/.test(hex)) return `#${[...hex].map((c) => c + c).join('')}`
  return refuse('a colour', 'three or six hexadecimal digits such as #f2ead8', text)
}
