'use client'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { holdsPicture } from '@/core/document/content'
import type { PictureAnswer } from '@/contract/api'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { COMMON_STENCILS, StencilIcon } from '@/client/parts/StencilIcon'
import { clipPicture, fillFrame, putPictureFrame, setBackgroundPicture } from '@/client/store/actions'
import { toggleMarked } from '@/client/store/arrangement'
import { selectedFrame } from '@/client/store/selection'
import { openAsLayers, sourceOfPicture } from '@/client/store/artSources'
import { openArtwork, openOpenings } from '@/client/store/slices/dialogs'

/** Art has transparent holes, or holes of a plain colour in a file that keeps colours plain. */
const mayBeArt = ({ hasAlpha, kind }: PictureAnswer): boolean => hasAlpha || ['png', 'webp', 'gif'].includes(kind)

/** What can be done with a picture of the strip. */
export const PictureMenu = ({
  picture,
  anchor,
  onClose,
}: {
  readonly picture: PictureAnswer
  readonly anchor: HTMLElement
  readonly onClose: () => void
}) => {
  const bench = useBenchHandle()
  const frame = useBench(selectedFrame)
  const marked = useBench((state) => state.marked)
  const pictures = useBench((state) => state.pictures)
  const isMarked = marked.includes(picture.hash)
  const layers = isMarked ? marked.flatMap((hash) => pictures.find((one) => one.hash === hash) ?? []) : []
  const run = (act: () => void) => () => {
    onClose()
    act()
  }
  return (
    <Menu open anchorEl={anchor} onClose={onClose}>
      <MenuItem disabled={!frame} onClick={run(() => frame && fillFrame(bench, frame.id, picture))}>
        {holdsPicture(frame?.fill) ? 'Replace the selected frame’s picture' : 'Fill the selected frame'}
      </MenuItem>
      <MenuItem onClick={run(() => putPictureFrame(bench, picture))}>New frame of its own shape</MenuItem>
      <MenuItem onClick={run(() => setBackgroundPicture(bench, picture))}>Background of the sheet</MenuItem>
      <MenuItem onClick={run(() => toggleMarked(bench, picture.hash))}>
        {isMarked ? 'Unmark' : 'Mark for a set'} (Shift and press)
      </MenuItem>
      {mayBeArt(picture) && (
        <MenuItem onClick={run(() => openOpenings(bench, sourceOfPicture(picture)))}>Frames for its holes…</MenuItem>
      )}
      {layers.length > 1 && (
        <MenuItem onClick={run(() => openAsLayers(bench, layers))}>
          Frames for the holes of the {layers.length} marked, as layers…
        </MenuItem>
      )}
      {picture.hasAlpha && (
        <MenuItem onClick={run(() => openArtwork(bench, [picture]))}>Stencil from its transparency…</MenuItem>
      )}
      <MenuItem disabled divider>
        Clip this picture
      </MenuItem>
      {COMMON_STENCILS.map(({ name, stencil }) => (
        <MenuItem key={name} dense onClick={run(() => clipPicture(bench, picture, stencil))}>
          <StencilIcon stencil={stencil} /> &nbsp;{name}
        </MenuItem>
      ))}
    </Menu>
  )
}
