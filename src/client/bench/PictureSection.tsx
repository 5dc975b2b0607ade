'use client'
import { formatNumber } from '@/core/units'
import { within } from '@/core/range'
import { parseColour } from '@/core/colour/colour'
import { emptyFrame, fillFrames, openToWhole, placePicture } from '@/core/document/edits/fills'
import { pictureMatrix } from '@/core/document/read'
import type { Frame } from '@/core/document/types'
import { setZoom, turnPicture } from '@/core/placement/move'
import { effectiveResolution, isStretched, resolvePlacement } from '@/core/placement/resolve'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { PlainField, TypedField } from '@/client/parts/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { Viewfinder } from '@/client/bench/Viewfinder'
import { changePlaced, placedFrame } from '@/client/store/actions'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import styles from '@/client/bench/Bench.module.css'

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
export const PictureSection = ({ frame }: { readonly frame: Frame }) => {
  const bench = useBenchHandle()
  const project = useBench(shownProject)
  const sheetId = useBench((state) => state.sheetId)
  const held = placedFrame({ project, preview: null, sheetId, selection: [frame.id] })
  if (!held) return <ColourSection frame={frame} />
  const seen = resolvePlacement(held.placed, held.mount)
  const name = project.pictures[held.placed.pictureId]?.name ?? ''
  const at = { sheetId, frameId: frame.id }
  return (
    <section className={styles.section} aria-label="Picture">
      <h2>
        <span className={styles.step}>2</span> Picture
        <span className={styles.fileName} title={name}>
          {name}
        </span>
      </h2>
      <Viewfinder />
      <div className={styles.row}>
        <PlainField
          label="Zoom"
          unit="×"
          value={seen.scale / seen.fitScale}
          decimals={2}
          onValue={(zoom) =>
            changePlaced(bench, 'Zoom picture', (h) =>
              setZoom(h.placed, h.mount, within('zoom', zoom, { min: 0.01, max: 1000 })),
            )
          }
        />
        <PlainField
          label="Turn"
          unit="°"
          value={held.placed.turn}
          decimals={2}
          onValue={(turn) => changePlaced(bench, 'Turn picture', (h) => turnPicture(h.placed, h.mount, turn))}
        />
      </div>
      <div className={styles.row} style={{ gap: 4 }}>
        <RailButton
          framed
          label="Open the frame to the whole picture"
          onPress={() => bench.commit('Open to whole picture', (p) => openToWhole.record(p, at))}
        >
          Open up
        </RailButton>
        <RailButton
          framed
          label="Take the picture out; the frame stays"
          onPress={() => bench.commit('Take picture out', (p) => emptyFrame.record(p, at))}
        >
          Take out
        </RailButton>
        <RailButton
          framed
          label="Start fresh: cover the frame, no turn, no flip"
          onPress={() =>
            bench.commit('Start fresh', (p) => placePicture.record(p, { ...at, pictureId: held.placed.pictureId }))
          }
        >
          Start fresh
        </RailButton>
      </div>
      <div className={styles.row} aria-live="polite">
        <Sharpness frame={frame} />
        {isStretched(seen) && <span className={styles.caution}>▲ stretched</span>}
        {!seen.isCovered && <span className={styles.caution}>▲ gaps</span>}
      </div>
    </section>
  )
}

const ColourSection = ({ frame }: { readonly frame: Frame }) => {
  const bench = useBenchHandle()
  const at = { sheetId: bench.get().sheetId, frameId: frame.id }
  const set = { sheetId: at.sheetId, ids: [frame.id] }
  const colour = frame.fill.kind === 'colour' ? frame.fill.colour : ''
  return (
    <section className={styles.section} aria-label="Picture">
      <h2>
        <span className={styles.step}>2</span> Picture
        <span className={styles.fileName}>{frame.fill.kind === 'colour' ? 'a colour' : 'none yet'}</span>
      </h2>
      <div className={styles.kind}>Choose one below, drop one on the frame, or fill it with a colour.</div>
      <div className={styles.row}>
        <input
          type="color"
          aria-label="Choose a colour"
          value={colour || '#c98d63'}
          onChange={(event) =>
            bench.burst(
              'fill-colour',
              'Fill with colour',
              fillFrames.record(shownProject(bench.get()), {
                ...set,
                fill: { kind: 'colour', colour: event.target.value },
              }),
            )
          }
        />
        <TypedField
          label="Colour"
          shown={colour}
          onText={(text) =>
            bench.commit('Fill with colour', (project) =>
              fillFrames.record(project, { ...set, fill: { kind: 'colour', colour: parseColour(text) } }),
            )
          }
        />
        {colour && (
          <RailButton
            framed
            label="Empty the frame"
            onPress={() => bench.commit('Empty frame', (project) => emptyFrame.record(project, at))}
          >
            Empty
          </RailButton>
        )}
      </div>
    </section>
  )
}
