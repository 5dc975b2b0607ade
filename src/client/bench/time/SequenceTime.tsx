'use client'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useRef } from 'react'
import { filmLength, scenesOf } from '@/core/film/sequence'
import { formatNumber } from '@/core/units'
import type { Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { PlayHead, TimeBar, TimeRuler } from '@/client/bench/time/TimeBar'
import { TRANSITION_WORDS } from '@/client/bench/time/words'
import { Choice } from '@/client/parts/fields/Choice'
import { shownProject } from '@/client/store/benchStore'
import { scrub } from '@/client/store/playing'
import { filmOfSheet, followSheet, lastSheet } from '@/client/store/timeLine'
import { setSheet } from '@/client/store/view'
import styles from '@/client/bench/time/Time.module.css'

const SheetLine = ({
  sheet,
  start,
  total,
  isFirst,
}: {
  readonly sheet: Sheet
  readonly start: number
  readonly total: number
  readonly isFirst: boolean
}) => {
  const bench = useBenchHandle()
  const film = filmOfSheet(sheet)
  const begun = useRef(film.duration)
  const { kind, duration } = film.transition
  return (
    <>
      <div className={styles.name}>
        <Button size="small" variant="quiet" sx={{ minWidth: 0, flex: 1 }} onClick={() => setSheet(bench, sheet.id)}>
          <Typography noWrap variant="body2">
            {sheet.name}
          </Typography>
        </Button>
        {!isFirst && (
          <Choice
            label=""
            name={`How ${sheet.name} follows`}
            value={kind}
            options={TRANSITION_WORDS}
            onChoice={(next) => followSheet(bench, sheet, { kind: next })}
          />
        )}
      </div>
      <TimeBar
        kind="sheet"
        name={sheet.name}
        start={start}
        end={start + film.duration}
        total={total}
        last={`End of ${sheet.name}`}
        onBegin={() => void (begun.current = film.duration)}
        onLast={(seconds) => lastSheet(bench, sheet.id, begun.current + seconds, true)}
        onEnd={() => bench.endBurst()}
      >
        {!isFirst && kind !== 'cut' && (
          <div
            className={styles.change}
            style={{ width: `${(100 * Math.min(duration, film.duration)) / film.duration}%` }}
          />
        )}
        {formatNumber(film.duration, 2)} s
      </TimeBar>
    </>
  )
}

/** Room behind the last sheet, so that it can be drawn out. */
const BEYOND = 1.1

/** All sheets as they follow one another in a film. */
export const SequenceTime = () => {
  const bench = useBenchHandle()
  const { order, sheets } = useBench(shownProject)
  const shown = useBench((state) => state.sheetId)
  const all = order.flatMap((id) => sheets[id] ?? [])
  const scenes = scenesOf(all)
  const total = filmLength(scenes) * BEYOND
  const own = scenes.find(({ sheetId }) => sheetId === shown)
  return (
    <div className={styles.line} data-time-line>
      <div className={`${styles.name} ${styles.head}`}>Film of {formatNumber(filmLength(scenes), 1)} s</div>
      <div className={styles.head}>
        <TimeRuler
          total={total}
          start={own?.start ?? 0}
          onTime={(at) => {
            const scene = scenes.findLast(({ start }) => start <= at) ?? scenes[0]
            if (!scene) return
            setSheet(bench, scene.sheetId)
            scrub(bench, at - scene.start)
          }}
        />
        <PlayHead total={total} start={own?.start ?? 0} />
      </div>
      {scenes.map(({ sheetId, start }, i) => {
        const sheet = sheets[sheetId]
        return sheet ? <SheetLine key={sheetId} sheet={sheet} start={start} total={total} isFirst={i === 0} /> : null
      })}
    </div>
  )
}
