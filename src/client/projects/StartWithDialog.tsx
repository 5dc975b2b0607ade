'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import { useState } from 'react'
import { SHEET_PRESETS } from '@/core/document/presets'
import { Choice } from '@/client/parts/fields/Choice'
import { STARTS, type Start } from '@/client/projects/pictureProject'

/** How photographs begin: laid out by the program, or in a template that is chosen next. */
export type Beginning = Start | 'template'
const BEGINNINGS = [...STARTS, 'template'] as const

const START_WORDS: Readonly<Record<Beginning, readonly [string, string]>> = {
  own: ['Each on its own', 'a sheet for each, of its own size'],
  grid: ['A grid', 'one sheet, equal frames in rows'],
  mosaic: ['A mosaic', 'one sheet, each frame in its picture’s shape'],
  template: ['A template', 'choose one next, shown with these photographs'],
}
const FIRST = 'Square post'

/** Asks how several photographs dropped on the projects begin a project. */
export const StartWithDialog = ({
  count,
  onClose,
  onStart,
}: {
  readonly count: number
  readonly onClose: () => void
  readonly onStart: (how: Beginning, presetName: string) => void
}) => {
  const [how, setHow] = useState<Beginning>('grid')
  const [size, setSize] = useState(FIRST)
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="start-title">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          onStart(how, size)
        }}
      >
        <DialogTitle id="start-title">A project of {count} photographs</DialogTitle>
        <DialogContent>
          <RadioGroup
            aria-label="How they begin"
            value={how}
            onChange={(_event, value) => setHow(BEGINNINGS.find((each) => each === value) ?? 'grid')}
          >
            {BEGINNINGS.map((each) => (
              <FormControlLabel
                key={each}
                value={each}
                control={<Radio size="small" />}
                label={
                  <>
                    <strong>{START_WORDS[each][0]}</strong>: {START_WORDS[each][1]}
                  </>
                }
              />
            ))}
          </RadioGroup>
          {how !== 'own' && how !== 'template' && (
            <Choice
              label="Sheet"
              name="Size of the sheet"
              value={size}
              options={SHEET_PRESETS.map(({ name, w, h, unit }) => [name, `${name}, ${w} × ${h} ${unit}`] as const)}
              onChoice={setSize}
            />
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" autoFocus>
            Start
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
