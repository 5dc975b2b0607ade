'use client'
import SearchIcon from '@mui/icons-material/Search'
import OutlinedInput from '@mui/material/OutlinedInput'
import styles from '@/client/parts/fields/Field.module.css'

interface SearchProps {
  readonly name: string
  readonly placeholder: string
  readonly value: string
  readonly autoFocus?: boolean
  readonly onValue: (value: string) => void
}

/** Looks for something by words. */
export const Search = ({ name, placeholder, value, autoFocus = false, onValue }: SearchProps) => (
  <OutlinedInput
    className={styles.search}
    margin="dense"
    type="search"
    autoFocus={autoFocus}
    placeholder={placeholder}
    inputProps={{ 'aria-label': name }}
    value={value}
    onChange={(event) => onValue(event.target.value)}
    startAdornment={<SearchIcon fontSize="small" />}
  />
)
