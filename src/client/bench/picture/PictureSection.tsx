'use client'
import { formatNumber } from '@/core/units'
import { within } from '@/core/range'
import { BACKGROUND_ID } from '@/core/document/background'
import { pictureMatrix } from '@/core/document/content'
import { type Frame } from '@/core/document/types'
import { PICTURES } from '@/core/document/fill'
import { turnPicture } from '@/core/placement/move'
import { effectiveResolution, isStretched, resolvePlacement } from '@/core/placement/resolve'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { PlainField } from '@/client/parts/LengthField'
import { Section } from '@/client/parts/Section'
import { CommandButton } from '@/client/commands/CommandButton'
import { FillSection } from '@/client/bench/card/FillSection'
import { MissingPicture } from '@/client/bench/card/MissingPicture'
import { SharingRows, SharingTools } from '@/client/bench/card/SharingRows'
import { Viewfinder } from '@/client/bench/picture/Viewfinder'
import { changePlaced, placedFrame, typeZoom } from '@/client/store/actions'
import { shownProject, shownSheet, steadyProject, steadySheet } from '@/client/store/benchStore'
import styles from '@/client/parts/Panel.module.css'

/** How sharp the picture comes out: its own pixels for each output pixel. */
const Sharpness = ({ frame }: { readonly frame: Frame }) => {
  const ppi = useBench((state) => {
    const matrix = pictureMatrix(shownProject(state), shownSheet(state), frame)
    return matrix ? effectiveResolution(matrix) : 0
  })
  const needed = useBench((state) => shownSheet(state).ppi)
  const share = ppi / needed
  return share >= 1 ? (
    <span className={styles.good}>● sharp, {formatNumber(ppi, 0)} ppi</span>
  ) : (
    <span className={styles.caution}>▲ soft, {formatNumber(ppi, 0)} ppi</span>
  )
}

/** The picture of a frame: viewfinder, zoom, turn, sharpness; or how to fill it. */
export const PictureSection = ({ frame, step = 2 }: { readonly frame: Frame; readonly step?: number }) => {
  const bench = useBenchHandle()
  const project = useBench(steadyProject)
  const sheet = useBench(steadySheet)
  const sheetId = sheet.id
  const held = placedFrame({ project, preview: null, sheetId, selection: [frame.id] })
  if (!held) return <FillSection frame={frame} />
  const isOnSheet = frame.id !== BACKGROUND_ID
  const seen = resolvePlacement(held.placed, held.holder)
  const name = project.pictures[held.placed.pictureId]?.name ?? ''
  return (
    <Section name="Picture" title="Picture" step={step} says={name}>
      <MissingPicture pictureId={held.placed.pictureId} />
      {isOnSheet && <SharingRows frame={frame} sheet={sheet} />}
      <Viewfinder />
      <div className={styles.row}>
        <PlainField
          label="Zoom"
          unit="×"
          value={seen.scale / seen.fitScale}
          decimals={2}
          onValue={(zoom) => typeZoom(bench, within('zoom', zoom, { min: 0.01, max: 1000 }))}
        />
        <PlainField
          label="Turn"
          unit="°"
          value={held.placed.turn}
          decimals={2}
          onValue={(turn) => changePlaced(bench, 'Turn picture', (h) => turnPicture(h.placed, h.holder, turn))}
        />
      </div>
      <div className={`${styles.row} ${styles.wrap}`}>
        {isOnSheet && frame.fill.kind === PICTURES && <CommandButton framed id="openUp" />}
        <CommandButton framed id="cut" />
        <CommandButton framed id="byColour">
          By colour
        </CommandButton>
        <CommandButton framed id="takeOut" />
        <CommandButton framed id="startFresh" />
      </div>
      {isOnSheet && <SharingTools frame={frame} sheet={sheet} />}
      <div className={styles.row} aria-live="polite">
        <Sharpness frame={frame} />
        {isStretched(seen) && <span className={styles.caution}>▲ stretched</span>}
        {!seen.isCovered && <span className={styles.caution}>▲ gaps</span>}
      </div>
    </Section>
  )
}
