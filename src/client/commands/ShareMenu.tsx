'use client'
'use memo'
import Sharing from '@mui/icons-material/ViewColumnOutlined'
import { CommandMenu } from '@/client/commands/CommandMenu'
import { shareDrawing } from '@/client/commands/shareDrawings'

const ENTRIES = [
  'showTogether',
  'joinSpan',
  'echo',
  'followFirst',
  'followOther',
  'windows',
  'addTake',
  'split',
  'independent',
]

/** One picture over several frames, linked copies, windows, takes: each with a drawing of what happens. */
export const ShareMenu = () => (
  <CommandMenu
    asCommand
    label="Share: one picture over several frames, linked copies, windows, takes"
    ids={ENTRIES}
    drawingOf={shareDrawing}
  >
    <Sharing fontSize="inherit" /> Share…
  </CommandMenu>
)
