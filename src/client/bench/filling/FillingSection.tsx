'use client'
import { fillingOf } from '@/core/document/filling'
import type { Sheet } from '@/core/document/types'
import { useEffect } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { LookRows } from '@/client/bench/filling/LookRows'
import { CommandButton } from '@/client/commands/CommandButton'
import { Section } from '@/client/parts/Section'
import { isFillable } from '@/client/store/filling'
import { loadTemplates } from '@/client/store/templates'
import { newerVersion } from '@/client/store/versions'
import panel from '@/client/parts/Panel.module.css'

/** On the sheet's card: which template it was made of, how it is filled, what of it is still empty. */
export const FillingSection = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const isShown = useBench(isFillable)
  const newer = useBench(newerVersion)
  const isMade = sheet.madeFrom !== undefined
  const areListed = useBench((state) => state.templates !== null)
  // Only whoever has a sheet of a template needs to know of newer versions.
  useEffect(() => {
    if (isMade && !areListed) void loadTemplates(bench)
  }, [bench, isMade, areListed])
  const { of, filled, empty } = fillingOf(sheet)
  if (!isShown) return null
  const says = of ? `${filled} of ${of} filled` : ''
  return (
    <Section name="Filling" says={says} isOpen>
      {sheet.madeFrom && <div className={panel.kind}>Made of the template “{sheet.madeFrom.name}”.</div>}
      {newer && (
        <div className={panel.shared}>
          Version {newer.version} of it is in the gallery; this sheet is of version {sheet.madeFrom?.version}.
          <CommandButton framed id="takeVersion">
            Take it over…
          </CommandButton>
        </div>
      )}
      {sheet.notes !== undefined && <p style={{ margin: 0 }}>{sheet.notes}</p>}
      {empty.length > 0 && (
        <div className={panel.kind}>
          Still empty:{' '}
          {empty
            .slice(0, 6)
            .map(({ name, hint }) => (hint === undefined ? name : `${name} (${hint})`))
            .join(', ')}
          {empty.length > 6 ? ` and ${empty.length - 6} more` : ''}.
        </div>
      )}
      <div className={panel.wrap}>
        <CommandButton framed id="nextEmpty">
          Next empty
        </CommandButton>
        <CommandButton framed id="changeTemplate">
          Change template
        </CommandButton>
        <CommandButton framed id="shuffleSheet">
          Try it otherwise
        </CommandButton>
        <CommandButton framed id="shuffleLayout">
          Try another layout
        </CommandButton>
        <CommandButton framed id="refill">
          Refill
        </CommandButton>
        <CommandButton framed id="emptyAll">
          Take all out
        </CommandButton>
      </div>
      <LookRows />
    </Section>
  )
}
