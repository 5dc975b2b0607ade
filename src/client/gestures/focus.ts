/** Gives the table the focus: after something was put on the sheet, keys work on that. */
export const focusTable = (): void =>
  document.querySelector<HTMLElement>('[data-region="table"]')?.focus({ preventScroll: true })

/** Gives the first of the supplies the focus, for choosing by keyboard. */
export const focusSupplies = (): void =>
  document.querySelector<HTMLElement>('[data-region="supplies"] [data-supply]')?.focus()

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
