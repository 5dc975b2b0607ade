'use client'
import { scaledLayer } from '@/core/finish/scaled'
import { SAMPLE } from '@/client/store/colours'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useMemo, useState, type ReactNode } from 'react'
import type { Slots } from '@/core/colour/slots'
import { FINISH_PRESETS } from '@/core/finish/presets'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { finishUses } from '@/core/document/finish'
import type { Frame, NamedFinish, Project, Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { CommandButton } from '@/client/commands/CommandButton'
import { Tile, TileMore } from '@/client/parts/Tile'
import { Thumbnail } from '@/client/stage/Thumbnail'
import {
  applyNamed,
  applyPreset,
  finishScale,
  presetFinish,
  removeNamed,
  tryFinish,
  usersOf,
} from '@/client/store/finishes'
import {
  applyKeptFinish,
  finishOfKept,
  forgetStyle,
  isOfKept,
  keepNamedFinish,
  keptAs,
  keptFinishes,
  type KeptFinish,
} from '@/client/store/keptStyles'
import { usedFinishes } from '@/client/store/finishUse'
import { selectItems } from '@/client/store/selection'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/parts/Supplies.module.css'
import { openFinish } from '@/client/store/slices/dialogs'

const SIZE = { w: 76, h: 52 }
/** The length that stands for `finishScale` on a tile, in points. */
const TILE_SCALE = 3

/** A small sheet with one frame that has the finish. */
const sampleOf = (
  finish: NamedFinish,
  k: number,
  slots: Slots,
): { readonly project: Project; readonly sheet: Sheet } => {
  const frame: Frame = {
    ...newFrame(
      'sample',
      { kind: 'rectangle', ...(finish.corners ? { corners: [finish.corners] } : {}) },
      {
        cx: SIZE.w / 2,
        cy: SIZE.h / 2,
        w: 44,
        h: 28,
      },
    ),
    fill: {
      kind: 'gradient',
      shape: 'linear',
      turn: 70,
      stops: SAMPLE.stops,
    },
    finish: { layers: finish.layers.map((layer) => scaledLayer(layer, k)) },
    ...(finish.opacity === undefined ? {} : { opacity: finish.opacity }),
  }
  const empty = newSheet('tile', 'Tile', { unit: 'pt', size: SIZE, ppi: 72, bleed: 0 })
  const sheet: Sheet = {
    ...empty,
    background: { kind: 'colour', colour: SAMPLE.ground },
    order: [frame.id],
    items: { [frame.id]: frame },
  }
  return { project: { ...newProject('sample', 'Sample', sheet), slots }, sheet }
}

const Sample = ({ finish, k }: { readonly finish: NamedFinish; readonly k: number }) => {
  const slots = useBench((state) => state.project.slots)
  const { project, sheet } = useMemo(() => sampleOf(finish, k, slots), [finish, k, slots])
  return <Thumbnail project={project} sheet={sheet} width={SIZE.w} height={SIZE.h} />
}

/** A press gives what is selected the finish; while the pointer is on it, the sheet shows what it would look like. */
const FinishTile = ({
  finish,
  k,
  isUsed,
  uses = 0,
  onPress,
}: {
  readonly finish: NamedFinish
  readonly k: number
  readonly isUsed: boolean
  /** How many have it. */
  readonly uses?: number
  readonly onPress: () => void
}) => {
  const bench = useBenchHandle()
  return (
    <Tile
      data-supply
      edged
      className={styles.stencilSupply}
      isChosen={isUsed}
      caption={finish.name}
      says={`${finish.name}: press to give it to what is selected`}
      onPointerEnter={() => tryFinish(bench, finish)}
      onPointerLeave={() => tryFinish(bench, null)}
      onClick={() => {
        tryFinish(bench, null)
        onPress()
      }}
      uses={uses}
    >
      <Sample finish={finish} k={k} />
    </Tile>
  )
}

const NamedTile = ({ finish, k }: { readonly finish: NamedFinish; readonly k: number }) => {
  const bench = useBenchHandle()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const uses = useBench((state) => finishUses(state.project, finish.id).length)
  const isUsed = useBench((state) => {
    const sheet = state.project.sheets[state.sheetId]
    return state.selection.some((id) => sheet?.items[id]?.finish?.finishId === finish.id)
  })
  const kept = useBench((state) => keptAs(state, finish))
  const then = (act: () => void) => () => {
    setAnchor(null)
    act()
  }
  return (
    <div
      className={styles.holder}
      onContextMenu={(event) => {
        event.preventDefault()
        setAnchor(event.currentTarget)
      }}
    >
      <FinishTile finish={finish} k={k} isUsed={isUsed} uses={uses} onPress={() => applyNamed(bench, finish.id)} />
      <TileMore of={finish.name} isTabbed onOpen={(event) => setAnchor(event.currentTarget)} />
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={then(() => applyNamed(bench, finish.id))}>Give it to what is selected</MenuItem>
        <MenuItem onClick={then(() => openFinish(bench, finish.id))}>Rename or change its category…</MenuItem>
        <MenuItem disabled={uses === 0} onClick={then(() => selectItems(bench, usersOf(bench, finish.id)))}>
          Select all on this sheet that use it
        </MenuItem>
        {kept ? (
          <MenuItem onClick={then(() => void forgetStyle(bench, kept))}>No longer keep it for all projects</MenuItem>
        ) : (
          <MenuItem onClick={then(() => void keepNamedFinish(bench, finish))}>Keep it for all projects</MenuItem>
        )}
        <MenuItem onClick={then(() => removeNamed(bench, finish.id))}>
          Remove the name; its {uses} users keep the look
        </MenuItem>
      </Menu>
    </div>
  )
}

/** A finish kept for all projects that this one has not. */
const KeptTile = ({ kept, k }: { readonly kept: KeptFinish; readonly k: number }) => {
  const bench = useBenchHandle()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const finish = useMemo(() => finishOfKept(kept, 'kept'), [kept])
  const then = (act: () => void) => () => {
    setAnchor(null)
    act()
  }
  return (
    <div
      className={styles.holder}
      onContextMenu={(event) => {
        event.preventDefault()
        setAnchor(event.currentTarget)
      }}
    >
      <FinishTile finish={finish} k={k} isUsed={false} onPress={() => applyKeptFinish(bench, kept)} />
      <TileMore of={kept.name} isTabbed onOpen={(event) => setAnchor(event.currentTarget)} />
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={then(() => applyKeptFinish(bench, kept))}>Give it to what is selected</MenuItem>
        <MenuItem onClick={then(() => void forgetStyle(bench, kept))}>No longer keep it for all projects</MenuItem>
      </Menu>
    </div>
  )
}

/** A finish that came with the program and still has its name. */
const isOffered = ({ name, category }: NamedFinish): boolean =>
  category === '' && FINISH_PRESETS.some((preset) => preset.name === name)

const found = (name: string, search: string): boolean => name.toLowerCase().includes(search.trim().toLowerCase())

const MOST_RECENT = 6

/** One of the groups of the strip. */
const Group = ({ title, children }: { readonly title: string; readonly children: ReactNode }) => (
  <section className={styles.group} aria-label={title}>
    <h3 className={panel.kind}>{title}</h3>
    <div className={styles.groupRow}>{children}</div>
  </section>
)

/** Those used last, finishes of the project by category, those kept for all projects, then those that come with the program. */
export const FinishSupplies = ({ search }: { readonly search: string }) => {
  const bench = useBenchHandle()
  const finishes = useBench((state) => state.project.finishes)
  const allKept = useBench((state) => state.styles)
  const scale = useBench(() => finishScale(bench))
  // Read when the tab opens: what is pressed stays where it is.
  const [used] = useState(usedFinishes)
  const k = TILE_SCALE / scale
  const all = Object.values(finishes)
  const named = all.filter((one) => !isOffered(one) && found(`${one.name} ${one.category}`, search))
  const categories = [...new Set(named.map(({ category }) => category))].sort()
  const kept = keptFinishes(allKept).filter(
    (one) => found(`${one.name} ${one.category}`, search) && !all.some((held) => isOfKept(held, one)),
  )
  const offered = FINISH_PRESETS.filter(({ name }) => found(name, search))
  // One that is in use stays where it was pressed.
  const offeredTile = (name: string): ReactNode => {
    const held = all.find((one) => isOffered(one) && one.name === name)
    return held ? <NamedTile key={name} finish={held} k={k} /> : <OfferedTile key={name} name={name} />
  }
  const tileOf = (use: string): ReactNode => {
    const key = use.slice(use.indexOf(' ') + 1)
    const own = use.startsWith('named') ? finishes[key] : undefined
    const ofAll = use.startsWith('kept') ? kept.find(({ id }) => id === key) : undefined
    if (own) return <NamedTile key={use} finish={own} k={k} />
    if (ofAll) return <KeptTile key={use} kept={ofAll} k={k} />
    return use.startsWith('offered') && offered.some(({ name }) => name === key) ? offeredTile(key) : null
  }
  const recent = search.trim() ? [] : used.flatMap((use) => tileOf(use) ?? []).slice(0, MOST_RECENT)
  if (!named.length && !kept.length && !offered.length)
    return <div className={panel.kind}>No finish is called “{search.trim()}”.</div>
  return (
    <>
      {recent.length > 0 && <Group title="Used last">{recent}</Group>}
      {categories.map((category) => (
        <Group key={category} title={category || 'Of this project'}>
          {named
            .filter((one) => one.category === category)
            .map((finish) => (
              <NamedTile key={finish.id} finish={finish} k={k} />
            ))}
        </Group>
      ))}
      {kept.length > 0 && (
        <Group title="For all projects">
          {kept.map((one) => (
            <KeptTile key={one.id} kept={one} k={k} />
          ))}
        </Group>
      )}
      {offered.length > 0 && <Group title="To begin with">{offered.map(({ name }) => offeredTile(name))}</Group>}
    </>
  )
}

const OfferedTile = ({ name }: { readonly name: string }) => {
  const bench = useBenchHandle()
  const scale = useBench(() => finishScale(bench))
  const preset = FINISH_PRESETS.find((one) => one.name === name)
  const finish = useMemo(() => preset && presetFinish(preset, 'offered', scale), [preset, scale])
  if (!preset || !finish) return null
  return <FinishTile finish={finish} k={TILE_SCALE / scale} isUsed={false} onPress={() => applyPreset(bench, preset)} />
}

/** What is done with finishes beside pressing one. */
export const FinishTools = () => (
  <>
    <CommandButton namedByWords id="copyFinish" />
    <CommandButton namedByWords id="pasteFinish" />
    <CommandButton namedByWords id="nameFinish">
      Name the selected one
    </CommandButton>
  </>
)
