/** Documents as text, made without holding up whoever else is served. */
import { setImmediate } from 'node:timers/promises'

/** How long pieces are written before others get their turn, in milliseconds. */
const TURN_MS = 2
/** What lies so deep is written at once: a frame, in a document. */
const DEEPEST = 4

/** A value as JSON, in pieces; what JSON leaves out of an object is left out. */
function* piecesOf(value: unknown, depth: number): Generator<string> {
  if (depth === DEEPEST || typeof value !== 'object' || value === null) {
    yield JSON.stringify(value) ?? 'null'
    return
  }
  const isList = Array.isArray(value)
  let before = isList ? '[' : '{'
  const entries = Object.entries(value).filter(([, inner]) => isList || inner !== undefined)
  for (const [key, inner] of entries) {
    yield isList ? before : `${before}${JSON.stringify(key)}:`
    yield* piecesOf(inner, depth + 1)
    before = ','
  }
  yield entries.length ? (isList ? ']' : '}') : isList ? '[]' : '{}'
}

/** As `JSON.stringify` of something that never changes, with turns for everything else in between. */
export const textInTurns = async (value: object): Promise<string> => {
  const pieces: string[] = []
  let since = performance.now()
  for (const piece of piecesOf(value, 0)) {
    pieces.push(piece)
    if (performance.now() - since < TURN_MS) continue
    await setImmediate()
    since = performance.now()
  }
  return pieces.join('')
}
