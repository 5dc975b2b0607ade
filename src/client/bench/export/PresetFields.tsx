'use client'
import OutlinedInput from '@mui/material/OutlinedInput'
import { useState } from 'react'
import { isFailure } from '@/core/failure'
import { lastExport, type ExportLook, type LastExport } from '@/client/store/exportChoice'
import { exportPresets, forgetPreset, keepPreset, PRESET_LIMITS } from '@/client/store/exportPresets'
import { Fault } from '@/client/parts/Fault'
import { Choice } from '@/client/parts/fields/Choice'
import { RailButton } from '@/client/parts/RailButton'
import panel from '@/client/parts/Panel.module.css'

/** No preset: what was chosen last, or since. */
const NONE = ''

interface NamingProps {
  /** Throws in words what cannot be kept. */
  readonly onName: (name: string) => void
  readonly onDone: () => void
}

/** Asks for the name of a preset: Enter keeps it, Esc doesn't. */
const Naming = ({ onName, onDone }: NamingProps) => {
  const [name, setName] = useState('')
  const [fault, setFault] = useState<string | null>(null)
  const keep = (): void => {
    try {
      onName(name)
      onDone()
    } catch (error) {
      if (!isFailure(error)) throw error
      setFault(error.message)
    }
  }
  return (
    <>
      <div className={panel.row}>
        <OutlinedInput
          autoFocus
          margin="dense"
          placeholder="Name of the preset"
          inputProps={{ 'aria-label': 'Name of the preset', maxLength: PRESET_LIMITS.name }}
          value={name}
          onChange={(event) => setName(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') keep()
            if (event.key !== 'Escape') return
            // Only the name is given up, not the dialog.
            event.stopPropagation()
            onDone()
          }}
        />
        <RailButton label="Keeps these choices under this name" framed namedByWords onPress={keep}>
          Keep
        </RailButton>
      </div>
      {fault !== null && <Fault>{fault}</Fault>}
    </>
  )
}

/** The same values, in whatever order they were kept. */
const sameLook = (a: ExportLook, b: ExportLook): boolean => {
  const entries = (look: ExportLook): string => JSON.stringify(Object.entries(look).sort())
  return entries(a) === entries(b)
}

interface PresetFieldsProps {
  readonly look: ExportLook
  readonly placeholders: boolean
  /** What a choice comes to on this sheet. */
  readonly lookOf: (choice: LastExport) => ExportLook
  readonly disabled: boolean
  readonly onChoice: (choice: LastExport) => void
}

/** Choices of an export under names of one's own: taken up again, kept, forgotten. */
export const PresetFields = ({ look, placeholders, lookOf, disabled, onChoice }: PresetFieldsProps) => {
  const [presets, setPresets] = useState(exportPresets)
  const [chosen, setChosen] = useState(NONE)
  const [isNaming, setNaming] = useState(false)
  const preset = presets.find(({ name }) => name === chosen)
  // Changed since, the choices are no longer the preset's.
  const isAsKept = preset && preset.choice.placeholders === placeholders && sameLook(lookOf(preset.choice), look)
  const shown = isAsKept ? chosen : NONE
  const take = (name: string): void => {
    setChosen(name)
    onChoice(presets.find((each) => each.name === name)?.choice ?? lastExport())
  }
  const keep = (name: string): void => {
    setPresets(keepPreset(name, { ...look, placeholders }))
    setChosen(name.trim())
  }
  const forget = (): void => {
    setPresets(forgetPreset(chosen))
    setChosen(NONE)
  }
  const none = presets.length ? 'as chosen last' : 'none kept yet'
  return (
    <div role="group" aria-label="Presets">
      {isNaming ? (
        <Naming onName={keep} onDone={() => setNaming(false)} />
      ) : (
        <div className={panel.row}>
          <Choice
            label="Preset"
            value={shown}
            disabled={disabled || !presets.length}
            options={[[NONE, none], ...presets.map(({ name }) => [name, name] as const)]}
            onChoice={take}
          />
          <RailButton
            label="Keeps format, size, quality and all else under a name"
            framed
            namedByWords
            disabled={disabled}
            onPress={() => setNaming(true)}
          >
            Keep as a preset…
          </RailButton>
          {shown !== NONE && (
            <RailButton
              label="Forgets this preset; the choices stay"
              framed
              namedByWords
              disabled={disabled}
              onPress={forget}
            >
              Forget it
            </RailButton>
          )}
        </div>
      )}
    </div>
  )
}
