import styles from '@/client/parts/Panel.module.css'

/** What went wrong and what to do, said at once. */
export const Fault = ({ children }: { readonly children: string }) => (
  <p role="alert" className={styles.fault}>
    ▲ {children}
  </p>
)
