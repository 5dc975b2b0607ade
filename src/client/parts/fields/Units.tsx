'use client'
'use memo'
import { createContext, useContext, useMemo, type ReactNode } from 'react'
import type { Unit } from '@/core/units'

/** In what lengths are shown and typed; pixels are counted at `ppi` to the inch. */
export interface UnitsInUse {
  readonly unit: Unit
  readonly ppi: number
}

const UnitsContext = createContext<UnitsInUse>({ unit: 'pt', ppi: 72 })

/** The units of what is within, such as those of the sheet shown. */
export const Units = ({ unit, ppi, children }: UnitsInUse & { readonly children: ReactNode }) => {
  const units = useMemo(() => ({ unit, ppi }), [unit, ppi])
  return <UnitsContext value={units}>{children}</UnitsContext>
}

export const useUnits = (): UnitsInUse => useContext(UnitsContext)
