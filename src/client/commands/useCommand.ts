'use client'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { useWhenStill } from '@/client/binding/useLive'
import { commandOf, runCommand } from '@/client/commands'
import type { Command } from '@/client/commands/command'
import { shownKeyOf } from '@/client/gestures/keys'

interface UsedCommand {
  readonly command: Command
  /** Its key as it is now. */
  readonly key: string | undefined
  /** Undefined where it is neither on nor off. */
  readonly isOn: boolean | undefined
  /** It fades, and does not apply to what is selected. */
  readonly isOff: boolean
  readonly run: () => void
}

/**
 * A command for a control: follows its state and its key; where it `fades`, also whether it applies, which is asked anew
 * whenever anything changes.
 */
export const useCommand = (id: string, fades = false): UsedCommand => {
  const bench = useBenchHandle()
  const command = commandOf(id)
  const isOn = useWhenStill((state) => command.isOn?.(state))
  const isOff = useWhenStill((state) => fades && command.whyNot(state) !== null)
  // Keys are changed in a dialog; when it closes the new ones are shown.
  useBench((state) => state.dialog)
  return { command, key: shownKeyOf(command) ?? undefined, isOn, isOff, run: () => runCommand(bench, command) }
}
