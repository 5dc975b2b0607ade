/** Gives the table the focus: after something was put on the sheet, keys work on that. */
export const focusTable = (): void =>
  document.querySelector<HTMLElement>('[data-region="table"]')?.focus({ preventScroll: true })

/** Gives the first of the supplies the focus, for choosing by keyboard. */
export const focusSupplies = (): void =>
  document.querySelector<HTMLElement>('[data-region="supplies"] [data-supply]')?.focus()

/** Gives the name at the head of the card the focus, all of it chosen; false where the card has none. */
export const focusName = (): boolean => {
  const field = document.querySelector<HTMLInputElement>('[data-region="card"] [data-name-field] input')
  field?.focus()
  field?.select()
  return field !== null
}

/** Places in which arrows go from one to the next. */
const LISTS =
  '[role="tablist"], [role="radiogroup"], [role="listbox"], [role="slider"], [role="separator"], [role="spinbutton"], [data-region="supplies"], input'

/** Presses what has the focus. */
const PRESSES = new Set(['Enter', ' '])

/** Does a key belong to what has the focus rather than to the sheet: pressing a button, going along a list? */
export const belongsToFocus = (target: EventTarget | null, key: string): boolean => {
  if (!(target instanceof Element)) return false
  if (PRESSES.has(key)) return target.closest('button, a, input, summary, [role="button"], [role="tab"]') !== null
  const isGoing = key.startsWith('Arrow') || key === 'Home' || key === 'End' || key === 'PageUp' || key === 'PageDown'
  return isGoing && target.closest(LISTS) !== null
}
