'use memo'
import styles from '@/client/parts/RailButton.module.css'

/** A key as it stands on a keyboard. */
export const KeyCap = ({ children }: { readonly children: string }) => <kbd className={styles.cap}>{children}</kbd>
