/** What waits for its turn: one is done for each frame that the browser paints, so that scrolling stays smooth. */
const waiting: (() => void)[] = []

const next = (): void => {
  waiting.shift()?.()
  if (waiting.length) requestAnimationFrame(next)
}

/** Does something when its turn comes; gives what takes it out of the line. */
export const inTurn = (act: () => void): (() => void) => {
  waiting.push(act)
  if (waiting.length === 1) requestAnimationFrame(next)
  return () => {
    const at = waiting.indexOf(act)
    if (at > 0) waiting.splice(at, 1)
    else if (at === 0) waiting[0] = () => undefined
  }
}
