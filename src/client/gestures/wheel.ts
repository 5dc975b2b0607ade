/** What a wheel event says of its travel (UI Events, 5.6: pixels, lines or pages). */
export interface WheelTravel {
  readonly deltaY: number
  readonly deltaMode: number
  /** Held, or put there by the browser for a trackpad's pinch. */
  readonly ctrlKey: boolean
}

/** Zoom of one notch of a wheel. */
export const NOTCH_ZOOM = 1.1

/** Travel of one notch, by the mode of the event. In pixels browsers tell 100 or 120 (common practice). */
const NOTCH = { pixels: [120, 100], lines: 3, pages: 1 } as const

/** Smaller steps in pixels come from a trackpad. */
const LEAST_NOTCH = 100

const notchesOf = ({ deltaY, deltaMode }: WheelTravel): number => {
  if (deltaMode === 1) return deltaY / NOTCH.lines
  if (deltaMode === 2) return deltaY / NOTCH.pages
  const whole = NOTCH.pixels.find((notch) => deltaY % notch === 0) ?? NOTCH.pixels[1]
  return deltaY / whole
}

/**
 * The zoom that a wheel event asks for: 1.1 a notch, small steps in proportion. A trackpad's pinch comes as small steps with
 * Ctrl, of which browsers make the hundredfold logarithm of the fingers' spread (common practice).
 */
export const wheelFactor = (travel: WheelTravel): number => {
  const isPinch = travel.ctrlKey && travel.deltaMode === 0 && Math.abs(travel.deltaY) < LEAST_NOTCH
  return isPinch ? Math.exp(-travel.deltaY / 100) : NOTCH_ZOOM ** -notchesOf(travel)
}
