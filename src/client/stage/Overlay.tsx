'use client'
import { hashOf } from '@/core/document/sheetPictures'
import { armedOf, typingOf, writingOf, toolOf, carriedOf } from '@/client/store/modes'
import { rectAround, rectCentre } from '@/core/geometry/rect'
import { apply } from '@/core/geometry/matrix'
import { boxMatrix } from '@/core/geometry/box'
import { projectPath } from '@/core/path/project'
import { svgTextOf } from '@/core/path/svgText'
import { transformPath } from '@/core/path/transform'
import { outlineOf } from '@/core/stencil/stencil'
import { layOf, planeLay } from '@/core/document/laid'
import { canSizeFreely, hullOf, itemRect, spaceOf } from '@/core/document/extent'
import { placedIn } from '@/core/document/content'
import { frameRect } from '@/core/document/read'
import { framesOf, isLocked } from '@/core/document/tree'
import { wholePicturePose } from '@/core/placement/pose'
import { useBench } from '@/client/binding/useBench'
import { LackingMarks } from '@/client/letters/LackingMarks'
import { FitBox } from '@/client/stage/FitBox'
import { EmptyFrames } from '@/client/stage/EmptyFrames'
import { SheetGuides, SnapGuides } from '@/client/stage/Guides'
import { MaskLine, MemberLines, OffSheetMarks, PanelBleeds, SharedLines } from '@/client/stage/FrameLines'
import { ColourMarks } from '@/client/stage/ColourMarks'
import { Handles } from '@/client/stage/Handles'
import { LaidCorners } from '@/client/stage/LaidCorners'
import { Knobs } from '@/client/stage/Knobs'
import { OverflowMarks } from '@/client/stage/OverflowMarks'
import { FoundMarks } from '@/client/stage/FoundMarks'
import { PlaneMarks } from '@/client/stage/PlaneMarks'
import { PointMarks } from '@/client/stage/PointMarks'
import { TraceMarks, UprightMark } from '@/client/stage/TraceMarks'
import { handleLayout, svgMatrix } from '@/client/stage/overlayGeometry'
import { planeInHand } from '@/client/store/planes'
import { placedFrame } from '@/client/store/placed'
import { selectedFrame } from '@/client/store/selection'
import { shownProject, shownSheet, shownSheetIf } from '@/client/store/benchStore'
import { viewMatrix } from '@/client/store/view'
import { LOOKS } from '@/client/stage/looks'
import styles from '@/client/stage/Overlay.module.css'

/** Trim edge, and the bleed beyond it. */
const SheetEdges = () => {
  const size = useBench((state) => shownSheet(state).size)
  const beyond = useBench((state) => shownSheet(state).bleed)
  const within = useBench((state) => shownSheet(state).safe)
  const view = useBench((state) => state.view)
  const bleed = beyond * view.scale
  const safe = within * view.scale
  const edge = { x: view.x, y: view.y, width: size.w * view.scale, height: size.h * view.scale }
  return (
    <>
      {bleed > 0 && (
        <rect
          x={edge.x - bleed}
          y={edge.y - bleed}
          width={edge.width + 2 * bleed}
          height={edge.height + 2 * bleed}
          {...LOOKS.trim}
          strokeDasharray="3 3"
        />
      )}
      <rect {...edge} {...LOOKS.trim} />
      {safe > 0 && (
        <rect
          x={edge.x + safe}
          y={edge.y + safe}
          width={Math.max(0, edge.width - 2 * safe)}
          height={Math.max(0, edge.height - 2 * safe)}
          {...LOOKS.safe}
        />
      )}
    </>
  )
}

/** Grid lines closer on screen than this would only be a haze. */
const GRID_ROOM = 5

const Grid = () => {
  const grid = useBench((state) => shownSheet(state).grid)
  const size = useBench((state) => shownSheet(state).size)
  const view = useBench((state) => state.view)
  if (!grid || grid * view.scale < GRID_ROOM) return null
  const step = grid * view.scale
  return (
    <>
      <defs>
        <pattern id="grid" x={view.x} y={view.y} width={step} height={step} patternUnits="userSpaceOnUse">
          <path d={`M${step} 0H0V${step}`} fill="none" {...LOOKS.grid} />
        </pattern>
      </defs>
      <rect x={view.x} y={view.y} width={size.w * view.scale} height={size.h * view.scale} fill="url(#grid)" />
    </>
  )
}

/** The bounds of the group within which the hand works. */
const EnteredLine = () => {
  const sheet = useBench(shownSheetIf((_, { entered }) => entered !== null))
  const entered = useBench((state) => state.entered)
  const view = useBench((state) => state.view)
  if (entered === null || !sheet?.items[entered]) return null
  const r = itemRect(sheet, entered)
  return (
    <rect
      x={r.x0 * view.scale + view.x - 6}
      y={r.y0 * view.scale + view.y - 6}
      width={(r.x1 - r.x0) * view.scale + 12}
      height={(r.y1 - r.y0) * view.scale + 12}
      {...LOOKS.entered}
    />
  )
}

/** A sign on every frame whose picture's file is gone. */
const MissingMarks = () => {
  const missing = useBench((state) => state.missing)
  const project = useBench((state) => (state.missing.length ? shownProject(state) : null))
  const sheet = useBench(shownSheetIf((_, state) => state.missing.length > 0))
  const view = useBench((state) => state.view)
  if (!project || !sheet) return null
  return framesOf(sheet)
    .filter((frame) => missing.includes(hashOf(project.pictures[placedIn(sheet, frame)?.pictureId ?? ''])))
    .map((frame) => ({ frame, middle: apply(viewMatrix(view), rectCentre(frameRect(sheet, frame))) }))
    .map(({ frame, middle }) => (
      <g key={frame.id} data-missing={frame.id} transform={`translate(${middle.x} ${middle.y})`}>
        <rect x={-72} y={-13} width={144} height={26} rx={4} {...LOOKS.missing} />
        <text y={4} {...LOOKS.tagText}>
          ▲ Picture is missing
        </text>
      </g>
    ))
}

const Gathering = () => {
  const rect = useBench((state) => state.gathering)
  const view = useBench((state) => state.view)
  if (!rect) return null
  return (
    <rect
      x={rect.x0 * view.scale + view.x}
      y={rect.y0 * view.scale + view.y}
      width={(rect.x1 - rect.x0) * view.scale}
      height={(rect.y1 - rect.y0) * view.scale}
      {...LOOKS.gather}
    />
  )
}

const SelectedHandles = () => {
  const frame = useBench(selectedFrame)
  const selection = useBench((state) => state.selection)
  const way = useBench((state) => state.way)
  const isHidden = useBench(
    (state) =>
      carriedOf(state) !== null ||
      state.gathering !== null ||
      toolOf(state) !== null ||
      typingOf(state) !== null ||
      writingOf(state) !== null,
  )
  const sheet = useBench(shownSheet)
  const project = useBench((state) => state.preview ?? state.project)
  const sheetId = useBench((state) => state.sheetId)
  if (isHidden || !selection.length) return null
  if (!frame || way !== 'picture') {
    const hull = frame ?? hullOf(sheet, selection)
    if (!hull || selection.some((id) => isLocked(sheet, id))) return null
    const subject = frame?.name ?? (selection.length > 1 ? `${selection.length} items` : 'Group')
    const isSquare = canSizeFreely(sheet, selection, hull.turn)
    if (frame && layOf(sheet, frame)) {
      if (way === 'whole' && frame.laid) return <LaidCorners frame={frame} />
      return <Handles box={hull.box} turn={hull.turn} way={way} subject={subject} lay={layOf(sheet, frame)} />
    }
    const space = spaceOf(sheet, selection)
    const lay = space.kind === 'plane' ? planeLay(space.plane) : null
    return <Handles box={hull.box} turn={hull.turn} way={way} subject={subject} cornersOnly={!isSquare} lay={lay} />
  }
  const held = placedFrame({ project, preview: null, sheetId, selection: [frame.id] })
  if (!held) return null
  const whole = wholePicturePose(held.placed, held.holder, held.at)
  const lay = layOf(sheet, frame)
  return <Handles box={whole.box} turn={whole.turn} way="picture" subject={`Picture of ${frame.name}`} lay={lay} />
}

/** What a text's box is drawn as. */
const TEXT_BOX = { kind: 'rectangle' } as const

const Drawing = () => {
  const box = useBench((state) => state.drawing)
  const plane = useBench(planeInHand)
  const stencil = useBench(
    (state) => armedOf(state) ?? (['write', 'plane'].includes(toolOf(state)?.kind ?? '') ? TEXT_BOX : null),
  )
  const view = useBench((state) => state.view)
  if (!box || !stencil) return null
  const standing = transformPath(boxMatrix(box, 0), outlineOf(stencil, box).path)
  return (
    <path
      d={svgTextOf(plane ? projectPath(planeLay(plane), standing) : standing)}
      transform={svgMatrix(viewMatrix(view))}
      fill="var(--mark-kraft)"
      fillOpacity={0.7}
      stroke="var(--mark-plum)"
      strokeWidth={2}
      vectorEffect="non-scaling-stroke"
    />
  )
}

/** Says at the frame that the picture ends here. */
const StoppedSign = () => {
  const isStopped = useBench((state) => state.isStopped)
  const frame = useBench(selectedFrame)
  const view = useBench((state) => state.view)
  const table = useBench((state) => state.table)
  const sheet = useBench(shownSheetIf((_, state) => state.isStopped))
  if (!isStopped || !frame || !sheet) return null
  const { x0, x1, y1 } = rectAround(
    handleLayout(frame.box, frame.turn, view, table, false, layOf(sheet, frame)).corners,
  )
  const x = Math.min(table.w - 140, Math.max(140, (x0 + x1) / 2))
  const y = Math.min(table.h - 30, y1 + 28)
  return (
    <g>
      <rect x={x - 132} y={y - 15} width={264} height={24} rx={4} {...LOOKS.stopped} />
      <text x={x} y={y + 1} {...LOOKS.tagText}>
        The picture ends here · allow gaps on the rail
      </text>
    </g>
  )
}

/** Everything above the painted sheet: empty frames, edges, handles, signs. */
export const Overlay = () => (
  <>
    <MemberLines />
    <Marks />
  </>
)

const Marks = () => (
  <svg className={styles.overlay} aria-hidden={false}>
    <Grid />
    <LackingMarks />
    <EmptyFrames />
    <SheetEdges />
    <SheetGuides />
    <OffSheetMarks />
    <MissingMarks />
    <OverflowMarks />
    <EnteredLine />
    <FitBox />
    <SharedLines />
    <PanelBleeds />
    <MaskLine />
    <PlaneMarks />
    <FoundMarks />
    <SelectedHandles />
    <Knobs />
    <PointMarks />
    <TraceMarks />
    <UprightMark />
    <ColourMarks />
    <SnapGuides />
    <Gathering />
    <Drawing />
    <StoppedSign />
  </svg>
)
