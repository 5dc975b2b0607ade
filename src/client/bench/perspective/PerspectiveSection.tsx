'use client'
'use memo'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import type { Point } from '@/core/geometry/vector'
import { formatLength } from '@/core/units'
import { planeOf, seenQuad } from '@/core/document/laid'
import type { Frame } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { CommandButton } from '@/client/commands/CommandButton'
import { LengthField } from '@/client/parts/fields/LengthField'
import { SlideField } from '@/client/parts/fields/SlideField'
import { useUnits } from '@/client/parts/fields/Units'
import { Surface } from '@/client/bench/perspective/Surface'
import { Section } from '@/client/parts/Section'
import styles from '@/client/parts/Panel.module.css'
import { useSteady } from '@/client/binding/useLive'
import { cardSheet, shownSheet } from '@/client/store/benchStore'
import type { BenchState } from '@/client/store/state'
import { putCorner, putTrueSize } from '@/client/store/laid'
import { slideShade } from '@/client/store/placeLight'
import { selectedFrame } from '@/client/store/selection'

/** Blurs by more than this share of the picture leave no shade of a place. */
const MOST_SMOOTH = 0.06

const CORNERS = ['Top left', 'Top right', 'Bottom right', 'Bottom left'] as const

interface FrameProps {
  readonly frame: Frame
}

/** Where the corners are seen, typed; and how large the frame truly is. */
const Corners = ({ frame }: FrameProps) => {
  const bench = useBenchHandle()
  const sheet = useBench(cardSheet)
  const quad = seenQuad(sheet, frame)
  const { w, h } = frame.box
  const cornerNow = (state: BenchState, i: number): Point | undefined => {
    const now = selectedFrame(state)
    return now?.id === frame.id ? seenQuad(shownSheet(state), now)[i] : undefined
  }
  const put = (i: number, axis: 'x' | 'y', value: number): void => {
    const at = quad[i] ?? { x: 0, y: 0 }
    putCorner(bench, frame.id, i, { ...at, [axis]: within(axis, value, RANGE.position) })
  }
  return (
    <>
      {CORNERS.map((name, i) => (
        <div key={name} className={styles.row} role="group" aria-label={`${name} corner`}>
          <LengthField
            label={`x${i + 1}`}
            name={`${name} corner, x`}
            points={quad[i]?.x ?? 0}
            live={(state) => cornerNow(state, i)?.x ?? null}
            onPoints={(x) => put(i, 'x', x)}
          />
          <LengthField
            label={`y${i + 1}`}
            name={`${name} corner, y`}
            points={quad[i]?.y ?? 0}
            live={(state) => cornerNow(state, i)?.y ?? null}
            onPoints={(y) => put(i, 'y', y)}
          />
        </div>
      ))}
      <div className={styles.row}>
        <LengthField
          label="w"
          name="True width"
          points={w}
          what="width"
          range={RANGE.frameSide}
          onPoints={(next) => putTrueSize(bench, frame.id, { w: next, h })}
        />
        <LengthField
          label="h"
          name="True height"
          points={h}
          what="height"
          range={RANGE.frameSide}
          onPoints={(next) => putTrueSize(bench, frame.id, { w, h: next })}
        />
      </div>
    </>
  )
}

/** The light of the place: tones that follow it, and the shade of the surface. */
const Light = ({ frame }: FrameProps) => {
  const bench = useBenchHandle()
  const { shade } = frame
  return (
    <>
      <div className={styles.row}>
        <CommandButton framed fades id="matchLight">
          Match its light
        </CommandButton>
        <CommandButton framed id="surfaceShade" />
      </div>
      {shade && (
        <SlideField
          label="Strength"
          name="Strength of the shade"
          value={shade.strength}
          min={0}
          max={1}
          step={0.01}
          onSlide={(strength) => slideShade(bench, { strength })}
          onSettle={() => bench.endBurst()}
          onValue={(strength) => slideShade(bench, { strength })}
        />
      )}
      {shade && (
        <SlideField
          label="Smooth"
          name="Smoothness of the shade"
          value={shade.smooth ?? 0}
          min={0}
          max={MOST_SMOOTH}
          step={0.001}
          decimals={1}
          onSlide={(smooth) => slideShade(bench, { smooth })}
          onSettle={() => bench.endBurst()}
          onValue={(smooth) => slideShade(bench, { smooth })}
        />
      )}
    </>
  )
}

/** How a frame is seen: flat, in four corners of its own, or on a plane. */
export const PerspectiveSection = ({ frame: of }: FrameProps) => {
  const shown = useSteady(selectedFrame)
  const frame = shown?.id === of.id ? shown : of
  const { unit, ppi } = useUnits()
  const isLaid = frame.laid !== undefined && !frame.laid.isFlat
  const plane = useBench((state) => planeOf(cardSheet(state), frame))
  const hasPlanes = useBench((state) => Object.keys(cardSheet(state).planes).length > 0)
  const says = plane
    ? `on ${plane.name}`
    : isLaid
      ? `truly ${formatLength(frame.box.w, unit, ppi)} × ${formatLength(frame.box.h, unit, ppi)} ${unit}`
      : frame.laid
        ? 'taken up flat'
        : 'flat'
  if (plane)
    return (
      <Section name="Perspective" says={says}>
        <div className={styles.row}>
          <CommandButton framed id="plane">
            Work on {plane.name}
          </CommandButton>
          <CommandButton framed id="takeOffPlane">
            Take off
          </CommandButton>
        </div>
        <Light frame={frame} />
      </Section>
    )
  return (
    <Section name="Perspective" says={says}>
      <div className={styles.row}>
        <CommandButton framed id="perspective">
          {isLaid ? 'Take up flat' : frame.laid ? 'Lay down again' : 'Lay into four corners'}
        </CommandButton>
        {frame.laid ? (
          <CommandButton framed id="forgetPerspective">
            Forget
          </CommandButton>
        ) : (
          <CommandButton framed fades id="ownCorners">
            Its own corners
          </CommandButton>
        )}
        <CommandButton framed id="findCorners">
          Find…
        </CommandButton>
      </div>
      {(isLaid || hasPlanes) && (
        <div className={styles.row}>
          {isLaid && (
            <CommandButton framed id="plane" label="Make a plane of its corners, so that more can lie on it">
              Make a plane
            </CommandButton>
          )}
          {hasPlanes && (
            <CommandButton framed id="hangOnPlane">
              Put on the plane
            </CommandButton>
          )}
        </div>
      )}
      <Surface frame={frame} />
      {isLaid && (
        <div className={styles.row}>
          <CommandButton framed id="snapToEdges" />
        </div>
      )}
      {isLaid && <Corners frame={frame} />}
      {isLaid && <Light frame={frame} />}
    </Section>
  )
}
