/** Keeps a setting of the interface in this browser; where it keeps no more, the setting lasts as long as the page. */
export const keepSetting = (name: string, value: string): void => {
  try {
    localStorage.setItem(name, value)
  } catch (error) {
    console.warn(`${name} was not kept.`, error)
  }
}

/** A setting kept before, or null. */
export const keptSetting = (name: string): string | null => {
  try {
    return localStorage.getItem(name)
  } catch {
    // A browser that keeps nothing has nothing to give back.
    return null
  }
}
