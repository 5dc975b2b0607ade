'use client'
'use memo'
import { RANGE } from '@/core/tolerance'
import { formatNumber } from '@/core/units'
import type { Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { SecondsField } from '@/client/bench/time/SecondsField'
import { SIDE_WORDS, TRANSITION_WORDS } from '@/client/bench/time/words'
import { CommandButton } from '@/client/commands/CommandButton'
import { Choice } from '@/client/parts/fields/Choice'
import { Section } from '@/client/parts/Section'
import { filmOfSheet, followSheet, lastSheet } from '@/client/store/timeLine'
import styles from '@/client/parts/Panel.module.css'

/** How the sheet is shown in a film: how long, and how it follows the one before it. */
export const FilmSection = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const isFirst = useBench((state) => state.project.order[0] === sheet.id)
  const { duration, transition } = filmOfSheet(sheet)
  const follows = TRANSITION_WORDS.find(([kind]) => kind === transition.kind)?.[1].toLowerCase() ?? ''
  return (
    <Section name="Film" says={`${formatNumber(duration, 2)} s${isFirst ? '' : `, ${follows}`}`}>
      <div className={styles.row}>
        <SecondsField
          label="Lasts"
          name="Seconds that the sheet lasts in a film"
          value={duration}
          range={RANGE.film.sheet}
          what="what it lasts"
          step={0.5}
          onValue={(value) => lastSheet(bench, sheet.id, value)}
        />
        <Choice
          label="Follows by"
          name="How it follows the sheet before it"
          value={transition.kind}
          disabled={isFirst}
          options={TRANSITION_WORDS}
          onChoice={(kind) => followSheet(bench, sheet, { kind })}
        />
      </div>
      {!isFirst && transition.kind !== 'cut' && (
        <div className={styles.row}>
          <SecondsField
            label="Takes"
            name="Seconds that the transition takes"
            value={transition.duration}
            range={RANGE.film.change}
            what="what the transition takes"
            onValue={(value) => followSheet(bench, sheet, { duration: value })}
          />
          {transition.kind === 'slide' && (
            <Choice
              label=""
              name="Where the sheet comes from"
              value={transition.side ?? 'right'}
              options={SIDE_WORDS}
              onChoice={(side) => followSheet(bench, sheet, { side })}
            />
          )}
        </div>
      )}
      <div className={styles.row}>
        <CommandButton framed id="timeLine">
          Time line
        </CommandButton>
        <CommandButton framed id="film">
          Film…
        </CommandButton>
      </div>
    </Section>
  )
}
