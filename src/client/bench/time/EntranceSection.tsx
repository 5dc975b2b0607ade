'use client'
'use memo'
import { RANGE } from '@/core/tolerance'
import { formatNumber } from '@/core/units'
import type { Item } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { SecondsField } from '@/client/bench/time/SecondsField'
import { ENTRANCE_WORDS, SIDE_WORDS } from '@/client/bench/time/words'
import { Choice } from '@/client/parts/fields/Choice'
import { RailButton } from '@/client/parts/RailButton'
import { Section } from '@/client/parts/Section'
import { enterInTurn, FIRST_ENTRANCE, putEntrance } from '@/client/store/timeLine'
import styles from '@/client/parts/Panel.module.css'

/** How frames and groups come onto their sheet when it plays. */
export const EntranceSection = ({ items }: { readonly items: readonly Item[] }) => {
  const bench = useBenchHandle()
  const isTime = useBench((state) => state.suppliesTab === 'Time')
  const ids = items.map(({ id }) => id)
  const [first] = items
  const entrance = items.find((item) => item.entrance)?.entrance
  const shown = entrance ?? FIRST_ENTRANCE
  const words = entrance ? (entrance.kind === 'fade' ? 'fades in' : 'slides in') : 'there at once'
  // The card has room for it where time is what is worked on, or it is in use.
  if (!entrance && !isTime) return null
  return (
    <Section name="Entrance" says={entrance ? `${words} at ${formatNumber(entrance.delay, 2)} s` : words}>
      <div className={styles.row}>
        <Choice
          label=""
          name="How it comes in"
          value={entrance?.kind ?? 'none'}
          options={ENTRANCE_WORDS}
          onChoice={(kind) => putEntrance(bench, ids, kind === 'none' ? null : { ...shown, kind })}
        />
        {entrance?.kind === 'slide' && (
          <Choice
            label=""
            name="Where it comes from"
            value={entrance.side ?? 'left'}
            options={SIDE_WORDS}
            onChoice={(side) => putEntrance(bench, ids, { ...entrance, side })}
          />
        )}
      </div>
      {entrance && (
        <div className={styles.row}>
          <SecondsField
            label="After"
            name="Seconds before it comes in"
            value={entrance.delay}
            range={RANGE.film.delay}
            what="the delay"
            onValue={(delay) => putEntrance(bench, ids, { ...entrance, delay })}
          />
          <SecondsField
            label="Takes"
            name="Seconds that it takes to come in"
            value={entrance.duration}
            range={RANGE.film.change}
            what="what it takes"
            onValue={(duration) => putEntrance(bench, ids, { ...entrance, duration })}
          />
        </div>
      )}
      {(items.length > 1 || first?.kind === 'group') && (
        <div className={styles.row}>
          <RailButton
            framed
            label="Let them come in one after another, as they are read"
            onPress={() => enterInTurn(bench, first?.kind === 'group' && items.length === 1 ? first.order : ids, shown)}
          >
            One after another
          </RailButton>
        </div>
      )}
    </Section>
  )
}
