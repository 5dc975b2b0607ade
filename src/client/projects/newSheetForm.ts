import { object, string, type TestContext } from 'yup'
import { isFailure } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { formatLength, UNITS, type Unit } from '@/core/units'
import { parseLength } from '@/core/lengthText'
import type { NewSheet } from '@/core/document/create'

/** The new-sheet form, as typed. */
export interface NewSheetForm {
  readonly name: string
  readonly unit: string
  readonly w: string
  readonly h: string
  readonly ppi: string
  readonly bleed: string
}

const unitOf = (text: unknown): Unit => UNITS.find((unit) => unit === text) ?? 'px'

const numberOf = (text: string): number => Number(text.trim().replace(',', '.'))
const isPpi = (text: string | undefined): boolean => {
  const value = numberOf(text ?? '')
  return (text ?? '').trim() !== '' && value >= RANGE.ppi.min && value <= RANGE.ppi.max
}
const ppiOf = (text: unknown): number => (typeof text === 'string' && isPpi(text) ? numberOf(text) : 72)

/** A typed length within a range of points. */
const length = (range: { readonly min: number; readonly max: number }, words: string) =>
  string()
    .required('Type a number')
    .test('length', words, function check(this: TestContext, text: string | undefined) {
      const { unit, ppi } = this.parent as NewSheetForm // the form's own values
      try {
        const points = parseLength(text ?? '', unitOf(unit), ppiOf(ppi))
        return points >= range.min && points <= range.max
      } catch (error) {
        return isFailure(error) ? this.createError({ message: 'Not a length: type 210, 8.5in or 3mm+1pt' }) : false
      }
    })

export const newSheetSchema = object({
  name: string().defined().max(RANGE.nameLength, `At most ${RANGE.nameLength} characters`),
  unit: string()
    .oneOf([...UNITS])
    .required(),
  w: length(RANGE.sheetSide, 'More than 0, at most 200 in (5080 mm)'),
  h: length(RANGE.sheetSide, 'More than 0, at most 200 in (5080 mm)'),
  ppi: string().required('Type a number').test('ppi', `From ${RANGE.ppi.min} to ${RANGE.ppi.max}`, isPpi),
  bleed: length(RANGE.bleed, 'From 0 to 10 in (254 mm)'),
})

/** Output resolution for what is printed, and for screens (common practice). */
const PRINT_PPI = 300
const SCREEN_PPI = 72

/** The form in another unit: the same lengths, and the resolution of print where it was that of a screen. */
export const inUnit = (form: NewSheetForm, unit: Unit): NewSheetForm => {
  const before = unitOf(form.unit)
  const ppi = ppiOf(form.ppi)
  const converted = (text: string): string => {
    try {
      return formatLength(parseLength(text, before, ppi), unit, ppi)
    } catch (error) {
      // What is no length yet stays as it is typed.
      if (isFailure(error)) return text
      throw error
    }
  }
  const isToPrint = before === 'px' && unit !== 'px' && ppi === SCREEN_PPI
  return {
    ...form,
    unit,
    w: converted(form.w),
    h: converted(form.h),
    bleed: converted(form.bleed),
    ppi: isToPrint ? String(PRINT_PPI) : form.ppi,
  }
}

/** The sheet that a valid form describes, in points. Refuses what is not a length. */
export const sheetFromForm = (form: NewSheetForm): NewSheet => {
  const unit = unitOf(form.unit)
  const ppi = ppiOf(form.ppi)
  const points = (text: string): number => parseLength(text, unit, ppi)
  return { unit, ppi, size: { w: points(form.w), h: points(form.h) }, bleed: points(form.bleed) }
}
