'use client'
'use memo'
import type { Item } from '@/core/document/types'
import { HullFields, HullSays } from '@/client/bench/card/HullFields'
import { Section } from '@/client/parts/Section'

interface HullProps {
  readonly items: readonly Item[]
  readonly isOpen?: boolean
}

/** Place and size of what is selected as one, by its box; measured from the top left of the box before its turn. */
export const HullSection = ({ items, isOpen = false }: HullProps) => (
  <Section name="Place" says={<HullSays items={items} />} isOpen={isOpen}>
    <HullFields items={items} />
  </Section>
)
