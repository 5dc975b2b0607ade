/** Follows Esc while something is held, wherever the focus is; returns how to stop. */
export const onEscape = (act: () => void): (() => void) => {
  const key = (event: KeyboardEvent): void => {
    if (event.key !== 'Escape') return
    event.preventDefault()
    event.stopPropagation()
    act()
  }
  window.addEventListener('keydown', key, { capture: true })
  return () => window.removeEventListener('keydown', key, { capture: true })
}
