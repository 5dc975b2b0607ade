import { fork, type ChildProcess } from 'node:child_process'
import path from 'node:path'
import { Failure } from '@/core/failure'
import { rootDirectory } from '@/server/config'
import { IDLE_WORKERS, type WorkLimits } from '@/server/limits'
import { WORK, type WorkName, type WorkOutput } from '@/server/work/kinds'
import { cancelled } from '@/server/work/lane'
import { residentMegabytes, WATCH_MS } from '@/server/work/memory'
import type { WorkMessage, WorkProgress, WorkRequest } from '@/server/work/messages'

export interface WorkWatch {
  readonly limits: WorkLimits
  readonly signal?: AbortSignal | undefined
  readonly onProgress?: ((progress: WorkProgress) => void) | undefined
  /** Told once the work is over: the most memory that was seen. */
  readonly onPeak?: ((megabytes: number) => void) | undefined
}

/**
 * How a process that works with pixels is started. glibc keeps what it frees in many pools, and blocks of up to 32 MB once
 * one of those was freed (mallopt(3)): pixels are to go back at once. A fifth less memory at the same speed, measured.
 */
export const PIXEL_PROCESS = {
  execArgv: ['--expose-gc'],
  env: { MALLOC_ARENA_MAX: '2', MALLOC_MMAP_THRESHOLD_: '131072' },
} as const

/** A process that does work, one piece after another, and can be ended at any moment. */
export class WorkProcess {
  private readonly child: ChildProcess
  private works = 0
  private isOver = false
  private idle: ReturnType<typeof setTimeout> | undefined

  constructor(private readonly onEnd: (process: WorkProcess) => void) {
    const script = path.join(/*turbopackIgnore: true*/ rootDirectory(), 'dist', 'work.mjs')
    this.child = fork(/*turbopackIgnore: true*/ script, [], {
      serialization: 'advanced',
      execArgv: [...PIXEL_PROCESS.execArgv],
      env: { ...process.env, ...PIXEL_PROCESS.env },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    })
    const ended = (): void => {
      this.isOver = true
      clearTimeout(this.idle)
      this.onEnd(this)
    }
    this.child.once('exit', ended)
    this.child.once('error', ended)
  }

  /** Does one piece of work. Throws what it refuses, `tooMuch` where it passes a limit or stops, `cancelled`. */
  run<N extends WorkName>(request: WorkRequest<N>, watch: WorkWatch): Promise<WorkOutput<N>> {
    clearTimeout(this.idle)
    this.works += 1
    return new Promise<WorkOutput<N>>((resolve, reject) => {
      const { child } = this
      const { tooMuch } = WORK[request.name]
      let timer = setTimeout(() => stop(tooMuch()), watch.limits.ms)
      const memory = this.watchMemory(watch, () => stop(tooMuch()))
      const settle = (act: () => void): void => {
        clearTimeout(timer)
        memory.stop()
        watch.signal?.removeEventListener('abort', onAbort)
        child.off('message', onMessage)
        child.off('exit', onExit)
        child.off('error', onExit)
        act()
      }
      const stop = (error: Failure): void => {
        this.end()
        settle(() => reject(error))
      }
      const onAbort = (): void => stop(cancelled())
      const onExit = (): void => settle(() => reject(tooMuch()))
      const onMessage = (message: unknown): void => {
        const said = message as WorkMessage<N> // the process is our own program
        if (said.kind === 'progress') {
          clearTimeout(timer)
          timer = setTimeout(() => stop(tooMuch()), watch.limits.ms)
          watch.onProgress?.(said)
        } else if (said.kind === 'result') settle(() => resolve(said.output))
        else settle(() => reject(new Failure(said.code, said.message, said.faults)))
      }
      if (watch.signal?.aborted) return onAbort()
      watch.signal?.addEventListener('abort', onAbort, { once: true })
      child.on('message', onMessage)
      child.once('exit', onExit)
      child.once('error', onExit)
      if (this.isOver) return onExit()
      child.send(request)
    })
  }

  private watchMemory({ limits, onPeak }: WorkWatch, onTooMuch: () => void): { readonly stop: () => void } {
    let peak = 0
    let isWatching = true
    const look = async (): Promise<void> => {
      const now = await residentMegabytes(this.child.pid ?? 0)
      peak = Math.max(peak, now)
      if (!isWatching) return
      if (now > limits.megabytes) onTooMuch()
      else setTimeout(() => void look(), WATCH_MS)
    }
    void look()
    return {
      stop: () => {
        isWatching = false
        onPeak?.(peak)
      },
    }
  }

  /** May it be kept for the next piece of work? If so it waits for that, for a while. */
  async rest(): Promise<boolean> {
    if (this.isOver || this.works >= IDLE_WORKERS.works) return false
    if ((await residentMegabytes(this.child.pid ?? 0)) > IDLE_WORKERS.megabytes || this.isOver) return false
    this.idle = setTimeout(() => this.end(), IDLE_WORKERS.ms)
    this.idle.unref()
    return true
  }

  end(): void {
    this.isOver = true
    clearTimeout(this.idle)
    this.child.kill('SIGKILL')
  }

  get hasEnded(): boolean {
    return this.isOver
  }

  /** While it rests it keeps no program from ending. */
  setAwake(isAwake: boolean): void {
    if (isAwake) {
      this.child.ref()
      this.child.channel?.ref()
    } else {
      this.child.unref()
      this.child.channel?.unref()
    }
  }
}
