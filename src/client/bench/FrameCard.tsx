'use client'
import { fromPoints, formatNumber } from '@/core/units'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { setStencil } from '@/core/document/edits/frames'
import { renameItem } from '@/core/document/edits/items'
import type { Frame, Sheet } from '@/core/document/types'
import { stencilName } from '@/core/stencil/stencil'
import { useBenchHandle } from '@/client/binding/useBench'
import { NameField } from '@/client/parts/NameField'
import { PlainField } from '@/client/parts/LengthField'
import { StencilIcon, STENCILS } from '@/client/parts/StencilIcon'
import styles from '@/client/bench/Bench.module.css'
import { EdgeSection } from '@/client/bench/EdgeSection'
import { ItemTools } from '@/client/bench/ItemTools'
import { PictureSection } from '@/client/bench/PictureSection'
import { PlaceSection } from '@/client/bench/PlaceSection'

interface FrameProps {
  readonly frame: Frame
  readonly sheet: Sheet
}

const Head = ({ frame, sheet }: FrameProps) => {
  const bench = useBenchHandle()
  const size = [frame.box.w, frame.box.h]
    .map((side) => formatNumber(fromPoints(side, sheet.unit, sheet.ppi), 1))
    .join(' × ')
  return (
    <div className={styles.head}>
      <NameField
        label="Name of the frame"
        name={frame.name}
        onName={(name) =>
          bench.commit('Rename frame', (project) =>
            renameItem.record(project, { sheetId: sheet.id, id: frame.id, name }),
          )
        }
      />
      <div className={styles.kind}>
        {stencilName(frame.stencil)}, {size} {sheet.unit}
      </div>
      <ItemTools items={[frame]} noun="frame" />
    </div>
  )
}

const StencilSection = ({ frame, sheet }: FrameProps) => {
  const bench = useBenchHandle()
  const at = { sheetId: sheet.id, frameId: frame.id }
  return (
    <section className={styles.section} aria-label="Stencil">
      <h2>
        <span className={styles.step}>1</span> Stencil
      </h2>
      <div className={styles.row}>
        {STENCILS.map(({ name, stencil }) => (
          <button
            key={name}
            type="button"
            className={styles.stencil}
            aria-label={`Stencil: ${name}`}
            title={name}
            aria-pressed={frame.stencil.kind === stencil.kind}
            onClick={() =>
              frame.stencil.kind !== stencil.kind &&
              bench.commit('Change stencil', (project) => setStencil.record(project, { ...at, stencil }))
            }
          >
            <StencilIcon stencil={stencil} />
          </button>
        ))}
      </div>
      {frame.stencil.kind === 'polygon' && (
        <div className={styles.row}>
          <PlainField
            label="Sides"
            value={frame.stencil.sides}
            decimals={0}
            onValue={(value) => {
              const sides = Math.round(within('sides', value, RANGE.sides))
              bench.commit('Sides', (project) =>
                setStencil.record(project, { ...at, stencil: { kind: 'polygon', sides } }),
              )
            }}
          />
        </div>
      )}
    </section>
  )
}

/** The numbered card of the selected frame. */
export const FrameCard = ({ frame, sheet }: FrameProps) => (
  <>
    <Head key={frame.id} frame={frame} sheet={sheet} />
    <StencilSection frame={frame} sheet={sheet} />
    <PictureSection frame={frame} />
    {frame.fill.kind !== 'none' && <EdgeSection frame={frame} sheet={sheet} />}
    <PlaceSection frame={frame} sheet={sheet} />
  </>
)
