/** Something said to the person, in a line at the head of the bench. */
export interface Notice {
  readonly id: number
  readonly text: string
  readonly tone: 'plain' | 'fault'
}

let notices = 0

export const noticeOf = (text: string, tone: Notice['tone'] = 'plain'): Notice => {
  notices += 1
  return { id: notices, text, tone }
}
