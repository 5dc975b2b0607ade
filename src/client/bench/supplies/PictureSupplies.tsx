'use client'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useMemo, useState, type KeyboardEvent, type RefObject } from 'react'
import Button from '@mui/material/Button'
import { isFound, rowsOf, usedFirst } from '@/core/document/library'
import type { PictureAnswer } from '@/contract/api'
import { useBench } from '@/client/binding/useBench'
import { PictureSupply, supplyWidth } from '@/client/bench/supplies/PictureSupply'
import { UploadTile } from '@/client/bench/supplies/UploadTile'
import type { PictureScope } from '@/client/store/state'
import { captionsOf } from '@/client/store/captions'
import { usesByHash } from '@/client/store/uploads'
import panel from '@/client/parts/Panel.module.css'

const GAP = 8
const ROW = 96
/** As many as count as recent. */
const RECENT = 24

/** The pictures that are looked at: of this project, those used or added last, or all. */
const scopedTo = (
  pictures: readonly PictureAnswer[],
  scope: PictureScope,
  uses: ReadonlyMap<string, number>,
): readonly PictureAnswer[] => {
  if (scope === 'project') return pictures.filter(({ hash }) => uses.has(hash))
  return scope === 'recent' ? pictures.slice(0, RECENT) : pictures
}

/** Left and right go along a strip of supplies. */
export const stripKeys = (event: KeyboardEvent<HTMLElement>): void => {
  const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
  if (!step || !(event.target instanceof HTMLElement)) return
  const all = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-supply]')]
  const next = all[all.indexOf(event.target) + step]
  if (!next) return
  event.preventDefault()
  next.focus()
}

interface StripProps {
  readonly pictures: readonly PictureAnswer[]
  readonly uses: ReadonlyMap<string, number>
  readonly captions: ReadonlyMap<string, string>
  readonly scroller: RefObject<HTMLDivElement | null>
}

/** One row that goes on to the right; only what is in sight is made. */
const OneRow = ({ pictures, uses, captions, scroller }: StripProps) => {
  // The compiler leaves a component alone that uses this hook, as it should: nothing of it is memoised.
  // eslint-disable-next-line react-hooks/incompatible-library
  const strip = useVirtualizer({
    horizontal: true,
    count: pictures.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => supplyWidth(pictures[i] as PictureAnswer) + GAP, // counted by `count`
    getItemKey: (i) => pictures[i]?.hash ?? i,
    overscan: 8,
  })
  return (
    <div style={{ position: 'relative', flex: 'none', width: strip.getTotalSize(), height: ROW }}>
      {strip.getVirtualItems().map(({ key, index, start }) => {
        const picture = pictures[index]
        return picture ? (
          <div key={key} style={{ position: 'absolute', left: start, top: 0 }}>
            <PictureSupply
              picture={picture}
              uses={uses.get(picture.hash) ?? 0}
              caption={captions.get(picture.hash) ?? picture.name}
            />
          </div>
        ) : null
      })}
    </div>
  )
}

/** Rows one below the other, for supplies drawn up high. */
const ManyRows = ({ pictures, uses, captions, scroller, room }: StripProps & { readonly room: number }) => {
  const rows = useMemo(() => rowsOf(pictures.map(supplyWidth), room, GAP), [pictures, room])
  // The compiler leaves a component alone that uses this hook, as it should: the rows are memoised above.
  // eslint-disable-next-line react-hooks/incompatible-library
  const strip = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW + GAP,
    overscan: 2,
  })
  return (
    <div style={{ position: 'relative', width: '100%', height: strip.getTotalSize() }}>
      {strip.getVirtualItems().map(({ key, index, start }) => (
        <div key={key} style={{ position: 'absolute', left: 0, top: start, display: 'flex', gap: GAP }}>
          {(rows[index] ?? []).map((i) => {
            const picture = pictures[i]
            return picture ? (
              <PictureSupply
                key={picture.hash}
                picture={picture}
                uses={uses.get(picture.hash) ?? 0}
                caption={captions.get(picture.hash) ?? picture.name}
              />
            ) : null
          })}
        </div>
      ))}
    </div>
  )
}

interface PictureSuppliesProps {
  readonly search: string
  readonly onAdd: () => void
  readonly scroller: RefObject<HTMLDivElement | null>
  /** Width for rows in CSS pixels, where the supplies are drawn up high enough for several; else null. */
  readonly room: number | null
}

/** The library's pictures and what is on its way in. */
export const PictureSupplies = ({ search, onAdd, scroller, room }: PictureSuppliesProps) => {
  const pictures = useBench((state) => state.pictures)
  const uploads = useBench((state) => state.uploads)
  const project = useBench((state) => state.project)
  const scope = useBench((state) => state.pictureScope)
  const areRead = useBench((state) => state.arePicturesRead)
  const uses = useMemo(() => usesByHash(project), [project])
  // The order stays while the tab is open: what is pressed stays where it is.
  const [first] = useState(() => new Set(uses.keys()))
  const captions = useMemo(() => captionsOf(pictures), [pictures])
  const shown = useMemo(
    () => usedFirst(scopedTo(pictures, scope, uses), first).filter((one) => isFound(one, search.trim())),
    [pictures, scope, uses, first, search],
  )
  return (
    <>
      {uploads.map((upload) => (
        <UploadTile key={upload.id} upload={upload} />
      ))}
      {shown.length > 0 && room === null && (
        <OneRow pictures={shown} uses={uses} captions={captions} scroller={scroller} />
      )}
      {shown.length > 0 && room !== null && (
        <ManyRows pictures={shown} uses={uses} captions={captions} scroller={scroller} room={room} />
      )}
      {!shown.length && !uploads.length && !areRead && <div className={panel.kind}>Reading the pictures…</div>}
      {!shown.length && !uploads.length && areRead && (
        <div className={panel.kind}>
          {search.trim()
            ? `No picture has “${search}” in its name or tags. `
            : pictures.length
              ? 'This project uses no picture yet. Look at all, or '
              : 'No pictures yet. Drop files anywhere in the window, paste one, or '}
          {!search.trim() && (
            <Button size="small" onClick={onAdd}>
              choose files
            </Button>
          )}
        </div>
      )}
    </>
  )
}
