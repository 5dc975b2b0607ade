/** Something said to the person, in a line at the head of the bench. */
export interface Notice {
  readonly id: number
  readonly text: string
  /** A refusal that came just before: it goes on being said beside what came after it. */
  readonly refused?: string
  readonly tone: 'plain' | 'fault'
}

let notices = 0

export const noticeOf = (text: string, tone: Notice['tone'] = 'plain'): Notice => {
  notices += 1
  return { id: notices, text, tone }
}

/** A notice after the one that shows: a refusal is not lost for what went well meanwhile. */
export const followed = (before: Notice | null, next: Notice): Notice => {
  if (next.tone === 'fault' || !before) return next
  const refused = before.tone === 'fault' ? before.text : before.refused
  return refused === undefined || refused === next.text ? next : { ...next, refused }
}
