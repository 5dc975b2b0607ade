'use client'
'use memo'
import type { ReactNode } from 'react'
import { useCommand } from '@/client/commands/useCommand'
import { BarTool } from '@/client/parts/BarTool'

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
  const { command, key, isOn, isOff, run } = useCommand(id, true)
  return (
    <BarTool
      name={label}
      says={command.does}
      shortcut={key}
      disabled={isOff}
      onPress={run}
      {...(isOn === undefined ? {} : { pressed: isOn })}
    >
      {children}
    </BarTool>
  )
}
