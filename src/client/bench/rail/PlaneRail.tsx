'use client'
import { RANGE } from '@/core/tolerance'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { CommandButton } from '@/client/commands/CommandButton'
import { LengthField } from '@/client/parts/fields/LengthField'
import { NameField } from '@/client/parts/fields/NameField'
import panel from '@/client/parts/Panel.module.css'
import button from '@/client/parts/RailButton.module.css'
import { namePlane, planeInHand, sizePlane } from '@/client/store/planes'

/** The plane in hand: its name, how large it truly is, and what can be done with it. */
export const PlaneRail = () => {
  const bench = useBenchHandle()
  const plane = useBench(planeInHand)
  if (!plane) return null
  const { id, name, size } = plane
  return (
    <>
      <span className={panel.number}>
        <NameField label="Name of the plane" name={name} onName={(next) => namePlane(bench, id, next)} />
      </span>
      <span className={panel.number}>
        <LengthField
          label="w"
          name="True width of the plane"
          points={size.w}
          what="width"
          range={RANGE.frameSide}
          onPoints={(w) => sizePlane(bench, id, { ...size, w: w })}
        />
      </span>
      <span className={panel.number}>
        <LengthField
          label="h"
          name="True height of the plane"
          points={size.h}
          what="height"
          range={RANGE.frameSide}
          onPoints={(h) => sizePlane(bench, id, { ...size, h: h })}
        />
      </span>
      <span className={button.words}>Draw a frame on it, or its corners where they belong</span>
      <span className={panel.grow} />
      <CommandButton id="snapToEdges">To edges</CommandButton>
      <CommandButton id="removePlane">Remove</CommandButton>
      <CommandButton framed id="leaveTool" label="Put the plane down">
        Done
      </CommandButton>
    </>
  )
}
