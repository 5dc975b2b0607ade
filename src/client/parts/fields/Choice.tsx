'use client'
'use memo'
import NativeSelect from '@mui/material/NativeSelect'
import OutlinedInput from '@mui/material/OutlinedInput'
import panel from '@/client/parts/Panel.module.css'

interface ChoiceProps<T extends string> {
  /** Stands in the field before the value; none where empty. */
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
  disabled = false,
  onChoice,
}: ChoiceProps<T>) => (
  <NativeSelect
    value={value}
    disabled={disabled}
    onChange={(event) => {
      const chosen = options.find(([word]) => word === event.target.value)
      if (chosen) onChoice(chosen[0])
    }}
    input={
      <OutlinedInput
        margin="dense"
        inputProps={{ 'aria-label': name }}
        startAdornment={label ? <span className={panel.kind}>{label}</span> : undefined}
      />
    }
  >
    {options.map(([word, words]) => (
      <option key={word} value={word}>
        {words}
      </option>
    ))}
  </NativeSelect>
)
