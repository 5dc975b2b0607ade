'use client'
'use memo'
import { planesFrames } from '@/core/document/laid'
import type { Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { CommandButton } from '@/client/commands/CommandButton'
import { RailButton } from '@/client/parts/RailButton'
import { Section } from '@/client/parts/Section'
import styles from '@/client/parts/Panel.module.css'
import { workOnPlane } from '@/client/store/planes'

/** The planes of the sheet, each to be taken in hand, and a new one. */
export const PlanesSection = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const planes = Object.values(sheet.planes)
  return (
    <Section name="Planes" says={planes.length ? planes.map(({ name }) => name).join(', ') : 'none'}>
      <div className={styles.wrap}>
        {planes.map(({ id, name }) => (
          <RailButton
            key={id}
            framed
            label={`Work on ${name}, with ${planesFrames(sheet, id).length} on it`}
            onPress={() => workOnPlane(bench, id)}
          >
            {name}
          </RailButton>
        ))}
        <CommandButton framed id="newPlane" />
        <CommandButton framed id="findCorners" />
      </div>
    </Section>
  )
}
