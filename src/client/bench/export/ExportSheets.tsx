'use client'
import { outputPixels } from '@/core/units'
import { safeFileName } from '@/core/formats/fileName'
import { NAME_WORDS, nameFromPattern, USUAL_PATTERN } from '@/core/formats/namePattern'
import { sheetOf } from '@/core/document/read'
import { ppiFor, type Sizing } from '@/core/render/sizing'
import type { Project } from '@/core/document/types'
import { TypedField } from '@/client/parts/fields/TypedField'
import { RailButton } from '@/client/parts/RailButton'
import { Tick } from '@/client/parts/fields/Tick'
import panel from '@/client/parts/Panel.module.css'

interface ExportSheetsProps {
  readonly project: Project
  readonly chosen: readonly string[]
  readonly onChosen: (sheetIds: readonly string[]) => void
  readonly pattern: string
  readonly onPattern: (pattern: string) => void
  readonly sizing: Sizing
  readonly ending: string
  readonly disabled: boolean
}

const nameOf = ({ project, chosen, sizing, pattern }: ExportSheetsProps): string => {
  const sheet = sheetOf(project, chosen[0] ?? project.order[0] ?? '')
  const ppi = ppiFor(sizing, sheet.size, sheet.ppi)
  const name = nameFromPattern(pattern, {
    project: project.name,
    sheet: sheet.name,
    number: project.order.indexOf(sheet.id) + 1,
    count: project.order.length,
    width: outputPixels(sheet.size.w, ppi),
    height: outputPixels(sheet.size.h, ppi),
    ppi: Math.round(ppi),
  })
  return safeFileName(name)
}

/** Which sheets to export, and how their files are named. Several come as one zip. */
export const ExportSheets = (props: ExportSheetsProps) => {
  const { project, chosen, onChosen, pattern, onPattern, ending, disabled } = props
  const toggle = (id: string): void =>
    onChosen(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id])
  const check = (text: string): void => {
    // A word that is not known is refused in words, which the field shows.
    nameOf({ ...props, pattern: text })
    onPattern(text.trim() || USUAL_PATTERN)
  }
  return (
    <div role="group" aria-label="Sheets">
      <div className={panel.wrap}>
        {project.order.map((id, i) => (
          <Tick key={id} isOn={chosen.includes(id)} disabled={disabled} onChange={() => toggle(id)}>
            {i + 1}. {sheetOf(project, id).name}
          </Tick>
        ))}
      </div>
      <div className={panel.row}>
        <RailButton framed label="Choose all sheets" onPress={() => onChosen(project.order)}>
          All
        </RailButton>
        <TypedField label="Names" name="Pattern of the file names" shown={pattern} onText={check} step={0} />
      </div>
      <p className={panel.kind}>
        {nameOf(props)}.{ending}. May hold {NAME_WORDS.map((word) => `{${word}}`).join(' ')}.
      </p>
    </div>
  )
}
