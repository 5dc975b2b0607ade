'use client'
import IconButton from '@mui/material/IconButton'
import type { ReactNode } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { commandOf, runCommand } from '@/client/commands'
import { shownKeyOf } from '@/client/gestures/keys'

/** A round button of the bar for a command, with its key as it is now; it cannot be pressed where it does not apply. */
export const BarButton = ({
  id,
  label,
  children,
}: {
  readonly id: string
  readonly label: string
  readonly children: ReactNode
}) => {
  const bench = useBenchHandle()
  const command = commandOf(id)
  const isOn = useBench((state) => command.isOn?.(state))
  const isOff = useBench((state) => command.whyNot(state) !== null)
  // Keys are changed in a dialog; when it closes the new ones are shown.
  useBench((state) => state.dialog)
  const key = shownKeyOf(command)
  return (
    <IconButton
      aria-label={label}
      title={key ? `${label} (${key})` : label}
      {...(isOn === undefined ? {} : { 'aria-pressed': isOn })}
      disabled={isOff}
      onClick={() => runCommand(bench, command)}
    >
      {children}
    </IconButton>
  )
}
