'use client'
import { useState } from 'react'
import { fromPoints, formatNumber, POINTS_PER_INCH } from '@/core/units'
import { RANGE } from '@/core/tolerance'
import { refuse } from '@/core/failure'
import { normalTurn } from '@/core/geometry/angle'
import { rectAround } from '@/core/geometry/rect'
import { boxCorners, type Box } from '@/core/geometry/box'
import { parseColour } from '@/core/colour/colour'
import { removeFrames, renameFrame, setFrameBox, setStencil } from '@/core/document/edits/frames'
import { emptyFrame, fillColour, openToWhole, placePicture } from '@/core/document/edits/fills'
import { pictureMatrix } from '@/core/document/read'
import type { Frame, Sheet } from '@/core/document/types'
import { setZoom, turnPicture } from '@/core/placement/move'
import { effectiveResolution, isStretched, resolvePlacement } from '@/core/placement/resolve'
import { stencilName } from '@/core/stencil/stencil'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { LengthField, PlainField, TypedField } from '@/client/parts/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { StencilIcon, STENCILS } from '@/client/parts/StencilIcon'
import { Viewfinder } from '@/client/bench/Viewfinder'
import { changePlaced, placedFrame } from '@/client/store/actions'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import styles from '@/client/bench/Bench.module.css'

interface FrameProps {
  readonly frame: Frame
  readonly sheet: Sheet
}

const within = (name: string, value: number, range: { readonly min: number; readonly max: number }): number =>
  value >= range.min && value <= range.max
    ? value
    : refuse(name, `from ${formatNumber(range.min, 2)} to ${formatNumber(range.max, 0)}`, value)

const Head = ({ frame, sheet }: FrameProps) => {
  const bench = useBenchHandle()
  const [draft, setDraft] = useState<string | null>(null)
  const size = [frame.box.w, frame.box.h]
    .map((side) => formatNumber(fromPoints(side, sheet.unit, sheet.ppi), 1))
    .join(' × ')
  const use = (): void => {
    const wanted = draft?.trim().slice(0, RANGE.nameLength)
    setDraft(null)
    if (wanted)
      bench.commit('Rename frame', (project) =>
        renameFrame.record(project, { sheetId: sheet.id, frameId: frame.id, name: wanted }),
      )
  }
  return (
    <div className={styles.head}>
      <input
        className={styles.title}
        aria-label="Name of the frame"
        value={draft ?? frame.name}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={use}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
      <div className={styles.kind} style={{ display: 'flex', alignItems: 'center' }}>
        {stencilName(frame.stencil)}, {size} {sheet.unit}
        <span style={{ flex: 1 }} />
        <RailButton
          framed
          label="Remove the frame with what it holds"
          shortcut="Delete"
          onPress={() =>
            bench.commit('Remove frame', (project) =>
              removeFrames.record(project, { sheetId: sheet.id, frameIds: [frame.id] }),
            )
          }
        >
          Remove
        </RailButton>
      </div>
    </div>
  )
}

const StencilSection = ({ frame, sheet }: FrameProps) => {
  const bench = useBenchHandle()
  const at = { sheetId: sheet.id, frameId: frame.id }
  return (
    <section className={styles.section} aria-label="Stencil">
      <h2>
        <span className={styles.step}>1</span> Stencil
      </h2>
      <div className={styles.row}>
        {STENCILS.map(({ name, stencil }) => (
          <button
            key={name}
            type="button"
            className={styles.stencil}
            aria-label={`Stencil: ${name}`}
            title={name}
            aria-pressed={frame.stencil.kind === stencil.kind}
            onClick={() =>
              frame.stencil.kind !== stencil.kind &&
              bench.commit('Change stencil', (project) => setStencil.record(project, { ...at, stencil }))
            }
          >
            <StencilIcon stencil={stencil} />
          </button>
        ))}
      </div>
      {frame.stencil.kind === 'polygon' && (
        <div className={styles.row}>
          <PlainField
            label="Sides"
            value={frame.stencil.sides}
            decimals={0}
            onValue={(value) => {
              const sides = Math.round(within('sides', value, RANGE.sides))
              bench.commit('Sides', (project) =>
                setStencil.record(project, { ...at, stencil: { kind: 'polygon', sides } }),
              )
            }}
          />
        </div>
      )}
    </section>
  )
}

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

const PictureSection = ({ frame }: FrameProps) => {
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
              fillColour.record(shownProject(bench.get()), { ...at, colour: event.target.value }),
            )
          }
        />
        <TypedField
          label="Colour"
          shown={colour}
          onText={(text) =>
            bench.commit('Fill with colour', (project) =>
              fillColour.record(project, { ...at, colour: parseColour(text) }),
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

/** The box with its top left corner (of the upright box around it) or centre at the typed place. */
const PlaceSection = ({ frame, sheet }: FrameProps) => {
  const bench = useBenchHandle()
  const [fromCentre, setFromCentre] = useState(false)
  const { unit, ppi } = sheet
  const { box, turn } = frame
  const around = fromCentre ? { x0: box.cx, y0: box.cy } : rectAround(boxCorners(box, turn))
  const change = (name: string, next: Partial<Box>): void =>
    bench.commit(name, (project) =>
      setFrameBox.record(project, { sheetId: sheet.id, frameId: frame.id, box: { ...box, ...next } }),
    )
  // Sizing by number keeps what the place is measured from.
  const size = (w: number, h: number): void => {
    const sized = { ...box, w: within('width', w, RANGE.frameSide), h: within('height', h, RANGE.frameSide) }
    const now = fromCentre ? { x0: box.cx, y0: box.cy } : rectAround(boxCorners(sized, turn))
    change('Size frame', { w: sized.w, h: sized.h, cx: box.cx + around.x0 - now.x0, cy: box.cy + around.y0 - now.y0 })
  }
  const common = { unit, ppi }
  return (
    <section className={styles.section} aria-label="Place">
      <h2>
        <span className={styles.step}>3</span> Place
        <span className={styles.fileName}>
          <RailButton
            framed
            label={`Measured from the ${fromCentre ? 'centre' : 'top left'}. Press to change`}
            onPress={() => setFromCentre(!fromCentre)}
          >
            from the {fromCentre ? 'centre' : 'top left'}
          </RailButton>
        </span>
      </h2>
      <div className={styles.row}>
        <LengthField
          label="x"
          {...common}
          points={around.x0}
          onPoints={(x) => change('Move frame', { cx: within('x', box.cx + x - around.x0, RANGE.position) })}
        />
        <LengthField
          label="y"
          {...common}
          points={around.y0}
          onPoints={(y) => change('Move frame', { cy: within('y', box.cy + y - around.y0, RANGE.position) })}
        />
      </div>
      <div className={styles.row}>
        <LengthField label="w" {...common} points={box.w} onPoints={(w) => size(w, box.h)} />
        <LengthField label="h" {...common} points={box.h} onPoints={(h) => size(box.w, h)} />
      </div>
      <div className={styles.row}>
        <PlainField
          label="Turn"
          unit="°"
          value={turn}
          decimals={2}
          onValue={(value) =>
            bench.commit('Turn frame', (project) =>
              setFrameBox.record(project, { sheetId: sheet.id, frameId: frame.id, turn: normalTurn(value) }),
            )
          }
        />
        <span style={{ flex: 1, color: 'var(--ink-soft)', fontSize: 11 }}>
          {formatNumber(box.w / POINTS_PER_INCH, 2)} × {formatNumber(box.h / POINTS_PER_INCH, 2)} in
        </span>
      </div>
    </section>
  )
}

/** The numbered card of the selected frame. */
export const FrameCard = ({ frame, sheet }: FrameProps) => (
  <>
    <Head key={frame.id} frame={frame} sheet={sheet} />
    <StencilSection frame={frame} sheet={sheet} />
    <PictureSection frame={frame} sheet={sheet} />
    <PlaceSection frame={frame} sheet={sheet} />
  </>
)
