import { describe, expect, it } from '@jest/globals'
import { followed, noticeOf, type Notice } from '@/client/store/notice'

/** What shows after several things were said, each at its time in milliseconds. */
const said = (...list: readonly (readonly [string, Notice['tone'], number])[]): readonly string[] => {
  const last = list.reduce<Notice | null>(
    (before, [text, tone, at]) => followed(before, noticeOf(text, tone, at)),
    null,
  )
  return [...(last?.refused ?? []), last?.text ?? '']
}

describe('what is said to the person', () => {
  it('keeps a refusal beside what went well after it, and takes the place of what went well', () => {
    expect(said(['no', 'fault', 0], ['done', 'plain', 9000])).toEqual(['no', 'done'])
    expect(said(['done', 'plain', 0], ['no', 'fault', 10])).toEqual(['no'])
    expect(said(['no', 'fault', 0], ['no', 'plain', 10])).toEqual(['no'])
  })
  it('keeps refusals that came at once beside each other, the last four at most', () => {
    expect(said(['a', 'fault', 0], ['b', 'fault', 900], ['c', 'plain', 1000])).toEqual(['a', 'b', 'c'])
    const many = ['a', 'b', 'c', 'd', 'e', 'f'].map((text, i) => [text, 'fault', 100 * i] as const)
    expect(said(...many)).toEqual(['c', 'd', 'e', 'f'])
    expect(said(['a', 'fault', 0], ['a', 'fault', 10])).toEqual(['a'])
  })
  it('lets a refusal of long ago go for the next', () => {
    expect(said(['a', 'fault', 0], ['b', 'fault', 9000])).toEqual(['b'])
  })
})
