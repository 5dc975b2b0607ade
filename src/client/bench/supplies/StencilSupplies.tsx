'use client'
import { cuts, armedOf } from '@/client/store/modes'
import { useState } from 'react'
import { isStencilFound, PRESET_GROUPS, PRESETS } from '@/core/stencil/presets'
import type { Stencil } from '@/core/stencil/stencil'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { shownKey } from '@/client/gestures/keys'
import { focusTable } from '@/client/gestures/focus'
import { useCarry } from '@/client/gestures/useCarry'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { putFrame } from '@/client/store/actions'
import { StencilMenu } from '@/client/bench/supplies/StencilMenu'
import { startTrace } from '@/client/store/trace'
import styles from '@/client/parts/Supplies.module.css'
import { setDrawsOut, toggleInHand } from '@/client/store/slices/mode'
import { openArtwork, openDialog } from '@/client/store/slices/dialogs'

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
      <button
        type="button"
        data-supply
        className={`${styles.supply} ${styles.stencilSupply} ${isArmed ? styles.marked : ''}`}
        aria-pressed={isArmed}
        title={
          drawsOut
            ? `${name}: press, then draw it out on the sheet`
            : `${name}: press to put one on the sheet, drag it to a spot`
        }
        {...carry({ kind: 'stencil', stencil, aspect })}
        onClick={() => {
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
        <span className={styles.stencilCaption}>{name}</span>
      </button>
      {anchor && <StencilMenu stencil={stencil} aspect={aspect} anchor={anchor} onClose={() => setAnchor(null)} />}
    </>
  )
}

const Group = ({ title, offers }: { readonly title: string; readonly offers: readonly Offer[] }) =>
  offers.length > 0 && (
    <section className={styles.group} aria-label={title}>
      <h3>{title}</h3>
      <div className={styles.groupRow}>
        {offers.map((offer) => (
          <StencilSupply {...offer} key={offer.key} />
        ))}
      </div>
    </section>
  )

/** Outlines of one's own by category, then those that come with the program. */
export const StencilSupplies = ({ search }: { readonly search: string }) => {
  const kept = useBench((state) => state.kept)
  const wanted = search.trim()
  const own = kept.filter(({ name, category }) => isStencilFound({ name, group: category, words: '' }, wanted))
  const categories = [...new Set(own.map(({ category }) => category))]
  const found = PRESETS.filter((preset) => isStencilFound(preset, wanted))
  if (!own.length && !found.length) return <div className={styles.note}>No stencil is called “{wanted}”.</div>
  return (
    <>
      {categories.map((category) => (
        <Group
          key={category}
          title={category}
          offers={own.filter((one) => one.category === category).map((one) => ({ ...one, key: one.id }))}
        />
      ))}
      {PRESET_GROUPS.map((group) => (
        <Group
          key={group}
          title={group}
          offers={found.filter((one) => one.group === group).map((one) => ({ ...one, key: one.name }))}
        />
      ))}
    </>
  )
}

/** What makes stencils: tracing, drawing out, artwork; and the ones kept. */
export const StencilTools = () => {
  const bench = useBenchHandle()
  const drawsOut = useBench((state) => state.drawsOut)
  return (
    <span className={styles.marks}>
      <button
        type="button"
        className={styles.add}
        title={`Trace an outline over a picture (${shownKey('trace')})`}
        onClick={() => startTrace(bench)}
      >
        Trace an outline
      </button>
      <button
        type="button"
        className={styles.add}
        aria-pressed={drawsOut}
        title="Stencils pressed here are then drawn out on the sheet"
        onClick={() => setDrawsOut(bench, !drawsOut)}
      >
        {drawsOut ? '✓ Draw out' : 'Draw out'}
      </button>
      <button type="button" className={styles.add} onClick={() => openArtwork(bench, [])}>
        From artwork
      </button>
      <button type="button" className={styles.add} onClick={() => openDialog(bench, 'stencils')}>
        Your stencils
      </button>
    </span>
  )
}
