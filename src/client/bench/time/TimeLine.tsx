'use client'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useRef } from 'react'
import { clipEnd } from '@/core/film/clip'
import { levelCount } from '@/core/render/needs'
import { formatNumber } from '@/core/units'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { usePictureUrl } from '@/client/binding/usePictureUrl'
import { PlayHead, TimeBar, TimeRuler } from '@/client/bench/time/TimeBar'
import { SequenceTime } from '@/client/bench/time/SequenceTime'
import { CommandButton } from '@/client/commands/CommandButton'
import { OneOf } from '@/client/parts/OneOf'
import { SecondsField } from '@/client/bench/time/SecondsField'
import { RANGE } from '@/core/tolerance'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { slideClip } from '@/client/store/clips'
import { scrub, sheetSeconds } from '@/client/store/playing'
import { selectItems } from '@/client/store/selection'
import { showSequence } from '@/client/store/slices/time'
import {
  clipRows,
  draggedDelay,
  draggedIn,
  draggedOut,
  entranceRows,
  lastSheet,
  slideEntrance,
  type ClipRow,
} from '@/client/store/timeLine'
import type { Entrance } from '@/core/film/entrance'
import type { Item } from '@/core/document/types'
import styles from '@/client/bench/time/Time.module.css'

const ClipName = ({ picture }: Pick<ClipRow, 'picture'>) => {
  const url = usePictureUrl(picture, levelCount(picture.pixels) - 1)
  return (
    <div className={styles.name}>
      {/* eslint-disable-next-line @next/next/no-img-element -- a local file at a size chosen by us */}
      {url && <img src={url} alt="" />}
      <span title={picture.name}>{picture.name}</span>
    </div>
  )
}

const ClipLine = ({ row, total }: { readonly row: ClipRow; readonly total: number }) => {
  const bench = useBenchHandle()
  const begun = useRef(row.clip)
  const { pictureId, picture, clip } = row
  const end = clipEnd(clip)
  return (
    <>
      <ClipName picture={picture} />
      <TimeBar
        kind="clip"
        name={picture.name}
        start={clip.delay}
        end={end}
        total={total}
        first={`In of ${picture.name}`}
        last={`Out of ${picture.name}`}
        {...(clip.loops ? { again: end } : {})}
        onBegin={() => void (begun.current = clip)}
        onMove={(seconds) => slideClip(bench, pictureId, 'Delay of a clip', draggedDelay(begun.current, seconds))}
        onFirst={(seconds) => slideClip(bench, pictureId, 'In of a clip', draggedIn(begun.current, seconds))}
        onLast={(seconds) => slideClip(bench, pictureId, 'Out of a clip', draggedOut(begun.current, seconds))}
        onEnd={() => bench.endBurst()}
      >
        {formatNumber(clip.from, 2)} to {formatNumber(clip.to, 2)} s
        {clip.speed === 1 ? '' : `, ${formatNumber(clip.speed, 2)} ×`}
        <PlayHead total={end - clip.delay} start={-clip.delay} />
      </TimeBar>
    </>
  )
}

interface EntranceLineProps {
  readonly item: Item & { readonly entrance: Entrance }
  readonly total: number
}

const EntranceLine = ({ item, total }: EntranceLineProps) => {
  const bench = useBenchHandle()
  const begun = useRef(item.entrance)
  const { id, name, entrance } = item
  const { delay, duration } = entrance
  const put = (change: Partial<Entrance>): void => slideEntrance(bench, id, { ...begun.current, ...change })
  return (
    <>
      <div className={styles.name}>
        <Button size="small" variant="quiet" sx={{ minWidth: 0 }} onClick={() => selectItems(bench, [id])}>
          <Typography noWrap variant="body2">
            {name}
          </Typography>
        </Button>
      </div>
      <TimeBar
        kind="entrance"
        name={name}
        start={delay}
        end={delay + duration}
        total={total}
        last={`End of the entrance of ${name}`}
        first={`Begin of the entrance of ${name}`}
        onBegin={() => void (begun.current = entrance)}
        onMove={(seconds) => put({ delay: begun.current.delay + seconds })}
        onFirst={(seconds) => {
          const by = Math.max(-begun.current.delay, Math.min(seconds, begun.current.duration - 0.05))
          put({ delay: begun.current.delay + by, duration: begun.current.duration - by })
        }}
        onLast={(seconds) => put({ duration: begun.current.duration + seconds })}
        onEnd={() => bench.endBurst()}
      >
        {entrance.kind === 'fade' ? 'fades in' : 'slides in'}
      </TimeBar>
    </>
  )
}

/** The time of the sheet in words; it alone follows what plays. */
const TimeNow = () => useBench((state) => (state.time === null ? 'Stills' : `${formatNumber(state.time, 2)} s`))

/** The clips of the sheet that shows and what comes onto it, along its time. */
const SheetTime = () => {
  const bench = useBenchHandle()
  const project = useBench(shownProject)
  const sheet = useBench(shownSheet)
  const total = sheetSeconds(sheet)
  const [clips, entrances] = [clipRows(project, sheet), entranceRows(sheet)]
  return (
    <div className={styles.line} data-time-line>
      <div className={`${styles.name} ${styles.head}`}>
        <TimeNow />
      </div>
      <div className={styles.head}>
        <TimeRuler total={total} onTime={(at) => scrub(bench, at)} />
        <PlayHead total={total} />
      </div>
      {clips.map((row) => (
        <ClipLine key={row.pictureId} row={row} total={total} />
      ))}
      {entrances.map((item) => (
        <EntranceLine key={item.id} item={item} total={total} />
      ))}
      {!clips.length && !entrances.length && (
        <Typography variant="body2" color="textSecondary" sx={{ gridColumn: '1 / -1', py: 0.5 }}>
          Nothing moves on this sheet yet. Add a clip (MP4, WebM, MOV, GIF, APNG, WebP) to the pictures and put it into
          a frame, or select frames and give them an Entrance in the card.
        </Typography>
      )}
    </div>
  )
}

const SCOPES = [
  ['sheet', 'This sheet', 'Show what moves on this sheet'],
  ['film', 'All sheets', 'Show all sheets as they follow one another'],
] as const

/** Play, stills, and how long the sheet lasts. */
export const TimeTools = () => {
  const bench = useBenchHandle()
  const isSequence = useBench((state) => state.isSequence)
  const isPlaying = useBench((state) => state.isPlaying)
  const sheetId = useBench((state) => state.sheetId)
  const seconds = useBench((state) => sheetSeconds(shownSheet(state)))
  return (
    <>
      <CommandButton framed id="play">
        {isPlaying ? 'Pause' : 'Play'}
      </CommandButton>
      <CommandButton framed id="stills">
        Stills
      </CommandButton>
      <OneOf
        name="What the time line shows"
        value={isSequence ? 'film' : 'sheet'}
        options={SCOPES}
        onChoice={(scope) => showSequence(bench, scope === 'film')}
      />
      <span style={{ width: 150 }}>
        <SecondsField
          label="Sheet lasts"
          name="Seconds that the sheet lasts"
          value={seconds}
          range={RANGE.film.sheet}
          what="what the sheet lasts"
          step={0.5}
          onValue={(value) => lastSheet(bench, sheetId, value)}
        />
      </span>
      <CommandButton framed id="record">
        Record…
      </CommandButton>
      <CommandButton framed id="film">
        Film…
      </CommandButton>
    </>
  )
}

/** The time line, in the place of the supplies. */
export const TimeLine = () => (useBench((state) => state.isSequence) ? <SequenceTime /> : <SheetTime />)
