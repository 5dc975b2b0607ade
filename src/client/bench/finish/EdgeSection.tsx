'use client'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { setTileGap } from '@/core/placement/move'
import { placedIn } from '@/core/document/content'
import type { Frame, Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/ColourField'
import { LengthField, PlainField } from '@/client/parts/LengthField'
import { Section } from '@/client/parts/Section'
import { RailButton } from '@/client/parts/RailButton'
import { changePlaced } from '@/client/store/actions'
import styles from '@/client/parts/Panel.module.css'
import { putEdge, backingColour } from '@/client/store/frameFields'

/** What stands behind the picture, how its edge fades, and the gap of a pattern. */
export const EdgeSection = ({ frame, sheet }: { readonly frame: Frame; readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const at = { sheetId: sheet.id, frameId: frame.id }
  const placed = placedIn(sheet, frame)
  return (
    <Section name="Edge" title="Edge and backing">
      <div className={styles.row}>
        <LengthField
          label="Soft edge"
          points={frame.feather ?? 0}
          onPoints={(value) => {
            const feather = within('the soft edge', value, RANGE.feather, 'from 0 to 10 in (254 mm)')
            putEdge(bench, 'Soft edge', at, { feather: feather || null })
          }}
        />
        <LengthField
          label="Own bleed"
          points={frame.bleed ?? 0}
          onPoints={(value) => {
            const bleed = within('the bleed', value, RANGE.bleed, 'from 0 to 10 in (254 mm)')
            putEdge(bench, 'Own bleed', at, { bleed: bleed || null })
          }}
        />
      </div>
      <div className={styles.row}>
        {placed?.fit === 'tile' && (
          <PlainField
            label="Gap"
            unit="%"
            decimals={0}
            value={(placed.tileGap ?? 0) * 100}
            onValue={(value) => {
              const gap = within('the gap between tiles', value / 100, RANGE.tileGap, 'from 0 to 1000')
              changePlaced(bench, 'Gap between tiles', (held) => setTileGap(held.placed, gap))
            }}
          />
        )}
      </div>
      {placed && (
        <div className={styles.row}>
          <ColourField
            label="Behind"
            colour={frame.backing ?? null}
            first="#ffffff"
            step="Colour behind the picture"
            record={backingColour(at)}
          />
          {frame.backing !== undefined && (
            <RailButton
              framed
              label="No colour behind the picture"
              onPress={() => putEdge(bench, 'No colour behind', at, { backing: null })}
            >
              None
            </RailButton>
          )}
        </div>
      )}
    </Section>
  )
}
