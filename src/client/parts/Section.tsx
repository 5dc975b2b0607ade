'use client'
import ExpandLess from '@mui/icons-material/ExpandLess'
import ExpandMore from '@mui/icons-material/ExpandMore'
import { useSyncExternalStore, type ReactNode } from 'react'
import styles from '@/client/parts/Panel.module.css'

const STORE = 'eager-stencil-folded'
const listeners = new Set<() => void>()
let known: Readonly<Record<string, boolean>> | null = null
const NOTHING: Readonly<Record<string, boolean>> = {}

/** Which sections the person has folded or opened, by name; remembered by the browser. */
const folds = (): Readonly<Record<string, boolean>> => {
  if (known) return known
  try {
    const held: unknown = JSON.parse(localStorage.getItem(STORE) ?? '{}')
    known = typeof held === 'object' && held !== null ? (held as Readonly<Record<string, boolean>>) : NOTHING // of booleans, or harmless
  } catch {
    known = NOTHING
  }
  return known
}

const setFold = (name: string, folded: boolean): void => {
  known = { ...folds(), [name]: folded }
  try {
    localStorage.setItem(STORE, JSON.stringify(known))
  } catch {
    // The browser keeps no more: the fold lasts as long as the page.
    known = { ...known }
  }
  for (const listener of listeners) listener()
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

interface SectionProps {
  readonly name: string
  readonly title: string
  readonly step?: number
  /** What is said of it beside its title. */
  readonly says?: string
  readonly isFoldedAtFirst?: boolean
  readonly children: ReactNode
}

/** A part of the card that can be folded; it stays so for the next frame. */
export const Section = ({ name, title, step, says, isFoldedAtFirst = false, children }: SectionProps) => {
  const isFolded = useSyncExternalStore(
    subscribe,
    () => folds()[name] ?? isFoldedAtFirst,
    () => isFoldedAtFirst,
  )
  return (
    <section className={styles.section} aria-label={name}>
      <h2 className={isFolded ? styles.folded : undefined}>
        <button
          type="button"
          className={styles.fold}
          aria-expanded={!isFolded}
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => setFold(name, !isFolded)}
        >
          {step !== undefined && <span className={styles.step}>{step}</span>} {title}
          <span className={styles.fileName} title={says}>
            {says}
          </span>
          {isFolded ? <ExpandMore fontSize="inherit" /> : <ExpandLess fontSize="inherit" />}
        </button>
      </h2>
      {!isFolded && children}
    </section>
  )
}
