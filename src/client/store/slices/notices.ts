import type { Bench } from '@/client/store/bench'
import type { Notice } from '@/client/store/notice'
import type { NoticeSlice } from '@/client/store/state'

export const FIRST_NOTICES: NoticeSlice = {
  notice: null,
  spoken: '',
  hasSeenRemovalHint: false,
}

const set = (bench: Bench, change: Partial<NoticeSlice>): void => bench.store.setState(change)

/** A line at the head of the bench; null takes it away. */
export const notify = (bench: Bench, notice: Notice | null): void => set(bench, { notice })

/** Said to those who listen rather than look. */
export const speak = (bench: Bench, spoken: string): void => set(bench, { spoken })

/** A hint has done its work and need not come again. */
export const noteRemovalHint = (bench: Bench): void => set(bench, { hasSeenRemovalHint: true })
