import type { ReactNode } from 'react'
import styles from '@/client/parts/Floating.module.css'

interface FloatingProps {
  /** A place to drop something, what is carried, or something said. */
  readonly kind: 'zone' | 'carried' | 'said'
  /** A drop now would go there. */
  readonly isOver?: boolean
  /** Its place in CSS pixels; at the head of what it lies over without. */
  readonly at?: { readonly left: number; readonly top: number }
  readonly role?: 'status'
  readonly children: ReactNode
}

/** Something small that lies over the bench and takes no press. */
export const Floating = ({ kind, isOver = false, at, role, children, ...data }: FloatingProps) => (
  <div {...data} className={styles.floating} data-kind={kind} data-over={isOver} role={role} style={at}>
    {children}
  </div>
)
