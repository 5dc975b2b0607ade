import type { ColourRef } from '@/core/colour/slots'
import type { Gradient } from '@/core/colour/gradient'
import { setBackground, setVeil } from '@/core/document/edits/sheets'
import type { Background, Veil } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import type { Recording } from '@/client/store/recording'

/** What lies under everything on the sheet shown. */
export const putBackground = (bench: Bench, step: string, background: Background): void => {
  const { sheetId } = bench.get()
  bench.commit(step, (project) => setBackground.record(project, { sheetId, background }))
}

export const backgroundColour =
  (sheetId: string): Recording<ColourRef> =>
  (project, colour) =>
    setBackground.record(project, { sheetId, background: { kind: 'colour', colour } })

export const backgroundGradient =
  (sheetId: string): Recording<Gradient> =>
  (project, gradient) =>
    setBackground.record(project, { sheetId, background: { ...gradient, kind: 'gradient' } })

/** A wash of one colour over the background of the sheet shown; null takes it away. */
export const putVeil = (bench: Bench, veil: Veil | null): void => {
  const { sheetId } = bench.get()
  bench.commit(veil ? 'Veil' : 'No veil', (project) => setVeil.record(project, { sheetId, veil }))
}

export const veilColour =
  (sheetId: string, veil: Veil): Recording<ColourRef> =>
  (project, colour) =>
    setVeil.record(project, { sheetId, veil: { ...veil, colour } })
