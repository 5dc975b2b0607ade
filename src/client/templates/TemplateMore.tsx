'use client'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import type { TemplateAnswer } from '@/contract/api'
import { TileMore } from '@/client/parts/Tile'

/** What can be done with a template of the gallery beside choosing it. */
export const TemplateMore = ({
  template,
  onSave,
  onRemove,
}: {
  readonly template: TemplateAnswer
  readonly onSave: () => void
  readonly onRemove: () => void
}) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const run = (act: () => void) => () => {
    setAnchor(null)
    act()
  }
  return (
    <>
      <TileMore of={template.name} isTabbed onOpen={(event) => setAnchor(event.currentTarget)} />
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={run(onSave)}>Save a bundle (zip), to send it</MenuItem>
        {!template.isShipped && <MenuItem onClick={run(onRemove)}>Remove from the gallery</MenuItem>}
      </Menu>
    </>
  )
}
