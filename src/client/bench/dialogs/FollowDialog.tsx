'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useMemo } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { Thumbnail } from '@/client/stage/Thumbnail'
import { followable, followChosen, type Followable } from '@/client/store/follow'
import { lineOf, pathOnSheet } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import type { Size } from '@/core/geometry/vector'
import { svgTextOf } from '@/core/path/svgText'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/bench/dialogs/Takes.module.css'

const MOST: Size = { w: 250, h: 220 }

/** Outlines of frames over the picture of their sheet; the one that would be pressed stands out. */
const OUTLINES = {
  position: 'absolute',
  inset: 0,
  overflow: 'visible',
  '& path': {
    fill: 'transparent',
    stroke: 'var(--room-inkSoft)',
    strokeWidth: 1.5,
    vectorEffect: 'non-scaling-stroke',
    cursor: 'pointer',
    outline: 'none',
  },
  '& path:hover, & path:focus-visible': {
    stroke: 'var(--room-plum)',
    strokeWidth: 3,
    fill: 'color-mix(in srgb, var(--room-plum) 22%, transparent)',
  },
} as const

interface SheetProps extends Followable {
  readonly project: Project
  readonly onFrame: (frameId: string) => void
}

/** A sheet on which a frame is pressed. */
const FollowableSheet = ({ project, sheet, frames, onFrame }: SheetProps) => {
  const k = Math.min(MOST.w / sheet.size.w, MOST.h / sheet.size.h)
  const [w, h] = [Math.round(sheet.size.w * k), Math.round(sheet.size.h * k)]
  return (
    <figure style={{ margin: 0 }}>
      <figcaption>{sheet.name}</figcaption>
      <div style={{ position: 'relative', lineHeight: 0, width: w, height: h }}>
        <Thumbnail project={project} sheet={sheet} width={w} height={h} />
        <Box
          component="svg"
          sx={OUTLINES}
          viewBox={`0 0 ${sheet.size.w} ${sheet.size.h}`}
          width={w}
          height={h}
          role="group"
          aria-label={sheet.name}
        >
          {frames.map((frame) => (
            <path
              key={frame.id}
              d={svgTextOf(pathOnSheet(sheet, frame, lineOf(frame)))}
              role="button"
              tabIndex={0}
              aria-label={`Follow ${frame.name} on ${sheet.name}`}
              onClick={() => onFrame(frame.id)}
              onKeyDown={(event) => {
                if (event.key !== 'Enter' && event.key !== ' ') return
                event.preventDefault()
                onFrame(frame.id)
              }}
            >
              <title>{frame.name}</title>
            </path>
          ))}
        </Box>
      </div>
    </figure>
  )
}

/** Asks which frame of another sheet the selected frames are to follow. */
export const FollowDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.project)
  const sheets = useMemo(() => followable({ ...bench.get(), project }), [bench, project])
  return (
    <Dialog open onClose={onClose} aria-labelledby="follow-title" maxWidth="md" fullWidth>
      <DialogTitle id="follow-title">Which frame is to be followed?</DialogTitle>
      <DialogContent>
        <p className={panel.kind}>
          {sheets.length
            ? 'Press a frame: its picture is shown here too, and from now on a change of one changes both. Size, outline and finish stay their own.'
            : 'No other sheet has a frame that could be followed. Frames in which one picture is shown together cannot be.'}
        </p>
        <div className={styles.takes}>
          {sheets.map(({ sheet, frames }) => (
            <FollowableSheet
              key={sheet.id}
              project={project}
              sheet={sheet}
              frames={frames}
              onFrame={(frameId) => {
                onClose()
                followChosen(bench, { sheetId: sheet.id, frameId })
              }}
            />
          ))}
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
      </DialogActions>
    </Dialog>
  )
}
