'use client'
import { useBench } from '@/client/binding/useBench'
import { CommandButton } from '@/client/commands/CommandButton'
import panel from '@/client/parts/Panel.module.css'
import button from '@/client/parts/RailButton.module.css'
import { shownSheet } from '@/client/store/benchStore'
import type { FindTool } from '@/client/store/modes'

/** What was found by presses, and what becomes of it. */
export const FindRail = ({ tool }: { readonly tool: FindTool }) => {
  const name = useBench((state) => shownSheet(state).items[tool.frameId ?? '']?.name)
  const count = tool.found.length
  const words = tool.isWorking
    ? 'Looking…'
    : count === 0
      ? 'Press a plain-coloured picture, screen or card'
      : `${count} found · Shift adds more · Enter uses ${count > 1 ? 'them' : 'it'}`
  return (
    <>
      <span className={button.words}>{words}</span>
      <span className={panel.grow} />
      <CommandButton id="findAlike" fades>
        All alike
      </CommandButton>
      {name === undefined && (
        <CommandButton id="layFoundOnPlane" fades>
          On one plane
        </CommandButton>
      )}
      {name === undefined && (
        <CommandButton id="layFoundAsMockUp" fades>
          As a mock-up
        </CommandButton>
      )}
      <CommandButton framed id="layFound" fades>
        {name === undefined ? (count > 1 ? `Put ${count} frames there` : 'Put a frame there') : `Lay ${name} there`}
      </CommandButton>
      <CommandButton framed id="leaveTool" label="Leave">
        Leave
      </CommandButton>
    </>
  )
}
