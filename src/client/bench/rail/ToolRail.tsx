'use client'
import { toolOf } from '@/client/store/modes'
import Slider from '@mui/material/Slider'
import { NODE_KINDS, nodeAt, type NodeKind } from '@/core/path/nodes'
import { fromPoints, formatNumber } from '@/core/units'
import { parseLength } from '@/core/lengthText'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { ColourRail } from '@/client/bench/rail/ColourRail'
import { TypedField } from '@/client/parts/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { heldSheet } from '@/client/store/benchStore'
import {
  chosenKind,
  makeNodes,
  makeSides,
  pointsTool,
  removeChosen,
  shiftChosen,
  splitSides,
  toggleOpen,
} from '@/client/store/points'
import { closeTrace, draftPieces, leaveTrace, setDraft, startTrace } from '@/client/store/trace'
import type { TraceTool } from '@/client/store/state'
import styles from '@/client/parts/RailButton.module.css'
import { putToolDown, setSmoothness } from '@/client/store/slices/mode'

const KIND_WORDS: Readonly<Record<NodeKind, string>> = { corner: 'Corner', smooth: 'Smooth', symmetric: 'Symmetric' }

/** Where the one chosen point stands, in the sheet's unit from its top left. */
const PointNumbers = () => {
  const bench = useBenchHandle()
  const sheet = useBench(heldSheet)
  useBench((state) => toolOf(state))
  const tool = pointsTool(bench.get())
  const [address] = tool?.chosen ?? []
  const only = tool && address && tool.chosen.length === 1 ? nodeAt(tool.contours, address) : null
  if (!only) return null
  const { unit, ppi } = sheet
  return (['x', 'y'] as const).map((axis) => (
    <span key={axis} style={{ width: 100, flex: 'none', display: 'inline-flex', marginLeft: 8 }}>
      <TypedField
        label={axis}
        name={`Point at ${axis}`}
        unit={unit}
        shown={formatNumber(fromPoints(only.at[axis], unit, ppi), 2)}
        onText={(text) => {
          const by = parseLength(text, unit, ppi) - only.at[axis]
          shiftChosen(bench, axis === 'x' ? { x: by, y: 0 } : { x: 0, y: by })
        }}
      />
    </span>
  ))
}

const PointsRail = () => {
  const bench = useBenchHandle()
  const count = useBench((state) => {
    const tool = toolOf(state)
    return tool?.kind === 'points' ? tool.chosen.length : 0
  })
  const held = useBench(chosenKind)
  const isOff = count === 0
  return (
    <>
      <span style={{ padding: '0 8px' }}>{count ? `${count} chosen` : 'Press a point, or the line to add one'}</span>
      {NODE_KINDS.map((kind) => (
        <RailButton
          key={kind}
          label={`Make the chosen points ${kind}`}
          disabled={isOff}
          pressed={kind === held}
          onPress={() => makeNodes(bench, kind)}
        >
          {KIND_WORDS[kind]}
        </RailButton>
      ))}
      <span className={styles.divider} />
      <RailButton
        label="Make the side after each chosen point straight"
        disabled={isOff}
        onPress={() => makeSides(bench, true)}
      >
        Straight
      </RailButton>
      <RailButton
        label="Make the side after each chosen point a curve"
        disabled={isOff}
        onPress={() => makeSides(bench, false)}
      >
        Curve
      </RailButton>
      <RailButton
        label="Add a point in the middle of the side after each chosen one"
        disabled={isOff}
        onPress={() => splitSides(bench)}
      >
        Add
      </RailButton>
      <RailButton
        label="Remove the chosen points"
        shortcut="Delete"
        disabled={isOff}
        onPress={() => removeChosen(bench)}
      >
        Remove
      </RailButton>
      <RailButton
        label="Open the outline at the chosen point, or close it"
        disabled={isOff}
        onPress={() => toggleOpen(bench)}
      >
        Open · close
      </RailButton>
      <PointNumbers />
      <span style={{ flex: 1 }} />
      <RailButton framed label="Put the points down" shortcut="Esc" onPress={() => putToolDown(bench)}>
        Done
      </RailButton>
    </>
  )
}

const TraceRail = ({ tool }: { readonly tool: TraceTool }) => {
  const bench = useBenchHandle()
  const smoothness = useBench((state) => state.smoothness)
  const count = useBench((state) => draftPieces(state).length)
  return (
    <>
      <RailButton
        label="Press for a corner, drag for a curve"
        pressed={!tool.isFreehand}
        onPress={() => startTrace(bench, false)}
      >
        Points
      </RailButton>
      <RailButton label="Draw the outline by hand" pressed={tool.isFreehand} onPress={() => startTrace(bench, true)}>
        Freehand
      </RailButton>
      <span className={styles.divider} />
      <label style={{ display: 'inline-flex', alignItems: 'center', gap: 8, padding: '0 8px' }}>
        Smoothness
        <Slider
          size="small"
          sx={{ width: 96 }}
          min={0}
          max={1}
          step={0.01}
          value={smoothness}
          aria-label="Smoothness of what is drawn by hand"
          onChange={(_event, value) => setSmoothness(bench, Number(value))}
        />
      </label>
      <RailButton
        label="Take back the last point"
        shortcut="Backspace"
        disabled={!count}
        onPress={() => setDraft(bench, draftPieces(bench.get()).slice(0, -1))}
      >
        Back
      </RailButton>
      <RailButton label="Throw the outline away" disabled={!count} onPress={() => setDraft(bench, [])}>
        Clear
      </RailButton>
      <span style={{ padding: '0 8px', color: 'var(--ink-soft)', overflow: 'hidden', textOverflow: 'ellipsis' }}>
        {tool.isFreehand ? 'Draw around; come back to the start to close' : 'Press for a corner, drag for a curve'}
      </span>
      <span style={{ flex: 1 }} />
      <RailButton framed label="Close the outline" shortcut="Enter" disabled={!count} onPress={() => closeTrace(bench)}>
        Close
      </RailButton>
      <RailButton framed label="Put tracing down; the outline is kept" shortcut="Esc" onPress={() => leaveTrace(bench)}>
        Leave
      </RailButton>
    </>
  )
}

/** The rail while a tool has the table to itself. */
export const ToolRail = () => {
  const bench = useBenchHandle()
  const tool = useBench((state) => toolOf(state))
  switch (tool?.kind) {
    case 'points':
      return <PointsRail />
    case 'trace':
      return <TraceRail tool={tool} />
    case 'colour':
      return <ColourRail tool={tool} />
    case 'upright':
      return (
        <>
          <span style={{ padding: '0 8px' }}>Press the edge of the outline along which its box shall lie</span>
          <span style={{ flex: 1 }} />
          <RailButton framed label="Leave" shortcut="Esc" onPress={() => putToolDown(bench)}>
            Leave
          </RailButton>
        </>
      )
    case 'type':
      return (
        <>
          <span style={{ padding: '0 8px' }}>Press the sheet where the text shall begin, then type</span>
          <span style={{ flex: 1 }} />
          <RailButton framed label="Leave" shortcut="Esc" onPress={() => putToolDown(bench)}>
            Leave
          </RailButton>
        </>
      )
    case undefined:
      return null
  }
}
