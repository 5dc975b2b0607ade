'use client'
'use memo'
import MoreHoriz from '@mui/icons-material/MoreHoriz'
import type { ReactNode } from 'react'
import { CommandButton } from '@/client/commands/CommandButton'
import { CommandMenu } from '@/client/commands/CommandMenu'
import panel from '@/client/parts/Panel.module.css'

interface CommandRowProps {
  /** What the commands are about, for assistive technology. */
  readonly name: string
  /** Those used most, each with its sign and its shortest words. */
  readonly ids: readonly string[]
  /** All others of the section, in its menu. */
  readonly more?: readonly string[]
  /** Stands before the commands. */
  readonly first?: ReactNode
  /** Stands before the menu of the others. */
  readonly children?: ReactNode
}

/** The one row of commands of a section. */
export const CommandRow = ({ name, ids, more = [], first, children }: CommandRowProps) => (
  <div className={panel.row} role="group" aria-label={name}>
    {first}
    {ids.map((id) => (
      <CommandButton key={id} asCommand id={id} />
    ))}
    {children}
    {more.length > 0 && (
      <CommandMenu asCommand label={`More for: ${name.toLowerCase()}`} ids={more}>
        <MoreHoriz fontSize="inherit" /> More
      </CommandMenu>
    )}
  </div>
)
