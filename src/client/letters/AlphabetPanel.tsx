'use client'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { NewAlphabet } from '@/client/letters/sets/NewAlphabet'
import { HeldAlphabet } from '@/client/letters/sets/HeldAlphabet'
import { Choice } from '@/client/parts/fields/Choice'
import { RailButton } from '@/client/parts/RailButton'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/letters/Letters.module.css'
import { openAlphabets } from '@/client/store/slices/supplies'

/** Sets of single letters: makes them, and changes all letters of one at once. */
export const AlphabetPanel = () => {
  const bench = useBenchHandle()
  const alphabets = useBench((state) => state.project.alphabets)
  const setId = useBench((state) => state.alphabetPanel?.setId ?? null)
  const sets = Object.values(alphabets)
  const held = setId === null ? undefined : alphabets[setId]
  return (
    <aside className={styles.panel} aria-label="Alphabet set">
      <div className={panel.row}>
        <strong className={panel.grow}>Alphabet set</strong>
        {sets.length > 0 && (
          <Choice
            label=""
            name="Which set"
            value={held?.id ?? ''}
            options={[['', 'A new set'], ...sets.map(({ id, name }) => [id, name] as const)]}
            onChoice={(id) => openAlphabets(bench, { setId: id || null })}
          />
        )}
        <span>
          <RailButton framed label="Close the panel of alphabets" onPress={() => openAlphabets(bench, null)}>
            Close
          </RailButton>
        </span>
      </div>
      {held ? <HeldAlphabet key={held.id} set={held} /> : <NewAlphabet />}
    </aside>
  )
}
