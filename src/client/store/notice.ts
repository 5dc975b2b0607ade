/** Something said to the person, in a line at the head of the bench. */
export interface Notice {
  readonly id: number
  readonly text: string
  /** Refusals that came just before: they go on being said beside what came after them. */
  readonly refused?: readonly string[]
  readonly tone: 'plain' | 'fault'
  /** When it was said, in milliseconds. */
  readonly at: number
}

/** Refusals that come within so many milliseconds of each other are said together: of several files, say. */
const TOGETHER_MS = 2500
const MOST_REFUSED = 3

let notices = 0

export const noticeOf = (text: string, tone: Notice['tone'] = 'plain', at = performance.now()): Notice => {
  notices += 1
  return { id: notices, text, tone, at }
}

const refusalsOf = ({ tone, text, refused = [] }: Notice): readonly string[] =>
  tone === 'fault' ? [...refused, text] : refused

/**
 * A notice after the one that shows: a refusal is not lost for what went well meanwhile, nor for another one that came at
 * once.
 */
export const followed = (before: Notice | null, next: Notice): Notice => {
  if (!before || (next.tone === 'fault' && next.at - before.at > TOGETHER_MS)) return next
  const refused = refusalsOf(before)
    .filter((text) => text !== next.text)
    .slice(-MOST_REFUSED)
  return refused.length ? { ...next, refused } : next
}
