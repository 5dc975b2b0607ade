/** Runs tasks one after another, in the order they came. A failed task does not stop the next. */
export class TaskQueue {
  private last: Promise<unknown> = Promise.resolve()

  run<T>(task: () => Promise<T>): Promise<T> {
    const next = this.last.then(task, task)
    this.last = next.catch(() => undefined)
    return next
  }
}
