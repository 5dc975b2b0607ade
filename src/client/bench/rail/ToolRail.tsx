'use client'
import { toolOf } from '@/client/store/modes'
import Slider from '@mui/material/Slider'
import { NODE_KINDS, nodeAt } from '@/core/path/nodes'
import { fromPoints, formatNumber } from '@/core/units'
import { parseLength } from '@/core/lengthText'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { FindRail } from '@/client/bench/rail/FindRail'
import { PlaneRail } from '@/client/bench/rail/PlaneRail'
import { ColourRail } from '@/client/bench/rail/ColourRail'
import { TypedField } from '@/client/parts/fields/TypedField'
import { heldSheet } from '@/client/store/benchStore'
import { pointsTool, shiftChosen } from '@/client/store/points'
import type { TraceTool } from '@/client/store/modes'
import styles from '@/client/parts/RailButton.module.css'
import { setSmoothness } from '@/client/store/slices/mode'
import panel from '@/client/parts/Panel.module.css'
import { CommandButton } from '@/client/commands/CommandButton'
import { NODE_KIND_WORDS } from '@/client/commands/tools'

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
    <span key={axis} className={panel.number}>
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
  const count = useBench((state) => {
    const tool = toolOf(state)
    return tool?.kind === 'points' ? tool.chosen.length : 0
  })
  return (
    <>
      <span className={styles.words}>{count ? `${count} chosen` : 'Press a point, or the line to add one'}</span>
      {NODE_KINDS.map((kind) => (
        <CommandButton id={`points-${kind}`} fades key={kind}>
          {NODE_KIND_WORDS[kind]}
        </CommandButton>
      ))}
      <span className={styles.divider} />
      <CommandButton id="sideStraight" fades>
        Straight
      </CommandButton>
      <CommandButton id="sideCurve" fades>
        Curve
      </CommandButton>
      <CommandButton id="sideSplit" fades>
        Add
      </CommandButton>
      <CommandButton id="pointsRemove" fades>
        Remove
      </CommandButton>
      <CommandButton id="outlineOpen" fades>
        Open · close
      </CommandButton>
      <PointNumbers />
      <span className={panel.grow} />
      <CommandButton framed id="leaveTool" label="Put the points down">
        Done
      </CommandButton>
    </>
  )
}

const TraceRail = ({ tool }: { readonly tool: TraceTool }) => {
  const bench = useBenchHandle()
  const smoothness = useBench((state) => state.smoothness)
  return (
    <>
      <CommandButton id="tracePoints">Points</CommandButton>
      <CommandButton id="traceFreehand">Freehand</CommandButton>
      <span className={styles.divider} />
      <label className={panel.row}>
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
      <CommandButton id="traceBack" fades>
        Back
      </CommandButton>
      <CommandButton id="traceClear" fades>
        Clear
      </CommandButton>
      <span className={styles.words}>
        {tool.isFreehand ? 'Draw around; come back to the start to close' : 'Press for a corner, drag for a curve'}
      </span>
      <span className={panel.grow} />
      <CommandButton framed id="traceClose" fades>
        Close
      </CommandButton>
      <CommandButton framed id="leaveTool" label="Put tracing down; the outline is kept">
        Leave
      </CommandButton>
    </>
  )
}

/** The rail while a tool has the table to itself. */
export const ToolRail = () => {
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
          <span className={styles.words}>Press the edge of the outline along which its box shall lie</span>
          <span className={panel.grow} />
          <CommandButton framed id="leaveTool" label="Leave">
            Leave
          </CommandButton>
        </>
      )
    case 'type':
      return (
        <>
          <span className={styles.words}>Press the sheet where the text shall begin, then type</span>
          <span className={panel.grow} />
          <CommandButton framed id="leaveTool" label="Leave">
            Leave
          </CommandButton>
        </>
      )
    case 'write':
      return (
        <>
          <span className={styles.words}>Press the sheet where the text shall begin, or draw its box; then write</span>
          <span className={panel.grow} />
          <CommandButton framed id="leaveTool" label="Leave">
            Leave
          </CommandButton>
        </>
      )
    case 'find':
      return <FindRail tool={tool} />
    case 'plane':
      return <PlaneRail />
    case undefined:
      return null
  }
}
