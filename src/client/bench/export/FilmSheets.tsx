'use client'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { RailButton } from '@/client/parts/RailButton'
import { Tick } from '@/client/parts/fields/Tick'
import panel from '@/client/parts/Panel.module.css'

interface FilmSheetsProps {
  readonly project: Project
  readonly chosen: readonly string[]
  readonly shown: string
  readonly disabled: boolean
  readonly onChosen: (sheetIds: readonly string[]) => void
}

/** Which sheets a film is made of: all, some, or the one that shows. */
export const FilmSheets = ({ project, chosen, shown, disabled, onChosen }: FilmSheetsProps) => (
  <div role="group" aria-label="Sheets of the film" style={{ marginTop: 8 }}>
    <div className={panel.wrap}>
      {project.order.map((id, i) => (
        <Tick
          key={id}
          isOn={chosen.includes(id)}
          disabled={disabled}
          onChange={(isOn) => onChosen(isOn ? [...chosen, id] : chosen.filter((one) => one !== id))}
        >
          {i + 1}. {sheetOf(project, id).name}
        </Tick>
      ))}
    </div>
    <div className={panel.row}>
      <RailButton framed label="Choose all sheets" disabled={disabled} onPress={() => onChosen(project.order)}>
        All
      </RailButton>
      <RailButton framed label="Choose only the sheet that shows" disabled={disabled} onPress={() => onChosen([shown])}>
        This one
      </RailButton>
    </div>
  </div>
)
