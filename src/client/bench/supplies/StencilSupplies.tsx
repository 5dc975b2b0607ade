'use client'
import Chip from '@mui/material/Chip'
import { cuts, armedOf } from '@/client/store/modes'
import { useState } from 'react'
import { isStencilFound, PRESET_GROUPS, PRESETS } from '@/core/stencil/presets'
import type { Stencil } from '@/core/stencil/stencil'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { useCarry } from '@/client/gestures/useCarry'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { Tile } from '@/client/parts/Tile'
import { CommandButton } from '@/client/commands/CommandButton'
import { putFrame } from '@/client/store/actions'
import { foundGroups, ReadyGroupSupply } from '@/client/bench/supplies/ReadyGroupSupply'
import { StencilMenu } from '@/client/bench/supplies/StencilMenu'
import { noteStencil, usedStencils } from '@/client/store/stencilUse'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/parts/Supplies.module.css'
import { toggleInHand } from '@/client/store/slices/mode'

interface Offer {
  readonly key: string
  readonly name: string
  readonly stencil: Stencil
  readonly aspect: number
}

/** A press puts one in the next free place, or takes it in hand to be drawn out; a drag takes one to a spot. */
const StencilSupply = ({ name, stencil, aspect }: Offer) => {
  const bench = useBenchHandle()
  const carry = useCarry(bench)
  const isArmed = useBench((state) => armedOf(state) === stencil)
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const drawsOut = useBench((state) => state.drawsOut || cuts(state))
  return (
    <>
      <Tile
        data-supply
        edged
        className={`${styles.stencilSupply} ${styles.carryable}`}
        isChosen={isArmed}
        caption={name}
        says={
          drawsOut
            ? `${name}: press, then draw it out on the sheet`
            : `${name}: press to put one on the sheet, drag it to a spot`
        }
        aria-label={name}
        {...carry({ kind: 'stencil', stencil, aspect })}
        onClick={() => {
          noteStencil(name)
          if (drawsOut) toggleInHand(bench, stencil)
          else putFrame(bench, stencil, undefined, aspect)
          focusTable()
        }}
        onContextMenu={(event) => {
          event.preventDefault()
          setAnchor(event.currentTarget)
        }}
      >
        <StencilIcon stencil={stencil} aspect={aspect} width={58} height={42} />
      </Tile>
      {anchor && <StencilMenu stencil={stencil} aspect={aspect} anchor={anchor} onClose={() => setAnchor(null)} />}
    </>
  )
}

const Group = ({ title, offers }: { readonly title: string; readonly offers: readonly Offer[] }) =>
  offers.length > 0 && (
    <section className={styles.group} aria-label={title}>
      <h3 className={panel.kind}>{title}</h3>
      <div className={styles.groupRow}>
        {offers.map((offer) => (
          <StencilSupply {...offer} key={offer.key} />
        ))}
      </div>
    </section>
  )

const ReadyGroups = ({ search }: { readonly search: string }) => {
  const found = foundGroups(search)
  if (!found.length) return null
  return (
    <section className={styles.group} aria-label="Ready groups">
      <h3 className={panel.kind}>Ready groups</h3>
      <div className={styles.groupRow}>
        {found.map((group) => (
          <ReadyGroupSupply key={group.id} group={group} />
        ))}
      </div>
    </section>
  )
}

const ALL = 'All'
const READY = 'Ready groups'
const OWN = 'Your own'

/** Which kinds of stencils are looked at. */
const Kinds = ({
  kinds,
  kind,
  onKind,
}: {
  readonly kinds: readonly string[]
  readonly kind: string
  readonly onKind: (kind: string) => void
}) => (
  <div className={styles.kinds} role="group" aria-label="Kinds of stencils">
    {kinds.map((each) => (
      <Chip
        key={each}
        label={each}
        clickable
        aria-pressed={kind === each}
        color={kind === each ? 'primary' : 'default'}
        variant={kind === each ? 'filled' : 'outlined'}
        onClick={() => onKind(each)}
      />
    ))}
  </div>
)

const keyed = (one: Omit<Offer, 'key'>): Offer => ({ ...one, key: one.name })

/** Those used most and last, ready groups, one's own by category, then those that come with the program. */
export const StencilSupplies = ({ search }: { readonly search: string }) => {
  const kept = useBench((state) => state.kept)
  const [kind, setKind] = useState(ALL)
  // Read when the tab opens: what is pressed stays where it is.
  const [used] = useState(() => usedStencils(kept))
  const wanted = search.trim()
  const own = kept.filter(({ name, category }) => isStencilFound({ name, group: category, words: '' }, wanted))
  const categories = [...new Set(own.map(({ category }) => category))]
  const found = PRESETS.filter((preset) => isStencilFound(preset, wanted))
  const isShown = (each: string): boolean => wanted !== '' || kind === ALL || kind === each
  if (!own.length && !found.length && !foundGroups(wanted).length)
    return <div className={panel.kind}>No stencil is called “{wanted}”.</div>
  const kinds = [ALL, READY, ...(kept.length ? [OWN] : []), ...PRESET_GROUPS]
  return (
    <>
      {!wanted && <Kinds kinds={kinds} kind={kind} onKind={setKind} />}
      {!wanted && kind === ALL && <Group title="Used most" offers={used.most.map(keyed)} />}
      {!wanted && kind === ALL && <Group title="Used last" offers={used.recent.map(keyed)} />}
      {isShown(READY) && <ReadyGroups search={wanted} />}
      {isShown(OWN) &&
        categories.map((category) => (
          <Group
            key={category}
            title={category}
            offers={own.filter((one) => one.category === category).map((one) => ({ ...one, key: one.id }))}
          />
        ))}
      {PRESET_GROUPS.filter(isShown).map((group) => (
        <Group key={group} title={group} offers={found.filter((one) => one.group === group).map(keyed)} />
      ))}
    </>
  )
}

/** What makes stencils: tracing, drawing out, artwork; and the ones kept. */
export const StencilTools = () => (
  <>
    <CommandButton namedByWords id="trace" />
    <CommandButton namedByWords id="drawOut">
      Draw out
    </CommandButton>
    <CommandButton namedByWords id="artwork">
      From artwork
    </CommandButton>
    <CommandButton namedByWords id="yourStencils" />
  </>
)
