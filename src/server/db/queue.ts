interface Waiting {
  readonly start: () => void
  readonly refuse: (error: unknown) => void
}

/** Runs tasks one after another, in the order they came. A failed task does not stop the next. */
export class TaskQueue {
  private waiting: Waiting[] = []
  private isBusy = false

  run<T>(task: () => Promise<T>): Promise<T> {
    return new Promise((resolve, reject) => {
      const start = (): void =>
        void task()
          .then(resolve, reject)
          .finally(() => this.next())
      this.waiting.push({ start, refuse: reject })
      if (!this.isBusy) this.next()
    })
  }

  /** Refuses what waits now; what runs goes on. */
  refuseWaiting(error: unknown): void {
    const refused = this.waiting
    this.waiting = []
    for (const { refuse } of refused) refuse(error)
  }

  private next(): void {
    const following = this.waiting.shift()
    this.isBusy = following !== undefined
    following?.start()
  }
}
