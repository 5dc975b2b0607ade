'use client'
'use memo'
import { RANGE } from '@/core/tolerance'
import { isMeshCorner, type Bend, type MeshBend } from '@/core/geometry/bend'
import type { CylinderBend } from '@/core/geometry/cylinder'
import { useState } from 'react'
import { within } from '@/core/range'
import { meshOnSheet, radiusOfArc } from '@/core/document/bends'
import type { Frame } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { Choice } from '@/client/parts/fields/Choice'
import { LengthField } from '@/client/parts/fields/LengthField'
import { SlideField } from '@/client/parts/fields/SlideField'
import { OneOf } from '@/client/parts/OneOf'
import styles from '@/client/parts/Panel.module.css'
import { bendSelected, changeCylinder, putMeshPoint, putRadius, remesh } from '@/client/store/bends'

const KINDS = [
  ['plane', 'Plane', 'A plane surface between the corners'],
  ['cylinder', 'Cylinder', 'Round a cylinder: a mug, a bottle, a column'],
  ['mesh', 'Mesh', 'A net of points to be drawn: cloth, a page, anything that swings'],
] as const

const FIELDS = [
  ['arc', 'Round', 'How far round the cylinder', RANGE.bend.arc],
  ['around', 'Turned', 'Where its middle stands round the cylinder', RANGE.bend.around],
  ['tilt', 'Tilt', 'From how far above it is seen', RANGE.bend.tilt],
] as const

const Cylinder = ({ frame, bend }: { readonly frame: Frame; readonly bend: CylinderBend }) => {
  const bench = useBenchHandle()
  return (
    <>
      {FIELDS.map(([key, label, name, { min, max }]) => (
        <SlideField
          key={key}
          label={label}
          name={name}
          value={bend[key]}
          min={min}
          max={max}
          step={1}
          times={1}
          unit="°"
          decimals={1}
          {...(key === 'arc' ? {} : { origin: 0 })}
          onSlide={(value) => changeCylinder(bench, { [key]: value })}
          onSettle={() => bench.endBurst()}
          onValue={(value) => {
            changeCylinder(bench, { [key]: value })
            bench.endBurst()
          }}
        />
      ))}
      <div className={styles.row}>
        <LengthField
          label="Radius"
          name="Radius of the cylinder"
          points={radiusOfArc(frame, bend.arc)}
          onPoints={(radius) => putRadius(bench, frame, radius)}
        />
      </div>
    </>
  )
}

const COUNTS = Array.from({ length: RANGE.bend.points.max - RANGE.bend.points.min + 1 }, (_, i) => {
  const count = String(RANGE.bend.points.min + i)
  return [count, count] as const
})

interface MeshProps {
  readonly frame: Frame
  readonly bend: MeshBend
}

/** One point of the net at a time, by number; its corners are those of the frame. */
const MeshPoint = ({ frame, bend }: MeshProps) => {
  const bench = useBenchHandle()
  const { columns, rows } = bend
  const inner = bend.points.flatMap((_, i) => (isMeshCorner(bend, i) ? [] : [i]))
  const [chosen, setChosen] = useState<number | null>(null)
  const i = chosen !== null && inner.includes(chosen) ? chosen : (inner[0] ?? 0)
  const at = meshOnSheet(frame, bend)[i]
  if (!at || columns * rows <= 4) return null
  const put = (axis: 'x' | 'y', value: number): void =>
    putMeshPoint(bench, frame.id, i, { ...at, [axis]: within(axis, value, RANGE.position) })
  return (
    <>
      <div className={styles.row}>
        <Choice
          label="Point"
          name="Point of the mesh"
          value={String(i)}
          options={inner.map((one) => [
            String(one),
            `${(one % columns) + 1} of row ${(one - (one % columns)) / columns + 1}`,
          ])}
          onChoice={(one) => setChosen(Number(one))}
        />
      </div>
      <div className={styles.row}>
        <LengthField label="x" name="Point of the mesh, x" points={at.x} onPoints={(x) => put('x', x)} />
        <LengthField label="y" name="Point of the mesh, y" points={at.y} onPoints={(y) => put('y', y)} />
      </div>
    </>
  )
}

const Mesh = ({ frame, bend }: MeshProps) => {
  const bench = useBenchHandle()
  const { columns, rows } = bend
  return (
    <>
      <div className={styles.row}>
        <Choice
          label="Across"
          name="Points of the mesh across"
          value={String(columns)}
          options={COUNTS}
          onChoice={(count) => remesh(bench, Number(count), rows)}
        />
        <Choice
          label="Down"
          name="Points of the mesh down"
          value={String(rows)}
          options={COUNTS}
          onChoice={(count) => remesh(bench, columns, Number(count))}
        />
      </div>
      <MeshPoint frame={frame} bend={bend} />
    </>
  )
}

/** What surface lies between the corners of a frame. */
export const Surface = ({ frame }: { readonly frame: Frame }) => {
  const bench = useBenchHandle()
  const bend: Bend | undefined = frame.laid?.isFlat ? undefined : frame.laid?.bend
  return (
    <>
      <div className={styles.row}>
        <OneOf
          name="Surface"
          value={bend?.kind ?? 'plane'}
          options={KINDS}
          onChoice={(kind) => bendSelected(bench, kind === 'plane' ? null : kind)}
        />
      </div>
      {bend?.kind === 'cylinder' && <Cylinder frame={frame} bend={bend} />}
      {bend?.kind === 'mesh' && <Mesh frame={frame} bend={bend} />}
    </>
  )
}
