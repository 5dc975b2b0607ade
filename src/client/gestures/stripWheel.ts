/** Lets a wheel that goes up and down take a strip along that goes sideways; returns how to stop. */
export const followStripWheel = (strip: HTMLElement): (() => void) => {
  const wheel = (event: WheelEvent): void => {
    const isSideways = strip.scrollWidth > strip.clientWidth + 1
    if (!isSideways || event.ctrlKey || Math.abs(event.deltaX) >= Math.abs(event.deltaY)) return
    event.preventDefault()
    strip.scrollLeft += event.deltaY
  }
  strip.addEventListener('wheel', wheel, { passive: false })
  return () => strip.removeEventListener('wheel', wheel)
}
