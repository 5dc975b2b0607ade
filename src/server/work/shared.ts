/** Runs a task once at a time: whoever asks while it runs shares its outcome. */
export const sharedRun = <T>(task: () => Promise<T>): (() => Promise<T>) => {
  let running: Promise<T> | null = null
  return () => {
    running ??= task().finally(() => (running = null))
    return running
  }
}
