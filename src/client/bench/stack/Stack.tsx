'use client'
import KeyboardDoubleArrowLeft from '@mui/icons-material/KeyboardDoubleArrowLeft'
import KeyboardDoubleArrowRight from '@mui/icons-material/KeyboardDoubleArrowRight'
import Typography from '@mui/material/Typography'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import { Tip } from '@/client/parts/Tip'
import { useShownRows } from '@/client/parts/useShownRows'
import { useMemo, useRef, useState } from 'react'
import { BACKGROUND_ID } from '@/core/document/background'
import { framesOffSheet } from '@/core/document/extent'
import { groupsAround } from '@/core/document/tree'
import type { Item, Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { heldSheet } from '@/client/store/benchStore'
import { select } from '@/client/store/selection'
import { StackRow } from '@/client/bench/stack/StackRow'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/bench/stack/Stack.module.css'
import { widenStack } from '@/client/store/slices/view'

interface Row {
  readonly item: Item
  readonly depth: number
  readonly isOpen: boolean
}

/** The rows to show, top first; members only of groups that are open. */
const rowsOf = (sheet: Sheet, open: ReadonlySet<string>): readonly Row[] => {
  const rows: Row[] = []
  const visit = (order: readonly string[], depth: number): void => {
    for (const id of order.toReversed()) {
      const item = sheet.items[id]
      if (!item) continue
      const isOpen = item.kind === 'group' && open.has(id)
      rows.push({ item, depth, isOpen })
      if (item.kind === 'group' && isOpen) visit(item.order, depth + 1)
    }
  }
  visit(sheet.order, 0)
  return rows
}

/** The groups that show their members: those opened by hand, and those around what is selected. */
const useOpenGroups = (sheet: Sheet) => {
  const [toggled, setToggled] = useState<ReadonlySet<string>>(new Set())
  const selection = useBench((state) => state.selection)
  const open = useMemo(() => {
    const all = new Set(toggled)
    for (const id of selection) for (const group of groupsAround(sheet, id)) all.add(group)
    return all
  }, [toggled, selection, sheet])
  const toggle = (id: string): void => {
    const next = new Set(toggled)
    if (open.has(id)) next.delete(id)
    else next.add(id)
    setToggled(next)
  }
  return { open, toggle }
}

const BackgroundRow = () => {
  const handle = useBenchHandle()
  const isChosen = useBench((state) => state.selection[0] === BACKGROUND_ID)
  return (
    <div className={styles.row} data-chosen={isChosen}>
      <Tip says="The background picture: press to place it">
        <ButtonBase className={styles.press} aria-pressed={isChosen} onClick={() => select(handle, BACKGROUND_ID)}>
          <Typography variant="caption" sx={{ width: '100%', py: 0.75, bgcolor: 'background.default' }}>
            Background
          </Typography>
        </ButtonBase>
      </Tip>
    </div>
  )
}

/** About how high a row is, in pixels. */
const ROW = 46

/** What lies on the sheet, top first: pressed to select, dragged to reorder or to carry a picture out. */
export const Stack = () => {
  const handle = useBenchHandle()
  const sheet = useBench(heldSheet)
  const isWide = useBench((state) => state.isStackWide)
  const { open, toggle } = useOpenGroups(sheet)
  const off = useMemo(() => new Set(framesOffSheet(sheet).map(({ id }) => id)), [sheet])
  const rows = rowsOf(sheet, open)
  const isPicture = sheet.background.kind === 'picture'
  const scroller = useRef<HTMLElement>(null)
  const shown = useShownRows({
    scroller,
    keys: [...rows.map(({ item }) => item.id), ...(isPicture ? [BACKGROUND_ID] : [])],
    size: () => ROW,
  })
  const words = isWide ? 'Show pictures only' : 'Show names, hide and lock'
  return (
    <nav
      ref={scroller}
      className={styles.stack}
      data-wide={isWide}
      data-region="stack"
      aria-label="Stack: what lies on the sheet, top first"
    >
      <Typography variant="subtitle2" component="h2" align="center">
        Stack
        <Tip says={words}>
          <IconButton aria-label={words} aria-pressed={isWide} onClick={() => widenStack(handle, !isWide)}>
            {isWide ? <KeyboardDoubleArrowRight fontSize="inherit" /> : <KeyboardDoubleArrowLeft fontSize="inherit" />}
          </IconButton>
        </Tip>
      </Typography>
      <ul className={panel.list} style={shown.room} onFocus={shown.onFocus}>
        {shown.rows.map((place) => {
          const row = rows[place.index]
          return (
            <li
              key={place.key}
              ref={shown.measure}
              data-index={place.index}
              style={shown.style(place)}
              aria-setsize={rows.length + (isPicture ? 1 : 0)}
              aria-posinset={place.index + 1}
            >
              {row ? (
                <StackRow
                  item={row.item}
                  depth={row.depth}
                  isOpen={row.isOpen}
                  isOff={off.has(row.item.id)}
                  onToggle={() => toggle(row.item.id)}
                />
              ) : (
                <BackgroundRow />
              )}
            </li>
          )
        })}
      </ul>
      {!rows.length && <p className={panel.kind}>Nothing yet</p>}
    </nav>
  )
}
