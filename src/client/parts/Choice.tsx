'use client'
import styles from '@/client/parts/Panel.module.css'

interface ChoiceProps<T extends string> {
  readonly label: string
  readonly name?: string
  readonly value: T
  readonly options: readonly (readonly [T, string])[]
  readonly disabled?: boolean
  readonly onChoice: (value: T) => void
}

/** One of several words. */
export const Choice = <T extends string>({
  label,
  name = label,
  value,
  options,
  disabled,
  onChoice,
}: ChoiceProps<T>) => (
  <label className={styles.choice} style={{ flex: 1, minWidth: 0 }}>
    {label}
    <select
      aria-label={name}
      value={value}
      disabled={disabled}
      onChange={(event) => {
        const chosen = options.find(([word]) => word === event.target.value)
        if (chosen) onChoice(chosen[0])
      }}
    >
      {options.map(([word, words]) => (
        <option key={word} value={word}>
          {words}
        </option>
      ))}
    </select>
  </label>
)
