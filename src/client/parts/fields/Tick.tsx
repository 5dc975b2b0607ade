'use client'
'use memo'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Switch from '@mui/material/Switch'
import type { ReactNode } from 'react'

interface TickProps {
  readonly children: ReactNode
  readonly isOn: boolean
  readonly disabled?: boolean
  /** As a switch, for what takes effect at once on what is seen. */
  readonly asSwitch?: boolean
  readonly onChange: (isOn: boolean) => void
}

/** Something that is so or not. */
export const Tick = ({ children, isOn, disabled = false, asSwitch = false, onChange }: TickProps) => {
  const Control = asSwitch ? Switch : Checkbox
  return (
    <FormControlLabel
      control={<Control checked={isOn} disabled={disabled} onChange={(event) => onChange(event.target.checked)} />}
      label={children}
    />
  )
}
