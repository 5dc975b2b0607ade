import LineBreaker from 'linebreak'

/**
 * Where a line of the text may end: places in UTF-16 units, rising, by the line breaking algorithm of Unicode (UAX #14).
 * The end of the text is one; so is what follows a line's end.
 */
export const breakPlaces = (text: string): readonly number[] => {
  const breaker = new LineBreaker(text)
  const places: number[] = []
  for (let next = breaker.nextBreak(); next; next = breaker.nextBreak()) places.push(next.position)
  return places
}
