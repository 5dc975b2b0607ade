import { LANES, type Lane, type WorkLimits } from '@/server/limits'
import { WORK, type WorkInput, type WorkName, type WorkOutput } from '@/server/work/kinds'
import { LaneQueue } from '@/server/work/lane'
import type { WorkProgress } from '@/server/work/messages'
import { WorkProcess } from '@/server/work/process'

interface Bench {
  readonly lanes: Readonly<Record<Lane, LaneQueue>>
  /** Processes that wait for their next work. */
  readonly resting: WorkProcess[]
}

const laneOf = (lane: Lane): LaneQueue => new LaneQueue(LANES[lane].atOnce, LANES[lane].waiting)

// One a process of ours, also across hot reloads of the modules around it.
const held = globalThis as typeof globalThis & { eagerStencilWork?: Bench }
const bench = (): Bench =>
  (held.eagerStencilWork ??= {
    lanes: {
      intake: laneOf('intake'),
      thumbnails: laneOf('thumbnails'),
      planning: laneOf('planning'),
      trials: laneOf('trials'),
      output: laneOf('output'),
    },
    resting: [],
  })

const awake = (): WorkProcess => {
  const { resting } = bench()
  for (let found = resting.pop(); found; found = resting.pop())
    if (!found.hasEnded) {
      found.setAwake(true)
      return found
    }
  return new WorkProcess((ended) => {
    const at = bench().resting.indexOf(ended)
    if (at >= 0) bench().resting.splice(at, 1)
  })
}

const letRest = async (process: WorkProcess): Promise<void> => {
  if (await process.rest()) {
    process.setAwake(false)
    bench().resting.push(process)
  } else process.end()
}

export interface WorkOptions {
  /** Ends the work when the one who asked goes away. */
  readonly signal?: AbortSignal | undefined
  readonly onProgress?: ((progress: WorkProgress) => void) | undefined
  /** Called when its turn has come. */
  readonly onStart?: (() => void) | undefined
  readonly onPeak?: ((megabytes: number) => void) | undefined
  /** Other limits than its kind has. */
  readonly limits?: Partial<WorkLimits> | undefined
}

/**
 * Does work in a process of its own, in its kind's lane, within limits of time and memory that hold whatever it is given.
 * Throws what the work refuses; the kind's `tooMuch` where it passes a limit or its process stops; `cancelled` when the
 * signal says so; `busy` where too many wait.
 */
export const work = <N extends WorkName>(
  name: N,
  input: WorkInput<N>,
  { signal, onProgress, onStart, onPeak, limits }: WorkOptions = {},
): Promise<WorkOutput<N>> => {
  const kind = WORK[name]
  return bench().lanes[kind.lane].run(async () => {
    onStart?.()
    const process = awake()
    try {
      return await process.run({ name, input }, { limits: { ...kind.limits, ...limits }, signal, onProgress, onPeak })
    } finally {
      await letRest(process)
    }
  }, signal)
}

/** Ends every process that waits for work. */
export const endResting = (): void => {
  for (const process of bench().resting.splice(0)) process.end()
}
