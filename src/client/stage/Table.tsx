'use client'
import { colourAt } from '@/client/stage/colourAt'
import { readPaintedBy } from '@/client/store/painted'
import { toTable } from '@/client/store/view'
import { hashOf } from '@/core/document/sheetPictures'
import { toolOf, armedOf, carryOf, carriedOf } from '@/client/store/modes'
import { useEffect, useRef, useState } from 'react'
import { placedIn } from '@/core/document/content'
import { atTime } from '@/core/document/atTime'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { followLongPress, openMenu } from '@/client/gestures/contextMenu'
import { tableKey } from '@/client/gestures/keys'
import { holdsPictures } from '@/client/gestures/useCarry'
import { useTableGestures } from '@/client/gestures/useTableGestures'
import { TypingLayer } from '@/client/letters/TypingLayer'
import { WordZones } from '@/client/letters/WordZones'
import { WritingLayer } from '@/client/text/WritingLayer'
import { borrowLevels } from '@/client/stage/images'
import { Dropper } from '@/client/stage/Dropper'
import { Lens } from '@/client/stage/Lens'
import { Overlay } from '@/client/stage/Overlay'
import { SheetPainter } from '@/client/stage/sheetPainter'
import { Rulers } from '@/client/stage/Rulers'
import type { Bench } from '@/client/store/bench'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import type { BenchState } from '@/client/store/state'
import { setTable } from '@/client/store/view'
import { Floating } from '@/client/parts/Floating'
import styles from '@/client/stage/Table.module.css'
import { putMissing } from '@/client/store/slices/document'
import { asSeen } from '@/client/store/adjust'

const faintOf = (state: BenchState): string | null =>
  state.way === 'picture' && state.selection.length === 1 ? (state.selection[0] ?? null) : null

const GEOMETRY = ['fit', 'zoom', 'aspect', 'focus', 'turn', 'flipX', 'flipY'] as const

/** The one frame whose picture is being moved, whichever way that is done. */
const movedOf = ({ preview, project, sheetId, selection: [id, ...others] }: BenchState): string | null => {
  const [now, before] = [preview?.sheets[sheetId], project.sheets[sheetId]]
  const [frame, frameBefore] = [now?.items[id ?? ''], before?.items[id ?? '']]
  if (!now || !before || others.length || frame?.kind !== 'frame' || frameBefore?.kind !== 'frame') return null
  const [placed, placedBefore] = [placedIn(now, frame), placedIn(before, frameBefore)]
  const isMoved = placed && placedBefore && GEOMETRY.some((key) => placed[key] !== placedBefore[key])
  return isMoved ? frame.id : null
}

/** Paints the canvas whenever what it shows changes, at most once a frame. */
const startPainting = (bench: Bench, canvas: HTMLCanvasElement): (() => void) => {
  let frame = 0
  const ask = (): void => {
    frame ||= requestAnimationFrame(paint)
  }
  const { images, release } = borrowLevels()
  const stopListening = images.onArrive(ask)
  const painter = new SheetPainter(canvas, images)
  const paint = (): void => {
    frame = 0
    const state = bench.get()
    const ratio = window.devicePixelRatio || 1
    const w = Math.max(1, Math.round(state.table.w * ratio))
    const h = Math.max(1, Math.round(state.table.h * ratio))
    if (canvas.width !== w || canvas.height !== h) Object.assign(canvas, { width: w, height: h })
    images.play(state.isPlaying)
    const timed = (of: Project): Project => (state.time === null ? of : atTime(of, state.sheetId, state.time))
    const project = timed(asSeen(shownProject(state), state.isBefore))
    const sheet = sheetOf(project, state.sheetId)
    const held = state.preview ? timed(asSeen(state.project, state.isBefore)) : project
    const { repainted, milliseconds, isSettled } = painter.paint({
      project,
      sheet,
      still: { project: held, sheet: held.sheets[state.sheetId] ?? sheet },
      view: state.view,
      ratio,
      faint: state.isClean ? null : faintOf(state),
      moved: movedOf(state),
      target: carryOf(state)?.dropFrame ?? null,
      isClean: state.isClean,
    })
    // Read by the measuring script and by tests that wait for the picture to be there.
    canvas.dataset['repainted'] = String(repainted)
    canvas.dataset['played'] = String(images.clipPictures)
    canvas.dataset['paintMs'] = milliseconds.toFixed(2)
    canvas.dataset['ready'] = String(!images.isWaiting && isSettled)
    if (!isSettled) ask()
    const missing = Object.values(state.project.pictures)
      .map(hashOf)
      .filter((hash) => images.isMissing(hash))
    if (missing.join() !== state.missing.join()) putMissing(bench, missing)
  }
  let wasPainted = false
  /** The first change of a frame is painted before the page answers to it: workers then start that much earlier. */
  const paintNow = (): void => {
    if (frame || wasPainted) return ask()
    wasPainted = true
    requestAnimationFrame(() => (wasPainted = false))
    paint()
  }
  const unsubscribe = bench.store.subscribe((now, before) => {
    const isOther = (carryOf(now)?.dropFrame ?? null) !== (carryOf(before)?.dropFrame ?? null)
    if (now.preview !== before.preview && now.preview && !now.isPreviewOfHand) paintNow()
    else if (isOther || PAINTED.some((key) => now[key] !== before[key])) ask()
  })
  ask()
  return () => {
    unsubscribe()
    stopListening()
    cancelAnimationFrame(frame)
    release()
  }
}

/** The parts of the state that the canvas shows. */
const PAINTED = [
  'time',
  'isPlaying',
  'isBefore',
  'project',
  'preview',
  'view',
  'table',
  'way',
  'selection',
  'sheetId',
  'isClean',
] as const

/** The paper under the canvas: its shadow, and the chequers that show where nothing is. */
const Paper = () => {
  const view = useBench((state) => state.view)
  const size = useBench((state) => shownSheet(state).size)
  return (
    <div
      className={styles.paper}
      data-paper
      style={{ left: view.x, top: view.y, width: size.w * view.scale, height: size.h * view.scale }}
    />
  )
}

const BackgroundZone = () => {
  const carriesPicture = useBench((state) => holdsPictures(carriedOf(state)))
  const isOver = useBench((state) => carryOf(state)?.isOverBackground ?? false)
  if (!carriesPicture) return null
  return (
    <Floating kind="zone" isOver={isOver} data-background-zone>
      Background
    </Floating>
  )
}

/** The table with the sheet: painted below, handles above, one tab stop. */
export const Table = () => {
  const bench = useBenchHandle()
  const element = useRef<HTMLDivElement>(null)
  const canvas = useRef<HTMLCanvasElement>(null)
  const { cancel, onDoubleClick } = useTableGestures(bench, element)
  const cursor = useBench((state) =>
    armedOf(state) || (toolOf(state)?.kind ?? 'points') !== 'points'
      ? 'crosshair'
      : state.way === 'picture'
        ? 'grab'
        : 'default',
  )
  const name = useBench((state) => `Table with ${shownSheet(state).name}`)
  const isClean = useBench((state) => state.isClean)
  const isBefore = useBench((state) => state.isBefore)
  const [isReady, setReady] = useState(false)
  useEffect(() => (element.current ? followLongPress(bench, element.current) : undefined), [bench])

  useEffect(() => {
    const table = element.current
    if (!table || !canvas.current) return
    const measure = (): void => setTable(bench, { w: table.clientWidth, h: table.clientHeight })
    const observer = new ResizeObserver(measure)
    observer.observe(table)
    measure()
    const stop = startPainting(bench, canvas.current)
    readPaintedBy(bench, (points) => {
      const { view, table: size } = bench.get()
      const seen = points
        .map((p) => toTable(view, p))
        .filter(({ x, y }) => x >= 0 && y >= 0 && x < size.w && y < size.h)
      return seen.map((p) => colourAt(canvas.current, p))
    })
    setReady(true)
    return () => {
      readPaintedBy(bench, null)
      observer.disconnect()
      stop()
    }
  }, [bench])

  return (
    <div
      ref={element}
      className={styles.table}
      style={{ cursor }}
      data-region="table"
      data-ready={isReady}
      role="application"
      aria-label={name}
      aria-roledescription="sheet on the table"
      tabIndex={0}
      onDoubleClick={onDoubleClick}
      onContextMenu={(event) => openMenu(bench, event.currentTarget, event)}
      onKeyDown={(event) => {
        if (tableKey(bench, event, cancel)) event.preventDefault()
      }}
    >
      <Paper />
      <canvas ref={canvas} className={styles.canvas} aria-hidden />
      {!isClean && <Overlay />}
      {!isClean && <Rulers />}
      <BackgroundZone />
      <WordZones />
      <TypingLayer />
      <WritingLayer />
      <Dropper canvas={canvas} />
      <Lens canvas={canvas} />
      {isBefore && (
        <Floating kind="said" role="status">
          Before: pictures without adjustments
        </Floating>
      )}
      {isClean && (
        <Floating kind="said" role="status">
          Clean view. Esc or Z brings the marks back
        </Floating>
      )}
    </div>
  )
}
