import { useSyncExternalStore } from 'react'

const never = (): (() => void) => () => undefined

/** False in what the server renders, and until the page does something when its buttons are pressed. */
export const useReady = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
