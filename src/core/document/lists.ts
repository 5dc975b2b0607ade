/** Do both hold the very same values, in the same order? */
export const sameList = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i])

/** Puts ids just above another in the list it stands in, or on top of the sheet. */
export const placeAbove = (
  sheet: { order: string[]; items: Record<string, { kind: string; order?: string[] }> },
  ids: readonly string[],
  above: string | undefined,
): void => {
  const lists = [sheet.order, ...Object.values(sheet.items).flatMap((item) => (item.order ? [item.order] : []))]
  const list = above === undefined ? undefined : lists.find((each) => each.includes(above))
  if (list && above !== undefined) list.splice(list.indexOf(above) + 1, 0, ...ids)
  else sheet.order.push(...ids)
}
