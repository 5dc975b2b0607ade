/** An id like this one that is free; the number that is added is the same for the same documents. */
export const freeId = (id: string, taken: Readonly<Record<string, unknown>>): string => {
  if (!Object.hasOwn(taken, id)) return id
  for (let n = 2; ; n += 1) {
    const tried = `${id.slice(0, 58)}-${n}`
    if (!Object.hasOwn(taken, tried)) return tried
  }
}
