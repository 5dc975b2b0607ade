import type { Bench } from '@/client/store/benchStore'
import { noticeOf, type Notice } from '@/client/store/notice'

/** Says something to the person, in a line at the head of the bench. */
export const say = (bench: Bench, text: string, tone: Notice['tone'] = 'plain'): void =>
  bench.set({ notice: noticeOf(text, tone) })
