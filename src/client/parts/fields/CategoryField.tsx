'use client'
import Autocomplete from '@mui/material/Autocomplete'
import TextField from '@mui/material/TextField'

interface CategoryFieldProps {
  readonly label?: string
  /** Those there are; repeated and empty ones are passed over. */
  readonly categories: readonly string[]
  readonly value: string
  readonly onValue: (value: string) => void
}

/** Chooses a category, or names a new one. */
export const CategoryField = ({ label = 'Category', categories, value, onValue }: CategoryFieldProps) => (
  <Autocomplete
    freeSolo
    options={[...new Set(categories)].filter(Boolean)}
    inputValue={value}
    onInputChange={(_event, next) => onValue(next)}
    renderInput={(params) => <TextField {...params} label={label} size="small" />}
  />
)
