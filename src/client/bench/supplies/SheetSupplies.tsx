'use client'
import { useState } from 'react'
import { later } from '@/client/parts/later'
import { sheetOf } from '@/core/document/read'
import { sheetPictureId } from '@/core/document/sheetPictures'
import { pictureUses } from '@/core/document/roots'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { useCarry } from '@/client/gestures/useCarry'
import { Tile } from '@/client/parts/Tile'
import { Thumbnail } from '@/client/stage/Thumbnail'
import { takeSupply } from '@/client/store/actions'
import { samePicture } from '@/core/document/sheetPictures'
import { supplyOfSheet } from '@/client/store/libraryPictures'
import { say } from '@/client/store/notices'
import { whyNotShown } from '@/client/store/shownSheets'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/parts/Supplies.module.css'

const SeveralMenu = later(() => import('@/client/bench/dialogs/SeveralMenu').then((m) => m.SeveralMenu))

const HEIGHT = 68
const WIDEST = 150
const LEAST_WIDTH = 44

/** One sheet among the supplies: pressed it fills, dragged it goes onto a frame, as pictures do. */
const SheetSupply = ({ sheetId, uses }: { readonly sheetId: string; readonly uses: number }) => {
  const bench = useBenchHandle()
  const carry = useCarry(bench)
  const project = useBench((state) => state.project)
  const on = useBench((state) => state.sheetId)
  const [button, setButton] = useState<HTMLElement | null>(null)
  const sheet = sheetOf(project, sheetId)
  const supply = supplyOfSheet(sheet)
  const isAsked = useBench((state) => state.forSeveral !== null && samePicture(state.forSeveral, supply))
  const refused = whyNotShown(project, on, sheetId)
  const width = Math.round(Math.min(WIDEST, Math.max(LEAST_WIDTH, (HEIGHT * sheet.size.w) / sheet.size.h)))
  return (
    <div className={styles.holder}>
      <Tile
        ref={setButton}
        data-supply
        data-sheet-supply={sheetId}
        className={styles.carryable}
        edged
        caption={sheet.name}
        uses={uses}
        aria-disabled={refused !== null}
        sx={refused === null ? undefined : { opacity: 0.45 }}
        says={
          refused ?? `The sheet ${sheet.name}, as it is at any time. Press to show it in a frame, or drag it onto one`
        }
        aria-label={`Sheet ${sheet.name}${refused === null ? '' : `. ${refused}`}`}
        {...(refused === null ? carry({ kind: 'picture', picture: supply }) : {})}
        onClick={() => {
          if (refused !== null) return say(bench, refused)
          takeSupply(bench, supply)
          focusTable()
        }}
      >
        <Thumbnail project={project} sheet={sheet} width={width} height={HEIGHT} />
      </Tile>
      {isAsked && <SeveralMenu picture={supply} anchor={button} />}
    </div>
  )
}

/** The sheets of the project, to be shown within frames. */
export const SheetSupplies = ({ search }: { readonly search: string }) => {
  const project = useBench((state) => state.project)
  const uses = pictureUses(project)
  const wanted = search.trim().toLowerCase()
  const found = project.order.filter((id) => sheetOf(project, id).name.toLowerCase().includes(wanted))
  if (project.order.length < 2)
    return (
      <div className={panel.kind}>
        This project has one sheet. Add another, and show either within frames of the other: what is changed on it is
        changed wherever it is shown.
      </div>
    )
  return found.map((id) => <SheetSupply key={id} sheetId={id} uses={uses.get(sheetPictureId(project, id)) ?? 0} />)
}
