'use client'
import Add from '@mui/icons-material/Add'
import Delete from '@mui/icons-material/DeleteOutlined'
import Tune from '@mui/icons-material/Tune'
import Switch from '@mui/material/Switch'
import { useState } from 'react'
import { openingsOf } from '@/core/document/filling'
import type { Frame } from '@/core/document/types'
import type { LookSwitch } from '@/core/template/switches'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { AdjustmentRows } from '@/client/bench/picture/AdjustmentRows'
import { RailButton } from '@/client/parts/RailButton'
import { NameField } from '@/client/parts/fields/NameField'
import { Tick } from '@/client/parts/fields/Tick'
import { heldSheet } from '@/client/store/benchStore'
import { aimLook, dropLook, newLook, renameLook, turnLook } from '@/client/store/sheetLooks'
import { lookToning } from '@/client/store/toning'
import panel from '@/client/parts/Panel.module.css'

interface LookProps {
  readonly look: LookSwitch
}

/** Which openings a look changes: all, or those that are ticked. */
const LookAim = ({ look: { id, name, frames } }: LookProps) => {
  const bench = useBenchHandle()
  const openings = openingsOf(useBench(heldSheet))
  const ids = openings.map((frame) => frame.id)
  const aimed = new Set(frames ?? ids)
  const turn = (frame: Frame, isOn: boolean): void =>
    aimLook(
      bench,
      id,
      ids.filter((each) => (each === frame.id ? isOn : aimed.has(each))),
    )
  return (
    <div role="group" aria-label={`What ${name} changes`} className={panel.shared}>
      <Tick isOn={frames === undefined} onChange={(isOn) => aimLook(bench, id, isOn ? null : ids)}>
        Changes every opening
      </Tick>
      {frames !== undefined && (
        <div role="group" aria-label={`Openings of ${name}`} className={panel.wrap}>
          {openings.map((frame) => (
            <Tick key={frame.id} isOn={aimed.has(frame.id)} onChange={(isOn) => turn(frame, isOn)}>
              {frame.name}
            </Tick>
          ))}
        </div>
      )}
    </div>
  )
}

const LookRow = ({ look, isOpen, onOpen }: LookProps & { readonly isOpen: boolean; readonly onOpen: () => void }) => {
  const bench = useBenchHandle()
  const { id, name, on, adjustments } = look
  return (
    <li aria-label={name}>
      <div className={panel.row}>
        <Switch
          size="small"
          checked={on}
          slotProps={{ input: { 'aria-label': `${name} on` } }}
          onChange={() => turnLook(bench, id, !on)}
        />
        <NameField isHead={false} label="Name of the look" name={name} onName={(next) => renameLook(bench, id, next)} />
        <RailButton label={`Adjust ${name}`} pressed={isOpen} onPress={onOpen}>
          <Tune fontSize="small" />
        </RailButton>
        <RailButton label={`Remove ${name}`} onPress={() => dropLook(bench, id)}>
          <Delete fontSize="small" />
        </RailButton>
      </div>
      {isOpen && (
        <>
          <LookAim look={look} />
          <AdjustmentRows toning={lookToning(bench, id)} adjustments={adjustments} />
        </>
      )}
    </li>
  )
}

/** The looks that the sheet offers: on or off, named, adjusted inside, for all of its openings or some. */
export const LookRows = () => {
  const bench = useBenchHandle()
  const switches = useBench((state) => heldSheet(state).switches)
  const [openId, setOpenId] = useState<string | null>(null)
  return (
    <div role="group" aria-label="Looks of the sheet">
      <div className={panel.row}>
        <span className={panel.grow}>Looks</span>
        <RailButton
          label="New look: tones that are switched on and off for the openings"
          onPress={() => setOpenId(newLook(bench))}
        >
          <Add fontSize="small" /> New look
        </RailButton>
      </div>
      <ul className={panel.list}>
        {Object.values(switches).map((look) => (
          <LookRow
            key={look.id}
            look={look}
            isOpen={look.id === openId}
            onOpen={() => setOpenId(look.id === openId ? null : look.id)}
          />
        ))}
      </ul>
    </div>
  )
}
