'use client'
'use memo'
import FlipX from '@mui/icons-material/Flip'
import RotateRight from '@mui/icons-material/Rotate90DegreesCw'
import Replace from '@mui/icons-material/SwapHoriz'
import Typography from '@mui/material/Typography'
import Box from '@mui/material/Box'
import { formatNumber } from '@/core/units'
import { BACKGROUND_ID } from '@/core/document/background'
import { holdsPicture, sharersOf } from '@/core/document/content'
import { FITS } from '@/core/placement/placed'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { CommandButton } from '@/client/commands/CommandButton'
import { Choice } from '@/client/parts/fields/Choice'
import { placedFrame } from '@/client/store/placed'
import { FIT_WORDS, fitSelected } from '@/client/store/placing'
import { Sharpness } from '@/client/bench/picture/Sharpness'
import { zoomOf, ZoomSlider } from '@/client/bench/picture/ZoomSlider'
import { shownSheet } from '@/client/store/benchStore'
import { selectedFrame } from '@/client/store/selection'
import styles from '@/client/bench/rail/Rail.module.css'
import button from '@/client/parts/RailButton.module.css'
const ZoomTools = () => {
  const zoom = useBench((state) => zoomOf(state)?.zoom ?? 0)
  if (!zoom) return null
  return (
    <>
      <Box sx={{ flex: '1 0 70px', maxWidth: 240, px: 1.1 }}>
        <ZoomSlider name="Zoom of the picture" />
      </Box>
      <Typography variant="body2" data-zoom={formatNumber(zoom, 4)} sx={{ flex: 'none', minWidth: 46 }}>
        {formatNumber(zoom, 2)} ×
      </Typography>
      <Box sx={{ flex: 'none', pr: 0.25 }}>
        <Sharpness />
      </Box>
    </>
  )
}

/** How the picture is fitted: all ways in sight where there is room, else one field. */
const FitTools = () => {
  const bench = useBenchHandle()
  const fit = useBench((state) => placedFrame(state)?.placed.fit ?? 'cover')
  return (
    <>
      <span className={styles.roomy}>
        {FITS.map((each) => (
          <CommandButton key={each} id={`fit-${each}`} />
        ))}
      </span>
      <span className={styles.tight}>
        <Choice
          label="Fit"
          value={fit}
          options={FITS.map((each) => [each, FIT_WORDS[each][0]])}
          onChoice={(next) => fitSelected(bench, next)}
        />
      </span>
    </>
  )
}

/** There are these in the card's menu too: on a narrow rail they give way. */
const TurnTools = () => (
  <span className={styles.roomy}>
    <CommandButton id="turnPicture">
      <RotateRight fontSize="small" />
    </CommandButton>
    <CommandButton id="flipPicture">
      <FlipX fontSize="small" />
    </CommandButton>
    <CommandButton id="flipPictureDown">
      <FlipX fontSize="small" sx={{ transform: 'rotate(90deg)' }} />
    </CommandButton>
  </span>
)

/** The tools of a frame that is filled: how its picture is fitted, its zoom and sharpness, how it is turned. */
export const FilledTools = () => {
  const frame = useBench(selectedFrame)
  const sharers = useBench((state) =>
    frame && frame.id !== BACKGROUND_ID ? sharersOf(shownSheet(state), frame.id).length : 1,
  )
  const way = useBench((state) => state.way)
  if (!frame || !holdsPicture(frame.fill)) return null
  return (
    <>
      {sharers > 1 && way === 'picture' && (
        <Typography variant="subtitle2" color="warning">
          moves {sharers}
        </Typography>
      )}
      <span className={button.divider} />
      <FitTools />
      <span className={button.divider} />
      <ZoomTools />
      <span className={button.divider} />
      <CommandButton id="keepCovered" />
      <TurnTools />
      <CommandButton id="replace">
        <Replace fontSize="small" />
      </CommandButton>
    </>
  )
}
