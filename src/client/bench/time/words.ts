/** The words for what is known of time. */
export const TRANSITION_WORDS = [
  ['cut', 'Cut'],
  ['fade', 'Fade'],
  ['slide', 'Slide'],
] as const

export const SIDE_WORDS = [
  ['left', 'from the left'],
  ['right', 'from the right'],
  ['top', 'from above'],
  ['bottom', 'from below'],
] as const

export const ENTRANCE_WORDS = [
  ['none', 'There at once'],
  ['fade', 'Fades in'],
  ['slide', 'Slides in'],
] as const
