'use client'
import Slider from '@mui/material/Slider'
import { BACKGROUND_ID } from '@/core/document/background'
import { COLOUR_METRICS, MOST_TOLERANCE, type ColourMetric } from '@/core/region/choice'
import { formatNumber } from '@/core/units'
import { useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { changeChoice } from '@/client/store/colourCut'
import type { ColourTool } from '@/client/store/modes'
import button from '@/client/parts/RailButton.module.css'
import panel from '@/client/parts/Panel.module.css'
import { CommandButton } from '@/client/commands/CommandButton'

const METRIC_WORDS: Readonly<Record<ColourMetric, readonly [string, string]>> = {
  seen: ['As seen', 'Colours differ as the eye sees them (CIEDE2000)'],
  rgb: ['By RGB', 'Colours differ by their RGB values'],
}

const framesLabel = (found: number): string =>
  found > 1 ? `${found} empty frames: one for each part found` : 'An empty frame for the part found'

/** How a part of a picture is found by its colour, and what becomes of it. */
export const ColourRail = ({ tool }: { readonly tool: ColourTool }) => {
  const bench = useBenchHandle()
  const { choice, points, found, isWorking, message } = tool
  const most = MOST_TOLERANCE[choice.metric]
  if (!points.length)
    return (
      <>
        <span className={button.words}>Press a colour in the picture; what has that colour is found</span>
        <span className={panel.grow} />
        <CommandButton framed id="leaveTool" label="Leave">
          Leave
        </CommandButton>
      </>
    )
  return (
    <>
      {COLOUR_METRICS.map((metric) => (
        <RailButton
          key={metric}
          label={METRIC_WORDS[metric][1]}
          pressed={choice.metric === metric}
          onPress={() => changeChoice(bench, { metric, tolerance: (choice.tolerance / most) * MOST_TOLERANCE[metric] })}
        >
          {METRIC_WORDS[metric][0]}
        </RailButton>
      ))}
      <Slider
        sx={{ width: 96, mx: 1 }}
        min={0}
        max={most}
        step={most / 120}
        value={choice.tolerance}
        aria-label="Tolerance"
        onChange={(_event, value) => changeChoice(bench, { tolerance: Number(value) })}
      />
      <span className={button.words}>{formatNumber(choice.tolerance, 0)}</span>
      <RailButton
        label="Only what hangs together with the point"
        pressed={choice.isConnected}
        onPress={() => changeChoice(bench, { isConnected: !choice.isConnected })}
      >
        Connected
      </RailButton>
      <RailButton
        label="All but what has this colour"
        pressed={!choice.isInside}
        onPress={() => changeChoice(bench, { isInside: !choice.isInside })}
      >
        Outside
      </RailButton>
      <span role="status" className={message ? button.caution : button.words}>
        {isWorking ? 'Looking…' : (message ?? (points.length > 1 ? `${points.length} areas` : 'Shift adds an area'))}
      </span>
      <span className={panel.grow} />
      <CommandButton framed id="colour-frames" fades label={framesLabel(found)}>
        {found > 1 ? `${found} frames` : 'Frames'}
      </CommandButton>
      <CommandButton framed id="colour-frame" fades>
        One frame
      </CommandButton>
      {tool.frameId !== BACKGROUND_ID && (
        <CommandButton framed id="colour-add" fades>
          Add
        </CommandButton>
      )}
      <CommandButton framed id="colour-clip" fades>
        Clip picture
      </CommandButton>
      <CommandButton framed id="leaveTool" label="Leave">
        Leave
      </CommandButton>
    </>
  )
}
