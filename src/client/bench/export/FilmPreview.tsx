'use client'
import Button from '@mui/material/Button'
import Slider from '@mui/material/Slider'
import { useEffect, useRef, useState } from 'react'
import { filmAt, filmLength, type Scene } from '@/core/film/sequence'
import type { Size } from '@/core/geometry/vector'
import type { Project } from '@/core/document/types'
import { formatNumber, secondsInWords } from '@/core/units'
import { FilmPainter } from '@/client/film/painter'
import { borrowLevels } from '@/client/stage/images'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/bench/export/ExportPreview.module.css'

/** Sides of the picture at most, in CSS pixels. */
const ROOM = { w: 300, h: 260 }

interface FilmPreviewProps {
  readonly project: Project
  readonly scenes: readonly Scene[]
  readonly size: Size
  readonly isClear: boolean
}

/** The film as it will be, played small: by the painter that makes it. */
export const FilmPreview = ({ project, scenes, size, isClear }: FilmPreviewProps) => {
  const canvas = useRef<HTMLCanvasElement>(null)
  const [time, setTime] = useState(0)
  const at = useRef(0)
  const paint = useRef<() => void>(() => undefined)
  const [isPlaying, setPlaying] = useState(false)
  const length = filmLength(scenes)
  const k = Math.min(ROOM.w / size.w, ROOM.h / size.h)
  const [w, h] = [Math.max(1, Math.round(size.w * k)), Math.max(1, Math.round(size.h * k))]

  useEffect(() => {
    if (!isPlaying) return
    let [frame, last] = [0, performance.now()]
    const tick = (now: number): void => {
      const passed = (now - last) / 1000
      last = now
      setTime((before) => (length > 0 ? (before + passed) % length : 0))
      frame = requestAnimationFrame(tick)
    }
    frame = requestAnimationFrame(tick)
    return () => cancelAnimationFrame(frame)
  }, [isPlaying, length])

  useEffect(() => {
    const { images, release } = borrowLevels()
    const look = { size: { w: w * 2, h: h * 2 }, isClear }
    const painter = new FilmPainter(project, look, (op, scale) => images.imageFor(op, scale))
    let [frame, version] = [0, -1]
    const ask = (): void => {
      frame ||= requestAnimationFrame(() => {
        frame = 0
        const context = canvas.current?.getContext('2d')
        const moment = filmAt(scenes, Math.min(at.current, length))
        // What was composed before a picture came is composed anew.
        if (version !== images.version) painter.forget()
        version = images.version
        if (context && moment) painter.paint(context, moment)
      })
    }
    paint.current = ask
    const stop = images.onArrive(ask)
    ask()
    return () => {
      stop()
      cancelAnimationFrame(frame)
      release()
    }
  }, [project, scenes, length, w, h, isClear])

  useEffect(() => {
    at.current = time
    paint.current()
  }, [time])

  return (
    <div className={styles.preview}>
      <canvas
        ref={canvas}
        className={styles.paper}
        width={w * 2}
        height={h * 2}
        style={{ width: w, height: h }}
        role="img"
        aria-label={`The film at ${secondsInWords(time, 1)}`}
      />
      <div className={panel.row}>
        <Button size="small" onClick={() => setPlaying(!isPlaying)}>
          {isPlaying ? 'Pause' : 'Play'}
        </Button>
        <Slider
          size="small"
          value={Math.min(time, length)}
          min={0}
          max={length}
          step={0.05}
          aria-label="Moment of the film"
          onChange={(_event, value) => {
            setPlaying(false)
            setTime(Number(value))
          }}
        />
      </div>
      <span className={panel.kind}>
        {formatNumber(time, 1)} of {formatNumber(length, 1)} s, {size.w} × {size.h} px
      </span>
    </div>
  )
}
