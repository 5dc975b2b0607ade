'use client'
import { yupResolver } from '@hookform/resolvers/yup'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useState, type ReactNode } from 'react'
import { useForm, useWatch, type UseFormRegister, type FieldErrors, type Resolver } from 'react-hook-form'
import { formatNumber, outputPixels, UNITS, type Unit } from '@/core/units'
import { SHEET_PRESETS, type SheetPreset } from '@/core/document/presets'
import type { NewSheet } from '@/core/document/create'
import { inUnit, newSheetSchema, sheetFromForm, type NewSheetForm } from '@/client/projects/newSheetForm'
import { SizeTile } from '@/client/projects/SizeTile'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/projects/Projects.module.css'

const USES = ['Screen', 'Social', 'Print', 'Card'] as const

const formOf = (preset: SheetPreset, name: string): NewSheetForm => ({
  name,
  unit: preset.unit,
  w: String(preset.w),
  h: String(preset.h),
  ppi: String(preset.ppi),
  bleed: String(preset.bleed),
})

const FIELDS = [
  ['w', 'Width'],
  ['h', 'Height'],
  ['bleed', 'Bleed'],
  ['ppi', 'Resolution (ppi)'],
] as const

const OwnSize = ({
  register,
  errors,
  unit,
  onUnit,
}: {
  readonly register: UseFormRegister<NewSheetForm>
  readonly errors: FieldErrors<NewSheetForm>
  readonly unit: string
  readonly onUnit: (unit: Unit) => void
}) => (
  <div className={panel.wrap}>
    {FIELDS.map(([field, label]) => (
      <TextField
        key={field}
        label={label}
        {...register(field)}
        error={!!errors[field]}
        helperText={errors[field]?.message ?? ' '}
        sx={{ width: 148 }}
        autoComplete="off"
      />
    ))}
    <TextField
      select
      label="Unit"
      value={unit}
      onChange={(event) => onUnit(event.target.value as Unit)} // one of the options below
      sx={{ width: 90 }}
    >
      {UNITS.map((each) => (
        <MenuItem key={each} value={each}>
          {each}
        </MenuItem>
      ))}
    </TextField>
  </div>
)

/** Sizes grouped by use, or an own size with unit, resolution and bleed. */
export const NewSheetDialog = ({
  title = 'New sheet',
  action = 'Make the sheet',
  templates,
  onClose,
  onStart,
}: {
  readonly title?: string
  readonly action?: string
  /** The way to templates, for whoever would rather fill one. */
  readonly templates?: ReactNode
  readonly onClose: () => void
  readonly onStart: (name: string, sheet: NewSheet) => Promise<void>
}) => {
  const [chosen, setChosen] = useState<SheetPreset | null>(SHEET_PRESETS[3] ?? null)
  const first = SHEET_PRESETS[3] ?? SHEET_PRESETS[0]
  const { register, handleSubmit, reset, getValues, control, formState } = useForm<NewSheetForm>({
    defaultValues: first ? formOf(first, '') : {},
    // The schema is typed by Yup; the form's type is the same by construction.
    resolver: yupResolver(newSheetSchema) as unknown as Resolver<NewSheetForm>,
  })
  const values = useWatch({ control })
  const isOwn =
    !!chosen && (values.w !== String(chosen.w) || values.h !== String(chosen.h) || values.unit !== chosen.unit)
  const choose = (preset: SheetPreset): void => {
    setChosen(preset)
    reset(formOf(preset, getValues('name')))
  }
  const made = (() => {
    if (!newSheetSchema.isValidSync(values)) return 'Type a width and a height, such as 210 or 8.5in'
    try {
      const sheet = sheetFromForm(values as NewSheetForm)
      return `${outputPixels(sheet.size.w, sheet.ppi)} × ${outputPixels(sheet.size.h, sheet.ppi)} px, ${formatNumber(sheet.size.w / 72, 2)} × ${formatNumber(sheet.size.h / 72, 2)} in`
    } catch {
      return 'Type a width and a height, such as 210 or 8.5in'
    }
  })()
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="new-sheet-title">
      <form
        onSubmit={(event) =>
          void handleSubmit((form) => onStart(form.name.trim() || 'Untitled', sheetFromForm(form)))(event)
        }
      >
        <DialogTitle id="new-sheet-title">{title}</DialogTitle>
        <DialogContent>
          <TextField
            label="Name"
            placeholder="Untitled"
            {...register('name')}
            error={!!formState.errors.name}
            helperText={formState.errors.name?.message}
            fullWidth
            autoFocus
            sx={{ mt: 1, mb: 2 }}
            autoComplete="off"
          />
          <div className={styles.presets}>
            {USES.map((use) => (
              <section key={use} aria-label={use}>
                <h3>{use}</h3>
                {SHEET_PRESETS.filter((preset) => preset.use === use).map((preset) => (
                  <SizeTile
                    key={preset.name}
                    preset={preset}
                    isChosen={chosen === preset && !isOwn}
                    onPress={() => choose(preset)}
                  />
                ))}
              </section>
            ))}
          </div>
          <h3>Size {isOwn ? '(own)' : ''}</h3>
          <OwnSize
            register={register}
            errors={formState.errors}
            unit={values.unit ?? 'px'}
            onUnit={(unit) => reset(inUnit(getValues(), unit))}
          />
          <div className={panel.kind}>{made}</div>
        </DialogContent>
        <DialogActions>
          {templates && <span style={{ flex: 1 }}>{templates}</span>}
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            {action}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
