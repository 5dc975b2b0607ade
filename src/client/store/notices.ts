import type { Bench } from '@/client/store/benchStore'

let notices = 0

/** Says something to the person, in a line at the head of the bench. */
export const say = (bench: Bench, text: string, tone: 'plain' | 'fault' = 'plain'): void => {
  notices += 1
  bench.set({ notice: { id: notices, text, tone } })
}
