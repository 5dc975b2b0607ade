'use client'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import LinearProgress from '@mui/material/LinearProgress'
import { useMemo, useState, type KeyboardEvent } from 'react'
import { levelCount } from '@/core/render/needs'
import { pictureUses } from '@/core/document/read'
import type { PictureAnswer } from '@/contract/api'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { useCarry } from '@/client/gestures/useCarry'
import { levelUrl } from '@/client/http/api'
import { fillFrame, putPictureFrame, setBackgroundPicture, takeSupply } from '@/client/store/actions'
import { selectedFrame } from '@/client/store/selection'
import { dismissUpload } from '@/client/store/uploads'
import type { Upload } from '@/client/store/state'
import styles from '@/client/bench/Supplies.module.css'

const THUMB_HEIGHT = 68

const thumbLevel = ({ width, height }: PictureAnswer): number => {
  const count = levelCount({ w: width, h: height })
  return Math.max(0, count - (height / 2 ** (count - 1) < THUMB_HEIGHT ? 2 : 1))
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

const UploadTile = ({ upload }: { readonly upload: Upload }) => {
  const bench = useBenchHandle()
  const isFailed = upload.state === 'failed'
  return (
    <div className={`${styles.upload} ${isFailed ? styles.failed : ''}`} role={isFailed ? 'alert' : 'status'}>
      <div className={styles.uploadName}>{upload.name}</div>
      {isFailed ? (
        <>
          ▲ {upload.message}{' '}
          <button
            type="button"
            className={styles.add}
            style={{ padding: 0, fontSize: 11 }}
            onClick={() => dismissUpload(bench, upload.id)}
          >
            Dismiss
          </button>
        </>
      ) : (
        <>
          <div style={{ margin: '4px 0' }}>
            {upload.state === 'sending' ? `Sending, ${Math.round(upload.share * 100)}%` : 'Reading the picture…'}
          </div>
          <LinearProgress
            variant={upload.state === 'sending' ? 'determinate' : 'indeterminate'}
            value={upload.share * 100}
            aria-label={`${upload.name}, progress`}
          />
        </>
      )}
    </div>
  )
}

const PictureMenu = ({
  picture,
  anchor,
  onClose,
}: {
  readonly picture: PictureAnswer
  readonly anchor: HTMLElement | null
  readonly onClose: () => void
}) => {
  const bench = useBenchHandle()
  const frame = useBench(selectedFrame)
  const run = (act: () => void) => () => {
    onClose()
    act()
  }
  return (
    <Menu open={anchor !== null} anchorEl={anchor} onClose={onClose}>
      <MenuItem disabled={!frame} onClick={run(() => frame && fillFrame(bench, frame.id, picture))}>
        {frame?.fill.kind === 'taken' ? 'Replace the selected frame’s picture' : 'Fill the selected frame'}
      </MenuItem>
      <MenuItem onClick={run(() => putPictureFrame(bench, picture))}>New frame of its own shape</MenuItem>
      <MenuItem onClick={run(() => setBackgroundPicture(bench, picture))}>Background of the sheet</MenuItem>
    </Menu>
  )
}

const PictureSupply = ({ picture, uses }: { readonly picture: PictureAnswer; readonly uses: number }) => {
  const bench = useBenchHandle()
  const carry = useCarry(bench)
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const openMenu = (event: { currentTarget: HTMLElement; preventDefault(): void }): void => {
    event.preventDefault()
    setAnchor(event.currentTarget)
  }
  return (
    <div className={styles.holder}>
      <button
        type="button"
        data-supply
        className={styles.supply}
        aria-label={`${picture.name}, ${picture.width} by ${picture.height} pixels${uses ? ', used here' : ''}`}
        title={`${picture.name}, ${picture.width} × ${picture.height} px. Press to fill, drag onto a frame, M for more`}
        {...carry({ kind: 'picture', picture })}
        onClick={() => takeSupply(bench, picture)}
        onContextMenu={openMenu}
        onKeyDown={(event) => {
          if (event.key === 'm' || event.key === 'M') openMenu(event)
        }}
      >
        {/* A local file at a size chosen by us: the image optimiser has nothing to add. */}
        {/* eslint-disable-next-line @next/next/no-img-element */}
        <img
          src={levelUrl(picture.hash, thumbLevel(picture))}
          alt=""
          width={Math.max(44, (THUMB_HEIGHT * picture.width) / picture.height)}
          height={THUMB_HEIGHT}
          loading="lazy"
          draggable={false}
        />
        <span className={styles.caption}>{picture.name}</span>
        {uses > 0 && <span className={styles.badge}>{uses}</span>}
      </button>
      <button
        type="button"
        className={styles.more}
        tabIndex={-1}
        aria-label={`More to do with ${picture.name}`}
        onClick={openMenu}
      >
        ⋯
      </button>
      <PictureMenu picture={picture} anchor={anchor} onClose={() => setAnchor(null)} />
    </div>
  )
}

/** The library's pictures and what is on its way in. */
export const PictureSupplies = ({ search, onAdd }: { readonly search: string; readonly onAdd: () => void }) => {
  const pictures = useBench((state) => state.pictures)
  const uploads = useBench((state) => state.uploads)
  const project = useBench((state) => state.project)
  const uses = useMemo(
    () => new Map([...pictureUses(project)].map(([id, count]) => [project.pictures[id]?.hash, count])),
    [project],
  )
  const wanted = search.trim().toLowerCase()
  const shown = pictures.filter((picture) => picture.name.toLowerCase().includes(wanted))
  return (
    <>
      {uploads.map((upload) => (
        <UploadTile key={upload.id} upload={upload} />
      ))}
      {shown.map((picture) => (
        <PictureSupply key={picture.hash} picture={picture} uses={uses.get(picture.hash) ?? 0} />
      ))}
      {!shown.length && !uploads.length && (
        <div className={styles.note}>
          {wanted
            ? `No picture is named “${search}”. `
            : 'No pictures yet. Drop files anywhere in the window, paste one, or '}
          {!wanted && (
            <button type="button" className={styles.add} onClick={onAdd}>
              choose files
            </button>
          )}
        </div>
      )}
    </>
  )
}
