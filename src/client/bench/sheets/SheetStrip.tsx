'use client'
import Add from '@mui/icons-material/Add'
import Button from '@mui/material/Button'
import Close from '@mui/icons-material/Close'
import MoreHoriz from '@mui/icons-material/MoreHoriz'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import { InlineName } from '@/client/parts/fields/InlineName'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useDrag } from '@use-gesture/react'
import { later } from '@/client/parts/later'
import { useRef, useState } from 'react'
import type { Size } from '@/core/geometry/vector'
import { useShownRows } from '@/client/parts/useShownRows'
import { sheetOf } from '@/core/document/read'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { Thumbnail } from '@/client/stage/Thumbnail'
import { addNewSheet, duplicateSheet, placeSheet, renameSheet, takeSheetAway } from '@/client/store/sheets'
import { setSheet } from '@/client/store/view'
import { CommandButton } from '@/client/commands/CommandButton'
import { RailButton } from '@/client/parts/RailButton'
import Typography from '@mui/material/Typography'
import panel from '@/client/parts/Panel.module.css'
import { Tip } from '@/client/parts/Tip'
import styles from '@/client/bench/sheets/SheetStrip.module.css'
import { showTab } from '@/client/store/slices/supplies'
import { showSheetStrip } from '@/client/store/slices/view'

const NewSheetDialog = later(() => import('@/client/projects/NewSheetDialog').then((m) => m.NewSheetDialog))

const HEIGHT = 64
const WIDEST = 130
/** What a tile takes beside its picture, and at least, in pixels. */
const AROUND = { beside: 12, least: 76, gap: 6 }

const pictureWidth = ({ w, h }: Size): number => Math.round(Math.min(WIDEST, Math.max(24, (HEIGHT * w) / h)))

/** What the size dialog is asked for: a new sheet, or a copy of one. */
type SizeFor = { readonly kind: 'new' } | { readonly kind: 'copy'; readonly sheetId: string }

const SheetMenu = ({
  sheetId,
  anchor,
  onClose,
  onRename,
  onSize,
}: {
  readonly sheetId: string
  readonly anchor: HTMLElement | null
  readonly onClose: () => void
  readonly onRename: () => void
  readonly onSize: (of: SizeFor) => void
}) => {
  const bench = useBenchHandle()
  const order = useBench((state) => state.project.order)
  const at = order.indexOf(sheetId)
  const run = (act: () => void) => () => {
    onClose()
    act()
  }
  return (
    <Menu open={anchor !== null} anchorEl={anchor} onClose={onClose}>
      {/* The menu gives the focus back as it closes; the field takes it after that. */}
      <MenuItem onClick={run(() => setTimeout(onRename))}>Rename</MenuItem>
      <MenuItem onClick={run(() => duplicateSheet(bench, sheetId))}>Duplicate</MenuItem>
      <MenuItem onClick={run(() => onSize({ kind: 'copy', sheetId }))}>Duplicate at another size…</MenuItem>
      <MenuItem disabled={at === 0} onClick={run(() => placeSheet(bench, sheetId, at - 1))}>
        Move before
      </MenuItem>
      <MenuItem disabled={at === order.length - 1} onClick={run(() => placeSheet(bench, sheetId, at + 1))}>
        Move after
      </MenuItem>
      <MenuItem disabled={order.length < 2} onClick={run(() => takeSheetAway(bench, sheetId))}>
        Remove
      </MenuItem>
    </Menu>
  )
}

interface TileProps {
  readonly sheetId: string
  readonly number: number
  readonly onSize: (of: SizeFor) => void
  readonly onPlace: (x: number, isLast: boolean) => void
}

/** One sheet of the strip: pressed it is shown, dragged it changes its place. */
const SheetTile = ({ sheetId, number, onSize, onPlace }: TileProps) => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.project)
  const isShown = useBench((state) => state.sheetId === sheetId)
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [isWriting, setWriting] = useState(false)
  const sheet = sheetOf(project, sheetId)
  const width = pictureWidth(sheet.size)
  const bind = useDrag(
    ({ xy: [x], last, tap, canceled }) => {
      if (!tap && !canceled) onPlace(x, last)
    },
    { filterTaps: true, threshold: 6, pointer: { keys: false } },
  )
  const rename = (text: string): void => {
    setWriting(false)
    if (text.trim() && text.trim() !== sheet.name) renameSheet(bench, sheetId, text.trim().slice(0, 200))
  }
  return (
    <div className={styles.tile} data-shown={isShown} data-sheet-tile={sheetId}>
      <Tip says={`${sheet.name}. Drag to change its place, F2 to rename`} describes>
        <ButtonBase
          className={styles.press}
          {...bind()}
          aria-current={isShown ? 'page' : undefined}
          aria-label={`Sheet ${number}: ${sheet.name}`}
          onClick={() => setSheet(bench, sheetId)}
          onDoubleClick={() => setWriting(true)}
          onContextMenu={(event) => {
            event.preventDefault()
            setAnchor(event.currentTarget)
          }}
          onKeyDown={(event) => event.key === 'F2' && setWriting(true)}
        >
          <Thumbnail project={project} sheet={sheet} width={width} height={HEIGHT} />
        </ButtonBase>
      </Tip>
      <div className={panel.row}>
        {isWriting ? (
          <InlineName
            label={`New name of ${sheet.name}`}
            name={sheet.name}
            onName={rename}
            onLeave={() => setWriting(false)}
          />
        ) : (
          <Typography variant="caption" noWrap sx={{ flex: 1 }}>
            {number}. {sheet.name}
          </Typography>
        )}
        <IconButton
          aria-label={`More to do with ${sheet.name}`}
          aria-haspopup="menu"
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          <MoreHoriz fontSize="inherit" />
        </IconButton>
      </div>
      <SheetMenu
        sheetId={sheetId}
        anchor={anchor}
        onClose={() => setAnchor(null)}
        onRename={() => setWriting(true)}
        onSize={onSize}
      />
    </div>
  )
}

/** All sheets of the project in order: go to, add, duplicate, reorder, rename, remove. */
export const SheetStrip = () => {
  const bench = useBenchHandle()
  const order = useBench((state) => state.project.order)
  const scroller = useRef<HTMLDivElement>(null)
  const sheets = useBench((state) => state.project.sheets)
  const shown = useShownRows({
    scroller,
    keys: order,
    size: (i) => {
      const size = sheets[order[i] ?? '']?.size
      return Math.max(AROUND.least, size ? pictureWidth(size) + AROUND.beside : 0)
    },
    across: true,
    gap: AROUND.gap,
  })
  const [mark, setMark] = useState<number | null>(null)
  const [sizeFor, setSizeFor] = useState<SizeFor | null>(null)
  const place = (sheetId: string, x: number, isLast: boolean): void => {
    const along = x - (scroller.current?.getBoundingClientRect().left ?? 0) + (scroller.current?.scrollLeft ?? 0)
    // Before the first whose middle lies further on, of those in sight; after all of them else.
    const next = shown.rows.find((tile) => along <= (tile.start + tile.end) / 2)
    const before = next?.index ?? (shown.rows.at(-1)?.index ?? -1) + 1
    setMark(isLast ? null : before)
    if (!isLast) return
    const from = order.indexOf(sheetId)
    placeSheet(bench, sheetId, before > from ? before - 1 : before)
  }
  return (
    <section className={styles.strip} aria-label="Sheets">
      <div ref={scroller} className={styles.list}>
        <ul className={panel.list} style={shown.room} onFocus={shown.onFocus}>
          {shown.rows.map((tile) => {
            const sheetId = order[tile.index] ?? ''
            const isMarked = mark === tile.index
            const isLastMarked = mark === order.length && tile.index === order.length - 1
            return (
              <li
                key={tile.key}
                ref={shown.measure}
                data-index={tile.index}
                className={panel.row}
                style={{ ...shown.style(tile), flex: 'none', gap: 0 }}
                aria-setsize={order.length}
                aria-posinset={tile.index + 1}
              >
                {isMarked && <span className={styles.mark} />}
                <SheetTile
                  sheetId={sheetId}
                  number={tile.index + 1}
                  onSize={setSizeFor}
                  onPlace={(x, isLast) => place(sheetId, x, isLast)}
                />
                {isLastMarked && <span className={styles.mark} />}
              </li>
            )
          })}
        </ul>
      </div>
      <div className={panel.row}>
        <RailButton framed label="New sheet of the same size" onPress={() => addNewSheet(bench)}>
          <Add fontSize="inherit" /> Sheet
        </RailButton>
        <RailButton framed label="New sheet of another size" onPress={() => setSizeFor({ kind: 'new' })}>
          Another size…
        </RailButton>
        <CommandButton framed namedByWords id="mockups">
          Mock-ups…
        </CommandButton>
        <RailButton framed label="Close the strip of sheets" shortcut="J" onPress={() => showSheetStrip(bench, false)}>
          <Close fontSize="inherit" />
        </RailButton>
      </div>
      {sizeFor && (
        <NewSheetDialog
          title={sizeFor.kind === 'new' ? 'New sheet' : 'Duplicate at another size'}
          action={sizeFor.kind === 'new' ? 'Make the sheet' : 'Duplicate'}
          templates={
            sizeFor.kind === 'new' && (
              <Button
                onClick={() => {
                  setSizeFor(null)
                  showTab(bench, 'Templates')
                }}
              >
                From a template…
              </Button>
            )
          }
          onClose={() => setSizeFor(null)}
          onStart={async (name, made) => {
            setSizeFor(null)
            if (sizeFor.kind === 'copy') duplicateSheet(bench, sizeFor.sheetId, made)
            else addNewSheet(bench, made, name === 'Untitled' ? undefined : name)
            await Promise.resolve()
          }}
        />
      )}
    </section>
  )
}
