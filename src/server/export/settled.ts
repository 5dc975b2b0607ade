/** What became of work that is only looked at later: until then it fails without being heard. */
export const settled = async <T>(work: Promise<T>): Promise<PromiseSettledResult<T>> => {
  const [result] = await Promise.allSettled([work])
  return result
}

/** What was made; throws what went wrong. */
export const valueOf = <T>(result: PromiseSettledResult<T>): T => {
  if (result.status === 'rejected') throw result.reason
  return result.value
}
