'use client'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { holdsPicture } from '@/core/document/content'
import type { Frame } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/fields/ColourField'
import { LengthField } from '@/client/parts/fields/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { WHITE } from '@/client/store/colours'
import { backingColour, putEdge } from '@/client/store/frameFields'
import styles from '@/client/parts/Panel.module.css'

const INCHES = 'from 0 to 10 in (254 mm)'

/** How a frame's edge fades, its own bleed, and what stands behind its picture. */
export const EdgeFields = ({ frame }: { readonly frame: Frame }) => {
  const bench = useBenchHandle()
  const sheetId = useBench((state) => state.sheetId)
  const at = { sheetId, frameId: frame.id }
  return (
    <>
      <div className={styles.row}>
        <LengthField
          label="Fading edge"
          points={frame.feather ?? 0}
          onPoints={(value) => {
            const feather = within('the fading edge', value, RANGE.feather, INCHES)
            putEdge(bench, 'Fading edge', at, { feather: feather || null })
          }}
        />
        <LengthField
          label="Bleed"
          name="Own bleed"
          points={frame.bleed ?? 0}
          onPoints={(value) => {
            const bleed = within('the bleed', value, RANGE.bleed, INCHES)
            putEdge(bench, 'Own bleed', at, { bleed: bleed || null })
          }}
        />
      </div>
      {holdsPicture(frame.fill) && (
        <div className={styles.row}>
          <ColourField
            label="Behind"
            colour={frame.backing ?? null}
            first={WHITE}
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
    </>
  )
}
