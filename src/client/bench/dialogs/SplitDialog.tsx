'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useMemo, useState } from 'react'
import { isFailure } from '@/core/failure'
import { within } from '@/core/range'
import { RANGE } from '@/core/tolerance'
import { holdsPicture } from '@/core/document/content'
import { partsOf, type Parting } from '@/core/document/parting'
import type { Frame } from '@/core/document/types'
import { boxMatrix } from '@/core/geometry/box'
import { standingRect } from '@/core/document/read'
import { svgTextOf } from '@/core/path/svgText'
import { outlineOf } from '@/core/stencil/stencil'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { LengthField, PlainField } from '@/client/parts/fields/LengthField'
import { Fault } from '@/client/parts/Fault'
import { OneOf } from '@/client/parts/OneOf'
import { Tick } from '@/client/parts/fields/Tick'
import { svgMatrix } from '@/client/stage/overlayGeometry'
import { selectedFrame } from '@/client/store/selection'
import { splitSelected } from '@/client/store/sharing'
import styles from '@/client/parts/Panel.module.css'

const KINDS = ['columns', 'rows', 'grid', 'strips'] as const
type Kind = (typeof KINDS)[number]
const KIND_WORDS = { columns: 'Columns', rows: 'Rows', grid: 'Grid', strips: 'Leaning strips' } as const

interface Settings {
  readonly kind: Kind
  readonly columns: number
  readonly rows: number
  readonly gap: number
  readonly lean: number
  readonly skips: boolean
  readonly bleed: number
}

const partingOf = ({ kind, columns, rows, gap, lean, skips, bleed }: Settings): Parting => ({
  columns: kind === 'rows' ? 1 : columns,
  rows: kind === 'rows' || kind === 'grid' ? rows : 1,
  gap,
  gaps: skips ? 'skip' : 'hide',
  bleed,
  ...(kind === 'strips' ? { lean } : {}),
})

/** The parts as they would lie, or why they can't be. */
const tried = (frame: Frame, parting: Parting): ReturnType<typeof partsOf> | string => {
  try {
    return partsOf(frame, parting)
  } catch (error) {
    if (isFailure(error)) return error.message
    throw error
  }
}

const Preview = ({ frame, parts }: { readonly frame: Frame; readonly parts: ReturnType<typeof partsOf> }) => {
  const r = standingRect(frame)
  const [w, h] = [r.x1 - r.x0, r.y1 - r.y0]
  const line = Math.max(w, h) / 150
  return (
    <svg
      viewBox={`${r.x0 - line} ${r.y0 - line} ${w + 2 * line} ${h + 2 * line}`}
      style={{ width: '100%', height: 190 }}
      role="img"
      aria-label={`${parts.length} parts`}
      data-parts={parts.length}
    >
      {parts.map((part, i) => (
        <path
          key={i}
          d={svgTextOf(outlineOf(part.stencil, part.box).path)}
          transform={svgMatrix(boxMatrix(part.box, part.turn))}
          fill="var(--room-plumTint)"
          stroke="var(--room-plum)"
          strokeWidth={line}
        />
      ))}
    </svg>
  )
}

/** Parts the selected frame into rows, columns, a grid or strips, with a preview. */
const SplitForm = ({ frame, onClose }: { readonly frame: Frame; readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const [settings, setSettings] = useState<Settings>({
    kind: 'columns',
    columns: 3,
    rows: 2,
    gap: Math.round(Math.min(frame.box.w, frame.box.h) * 0.04),
    lean: 15,
    skips: false,
    bleed: 0,
  })
  const set = (change: Partial<Settings>): void => setSettings({ ...settings, ...change })
  const parting = useMemo(() => partingOf(settings), [settings])
  const parts = useMemo(() => tried(frame, parting), [frame, parting])
  const count = (value: number): number => Math.round(within('the number', value, { min: 1, max: 50 }))
  const { kind } = settings
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        splitSelected(bench, parting)
        onClose()
      }}
    >
      <DialogTitle id="split-title">Split {frame.name}</DialogTitle>
      <DialogContent>
        <OneOf
          name="Into"
          value={kind}
          options={KINDS.map((each) => [each, KIND_WORDS[each], `Into ${KIND_WORDS[each].toLowerCase()}`] as const)}
          onChoice={(next) => set({ kind: next })}
        />
        <div className={styles.row}>
          {kind !== 'rows' && (
            <PlainField
              label={kind === 'strips' ? 'Strips' : 'Columns'}
              decimals={0}
              value={settings.columns}
              onValue={(value) => set({ columns: count(value) })}
            />
          )}
          {(kind === 'rows' || kind === 'grid') && (
            <PlainField
              label="Rows"
              decimals={0}
              value={settings.rows}
              onValue={(value) => set({ rows: count(value) })}
            />
          )}
          {kind === 'strips' && (
            <PlainField
              label="Lean"
              unit="°"
              decimals={1}
              value={settings.lean}
              onValue={(lean) => set({ lean: within('the lean', lean, { min: -80, max: 80 }) })}
            />
          )}
          <LengthField
            label="Gap"
            points={settings.gap}
            what="the gap"
            range={RANGE.measure}
            onPoints={(gap) => set({ gap: gap })}
          />
        </div>
        <div className={styles.row}>
          <LengthField
            label="Own bleed"
            points={settings.bleed}
            what="the bleed"
            range={RANGE.bleed}
            onPoints={(bleed) => set({ bleed: bleed })}
          />
          {holdsPicture(frame.fill) && (
            <Tick isOn={settings.skips} onChange={(skips) => set({ skips })}>
              the picture skips the gaps
            </Tick>
          )}
        </div>
        <p className={styles.kind}>
          An own bleed is for panels that are cut apart: what they show goes on beyond their edges in output with bleed.
        </p>
        {typeof parts === 'string' ? <Fault>{parts}</Fault> : <Preview frame={frame} parts={parts} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button type="submit" variant="contained" disabled={typeof parts === 'string' || parts.length < 2}>
          Split into {typeof parts === 'string' ? '…' : parts.length}
        </Button>
      </DialogActions>
    </form>
  )
}

export const SplitDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const frame = useBench(selectedFrame)
  if (!frame) return null
  return (
    <Dialog open onClose={onClose} aria-labelledby="split-title" fullWidth maxWidth="xs">
      <SplitForm frame={frame} onClose={onClose} />
    </Dialog>
  )
}
