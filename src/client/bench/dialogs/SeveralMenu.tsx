'use client'
import ListSubheader from '@mui/material/ListSubheader'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { samePicture } from '@/core/document/sheetPictures'
import type { PictureSupply } from '@/client/store/libraryPictures'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { fillAcross, fillEach, severalFrames } from '@/client/store/actions'
import { askForSeveral } from '@/client/store/slices/supplies'

/** Asks, where a picture was pressed while several frames are selected, how they take it. */
export const SeveralMenu = ({
  picture,
  anchor,
}: {
  readonly picture: PictureSupply
  readonly anchor: HTMLElement | null
}) => {
  const bench = useBenchHandle()
  const isAsked = useBench((state) => state.forSeveral !== null && samePicture(state.forSeveral, picture))
  const count = useBench((state) => (isAsked ? severalFrames(state).length : 0))
  if (!isAsked || !anchor) return null
  const run = (fill: typeof fillAcross) => () => {
    fill(
      bench,
      severalFrames(bench.get()).map(({ id }) => id),
      picture,
    )
    focusTable()
  }
  return (
    <Menu
      open
      anchorEl={anchor}
      anchorOrigin={{ vertical: 'top', horizontal: 'left' }}
      transformOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      onClose={() => askForSeveral(bench, null)}
    >
      <ListSubheader sx={{ lineHeight: '32px' }}>
        {picture.name} for the {count} selected frames
      </ListSubheader>
      <MenuItem onClick={run(fillAcross)}>One picture across all</MenuItem>
      <MenuItem onClick={run(fillEach)}>The same in each</MenuItem>
    </Menu>
  )
}
