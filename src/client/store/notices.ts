import type { Bench } from '@/client/store/bench'
import { followed, noticeOf, type Notice } from '@/client/store/notice'
import { notify } from '@/client/store/slices/notices'

/** Says something to the person, in a line at the head of the bench. */
export const say = (bench: Bench, text: string, tone: Notice['tone'] = 'plain'): void =>
  notify(bench, followed(bench.get().notice, noticeOf(text, tone)))
