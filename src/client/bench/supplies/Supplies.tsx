'use client'
import { SheetSupplies } from '@/client/bench/supplies/SheetSupplies'
import { refOf } from '@/client/store/libraryPictures'
import { usePictureUrl } from '@/client/binding/usePictureUrl'
import { carryOf, carriedOf, choosingOf } from '@/client/store/modes'
import { later } from '@/client/parts/later'
import Button from '@mui/material/Button'
import Chip from '@mui/material/Chip'
import Tab from '@mui/material/Tab'
import Typography from '@mui/material/Typography'
import Tabs from '@mui/material/Tabs'
import { useEffect, useRef, useState, useMemo } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { useWhenStill } from '@/client/binding/useLive'
import { useWarmUp } from '@/client/binding/useWarmUp'
import { levelCount } from '@/core/render/needs'
import { PRESETS } from '@/core/stencil/presets'
import { CommandButton } from '@/client/commands/CommandButton'
import { DragEdge } from '@/client/parts/DragEdge'
import { RailButton } from '@/client/parts/RailButton'
import { Search } from '@/client/parts/fields/Search'
import { ReadyGroupIcon } from '@/client/parts/ReadyGroupIcon'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { PictureSupplies, stripKeys } from '@/client/bench/supplies/PictureSupplies'
import { chosenPictures, fillFromSet } from '@/client/store/arrangement'
import { focusSupplies } from '@/client/gestures/focus'
import { followStripWheel } from '@/client/gestures/stripWheel'
import { choosingWords, leaveChoosing } from '@/client/store/choosing'
import { PICTURE_SCOPES, SUPPLIES_TABS, type SuppliesTab } from '@/client/store/state'
import type { Carried } from '@/client/store/modes'
import { fillingOf } from '@/core/document/filling'
import { heldSheet } from '@/client/store/benchStore'
import { isFillable } from '@/client/store/filling'
import { previewRefill } from '@/client/store/retemplate'
import { Floating } from '@/client/parts/Floating'
import { ALL_GROUPS } from '@/client/templates/found'
import styles from '@/client/parts/Supplies.module.css'
import { showPictures, showTab, putMarked } from '@/client/store/slices/supplies'

// What a tab holds comes when it is first opened.
const StencilSupplies = later(() => import('@/client/bench/supplies/StencilSupplies').then((m) => m.StencilSupplies))
const StencilTools = later(() => import('@/client/bench/supplies/StencilSupplies').then((m) => m.StencilTools))
const FinishSupplies = later(() => import('@/client/bench/supplies/FinishSupplies').then((m) => m.FinishSupplies))
const LetterSupplies = later(() => import('@/client/letters/LetterSupplies').then((m) => m.LetterSupplies))
const LetterTools = later(() => import('@/client/letters/LetterSupplies').then((m) => m.LetterTools))
const AlphabetPanel = later(() => import('@/client/letters/AlphabetPanel').then((m) => m.AlphabetPanel))
const FinishTools = later(() => import('@/client/bench/supplies/FinishSupplies').then((m) => m.FinishTools))

const TimeLine = later(() => import('@/client/bench/time/TimeLine').then((m) => m.TimeLine))
const TimeTools = later(() => import('@/client/bench/time/TimeLine').then((m) => m.TimeTools))
const TemplateSupplies = later(() => import('@/client/bench/supplies/TemplateSupplies').then((m) => m.TemplateSupplies))
const TemplateTools = later(() => import('@/client/bench/supplies/TemplateSupplies').then((m) => m.TemplateTools))

/** Once a hand stirs, so that tabs are there when they are pressed. */
const SOON = [
  StencilSupplies.warm,
  StencilTools.warm,
  LetterSupplies.warm,
  LetterTools.warm,
  TemplateSupplies.warm,
  TemplateTools.warm,
  FinishSupplies.warm,
  FinishTools.warm,
  TimeLine.warm,
  TimeTools.warm,
]

const SEARCH_NAMES: Readonly<Record<SuppliesTab, string>> = {
  Pictures: 'Search pictures by name and tag',
  Stencils: 'Search stencils',
  Letters: 'Search typefaces',
  Templates: 'Search templates',
  Finishes: 'Search finishes',
  Time: '',
}

/** The strip's own padding, both sides. */
const ROOM = 28
const HEIGHT = { least: 148, most: 460, first: 156, wraps: 256, panel: 330 }

const CarriedPicture = ({
  carried,
}: {
  readonly carried: Exclude<Carried, { readonly kind: 'stencil' | 'ready' | 'text' | 'files' }>
}) => {
  const project = useBench((state) => state.project)
  const held = carried.kind === 'fill' ? project.pictures[carried.pictureId] : undefined
  const ref = useMemo(
    () => (carried.kind === 'picture' ? refOf(carried.picture, project) : held),
    [carried, project, held],
  )
  const url = usePictureUrl(ref, ref ? levelCount(ref.pixels) - 1 : 0)
  // eslint-disable-next-line @next/next/no-img-element -- a local file at a size chosen by us
  return url === undefined ? null : <img src={url} alt="" />
}

/** What is carried, at the pointer. */
export const CarriedTag = () => {
  const carried = useBench((state) => carriedOf(state))
  const at = useBench((state) => carryOf(state)?.at ?? null)
  const over = useBench((state) => carryOf(state)?.dropFrame ?? null)
  if (!carried || !at) return null
  return (
    <Floating kind="carried" isOver={over !== null} at={{ left: at.x, top: at.y }}>
      {carried.kind === 'stencil' ? (
        <StencilIcon stencil={carried.stencil} />
      ) : carried.kind === 'ready' ? (
        <ReadyGroupIcon group={carried.group} />
      ) : carried.kind === 'text' ? (
        <strong>{carried.text}</strong>
      ) : carried.kind === 'files' ? (
        <strong>{carried.count > 1 ? `${carried.count} files` : 'One file'}</strong>
      ) : (
        <CarriedPicture carried={carried} />
      )}
    </Floating>
  )
}

const SCOPE_WORDS = { all: 'All', project: 'This project', recent: 'Recent', sheets: 'Sheets' } as const

/** Which pictures are looked at; of all, those of this project come first, then those used last. */
const PictureScopes = () => {
  const bench = useBenchHandle()
  const scope = useBench((state) => state.pictureScope)
  return (
    <span className={styles.groupRow} role="group" aria-label="Which pictures">
      {PICTURE_SCOPES.map((each) => (
        <Chip
          key={each}
          clickable
          label={SCOPE_WORDS[each]}
          aria-pressed={scope === each}
          color={scope === each ? 'primary' : 'default'}
          variant={scope === each ? 'filled' : 'outlined'}
          onClick={() => showPictures(bench, each)}
        />
      ))}
    </span>
  )
}

const PictureTools = ({ onAdd }: { readonly onAdd: () => void }) => {
  const bench = useBenchHandle()
  const marked = useBench((state) => state.marked.length)
  const isFilled = useWhenStill((state) => isFillable(state) && fillingOf(heldSheet(state)).filled > 0)
  const waits = useBench((state) => choosingWords(choosingOf(state)))
  return (
    <>
      {waits !== null && (
        <Typography variant="subtitle2" color="primary" noWrap sx={{ flex: 1 }}>
          {waits} Esc leaves it.
        </Typography>
      )}
      {marked > 0 && (
        <>
          <Button variant="contained" size="small" onClick={() => fillFromSet(bench, chosenPictures(bench.get()))}>
            Fill from these {marked}
          </Button>
          {isFilled && (
            <RailButton label="Refill with the marked pictures: see it first" onPress={() => previewRefill(bench)}>
              Refill…
            </RailButton>
          )}
          <RailButton label="Mark no picture" onPress={() => putMarked(bench, [])}>
            Unmark
          </RailButton>
        </>
      )}
      <PictureScopes />
      <Button size="small" onClick={onAdd}>
        Add pictures
      </Button>
      <CommandButton namedByWords id="library">
        Library
      </CommandButton>
      <CommandButton namedByWords id="stock">
        Stock
      </CommandButton>
    </>
  )
}

/** Long enough for a tab to be filled. */
const FOCUS_MS = 60

/** What is searched in a tab: how many there are. */
const SuppliesSearch = ({
  tab,
  search,
  onSearch,
}: {
  readonly tab: SuppliesTab
  readonly search: string
  readonly onSearch: (search: string) => void
}) => {
  const scope = useBench((state) => state.pictureScope)
  const count = useBench((state) => state.pictures.length)
  const faceCount = useBench((state) => state.faces.length)
  const stencilCount = useBench((state) => state.kept.length) + PRESETS.length
  const templateCount = useBench((state) => state.templates?.length)
  const offered: Readonly<Record<SuppliesTab, string>> = {
    Pictures: `${count} pictures`,
    Stencils: `${stencilCount} stencils`,
    Letters: `${faceCount} typefaces`,
    Templates: templateCount === undefined ? 'templates' : `${templateCount} templates`,
    Finishes: 'finishes',
    Time: '',
  }
  const isOfSheets = tab === 'Pictures' && scope === 'sheets'
  return (
    <Search
      name={isOfSheets ? 'Search sheets by name' : SEARCH_NAMES[tab]}
      placeholder={isOfSheets ? 'Search sheets' : `Search ${offered[tab]}`}
      value={search}
      onValue={onSearch}
    />
  )
}

/** The strip at the foot of the bench. */
export const Supplies = ({ onAdd }: { readonly onAdd: () => void }) => {
  useWarmUp(SOON)
  const tab = useBench((state) => state.suppliesTab)
  const scope = useBench((state) => state.pictureScope)
  // A search is of the tab that it was typed in, and ends when another is shown, by whatever.
  const [searched, setSearched] = useState({ tab, text: '' })
  const search = searched.tab === tab ? searched.text : ''
  const [group, setGroup] = useState(ALL_GROUPS)
  const [height, setHeight] = useState<number>(HEIGHT.first)
  const isPanelOpen = useBench((state) => state.alphabetPanel !== null)
  const waits = useBench((state) => choosingWords(choosingOf(state)))
  const strip = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  const bench = useBenchHandle()
  useEffect(() => {
    const element = strip.current
    if (!element) return
    const observer = new ResizeObserver(() => setWidth(element.clientWidth))
    observer.observe(element)
    const stopWheel = followStripWheel(element)
    return () => {
      observer.disconnect()
      stopWheel()
    }
  }, [])
  // Whoever chooses by keyboard is among the pictures at once.
  useEffect(() => {
    if (waits === null) return
    // The pictures may only now be made, after another tab.
    const timer = setTimeout(focusSupplies, FOCUS_MS)
    return () => clearTimeout(timer)
  }, [waits])
  // What comes in stands at the head of the strip, and is seen there.
  const uploads = useBench((state) => state.uploads.length)
  useEffect(() => {
    if (uploads > 0) strip.current?.scrollTo({ left: 0, top: 0 })
  }, [uploads])
  const tall = isPanelOpen ? Math.max(height, HEIGHT.panel) : height
  return (
    <section className={styles.supplies} style={{ height: tall }} data-region="supplies" aria-label="Supplies">
      <div className={styles.tabs}>
        <Tabs
          value={tab}
          selectionFollowsFocus
          aria-label="Supplies"
          onChange={(_event, each: SuppliesTab) => {
            showTab(bench, each)
            if (each !== 'Pictures') leaveChoosing(bench)
          }}
        >
          {SUPPLIES_TABS.map((each) => (
            <Tab key={each} value={each} label={each} />
          ))}
        </Tabs>
        <div className={styles.tools}>
          {tab === 'Stencils' && <StencilTools />}
          {tab === 'Letters' && <LetterTools />}
          {tab === 'Templates' && <TemplateTools group={group} onGroup={setGroup} />}
          {tab === 'Finishes' && <FinishTools />}
          {tab === 'Pictures' && <PictureTools onAdd={onAdd} />}
          {tab === 'Time' && <TimeTools />}
          {tab !== 'Time' && (
            <SuppliesSearch tab={tab} search={search} onSearch={(text) => setSearched({ tab, text })} />
          )}
        </div>
      </div>
      <div className={styles.body}>
        <div
          ref={strip}
          className={styles.strip}
          data-tall={tall >= HEIGHT.wraps}
          role="tabpanel"
          aria-label={tab}
          onKeyDown={stripKeys}
        >
          {tab === 'Pictures' && scope === 'sheets' ? (
            <SheetSupplies search={search} />
          ) : tab === 'Pictures' ? (
            <PictureSupplies
              search={search}
              onAdd={onAdd}
              scroller={strip}
              room={tall >= HEIGHT.wraps ? width - ROOM : null}
            />
          ) : tab === 'Stencils' ? (
            <StencilSupplies search={search} />
          ) : tab === 'Letters' ? (
            <LetterSupplies search={search} />
          ) : tab === 'Templates' ? (
            <TemplateSupplies search={search} group={group} scroller={strip} isTall={tall >= HEIGHT.wraps} />
          ) : tab === 'Time' ? (
            <TimeLine />
          ) : (
            <FinishSupplies search={search} />
          )}
        </div>
        {isPanelOpen && <AlphabetPanel />}
      </div>
      <DragEdge
        label="Height of the supplies"
        at="head"
        value={tall}
        min={HEIGHT.least}
        max={HEIGHT.most}
        onValue={setHeight}
      />
    </section>
  )
}
