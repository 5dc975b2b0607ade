'use client'
'use memo'
import { within } from '@/core/range'
import { actualShare } from '@/core/placement/position'
import { resolvePlacement } from '@/core/placement/resolve'
import Typography from '@mui/material/Typography'
import { CommandButton } from '@/client/commands/CommandButton'
import { sheetInSelected } from '@/client/store/shownSheets'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { PlainField } from '@/client/parts/fields/LengthField'
import { MissingPicture } from '@/client/bench/card/MissingPicture'
import { Sharpness } from '@/client/bench/picture/Sharpness'
import { Viewfinder } from '@/client/bench/picture/Viewfinder'
import { zoomOf, ZoomSlider } from '@/client/bench/picture/ZoomSlider'
import { typeZoom } from '@/client/store/placing'
import { placedFrame } from '@/client/store/placed'
import { steadyProject, steadySheet } from '@/client/store/benchStore'
import styles from '@/client/parts/Panel.module.css'

const ZOOM = { min: 0.01, max: 1000 }

/** Zoom by hand, as a multiple of the fit, and in per cent of the picture's actual size. */
const ZoomRow = () => {
  const bench = useBenchHandle()
  const zoom = useBench((state) => zoomOf(state)?.zoom ?? 0)
  const share = useBench((state) => {
    const held = placedFrame(state)
    return held ? actualShare(resolvePlacement(held.placed, held.holder).scale, held.holder.ppi) : 0
  })
  return (
    <>
      <div className={styles.row}>
        <span className={styles.kind}>Zoom</span>
        <span className={styles.slid}>
          <ZoomSlider name="Zoom in the card" />
        </span>
        <span className={styles.number}>
          <PlainField
            label=""
            name="Zoom"
            unit="×"
            value={zoom}
            decimals={2}
            step={0.05}
            onValue={(value) => typeZoom(bench, within('zoom', value, ZOOM))}
          />
        </span>
      </div>
      <div className={styles.row}>
        <span className={styles.grow}>
          <Sharpness />
        </span>
        <span className={styles.number}>
          <PlainField
            label=""
            name="Scale of the picture, 100 being its actual size,"
            unit="%"
            value={share * 100}
            decimals={1}
            onValue={(value) => typeZoom(bench, within('zoom', (zoom * value) / (share * 100), ZOOM))}
          />
        </span>
      </div>
    </>
  )
}

/** Names the sheet that a frame shows, and opens it. */
const ShownSheet = () => {
  const name = useBench((state) => {
    const sheetId = sheetInSelected(state)
    return sheetId === null ? null : (state.project.sheets[sheetId]?.name ?? '')
  })
  if (name === null) return null
  return (
    <div className={styles.row} data-shown-sheet>
      <span className={styles.grow}>
        <Typography variant="body2" noWrap>
          Shows the sheet “{name}”
        </Typography>
      </span>
      <CommandButton namedByWords id="openShown">
        Open
      </CommandButton>
    </div>
  )
}

/** What of a picture is always in sight: the whole of it, its zoom, how sharp it comes out. */
export const PictureHead = () => {
  const project = useBench(steadyProject)
  const sheetId = useBench((state) => steadySheet(state).id)
  const selection = useBench((state) => state.selection)
  const held = placedFrame({ project, preview: null, sheetId, selection })
  if (!held) return null
  return (
    <>
      <MissingPicture pictureId={held.placed.pictureId} />
      <ShownSheet />
      <Viewfinder />
      <ZoomRow />
    </>
  )
}
