import { COLOUR_PATTERN, type Colour } from '@/core/colour/colour'

const STORE = 'eager-stencil.colours'
const MOST = 12

/** Colours used last, in any project of this browser, the newest first. */
export const recentColours = (): readonly Colour[] => {
  try {
    const held: unknown = JSON.parse(localStorage.getItem(STORE) ?? '[]')
    return Array.isArray(held) ? held.filter((one) => typeof one === 'string' && COLOUR_PATTERN.test(one)) : []
  } catch {
    // What cannot be read is let go of.
    localStorage.removeItem(STORE)
    return []
  }
}

export const rememberColour = (colour: Colour): void => {
  const next = [colour, ...recentColours().filter((one) => one !== colour)].slice(0, MOST)
  localStorage.setItem(STORE, JSON.stringify(next))
}
