'use client'
import Checklist from '@mui/icons-material/LibraryAddCheckOutlined'
import FlipX from '@mui/icons-material/Flip'
import RotateRight from '@mui/icons-material/Rotate90DegreesCw'
import Replace from '@mui/icons-material/SwapHoriz'
import Snap from '@mui/icons-material/JoinInner'
import Slider from '@mui/material/Slider'
import { formatNumber } from '@/core/units'
import { BACKGROUND_ID } from '@/core/document/background'
import { holdsPicture, sharersOf } from '@/core/document/content'
import { flipPicture, setFit, setKeepCovered, turnPicture } from '@/core/placement/move'
import { FITS, type Fit } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { WordTools } from '@/client/letters/WordTools'
import { ToolRail } from '@/client/bench/ToolRail'
import { RailButton } from '@/client/parts/RailButton'
import { changePlaced, placedFrame } from '@/client/store/actions'
import { shownSheet } from '@/client/store/benchStore'
import { isWordSelected } from '@/client/store/lettering'
import { choosePicture, choosingWords, leaveChoosing } from '@/client/store/choosing'
import { stopCutting } from '@/client/store/cutting'
import { selectedFrame, selectedItem, setWay } from '@/client/store/selection'
import { WAYS } from '@/client/store/state'
import { ownKeys, shownKey } from '@/client/gestures/keys'
import { toggleSnaps } from '@/client/gestures/tableKeys'
import { zoomSelected } from '@/client/gestures/nudge'
import styles from '@/client/bench/Bench.module.css'

const WAY_WORDS = { whole: 'Whole', picture: 'Picture', outline: 'Outline' } as const
const FIT_WORDS: Readonly<Record<Fit, readonly [string, string]>> = {
  cover: ['Cover', 'Cover the frame'],
  contain: ['Contain', 'Show the whole picture in the frame'],
  actual: ['Actual', 'Actual size: one picture pixel is one output pixel'],
  stretch: ['Stretch', 'Stretch to the frame (distorts the picture)'],
  tile: ['Tile', 'Repeat the picture as a pattern'],
}

const Ways = () => {
  const bench = useBenchHandle()
  const way = useBench((state) => state.way)
  const frame = useBench(selectedFrame)
  const isText = useBench(isWordSelected)
  // Keys are changed in a dialog; when it closes the caps show the new ones.
  useBench((state) => state.dialog)
  const own = ownKeys()
  return (
    <div role="group" aria-label="What a drag moves" style={{ display: 'contents' }}>
      <span style={{ color: 'var(--ink-soft)', padding: '0 4px' }}>Moves</span>
      {WAYS.map((each) => {
        const word = WAY_WORDS[each]
        const key = (own[each] ?? word.charAt(0)).toUpperCase()
        const off = frame ? each !== 'whole' && !holdsPicture(frame.fill) : each !== 'picture' || !isText
        return (
          <RailButton
            key={each}
            label={`A drag moves: ${word}`}
            shortcut={key}
            tone={each}
            pressed={!!frame && way === each}
            disabled={off}
            onPress={() => setWay(bench, each)}
          >
            {word} <span className={styles.cap}>{key}</span>
          </RailButton>
        )
      })}
    </div>
  )
}

/** The slider goes by logarithm, in steps of a hundredth, from what is allowed to what hands reach. */
const SLIDER = { least: 0.1, most: 20, step: Math.log(1.01) }

const ZoomTools = () => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.preview ?? state.project)
  const sheetId = useBench((state) => state.sheetId)
  const selection = useBench((state) => state.selection)
  const held = placedFrame({ project, preview: null, sheetId, selection })
  if (!held) return null
  const seen = resolvePlacement(held.placed, held.mount)
  const zoom = seen.scale / seen.fitScale
  // Under keep covered its whole length is of use: it begins where the picture just covers.
  const isKept = held.placed.keepCovered && held.placed.fit !== 'tile'
  const least = isKept ? seen.coverScale / seen.fitScale : SLIDER.least
  return (
    <>
      <span className={styles.slider}>
        <Slider
          size="small"
          color="secondary"
          aria-label="Zoom of the picture"
          min={Math.log(least)}
          max={Math.log(Math.max(SLIDER.most, 2 * least))}
          step={SLIDER.step}
          value={Math.log(zoom)}
          getAriaValueText={() => `${formatNumber(zoom, 2)} times`}
          onChange={(_event, value) => zoomSelected(bench, Math.exp(Number(value)) / zoom)}
          onChangeCommitted={() => bench.endBurst()}
        />
      </span>
      <span className={styles.zoomValue} data-zoom={formatNumber(zoom, 4)}>
        {formatNumber(zoom, 2)} ×
      </span>
    </>
  )
}

const FitTools = () => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.preview ?? state.project)
  const sheetId = useBench((state) => state.sheetId)
  const selection = useBench((state) => state.selection)
  const held = placedFrame({ project, preview: null, sheetId, selection })
  if (!held) return null
  const subject = project.pictures[held.placed.pictureId]?.subject
  return FITS.map((fit) => (
    <RailButton
      key={fit}
      label={FIT_WORDS[fit][1]}
      pressed={held.placed.fit === fit}
      onPress={() => changePlaced(bench, `Fit: ${FIT_WORDS[fit][0]}`, (h) => setFit(h.placed, h.mount, fit, subject))}
    >
      {FIT_WORDS[fit][0]}
    </RailButton>
  ))
}

const TurnTools = () => {
  const bench = useBenchHandle()
  return (
    <>
      <RailButton
        label="Turn the picture by 90°"
        onPress={() => changePlaced(bench, 'Turn picture', (h) => turnPicture(h.placed, h.mount, h.placed.turn + 90))}
      >
        <RotateRight fontSize="small" />
      </RailButton>
      <RailButton
        label="Flip the picture left to right"
        onPress={() => changePlaced(bench, 'Flip picture', (h) => flipPicture(h.placed, h.mount, 'x'))}
      >
        <FlipX fontSize="small" />
      </RailButton>
      <RailButton
        label="Flip the picture top to bottom"
        onPress={() => changePlaced(bench, 'Flip picture', (h) => flipPicture(h.placed, h.mount, 'y'))}
      >
        <FlipX fontSize="small" sx={{ transform: 'rotate(90deg)' }} />
      </RailButton>
    </>
  )
}

const FilledTools = () => {
  const bench = useBenchHandle()
  const frame = useBench(selectedFrame)
  const isKept = useBench((state) => placedFrame(state)?.placed.keepCovered ?? false)
  const isReplacing = useBench((state) => state.choosing?.kind === 'frame')
  const sharers = useBench((state) =>
    frame && frame.id !== BACKGROUND_ID ? sharersOf(shownSheet(state), frame.id).length : 1,
  )
  const way = useBench((state) => state.way)
  if (!frame || !holdsPicture(frame.fill)) return null
  return (
    <>
      {sharers > 1 && way === 'picture' && <span className={styles.shares}>moves {sharers}</span>}
      <span className={styles.divider} />
      <FitTools />
      <span className={styles.divider} />
      <ZoomTools />
      <TurnTools />
      <span className={styles.divider} />
      <RailButton
        label="Keep the frame covered by the picture"
        pressed={isKept}
        onPress={() =>
          changePlaced(bench, isKept ? 'Allow gaps' : 'Keep covered', (h) => setKeepCovered(h.placed, h.mount, !isKept))
        }
      >
        Keep covered
      </RailButton>
      <RailButton
        label="Replace the picture, keeping all settings"
        pressed={isReplacing}
        onPress={() => choosePicture(bench, { kind: 'frame', frameId: frame.id })}
      >
        <Replace fontSize="small" />
      </RailButton>
    </>
  )
}

/** Switches for the hand: snapping, and adding to the selection for those without a keyboard. */
const HandSwitches = () => {
  const bench = useBenchHandle()
  const snaps = useBench((state) => state.snaps)
  const isAdding = useBench((state) => state.isAdding)
  return (
    <>
      <span style={{ flex: 1 }} />
      <RailButton
        label="Add what is pressed to the selection"
        shortcut="Shift"
        pressed={isAdding}
        onPress={() => bench.set({ isAdding: !isAdding })}
      >
        <Checklist fontSize="small" />
      </RailButton>
      <RailButton
        label="Snap to edges, middles, gaps and guides"
        shortcut={shownKey('snap')}
        pressed={snaps}
        onPress={() => toggleSnaps(bench)}
      >
        <Snap fontSize="small" />
      </RailButton>
    </>
  )
}

/** What the rail says where there is no picture to work on. */
const Words = () => {
  const frame = useBench(selectedFrame)
  const count = useBench((state) => state.selection.length)
  const isGroup = useBench((state) => selectedItem(state)?.kind === 'group')
  const isText = useBench(isWordSelected)
  if (holdsPicture(frame?.fill) || isText) return null
  const words = frame
    ? frame.takesPictures
      ? 'Choose a picture below to fill this frame'
      : ''
    : isGroup
      ? 'A group. Double-click or Enter to go in'
      : count > 1
        ? `${count} selected: they move, size and turn as one`
        : 'Press a frame to work on it'
  return <span style={{ color: 'var(--ink-soft)', padding: '0 10px' }}>{words}</span>
}

/** The bar along the foot of the table: what a drag moves, and the tools of the selected frame. */
export const Rail = () => {
  const armed = useBench((state) => state.armed)
  const isCutting = useBench((state) => state.isCutting)
  const isMoving = useBench((state) => state.isMoving)
  const hasTool = useBench((state) => state.tool !== null)
  const waits = useBench(choosingWords)
  const bench = useBenchHandle()
  return (
    <div className={styles.rail} data-region="rail" role="toolbar" aria-label="Tools of the selected frame">
      {isMoving ? (
        <span style={{ padding: '0 8px' }}>
          C: a copy stays where it was · Shift: level or upright · N: nothing snaps
        </span>
      ) : hasTool && !armed ? (
        <ToolRail />
      ) : armed ? (
        <span style={{ padding: '0 8px' }}>
          {isCutting ? 'Draw the stencil over a picture to cut it.' : 'Draw the frame, or press once to put it there.'}{' '}
          Shift: equal sides · C: from the centre · M: move it · {isCutting ? '' : 'Ctrl: cut the picture beneath · '}
          Esc: put it down
        </span>
      ) : isCutting ? (
        <>
          <strong className={styles.waits}>Choose a stencil below, then draw it over the picture.</strong>
          <RailButton framed label="Cut nothing" shortcut="Esc" onPress={() => stopCutting(bench)}>
            Leave it
          </RailButton>
        </>
      ) : waits !== null ? (
        <>
          <strong className={styles.waits}>{waits}</strong>
          <RailButton framed label="Leave it as it is" shortcut="Esc" onPress={() => leaveChoosing(bench)}>
            Leave it
          </RailButton>
        </>
      ) : (
        <>
          <Ways />
          <WordTools />
          <FilledTools />
          <Words />
          <HandSwitches />
        </>
      )}
    </div>
  )
}
